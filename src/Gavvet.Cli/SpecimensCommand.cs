using System.CommandLine;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Worksheets.Composing;

namespace Gavvet.Cli;

/// <summary>specimens: the book with one question of every kind, answered.</summary>
internal static class SpecimensCommand
{
    public static Command Create()
    {
        var file = new Argument<FileInfo>("file") { Description = "The PDF to write." };
        var preset = new Option<string>("--preset") { Description = "The house style: classical if left out." };
        var command = new Command("specimens", "Write the book of specimens: one question of every kind, answered.") { file, preset };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
            {
                var book = SpecimenBook.Of(CommandOutput.Style(parsed.GetValue(preset)));
                var path = parsed.GetRequiredValue(file).FullName;
                File.WriteAllBytes(path, PdfWriter.Write(book.Worksheet.Title, SheetLayout.Key(book.Worksheet, book.Key)));
                Console.WriteLine(path);
            })
        );
        return command;
    }
}
