using Gavvet.Engraving.Layout;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Shared;

/// <summary>Choices in a teacher's words, for the screen.</summary>
public static class Labels
{
    public static string Of(Scaffolding scaffolding) => scaffolding switch
    {
        Scaffolding.WorkedExample => "Worked example",
        Scaffolding.Letters => "Letters given",
        Scaffolding.Formula => "Steps given",
        Scaffolding.Signature => "Signature given",
        Scaffolding.Count => "Number given",
        Scaffolding.Tonic => "First note given",
        _ => "Blank",
    };

    public static string Of(Notation notation) => notation == Notation.Signature ? "Key signature" : "Accidentals";

    public static string Of(AnswerForm form) => form switch
    {
        AnswerForm.Choice => "Choose",
        AnswerForm.Matching => "Match",
        AnswerForm.TrueFalse => "True or false",
        _ => "Write",
    };

    public static string Of(Direction direction) => direction switch
    {
        Direction.Ascending => "Ascending",
        Direction.Descending => "Descending",
        _ => "Both",
    };

    public static string Of(PaperKind kind) => kind switch
    {
        PaperKind.Key => "Key",
        PaperKind.Short => "Short key",
        PaperKind.Working => "Working",
        _ => "Student page",
    };

    public static string Of(QuestionGroup group) => group switch
    {
        QuestionGroup.Steps => "Steps",
        QuestionGroup.Scales => "Scales",
        QuestionGroup.Signatures => "Signatures and keys",
        QuestionGroup.Degrees => "Degrees",
        QuestionGroup.Modes => "Modes",
        QuestionGroup.OtherScales => "Pentatonic, blues and others",
        QuestionGroup.Chords => "Intervals and chords",
        QuestionGroup.Enharmonic => "Enharmonic and transposing",
        _ => "Your own",
    };

    /// <summary>A number of things: "1 page", "3 pages".</summary>
    public static string Count(int count, string one, string several) => $"{count} {(count == 1 ? one : several)}";

    public static string Count(int count, string one) => count == 1 ? $"1 {one}" : $"{count} {one}s";

    public static string Of(Paper paper) => FileWords.Of(paper);

    /// <summary>A section in one line: what it asks, how often, in which keys and clefs.</summary>
    public static string Summary(Section section)
    {
        ArgumentNullException.ThrowIfNull(section);
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var clefs = kind.UsesClefAs(section.Option) ? $" · {string.Join(", ", section.Clefs.Select(clef => clef.Name.ToLowerInvariant()))}" : "";
        var scales = section.Scales is [{ Id: "major" }] ? "" : $" · {(section.Scales.Length <= 2 ? string.Join(", ", section.Scales.Select(type => type.Name)) : $"{section.Scales.Length} scales")}";
        var keys = kind.UsesTonic ? $" · {Keys(section.Keys)}" : "";
        return $"{section.Slots.Count}{scales}{keys}{clefs}";
    }

    private static string Keys(IReadOnlyList<Key> keys)
    {
        var unbroken = keys[^1].Fifths - keys[0].Fifths == keys.Count - 1;
        return (keys.Count, unbroken) switch
        {
            ( <= 2, _) => string.Join(", ", keys.Select(key => key.Tonic)),
            (_, true) => $"{keys[0].Tonic} to {keys[^1].Tonic}",
            ( <= 5, _) => string.Join(" ", keys.Select(key => key.Tonic)),
            _ => $"{keys.Count} keys",
        };
    }
}
