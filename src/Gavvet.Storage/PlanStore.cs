using Gavvet.Teaching;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A plan as it is kept.</summary>
/// <param name="Plan">The plan, or null where it is of a program that wrote it otherwise.</param>
/// <param name="Stamp">What a later change must have seen.</param>
public sealed record KeptPlan(ClassPlan? Plan, string Stamp);

/// <summary>Keeps the plans of classes. A change says which state it has seen, so that of two windows neither saves over the
/// other.</summary>
public sealed class PlanStore(Database data)
{
    /// <summary>The stamp of a class that has no plan yet.</summary>
    public const string NoPlan = "";

    /// <summary>A class's plan, or null.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<KeptPlan?> FindAsync(string classId, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var name = NameOf(classId);
        return
            await database.Settings.Where(row => row.Name == name).Select(row => row.Value).SingleOrDefaultAsync(cancellation) is { } text
            ? Kept(text)
            : null;
    }

    /// <summary>All plans that can be read, by the ids of their classes.</summary>
    public async Task<IReadOnlyDictionary<string, ClassPlan>> ListAsync()
    {
        await using var database = data.Open();
        var rows = await database.Settings.Where(row => row.Name.StartsWith(SettingNames.Plan)).ToListAsync();
        return rows.Select(row => (Id: row.Name[SettingNames.Plan.Length..], Kept(row.Value).Plan))
            .Where(kept => kept.Plan is not null)
            .ToDictionary(kept => kept.Id, kept => kept.Plan!);
    }

    /// <summary>Keeps a class's plan.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="plan">The plan.</param>
    /// <param name="seen">The stamp of the plan this one was made from; null where that does not matter.</param>
    /// <returns>Whether it is kept; false where another was kept meanwhile.</returns>
    public Task<bool> SaveAsync(string classId, ClassPlan plan, string? seen) =>
        data.WriteAsync(async database =>
        {
            var name = NameOf(classId);
            var row = await database.Settings.SingleOrDefaultAsync(row => row.Name == name);
            if (seen is not null && seen != (row is null ? NoPlan : StampOf(row.Value)))
                return false;
            await PutAsync(database, SettingNames.PlanBefore + classId, row?.Value);
            await PutAsync(database, name, plan.Write());
            await database.SaveChangesAsync();
            return true;
        });

    /// <summary>Whether the last change of a class's plan can be taken back.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<bool> CanUndoAsync(string classId, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var before = SettingNames.PlanBefore + classId;
        return await database.Settings.AnyAsync(row => row.Name == before, cancellation);
    }

    /// <summary>Takes the last change of a class's plan back; once more, and it stands again.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="seen">The stamp of the plan as it was shown.</param>
    /// <returns>Whether it is taken back; false where another was kept meanwhile, or there is none before it.</returns>
    public Task<bool> UndoAsync(string classId, string? seen) =>
        data.WriteAsync(async database =>
        {
            var (name, before) = (NameOf(classId), SettingNames.PlanBefore + classId);
            var (now, then) = (
                await database.Settings.SingleOrDefaultAsync(row => row.Name == name),
                await database.Settings.SingleOrDefaultAsync(row => row.Name == before)
            );
            if (now is null || then is null || (seen is not null && seen != StampOf(now.Value)))
                return false;
            (now.Value, then.Value) = (then.Value, now.Value);
            await database.SaveChangesAsync();
            return true;
        });

    private static async Task PutAsync(GavvetDatabase database, string name, string? value)
    {
        if (value is null)
            return;
        if (await database.Settings.SingleOrDefaultAsync(row => row.Name == name) is { } row)
            row.Value = value;
        else
            database.Settings.Add(new SettingRow { Name = name, Value = value });
    }

    private static string NameOf(string classId) => SettingNames.Plan + classId;

    private static KeptPlan Kept(string text)
    {
        try
        {
            return new KeptPlan(ClassPlan.Read(text), StampOf(text));
        }
        catch (FormatException)
        {
            return new KeptPlan(null, StampOf(text));
        }
    }

    private static string StampOf(string text) =>
        Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes(text)))[..16];
}
