using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Looks for a name in one database, and takes it away where that is asked for.</summary>
internal sealed class NameWork(GavvetDatabase database, string name, bool erase)
{
    private const string Instead = "–";

    private static readonly string[] Wordings = ["title", "instructions", "instruction", "prompt", "answer"];

    // The name as a word of its own, small or capital.
    private readonly Regex _name = new($@"(?<![\p{{L}}\p{{N}}]){Regex.Escape(name.Trim())}(?![\p{{L}}\p{{N}}])", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, TimeSpan.FromSeconds(2));

    public async Task<NameFound> RunAsync()
    {
        var (papers, printings) = await PrintingsAsync();
        var found = new NameFound(await ListsAsync(), papers, printings, await SheetsAsync(), await StudentsAsync());
        if (erase)
            await database.SaveChangesAsync();
        return found;
    }

    // Students of that name go with all that was marked; in remarks on others a dash stands for it.
    private async Task<int> StudentsAsync()
    {
        string[] own = [.. (await database.Students.AsNoTracking().Select(student => new { student.Id, student.Name }).ToListAsync()).Where(student => _name.IsMatch(student.Name)).Select(student => student.Id)];
        if (erase && own.Length > 0)
            await Erasure.RemoveAsync(database, own);
        var said = 0;
        foreach (var marking in await database.Markings.AsNoTracking().Where(marking => marking.Remark != null).Select(marking => new { marking.Id, marking.Remark }).ToListAsync())
        {
            if (!_name.IsMatch(marking.Remark!))
                continue;
            said++;
            var instead = _name.Replace(marking.Remark!, Instead);
            if (erase)
                await database.Markings.Where(other => other.Id == marking.Id).ExecuteUpdateAsync(set => set.SetProperty(other => other.Remark, instead));
        }

        foreach (var sentence in await database.Sentences.AsNoTracking().ToListAsync())
        {
            if (!_name.IsMatch(sentence.Instead))
                continue;
            said++;
            var instead = _name.Replace(sentence.Instead, Instead);
            if (erase)
                await database.Sentences.Where(other => other.Id == sentence.Id).ExecuteUpdateAsync(set => set.SetProperty(other => other.Instead, instead));
        }

        return own.Length + said;
    }

    private async Task<int> ListsAsync()
    {
        var lists = 0;
        foreach (var list in await database.Settings.Where(setting => setting.Name.StartsWith(Erasure.LargePrint)).ToListAsync())
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
            var text = PackedText.Unpack(printing.PackedRecord);
            if (!_name.IsMatch(printing.Title) && !_name.IsMatch(text))
            {
                database.Entry(printing).State = EntityState.Detached;
                continue;
            }

            var record = JsonNode.Parse(text)!.AsObject();
            // A paper was an edition with a seat once, and has a list of its own since.
            var (list, whose) = record["copies"] is JsonArray { Count: > 0 } copies ? (copies, "student") : (record["editions"]?.AsArray() ?? [], "seat");
            int[] seats = [.. Enumerable.Range(0, list.Count).Where(i => Holds(list[i]![whose]))];
            papers += seats.Length;
            foreach (var seat in seats)
                list[seat]![whose] = Instead;
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
        printing.PackedRecord = PackedText.Pack(record.ToJsonString(Plain));
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
