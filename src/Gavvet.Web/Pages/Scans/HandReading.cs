using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Pages.Scans;

/// <summary>What was read for certain of a student’s hand, and what the judge makes of it: a proposal, until a person takes it.</summary>
/// <param name="Written">What was read, as the paper says it.</param>
/// <param name="Judged">What the judge makes of it.</param>
internal sealed record HandReading(string Written, Teaching.Marking Judged)
{
    // A class's readings are judged once for each printing that is open, and not for each page that shows them.
    private static readonly ConditionalWeakTable<
        OpenPrinting,
        ConcurrentDictionary<(int Edition, int Item, string Written), HandReading?>
    > Known = [];

    /// <summary>What was read, in words.</summary>
    public string Words =>
        Judged.IsRight
            ? Say("Read as {0}: right", Written)
            : Say(
                "Read as {0}: {1} of {2}. {3}",
                Written,
                MarksText.Of(Judged.Marks),
                Judged.Of,
                string.Join(' ', Judged.Findings.Select(finding => finding.Message))
            );

    /// <summary>What is wrong with it, by its names: the same words for all who made the same mistakes. Empty where it is right.</summary>
    public string Mistakes =>
        Judged.IsRight ? ""
        : Judged.Findings.Where(finding => finding.Code != FindingCode.NotTheAnswer).Select(finding => MistakeNames.Of(finding.Code))
            is var names
        && names.Any()
            ? string.Join(", ", names.Distinct(StringComparer.Ordinal))
        : Written;

    /// <summary>What was read of a question on the scans of a paper, or null where nothing is certain.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="scans">Its scans that are shown.</param>
    /// <param name="item">The question’s number.</param>
    public static HandReading? Of(OpenPrinting printing, Printing.RecordedCopy copy, IEnumerable<KeptScan> scans, int item) =>
        scans
            .SelectMany(scan => scan.Readings)
            .Where(reading => reading.Item == item && reading.Written is not null)
            .Select(reading =>
                Known
                    .GetOrCreateValue(printing)
                    .GetOrAdd((copy.Edition, item, reading.Written!), read =>
                        Judge(printing, printing.Papers.ItemOf(copy, item), read.Written)
                    )
            )
            .FirstOrDefault(read => read is not null);

    /// <summary>Whether nothing seems to be written for a question: every page it stands on is here, and empty there.</summary>
    /// <param name="pieces">Where the question stands.</param>
    /// <param name="scans">The paper’s scans that are shown.</param>
    /// <param name="item">The question’s number.</param>
    public static bool SeemsEmpty(ImmutableArray<Printing.ItemPiece> pieces, IReadOnlyCollection<KeptScan> scans, int item) =>
        pieces.All(piece =>
            scans.FirstOrDefault(scan => scan.Page == piece.Page)?.Readings.Any(reading => reading.Item == item && reading.IsEmpty) == true
        );

    private static HandReading? Judge(OpenPrinting printing, SetItem asked, string written)
    {
        try
        {
            return new HandReading(Shown(printing, asked, written), printing.Papers.Mark(asked, new Decision.Written(written)));
        }
        catch (FormatException)
        {
            // What the judge cannot take is shown, and waits.
            return null;
        }
    }

    // As the paper has it: the notes by their printed names, or the answer that was ticked.
    private static string Shown(OpenPrinting printing, SetItem asked, string written)
    {
        if (written is [var letter] && asked.Question.Choices.ElementAtOrDefault(letter - 'A') is { } choice)
            return choice;
        var style = printing.Papers.Style;
        var names = written
            .Split(' ')
            .Select(word => NoteNaming.Parse(style.NoteNames, word.TrimEnd('0', '1', '2', '3', '4', '5', '6', '7', '8', '9')));
        return style.Say(names);
    }
}
