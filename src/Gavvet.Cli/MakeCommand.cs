using System.Collections.Immutable;
using System.CommandLine;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>make: a recipe or sheet file in; papers, keys and other files out.</summary>
internal static class MakeCommand
{
    private static readonly string[] Keys = ["in-place", "short", "working"];
    private static readonly string[] Formats = ["pdf", "svg", "musicxml", "mxl", "midi", "csv", "json"];

    public static Command Create()
    {
        var file = new Argument<FileInfo>("file") { Description = "A recipe (docs/recipe.schema.json) or a sheet file (docs/sheet.schema.json)." };
        var folder = new Option<DirectoryInfo>("--out") { Description = "Where to put the files; beside the file if left out." };
        var versions = new Option<int?>("--versions") { Description = "How many versions, 1 to 26; the file's if left out." };
        var seed = new Option<ulong?>("--seed") { Description = "Draw the questions of a recipe from this seed." };
        var parts = new Option<string>("--parts") { Description = "Parts, apart by commas: trumpet,viola,alto-sax." };
        var key = new Option<string>("--key") { Description = $"Keys, apart by commas: {string.Join(",", Keys)}; all if left out." };
        var formats = new Option<string>("--formats") { Description = $"Files, apart by commas: {string.Join(",", Formats)}; pdf,json if left out." };
        var command = new Command("make", "Make the papers, the keys and other files of a recipe.") { file, folder, versions, seed, parts, key, formats };
        command.SetAction(parsed => Words.Run(() => Make(
            parsed.GetRequiredValue(file),
            parsed.GetValue(folder),
            new Wishes(
                parsed.GetValue(versions),
                parsed.GetValue(seed),
                parsed.GetValue(parts) is { } list ? [.. List(list).Select(Instrument.Parse).Distinct()] : null,
                Chosen(parsed.GetValue(key), Keys, Keys, "--key"),
                Chosen(parsed.GetValue(formats), Formats, ["pdf", "json"], "--formats")))));
        return command;
    }

    private sealed record Wishes(int? Versions, ulong? Seed, ImmutableArray<Instrument>? Parts, string[] Keys, string[] Formats);

    private static void Make(FileInfo file, DirectoryInfo? folder, Wishes wishes)
    {
        if (!file.Exists)
            throw new FormatException($"There is no file {file.FullName}.");
        if (file.Length > SheetLimits.FileBytes)
            throw new FormatException($"The file is too large for a sheet: up to {SheetLimits.FileBytes / 1024} KB can be read.");
        if (wishes.Versions is { } versions and (< 1 or > Sheet.MostVersions))
            throw new FormatException($"--versions: a sheet has from 1 to {Sheet.MostVersions} versions; {versions} is not among them.");
        var sheet = SheetFile.Read(File.ReadAllText(file.FullName), new DrawWishes(wishes.Seed, wishes.Versions));
        if (wishes.Parts is { } parts)
            sheet = sheet with { Parts = parts };
        if (PrintCheck.Problem(sheet) is { } unprintable)
            throw new FormatException(unprintable);
        var total = sheet.Versions * Math.Max(1, sheet.Parts.Length);
        var editions = PrintRun.Of(sheet, QuestionCatalogue.Standard, done => Tell(done, total));
        if (PrintRun.Problem(editions) is { } problem)
            throw new FormatException(problem);
        var into = folder ?? file.Directory!;
        into.Create();
        new Papers(sheet, editions, into.FullName).Write(wishes.Keys, wishes.Formats);
    }

    private static void Tell(int done, int total)
    {
        const int longRun = 8;
        if (total >= longRun)
            Console.Error.WriteLine($"{done} of {total}");
    }

    private static string[] List(string text) => text.Split([',', ' '], StringSplitOptions.RemoveEmptyEntries);

    private static string[] Chosen(string? text, string[] known, string[] usual, string option)
    {
        if (text is null)
            return usual;
        string[] chosen = [.. List(text).Distinct()];
        var odd = chosen.FirstOrDefault(word => !known.Contains(word));
        return chosen.Length == 0 || odd is not null
            ? throw new FormatException($"{option}: {(odd is null ? "choose at least one" : $"“{odd}” is not one")} of {string.Join(", ", known)}.")
            : chosen;
    }

    /// <summary>Writes the files of one run, telling each.</summary>
    private sealed class Papers(Sheet sheet, ImmutableArray<PrintedEdition> editions, string folder)
    {
        public void Write(string[] keys, string[] formats)
        {
            var pages = PagesOf(keys).ToArray();
            if (formats.Contains("pdf"))
            {
                var pdfs = pages.AsParallel().AsOrdered().Select(paper => (paper.Name, Bytes: PdfWriter.Write(sheet.Title, paper.Pages)));
                foreach (var (name, bytes) in pdfs)
                    Put($"{name}.pdf", bytes);
            }

            foreach (var (name, paper) in formats.Contains("svg") ? pages : [])
            {
                for (var i = 0; i < paper.Length; i++)
                    Put($"{name}-{i + 1}.svg", System.Text.Encoding.UTF8.GetBytes(SvgWriter.File(paper[i])));
            }

            WriteScores(formats);
            var items = Items();
            if (formats.Contains("csv"))
                Put("items.csv", System.Text.Encoding.UTF8.GetBytes(ItemsFile.ToCsv(items)));
            if (formats.Contains("json"))
                Put("recipe.json", System.Text.Encoding.UTF8.GetBytes(RecipeFile.Write(sheet)));
            Put("items.json", System.Text.Encoding.UTF8.GetBytes(ItemsFile.ToJson(items)));
        }

        private IEnumerable<(string Name, ImmutableArray<Page> Pages)> PagesOf(string[] keys)
        {
            foreach (var edition in editions)
                yield return ($"student-{NameOf(edition)}", edition.Student);
            foreach (var edition in keys.Contains("in-place") ? editions : [])
                yield return ($"key-{NameOf(edition)}", edition.Key);
            var compositions = editions.Select(edition => edition.Composition).ToArray();
            if (keys.Contains("short"))
                yield return ("key-short", SheetLayout.Combined(compositions, PaperKind.Short));
            if (keys.Contains("working"))
                yield return ("key-working", SheetLayout.Combined(compositions, PaperKind.Working));
        }

        private void WriteScores(string[] formats)
        {
            foreach (var (name, withAnswers) in new[] { ("student", false), ("key", true) })
            {
                ScorePart[] Parts() => [.. editions.Select(edition => new ScorePart($"{edition.Edition}" is { Length: > 0 } words ? words : sheet.Title, edition.Edition.Part, NotatedStaff.Of(edition.Composition, withAnswers)))];
                if (formats.Contains("musicxml"))
                    Put($"{name}.musicxml", MusicXmlWriter.Write(sheet.Title, Parts()));
                if (formats.Contains("mxl"))
                    Put($"{name}.mxl", MusicXmlWriter.WriteCompressed(sheet.Title, Parts()));
            }

            foreach (var edition in formats.Contains("midi") ? editions : [])
                Put($"scales-{NameOf(edition)}.mid", MidiWriter.Write(HeardLines.Of(edition.Composition)));
        }

        private SheetItems Items() => new(sheet.Code, sheet.Seed, [.. editions.Select(edition => EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length))]);

        private static string NameOf(PrintedEdition edition) =>
            $"{edition.Edition.Version ?? 'A'}{(edition.Edition.Part is { } part ? $"-{part.Id}" : "")}";

        private void Put(string name, byte[] bytes)
        {
            var path = Path.Combine(folder, name);
            File.WriteAllBytes(path, bytes);
            Console.WriteLine(path);
        }
    }
}
