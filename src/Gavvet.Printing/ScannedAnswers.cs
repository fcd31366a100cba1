using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Scanning;
using Gavvet.Scanning.Reading;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Printing;

/// <summary>What was read of a question on a scan.</summary>
/// <param name="Item">The question’s number.</param>
/// <param name="IsEmpty">Whether nothing was written.</param>
/// <param name="Written">The answer as it would be typed, where it is certain; otherwise null.</param>
public sealed record ScannedAnswer(int Item, bool IsEmpty, string? Written);

/// <summary>
/// Reads answers from a scanned page: boxes that were ticked, and scales written on a staff. Words are not read, nor anything that
/// is not certain.
/// </summary>
public static class ScannedAnswers
{
    // A box to tick is no higher and no wider than this, in micrometers.
    private const int LargestBox = 6_000;

    // Written in a box to tick, in square millimeters: so much is a tick, so little is none, and a tick of another box may run into it.
    private const double Ticked = 0.9,
        Bare = 0.25,
        RunsInto = 0.3;

    /// <summary>What was read of the questions on a page.</summary>
    /// <param name="papers">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="number">The page, from 0.</param>
    /// <param name="page">The page as it was printed.</param>
    /// <param name="laid">The page as it was laid.</param>
    public static ImmutableArray<ScannedAnswer> Of(RecordedPapers papers, RecordedCopy copy, int number, PrintedPage page, LaidPage laid) =>
        [
            .. from recorded in papers.Record.Editions[copy.Edition].Items
            from piece in recorded.Pieces
            where piece.Page == number
            let isEmpty = laid.IsEmpty(piece.Box)
            // What goes on on another page cannot be read from one.
            let written = isEmpty || recorded.Pieces.Length > 1
                ? null
                : Read(papers, papers.ItemOf(copy, recorded.Item.Number), piece, page, laid)
            select new ScannedAnswer(recorded.Item.Number, isEmpty, written),
        ];

    private static string? Read(RecordedPapers papers, SetItem item, ItemPiece piece, PrintedPage page, LaidPage laid) =>
        piece.Anchors.Figures is not [.., var figure] ? null
        : BoxesOf(item, figure) ? Tick(figure, laid)
        : IsScale(item, figure, page)
            ? IsWrittenBefore(figure, laid) ? null
                : Notes(
                    item,
                    papers.Style,
                    figure,
                    StaffReader.Read(page, laid, figure.Staff!.Value, [.. figure.Places.Where((_, i) => !IsGiven(item, i))], piece.Box)
                )
        : null;

    // Something between the clef and the first note, such as a signature nobody asked for: the notes may be meant under it.
    private static bool IsWrittenBefore(FigureAnchors figure, LaidPage laid)
    {
        var (staff, about) = (figure.Staff!.Value, figure.Staff!.Value.Height / 2);
        return laid.WrittenIn(new Box(staff.Left, staff.Top - about, figure.Places[0].Left, staff.Bottom + about)) > Ticked;
    }

    /// <summary>Whether a question is answered by ticking a box each.</summary>
    internal static bool BoxesOf(SetItem item, FigureAnchors figure) =>
        !item.Question.Choices.IsEmpty
        && figure.Places.Length == item.Question.Choices.Length
        && figure.Places.All(place => place is { Width: > 0 and <= LargestBox, Height: <= LargestBox });

    /// <summary>Whether a question is answered by a scale on one staff, where no signature is to be written; of its notes some may be
    /// printed.</summary>
    internal static bool IsScale(SetItem item, FigureAnchors figure, PrintedPage page) =>
        item.Question.Scale is { AsksSignature: false, Fill: LineFill.Notes }
        && (item.Question.Columns.IsEmpty || item.Question.Columns.Length == figure.Places.Length)
        && item.What.Clef is not null
        && figure is { Staff: { } staff, Places: [_, _, ..] places }
        && places.All(place => place.Top >= staff.Top - staff.Height && place.Bottom <= staff.Bottom + staff.Height)
        && figure.Heads.Length == figure.Places.Length
        && !figure.Heads.Where((head, i) => head != default && page.IsPrinted(head) != IsGiven(item, i)).Any();

    /// <summary>Whether the note of a column is printed.</summary>
    internal static bool IsGiven(SetItem item, int column) => item.Question.Columns.ElementAtOrDefault(column) is not null;

    /// <summary>The signature that is printed before a line, under which its notes are written; null where it is written with signs.</summary>
    internal static KeySignature? SignatureOf(SetItem item, HouseStyle style) =>
        item.Question.Scale is { UnderSignature: true } scale ? style.SignatureOf(scale.Type, scale.Tonic) : null;

    /// <summary>Half spaces above the bottom line at which a head of the key stands.</summary>
    internal static int PositionOf(FigureAnchors figure, int column)
    {
        var (staff, head) = (figure.Staff!.Value, figure.Heads[column]);
        return (int)Math.Round((staff.Bottom - ((head.Top + head.Bottom) / 2.0)) / (staff.Height / 8.0));
    }

    // One box and no other.
    private static string? Tick(FigureAnchors figure, LaidPage laid)
    {
        double[] ink = [.. figure.Places.Select(laid.WrittenIn)];
        var most = Array.IndexOf(ink, ink.Max());
        return ink[most] >= Ticked && !ink.Where((one, i) => i != most && (one > Bare || one > RunsInto * ink[most])).Any()
            ? $"{(char)('A' + most)}"
            : null;
    }

    // Every note has to be certain. Columns left bare at the end were not written in; one left bare between others may hold a note that
    // is not seen.
    private static string? Notes(SetItem item, HouseStyle style, FigureAnchors figure, ImmutableArray<ReadNote?> read)
    {
        const int fewest = 3;
        var bare = read.Reverse().TakeWhile(note => note is null).Count();
        if (
            read.IsEmpty
            || read.Length - bare < Math.Min(fewest, read.Length)
            || read.Take(read.Length - bare).Any(note => note is not { IsCertain: true })
        )
            return null;
        var bottom = item.What.Clef!.BottomLine.StaffStep;
        var signature = SignatureOf(item, style);
        var next = 0;
        return string.Join(
            ' ',
            figure
                .Places.Select(
                    (_, column) =>
                        item.Question.Columns.ElementAtOrDefault(column) is { } given ? Named(given, bottom + PositionOf(figure, column))
                        : read[next++] is { } note ? At(note)
                        : null
                )
                .OfType<string>()
        );

        string At(ReadNote note)
        {
            var letter = Letter.C.Up(bottom + note.Position);
            return Named(new NoteName(letter, note.Sign ?? signature?.On(letter) ?? Accidental.Natural), bottom + note.Position);
        }

        string Named(NoteName name, int step) =>
            FormattableString.Invariant($"{NoteNaming.Clicked(style.NoteNames, name)}{Pitch.At(name, step).Octave}");
    }
}
