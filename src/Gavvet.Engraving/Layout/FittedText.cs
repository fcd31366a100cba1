using Gavvet.Engraving.Fonts;

namespace Gavvet.Engraving.Layout;

/// <summary>Words that are to stand whole in the room there is: smaller, then on two lines, and cut only where neither is enough.</summary>
internal static class FittedText
{
    /// <summary>The lines, at most two, and their size. A line a little smaller is easier to read than two; two whole lines tell more
    /// than one that is cut.</summary>
    /// <param name="text">The words.</param>
    /// <param name="style">The cut.</param>
    /// <param name="usual">The size they have where there is room, in micrometers.</param>
    /// <param name="smallest">The smallest that may be, or 0 for what can still be read.</param>
    /// <param name="room">How wide a line may be.</param>
    public static (string[] Lines, int Size) Of(string text, TextStyle style, int usual, int smallest, int room)
    {
        smallest = Math.Min(usual, smallest > 0 ? smallest : PageMetrics.SmallestText);
        var step = PageMetrics.Points(1) / 2;
        for (var size = usual; size >= Math.Max(smallest, usual * 3 / 4); size -= step)
        {
            if (TextSetter.Width(text, style, size) <= room)
                return ([text], size);
        }

        for (var size = usual; text.Contains(' ', StringComparison.Ordinal) && size >= smallest; size -= step)
        {
            if (TextSetter.Wrap(text, style, size, room) is { Length: 2 } lines)
                return ([.. lines], size);
        }

        return TextSetter.Wrap(text, style, smallest, room) switch
        {
            { Length: <= 2 } lines => ([.. lines], smallest),
            var lines => ([lines[0], TextSetter.Shortened(string.Join(' ', lines.Skip(1)), style, smallest, room)], smallest),
        };
    }
}
