using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A pile of a printing.</summary>
/// <param name="Name">Its name as a file.</param>
/// <param name="Title">Whom it is for.</param>
/// <param name="PageCount">How many pages it has.</param>
/// <param name="IsKey">Whether it holds answers.</param>
public sealed record KeptPile(string Name, string Title, int PageCount, bool IsKey);

/// <summary>A student's page with its code, and the key to it.</summary>
/// <param name="Code">The code at its foot.</param>
/// <param name="Pile">The pile it lies in.</param>
/// <param name="Number">Which page of the pile, from 1.</param>
/// <param name="Edition">Which version and part, in words.</param>
/// <param name="Student">The page, as its file.</param>
/// <param name="Key">The page with its answers.</param>
public sealed record KeptPage(string Code, string Pile, int Number, string Edition, string Student, string Key);

/// <summary>What a printing is made of.</summary>
/// <param name="SheetId">The sheet.</param>
/// <param name="RevisionId">The state it was in.</param>
/// <param name="Title">Its title.</param>
/// <param name="Record">The record marking reads.</param>
/// <param name="Piles">The piles with their PDFs.</param>
/// <param name="Pages">The students' pages.</param>
public sealed record PrintingToKeep(
    string SheetId,
    long RevisionId,
    string Title,
    string Record,
    IReadOnlyList<(KeptPile Pile, byte[] Pdf)> Piles,
    IReadOnlyList<PackedPage> Pages
)
{
    /// <summary>The class it is printed for, or null.</summary>
    public string? ClassId { get; init; }

    /// <summary>The day the class writes it, or null for the day it is printed.</summary>
    public DateOnly? WrittenOn { get; init; }

    /// <summary>When it was made, where that is not now.</summary>
    public DateTimeOffset? MadeAt { get; init; }

    /// <summary>How many erasures there were when it was begun; null where that does not matter.</summary>
    public long? Erasures { get; init; }

    /// <summary>Whose each paper is, in order, null for a spare, and how many items it has. Empty where it is printed for no
    /// class.</summary>
    public IReadOnlyList<(string? Student, int Items)> Papers { get; init; } = [];
}

/// <summary>A student's page with its code and key, packed as it is kept.</summary>
/// <param name="Code">The code at its foot.</param>
/// <param name="Pile">The pile it lies in.</param>
/// <param name="Number">Which page of the pile, from 1.</param>
/// <param name="Edition">Which version and part, in words.</param>
/// <param name="Sides">The page and its key, by <see cref="PackedSides"/>.</param>
public sealed record PackedPage(string Code, string Pile, int Number, string Edition, byte[] Sides);

/// <summary>A printing as it is kept.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="SheetId">The sheet it was made from.</param>
/// <param name="Title">The sheet's title then.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Piles">Its piles.</param>
/// <param name="Codes">The codes of its pages with pile and number.</param>
public sealed record KeptPrinting(
    string Id,
    string SheetId,
    string Title,
    DateTimeOffset MadeAt,
    IReadOnlyList<KeptPile> Piles,
    IReadOnlyList<(string Code, string Pile, int Number)> Codes
);

/// <summary>A printing in a list.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="SheetId">The sheet.</param>
/// <param name="Title">The title then.</param>
/// <param name="MadeAt">When.</param>
/// <param name="PageCount">How many pages lie in its piles.</param>
/// <param name="Papers">How many papers are a student's.</param>
/// <param name="Marked">How many of those have a marking that was not taken back.</param>
/// <param name="ReturnedAt">When they were given back, or null.</param>
public sealed record PrintingOnDesk(
    string Id,
    string SheetId,
    string Title,
    DateTimeOffset MadeAt,
    int PageCount,
    int Papers,
    int Marked,
    DateTimeOffset? ReturnedAt
);

/// <summary>Something was erased while a printing was being made, so it was not kept.</summary>
public sealed class ErasedMeanwhileException : Exception
{
    public ErasedMeanwhileException() { }

    public ErasedMeanwhileException(string message)
        : base(message) { }

    public ErasedMeanwhileException(string message, Exception innerException)
        : base(message, innerException) { }
}

/// <summary>Keeps printings. They are added whole and never changed.</summary>
public sealed class PrintingStore(Database data, TimeProvider clock)
{
    /// <summary>How many erasures there were, to be asked before a printing is begun.</summary>
    public long Erasures => data.Erasures;

    /// <summary>Keeps a printing.</summary>
    /// <returns>Its id, or null when one of its codes is taken: make it again with others.</returns>
    /// <exception cref="ErasedMeanwhileException">Something was erased after it was begun, so it may hold what is gone.</exception>
    public async Task<string?> AddAsync(PrintingToKeep printing, CancellationToken cancellation = default)
    {
        var id = Guid.CreateVersion7(clock.GetUtcNow()).ToString("N");
        var row = new PrintingRow
        {
            Id = id,
            SheetId = printing.SheetId,
            RevisionId = printing.RevisionId,
            Title = printing.Title,
            Words = DeskFilter.Plain(string.Join('\n', printing.Pages.Select(page => page.Code).Prepend(printing.Title))),
            PackedRecord = PackedText.Pack(printing.Record),
            MadeAt = printing.MadeAt ?? clock.GetUtcNow(),
            ClassId = printing.ClassId,
            WrittenOn = printing.WrittenOn,
            Copies =
            [
                .. printing.Papers.Select(
                    (paper, i) =>
                        new CopyRow
                        {
                            PrintingId = id,
                            Number = i + 1,
                            StudentId = paper.Student,
                            Items = paper.Items,
                        }
                ),
            ],
            Files =
            [
                .. printing.Piles.Select(file => new PrintedFileRow
                {
                    PrintingId = id,
                    Name = file.Pile.Name,
                    Title = file.Pile.Title,
                    PageCount = file.Pile.PageCount,
                    IsKey = file.Pile.IsKey,
                    Bytes = file.Pdf,
                }),
            ],
            Pages =
            [
                .. printing.Pages.Select(page => new PrintedPageRow
                {
                    Code = page.Code,
                    PrintingId = id,
                    Pile = page.Pile,
                    Number = page.Number,
                    Edition = page.Edition,
                    Sides = page.Sides,
                }),
            ],
        };
        try
        {
            return await data.WriteAsync(
                async database =>
                {
                    if (printing.Erasures is { } before && before != data.Erasures)
                        throw new ErasedMeanwhileException();
                    database.Printings.Add(row);
                    // One save is one transaction: all of a printing, or nothing.
                    await database.SaveChangesAsync(cancellation);
                    return id;
                },
                cancellation
            );
        }
        catch (DbUpdateException problem) when (DatabaseEngine.TroubleOf(problem) == DatabaseTrouble.Rule)
        {
            return null;
        }
    }

    /// <summary>A printing, or null.</summary>
    public async Task<KeptPrinting?> FindAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var row = await database
            .Printings.AsNoTracking()
            .Where(row => row.Id == id)
            .Select(row => new
            {
                row.SheetId,
                row.Title,
                row.MadeAt,
            })
            .SingleOrDefaultAsync(cancellation);
        if (row is null)
            return null;
        var piles = await database
            .PrintedFiles.Where(file => file.PrintingId == id)
            .OrderBy(file => file.Id)
            .Select(file => new KeptPile(file.Name, file.Title, file.PageCount, file.IsKey))
            .ToListAsync(cancellation);
        var codes = await database
            .PrintedPages.Where(page => page.PrintingId == id)
            .OrderBy(page => page.Pile)
            .ThenBy(page => page.Number)
            .Select(page => new
            {
                page.Code,
                page.Pile,
                page.Number,
            })
            .ToListAsync(cancellation);
        return new KeptPrinting(
            id,
            row.SheetId,
            row.Title,
            row.MadeAt,
            piles,
            [.. codes.Select(page => (page.Code, page.Pile, page.Number))]
        );
    }

    /// <summary>Whether there is such a printing.</summary>
    public async Task<bool> ExistsAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Printings.AnyAsync(row => row.Id == id, cancellation);
    }

    /// <summary>The sheet a printing was made of, or null where that is gone or there is no such printing.</summary>
    public async Task<string?> SheetOfAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .Printings.Where(row => row.Id == id)
            .Select(row => row.SheetId)
            .Where(sheet => database.Sheets.Any(kept => kept.Id == sheet && kept.DeletedAt == null))
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>The PDF of a pile just as it was printed, or null.</summary>
    public async Task<byte[]?> PdfAsync(string id, string pile, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .PrintedFiles.Where(file => file.PrintingId == id && file.Name == pile)
            .Select(file => file.Bytes)
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>The record of a printing, or null.</summary>
    public async Task<string?> RecordAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return
            await database.Printings.Where(row => row.Id == id).Select(row => row.PackedRecord).SingleOrDefaultAsync(cancellation)
                is { } packed
            ? PackedText.Unpack(packed)
            : null;
    }

    /// <summary>Keeps a record in this program's form, unless it was changed meanwhile, as when a name was taken from it.</summary>
    /// <param name="id">The printing.</param>
    /// <param name="was">The record as it was read.</param>
    /// <param name="record">The same in this program's form.</param>
    /// <returns>Whether it was kept.</returns>
    public Task<bool> KeepRecordAsync(string id, string was, string record) =>
        data.WriteAsync(async database =>
        {
            if (
                await database.Printings.SingleOrDefaultAsync(row => row.Id == id) is not { } row
                || PackedText.Unpack(row.PackedRecord) != was
            )
                return false;
            row.PackedRecord = PackedText.Pack(record);
            await database.SaveChangesAsync();
            return true;
        });

    /// <summary>The printing a page's code belongs to, or null.</summary>
    public async Task<string?> FindCodeAsync(string code, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .PrintedPages.Where(page => page.Code == code)
            .Select(page => page.PrintingId)
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>The page of a code and its printing, or null.</summary>
    public async Task<(string PrintingId, KeptPage Page)?> FindPageAsync(string code, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        if (await database.PrintedPages.AsNoTracking().SingleOrDefaultAsync(page => page.Code == code, cancellation) is not { } row)
            return null;
        var (student, key) = PackedSides.Unpack(row.Sides);
        return (row.PrintingId, new KeptPage(row.Code, row.Pile, row.Number, row.Edition, student, key));
    }

    /// <summary>The pages of some codes with their keys, each as its file.</summary>
    /// <param name="codes">The codes.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyDictionary<string, (string Student, string Key)>> SidesAsync(
        IReadOnlyCollection<string> codes,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await database
            .PrintedPages.AsNoTracking()
            .Where(page => codes.Contains(page.Code))
            .Select(page => new { page.Code, page.Sides })
            .ToListAsync(cancellation);
        return rows.ToDictionary(row => row.Code, row => PackedSides.Unpack(row.Sides));
    }

    /// <summary>Keeps a page and its key in this program's form, unless they were changed meanwhile, as when a name was taken from them.</summary>
    /// <param name="was">Each page and its key as they were read, by code.</param>
    /// <param name="now">The same in this program's form.</param>
    public Task KeepSidesAsync(
        IReadOnlyDictionary<string, (string Student, string Key)> was,
        IReadOnlyDictionary<string, (string Student, string Key)> now
    ) =>
        data.WriteAsync(async database =>
        {
            var codes = now.Keys.ToArray();
            foreach (var row in await database.PrintedPages.Where(page => codes.Contains(page.Code)).ToListAsync())
            {
                if (PackedSides.Unpack(row.Sides) == was[row.Code])
                    row.Sides = PackedSides.Pack(now[row.Code].Student, now[row.Code].Key);
            }

            return await database.SaveChangesAsync();
        });

    /// <summary>The printings, the newest first: of one sheet, or all that hold every word of a filter in their title.</summary>
    public async Task<IReadOnlyList<PrintingOnDesk>> ListAsync(
        string? sheetId,
        string filter,
        int most,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = database.Printings.AsNoTracking();
        if (sheetId is not null)
            rows = rows.Where(row => row.SheetId == sheetId);
        foreach (var term in DeskFilter.Terms(filter))
            rows = rows.Where(row => row.Words.Contains(term));
        return await rows.OrderByDescending(row => row.MadeAt)
            .ThenByDescending(row => row.Id)
            .Take(most)
            .Select(row => new PrintingOnDesk(
                row.Id,
                row.SheetId,
                row.Title,
                row.MadeAt,
                row.Files.Sum(file => file.PageCount),
                database.Copies.Count(copy => copy.PrintingId == row.Id && copy.StudentId != null),
                database.Copies.Count(copy =>
                    copy.PrintingId == row.Id
                    && copy.StudentId != null
                    && database.Markings.Any(marking =>
                        marking.PrintingId == row.Id
                        && marking.Copy == copy.Number
                        && marking.Undoes == null
                        && !database.Markings.Any(undo =>
                            undo.PrintingId == row.Id && undo.Copy == copy.Number && undo.Undoes == marking.Id
                        )
                    )
                ),
                row.ReturnedAt
            ))
            .ToListAsync(cancellation);
    }
}
