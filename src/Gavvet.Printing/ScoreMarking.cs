using System.Collections.Immutable;
using Gavvet.Exchange;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>What came of a score.</summary>
/// <param name="Marked">The items that were marked.</param>
/// <param name="NotRead">The numbers of the other items of the paper: they have no staff in the score, or none that can be read.</param>
public sealed record ScoreMarked(ImmutableArray<(SetItem Item, Marking Marking)> Marked, ImmutableArray<int> NotRead);

/// <summary>Markings of a paper from the score its student saved in a notation program.</summary>
public static class ScoreMarking
{
    // A scale has more notes; one alone is the tonic that was printed.
    private const int FewestNotes = 2;

    private enum OnStaff
    {
        Signature,
        Notes,
        SignatureAndNotes,
    }

    // What else than scales is written on a staff as notes or a signature. The other kinds mark notes that stand there, which no score
    // holds: steps, slurs, rings, labels, strikes.
    private static readonly Dictionary<string, OnStaff> Others = new()
    {
        ["accidentals-to-signature"] = OnStaff.Signature,
        ["write-signature"] = OnStaff.Signature,
        ["order-of-accidentals"] = OnStaff.Signature,
        ["degrees-on-staff"] = OnStaff.Notes,
        ["tonic-arpeggio"] = OnStaff.Notes,
        ["signature-and-triad"] = OnStaff.SignatureAndNotes,
    };

    /// <summary>The items that are answered on a staff of the score, marked: one whose staff is as empty as it was handed out is left
    /// empty.</summary>
    /// <param name="papers">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="score">The score.</param>
    /// <exception cref="FormatException">Nothing in the score belongs to the paper, or nothing is written in it.</exception>
    public static ScoreMarked Of(RecordedPapers papers, RecordedCopy copy, ImmutableArray<ReadPart> score)
    {
        var items = papers.ItemsOf(copy).Where(CanBeRead).ToDictionary(item => item.Number);
        // A score may hold every version and part; the student wrote in one of them. The last staff of a question takes the answer.
        var answers = PartOf(papers, copy, score)
            ?.Staves.Where(staff => staff.Number is { } number && items.ContainsKey(number))
            .GroupBy(staff => staff.Number!.Value)
            .Select(own => (Item: items[own.Key], Decision: DecisionOf(items[own.Key], own.Last(), papers.Style)))
            .ToArray()
            ?? [];
        // An untouched score is more likely the wrong file than a student who knew nothing.
        if (!answers.Any(answer => answer.Decision is Decision.Written))
            throw new FormatException(Texts.Say("score.no-staff"));
        return new ScoreMarked(
            [.. answers.Select(answer => (answer.Item, papers.Mark(answer.Item, answer.Decision)))],
            [.. papers.ItemsOf(copy).Select(item => item.Number).Except(answers.Select(answer => answer.Item.Number))]
        );
    }

    // A signature of nothing looks as the staff did when it was handed out.
    private static bool CanBeRead(SetItem item) =>
        item.Question.Scale is not null
        || (
            item.Question.Choices.IsEmpty
            && item.Question.List.IsEmpty
            && Others.ContainsKey(item.What.Kind)
            && !item.Question.Lines.Any(line => line.Right is NotesPart { Notes.IsEmpty: true } or SignaturePart { Signature.Count: 0 })
        );

    private static Decision DecisionOf(SetItem item, ReadStaff staff, HouseStyle style)
    {
        if (item.Question.Scale is { } scale)
            return staff.Notes.Length < FewestNotes
                ? new Decision.Blank()
                : new Decision.Written(scale.AsksSignature ? staff.TextAfterSignature(style.NoteNames) : staff.TextIn(style.NoteNames));
        var (signature, notes) = (style.Say(staff.Signature.Notes), style.Say(staff.Notes.Select(note => note.Name)));
        return Others[item.What.Kind] switch
        {
            OnStaff.Signature => Written(staff.Signature.Count > 0, signature),
            OnStaff.Notes => Written(!staff.Notes.IsEmpty, notes),
            _ => Written(staff.Signature.Count > 0 || !staff.Notes.IsEmpty, $"{staff.SignatureText}\n{notes}"),
        };
    }

    private static Decision Written(bool isAny, string words) => isAny ? new Decision.Written(words) : new Decision.Blank();

    private static ReadPart? PartOf(RecordedPapers papers, RecordedCopy copy, ImmutableArray<ReadPart> score)
    {
        if (score.Length <= 1)
            return score.FirstOrDefault();
        var edition = papers.Record.Editions[copy.Edition];
        var own = score.Where(part => part.Name.Contains($"Version {edition.Version}", StringComparison.OrdinalIgnoreCase)).ToArray();
        return (own.Length > 0 ? own : [.. score]).MaxBy(part => part.Staves.Sum(staff => staff.Notes.Length));
    }
}
