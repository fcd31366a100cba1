using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Judging;

/// <summary>One scale written for another on the same tonic: the mistakes that have a name of their own.</summary>
internal static class FormConfusions
{
    // asked | written | what it is called, in order of precedence. What a school holds to be right never comes here.
    private const string Table = """
        natural-minor harmonic-minor melodic-minor melodic-minor-one-way | major | parallel-for-relative
        harmonic-minor | natural-minor | natural-for-harmonic
        natural-minor | harmonic-minor | harmonic-for-natural
        melodic-minor melodic-minor-one-way | harmonic-minor | harmonic-for-melodic
        melodic-minor melodic-minor-one-way | natural-minor | natural-for-melodic
        natural-minor | melodic-minor-one-way | melodic-for-natural
        major | natural-minor | minor-for-major
        major | harmonic-minor | minor-for-major
        major | melodic-minor-one-way | minor-for-major
        harmonic-minor | melodic-minor-one-way | sixth-raised-in-harmonic
        melodic-minor | melodic-minor-one-way | not-restored-descending
        """;

    private static readonly ImmutableArray<Row> Rows = [.. Table.Split('\n').SelectMany(ReadRow)];

    /// <summary>The confusion that makes a line exactly what it is, or null.</summary>
    /// <param name="line">The scale as the key has it.</param>
    /// <param name="descending">Whether the line comes down.</param>
    /// <param name="core">The notes written, the closing tonic dropped.</param>
    public static (FindingCode Code, ScaleType Written)? Find(Scale line, bool descending, ReadOnlySpan<NoteName> core)
    {
        foreach (var row in Rows)
        {
            if (row.Asked == line.Type.Id && IsCore(row.Written, line.Tonic, descending, core))
                return (row.Code, row.Written);
        }

        if (line.Type.IsMode && IsCore(ScaleTypes.Major, line.Tonic, descending, core))
            return (FindingCode.ModeSignatureOfTonicMajor, ScaleTypes.Major);
        return null;
    }

    /// <summary>Another scale of the catalogue that a line is exactly, when a mode was asked; or null.</summary>
    public static ScaleType? OtherMode(Scale line, bool descending, ReadOnlySpan<NoteName> core)
    {
        if (!line.Type.IsMode)
            return null;
        foreach (var type in ScaleTypes.All)
        {
            if (!ReferenceEquals(type, line.Type) && IsCore(type, line.Tonic, descending, core))
                return type;
        }

        return null;
    }

    /// <summary>Whether notes are those of a scale, the closing tonic dropped.</summary>
    private static bool IsCore(ScaleType type, NoteName tonic, bool descending, ReadOnlySpan<NoteName> core)
    {
        var degrees = type.Form(descending).Degrees;
        if (core.Length != degrees.Length)
            return false;
        for (var i = 0; i < core.Length; i++)
        {
            // Coming down the line begins on the upper tonic and goes on with the last degree.
            var degree = degrees[descending ? (degrees.Length - i) % degrees.Length : i];
            if (core[i].Fifths != tonic.Fifths + degree.Fifths)
                return false;
        }

        return true;
    }

    private static IEnumerable<Row> ReadRow(string line)
    {
        string[] cells = [.. line.Split('|').Select(cell => cell.Trim())];
        return FileWords.TryParse<FindingCode>(cells[2], out var code)
            ? cells[0].Split(' ').Select(asked => new Row(asked, ScaleTypes.Get(cells[1]), code))
            : throw new FormatException($"There is no finding called {cells[2]}.");
    }

    private sealed record Row(string Asked, ScaleType Written, FindingCode Code);
}
