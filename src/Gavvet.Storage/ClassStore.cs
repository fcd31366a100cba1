using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A class in a list.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">Its name.</param>
/// <param name="Students">How many students it has.</param>
/// <param name="IsArchived">Whether it is of an earlier year.</param>
public sealed record ClassInList(string Id, string Name, int Students, bool IsArchived);

/// <summary>Keeps classes and their students. What is wrong is said in words, and nothing is changed then.</summary>
public sealed class ClassStore(Database data, TimeProvider clock)
{
    /// <summary>The classes by name, those of this year first.</summary>
    public async Task<IReadOnlyList<ClassInList>> ListAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .Classes.OrderBy(row => row.IsArchived)
            .ThenBy(row => row.Name)
            .Select(row => new ClassInList(row.Id, row.Name, row.Students.Count, row.IsArchived))
            .ToListAsync(cancellation);
    }

    /// <summary>The parts the students of this year's classes play, as they are named in files.</summary>
    public async Task<IReadOnlySet<string>> PartsAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return (
            await database
                .Students.Where(student =>
                    student.Part != null && database.Classes.Any(row => row.Id == student.ClassId && !row.IsArchived)
                )
                .Select(student => student.Part!)
                .Distinct()
                .ToListAsync(cancellation)
        ).ToHashSet();
    }

    /// <summary>A class, or null.</summary>
    public async Task<SchoolClass?> FindAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return
            await database.Classes.AsNoTracking().Include(row => row.Students).SingleOrDefaultAsync(row => row.Id == id, cancellation)
                is { } row
            ? Read(row)
            : null;
    }

    /// <summary>The class of a student, or null.</summary>
    public async Task<string?> ClassOfAsync(string student, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Students.Where(row => row.Id == student).Select(row => row.ClassId).SingleOrDefaultAsync(cancellation);
    }

    /// <summary>A new class without students.</summary>
    /// <exception cref="FormatException">The name cannot be one, or is taken.</exception>
    public Task<string> CreateAsync(string name) =>
        data.WriteAsync(async database =>
        {
            await CheckNameAsync(database, name, "");
            var row = new ClassRow
            {
                Id = NewId(),
                Name = name.Trim(),
                MadeAt = clock.GetUtcNow(),
            };
            database.Classes.Add(row);
            await database.SaveChangesAsync();
            return row.Id;
        });

    /// <summary>Gives a class another name.</summary>
    /// <exception cref="FormatException">The name cannot be one, or is taken.</exception>
    public Task<bool> RenameAsync(string id, string name) => ChangeAsync(id, async (database, row) =>
        {
            await CheckNameAsync(database, name, id);
            row.Name = name.Trim();
        });

    /// <summary>Lays a class away, or takes it out again.</summary>
    public Task<bool> ArchiveAsync(string id, bool archived) => ChangeAsync(id, (_, row) =>
        {
            row.IsArchived = archived;
            return Task.CompletedTask;
        });

    /// <summary>How the mark book of a class counts.</summary>
    public async Task<MarkRules> BookAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return MarkRules.Read(await database.Classes.Where(row => row.Id == id).Select(row => row.Book).SingleOrDefaultAsync(cancellation));
    }

    /// <summary>Says how the mark book of a class counts.</summary>
    public Task<bool> KeepBookAsync(string id, MarkRules rules) => ChangeAsync(id, (_, row) =>
        {
            row.Book = rules.Write();
            return Task.CompletedTask;
        });

    /// <summary>Adds students at the end of the roster.</summary>
    /// <param name="id">The class.</param>
    /// <param name="students">The students; their ids are given here.</param>
    /// <exception cref="FormatException">A name or a seat is taken, or there are too many.</exception>
    public Task<bool> AddAsync(string id, IReadOnlyList<Student> students) => ChangeAsync(id, (database, row) =>
        {
            if (row.Students.Count + students.Count > SchoolClass.MostStudents)
                throw new FormatException(
                    Texts.Say("class.most", ("most", SchoolClass.MostStudents), ("count", row.Students.Count + students.Count))
                );
            var place = row.Students.Count == 0 ? 0 : row.Students.Max(other => other.Place) + 1;
            foreach (var student in students)
            {
                var added = new StudentRow
                {
                    Id = NewId(),
                    ClassId = id,
                    Name = student.Name.Trim(),
                    Place = place++,
                };
                Check(row, added.Id, student);
                Fill(added, student);
                row.Students.Add(added);
                database.Entry(added).State = EntityState.Added;
            }

            return Task.CompletedTask;
        });

    /// <summary>Changes a student.</summary>
    /// <param name="id">The class.</param>
    /// <param name="student">The student as they shall be.</param>
    /// <exception cref="FormatException">The name or the seat is taken, or cannot be.</exception>
    public Task<bool> ChangeAsync(string id, Student student) => ChangeAsync(id, (_, row) =>
        {
            var known = row.Students.Find(other => other.Id == student.Id) ?? throw new FormatException(Texts.Say("class.student-gone"));
            Check(row, student.Id, student);
            known.Name = student.Name.Trim();
            Fill(known, student);
            return Task.CompletedTask;
        });

    /// <summary>Sits a student down; who sat there takes the seat that becomes free.</summary>
    /// <param name="id">The class.</param>
    /// <param name="student">The student.</param>
    /// <param name="seat">The seat, or null to stand up.</param>
    public Task<bool> SitAsync(string id, string student, Seat? seat) => ChangeAsync(id, (_, row) =>
        {
            var moved = row.Students.Find(other => other.Id == student) ?? throw new FormatException(Texts.Say("class.student-gone"));
            if (
                seat is { } place
                && row.Students.Find(other => other.SeatRow == place.Row && other.SeatNumber == place.Number) is { } there
            )
                (there.SeatRow, there.SeatNumber) = (moved.SeatRow, moved.SeatNumber);
            (moved.SeatRow, moved.SeatNumber) = (seat?.Row, seat?.Number);
            return Task.CompletedTask;
        });

    /// <summary>Says who is away today: these and no others.</summary>
    public Task<bool> AwayAsync(string id, IReadOnlyCollection<string> students) => ChangeAsync(id, (_, row) =>
        {
            foreach (var student in row.Students)
                student.AwayOn = students.Contains(student.Id) ? clock.Today() : null;
            return Task.CompletedTask;
        });

    /// <summary>Says that a student left the class today, or came back. What is known of them stays.</summary>
    /// <param name="id">The class.</param>
    /// <param name="student">The student.</param>
    /// <param name="left">Whether they left.</param>
    public Task<bool> LeaveAsync(string id, string student, bool left) => ChangeAsync(id, (_, row) =>
        {
            var known = row.Students.Find(other => other.Id == student) ?? throw new FormatException(Texts.Say("class.student-gone"));
            known.LeftOn = left ? clock.Today() : null;
            // A seat is for those who sit in it.
            (known.SeatRow, known.SeatNumber) = left ? (null, null) : (known.SeatRow, known.SeatNumber);
            return Task.CompletedTask;
        });

    /// <summary>Brings a student into another class with all that is known of them.</summary>
    /// <param name="id">The class they are in.</param>
    /// <param name="student">The student.</param>
    /// <param name="other">The class they come into, at the end of its roster.</param>
    /// <exception cref="FormatException">The other class is gone or full, or has a student of this name.</exception>
    public Task<bool> MoveAsync(string id, string student, string other) =>
        data.WriteAsync(async database =>
        {
            var moved = await database.Students.SingleOrDefaultAsync(row => row.Id == student && row.ClassId == id);
            var into = await database.Classes.Include(row => row.Students).SingleOrDefaultAsync(row => row.Id == other);
            if (moved is null || into is null)
                throw new FormatException(Texts.Say(moved is null ? "class.student-gone" : "class.gone"));
            if (into.Id == id)
                return false;
            if (into.Students.Count >= SchoolClass.MostStudents)
                throw new FormatException(Texts.Say("class.most", ("most", SchoolClass.MostStudents), ("count", into.Students.Count + 1)));
            // The seat and the day away are of the room they leave.
            Check(into, student, Read(moved) with { Seat = null });
            var place = into.Students.Count == 0 ? 0 : into.Students.Max(one => one.Place) + 1;
            DateOnly? none = null;
            await database
                .Students.Where(row => row.Id == student)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(row => row.ClassId, other)
                        .SetProperty(row => row.Place, place)
                        .SetProperty(row => row.SeatRow, (int?)null)
                        .SetProperty(row => row.SeatNumber, (int?)null)
                        .SetProperty(row => row.AwayOn, none)
                        .SetProperty(row => row.LeftOn, none)
                );
            return true;
        });

    private Task<bool> ChangeAsync(string id, Func<GavvetDatabase, ClassRow, Task> change) =>
        data.WriteAsync(async database =>
        {
            if (await database.Classes.Include(row => row.Students).SingleOrDefaultAsync(row => row.Id == id) is not { } row)
                return false;
            await change(database, row);
            await database.SaveChangesAsync();
            return true;
        });

    private static async Task CheckNameAsync(GavvetDatabase database, string name, string id)
    {
        if (SchoolClass.NameProblem(name) is { } problem)
            throw new FormatException(problem);
        var names = await database.Classes.Where(row => row.Id != id).Select(row => row.Name).ToListAsync();
        if (names.Exists(other => NameSearch.AreAlike(other, name)))
            throw new FormatException(Texts.Say("class.taken", ("name", name.Trim())));
    }

    private static void Check(ClassRow row, string id, Student student)
    {
        if (SchoolClass.NameProblem(student.Name) is { } problem)
            throw new FormatException(problem);
        var others = row.Students.Where(other => other.Id != id).ToArray();
        if (others.FirstOrDefault(other => NameSearch.AreAlike(other.Name, student.Name)) is { } same)
            throw new FormatException(Texts.Say("class.student-taken", ("name", same.Name)));
        if (
            student.Seat is { } seat
            && others.FirstOrDefault(other => other.SeatRow == seat.Row && other.SeatNumber == seat.Number) is { } there
        )
            throw new FormatException(Texts.Say("class.seat-taken", ("row", seat.Row), ("seat", seat.Number), ("name", there.Name)));
    }

    private void Fill(StudentRow row, Student student)
    {
        (row.Part, row.Clef, row.IsLarge) = (student.Part?.Id, student.Clef?.Id, student.IsLarge);
        row.AwayOn = student.IsAway ? clock.Today() : null;
        (row.SeatRow, row.SeatNumber) = (student.Seat?.Row, student.Seat?.Number);
    }

    internal SchoolClass Read(ClassRow row) =>
        new(row.Id, row.Name, [.. row.Students.OrderBy(student => student.Place).ThenBy(student => student.Id).Select(Read)])
        {
            IsArchived = row.IsArchived,
        };

    private Student Read(StudentRow row) =>
        new(row.Id, row.Name)
        {
            Part = Instrument.Find(row.Part),
            Clef = row.Clef is { } clef ? Clef.Find(clef) : null,
            IsLarge = row.IsLarge,
            Seat = row is { SeatRow: { } at, SeatNumber: { } number } ? new Seat(at, number) : null,
            IsAway = row.AwayOn == clock.Today(),
            LeftOn = row.LeftOn,
        };

    private static string NewId() => Guid.NewGuid().ToString("N")[..16];
}
