using System.Collections.Immutable;
using Gavvet.Exchange;
using Gavvet.Teaching;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>Markings of a paper from the score its student saved in a notation program.</summary>
public static class ScoreMarking
{
    // A scale has more notes; one alone is the tonic that was printed.
    private const int FewestNotes = 2;

    /// <summary>The items that are answered by notes and have a staff in the score, marked: one whose staff is as empty as it was handed
    /// out is left empty.</summary>
    /// <param name="papers">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="score">The score.</param>
    /// <exception cref="FormatException">Nothing in the score belongs to the paper, or nothing is written in it.</exception>
    public static ImmutableArray<(SetItem Item, Marking Marking)> Of(
        RecordedPapers papers,
        RecordedCopy copy,
        ImmutableArray<ReadPart> score
    )
    {
        var items = papers.ItemsOf(copy).Where(item => item.Question.Scale is not null).ToDictionary(item => item.Number);
        // A score may hold every version and part; the student wrote in one of them. The last staff of a question takes the answer.
        var staves = PartOf(papers, copy, score)
            ?.Staves.Where(staff => staff.Number is { } number && items.ContainsKey(number))
            .GroupBy(staff => staff.Number!.Value)
            .ToArray()
            ?? [];
        // An untouched score is more likely the wrong file than a student who knew nothing.
        if (!staves.Any(own => IsWritten(own.Last())))
            throw new FormatException(Texts.Say("score.no-staff"));
        return
        [
            .. staves.Select(own =>
                (
                    items[own.Key],
                    papers.Mark(
                        items[own.Key],
                        !IsWritten(own.Last())
                            ? new Decision.Blank()
                            : new Decision.Written(
                                items[own.Key].Question.Scale!.AsksSignature ? own.Last().TextAfterSignature : own.Last().Text
                            )
                    )
                )
            ),
        ];
    }

    private static bool IsWritten(ReadStaff staff) => staff.Notes.Length >= FewestNotes;

    private static ReadPart? PartOf(RecordedPapers papers, RecordedCopy copy, ImmutableArray<ReadPart> score)
    {
        if (score.Length <= 1)
            return score.FirstOrDefault();
        var edition = papers.Record.Editions[copy.Edition];
        var own = score.Where(part => part.Name.Contains($"Version {edition.Version}", StringComparison.OrdinalIgnoreCase)).ToArray();
        return (own.Length > 0 ? own : [.. score]).MaxBy(part => part.Staves.Sum(staff => staff.Notes.Length));
    }
}
