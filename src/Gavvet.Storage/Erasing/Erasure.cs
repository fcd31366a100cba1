using System.Collections.Immutable;
using Gavvet.Teaching;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>
/// Deletes for good: in the database, in every copy of it beside, and in the free pages of both, by one register of every
/// place that can hold a person's words. An erasure is noted before it begins, and a start after a kill finishes it. What
/// lies outside the data folder, such as a backup taken away, is out of reach.
/// </summary>
public sealed class Erasure(Database data, Backups backups, PageMending pages)
{
    /// <summary>What to say where an erasure that was begun could not be finished.</summary>
    public static string WaitsInWords => StorageTexts.Say("erasure.waits");

    /// <summary>Deletes a sheet of the bin with all its states. Its printings stay.</summary>
    /// <returns>Whether it was in the bin.</returns>
    public async Task<bool> SheetAsync(string id) => await DoAsync(new ErasureNote(ErasureKind.Sheet, id, [])) is not null;

    /// <summary>Deletes a printing with its papers and its record.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> PrintingAsync(string id) => await DoAsync(new ErasureNote(ErasureKind.Printing, id, [])) is not null;

    /// <summary>
    /// Deletes a student with all that was marked; the papers stay in their printings without a name. Nothing is left of
    /// the name here or in the copies beside, unless another student bears it too.
    /// </summary>
    /// <param name="id">The student.</param>
    /// <param name="also">Other names the student goes by, such as the first name alone.</param>
    /// <returns>What went, or null where there is no such student.</returns>
    public Task<ErasureFound?> StudentAsync(string id, params IEnumerable<string> also) =>
        DoAsync(new ErasureNote(ErasureKind.Student, id, [.. also]));

    /// <summary>Deletes a class with its students and all that was marked; its printings stay without names.</summary>
    /// <param name="id">The class.</param>
    /// <param name="keepsName">Whether the class's name stays where it stands in sheets.</param>
    /// <returns>What went, or null where there is no such class.</returns>
    public Task<ErasureFound?> ClassAsync(string id, bool keepsName = false) =>
        DoAsync(new ErasureNote(ErasureKind.Class, id, []) { KeepsClassName = keepsName });

    /// <summary>Makes a class anonymous: its students are numbered, and no name is left here or in the copies beside. What was marked
    /// stays.</summary>
    /// <param name="id">The class.</param>
    /// <param name="numbered">The new name of each, {0} being its place from 1.</param>
    /// <returns>What went, or null where there is no such class.</returns>
    public Task<ErasureFound?> AnonymousAsync(string id, string numbered) =>
        DoAsync(new ErasureNote(ErasureKind.Anonymous, id, []) { Numbered = numbered });

    /// <summary>
    /// Takes a name away wherever it stands: students of that name go with all that was marked, lines of lists go, words have
    /// a dash in its place, on printed pages too.
    /// </summary>
    /// <param name="name">The name.</param>
    /// <returns>What went.</returns>
    public async Task<ErasureFound> NameAsync(string name) => (await DoAsync(new ErasureNote(ErasureKind.Name, null, [name.Trim()])))!;

    /// <summary>Where a name stands in the database.</summary>
    /// <param name="name">The name.</param>
    /// <param name="cancellation">Ends the look.</param>
    public async Task<ErasureFound> FindAsync(string name, CancellationToken cancellation = default) =>
        (await LookAsync(new ErasureNote(ErasureKind.Name, null, [name.Trim()]), cancellation))!;

    /// <summary>What would go, before it goes.</summary>
    /// <param name="kind">What is to be erased: a student, a class, or the names of one.</param>
    /// <param name="id">The student or class.</param>
    /// <param name="numbered">What students of an anonymous class will be called.</param>
    /// <param name="cancellation">Ends the look.</param>
    /// <returns>What would go, or null where there is none.</returns>
    public Task<ErasureFound?> LookAsync(ErasureKind kind, string id, string numbered = "{0}", CancellationToken cancellation = default) =>
        LookAsync(new ErasureNote(kind, id, []) { Numbered = numbered }, cancellation);

    /// <summary>Where a student is spoken of outside the student's own marks: in remarks on others, sheets, lists and plans.</summary>
    /// <param name="student">The student.</param>
    /// <param name="cancellation">Ends the look.</param>
    /// <returns>Each place with the words that stand there; null where it is a page, a file or a list.</returns>
    public async Task<IReadOnlyList<(PersonalPlace Place, string? Words)>> ElsewhereAsync(
        string student,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        if (
            await database.Students.Where(row => row.Id == student).Select(row => row.Name).SingleOrDefaultAsync(cancellation)
            is not { } name
        )
            return [];
        var own = (
            await database.Markings.Where(marking => marking.StudentId == student).Select(marking => marking.Id).ToListAsync(cancellation)
        )
            .Select(id => OwnRows.Row("Markings", id))
            .ToHashSet();
        var sweep = new Sweep(database, new ErasedNames([name], isAsked: false, pages));
        await sweep.RunAsync(erase: false, cancellation);
        return [.. sweep.Said.Where(said => !own.Contains(said.Row)).Select(said => (said.Place, said.Words)).Distinct()];
    }

    /// <summary>How often words of a name stand by themselves, such as the first name in a remark, besides those of the whole
    /// name.</summary>
    /// <param name="name">The whole name.</param>
    /// <param name="cancellation">Ends the look.</param>
    /// <returns>Each word that does, with how many places there are; none that another student is called too.</returns>
    public async Task<IReadOnlyList<(string Word, int Places)>> PartsAsync(string name, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        string[] words = [.. name.Split(' ', StringSplitOptions.RemoveEmptyEntries).Where(word => word.Length > 1).Distinct()];
        if (words.Length < 2)
            return [];
        var students = await database.Students.Select(student => student.Name).ToListAsync(cancellation);
        var parts = new List<(string, int)>();
        foreach (var word in words.Where(word => students.Count(new NameSearch([word]).IsIn) < 2))
        {
            var (whole, alone) = (
                await PlacesAsync(database, [name], cancellation),
                await PlacesAsync(database, [name, word], cancellation)
            );
            if (alone > whole)
                parts.Add((word, alone - whole));
        }

        return parts;
    }

    private async Task<int> PlacesAsync(GavvetDatabase database, string[] names, CancellationToken cancellation) =>
        (await new Sweep(database, new ErasedNames(names, isAsked: false, pages)).RunAsync(erase: false, cancellation)).Values.Sum();

    /// <summary>Finishes what a kill, or someone who was reading, kept from being finished.</summary>
    /// <returns>Whether nothing is left to do.</returns>
    public Task<bool> FinishAsync() =>
        backups.AloneAsync(async () =>
        {
            var isDone = true;
            foreach (var (path, note) in ErasureNote.Left(data.FolderPath))
                isDone &= (await CarryOutAsync(note, path)).IsDone;
            return isDone;
        });

    private async Task<ErasureFound?> LookAsync(ErasureNote note, CancellationToken cancellation)
    {
        await using var database = data.Open();
        var own = new OwnRows(database, note);
        if (!await own.IsThereAsync())
            return null;
        await own.WorkAsync(erase: false);
        return await SweptAsync(database, note, own, await LeftAsync(database, note), erase: false, cancellation);
    }

    private async Task<ErasureFound?> DoAsync(ErasureNote asked) =>
        await backups.AloneAsync(async () =>
        {
            var note = asked;
            await using (var database = data.Open())
            {
                var own = new OwnRows(database, asked);
                if (!await own.IsThereAsync())
                    return null;
                // Once the rows are gone nothing but the note knows whom to look for.
                await own.WorkAsync(erase: false);
                note = asked with { Names = [.. own.Names] };
            }

            return (await CarryOutAsync(note, note.Write(data.FolderPath))).Found;
        });

    private Task<(ErasureFound Found, bool IsDone)> CarryOutAsync(ErasureNote note, string noted) =>
        data.AloneAsync(async () =>
        {
            data.CountErasure();
            IReadOnlyList<string> left = [];
            var found = await InAsync(data.Path, async database =>
            {
                var own = new OwnRows(database, note);
                await own.WorkAsync(erase: true);
                await database.SaveChangesAsync();
                left = await LeftAsync(database, note);
                return await SweptAsync(database, note, own, left, erase: true, CancellationToken.None);
            });
            var isPacked = await PackAsync(data.Path);
            foreach (var copy in backups.Whole())
                await InCopyAsync(copy, note, left);
            // These cannot be opened, or are of an earlier program: nothing can be taken out of them.
            foreach (var aside in backups.Unusable())
                DatabaseFile.Delete(aside);
            if (isPacked)
                ErasureNote.Remove(noted);
            return (found, isPacked);
        });

    private async Task<ErasureFound> SweptAsync(
        GavvetDatabase database,
        ErasureNote note,
        OwnRows own,
        IReadOnlyList<string> left,
        bool erase,
        CancellationToken cancellation
    )
    {
        string[] shared = note.IsAsked ? [] : [.. own.Names.Where(name => left.Any(new NameSearch([name]).IsIn))];
        string[] going = [.. own.Names.Except(shared)];
        var names = new ErasedNames(going, note.IsAsked, pages)
        {
            OwnPrintings = own.OwnPrintings,
            ClassInstead = own.ClassInstead,
            Remarks = own.Remarks,
        };
        var counts =
            going.Length == 0 && own.OwnPrintings.Count == 0 && own.Remarks.Count == 0
                ? own.Counts
                : await CountedAsync(database, names, own, erase, cancellation);
        return new ErasureFound(counts.ToImmutableSortedDictionary())
        {
            Students = own.Students,
            Shared = [.. shared],
            AlsoWords = [.. going.Where(TradeWords.Has)],
        };
    }

    private static async Task<Dictionary<PersonalPlace, int>> CountedAsync(
        GavvetDatabase database,
        ErasedNames names,
        OwnRows own,
        bool erase,
        CancellationToken cancellation
    )
    {
        var counts = new Dictionary<PersonalPlace, int>(own.Counts);
        foreach (var (place, count) in await new Sweep(database, names, own.Going).RunAsync(erase, cancellation))
            counts[place] = counts.GetValueOrDefault(place) + count;
        return counts;
    }

    // Those who stay: what is said of them is not touched, though another has the same name.
    private static async Task<IReadOnlyList<string>> LeftAsync(GavvetDatabase database, ErasureNote note)
    {
        if (note.IsAsked)
            return [];
        var isClass = note.Kind is ErasureKind.Class or ErasureKind.Anonymous;
        return
        [
            .. await database
                .Students.Where(student => isClass ? student.ClassId != note.Id : student.Id != note.Id)
                .Select(student => student.Name)
                .ToListAsync(),
            .. isClass ? await database.Classes.Where(group => group.Id != note.Id).Select(group => group.Name).ToListAsync() : [],
        ];
    }

    private async Task InCopyAsync(string path, ErasureNote note, IReadOnlyList<string> left)
    {
        var made = File.GetLastWriteTimeUtc(path);
        try
        {
            await DatabaseStart.UpgradeCopyAsync(path);
            await InAsync(path, async database =>
            {
                var own = new OwnRows(database, note);
                await own.WorkAsync(erase: true);
                await database.SaveChangesAsync();
                return await SweptAsync(database, note, own, left, erase: true, CancellationToken.None);
            });
            await DatabaseEngine.AskAsync(path, "PRAGMA journal_mode=DELETE; VACUUM;");
            File.SetLastWriteTimeUtc(path, made);
        }
        catch (Exception problem) when (StorageMessages.IsDamage(problem) || problem is StartException)
        {
            DatabaseFile.Delete(path);
        }
    }

    private static async Task<T> InAsync<T>(string path, Func<GavvetDatabase, Task<T>> erase)
    {
        await using var database = new DatabaseFactory(path, pooled: false).CreateDbContext();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var found = await erase(database);
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
        return found;
    }

    // The log of the last changes still holds what was there, until it is cut. Who reads meanwhile delays that.
    private static async Task<bool> PackAsync(string path)
    {
        const int tries = 50;
        DatabaseEngine.CloseKept();
        await DatabaseEngine.AskAsync(path, "VACUUM");
        for (var i = 0; i < tries; i++)
        {
            if (await DatabaseEngine.AskAsync(path, "PRAGMA wal_checkpoint(TRUNCATE)") is 0L)
                return true;
            await Task.Delay(100);
        }

        return false;
    }
}
