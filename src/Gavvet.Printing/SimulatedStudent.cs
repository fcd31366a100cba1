using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Teaching;
using Gavvet.Theory;
using SkiaSharp;

namespace Gavvet.Printing;

/// <summary>What a simulated student writes on a paper: most answers right, some with the mistakes the questions invite, some left out.</summary>
/// <param name="papers">The printing.</param>
/// <param name="seed">Which student.</param>
/// <param name="marked">What was decided of some questions before, by number: those are written so.</param>
/// <param name="way">How the student's hand writes.</param>
public sealed class SimulatedStudent(
    RecordedPapers papers,
    ulong seed,
    IReadOnlyDictionary<int, Marking>? marked = null,
    HandWay way = HandWay.Usual
)
{
    private const ulong Mistaken = 2;

    /// <summary>Of so many answers one is left out and two are mistaken; the others are right.</summary>
    public const ulong Usual = 9,
        Careful = 15;

    private readonly SimulatedHand _hand = new(seed, way);

    /// <summary>Of how many answers one is left out and two are mistaken: <see cref="Usual"/>, or for a class that gets four of five
    /// right <see cref="Careful"/>.</summary>
    public ulong OutOf { get; init; } = Usual;

    /// <summary>The answer to a question as it would be typed, where it is one that is drawn: notes on a staff, or the letter of a box.
    /// Null where it is left out; empty where it is words.</summary>
    /// <param name="item">The question.</param>
    public string? Answer(SetItem item)
    {
        var drawn = SplitMix64.At(seed, (ulong)item.Number);
        var chance = drawn % OutOf;
        if (marked?.GetValueOrDefault(item.Number) is { } decided)
        {
            if (decided.As == MarkedAs.Blank)
                return null;
            if (item.Question.Choices.IsEmpty && decided.Written is { Length: > 0 } written)
                return written;
            // What is past the chances of leaving out and of mistakes is right.
            chance = decided.IsRight ? OutOf - 1 : 1;
        }

        if (chance == 0)
            return null;
        if (!item.Question.RightChoices.IsEmpty)
        {
            var right = item.Question.RightChoices[0];
            var choice =
                chance <= Mistaken
                    ? (right + 1 + (int)(drawn / OutOf % (ulong)Math.Max(1, item.Question.Choices.Length - 1)))
                        % item.Question.Choices.Length
                    : right;
            return $"{(char)('A' + choice)}";
        }

        if (item.Question.Scale is null)
            return "";
        var mistakes = item.Question.Mistakes;
        return chance <= Mistaken && !mistakes.IsEmpty ? mistakes[(int)(drawn / OutOf % (ulong)mistakes.Length)].Text : item.Question.Text;
    }

    /// <summary>Writes on a page.</summary>
    /// <param name="canvas">The page; a unit is a micrometer.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="number">Which page of it, from 0.</param>
    /// <param name="page">The page as it was printed.</param>
    public void Write(SKCanvas canvas, RecordedCopy copy, int number, PrintedPage page)
    {
        foreach (var recorded in papers.Record.Editions[copy.Edition].Items)
        {
            var item = papers.ItemOf(copy, recorded.Item.Number);
            if (Answer(item) is not { } answer)
                continue;
            foreach (var piece in recorded.Pieces.Where(piece => piece.Page == number))
                Write(canvas, item, piece, page, answer);
        }
    }

    private void Write(SKCanvas canvas, SetItem item, ItemPiece piece, PrintedPage page, string answer)
    {
        if (piece.Anchors.Figures is [.., var figure])
        {
            if (ScannedAnswers.BoxesOf(item, figure))
            {
                _hand.Tick(canvas, figure.Places[answer[0] - 'A']);
                return;
            }

            if (ScannedAnswers.IsScale(item, figure, page) && Positions(item, figure, answer) is { } notes)
            {
                for (var column = 0; column < notes.Length; column++)
                {
                    var place = figure.Places[column];
                    if (!ScannedAnswers.IsGiven(item, column))
                        _hand.Note(
                            canvas,
                            figure.Staff!.Value,
                            (place.Left + place.Right) / 2.0,
                            notes[column].Position,
                            notes[column].Sign
                        );
                }

                return;
            }
        }

        _hand.Answer(canvas, piece.Box, piece.Anchors, page.IsPrinted);
    }

    // Where the notes of a line stand, from where the key has the first on; each is as near as may be to the one before.
    private ImmutableArray<(int Position, Accidental? Sign)>? Positions(SetItem item, FigureAnchors figure, string answer)
    {
        var names = answer.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var read = new List<NoteName>();
        foreach (var name in names)
        {
            if (!NoteNaming.TryParse(papers.Style.NoteNames, name.TrimEnd('0', '1', '2', '3', '4', '5', '6', '7', '8', '9'), out var note))
                return null;
            read.Add(note);
        }

        // Who forgets the last note leaves its place empty.
        if (read.Count > figure.Places.Length)
            return null;
        var bottom = item.What.Clef!.BottomLine.StaffStep;
        var signature = ScannedAnswers.SignatureOf(item, papers.Style);
        var step = bottom + ScannedAnswers.PositionOf(figure, 0);
        var positions = ImmutableArray.CreateBuilder<(int, Accidental?)>();
        foreach (var note in read)
        {
            // The nearest place of its letter.
            var away = (((int)note.Letter - step) % Letters.Count + Letters.Count) % Letters.Count;
            step += away > Letters.Count / 2 ? away - Letters.Count : away;
            var plain = signature?.On(note.Letter) ?? Accidental.Natural;
            positions.Add((step - bottom, note.Accidental == plain ? null : note.Accidental));
        }

        return positions.ToImmutable();
    }
}
