using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Theory;

namespace Gavvet.Scanning.Reading;

/// <summary>What of a note is not certain.</summary>
public enum ReadDoubt
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>Whether it is a note.</summary>
    Head,

    /// <summary>On which line or in which space it stands.</summary>
    Place,

    /// <summary>Which accidental stands before it.</summary>
    Sign,

    /// <summary>What else is written there.</summary>
    Other,
}

/// <summary>A note that was read.</summary>
/// <param name="Position">Half spaces above the bottom line.</param>
/// <param name="Sign">The accidental before it, or null.</param>
/// <param name="Doubt">What of it is not certain.</param>
public sealed record ReadNote(int Position, Accidental? Sign, ReadDoubt Doubt)
{
    /// <summary>Whether it is certain.</summary>
    public bool IsCertain => Doubt == ReadDoubt.None;
}

/// <summary>What is seen in a column before its sign is read.</summary>
/// <param name="Ink">What was written in the column.</param>
/// <param name="Head">The notehead.</param>
/// <param name="Sign">What lies before the head, as an accidental does, in pixels of the page; null where nothing does.</param>
/// <param name="Doubt">What besides the sign is not certain.</param>
internal sealed record SeenNote(WrittenInk Ink, WrittenHead Head, (int Left, int Top, int Right, int Bottom)? Sign, ReadDoubt Doubt);

/// <summary>Reads notes that were written on a staff, a note a column.</summary>
public static class StaffReader
{
    private const double Around = 4.5;

    // Written ink is counted in squares of a space; less than this is nothing, and more than that beside what was read is something
    // that was not understood, such as a crossing-out.
    private const double Nothing = 0.1,
        Something = 0.3;

    // How like a head, and how surely a sign, what is certain must be.
    private const double HeadLike = 0.34,
        SignSure = 0.9;

    // How far off its place a head may be, in half spaces, where those beside it lie a step apart, and where not.
    private const double InStep = 0.55,
        OutOfStep = 0.2,
        MostLean = 0.4;

    /// <summary>The notes of some columns; null where nothing is written in one.</summary>
    /// <param name="page">The page as it was printed.</param>
    /// <param name="laid">The page as it was laid.</param>
    /// <param name="staff">The staff, from its top line to its bottom line, in micrometers.</param>
    /// <param name="columns">The columns, left to right, in micrometers.</param>
    /// <param name="room">What belongs to the question; what is beyond it was not written for it.</param>
    public static ImmutableArray<ReadNote?> Read(PrintedPage page, LaidPage laid, Box staff, IReadOnlyList<Box> columns, Box room)
    {
        var space = (staff.Bottom - staff.Top) / 4.0;
        var seen = Seen(page, laid, staff, columns, room);
        // Half spaces above the bottom line, as measured.
        double?[] heights =
        [
            .. seen.Select(one =>
                one is { } note ? (staff.Bottom - ((note.Head.Y + 0.5) * PrintedPage.Pixel)) / (space / 2) : (double?)null
            ),
        ];
        var places = Places(heights);
        return
        [
            .. seen.Select(
                (one, i) =>
                    one is { } note && places[i] is var (position, isClear)
                        ? Note(note, position, isClear, space / PrintedPage.Pixel)
                        : null
            ),
        ];
    }

    private static ReadNote Note(SeenNote note, int position, bool isClear, double space)
    {
        var (sign, sure) = note.Sign is { } box
            ? SignReader.Read(note.Ink, (box.Left + box.Right + 1) / 2.0, note.Head.Y, space)
            : ((Accidental?)null, 1);
        // Beside ledger lines what seems a double sign may be their ends.
        var isEnds = sign is (Accidental.DoubleSharp or Accidental.DoubleFlat) && position is (<= -2 or >= 10);
        return new ReadNote(
            position,
            sign,
            note.Doubt != ReadDoubt.None ? note.Doubt
                : note.Sign is not null && (sign is null || sure < SignSure || isEnds) ? ReadDoubt.Sign
                : isClear ? ReadDoubt.None
                : ReadDoubt.Place
        );
    }

    /// <summary>What is seen in each column; null where nothing is written in it.</summary>
    internal static SeenNote?[] Seen(PrintedPage page, LaidPage laid, Box staff, IReadOnlyList<Box> columns, Box room)
    {
        var space = (staff.Bottom - staff.Top) / 4.0;
        var (top, bottom) = (Math.Max(room.Top, staff.Top - (Around * space)), Math.Min(room.Bottom, staff.Bottom + (Around * space)));
        return
        [
            .. columns.Select(column =>
                Column(
                    WrittenInk.In(page.Picture, laid.Picture, new Box(Px(column.Left), Px(top), Px(column.Right), Px(bottom))),
                    space / PrintedPage.Pixel,
                    staff.Top / PrintedPage.Pixel,
                    staff.Bottom / PrintedPage.Pixel
                )
            ),
        ];
    }

    private static int Px(double micrometers) => (int)Math.Round(micrometers / PrintedPage.Pixel);

    private static SeenNote? Column(WrittenInk ink, double space, double staffTop, double staffBottom)
    {
        var all = Pixels(ink, (_, _) => true).ToArray();
        if (all.Length < Nothing * space * space)
            return null;
        var edge = (int)(0.4 * space);
        if (HeadOf(ink, ink.Left + edge, ink.Left + ink.Width - edge, space) is not { } head)
            return new SeenNote(ink, new WrittenHead(ink.Left, ink.Top + (ink.Height / 2.0), 1, 1, 0), null, ReadDoubt.Head);
        bool IsHead(int x, int y) => Math.Pow((x - head.X) / head.Wide, 2) + Math.Pow((y - head.Y) / head.High, 2) < 1.9;
        // Ledger lines reach a little beyond the head on both sides; where a sign may begin they are known by how thin they are.
        bool IsLedger(int x, int y) =>
            Math.Max(staffTop - y, y - staffBottom) is var off
            && off > 0.5 * space
            && Math.Abs(off - (Math.Round(off / space) * space)) < 0.35 * space
            && Math.Abs(x - head.X) < head.Wide + space
            && (
                x > head.X - head.Wide - (0.4 * space)
                || (ink.At(x, y - (int)(0.28 * space)).Ink < 0.4 && ink.At(x, y + (int)(0.28 * space)).Ink < 0.4)
            );
        var beside = all.Where(at => !IsHead(at.X, at.Y)).ToArray();
        // A sign stands before its head, no higher and no lower than it reaches.
        bool IsBefore((int X, int Y) at) =>
            at.X < head.X - (0.9 * head.Wide) && at.X > head.X - head.Wide - (3.4 * space) && Math.Abs(at.Y - head.Y) < 2.4 * space;
        var sign = beside.Where(at => IsBefore(at) && !IsLedger(at.X, at.Y)).ToArray();
        var other = beside.Count(at => !IsBefore(at) && !IsLedger(at.X, at.Y));
        var doubt =
            head.Likeness < HeadLike ? ReadDoubt.Head
            : other >= Something * space * space ? ReadDoubt.Other
            : ReadDoubt.None;
        return new SeenNote(ink, head, sign.Length < Nothing * space * space ? null : Bounds(sign), doubt);
    }

    // The bowl of a flat is soon like a head; the head itself stands to its right.
    private static WrittenHead? HeadOf(WrittenInk ink, int left, int right, double space)
    {
        if (HeadFinder.Find(ink, left, right, space) is not { } likest)
            return null;
        var beyond = (int)(likest.X + (1.3 * space));
        return
            beyond < right
            && HeadFinder.Find(ink, beyond, right, space) is { Likeness: >= HeadLike } next
            && Math.Abs(next.Y - likest.Y) < 2 * space
            ? next
            : likest;
    }

    private static IEnumerable<(int X, int Y)> Pixels(WrittenInk ink, Func<int, int, bool> isMeant)
    {
        const double dark = 0.4;
        for (var y = ink.Top; y < ink.Top + ink.Height; y++)
        {
            for (var x = ink.Left; x < ink.Left + ink.Width; x++)
            {
                var (shade, sure) = ink.At(x, y);
                if (sure > 0 && shade > dark && isMeant(x, y))
                    yield return (x, y);
            }
        }
    }

    // Without the few that lie apart.
    private static (int Left, int Top, int Right, int Bottom) Bounds((int X, int Y)[] pixels)
    {
        int[] across = [.. pixels.Select(at => at.X).Order()],
            down = [.. pixels.Select(at => at.Y).Order()];
        var few = Math.Min(2, pixels.Length / 20);
        return (across[few], down[few], across[^(few + 1)], down[^(few + 1)]);
    }

    // A hand sets all its heads a little high or low. Where they climb or fall step by step, as a scale does, a head may be farther off
    // its place and is still the step; otherwise it has to lie near it.
    private static double Middle(IEnumerable<double> numbers) => numbers.Order().ToArray() is var all ? all[all.Length / 2] : 0;

    private static (int Position, bool IsClear)?[] Places(double?[] heights)
    {
        var known = heights.Select((height, i) => (Height: height, Column: i)).Where(one => one.Height is not null).ToArray();
        var places = new (int, bool)?[heights.Length];
        if (known.Length == 0)
            return places;
        // Up to some column and down from there, a step a column: the top and its place that most heads agree with, and how high the hand
        // sets them.
        var (top, first, lean, fit) = (
            from peak in Enumerable.Range(0, heights.Length)
            let middle = Middle(known.Select(one => one.Height!.Value + Math.Abs(one.Column - peak)))
            let start = (int)Math.Round(middle)
            let fitting = known.Count(one => Math.Abs(one.Height!.Value - middle + Math.Abs(one.Column - peak)) <= InStep)
            orderby fitting descending
            select (peak, start, middle - start, fitting)
        ).First();
        var isScale = known.Length >= 4 && fit >= known.Length - 1 && Math.Abs(lean) <= MostLean;
        foreach (var (height, column) in known)
        {
            var step = first - Math.Abs(column - top);
            // How high the hand sets its heads is itself known by a few heads alone, and most hands set them near their places.
            var at = height!.Value - (isScale ? lean / 2 : 0);
            var place = (int)Math.Round(at);
            places[column] = isScale && Math.Abs(at - step) <= InStep ? (step, true) : (place, Math.Abs(at - place) <= OutOfStep);
        }

        return places;
    }
}
