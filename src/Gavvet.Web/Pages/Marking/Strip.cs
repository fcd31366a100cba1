using System.Collections.Immutable;

namespace Gavvet.Web.Pages.Marking;

/// <summary>Shares of marks as dots above a line from none to all; equal ones stand on one another.</summary>
internal sealed class Strip
{
    /// <summary>How wide the line is.</summary>
    public const int Width = 1_000;

    private const int Dot = 20,
        Bins = 50,
        BelowLine = 60;

    /// <param name="shares">The shares, each from 0 to 1.</param>
    public Strip(ImmutableArray<double> shares)
    {
        var bins = shares.GroupBy(share => (int)Math.Round(share * Bins)).ToArray();
        Line = (Dot * bins.Max(bin => bin.Count())) + (Dot / 2);
        Dots = [.. bins.SelectMany(bin => bin.Select((_, i) => (bin.Key * Width / Bins, Line - (Dot / 2) - (Dot * i))))];
        Average = (int)Math.Round(Width * shares.Average());
    }

    /// <summary>How far down the line stands.</summary>
    public int Line { get; }

    /// <summary>The height of all of it.</summary>
    public int Height => Line + BelowLine;

    /// <summary>The middle of each dot.</summary>
    public ImmutableArray<(int X, int Y)> Dots { get; }

    /// <summary>Where the average stands.</summary>
    public int Average { get; }
}
