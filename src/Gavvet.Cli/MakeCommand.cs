using System.Collections.Immutable;
using System.CommandLine;
using Gavvet.Engraving.Layout;
using Gavvet.Printing;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>make: a recipe or sheet file in; papers, keys and other files out.</summary>
internal static class MakeCommand
{
    public static Command Create()
    {
        var file = new Argument<FileInfo>("file") { Description = "A recipe or a sheet file (docs/sheet.schema.json)." };
        var folder = new Option<DirectoryInfo>("--out") { Description = "Where to put the files; beside the file if left out." };
        var versions = new Option<int?>("--versions") { Description = "How many versions, 1 to 26; the file's if left out." };
        var seed = new Option<ulong?>("--seed") { Description = "Draw the questions of a recipe from this seed." };
        var parts = new Option<string>("--parts") { Description = "Parts, apart by commas: trumpet,viola,alto-sax." };
        var key = new Option<string>("--key")
        {
            Description = $"Keys, apart by commas: {string.Join(",", PrintedFiles.Keys)}; all if left out.",
        };
        var formats = new Option<string>("--formats")
        {
            Description = $"Files, apart by commas: {string.Join(",", PrintedFiles.Formats)}; pdf,json if left out.",
        };
        var group = new Option<FileInfo>("--class")
        {
            Description = "Print for a class: a table with the columns name,part,clef,size,row,seat, of which only name is needed.",
        };
        var spares = new Option<int>("--spares") { Description = "Spare papers besides those of a class." };
        var noSquares = new Option<bool>("--no-qr") { Description = "No QR code beside the code of each page of a class." };
        var command = new Command("make", "Make the papers, the keys and other files of a recipe.")
        {
            file,
            folder,
            versions,
            seed,
            parts,
            key,
            formats,
            group,
            spares,
            noSquares,
        };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
                Make(
                    parsed.GetRequiredValue(file),
                    parsed.GetValue(folder),
                    new Wishes(
                        parsed.GetValue(versions),
                        parsed.GetValue(seed),
                        parsed.GetValue(parts) is { } list ? [.. List(list).Select(Instrument.Parse).Distinct()] : null,
                        Chosen(parsed.GetValue(key), PrintedFiles.Keys, [.. PrintedFiles.Keys], "--key"),
                        Chosen(parsed.GetValue(formats), PrintedFiles.Formats, ["pdf", "json"], "--formats"),
                        parsed.GetValue(group),
                        parsed.GetValue(spares),
                        !parsed.GetValue(noSquares)
                    )
                )
            )
        );
        return command;
    }

    private sealed record Wishes(
        int? Versions,
        ulong? Seed,
        ImmutableArray<Instrument>? Parts,
        string[] Keys,
        string[] Formats,
        FileInfo? Class,
        int Spares,
        bool HasSquares
    );

    private static void Make(FileInfo file, DirectoryInfo? folder, Wishes wishes)
    {
        if (!file.Exists)
            throw new FormatException($"There is no file {file.FullName}.");
        if (file.Length > SheetLimits.FileBytes)
            throw new FormatException($"The file is too large for a sheet: up to {SheetLimits.FileBytes / 1024} KB can be read.");
        if (wishes.Versions is { } versions and (< 1 or > Sheet.MostVersions))
            throw new FormatException($"--versions: a sheet has from 1 to {Sheet.MostVersions} versions; {versions} is not among them.");
        var sheet = SheetFile.ReadWhole(File.ReadAllText(file.FullName), new DrawChoices(wishes.Seed, wishes.Versions));
        if (wishes.Parts is { } parts)
            sheet = sheet with { Parts = parts };
        if (PrintCheck.Problem(sheet) is { } unprintable)
            throw new FormatException(unprintable);
        var plan = PrintPlan.Of(sheet, wishes.Class is null ? null : ForClass(sheet, wishes.Class, wishes));
        if (plan.TooMuch(QuestionCatalogue.Standard) is { } tooMuch)
            throw new FormatException(tooMuch);
        var run = PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast);
        if (run.Problem is { } problem)
            throw new FormatException(problem);
        var into = folder ?? file.Directory!;
        into.Create();
        foreach (var made in new PrintedFiles(run).Of(wishes.Keys, wishes.Formats, PrintPace.Fast with { Progress = Tell }))
        {
            var path = Path.Combine(into.FullName, made.Name);
            File.WriteAllBytes(path, made.Bytes);
            Console.WriteLine(path);
        }
    }

    // Where the printing is made again with the same seed the codes are others: a code leads to one paper.
    private static PrintChoices ForClass(Sheet sheet, FileInfo file, Wishes wishes)
    {
        const int mostBytes = 1_000_000;
        if (!file.Exists)
            throw new FormatException($"--class: there is no file {file.FullName}.");
        if (file.Length > mostBytes)
            throw new FormatException($"--class: the file is too large for a class of up to {SchoolClass.MostStudents} students.");
        try
        {
            var students = RosterText.Read(File.ReadAllText(file.FullName), name => name);
            if (students.FirstOrDefault(student => PrintCheck.Problem(student.Name) is not null) is { } odd)
                throw new FormatException($"{odd.Name}: {PrintCheck.Problem(odd.Name)}");
            return PrintChoices.None with
            {
                CodeSeed = PageCode.FreshSeed(),
                QrAddress = wishes.HasSquares ? "" : null,
                Copies = PrintedCopy.Of(students, sheet, wishes.Spares, student => student.Name),
                Class = Path.GetFileNameWithoutExtension(file.Name),
            };
        }
        catch (FormatException problem)
        {
            throw new FormatException($"--class: {problem.Message}", problem);
        }
    }

    private static void Tell(int done, int total)
    {
        const int longRun = 8;
        if (total >= longRun)
            Console.Error.WriteLine($"{done} of {total}");
    }

    private static string[] List(string text) => text.Split([',', ' '], StringSplitOptions.RemoveEmptyEntries);

    private static string[] Chosen(string? text, ImmutableArray<string> known, string[] usual, string option)
    {
        if (text is null)
            return usual;
        string[] chosen = [.. List(text).Distinct()];
        var odd = chosen.FirstOrDefault(word => !known.Contains(word));
        return chosen.Length == 0 || odd is not null
            ? throw new FormatException(
                $"{option}: {(odd is null ? "choose at least one" : $"“{odd}” is not one")} of {string.Join(", ", known)}."
            )
            : chosen;
    }
}
