using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Questions;

/// <summary>The signs for steps, explained wherever they stand on a page.</summary>
internal static class StepSigns
{
    /// <summary>An instruction with the signs explained after it, where the section gives the steps as help.</summary>
    public static string With(Section section, HouseStyle style, string instruction) =>
        section.Scaffolding == Scaffolding.Formula ? After(section, style, instruction) : instruction;

    /// <summary>An instruction with the signs of the section's scales explained after it.</summary>
    public static string After(Section section, HouseStyle style, string instruction) =>
        Texts.Say("steps.explained", ("instruction", instruction), ("signs", Named(section, style, "list.and")));

    /// <summary>The signs of the steps the section's scales have, each with its step, the plain ones first.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style.</param>
    /// <param name="list">The message that joins them.</param>
    public static string Named(Section section, HouseStyle style, string list = "list.or")
    {
        var steps = section
            .Scales.SelectMany(WidthsOf)
            .Distinct()
            .OrderBy(step =>
                step switch
                {
                    (2, _) => 0,
                    (1, _) => 1,
                    _ => step.Semitones,
                }
            )
            .ThenBy(step => step.Letters);
        string[] words =
        [
            .. steps
                .Select(step =>
                    Texts.Say(
                        "write-steps.sign",
                        ("sign", style.Sign(step.Semitones, step.Letters)),
                        ("step", WithArticle(style.Word(step.Semitones, step.Letters)))
                    )
                )
                .Distinct(),
        ];
        return words.Length == 1 ? words[0] : Texts.Say(list, ("list", string.Join(", ", words[..^1])), ("last", words[^1]));
    }

    /// <summary>The widths of a scale's steps, in semitones and letters.</summary>
    public static IEnumerable<(int Semitones, int Letters)> WidthsOf(ScaleType type) =>
        ScaleFacts
            .NamedSteps(ScaleSpelling.Spell(type, new NoteName(Letter.C)), Direction.Both)
            .Select(step => (step.Semitones, step.Semitones <= 2 ? 1 : step.Letters));

    private static string WithArticle(string words) => words.EndsWith('s') ? words : CountText.WithArticle(words);
}
