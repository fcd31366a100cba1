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

    /// <summary>What was read for certain, with what the judge makes of it; null where nothing was.</summary>
    public HandReading? Read { get; init; }

    /// <summary>What went wrong the last time it was decided here, or null.</summary>
    public string? Problem { get; init; }

    /// <summary>What stands, in words.</summary>
    public string State =>
        Marking is { Marking: var marking }
            ? Say("{0}, {1} of {2}", Texts.Say($"marked.{FileWords.Of(marking.As)}"), MarksText.Of(marking.Marks), marking.Of)
        : SeemsEmpty ? Say("Not marked yet; seems left empty")
        : Say("Not marked yet");

    /// <summary>Which pile the hand lies on.</summary>
    public HandPileKind Kind =>
        Marking is { Marking.IsRight: var isRight } ? (isRight ? HandPileKind.MarkedRight : HandPileKind.MarkedOtherwise)
        : SeemsEmpty ? HandPileKind.Empty
        : Read is null ? HandPileKind.Unread
        : Read.Judged.IsRight ? HandPileKind.Right
        : HandPileKind.Mistaken;

    /// <summary>The mistakes that tell its pile from others of the kind; empty where nothing does.</summary>
    public string Mistakes => Kind == HandPileKind.Mistaken ? Read!.Mistakes : "";
}

/// <summary>What the hands of a pile have in common, in the order the piles lie: what waits first.</summary>
internal enum HandPileKind
{
    /// <summary>Read for certain, and right.</summary>
    Right,

    /// <summary>Read for certain, with the same mistakes.</summary>
    Mistaken,

    /// <summary>Something is written that was not read for certain.</summary>
    Unread,

    /// <summary>Nothing seems to be written.</summary>
    Empty,

    /// <summary>Decided, and not as right.</summary>
    MarkedOtherwise,

    /// <summary>Decided as right.</summary>
    MarkedRight,
}

/// <summary>Hands of a question that lie together, and that one key takes.</summary>
/// <param name="Kind">What they have in common.</param>
/// <param name="Mistakes">The mistakes that were read of each of them.</param>
/// <param name="Cards">The hands.</param>
internal sealed record HandPile(HandPileKind Kind, string Mistakes, ImmutableArray<HandCard> Cards)
{
    /// <summary>What the pile is, in words.</summary>
    public string Title =>
        Kind switch
        {
            HandPileKind.Right => Say("Read as right: {0}", Cards.Length),
            HandPileKind.Mistaken => Say("Read with {0}: {1}", Mistakes, Cards.Length),
            HandPileKind.Unread => Say("Not read: {0}", Cards.Length),
            HandPileKind.Empty => Say("Nothing seems to be written: {0}", Cards.Length),
            HandPileKind.MarkedOtherwise => Say("Marked, and not right: {0}", Cards.Length),
            _ => Say("Marked right: {0}", Cards.Length),
        };

    /// <summary>What taking it says, or null where nothing is to be taken at once.</summary>
    public string? Take =>
        Kind switch
        {
            HandPileKind.Right or HandPileKind.Mistaken => Say("Take {0} as read", Cards.Length),
            HandPileKind.Empty => Say("Take {0} as left empty", Cards.Length),
            _ => null,
        };

    /// <summary>The piles of some hands, in order.</summary>
    public static ImmutableArray<HandPile> Of(IEnumerable<HandCard> cards) =>
        [
            .. cards
                .GroupBy(card => (card.Kind, card.Mistakes))
                .OrderBy(pile => pile.Key.Kind)
                .ThenByDescending(pile => pile.Count())
                .ThenBy(pile => pile.Key.Mistakes, StringComparer.Ordinal)
                .Select(pile => new HandPile(pile.Key.Kind, pile.Key.Mistakes, [.. pile.OrderBy(card => card.Copy)])),
        ];
}

/// <summary>The hands of a version, on their piles.</summary>
/// <param name="Asked">What is asked.</param>
/// <param name="Edition">The version, in words.</param>
/// <param name="Piles">The piles.</param>
internal sealed record HandGroup(SetItem Asked, string Edition, ImmutableArray<HandPile> Piles)
{
    /// <summary>All its hands.</summary>
    public IEnumerable<HandCard> Cards => Piles.SelectMany(pile => pile.Cards);
}

/// <summary>All hands of one question at once: what everyone wrote, cut out of their scans.</summary>
internal sealed class HandsModel(OpenPrintings open, MarkingStore markings, ScanStore scans) : PageModel
{
    public OpenPrinting Printing { get; private set; } = null!;

    /// <summary>The questions’ numbers.</summary>
    public ImmutableArray<int> Items { get; private set; } = [];

    public int Item { get; private set; }

    /// <summary>What everyone wrote, by version.</summary>
    public ImmutableArray<HandGroup> Groups { get; private set; } = [];

    /// <summary>The pile on top of those to be taken at once: one key takes it, and the next lies on top.</summary>
    public HandPile? Top => Groups.SelectMany(group => group.Piles).FirstOrDefault(pile => pile.Take is not null);

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
        foreach (var group in Groups)
        {
            var right = Printing.Papers.Mark(group.Asked, new Decision.Right());
            foreach (var card in group.Cards.Where(card => MayBeRight(card) && looked?.Contains(card.Copy) == true))
                await markings.AddAsync(id, card.Copy, group.Asked, right);
        }

        return Redirect(At(item));
    }

    /// <summary>Takes a pile at once: as it was read, or as left empty. Only what the page had shown on that pile, and still lies there.</summary>
    public async Task<IActionResult> OnPostPileAsync(string id, int item, HandPileKind kind, string? mistakes, int[]? looked)
    {
        if (!await ShowAsync(id, item))
            return NotFound();
        foreach (var group in Groups)
        {
            foreach (
                var card in group.Cards.Where(card =>
                    card.Kind == kind && card.Mistakes == (mistakes ?? "") && looked?.Contains(card.Copy) == true
                )
            )
            {
                var decided = kind switch
                {
                    HandPileKind.Right or HandPileKind.Mistaken => card.Read!.Judged,
                    HandPileKind.Empty => Printing.Papers.Mark(group.Asked, new Decision.Blank()),
                    _ => null,
                };
                if (decided is not null)
                    await markings.AddAsync(id, card.Copy, group.Asked, decided);
            }
        }

        return Redirect(At(item));
    }

    private static bool MayBeRight(HandCard card) => card.Kind is HandPileKind.Right or HandPileKind.Unread;

    private static string EditionOf(Printing.RecordedEdition edition) =>
        Instrument.Find(edition.Part) is { } part
            ? Say("Version {0}, {1}", edition.Version, part.Name)
            : Say("Version {0}", edition.Version);

    private (SetItem Asked, HandCard Card)? Find(int copy)
    {
        foreach (var group in Groups)
        {
            if (group.Cards.FirstOrDefault(card => card.Copy == copy) is { } card)
                return (group.Asked, card);
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
                    var cards = edition.Select(copy => Card(copy, pieces, [.. shown[copy.Number]])).Where(card => !card.Pictures.IsEmpty);
                    return new HandGroup(found.Papers.ItemOf(edition.First(), Item), EditionOf(recorded), HandPile.Of(cards));
                })
                .Where(group => !group.Piles.IsEmpty),
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
                HandReading.SeemsEmpty(pieces, own, Item),
                marked.GetValueOrDefault((copy.Number, Item))
            )
            {
                IsHidden = IsHidden,
                Read = HandReading.Of(Printing, copy, here.OfType<KeptScan>(), Item),
            };
        }
    }

    private (int Taken, int Changed) TrustIn(IEnumerable<KeptScan> shown, IReadOnlyDictionary<(int Copy, int Item), KeptMarking> marked)
    {
        var (taken, changed) = (0, 0);
        foreach (var scan in shown)
        {
            foreach (var reading in scan.Readings.Where(reading => reading.Written is not null))
            {
                var copy = Printing.Record.Copies.First(one => one.Number == scan.Copy);
                if (
                    !marked.TryGetValue((copy.Number, reading.Item), out var kept)
                    || HandReading.Of(Printing, copy, [scan], reading.Item) is not { Judged: var judged }
                )
                    continue;
                taken++;
                changed += (judged.As, judged.Marks) == (kept.Marking.As, kept.Marking.Marks) ? 0 : 1;
            }
        }

        return (taken, changed);
    }
}
