using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Where a name stands.</summary>
/// <param name="Lists">Lists of students who get large print.</param>
/// <param name="Papers">Papers printed for the one who bears it.</param>
/// <param name="Printings">Printings that bear it on every paper, in a title or a question.</param>
/// <param name="Sheets">Sheets that have or had it in their words, the section library and restore points among them.</param>
/// <param name="Students">Students of classes who bear it, and remarks that speak of them.</param>
public sealed record NameFound(int Lists, int Papers, int Printings, int Sheets, int Students = 0)
{
    /// <summary>Whether it stands nowhere.</summary>
    public bool IsNowhere => this is { Lists: 0, Papers: 0, Printings: 0, Sheets: 0, Students: 0 };
}

/// <summary>
/// Deletes for good: in the database, in every copy of it beside, and in the free pages of both. What lies outside the data
/// folder, such as a backup taken away, is out of reach.
/// </summary>
public sealed class Erasure(Database data, Backups backups)
{
    /// <summary>Deletes a sheet of the bin with all its states. Its printings stay.</summary>
    /// <returns>Whether it was in the bin.</returns>
    public async Task<bool> SheetAsync(string id)
    {
        await using (var database = data.Open())
        {
            if (!await database.Sheets.AnyAsync(sheet => sheet.Id == id && sheet.DeletedAt != null))
                return false;
        }

        await EverywhereAsync(async database =>
        {
            // Keys point from a sheet to its head and from each state to the one before.
            await database.Sheets.Where(sheet => sheet.Id == id).ExecuteUpdateAsync(set => set.SetProperty(sheet => sheet.HeadId, (long?)null));
            await database.Revisions.Where(row => row.SheetId == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.ParentId, (long?)null));
            await database.Sheets.Where(sheet => sheet.Id == id).ExecuteDeleteAsync();
            await database.Settings.Where(setting => setting.Name == LargePrint + id).ExecuteDeleteAsync();
        });
        return true;
    }

    /// <summary>Deletes a printing with its papers and its record.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> PrintingAsync(string id)
    {
        await using (var database = data.Open())
        {
            if (!await database.Printings.AnyAsync(printing => printing.Id == id))
                return false;
        }

        await EverywhereAsync(database => database.Printings.Where(printing => printing.Id == id).ExecuteDeleteAsync());
        return true;
    }

    /// <summary>
    /// Deletes a student with all that was marked; the papers stay in their printings without a name. Nothing is left of
    /// the name here or in the copies beside.
    /// </summary>
    /// <param name="id">The student.</param>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> StudentAsync(string id)
    {
        await using (var database = data.Open())
        {
            if (!await database.Students.AnyAsync(student => student.Id == id))
                return false;
        }

        await EverywhereAsync(database => RemoveAsync(database, [id]));
        return true;
    }

    /// <summary>Deletes a class with its students and all that was marked; its printings stay without names.</summary>
    /// <param name="id">The class.</param>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> ClassAsync(string id)
    {
        await using (var database = data.Open())
        {
            if (!await database.Classes.AnyAsync(group => group.Id == id))
                return false;
        }

        await EverywhereAsync(async database =>
        {
            await RemoveAsync(database, await database.Students.Where(student => student.ClassId == id).Select(student => student.Id).ToListAsync());
            await database.Printings.Where(printing => printing.ClassId == id).ExecuteUpdateAsync(set => set.SetProperty(printing => printing.ClassId, (string?)null));
            var plan = PlanOf(id);
            await database.Settings.Where(setting => setting.Name == plan).ExecuteDeleteAsync();
            await database.Classes.Where(group => group.Id == id).ExecuteDeleteAsync();
        });
        return true;
    }

    /// <summary>Makes a class anonymous: its students are numbered, and no name is left here or in the copies beside. What was marked stays.</summary>
    /// <param name="id">The class.</param>
    /// <param name="nameOf">The new name of each, by its place from 1.</param>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> AnonymousAsync(string id, Func<int, string> nameOf)
    {
        await using (var database = data.Open())
        {
            if (!await database.Classes.AnyAsync(group => group.Id == id))
                return false;
        }

        await EverywhereAsync(async database =>
        {
            var students = await database.Students.Where(student => student.ClassId == id).OrderBy(student => student.Place).ThenBy(student => student.Id).ToListAsync();
            for (var i = 0; i < students.Count; i++)
                students[i].Name = nameOf(i + 1);
            // A remark may speak of anyone by name.
            string[] ids = [.. students.Select(student => student.Id)];
            await database.Markings.Where(marking => ids.Contains(marking.StudentId!)).ExecuteUpdateAsync(set => set.SetProperty(marking => marking.Remark, (string?)null));
        });
        return true;
    }

    internal static async Task RemoveAsync(GavvetDatabase database, IReadOnlyCollection<string> ids)
    {
        var papers = await database.Copies.Where(copy => ids.Contains(copy.StudentId!)).Select(copy => new { copy.PrintingId, copy.Number }).ToListAsync();
        foreach (var paper in papers)
            await database.ReturnedPages.Where(page => page.PrintingId == paper.PrintingId && page.Copy == paper.Number).ExecuteDeleteAsync();
        await database.Markings.Where(marking => ids.Contains(marking.StudentId!)).ExecuteDeleteAsync();
        await database.Copies.Where(copy => ids.Contains(copy.StudentId!)).ExecuteUpdateAsync(set => set.SetProperty(copy => copy.StudentId, (string?)null));
        await database.Students.Where(student => ids.Contains(student.Id)).ExecuteDeleteAsync();
    }

    /// <summary>Where a name stands in the database.</summary>
    public async Task<NameFound> FindAsync(string name)
    {
        await using var database = data.Open();
        return await new NameWork(database, name, false).RunAsync();
    }

    /// <summary>
    /// Takes a name away wherever it stands: lines of lists go, papers printed for the one who bears it go, words of sheets
    /// have a dash in its place, and printings that bear it on every paper go whole.
    /// </summary>
    public async Task<NameFound> NameAsync(string name)
    {
        NameFound? found = null;
        await EverywhereAsync(async database =>
        {
            var here = await new NameWork(database, name, true).RunAsync();
            // The first is the live database; the copies beside hold the same and are not counted again.
            found ??= here;
        });
        return found!;
    }

    /// <summary>The setting that holds the students in large print of a sheet.</summary>
    public static string LargePrintOf(string sheetId) => LargePrint + sheetId;

    /// <summary>The setting that holds the plan of a class.</summary>
    public static string PlanOf(string classId) => $"plan {classId}";

    internal const string LargePrint = "large-print ";

    private Task<bool> EverywhereAsync(Func<GavvetDatabase, Task> erase) => data.AloneAsync(async () =>
    {
        await InAsync(data.Path, erase);
        await PackAsync(data.Path);
        foreach (var copy in backups.Whole())
            await InCopyAsync(copy, erase);
        // These cannot be opened, or are of an earlier program: nothing can be taken out of them.
        foreach (var aside in backups.Unusable())
            DatabaseFile.Delete(aside);
        return true;
    });

    private static async Task InCopyAsync(string path, Func<GavvetDatabase, Task> erase)
    {
        var made = File.GetLastWriteTimeUtc(path);
        try
        {
            await DatabaseStart.UpgradeCopyAsync(path);
            await InAsync(path, erase);
            await DatabaseEngine.AskAsync(path, "PRAGMA journal_mode=DELETE; VACUUM;");
            File.SetLastWriteTimeUtc(path, made);
        }
        catch (Exception problem) when (StorageMessages.IsDamage(problem))
        {
            DatabaseFile.Delete(path);
        }
    }

    private static async Task InAsync(string path, Func<GavvetDatabase, Task> erase)
    {
        await using var database = new DatabaseFactory(path, pooled: false).CreateDbContext();
        await using var transaction = await database.Database.BeginTransactionAsync();
        await erase(database);
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
    }

    // The log of the last changes still holds what was there, until it is cut. Who reads meanwhile delays that.
    private static async Task PackAsync(string path)
    {
        const int tries = 50;
        DatabaseEngine.CloseKept();
        await DatabaseEngine.AskAsync(path, "VACUUM");
        for (var i = 0; i < tries && await DatabaseEngine.AskAsync(path, "PRAGMA wal_checkpoint(TRUNCATE)") is not 0L; i++)
            await Task.Delay(100);
    }
}
