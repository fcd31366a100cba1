using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A section kept for other sheets.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What the teacher calls it.</param>
/// <param name="Section">The section.</param>
public sealed record KeptSection(long Id, string Name, Section Section);

/// <summary>The teacher's own section library.</summary>
public sealed class SectionLibrary(Database data, TimeProvider clock)
{
    /// <summary>The sections kept, in the order they came.</summary>
    public async Task<IReadOnlyList<KeptSection>> ListAsync()
    {
        await using var database = data.Open();
        var rows = await database.Library.AsNoTracking().Where(row => row.DeletedAt == null).OrderBy(row => row.Id).ToListAsync();
        return [.. rows.Select(Kept).OfType<KeptSection>()];
    }

    /// <summary>One section, or null.</summary>
    public async Task<KeptSection?> FindAsync(long id)
    {
        await using var database = data.Open();
        return await database.Library.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null) is { } row ? Kept(row) : null;
    }

    /// <summary>Keeps a section of a sheet.</summary>
    public Task KeepAsync(string name, Sheet sheet, Section section)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        var row = new LibraryRow { Name = name, Body = SheetFile.Write(sheet with { Sections = [section] }), KeptAt = clock.GetUtcNow() };
        return data.WriteAsync(database =>
        {
            database.Library.Add(row);
            return database.SaveChangesAsync();
        });
    }

    /// <summary>Takes a section out of the library, or puts it back.</summary>
    /// <returns>Whether there was such a section.</returns>
    public Task<bool> MarkAsync(long id, bool deleted)
    {
        DateTimeOffset? at = deleted ? clock.GetUtcNow() : null;
        return data.WriteAsync(async database => await database.Library.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.DeletedAt, at)) == 1);
    }

    // A section that cannot be read any more is not offered.
    private static KeptSection? Kept(LibraryRow row) => SheetStore.ReadOrNull(row.Body) is { } sheet ? new KeptSection(row.Id, row.Name, sheet.Sections[0]) : null;
}

/// <summary>A house style of the teacher's own.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What the teacher calls it.</param>
/// <param name="Style">The style.</param>
public sealed record KeptStyle(long Id, string Name, HouseStyle Style);

/// <summary>The teacher's own house styles, and the choices that hold for the whole desk.</summary>
public sealed class DeskSettings(Database data)
{
    /// <summary>The setting that holds the house style of new sheets.</summary>
    private const string StyleOfNewSheets = "house-style";

    /// <summary>The styles kept, by name.</summary>
    public async Task<IReadOnlyList<KeptStyle>> StylesAsync()
    {
        await using var database = data.Open();
        var rows = await database.Styles.AsNoTracking().OrderBy(row => row.Name).ToListAsync();
        return [.. rows.Where(row => IsReadable(row.Body)).Select(row => new KeptStyle(row.Id, row.Name, HouseStyleFile.Read(row.Body)))];
    }

    /// <summary>Keeps a style under a name; one of that name is replaced.</summary>
    public Task KeepStyleAsync(string name, HouseStyle style) => data.WriteAsync(async database =>
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
        await FindAsync(StyleOfNewSheets) is { } body && IsReadable(body) ? HouseStyleFile.Read(body) : HouseStyle.Classical;

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
    public Task ChooseStyleOfNewSheetsAsync(HouseStyle style) => SetAsync(StyleOfNewSheets, HouseStyleFile.Write(style));

    /// <summary>A setting's value, or null.</summary>
    public async Task<string?> FindAsync(string name)
    {
        await using var database = data.Open();
        return await database.Settings.Where(row => row.Name == name).Select(row => row.Value).SingleOrDefaultAsync();
    }

    /// <summary>Sets a setting.</summary>
    public Task SetAsync(string name, string value) => data.WriteAsync(async database =>
    {
        if (await database.Settings.SingleOrDefaultAsync(row => row.Name == name) is { } row)
            row.Value = value;
        else
            database.Settings.Add(new SettingRow { Name = name, Value = value });
        return await database.SaveChangesAsync();
    });
}
