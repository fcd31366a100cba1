using System.Collections.Immutable;
using Gavvet.Teaching;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>What the mark book counts of papers.</content>
public sealed partial class MarkingStore
{
    /// <summary>Weights at most.</summary>
    public const int MostWeight = 10;

    /// <summary>The printings of a class as its mark book takes them. Of several papers of a student the last that has marks counts.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<ImmutableArray<BookPrinting>> BookedAsync(string classId, CancellationToken cancellation = default) =>
        [
            .. (await PrintingsOfAsync(classId, cancellation)).Select(printing => new BookPrinting(
                printing.Id,
                printing.Title,
                printing.WrittenOn,
                printing.Weight,
                printing
                    .Papers.Where(paper => paper.StudentId is not null)
                    .GroupBy(paper => paper.StudentId!)
                    .ToImmutableDictionary(
                        own => own.Key,
                        own => own.Select(paper => paper.InBook).Aggregate((one, next) => next.Is > PaperIs.Missing ? next : one)
                    )
            )),
        ];

    /// <summary>Says that a printing was not handed out after all, or that it was: set aside it counts for the class as if it had not
    /// been made.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="aside">Whether it is set aside.</param>
    /// <returns>Whether there is such a printing of a class, without a marking.</returns>
    public Task<bool> SetAsideAsync(string printing, bool aside) =>
        data.WriteAsync(async database =>
            await database
                .Printings.Where(row => row.Id == printing && row.ClassId != null && (!aside || !WithMarks(database).Contains(row.Id)))
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.IsSetAside, aside)) > 0
        );

    /// <summary>Whether a printing is set aside.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<bool> IsSetAsideAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Printings.AnyAsync(
            row => row.Id == printing && row.IsSetAside && !WithMarks(database).Contains(row.Id),
            cancellation
        );
    }

    /// <summary>Whether anything of a printing is marked, so that it was handed out.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<bool> HasMarksAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await WithMarks(database).ContainsAsync(printing, cancellation);
    }

    // What has marks was handed out: of an item, where they were not taken back, or of a whole paper.
    private static IQueryable<string> WithMarks(GavvetDatabase database) =>
        database
            .Markings.Where(marking => marking.Undoes == null && !database.Markings.Any(other => other.Undoes == marking.Id))
            .Select(marking => marking.PrintingId)
            .Concat(database.Copies.Where(copy => copy.Total != null).Select(copy => copy.PrintingId));

    /// <summary>Says how much a printing weighs.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="weight">From 0, where it does not count, to <see cref="MostWeight"/>.</param>
    public Task<bool> WeighAsync(string printing, int weight)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(weight);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(weight, MostWeight);
        return data.WriteAsync(async database =>
            await database.Printings.Where(row => row.Id == printing).ExecuteUpdateAsync(set => set.SetProperty(row => row.Weight, weight))
            > 0
        );
    }

    /// <summary>Says whether a student need not write a paper.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="student">The student.</param>
    /// <param name="excused">Whether it need not be written.</param>
    public Task<bool> ExcuseAsync(string printing, string student, bool excused) =>
        data.WriteAsync(async database =>
            await database
                .Copies.Where(row => row.PrintingId == printing && row.StudentId == student)
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.IsExcused, excused)) > 0
        );

    /// <summary>Enters the marks of a whole paper, without its items, or takes them away.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="marks">The marks, or null for those of its items.</param>
    /// <param name="of">The marks there are in it.</param>
    /// <exception cref="FormatException">There are not so many marks.</exception>
    public Task<bool> TotalAsync(string printing, int copy, double? marks, int of)
    {
        if (marks is { } some && !Marking.CanBe(some, of))
            throw new FormatException(StorageTexts.Say("total.beyond", ("of", of)));
        return data.WriteAsync(async database =>
            await database
                .Copies.Where(row => row.PrintingId == printing && row.Number == copy)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(row => row.Total, marks).SetProperty(row => row.TotalOf, marks == null ? null : of)
                ) > 0
        );
    }
}
