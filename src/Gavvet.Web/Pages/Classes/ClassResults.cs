using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;

namespace Gavvet.Web.Pages.Classes;

/// <summary>What a class was asked and how it answered, from the records of its printings.</summary>
internal sealed class ClassResults(MarkingStore markings, PracticeStore practices, OpenPrintings open, TimeProvider clock)
{
    // A printing never changes, so what it asks is read once.
    private readonly ConcurrentDictionary<string, ImmutableArray<ScaleOn>> _asked = new();

    public DateOnly Today => clock.Today();

    /// <summary>A draw of follow-ups from the answers a class gave, or null where nothing wanted is marked.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="wanted">Which misses are followed up.</param>
    public async Task<FollowUpDraw?> DrawAsync(string classId, Func<Evidence, bool> wanted)
    {
        var evidence = await markings.EvidenceAsync(classId);
        var skills = evidence.Where(kept => wanted(kept.Evidence)).Select(kept => kept.Evidence.Skill).ToHashSet();
        if (skills.Count == 0)
            return null;
        bool IsNeeded(KeptEvidence kept) => skills.Contains(kept.Evidence.Skill) || FollowUpDraw.IsFresh(kept.Evidence.Day, Today);
        var needed = evidence.Where(kept => kept.Practice is null && IsNeeded(kept)).Select(kept => kept.Printing).ToHashSet();
        KeptEvidence[] practiced = [.. evidence.Where(kept => kept.Practice is not null && IsNeeded(kept))];
        // What was practiced says itself what was asked.
        var answers = practiced.Select(kept => kept.Evidence).ToList();
        var style = practiced.Length > 0 ? (await practices.SheetAsync(practiced[^1].Practice!))?.Style : null;
        foreach (var printing in evidence.Where(kept => needed.Contains(kept.Printing)).GroupBy(kept => kept.Printing))
        {
            if (await open.FindAsync(printing.Key) is not { } found)
                continue;
            style = found.Papers.Style;
            var copies = found.Record.Copies.ToDictionary(copy => copy.Number);
            answers.AddRange(
                printing
                    .Where(kept => copies.ContainsKey(kept.Copy))
                    .Select(kept => Whole(kept.Evidence, found.Papers.ItemOf(copies[kept.Copy], kept.Item)))
            );
        }

        return style is null ? null : new FollowUpDraw(answers.OrderBy(answer => answer.Day), style, Today) { Wanted = wanted };
    }

    /// <summary>The days on which something was printed for a class, with the scales it asked about, as they sound.</summary>
    /// <param name="classId">The class.</param>
    public async Task<IReadOnlyList<PrintedDay>> PrintedAsync(string classId)
    {
        var days = new List<PrintedDay>();
        foreach (var printing in await markings.PrintingsOfAsync(classId))
            days.Add(new PrintedDay(clock.DayOf(printing.MadeAt), await AskedAsync(printing.Id)));
        return days;
    }

    private async Task<ImmutableArray<ScaleOn>> AskedAsync(string printing)
    {
        if (_asked.TryGetValue(printing, out var known))
            return known;
        var found = await open.FindAsync(printing);
        return found is null
            ? []
            : _asked[printing] = [
                .. found
                    .Record.Copies.DistinctBy(copy => copy.Edition)
                    .SelectMany(copy => found.Papers.ItemsOf(copy))
                    .Select(item => new ScaleOn(item.What.Type, item.What.Sounding.Tonic))
                    .Distinct(),
            ];
    }

    private static Evidence Whole(Evidence answer, SetItem item) => answer.About(item.What, Instrument.Find(item.Part), item.Load);
}
