using System.Collections.Immutable;
using System.Globalization;
using System.Numerics;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A band of a teacher's own scale of grades.</summary>
/// <param name="Name">What the grade is called.</param>
/// <param name="From">The least share it takes, in hundredths.</param>
public sealed record MarkBand(string Name, int From);

/// <summary>How the mark book of a class counts.</summary>
/// <param name="Bands">The bands, the highest first; empty where the share itself is the grade.</param>
public sealed record MarkRules(ImmutableArray<MarkBand> Bands)
{
    /// <summary>Bands at most.</summary>
    public const int MostBands = 20;

    /// <summary>Signs in the name of a band at most.</summary>
    public const int NameLength = 20;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>How many papers count, the best ones; null for all.</summary>
    public int? Best { get; init; }

    /// <summary>The first day that counts, or null.</summary>
    public DateOnly? From { get; init; }

    /// <summary>The last day that counts, or null.</summary>
    public DateOnly? To { get; init; }

    /// <summary>As a new class counts: shares, all papers, without end.</summary>
    public static MarkRules Usual { get; } = new([]);

    /// <summary>Scales to begin with, by the word of each; every band can be changed (common practice, no source).</summary>
    public static ImmutableArray<(string Id, ImmutableArray<MarkBand> Bands)> Shipped { get; } =
    [
        ("percent", []),
        ("levels", [new("Merit", 75), new("Pass", 50), new("Not yet", 0)]),
        ("one-to-six", [new("1", 90), new("2", 75), new("3", 60), new("4", 45), new("5", 20), new("6", 0)]),
        ("a-to-f", [new("A", 90), new("B", 80), new("C", 70), new("D", 60), new("F", 0)]),
    ];

    /// <summary>The bands as they are typed, one a line: a name and the least share it takes.</summary>
    [JsonIgnore]
    public string Typed => string.Join('\n', Bands.Select(band => $"{band.Name} {band.From.ToString(CultureInfo.InvariantCulture)}"));

    /// <summary>Reads bands, one a line: a name, then the least share it takes in hundredths, with or without a percent sign.</summary>
    /// <param name="text">What was typed; empty for none.</param>
    /// <exception cref="FormatException">A line cannot be read, or two bands are one; the message says which.</exception>
    public static ImmutableArray<MarkBand> ReadBands(string? text)
    {
        var bands = new List<MarkBand>();
        foreach (var line in (text ?? "").Split(['\n', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var at = line.TrimEnd('%', ' ').LastIndexOfAny([' ', '\t', ',', ':']);
            var name = at < 0 ? "" : line[..at].TrimEnd(' ', '\t', ',', ':', '≥');
            if (
                name.Length is 0 or > NameLength
                || SchoolClass.NameProblem(name) is not null
                || !int.TryParse(line[(at + 1)..].TrimEnd('%', ' '), NumberStyles.None, CultureInfo.InvariantCulture, out var from)
                || from > 100
            )
                throw new FormatException(Texts.Say("book.band", ("line", line.Length > 40 ? line[..40] + "…" : line)));
            if (bands.Exists(other => other.From == from || other.Name == name))
                throw new FormatException(Texts.Say("book.band-twice", ("line", line)));
            bands.Add(new MarkBand(name, from));
        }

        if (bands.Count > MostBands)
            throw new FormatException(Texts.Say("book.bands", ("most", MostBands)));
        return [.. bands.OrderByDescending(band => band.From)];
    }

    /// <summary>The rules as they are kept.</summary>
    public string Write() => JsonSerializer.Serialize(this, Json);

    /// <summary>Reads rules; those that cannot be read are the usual ones.</summary>
    /// <param name="text">The rules as they are kept, or null.</param>
    public static MarkRules Read(string? text)
    {
        try
        {
            return text is { Length: > 0 } && JsonSerializer.Deserialize<MarkRules>(text, Json) is { Bands.IsDefault: false } rules
                ? rules
                : Usual;
        }
        catch (JsonException)
        {
            return Usual;
        }
    }
}

/// <summary>What a paper is to the mark book.</summary>
public enum PaperIs
{
    /// <summary>The student had none.</summary>
    None,

    /// <summary>Nothing of it is marked: it is missing, which is not zero.</summary>
    Missing,

    /// <summary>The student need not write it.</summary>
    Excused,

    /// <summary>Some of its answers are marked; those count.</summary>
    Begun,

    /// <summary>All of it is marked.</summary>
    Marked,
}

/// <summary>A paper in the mark book.</summary>
/// <param name="Is">What it is.</param>
/// <param name="Marks">Marks earned in what is marked.</param>
/// <param name="Of">Marks there are in it.</param>
public readonly record struct BookPaper(PaperIs Is, double Marks, int Of)
{
    /// <summary>Whether it counts.</summary>
    public bool Counts => Is is PaperIs.Begun or PaperIs.Marked && Of > 0;
}

/// <summary>A printing in the mark book.</summary>
/// <param name="Id">The printing.</param>
/// <param name="Title">Its title.</param>
/// <param name="Day">The day the class wrote it.</param>
/// <param name="Weight">How much it weighs; 0 where it does not count.</param>
/// <param name="Papers">The papers by student; who is not in it had none.</param>
public sealed record BookPrinting(string Id, string Title, DateOnly Day, int Weight, ImmutableDictionary<string, BookPaper> Papers);

/// <summary>A student's line of the mark book.</summary>
/// <param name="Student">The student.</param>
/// <param name="Papers">The papers, one a printing.</param>
/// <param name="Counted">Which of them count, by their places.</param>
/// <param name="Marks">Marks earned in those that count.</param>
/// <param name="Of">Marks there are in those.</param>
/// <param name="Share">The mean share of those that count, each by its weight, in ten thousandths; null where none does.</param>
/// <param name="Grade">The grade by the teacher's bands, or the share in hundredths; null where nothing counts.</param>
public sealed record BookLine(
    Student Student,
    ImmutableArray<BookPaper> Papers,
    ImmutableHashSet<int> Counted,
    double Marks,
    int Of,
    int? Share,
    string? Grade
);

/// <summary>The mark book of a class: printings by students, with what they come to.</summary>
/// <param name="Printings">The printings of the days that count, the earliest first.</param>
/// <param name="Lines">The students in the order of the roster.</param>
public sealed record MarkBook(ImmutableArray<BookPrinting> Printings, ImmutableArray<BookLine> Lines)
{
    private const int Whole = 10_000;

    /// <summary>The mark book of a class.</summary>
    /// <param name="students">The students in the order of the roster.</param>
    /// <param name="printings">Everything that was printed for the class.</param>
    /// <param name="rules">How it counts.</param>
    public static MarkBook Of(IEnumerable<Student> students, IEnumerable<BookPrinting> printings, MarkRules rules)
    {
        ImmutableArray<BookPrinting> counted =
        [
            .. printings
                .Where(printing => (rules.From is not { } from || printing.Day >= from) && (rules.To is not { } to || printing.Day <= to))
                .OrderBy(printing => printing.Day),
        ];
        return new MarkBook(counted, [.. students.Select(student => LineOf(student, counted, rules))]);
    }

    private static BookLine LineOf(Student student, ImmutableArray<BookPrinting> printings, MarkRules rules)
    {
        ImmutableArray<BookPaper> papers = [.. printings.Select(printing => printing.Papers.GetValueOrDefault(student.Id))];
        // The best by their shares; of two alike the earlier. Multiplied out, so that nothing is rounded on the way.
        var best = Enumerable
            .Range(0, papers.Length)
            .Where(i => papers[i].Counts && printings[i].Weight > 0)
            .Order(
                Comparer<int>.Create(
                    (one, other) =>
                        (papers[other].Marks * papers[one].Of).CompareTo(papers[one].Marks * papers[other].Of) is var order and not 0
                            ? order
                            : one.CompareTo(other)
                )
            )
            .Take(rules.Best ?? int.MaxValue)
            .ToImmutableHashSet();
        if (best.IsEmpty)
            return new BookLine(student, papers, best, 0, 0, null, null);
        var (over, under) = Mean(best.Select(i => (papers[i].Marks, papers[i].Of, printings[i].Weight)));
        return new BookLine(
            student,
            papers,
            best,
            best.Sum(i => papers[i].Marks),
            best.Sum(i => papers[i].Of),
            (int)(((2 * Whole * over) + under) / (2 * under)),
            rules.Bands.IsEmpty
                ? Texts.Say("book.share", ("percent", (int)(((200 * over) + under) / (2 * under))))
                // A grade is reached or not by the share as it is, not as it is rounded.
                : rules.Bands.FirstOrDefault(band => 100 * over >= band.From * under)?.Name ?? Texts.Say("book.below")
        );
    }

    // The mean of fractions by weight, as one fraction.
    private static (BigInteger Over, BigInteger Under) Mean(IEnumerable<(double Marks, int Of, int Weight)> papers)
    {
        var (over, under, weights) = (BigInteger.Zero, BigInteger.One, 0);
        foreach (var (marks, of, weight) in papers)
        {
            // Marks come in halves.
            (over, under) = ((over * 2 * of) + (weight * (BigInteger)(2 * marks) * under), under * 2 * of);
            weights += weight;
        }

        return (over, under * weights);
    }
}
