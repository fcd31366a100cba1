// A server to be killed: it saves one edit after another into the folder given, keeps a printing and makes a backup now
// and then, marks papers, and says each once it is done. With "check" after the folder it reads such lines and names those that are lost.
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Microsoft.Data.Sqlite;

using var folder = DataFolder.Open(args[0]);
await DatabaseStart.PrepareAsync(folder);
using var data = new Database(folder);
var store = new SheetStore(data, TimeProvider.System);
var printings = new PrintingStore(data, TimeProvider.System);
var markings = new MarkingStore(data, TimeProvider.System);
var item = new SetItem(
    1,
    1,
    "",
    "A",
    null,
    "",
    "",
    [],
    [],
    1,
    1,
    new Asked("write-scale", QuestionGroup.Scales, ScaleTypes.Major, new NoteName(Letter.C)),
    new AskedQuestion { Lines = [], Text = "" }
);
if (args.Length > 1)
    return await CheckAsync();

var backups = new Backups(folder, TimeProvider.System);
var sheet = (await store.ListAsync()).Select(listed => listed.Id).FirstOrDefault() is { } id
    ? (await store.FindAsync(id))!
    : await store.CreateAsync(SheetEditor.NewSheet(1));
string? printing = null;
for (var i = 0; ; i++)
{
    var edited = SheetEditor.Apply(sheet.Sheet, new Retitle($"Title {sheet.Head} {i}")).Sheet!;
    sheet = (await store.SaveAsync(sheet.Id, sheet.Head, edited, null)).Now!;
    Console.WriteLine($"{sheet.Head.Revision} {sheet.Sheet.Title}");
    if (i % 4 == 1)
    {
        var pdf = new byte[200_000];
        var kept = await printings.AddAsync(
            new PrintingToKeep(sheet.Id, sheet.Head.Revision, sheet.Sheet.Title, "{}", [(new KeptPile("student-A", "", 1, false), pdf)], [])
        );
        Console.WriteLine($"printing {kept}");
        printing = kept;
    }

    if (printing is not null)
        Console.WriteLine(
            $"marking {await markings.AddAsync(printing, 1, item, new Marking(MarkedAs.Correct, 1, 1, []) { Written = $"{i}" })}"
        );

    if (i % 6 == 2)
        await backups.WriteAsync(Path.Combine(folder.Path, "backup.gavvet"));
}

async Task<int> CheckAsync()
{
    await using var connection = new SqliteConnection($"Data Source={folder.DatabasePath};Pooling=False");
    await connection.OpenAsync();
    async Task<object?> Ask(string sql, params (string, object)[] values)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        foreach (var (name, value) in values)
            command.Parameters.AddWithValue(name, value);
        return await command.ExecuteScalarAsync();
    }

    var lost = (await Ask("PRAGMA integrity_check") as string) == "ok" ? 0 : 1;
    for (var line = Console.ReadLine(); line is not null; line = Console.ReadLine())
    {
        var (first, rest) = (line.Split(' ', 2)[0], line.Split(' ', 2)[1]);
        var found =
            first == "marking"
                ? await Ask(
                    "SELECT COUNT(*) FROM Markings WHERE Id = $id",
                    ("$id", long.Parse(rest, System.Globalization.CultureInfo.InvariantCulture))
                )
                    is 1L
            : first == "printing" ? await printings.PdfAsync(rest, "student-A") is { Length: 200_000 }
            : (
                await Ask(
                    "SELECT Title FROM Revisions WHERE Id = $id",
                    ("$id", long.Parse(first, System.Globalization.CultureInfo.InvariantCulture))
                ) as string
            ) == rest;
        if (found)
            continue;
        lost++;
        Console.WriteLine($"lost: {line}");
    }

    Console.WriteLine(lost == 0 ? "whole" : "not whole");
    return lost == 0 ? 0 : 1;
}
