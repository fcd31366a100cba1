using System.Collections.Immutable;
using System.Text.Json;
using Gavvet.Teaching;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A paper of a printing and whose it is.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="StudentId">The student, or null.</param>
/// <param name="Name">The student's name, or null.</param>
/// <param name="Seat">Where the student sits, or null.</param>
public sealed record PaperOwner(int Number, string? StudentId, string? Name, Seat? Seat);

/// <summary>A marking as it is kept.</summary>
/// <param name="Id">Its id; later ones are higher.</param>
/// <param name="Copy">The paper, from 1.</param>
/// <param name="Item">The item's number.</param>
/// <param name="Day">When it was made.</param>
/// <param name="Marking">What was decided.</param>
public sealed record KeptMarking(long Id, int Copy, int Item, DateTimeOffset Day, Marking Marking);

/// <summary>A page that was given back, without the name.</summary>
/// <param name="Copy">The paper.</param>
/// <param name="Kind">slip or marked.</param>
/// <param name="Number">Which page, from 1.</param>
/// <param name="Page">The page as SVG.</param>
/// <param name="NamePlace">Where the name goes, as JSON.</param>
public sealed record ReturnedPage(int Copy, string Kind, int Number, string Page, string NamePlace);

/// <summary>Keeps what was decided for the items of printed papers. Markings are added and never changed: an undo is one more.</summary>
public sealed class MarkingStore(Database data, TimeProvider clock)
{
    /// <summary>Whose the papers of a printing are, in order; empty where it was printed for no class.</summary>
    public async Task<IReadOnlyList<PaperOwner>> OwnersAsync(string printing)
    {
        await using var database = data.Open();
        var rows = await (from copy in database.Copies
                          where copy.PrintingId == printing
                          join student in database.Students on copy.StudentId equals student.Id into own
                          from student in own.DefaultIfEmpty()
                          orderby copy.Number
                          select new { copy.Number, Id = (string?)student!.Id, Name = (string?)student.Name, student.SeatRow, student.SeatNumber }).ToListAsync();
        return [.. rows.Select(row => new PaperOwner(row.Number, row.Id, row.Name, row is { SeatRow: { } at, SeatNumber: { } number } ? new Seat(at, number) : null))];
    }

    /// <summary>Keeps a marking. It is on disk when this returns.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper, from 1.</param>
    /// <param name="item">The item.</param>
    /// <param name="marking">What was decided.</param>
    /// <returns>Its id.</returns>
    public Task<long> AddAsync(string printing, int copy, SetItem item, Marking marking) => data.WriteAsync(async database =>
    {
        var student = await database.Copies.Where(row => row.PrintingId == printing && row.Number == copy).Select(row => row.StudentId).SingleOrDefaultAsync();
        var row = Row(printing, copy, item.Number, student, marking, item.What, null);
        database.Markings.Add(row);
        await database.SaveChangesAsync();
        return row.Id;
    });

    /// <summary>Takes back the last marking of a printing that was not taken back yet.</summary>
    /// <returns>What was taken back, or null where there is nothing.</returns>
    public Task<KeptMarking?> UndoAsync(string printing) => data.WriteAsync<KeptMarking?>(async database =>
    {
        var undone = await database.Markings.Where(row => row.PrintingId == printing && row.Undoes != null).Select(row => row.Undoes!.Value).ToListAsync();
        var last = await database.Markings.AsNoTracking().Where(row => row.PrintingId == printing && row.Undoes == null && !undone.Contains(row.Id)).OrderByDescending(row => row.Id).FirstOrDefaultAsync();
        if (last is null)
            return null;
        database.Markings.Add(Row(printing, last.Copy, last.Item, last.StudentId, Read(last), new Asked("", last.Group, last.Type, last.Tonic, null, null), last.Id));
        await database.SaveChangesAsync();
        return Kept(last);
    });

    /// <summary>The markings of a printing that count, each item of each paper with its last one.</summary>
    public async Task<IReadOnlyDictionary<(int Copy, int Item), KeptMarking>> CurrentAsync(string printing)
    {
        await using var database = data.Open();
        var rows = await database.Markings.AsNoTracking().Where(row => row.PrintingId == printing).OrderBy(row => row.Id).ToListAsync();
        var sentences = await database.Sentences.AsNoTracking().Where(row => row.PrintingId == printing).ToDictionaryAsync(row => row.Said, row => row.Instead);
        var undone = rows.Where(row => row.Undoes is not null).Select(row => row.Undoes!.Value).ToHashSet();
        var current = new Dictionary<(int, int), KeptMarking>();
        foreach (var row in rows.Where(row => row.Undoes is null && !undone.Contains(row.Id)))
            current[(row.Copy, row.Item)] = Said(Kept(row), sentences);
        return current;
    }

    /// <summary>How many items of each printing are marked.</summary>
    /// <param name="printings">The printings.</param>
    public async Task<IReadOnlyDictionary<string, int>> CountsAsync(IReadOnlyCollection<string> printings)
    {
        await using var database = data.Open();
        return await database.Markings.Where(row => printings.Contains(row.PrintingId) && row.Undoes == null && !database.Markings.Any(undo => undo.Undoes == row.Id))
            .Select(row => new { row.PrintingId, row.Copy, row.Item }).Distinct().GroupBy(row => row.PrintingId)
            .Select(group => new { group.Key, Count = group.Count() }).ToDictionaryAsync(group => group.Key, group => group.Count);
    }

    /// <summary>The printings made for a class, the newest first.</summary>
    public async Task<IReadOnlyList<(PrintingOnDesk Printing, DateTimeOffset? ReturnedAt)>> PrintingsOfAsync(string classId)
    {
        await using var database = data.Open();
        var rows = await database.Printings.AsNoTracking().Where(row => row.ClassId == classId).OrderByDescending(row => row.MadeAt).ThenByDescending(row => row.Id)
            .Select(row => new { row.Id, row.SheetId, row.Title, row.MadeAt, row.ReturnedAt, Pages = row.Pages.Count }).ToListAsync();
        return [.. rows.Select(row => (new PrintingOnDesk(row.Id, row.SheetId, row.Title, row.MadeAt, row.Pages), row.ReturnedAt))];
    }

    /// <summary>The class a printing was made for and when it was given back; nulls where it was neither.</summary>
    public async Task<(string? ClassId, DateTimeOffset? ReturnedAt)> OfPrintingAsync(string printing)
    {
        await using var database = data.Open();
        var row = await database.Printings.Where(row => row.Id == printing).Select(row => new { row.ClassId, row.ReturnedAt }).SingleOrDefaultAsync();
        return (row?.ClassId, row?.ReturnedAt);
    }

    /// <summary>Has a sentence said otherwise for all who made the mistake; said as it was, it goes back.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="said">The judge's sentence.</param>
    /// <param name="instead">The teacher's.</param>
    public Task<bool> SayAsync(string printing, string said, string instead) => data.WriteAsync(async database =>
    {
        // What is edited may be the teacher's own words of before.
        var known = await database.Sentences.SingleOrDefaultAsync(row => row.PrintingId == printing && (row.Said == said || row.Instead == said));
        if (known is null)
            database.Sentences.Add(new SentenceRow { PrintingId = printing, Said = said, Instead = instead });
        else if (known.Said == instead)
            database.Sentences.Remove(known);
        else
            known.Instead = instead;
        await database.SaveChangesAsync();
        return true;
    });

    /// <summary>Keeps the pages that are given back, and when. What was given back before stays as it was.</summary>
    /// <returns>Whether it is given back now; false where it was already.</returns>
    public Task<bool> ReturnAsync(string printing, IReadOnlyList<ReturnedPage> pages) => data.WriteAsync(async database =>
    {
        await using var whole = await database.Database.BeginTransactionAsync();
        if (await database.Printings.Where(row => row.Id == printing && row.ReturnedAt == null).ExecuteUpdateAsync(set => set.SetProperty(row => row.ReturnedAt, clock.GetUtcNow())) == 0)
            return false;
        database.ReturnedPages.AddRange(pages.Select(page => new ReturnedPageRow { PrintingId = printing, Copy = page.Copy, Kind = page.Kind, Number = page.Number, Page = PackedText.Pack(page.Page), NamePlace = page.NamePlace }));
        await database.SaveChangesAsync();
        await whole.CommitAsync();
        return true;
    });

    /// <summary>The pages that were given back, of one kind, in order.</summary>
    public async Task<IReadOnlyList<ReturnedPage>> ReturnedAsync(string printing, string kind, int? copy)
    {
        await using var database = data.Open();
        var rows = await database.ReturnedPages.AsNoTracking().Where(row => row.PrintingId == printing && row.Kind == kind && (copy == null || row.Copy == copy)).OrderBy(row => row.Copy).ThenBy(row => row.Number).ToListAsync();
        return [.. rows.Select(row => new ReturnedPage(row.Copy, row.Kind, row.Number, PackedText.Unpack(row.Page), row.NamePlace))];
    }

    private MarkingRow Row(string printing, int copy, int item, string? student, Marking marking, Asked what, long? undoes) => new()
    {
        PrintingId = printing,
        Copy = copy,
        Item = item,
        StudentId = student,
        Undoes = undoes,
        Verdict = FileWords.Of(marking.As),
        Marks = marking.Marks,
        Of = marking.Of,
        Findings = JsonSerializer.Serialize(marking.Findings, JsonSerializerOptions.Web),
        Written = marking.Written,
        Remark = marking.Remark,
        IsByHand = marking.IsByHand,
        Group = what.Group,
        Type = what.Type,
        Tonic = what.Tonic,
        MadeAt = clock.GetUtcNow(),
    };

    private static KeptMarking Kept(MarkingRow row) => new(row.Id, row.Copy, row.Item, row.MadeAt, Read(row));

    private static Marking Read(MarkingRow row) => new(
        FileWords.TryParse<MarkedAs>(row.Verdict, out var verdict) ? verdict : MarkedAs.Wrong,
        row.Marks,
        row.Of,
        JsonSerializer.Deserialize<ImmutableArray<MarkedFinding>>(row.Findings, JsonSerializerOptions.Web))
    {
        Written = row.Written,
        Remark = row.Remark,
        IsByHand = row.IsByHand,
    };

    private static KeptMarking Said(KeptMarking kept, Dictionary<string, string> sentences) => sentences.Count == 0 ? kept : kept with
    {
        Marking = kept.Marking with { Findings = [.. kept.Marking.Findings.Select(finding => sentences.TryGetValue(finding.Message, out var instead) ? finding with { Message = instead } : finding)] },
    };
}
