using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Versions;

namespace Gavvet.Worksheets.Composing;

/// <summary>Worked examples: a question of the section's kind that neither the sheet nor another version of it asks.</summary>
internal static class WorkedExamples
{
    /// <summary>An example for a section: the easiest with a sharp or flat, of a scale the sheet asks on no such tonic where there is
    /// one.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="section">The section.</param>
    /// <param name="kind">Its kind.</param>
    /// <param name="edition">The printing, which knows what its other versions ask.</param>
    /// <returns>The example, or null where every question there is, is asked.</returns>
    public static WorkedExample? Of(Sheet sheet, Section section, QuestionKind kind, Edition edition)
    {
        if (kind.AsksOwn)
            return null;
        var asked = edition.Asked ?? AskedBy(sheet);
        var scales = asked.Where(question => question.KindId == kind.Id).Select(question => (question.Scale, question.Tonic)).ToHashSet();
        var wide = section with { Keys = Key.Majors, WithoutTonics = [] };
        var settings = Scope
            .Of(wide, sheet.Style)
            .Where(draw => !asked.Contains(QuestionIdentity.On(sheet, section, draw)))
            .OrderBy(draw => scales.Contains((draw.Scale.Id, kind.UsesTonic ? draw.Tonic : default)))
            .ThenBy(draw => section.Scales.IndexOf(draw.Scale))
            .ThenBy(draw => Math.Abs(Scope.PlaceOf(draw.Scale, draw.Tonic)))
            .ThenBy(draw => !sheet.Style.Spell(draw.Scale, draw.Tonic).AlteredNotes.Any())
            .Select(draw => QuestionSetting.Of(section, draw, sheet.Style) with { AnswerAs = AnswerForm.Write });
        foreach (var setting in settings)
        {
            if (Posed(kind, setting, edition) is { } posed && !IsOnThePart(sheet, section, kind, edition, posed.Setting))
                return new WorkedExample(posed.Question.Question, posed.Question.Answer);
        }

        return null;
    }

    /// <summary>Everything a sheet and its other versions ask.</summary>
    /// <param name="sheet">The sheet.</param>
    public static IReadOnlySet<QuestionIdentity> AskedBy(Sheet sheet) => AskedBy(SheetVersions.Of(sheet).Select(version => version.Sheet));

    /// <summary>Everything these sheets ask.</summary>
    /// <param name="sheets">The versions of a sheet.</param>
    public static IReadOnlySet<QuestionIdentity> AskedBy(IEnumerable<Sheet> sheets) =>
        sheets
            .SelectMany(sheet =>
                sheet.Sections.SelectMany(section => section.Slots.Select(slot => QuestionIdentity.On(sheet, section, slot.Drawn)))
            )
            .ToHashSet();

    private static (QuestionSetting Setting, PosedQuestion Question)? Posed(QuestionKind kind, QuestionSetting setting, Edition edition)
    {
        try
        {
            var read = setting.For(kind, edition.Part, edition.Clef, edition.SameWrittenKeys);
            return (read, kind.Pose(read));
        }
        catch (UnwritableNoteException)
        {
            return null;
        }
    }

    // Two keys at concert pitch may be one for a part.
    private static bool IsOnThePart(Sheet sheet, Section section, QuestionKind kind, Edition edition, QuestionSetting example) =>
        edition.Part is not null
        && section
            .Slots.Select(slot => Posed(kind, QuestionSetting.Of(section, slot.Drawn, sheet.Style), edition))
            .Any(posed =>
                posed is { } other
                && other.Setting.Scale == example.Scale
                && other.Setting.Tonic == example.Tonic
                && other.Setting.Variant == example.Variant
            );
}
