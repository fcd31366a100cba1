using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>When papers were written: what is known of a student is known from that day, whenever it is marked.</content>
public sealed partial class MarkingStore
{
    /// <summary>The days the papers of a printing were written.</summary>
    public async Task<WrittenDays> WrittenAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var all = await database
            .Printings.Where(row => row.Id == printing)
            .Select(row => new { row.WrittenOn, row.MadeAt })
            .SingleOrDefaultAsync(cancellation);
        var own = await database
            .Copies.Where(copy => copy.PrintingId == printing && copy.WrittenOn != null)
            .ToDictionaryAsync(copy => copy.Number, copy => copy.WrittenOn!.Value, cancellation);
        return new WrittenDays(all is null ? clock.Today() : all.WrittenOn ?? clock.DayOf(all.MadeAt), own);
    }

    /// <summary>Says when the papers of a printing were written.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="day">The day.</param>
    /// <returns>Whether there is such a printing.</returns>
    public Task<bool> WriteOnAsync(string printing, DateOnly day) =>
        data.WriteAsync(async database =>
            await database.Printings.Where(row => row.Id == printing).ExecuteUpdateAsync(set => set.SetProperty(row => row.WrittenOn, day))
            > 0
        );

    /// <summary>Gives a spare to a student of the class, with what was marked on it already, or takes it back.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="student">The student, or null for nobody.</param>
    /// <returns>Whether there is such a paper and such a student of the printing's class.</returns>
    public Task<bool> GiveAsync(string printing, int copy, string? student) =>
        data.WriteAsync(async database =>
        {
            await using var whole = await database.Database.BeginTransactionAsync();
            if (
                student is not null
                && !await database.Students.AnyAsync(row =>
                    row.Id == student && database.Printings.Any(own => own.Id == printing && own.ClassId == row.ClassId)
                )
            )
                return false;
            if (
                await database
                    .Copies.Where(row => row.PrintingId == printing && row.Number == copy)
                    .ExecuteUpdateAsync(set => set.SetProperty(row => row.StudentId, student)) == 0
            )
                return false;
            await database
                .Markings.Where(row => row.PrintingId == printing && row.Copy == copy)
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.StudentId, student));
            await whole.CommitAsync();
            return true;
        });

    /// <summary>Says when one paper was written, as by a student who was away.</summary>
    /// <param name="printing">The printing.</param>
    /// <param name="copy">The paper.</param>
    /// <param name="day">The day, or null for that of the others.</param>
    /// <returns>Whether there is such a paper.</returns>
    public Task<bool> WriteOnAsync(string printing, int copy, DateOnly? day) =>
        data.WriteAsync(async database =>
            await database
                .Copies.Where(row => row.PrintingId == printing && row.Number == copy)
                .ExecuteUpdateAsync(set => set.SetProperty(row => row.WrittenOn, day)) > 0
        );
}
