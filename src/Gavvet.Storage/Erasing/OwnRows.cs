using System.Collections.Immutable;
using Gavvet.Teaching;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>The rows that go with what is erased, in one database, and the names found on them.</summary>
internal sealed class OwnRows(GavvetDatabase database, ErasureNote note)
{
    private readonly HashSet<string> _names = [.. note.Names];

    /// <summary>Every name that goes, those this database knows the same person by among them.</summary>
    public IReadOnlyCollection<string> Names => _names;

    /// <summary>How many rows go, by what a teacher calls them.</summary>
    public Dictionary<PersonalPlace, int> Counts { get; } = [];

    /// <summary>Rows that go whole, and values that do, each by <see cref="Row"/>.</summary>
    public HashSet<string> Going { get; } = [];

    /// <summary>How a row, or one value of it, is called.</summary>
    /// <param name="what">The table, and the column where it is one value.</param>
    /// <param name="key">The row's key.</param>
    public static string Row(string what, object key) => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{what} {key}");

    /// <summary>The students who go, by name, where a name was typed.</summary>
    public ImmutableArray<string> Students { get; private set; } = [];

    /// <summary>The printings of the class whose name goes.</summary>
    public HashSet<string> OwnPrintings { get; private set; } = [];

    /// <summary>The remarks that go, by printing.</summary>
    public ILookup<string, string> Remarks { get; private set; } = Enumerable.Empty<string>().ToLookup(remark => remark);

    /// <summary>What the class is called from now on in its printings; null where it has no name any more.</summary>
    public string? ClassInstead { get; private set; }

    /// <summary>Whether there is what is to be erased.</summary>
    public async Task<bool> IsThereAsync() =>
        note.Kind switch
        {
            ErasureKind.Sheet => await database.Sheets.AnyAsync(sheet => sheet.Id == note.Id && sheet.DeletedAt != null),
            ErasureKind.Printing => await database.Printings.AnyAsync(printing => printing.Id == note.Id),
            ErasureKind.Student => await database.Students.AnyAsync(student => student.Id == note.Id),
            ErasureKind.Class or ErasureKind.Anonymous => await database.Classes.AnyAsync(group => group.Id == note.Id),
            _ => true,
        };

    /// <summary>Looks which rows go, and has them go where that is asked for.</summary>
    /// <param name="erase">Whether they go.</param>
    public Task WorkAsync(bool erase) =>
        note.Kind switch
        {
            ErasureKind.Sheet => erase ? SheetAsync() : Task.CompletedTask,
            ErasureKind.Printing => erase
                ? database.Printings.Where(printing => printing.Id == note.Id).ExecuteDeleteAsync()
                : Task.CompletedTask,
            ErasureKind.Student => StudentAsync(erase),
            ErasureKind.Class => ClassAsync(erase),
            ErasureKind.Anonymous => AnonymousAsync(erase),
            _ => NameAsync(erase),
        };

    private async Task SheetAsync()
    {
        // Keys point from a sheet to its head and from each state to the one before.
        await database
            .Sheets.Where(sheet => sheet.Id == note.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(sheet => sheet.HeadId, (long?)null));
        await database
            .Revisions.Where(row => row.SheetId == note.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.ParentId, (long?)null));
        await database.Sheets.Where(sheet => sheet.Id == note.Id).ExecuteDeleteAsync();
        var list = SettingNames.LargePrint + note.Id;
        await database.Settings.Where(setting => setting.Name == list).ExecuteDeleteAsync();
    }

    private async Task StudentAsync(bool erase)
    {
        if (await database.Students.AsNoTracking().SingleOrDefaultAsync(student => student.Id == note.Id) is not { } student)
            return;
        _names.Add(student.Name);
        // A class of one is called after its student.
        if (!await database.Students.AnyAsync(other => other.ClassId == student.ClassId && other.Id != student.Id))
            await NamelessAsync(await database.Classes.SingleAsync(group => group.Id == student.ClassId), [student.Name], erase);
        await RemoveAsync([student.Id], erase);
    }

    private async Task ClassAsync(bool erase)
    {
        if (
            await database.Classes.AsNoTracking().Include(group => group.Students).SingleOrDefaultAsync(group => group.Id == note.Id)
            is not { } group
        )
            return;
        Count(PersonalPlace.Class, 1);
        Going.UnionWith([
            Row("Classes", group.Id),
            Row("Settings", SettingNames.Plan + group.Id),
            Row("Settings", SettingNames.PlanBefore + group.Id),
        ]);
        var practices = await database
            .Practices.Where(practice => practice.ClassId == group.Id)
            .Select(practice => practice.Id)
            .ToListAsync();
        Going.UnionWith(practices.Select(practice => Row("Practices", practice)));
        _names.UnionWith(group.Students.Select(student => student.Name));
        if (!note.KeepsClassName || group.Students.Exists(student => TradeWords.ShareAWord(student.Name, group.Name)))
            _names.Add(group.Name);
        OwnPrintings = await PrintingsAsync();
        await RemoveAsync([.. group.Students.Select(student => student.Id)], erase);
        if (!erase)
            return;
        // Spares that were written on by nobody knows whom go too.
        var printings = OwnPrintings.ToArray();
        await database.Scans.Where(scan => printings.Contains(scan.PrintingId)).ExecuteDeleteAsync();
        await database
            .Printings.Where(printing => printing.ClassId == note.Id)
            .ExecuteUpdateAsync(set => set.SetProperty(printing => printing.ClassId, (string?)null));
        string[] plans = [SettingNames.Plan + note.Id, SettingNames.PlanBefore + note.Id];
        await database.Settings.Where(setting => plans.Contains(setting.Name)).ExecuteDeleteAsync();
        await database.Classes.Where(other => other.Id == note.Id).ExecuteDeleteAsync();
    }

    // A remark may speak of anyone by name, so all of them go, here and on the pages that were given back.
    private async Task AnonymousAsync(bool erase)
    {
        if (await database.Classes.Include(group => group.Students).SingleOrDefaultAsync(group => group.Id == note.Id) is not { } group)
            return;
        StudentRow[] students = [.. group.Students.OrderBy(student => student.Place).ThenBy(student => student.Id)];
        // After a kill some may be numbered already; a number is no name to look for.
        string[] names =
        [
            .. students
                .Select((student, i) => (student.Name, New: note.NameAt(i + 1)))
                .Where(pair => pair.Name != pair.New)
                .Select(pair => pair.Name),
        ];
        _names.UnionWith(names);
        Count(PersonalPlace.Student, names.Length);
        await NamelessAsync(group, [.. names, .. note.Names], erase);
        var printings = await PrintingsAsync();
        string[] ids = [.. students.Select(student => student.Id)];
        var remarks = await database
            .Markings.Where(marking =>
                marking.Remark != null && (ids.Contains(marking.StudentId!) || printings.Contains(marking.PrintingId))
            )
            .Select(marking => new
            {
                marking.Id,
                marking.PrintingId,
                marking.Remark,
            })
            .ToListAsync();
        Going.UnionWith(remarks.Select(remark => Row("Markings.Remark", remark.Id)));
        Remarks = remarks.ToLookup(remark => remark.PrintingId, remark => remark.Remark!);
        Count(PersonalPlace.Remark, remarks.Count);
        if (!erase)
            return;
        for (var i = 0; i < students.Length; i++)
            students[i].Name = note.NameAt(i + 1);
        await database.SaveChangesAsync();
        await database
            .Markings.Where(marking =>
                marking.Remark != null && (ids.Contains(marking.StudentId!) || printings.Contains(marking.PrintingId))
            )
            .ExecuteUpdateAsync(set => set.SetProperty(marking => marking.Remark, (string?)null));
    }

    // Students of that name go with all that was marked.
    private async Task NameAsync(bool erase)
    {
        var search = new NameSearch(_names);
        var students = (await database.Students.AsNoTracking().Select(student => new { student.Id, student.Name }).ToListAsync())
            .Where(student => search.IsIn(student.Name))
            .ToArray();
        Students = [.. students.Select(student => student.Name).Order()];
        await RemoveAsync([.. students.Select(student => student.Id)], erase);
    }

    private async Task RemoveAsync(IReadOnlyCollection<string> ids, bool erase)
    {
        Count(PersonalPlace.Student, ids.Count);
        var markings = await database
            .Markings.Where(marking => ids.Contains(marking.StudentId!))
            .Select(marking => new { marking.Id, marking.Undoes })
            .ToListAsync();
        Count(PersonalPlace.Marking, markings.Count(marking => marking.Undoes is null));
        Going.UnionWith(markings.Select(marking => Row("Markings", marking.Id)));
        // What was practiced goes with the seat, and the seat with its student.
        var practiced = await (
            from seat in database.PracticeSeats
            where ids.Contains(seat.StudentId!)
            join done in database.PracticeTries on seat.Id equals done.SeatId
            select done.Id
        ).ToListAsync();
        Count(PersonalPlace.Marking, practiced.Count);
        Going.UnionWith(practiced.Select(done => Row("PracticeTries", done)));
        var seats = await database.PracticeSeats.Where(seat => ids.Contains(seat.StudentId!)).Select(seat => seat.Id).ToListAsync();
        Going.UnionWith(seats.Select(seat => Row("PracticeSeats", seat)));
        var papers = await database
            .Copies.Where(copy => ids.Contains(copy.StudentId!))
            .Select(copy => new { copy.PrintingId, copy.Number })
            .ToListAsync();
        Count(PersonalPlace.Paper, papers.Count);
        if (!erase)
        {
            foreach (var paper in papers)
                Going.UnionWith(
                    (
                        await database
                            .ReturnedPages.Where(page => page.PrintingId == paper.PrintingId && page.Copy == paper.Number)
                            .Select(page => page.Id)
                            .ToListAsync()
                    ).Select(page => Row("ReturnedPages", page))
                );
            return;
        }

        foreach (var paper in papers)
            await database
                .Scans.Where(scan => scan.PrintingId == paper.PrintingId && (scan.Copy == paper.Number || scan.Copy == null))
                .ExecuteDeleteAsync();
        foreach (var paper in papers)
            await database
                .ReturnedPages.Where(page => page.PrintingId == paper.PrintingId && page.Copy == paper.Number)
                .ExecuteDeleteAsync();
        await database.Markings.Where(marking => ids.Contains(marking.StudentId!)).ExecuteDeleteAsync();
        await database
            .Copies.Where(copy => ids.Contains(copy.StudentId!))
            .ExecuteUpdateAsync(set => set.SetProperty(copy => copy.StudentId, (string?)null));
        await database.Students.Where(student => ids.Contains(student.Id)).ExecuteDeleteAsync();
    }

    // A class that bears a student's name gets one that is nobody's.
    private async Task NamelessAsync(ClassRow group, IReadOnlyCollection<string> students, bool erase)
    {
        if (!students.Any(student => TradeWords.ShareAWord(student, group.Name)))
            return;
        _names.Add(group.Name);
        Count(PersonalPlace.Class, 1);
        Going.Add(Row("Classes.Name", group.Id));
        OwnPrintings = await PrintingsAsync(group.Id);
        var taken = await database.Classes.Where(other => other.Id != group.Id).Select(other => other.Name).ToListAsync();
        ClassInstead = Enumerable
            .Range(1, taken.Count + 1)
            .Select(turn => turn == 1 ? StorageTexts.Say("erased.class") : StorageTexts.Say("erased.class-more", ("number", turn)))
            .First(name => !taken.Contains(name));
        if (!erase)
            return;
        group.Name = ClassInstead;
        await database.SaveChangesAsync();
    }

    private async Task<HashSet<string>> PrintingsAsync(string? group = null)
    {
        var id = group ?? note.Id;
        return [.. await database.Printings.Where(printing => printing.ClassId == id).Select(printing => printing.Id).ToListAsync()];
    }

    private void Count(PersonalPlace place, int more)
    {
        if (more > 0)
            Counts[place] = Counts.GetValueOrDefault(place) + more;
    }
}
