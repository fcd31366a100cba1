using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Judging;

/// <summary>One scale written for another on the same tonic: the mistakes that have a name of their own.</summary>
public static class Confusions
{
    // asked | written | what it is called. What a school holds to be right is no line of its own and never comes here.
    private const string Table = """
        natural-minor harmonic-minor melodic-minor melodic-minor-one-way | major | parallel-for-relative
        harmonic-minor | natural-minor | natural-for-harmonic
        natural-minor | harmonic-minor | harmonic-for-natural
        melodic-minor melodic-minor-one-way | harmonic-minor | harmonic-for-melodic
        melodic-minor melodic-minor-one-way | natural-minor | natural-for-melodic
        natural-minor | melodic-minor-one-way melodic-minor | melodic-for-natural
        major | natural-minor harmonic-minor melodic-minor-one-way melodic-minor | minor-for-major
        natural-minor harmonic-minor melodic-minor melodic-minor-one-way | harmonic-major | major-for-minor
        harmonic-minor | melodic-minor-one-way | sixth-raised-in-harmonic
        """;

    // Scales so near in name or sound that one is taken for the other whatever a sheet asks; common practice, no source.
    private const string PairTable = """
        diminished-half-whole | diminished-whole-half
        major-pentatonic | minor-pentatonic
        major-blues | minor-blues
        dorian | natural-minor
        lydian | mixolydian
        """;

    private static readonly ImmutableHashSet<(string, string)> Pairs =
    [
        .. PairTable
            .Split('\n')
            .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
            .SelectMany(row =>
                new[] { (ScaleTypes.Get(row[0]).Id, ScaleTypes.Get(row[1]).Id), (ScaleTypes.Get(row[1]).Id, ScaleTypes.Get(row[0]).Id) }
            ),
    ];

    private static readonly ConcurrentDictionary<ScaleType, ImmutableArray<(FindingCode Code, ScaleType Written, int Notes)>> Known = new();

    private static readonly ImmutableArray<Row> Rows = [.. Table.Split('\n').SelectMany(ReadRow)];

    /// <summary>The scale that was taken for the one asked, where a mistake says so.</summary>
    /// <param name="asked">The type asked.</param>
    /// <param name="code">The mistake.</param>
    /// <returns>The other scale, or null where the mistake is no confusion of two, or does not say with which.</returns>
    public static ScaleType? TakenFor(ScaleType asked, FindingCode code) =>
        code switch
        {
            FindingCode.OtherScale => null,
            // Which mode it was is not told by the name; the major scale is what all modes are compared with.
            FindingCode.OtherMode => ScaleTypes.Major,
            FindingCode.NotRestoredDescending => ScaleTypes.MelodicMinorOneWay,
            _ => Of(asked).FirstOrDefault(row => row.Code == code).Written,
        };

    /// <summary>The scales that are written for a type, each with what that is called, and how many notes must speak for it.</summary>
    /// <param name="type">The type asked.</param>
    internal static ImmutableArray<(FindingCode Code, ScaleType Written, int Notes)> Of(ScaleType type) =>
        Known.GetOrAdd(type, static type => [.. Made(type)]);

    /// <summary>
    /// Whether another scale explains an answer: where it has a name of its own, where the sheet asks it too, or where the two
    /// are taken for each other anywhere. Otherwise that the notes are those of another scale is only remarked.
    /// </summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="code">What writing the other is called.</param>
    /// <param name="written">The other.</param>
    internal static bool Explains(AskedScale asked, FindingCode code, ScaleType written) =>
        code is not (FindingCode.OtherMode or FindingCode.OtherScale)
        || (
            (asked.Beside.Contains(written) || Pairs.Contains((asked.Type.Id, written.Id)))
            && (code != FindingCode.OtherScale || written != asked.Type.Base)
        );

    private static IEnumerable<(FindingCode Code, ScaleType Written, int Notes)> Made(ScaleType type)
    {
        foreach (var row in Rows.Where(row => row.Asked == type.Id))
            yield return (
                row.Code,
                row.Written,
                row.Code is FindingCode.ParallelForRelative or FindingCode.MinorForMajor or FindingCode.MajorForMinor ? 2 : 1
            );
        if (type.IsMode)
            yield return (FindingCode.ModeSignatureOfTonicMajor, ScaleTypes.Major, 1);
        // A mode is taken for another by one note; any other scale only when two notes speak for it.
        foreach (var other in ScaleTypes.All.Where(other => other != type))
        {
            var isMode = type.IsSevenLetters && other.IsSevenLetters;
            yield return (isMode ? FindingCode.OtherMode : FindingCode.OtherScale, other, type.IsMode && isMode ? 1 : 2);
        }
    }

    private static IEnumerable<Row> ReadRow(string line)
    {
        string[] cells = [.. line.Split('|').Select(cell => cell.Trim())];
        if (!FileWords.TryParse<FindingCode>(cells[2], out var code))
            throw new InvalidDataException($"There is no finding called {cells[2]}.");
        return from asked in cells[0].Split(' ') from written in cells[1].Split(' ') select new Row(asked, ScaleTypes.Get(written), code);
    }

    private sealed record Row(string Asked, ScaleType Written, FindingCode Code);
}
