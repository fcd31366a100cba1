// A server to be killed: it saves one edit after another into the folder given, and says each saved head.
using Gavvet.Storage;
using Gavvet.Worksheets.Editing;

using var folder = DataFolder.Open(args[0]);
await DatabaseStart.PrepareAsync(folder);
var store = new SheetStore(folder.DatabasePath, TimeProvider.System);
var sheet = (await store.ListAsync()).Select(listed => listed.Id).FirstOrDefault() is { } id
    ? (await store.FindAsync(id))!
    : await store.CreateAsync(SheetEditor.NewSheet(1));
for (var i = 0; ; i++)
{
    var edited = SheetEditor.Apply(sheet.Sheet, new Retitle($"Title {sheet.Head} {i}")).Sheet!;
    sheet = (await store.SaveAsync(sheet.Id, sheet.Head, edited, null)).Now!;
    Console.WriteLine($"{sheet.Head} {sheet.Sheet.Title}");
}
