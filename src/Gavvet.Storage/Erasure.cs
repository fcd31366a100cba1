using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gavvet.Worksheets.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Where a name stands.</summary>
/// <param name="Lists">Lists of students who get large print.</param>
/// <param name="Papers">Papers printed for the one who bears it.</param>
/// <param name="Printings">Printings that bear it on every paper, in a title or a question.</param>
/// <param name="Sheets">Sheets that have or had it in their words, the section library and restore points among them.</param>
public sealed record NameFound(int Lists, int Papers, int Printings, int Sheets)
{
    /// <summary>Whether it stands nowhere.</summary>
    public bool IsNowhere => this is { Lists: 0, Papers: 0, Printings: 0, Sheets: 0 };
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

    private const string LargePrint = "large-print ";

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
            await DatabaseStart.AskAsync(path, "PRAGMA journal_mode=DELETE; VACUUM;");
            File.SetLastWriteTimeUtc(path, made);
        }
        catch (SqliteException problem) when (StorageWords.IsDamage(problem))
        {
            DatabaseFile.Delete(path);
        }
    }

    private static async Task InAsync(string path, Func<GavvetDatabase, Task> erase)
    {
        await using var database = new GavvetDatabase(GavvetDatabase.OptionsFor(path, pooled: false));
        await using var transaction = await database.Database.BeginTransactionAsync();
        await erase(database);
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
    }

    // The log of the last changes still holds what was there, until it is cut. Who reads meanwhile delays that.
    private static async Task PackAsync(string path)
    {
        const int tries = 50;
        SqliteConnection.ClearAllPools();
        await DatabaseStart.AskAsync(path, "VACUUM");
        for (var i = 0; i < tries && await DatabaseStart.AskAsync(path, "PRAGMA wal_checkpoint(TRUNCATE)") is not 0L; i++)
            await Task.Delay(100);
    }

    /// <summary>Looks for a name in one database, and takes it away where that is asked for.</summary>
    private sealed class NameWork(GavvetDatabase database, string name, bool erase)
    {
        private const string Instead = "–";

        private static readonly string[] Wordings = ["title", "instructions", "instruction", "prompt", "answer"];

        // The name as a word of its own, small or capital.
        private readonly Regex _name = new($@"(?<![\p{{L}}\p{{N}}]){Regex.Escape(name.Trim())}(?![\p{{L}}\p{{N}}])", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, TimeSpan.FromSeconds(2));

        public async Task<NameFound> RunAsync()
        {
            var (papers, printings) = await PrintingsAsync();
            var found = new NameFound(await ListsAsync(), papers, printings, await SheetsAsync());
            if (erase)
                await database.SaveChangesAsync();
            return found;
        }

        private async Task<int> ListsAsync()
        {
            var lists = 0;
            foreach (var list in await database.Settings.Where(setting => setting.Name.StartsWith(LargePrint)).ToListAsync())
            {
                if (!_name.IsMatch(list.Value))
                    continue;
                lists++;
                if (erase)
                    list.Value = string.Join('\n', list.Value.Split('\n').Where(line => !_name.IsMatch(line)));
            }

            return lists;
        }

        private async Task<(int Papers, int Printings)> PrintingsAsync()
        {
            var (papers, whole) = (0, 0);
            foreach (var id in await database.Printings.Select(printing => printing.Id).ToListAsync())
            {
                var printing = await database.Printings.SingleAsync(row => row.Id == id);
                var text = Packing.Unpack(printing.PackedRecord);
                if (!_name.IsMatch(printing.Title) && !_name.IsMatch(text))
                {
                    database.Entry(printing).State = EntityState.Detached;
                    continue;
                }

                var record = JsonNode.Parse(text)!.AsObject();
                var editions = record["editions"]?.AsArray() ?? [];
                int[] seats = [.. Enumerable.Range(0, editions.Count).Where(i => Holds(editions[i]!["seat"]))];
                papers += seats.Length;
                foreach (var seat in seats)
                    editions[seat]!["seat"] = Instead;
                if (_name.IsMatch(printing.Title) || _name.IsMatch(record.ToJsonString(Plain)))
                {
                    whole++;
                    if (erase)
                        database.Printings.Remove(printing);
                    continue;
                }

                if (erase)
                    await TakePapersAsync(printing, record, seats);
            }

            return (papers, whole);
        }

        // A large paper is named for its place among the editions. Keys that name the students go with it.
        private async Task TakePapersAsync(PrintingRow printing, JsonObject record, int[] seats)
        {
            foreach (var seat in seats)
            {
                var end = $"-large-{seat + 1}";
                await database.PrintedFiles.Where(file => file.PrintingId == printing.Id && file.Name.EndsWith(end)).ExecuteDeleteAsync();
                await database.PrintedPages.Where(page => page.PrintingId == printing.Id && page.Pile.EndsWith(end)).ExecuteDeleteAsync();
            }

            if (record["keysNameNobody"]?.GetValue<bool>() is not true)
                await database.PrintedFiles.Where(file => file.PrintingId == printing.Id && (file.Name == "key-short" || file.Name == "key-working")).ExecuteDeleteAsync();
            printing.PackedRecord = Packing.Pack(record.ToJsonString(Plain));
        }

        private async Task<int> SheetsAsync()
        {
            var sheets = new HashSet<string>();
            // Every state by itself: a year's states together would fill the memory.
            foreach (var id in await database.Revisions.Select(row => row.Id).ToListAsync())
            {
                var row = await database.Revisions.AsNoTracking().SingleAsync(row => row.Id == id);
                if (!_name.IsMatch(row.Title) && !_name.IsMatch(row.Body))
                    continue;
                if (Reworded(row.Body) is not { } body)
                    continue;
                sheets.Add(row.SheetId);
                var title = _name.Replace(row.Title, Instead);
                if (erase)
                    await database.Revisions.Where(other => other.Id == id).ExecuteUpdateAsync(set => set.SetProperty(other => other.Title, title).SetProperty(other => other.Body, body));
            }

            foreach (var sheet in await database.Sheets.Where(sheet => sheets.Contains(sheet.Id)).ToListAsync())
            {
                if (erase)
                    sheet.Words = _name.Replace(sheet.Words, Instead);
            }

            foreach (var point in await database.RestorePoints.ToListAsync())
            {
                if (!_name.IsMatch(point.Name))
                    continue;
                sheets.Add(point.SheetId);
                if (erase)
                    await database.RestorePoints.Where(other => other.Id == point.Id).ExecuteUpdateAsync(set => set.SetProperty(other => other.Name, _name.Replace(point.Name, Instead)));
            }

            var kept = 0;
            foreach (var section in await database.Library.AsNoTracking().ToListAsync())
            {
                var body = Reworded(section.Body);
                if (body is null && !_name.IsMatch(section.Name))
                    continue;
                kept++;
                if (erase)
                    await database.Library.Where(other => other.Id == section.Id).ExecuteUpdateAsync(set => set.SetProperty(other => other.Name, _name.Replace(section.Name, Instead)).SetProperty(other => other.Body, body ?? section.Body));
            }

            return sheets.Count + kept;
        }

        /// <summary>The sheet file with the name taken out of the teacher's own words, or null where it is not in them.</summary>
        private string? Reworded(string body)
        {
            try
            {
                var file = JsonNode.Parse(body);
                if (!Reword(file))
                    return null;
                var text = file!.ToJsonString(Plain);
                return SheetStore.ReadOrNull(text) is { } sheet ? SheetFile.Write(sheet) : text;
            }
            catch (System.Text.Json.JsonException)
            {
                // No sheet file at all: it goes as text.
                return _name.Replace(body, Instead);
            }
        }

        // The words of the teacher's own; the names of kinds and scales are not anyone's.
        private bool Reword(JsonNode? node)
        {
            var reworded = false;
            switch (node)
            {
                case JsonObject inner:
                    foreach (var (field, value) in inner.ToArray())
                    {
                        if (Wordings.Contains(field) && value is JsonValue && Holds(value))
                        {
                            inner[field] = _name.Replace(value.GetValue<string>(), Instead);
                            reworded = true;
                        }
                        else if (Reword(value))
                        {
                            reworded = true;
                        }
                    }

                    break;
                case JsonArray list:
                    foreach (var item in list)
                        reworded |= Reword(item);
                    break;
            }

            return reworded;
        }

        private bool Holds(JsonNode? value) => value is JsonValue single && single.TryGetValue<string>(out var text) && _name.IsMatch(text);

        private static readonly System.Text.Json.JsonSerializerOptions Plain = new() { Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping };
    }
}
