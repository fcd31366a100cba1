using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A marking with all that was asked, so that nothing else is needed to go on from it.</summary>
/// <param name="Student">The student's name, or null for a paper of no one's own.</param>
/// <param name="Date">The day of the marking.</param>
/// <param name="Item">The item as it was set.</param>
/// <param name="Marking">What was decided.</param>
public sealed record Result(string? Student, DateOnly Date, SetItem Item, Marking Marking);

/// <summary>What a student earned.</summary>
/// <param name="Student">The student's name, or null for a paper of no one's own.</param>
/// <param name="Marks">Marks earned in all that is marked.</param>
/// <param name="Of">Marks there are in it.</param>
public sealed record StudentTotal(string? Student, double Marks, int Of)
{
    /// <summary>Totals, a student a line in the order they first come; of several markings of an item the last counts.</summary>
    /// <param name="results">The results of one printing.</param>
    public static ImmutableArray<StudentTotal> From(IEnumerable<Result> results) =>
        [.. results.GroupBy(result => result.Student ?? "").Select(own => Sum([.. own]))];

    private static StudentTotal Sum(Result[] own)
    {
        Marking[] last = [.. own.GroupBy(result => result.Item.Number).Select(item => item.Last().Marking)];
        return new StudentTotal(own[0].Student, last.Sum(marking => marking.Marks), last.Sum(marking => marking.Of));
    }
}

/// <summary>A results file: every marking of one or more printings with what was asked.</summary>
/// <param name="GavvetResults">The version of the file.</param>
/// <param name="Title">The title of the sheet.</param>
/// <param name="HouseStyle">The house style of the questions, as a house style file.</param>
/// <param name="Markings">The markings in the order they were made.</param>
public sealed record ResultsFile(
    int GavvetResults,
    string Title,
    JsonElement HouseStyle,
    [property: JsonPropertyOrder(1)] ImmutableArray<KeptResult> Markings
)
{
    /// <summary>The version written.</summary>
    public const int Version = 1;

    /// <summary>Characters of a file at most.</summary>
    public const int MostCharacters = 64 * 1024 * 1024;

    /// <summary>Markings in a file at most: two hundred students with a hundred items, ten times over.</summary>
    public const int MostMarkings = 200_000;

    /// <summary>The class, or null.</summary>
    public string? Class { get; init; }

    /// <summary>The file of some results.</summary>
    /// <param name="title">The sheet's title.</param>
    /// <param name="group">The class, or null.</param>
    /// <param name="houseStyle">The house style, as a house style file.</param>
    /// <param name="results">The results.</param>
    public static ResultsFile Of(string title, string? group, JsonElement houseStyle, IEnumerable<Result> results) =>
        new(Version, title, houseStyle, [.. results.Select(KeptResult.From)]) { Class = group };

    /// <summary>The file as text.</summary>
    public string Write() => FileContract.Write(this);

    /// <summary>Reads a file.</summary>
    /// <param name="text">Its text.</param>
    /// <exception cref="FormatException">It is none, was changed so that it does not hold together, or is of a later program; the message
    /// says where.</exception>
    public static ResultsFile Read(string text)
    {
        if (text.Length > MostCharacters)
            throw new FormatException(Texts.Say("results.large"));
        try
        {
            using var document = JsonDocument.Parse(text);
            if (
                document.RootElement.ValueKind != JsonValueKind.Object
                || !document.RootElement.TryGetProperty("gavvetResults", out var version)
                || !version.TryGetInt32(out var number)
            )
                throw new FormatException(Texts.Say("results.mark"));
            if (number != Version)
                throw new FormatException(Texts.Say("results.later", ("version", Version)));
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new FormatException(Texts.Say("results.broken"), problem);
        }

        var file = FileContract.Read<ResultsFile>(text);
        if (file.Markings.IsDefault || file.HouseStyle.ValueKind != JsonValueKind.Object)
            throw new FormatException(Texts.Say("results.title"));
        if (file.Markings.Length > MostMarkings)
            throw new FormatException(Texts.Say("results.large"));
        for (var i = 0; i < file.Markings.Length; i++)
            (file.Markings[i] ?? throw new FormatException(Texts.Say("results.missing", ("number", i + 1)))).Check(i);
        return file;
    }
}

/// <summary>A result as files have it.</summary>
/// <param name="Date">The day.</param>
/// <param name="Version">The version, A to Z.</param>
/// <param name="Item">The number on the paper.</param>
/// <param name="Section">The section, from 1.</param>
/// <param name="SectionTitle">Its heading.</param>
/// <param name="Asked">What was asked.</param>
/// <param name="Prompt">The words beside the number.</param>
/// <param name="Answer">The answer as the key has it.</param>
/// <param name="Load">The item's load.</param>
/// <param name="Verdict">What the answer was found to be.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there are.</param>
/// <param name="Findings">The named mistakes.</param>
/// <param name="By">Who decided the marks.</param>
public sealed record KeptResult(
    DateOnly Date,
    string Version,
    int Item,
    int Section,
    string SectionTitle,
    Asked Asked,
    string Prompt,
    string Answer,
    int Load,
    MarkedAs Verdict,
    double Marks,
    int Of,
    ImmutableArray<MarkedFinding> Findings,
    MarkedBy By
)
{
    /// <summary>The student's name, or null.</summary>
    [JsonPropertyOrder(-1)]
    public string? Student { get; init; }

    /// <summary>The part, or null.</summary>
    public string? Part { get; init; }

    /// <summary>What was written, or null where it was not entered.</summary>
    public string? Written { get; init; }

    /// <summary>The teacher's remark, or null.</summary>
    public string? Remark { get; init; }

    /// <summary>What was decided.</summary>
    [JsonIgnore]
    public Marking Marking =>
        new(Verdict, Marks, Of, Findings)
        {
            Written = Written,
            Remark = Remark,
            IsByHand = By == MarkedBy.Teacher,
        };

    internal static KeptResult From(Result result) =>
        new(
            result.Date,
            result.Item.Version,
            result.Item.Number,
            result.Item.Section,
            result.Item.SectionTitle,
            result.Item.What,
            result.Item.Prompt,
            result.Item.Answer,
            result.Item.Load,
            result.Marking.As,
            result.Marking.Marks,
            result.Marking.Of,
            result.Marking.Findings,
            result.Marking.IsByHand ? MarkedBy.Teacher : MarkedBy.Judge
        )
        {
            Student = result.Student,
            Part = result.Item.Part,
            Written = result.Marking.Written,
            Remark = result.Marking.Remark,
        };

    // What the file's own rules do not hold to: lists that are missing, texts without end, marks that cannot be.
    internal void Check(int at)
    {
        if (Findings.IsDefault || Findings.Any(finding => finding is null))
            throw new FormatException(Texts.Say("results.missing", ("number", at + 1)));
        string?[] words = [Student, Prompt, Answer, SectionTitle, Written, Remark, .. Findings.Select(finding => finding.Message)];
        if (words.Any(text => text?.Length > Marking.LongestWords) || Findings.Length > Marking.MostFindings)
            throw new FormatException(Texts.Say("results.long", ("number", at + 1), ("most", Marking.LongestWords)));
        if (Of < 0 || !Marking.CanBe(Marks, Of))
            throw new FormatException(Texts.Say("results.marks", ("number", at + 1), ("marks", MarksText.Of(Marks)), ("of", Of)));
    }
}

/// <summary>Who decided the marks of an item.</summary>
public enum MarkedBy
{
    /// <summary>The judge, from what was written.</summary>
    Judge,

    /// <summary>The teacher, by hand.</summary>
    Teacher,
}
