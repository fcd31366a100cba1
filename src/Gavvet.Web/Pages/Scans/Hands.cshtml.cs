using System.Collections.Immutable;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Scans;

/// <summary>What one student wrote for a question.</summary>
/// <param name="Printing">The printing.</param>
/// <param name="Item">The question’s number.</param>
/// <param name="Copy">The paper.</param>
/// <param name="Name">Whose.</param>
/// <param name="Pictures">What was written, on each page the question stands on.</param>
/// <param name="SeemsEmpty">Whether nothing seems to be written.</param>
/// <param name="Marking">What was decided, or null.</param>
internal sealed record HandCard(
    string Printing,
    int Item,
    int Copy,
    string Name,
    ImmutableArray<string> Pictures,
    bool SeemsEmpty,
    KeptMarking? Marking
)
{
    /// <summary>Whether names are hidden: papers go by their numbers.</summary>
    public bool IsHidden { get; init; }

    /// <summary>What was read for certain, as the paper says it, with what the judge makes of it; null where nothing was.</summary>
    public (string Written, Teaching.Marking Judged)? Read { get; init; }

    /// <summary>What was read, in words.</summary>
    public string? ReadAs =>
        Read is not var (written, judged) ? null
        : judged.IsRight ? Say("Read as {0}: right", written)
        : Say(
            "Read as {0}: {1} of {2}. {3}",
            written,
            MarksText.Of(judged.Marks),
            judged.Of,
            string.Join(' ', judged.Findings.Select(finding => finding.Message))
        );

    /// <summary>What went wrong the last time it was decided here, or null.</summary>
    public string? Problem { get; init; }

    /// <summary>What stands, in words.</summary>
    public string State =>
        Marking is { Marking: var marking }
            ? Say("{0}, {1} of {2}", Texts.Say($"marked.{FileWords.Of(marking.As)}"), MarksText.Of(marking.Marks), marking.Of)
        : SeemsEmpty ? Say("Not marked yet; seems left empty")
        : Say("Not marked yet");

    // What waits first: read as right, then by the mistake that was read, then what was not read; what seems empty after it, and then
    // what is decided, by its mistakes.
    internal (int, string) Order =>
        Marking is { Marking: var marking } ? (marking.IsRight ? 5 : 4, Mistakes(marking))
        : SeemsEmpty ? (3, "")
        : Read is var (_, judged) ? (judged.IsRight ? 0 : 1, Mistakes(judged))
        : (2, "");

    private static string Mistakes(Teaching.Marking marking) => string.Join(' ', marking.Findings.Select(finding => finding.Code));
}

/// <summary>All hands of one question at once: what everyone wrote, cut out of their scans.</summary>
internal sealed class HandsModel(OpenPrintings open, MarkingStore markings, ScanStore scans) : PageModel
{
    public OpenPrinting Printing { get; private set; } = null!;

    /// <summary>The questions’ numbers.</summary>
    public ImmutableArray<int> Items { get; private set; } = [];

    public int Item { get; private set; }

    /// <summary>What everyone wrote, by version: what is asked, and the hands.</summary>
    public IReadOnlyList<(SetItem Asked, string Edition, IReadOnlyList<HandCard> Cards)> Groups { get; private set; } = [];

    /// <summary>Hands that wait and were read as right.</summary>
    public IEnumerable<int> ReadRight => Groups.SelectMany(group => group.Cards).Where(IsReadRight).Select(card => card.Copy);

    /// <summary>Readings of this printing that were decided so far, and how many of them otherwise than they were read.</summary>
    public (int Taken, int Changed) Trust { get; private set; }

    /// <summary>Hands that wait, are not empty and were not read as mistaken.</summary>
    public IEnumerable<int> Waiting => Groups.SelectMany(group => group.Cards).Where(MayBeRight).Select(card => card.Copy);

    /// <summary>Whether names are hidden, as the address says: papers go by their numbers.</summary>
    [BindProperty(SupportsGet = true, Name = "hidden")]
    public bool IsHidden { get; set; }

    /// <summary>The address of a question as the page is set.</summary>
    /// <param name="item">The question.</param>
    /// <param name="hidden">Whether names are hidden; as they are where it is not said.</param>
    public string At(int item, bool? hidden = null) =>
        $"/printings/{Printing.Id}/hands?item={item}{(hidden ?? IsHidden ? "&hidden=true" : "")}";

    public async Task<IActionResult> OnGetAsync(string id, int? item) => await ShowAsync(id, item) ? Page() : NotFound();

    /// <summary>Decides one.</summary>
    public async Task<IActionResult> OnPostMarkAsync(string id, int item, int copy, string? say, long? seen)
    {
        if (!await ShowAsync(id, item) || Find(copy) is not var (asked, card))
            return NotFound();
        string? problem = null;
        try
        {
            Decision decision = say switch
            {
                "right" => new Decision.Right(),
                "read" when card.Read is { Judged.Written: { } written } => new Decision.Written(written),
                "blank" => new Decision.Blank(),
                _ => new Decision.Wrong(),
            };
            await markings.AddAsync(id, copy, asked, Printing.Papers.Mark(asked, decision), seen, HttpContext.RequestAborted);
        }
        catch (MarkedMeanwhileException)
        {
            problem = Say("This was marked in another window meanwhile.");
        }

        if (!Request.Headers.ContainsKey("HX-Request"))
            return Redirect(At(item));
        return await ShowAsync(id, item) && Find(copy) is var (_, now)
            ? Partial("Scans/_Hand", now with { Problem = problem })
            : NotFound();
    }

    /// <summary>Takes those of the page that still wait as right; what was scanned since nobody has looked at.</summary>
    public async Task<IActionResult> OnPostRestAsync(string id, int item, int[]? looked)
    {
        if (!await ShowAsync(id, item))
            return NotFound();
        foreach (var (asked, _, cards) in Groups)
        {
            var right = Printing.Papers.Mark(asked, new Decision.Right());
            foreach (var card in cards.Where(card => MayBeRight(card) && looked?.Contains(card.Copy) == true))
                await markings.AddAsync(id, card.Copy, asked, right);
        }

        return Redirect(At(item));
    }

    /// <summary>Takes those of the page that were read as right as what was read.</summary>
    public async Task<IActionResult> OnPostReadAsync(string id, int item, int[]? looked)
    {
        if (!await ShowAsync(id, item))
            return NotFound();
        foreach (var (asked, _, cards) in Groups)
        {
            foreach (var card in cards.Where(card => IsReadRight(card) && looked?.Contains(card.Copy) == true))
                await markings.AddAsync(id, card.Copy, asked, card.Read!.Value.Judged);
        }

        return Redirect(At(item));
    }

    private static bool MayBeRight(HandCard card) => IsWaiting(card) && card.Read is not { Judged.IsRight: false };

    private static bool IsReadRight(HandCard card) => IsWaiting(card) && card.Read is { Judged.IsRight: true };

    private static string EditionOf(Printing.RecordedEdition edition) =>
        Instrument.Find(edition.Part) is { } part
            ? Say("Version {0}, {1}", edition.Version, part.Name)
            : Say("Version {0}", edition.Version);

    private static bool IsWaiting(HandCard card) => card is { Marking: null, SeemsEmpty: false };

    private (SetItem Asked, HandCard Card)? Find(int copy)
    {
        foreach (var (asked, _, cards) in Groups)
        {
            if (cards.FirstOrDefault(card => card.Copy == copy) is { } card)
                return (asked, card);
        }

        return null;
    }

    private async Task<bool> ShowAsync(string id, int? item)
    {
        if (await open.FindAsync(id) is not { } found)
            return false;
        Printing = found;
        Items = [.. found.Record.Editions.SelectMany(edition => edition.Items).Select(one => one.Item.Number).Distinct().Order()];
        if (Items.IsEmpty)
            return false;
        Item = item ?? Items[0];
        if (!Items.Contains(Item))
            return false;
        var shown = (await scans.ListAsync(id, HttpContext.RequestAborted))
            .Where(scan => scan is { IsShown: true, State: ScanState.Laid })
            .ToLookup(scan => scan.Copy);
        var owners = (await markings.OwnersAsync(id, HttpContext.RequestAborted)).ToDictionary(owner => owner.Number);
        var marked = await markings.CurrentAsync(id, HttpContext.RequestAborted);
        Groups =
        [
            .. found
                .Record.Copies.Where(copy => found.Record.Editions[copy.Edition].Items.Any(one => one.Item.Number == Item))
                .GroupBy(copy => copy.Edition)
                .Select(edition =>
                {
                    var recorded = found.Record.Editions[edition.Key];
                    var pieces = recorded.Items.First(one => one.Item.Number == Item).Pieces;
                    return (
                        found.Papers.ItemOf(edition.First(), Item),
                        EditionOf(recorded),
                        (IReadOnlyList<HandCard>)
                            [
                                .. edition
                                    .Select(copy => Card(copy, pieces, [.. shown[copy.Number]]))
                                    .Where(card => !card.Pictures.IsEmpty)
                                    .OrderBy(card => card.Order)
                                    .ThenBy(card => card.Copy),
                            ]
                    );
                })
                .Where(group => group.Item3.Count > 0),
        ];
        Trust = TrustIn(shown.SelectMany(own => own), marked);
        return true;

        HandCard Card(Printing.RecordedCopy copy, ImmutableArray<Printing.ItemPiece> pieces, KeptScan[] own)
        {
            var here = pieces.Select(piece => own.FirstOrDefault(scan => scan.Page == piece.Page)).ToArray();
            return new HandCard(
                id,
                Item,
                copy.Number,
                IsHidden ? Say("Paper {0}", copy.Number) : MarkingStore.NameOf(owners, copy.Number, copy.Student) ?? Say("A spare"),
                [.. here.OfType<KeptScan>().Select(scan => $"/printings/{id}/scans/{scan.Id}/{Item}.jpg")],
                here.All(scan => scan is not null && scan.Readings.Any(reading => reading.Item == Item && reading.IsEmpty)),
                marked.GetValueOrDefault((copy.Number, Item))
            )
            {
                IsHidden = IsHidden,
                Read = here.OfType<KeptScan>().Select(scan => ReadOn(scan, Item)).FirstOrDefault(read => read is not null),
            };
        }
    }

    private (string, Teaching.Marking)? ReadOn(KeptScan scan, int item)
    {
        if (scan.Readings.FirstOrDefault(reading => reading.Item == item)?.Written is not { } written)
            return null;
        var copy = Printing.Record.Copies.First(one => one.Number == scan.Copy);
        try
        {
            var asked = Printing.Papers.ItemOf(copy, item);
            return (Shown(asked, written), Printing.Papers.Mark(asked, new Decision.Written(written)));
        }
        catch (FormatException)
        {
            // What the judge cannot take is shown, and waits.
            return null;
        }
    }

    // As the paper has it: the notes by their printed names, or the answer that was ticked.
    private string Shown(SetItem asked, string written)
    {
        if (written is [var letter] && asked.Question.Choices.ElementAtOrDefault(letter - 'A') is { } choice)
            return choice;
        var names = written
            .Split(' ')
            .Select(word =>
                NoteNaming.Parse(Printing.Papers.Style.NoteNames, word.TrimEnd('0', '1', '2', '3', '4', '5', '6', '7', '8', '9'))
            );
        return Printing.Papers.Style.Say(names);
    }

    private (int Taken, int Changed) TrustIn(IEnumerable<KeptScan> shown, IReadOnlyDictionary<(int Copy, int Item), KeptMarking> marked)
    {
        var (taken, changed) = (0, 0);
        foreach (var scan in shown)
        {
            foreach (var reading in scan.Readings.Where(reading => reading.Written is not null))
            {
                if (
                    !marked.TryGetValue((scan.Copy!.Value, reading.Item), out var kept) || ReadOn(scan, reading.Item) is not var (_, judged)
                )
                    continue;
                taken++;
                changed += (judged.As, judged.Marks) == (kept.Marking.As, kept.Marking.Marks) ? 0 : 1;
            }
        }

        return (taken, changed);
    }
}
