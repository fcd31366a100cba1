using Gavvet.Teaching;
using Gavvet.Worksheets.Forms;

namespace Gavvet.Tests.Common;

/// <summary>Values of a class's work, said in the words of files.</summary>
internal static class Sample
{
    /// <summary>A question as it was asked.</summary>
    public static Asked Asked(string type, string tonic, string kind = "write-scale", string group = "scales", string? clef = "treble") =>
        new(kind, Word<QuestionGroup>(group), ScaleTypes.Get(type), NoteText.Parse(tonic))
        {
            Clef = Clef.Find(clef),
            Direction = Direction.Ascending,
        };

    /// <summary>A skill.</summary>
    public static Skill Skill(string type, string tonic, string group = "scales") =>
        new(Word<QuestionGroup>(group), ScaleTypes.Get(type), NoteText.Parse(tonic));

    /// <summary>An item of a paper that nothing but its number and marks matters of.</summary>
    public static SetItem Item(
        string type = "major",
        string tonic = "C",
        int marks = 1,
        string kind = "write-scale",
        string group = "scales"
    ) =>
        new(
            1,
            1,
            "Write the scale",
            "A",
            null,
            "",
            "D E F",
            [],
            [],
            marks,
            10,
            Asked(type, tonic, kind, group),
            new AskedQuestion { Lines = [new AnsweredLine(new WordsPart("x"))], Text = "x" }
        );

    /// <summary>A mistake by its name.</summary>
    public static FindingCode Mistake(string word) => Word<FindingCode>(word);

    private static T Word<T>(string word)
        where T : struct, Enum =>
        FileWords.TryParse<T>(word, out var choice) ? choice : throw new ArgumentException($"There is no {word}.", nameof(word));
}
