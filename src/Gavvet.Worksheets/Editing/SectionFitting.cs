using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Editing;

/// <summary>Brings a section's settings in line with a kind of question and a house style, keeping what can be kept.</summary>
internal static class SectionFitting
{
    /// <summary>The section as a kind can ask it.</summary>
    public static Section ForKind(Section section, QuestionKind kind, HouseStyle style) =>
        Widened(Settled(Taking(Shaped(section, kind), kind), style), style);

    /// <summary>The section with accidentals, where its scales are written without a signature.</summary>
    public static Section Settled(Section section, HouseStyle style) =>
        SheetRules.Contradiction(section, style) is { Field: "writeWith" or "scaffold" }
            ? section with
            {
                Notation = Notation.Accidentals,
                Scaffolding = section.Scaffolding == Scaffolding.Signature ? Scaffolding.Blank : section.Scaffolding,
            }
            : section;

    private static Section Shaped(Section section, QuestionKind kind)
    {
        var option = kind.Options.Any(way => way.Id == section.Option) ? section.Option : "";
        return section with
        {
            Option = option,
            Columns = Math.Min(section.Columns, kind.MostColumnsAs(option)),
            Octaves = kind.UsesOctaves ? section.Octaves : 1,
            AnswerAs = AnswerForms.CanBe(kind, section.AnswerAs, section.Option) ? section.AnswerAs : AnswerForm.Write,
            Own = kind.AsksOwn && section.Own.IsEmpty ? [OwnQuestions.Sample] : section.Own,
            Scaffolding = kind.Scaffoldings.Contains(section.Scaffolding) ? section.Scaffolding : Scaffolding.Blank,
        };
    }

    // A kind that has no question in the keys at hand, such as one about theoretical keys, begins with all of them.
    private static Section Widened(Section section, HouseStyle style) =>
        QuestionDraw.Available(section, style) > 0 ? section : section with { Keys = Key.Majors };

    // Of the scales chosen those the kind can ask about, or else the first it can.
    private static Section Taking(Section section, QuestionKind kind)
    {
        bool CanAsk(ScaleType type) => kind.Takes(type) && kind.VariantsIn(section, type) > 0;
        ImmutableArray<ScaleType> taken = [.. section.Scales.Where(CanAsk)];
        return section with { Scales = taken.IsEmpty ? [ScaleTypes.All.First(CanAsk)] : taken };
    }
}
