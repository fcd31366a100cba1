using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A house style of the teacher's own.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What the teacher calls it.</param>
/// <param name="Style">The style.</param>
public sealed record KeptStyle(long Id, string Name, HouseStyle Style);

/// <summary>The teacher's own house styles, and the choices that hold for the whole desk.</summary>
public sealed class DeskSettings(Database data)
{
    /// <summary>The styles kept, by name.</summary>
    public async Task<IReadOnlyList<KeptStyle>> StylesAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var rows = await database.Styles.AsNoTracking().OrderBy(row => row.Name).ToListAsync(cancellation);
        return [.. rows.Where(row => IsReadable(row.Body)).Select(row => new KeptStyle(row.Id, row.Name, HouseStyleFile.Read(row.Body)))];
    }

    /// <summary>Keeps a style under a name; one of that name is replaced.</summary>
    public Task KeepStyleAsync(string name, HouseStyle style) =>
        data.WriteAsync(async database =>
        {
            if (await database.Styles.SingleOrDefaultAsync(row => row.Name == name) is { } row)
                row.Body = HouseStyleFile.Write(style);
            else
                database.Styles.Add(new StyleRow { Name = name, Body = HouseStyleFile.Write(style) });
            return await database.SaveChangesAsync();
        });

    /// <summary>Forgets a style; sheets that took it keep it.</summary>
    public Task ForgetStyleAsync(long id) => data.WriteAsync(database => database.Styles.Where(row => row.Id == id).ExecuteDeleteAsync());

    /// <summary>The style new sheets take.</summary>
    public async Task<HouseStyle> StyleOfNewSheetsAsync() =>
        await FindAsync(SettingNames.StyleOfNewSheets) is { } body && IsReadable(body) ? HouseStyleFile.Read(body) : HouseStyle.Classical;

    internal static bool IsReadable(string style)
    {
        try
        {
            _ = HouseStyleFile.Read(style);
            return true;
        }
        catch (SheetFileException)
        {
            return false;
        }
    }

    /// <summary>Chooses the style new sheets take.</summary>
    public Task ChooseStyleOfNewSheetsAsync(HouseStyle style) => SetAsync(SettingNames.StyleOfNewSheets, HouseStyleFile.Write(style));

    /// <summary>Days that scans are kept after papers were handed back.</summary>
    public async Task<int> ScanDaysAsync() =>
        int.TryParse(await FindAsync(SettingNames.ScanDays), NumberStyles.None, CultureInfo.InvariantCulture, out var days)
        && days is >= ScanStore.LeastDays and <= ScanStore.MostDays
            ? days
            : ScanStore.UsualDays;

    /// <summary>Says how many days scans are kept after papers were handed back.</summary>
    /// <param name="days">From <see cref="ScanStore.LeastDays"/> to <see cref="ScanStore.MostDays"/>.</param>
    /// <exception cref="ArgumentOutOfRangeException">It is not between them.</exception>
    public Task ChooseScanDaysAsync(int days)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(days, ScanStore.LeastDays);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(days, ScanStore.MostDays);
        return SetAsync(SettingNames.ScanDays, days.ToString(CultureInfo.InvariantCulture));
    }

    /// <summary>A setting's value, or null.</summary>
    public async Task<string?> FindAsync(string name, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Settings.Where(row => row.Name == name).Select(row => row.Value).SingleOrDefaultAsync(cancellation);
    }

    /// <summary>The settings whose names begin so, by name.</summary>
    public async Task<IReadOnlyDictionary<string, string>> StartingAsync(string beginning, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .Settings.Where(row => row.Name.StartsWith(beginning))
            .ToDictionaryAsync(row => row.Name, row => row.Value, cancellation);
    }

    /// <summary>The setting that holds the students in large print of a sheet.</summary>
    public static string LargePrintOf(string sheetId) => SettingNames.LargePrint + sheetId;

    /// <summary>The setting that holds the plan of a class; without an id, how all of them begin.</summary>
    public static string PlanOf(string classId) => SettingNames.Plan + classId;

    /// <summary>Sets a setting.</summary>
    /// <exception cref="ArgumentException">The register of personal words has no row for it.</exception>
    public Task SetAsync(string name, string value) =>
        data.WriteAsync(async database =>
        {
            if (PersonalRegister.SettingOf(name) is null)
                throw new ArgumentException($"The register of personal words does not know the setting “{name}”.", nameof(name));
            if (await database.Settings.SingleOrDefaultAsync(row => row.Name == name) is { } row)
                row.Value = value;
            else
                database.Settings.Add(new SettingRow { Name = name, Value = value });
            return await database.SaveChangesAsync();
        });
}
