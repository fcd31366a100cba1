using System.CommandLine;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>make: a sheet file in, its three papers out.</summary>
internal static class MakeCommand
{
    public static Command Create()
    {
        var file = new Argument<FileInfo>("file") { Description = "A sheet or recipe file (docs/sheet.schema.json)." };
        var folder = new Option<DirectoryInfo>("--out") { Description = "Where to put the PDFs; beside the file if left out." };
        var svg = new Option<bool>("--svg") { Description = "Write each page as SVG too." };
        var command = new Command("make", "Make the student pages and both keys of a sheet file as PDF.") { file, folder, svg };
        command.SetAction(parsed => Make(parsed.GetRequiredValue(file), parsed.GetValue(folder), parsed.GetValue(svg)));
        return command;
    }

    private static int Make(FileInfo file, DirectoryInfo? folder, bool svg)
    {
        if (!file.Exists)
            return Words.Refuse($"There is no file {file.FullName}.");
        if (file.Length > SheetLimits.FileBytes)
            return Words.Refuse($"The file is too large for a sheet: up to {SheetLimits.FileBytes / 1024} KB can be read.");
        try
        {
            var sheet = SheetFile.Read(File.ReadAllText(file.FullName));
            if (PrintCheck.Problem(sheet) is { } unprintable)
                return Words.Refuse(unprintable);
            var composition = Composer.Compose(sheet);
            if (!composition.Key.MayPrint)
                return Words.Refuse(string.Join('\n', composition.Key.Withheld.Select(withheld => $"Question {withheld.Number} is withheld. {withheld.Reason}")));
            var into = folder ?? file.Directory!;
            into.Create();
            var name = Path.Combine(into.FullName, Path.GetFileNameWithoutExtension(file.Name));
            foreach (var kind in Enum.GetValues<PaperKind>())
                Write(sheet.Title, composition, kind, name, svg);
            return 0;
        }
        catch (SheetFileException problem)
        {
            return Words.Refuse(problem.Message);
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            return Words.Refuse(problem.Message);
        }
    }

    private static void Write(string title, Composition composition, PaperKind kind, string name, bool svg)
    {
        var word = FileWords.Of(kind);
        var pages = SheetLayout.LayOut(composition, kind);
        var pdf = $"{name}-{word}.pdf";
        File.WriteAllBytes(pdf, PdfWriter.Write(title, pages));
        Console.WriteLine(pdf);
        for (var i = 0; svg && i < pages.Length; i++)
        {
            var page = $"{name}-{word}-{i + 1}.svg";
            File.WriteAllText(page, SvgWriter.File(pages[i]));
            Console.WriteLine(page);
        }
    }
}
