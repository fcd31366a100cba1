using System.Security.Cryptography;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>Who practices, and what they do.</content>
public sealed partial class PracticeStore
{
    /// <summary>Those who may practice, or do: by the roster, then those without a name.</summary>
    public async Task<IReadOnlyList<PracticeSeat>> SeatsAsync(string practice, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await SeatsAsync(database, seat => seat.PracticeId == practice, cancellation);
    }

    /// <summary>A seat, or null.</summary>
    public async Task<PracticeSeat?> SeatAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return (await SeatsAsync(database, seat => seat.Id == id, cancellation)).SingleOrDefault();
    }

    /// <summary>The seat of a code of one's own, or null.</summary>
    public async Task<PracticeSeat?> SeatByCodeAsync(string code, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return (await SeatsAsync(database, seat => seat.Code == code, cancellation)).SingleOrDefault();
    }

    /// <summary>Gives seats to students who have none yet.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="students">The students.</param>
    public Task<int> AddStudentsAsync(string practice, IReadOnlyList<string> students) =>
        data.WriteAsync(async database =>
        {
            if (await database.Practices.SingleOrDefaultAsync(row => row.Id == practice) is not { } row)
                return 0;
            var seated = await database
                .PracticeSeats.Where(seat => seat.PracticeId == practice)
                .Select(seat => seat.StudentId)
                .ToListAsync();
            string[] fresh = [.. students.Where(student => !seated.Contains(student))];
            database.PracticeSeats.AddRange(fresh.Select(student => Seat(practice, PracticeRules.Read(row.Rules), student, 0, null)));
            await database.SaveChangesAsync();
            return fresh.Length;
        });

    /// <summary>Takes a seat without a name.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="part">The part that is read, or null.</param>
    /// <returns>The seat's id, or null where all are taken.</returns>
    public Task<string?> JoinAsync(string practice, Instrument? part) =>
        data.WriteAsync<string?>(async database =>
        {
            if (await database.Practices.SingleOrDefaultAsync(row => row.Id == practice) is not { } row)
                return null;
            var last = await database.PracticeSeats.Where(seat => seat.PracticeId == practice).MaxAsync(seat => (int?)seat.Number) ?? 0;
            if (last >= MostSeats)
                return null;
            var taken = Seat(practice, PracticeRules.Read(row.Rules), null, last + 1, part?.Id);
            database.PracticeSeats.Add(taken);
            await database.SaveChangesAsync();
            return taken.Id;
        });

    /// <summary>The sheet of a seat: its own, or the practice's; null where there is none that can be read.</summary>
    /// <param name="seat">The seat.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<Sheet?> SheetAsync(PracticeSeat seat, CancellationToken cancellation = default)
    {
        if (!seat.HasOwnSheet)
            return await SheetAsync(seat.Practice, cancellation);
        await using var database = data.Open();
        return
            await database.PracticeSeats.Where(row => row.Id == seat.Id).Select(row => row.Body).SingleOrDefaultAsync(cancellation)
                is { } body
            ? SheetStore.ReadOrNull(body)
            : null;
    }

    /// <summary>Gives a seat its sheet of a day; who is second finds the first one's.</summary>
    /// <param name="seat">The seat.</param>
    /// <param name="day">The day.</param>
    /// <param name="sheet">The sheet, or null where nothing is to be done that day.</param>
    /// <returns>The seat as it is then, or null where it is gone.</returns>
    public async Task<PracticeSeat?> DrawnAsync(string seat, DateOnly day, Sheet? sheet)
    {
        var body = sheet is null ? null : SheetFile.Write(sheet);
        await data.WriteAsync(async database =>
            await database
                .PracticeSeats.Where(row => row.Id == seat && (row.DrawnOn == null || row.DrawnOn < day))
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.Body, body).SetProperty(row => row.DrawnOn, day)) > 0
        );
        return await SeatAsync(seat);
    }

    /// <summary>What was done on a seat, in order.</summary>
    public async Task<IReadOnlyList<PracticeTry>> TriesAsync(string seat, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await TriesAsync(database, seat, cancellation);
    }

    /// <summary>What was done in a practice, by seat, each in order.</summary>
    public async Task<ILookup<string, PracticeTry>> AllTriesAsync(string practice, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var rows = await (
            from done in database.PracticeTries.AsNoTracking()
            join seat in database.PracticeSeats on done.SeatId equals seat.Id
            where seat.PracticeId == practice
            orderby done.Id
            select done
        ).ToListAsync(cancellation);
        return rows.ToLookup(row => row.SeatId, Read);
    }

    /// <summary>What a student did in each practice, the oldest first, each in order.</summary>
    /// <param name="student">The student.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<IReadOnlyList<(string Practice, string Title, PracticeTry Done)>> OfStudentAsync(
        string student,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await (
            from done in database.PracticeTries.AsNoTracking()
            join seat in database.PracticeSeats on done.SeatId equals seat.Id
            where seat.StudentId == student
            join practice in database.Practices on seat.PracticeId equals practice.Id
            orderby done.Id
            select new
            {
                practice.Id,
                practice.Title,
                Done = done,
            }
        ).ToListAsync(cancellation);
        return [.. rows.Select(row => (row.Id, row.Title, Read(row.Done)))];
    }

    /// <summary>Keeps something that was done. It is on disk when this returns.</summary>
    /// <param name="seat">The seat.</param>
    /// <param name="token">What the browser calls it: the same sent twice is kept once.</param>
    /// <param name="done">What was done.</param>
    /// <param name="item">The question, where an answer was judged.</param>
    /// <param name="mayBe">Whether it may be, after what was done by then.</param>
    /// <returns>What was done by now, with it where it was kept.</returns>
    public Task<IReadOnlyList<PracticeTry>> AddAsync(
        string seat,
        string token,
        PracticeTry done,
        SetItem? item,
        Func<IReadOnlyList<PracticeTry>, bool> mayBe
    ) =>
        data.WriteAsync<IReadOnlyList<PracticeTry>>(async database =>
        {
            var before = await TriesAsync(database, seat, CancellationToken.None);
            if (
                before.Count >= MostTries
                || await database.PracticeTries.AnyAsync(row => row.SeatId == seat && row.Token == token)
                || !mayBe(before)
                || await database.PracticeSeats.SingleOrDefaultAsync(row => row.Id == seat) is not { } known
            )
                return before;
            known.StartedAt ??= done.At;
            database.PracticeTries.Add(
                new PracticeTryRow
                {
                    SeatId = seat,
                    Token = token,
                    Question = done.Question,
                    Doing = FileWords.Of(done.Doing),
                    Verdict = done.Marking is { } marking ? FileWords.Of(marking.As) : null,
                    Marks = done.Marking?.Marks ?? 0,
                    Of = done.Marking?.Of ?? 0,
                    Findings = done.Marking is { } found ? MarkingStore.FindingsOf(found) : null,
                    Written = done.Marking?.Written,
                    Asked = item is null ? null : FileContract.Write(item.What),
                    Load = item?.Load ?? 0,
                    MadeAt = done.At,
                }
            );
            await database.SaveChangesAsync();
            return [.. before, done];
        });

    /// <summary>Says when one began, where they did not before.</summary>
    /// <param name="seat">The seat.</param>
    public Task<bool> BeginAsync(string seat)
    {
        var now = clock.GetUtcNow();
        return data.WriteAsync(async database =>
            await database
                .PracticeSeats.Where(row => row.Id == seat && row.StartedAt == null)
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.StartedAt, now)) > 0
        );
    }

    private static PracticeSeatRow Seat(string practice, PracticeRules rules, string? student, int number, string? part) =>
        new()
        {
            Id = NewId(),
            PracticeId = practice,
            StudentId = student,
            Number = number,
            Code = PracticeCode.New(PracticeCode.OwnLength),
            Chance = rules.IsFresh ? BitConverter.ToInt64(RandomNumberGenerator.GetBytes(8)) | 1 : 0,
            Part = part,
        };

    private static async Task<IReadOnlyList<PracticeSeat>> SeatsAsync(
        GavvetDatabase database,
        System.Linq.Expressions.Expression<Func<PracticeSeatRow, bool>> which,
        CancellationToken cancellation
    )
    {
        var rows = await (
            from seat in database.PracticeSeats.AsNoTracking().Where(which)
            join student in database.Students on seat.StudentId equals student.Id into own
            from student in own.DefaultIfEmpty()
            orderby student == null, student!.Place, seat.Number
            select new
            {
                Seat = new
                {
                    seat.Id,
                    seat.PracticeId,
                    seat.StudentId,
                    seat.Number,
                    seat.Code,
                    seat.Part,
                    seat.Chance,
                    seat.StartedAt,
                    seat.DrawnOn,
                    HasOwnSheet = seat.Body != null,
                },
                Name = (string?)student!.Name,
                student.Part,
                student.Clef,
                student.LeftOn,
            }
        ).ToListAsync(cancellation);
        return
        [
            .. rows.Select(row => new PracticeSeat(
                row.Seat.Id,
                row.Seat.PracticeId,
                row.Seat.StudentId,
                row.Name,
                row.Seat.Number,
                row.Seat.Code,
                Instrument.Find(row.Seat.Part ?? row.Part),
                Clef.Find(row.Clef),
                (ulong)row.Seat.Chance,
                row.Seat.StartedAt
            )
            {
                HasOwnSheet = row.Seat.HasOwnSheet,
                DrawnOn = row.Seat.DrawnOn,
                HasLeft = row.LeftOn is not null,
            }),
        ];
    }

    private static async Task<IReadOnlyList<PracticeTry>> TriesAsync(
        GavvetDatabase database,
        string seat,
        CancellationToken cancellation
    ) =>
        [
            .. (
                await database
                    .PracticeTries.AsNoTracking()
                    .Where(row => row.SeatId == seat)
                    .OrderBy(row => row.Id)
                    .ToListAsync(cancellation)
            ).Select(Read),
        ];

    internal static PracticeTry Read(PracticeTryRow row) =>
        new(row.Question, FileWords.TryParse<Doing>(row.Doing, out var doing) ? doing : Doing.Shown, row.MadeAt)
        {
            Marking = row.Verdict is { } verdict
                ? new Marking(MarkingStore.VerdictOf(verdict), row.Marks, row.Of, MarkingStore.FindingsIn(row.Findings))
                {
                    Written = row.Written,
                }
                : null,
        };
}
