using System.Collections.Immutable;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Worksheets.Files;

namespace Gavvet.Printing;

/// <summary>A finished file.</summary>
public sealed record PrintedFile(string Name, byte[] Bytes);

/// <summary>A pile of paper: one of the papers of a plan, or a key for all of them.</summary>
/// <param name="Name">Its name as a file.</param>
/// <param name="Title">Whom it is for.</param>
public sealed record Pile(string Name, string Title)
{
    /// <summary>Whether it holds answers.</summary>
    public bool IsKey => Name.StartsWith("key", StringComparison.Ordinal);

    /// <summary>The piles of a plan: the students' papers, then the keys asked for. Nothing is laid out for it.</summary>
    public static ImmutableArray<Pile> Of(PrintPlan plan, IReadOnlyCollection<string> keys)
    {
        ArgumentNullException.ThrowIfNull(plan);
        var papers = Enumerable.Range(0, plan.Editions.Length).ToArray();
        return
        [
            .. papers.Select(paper => Student(plan, paper)),
            .. papers.Where(_ => keys.Contains(PrintedFiles.InPlace)).Select(paper => Key(plan, paper)),
            .. PrintedFiles.Combined.Where(keys.Contains).Select(Key),
        ];
    }

    internal static Pile Student(PrintPlan plan, int paper) => new($"student-{plan.NameOf(paper)}", $"{plan.Editions[paper]}");

    internal static Pile Key(PrintPlan plan, int paper) => new($"key-{plan.NameOf(paper)}", $"{plan.Editions[paper]}" is { Length: > 0 } words ? $"{words}, Answer key" : "Answer key");

    internal static Pile Key(string combined) => new($"key-{combined}", combined == PrintedFiles.ShortKey ? "Short key" : "Answers with working");

    internal byte[] Pdf(string sheetTitle, IReadOnlyList<Page> pages) => PdfWriter.Write($"{sheetTitle}{(Title.Length > 0 ? $", {Title}" : "")}", pages);
}

/// <summary>All files a run can become: papers, keys, scores, sound and data. Each is made as it is asked for.</summary>
public sealed class PrintedFiles(PrintRun run)
{
    internal const string InPlace = "in-place";
    internal const string ShortKey = "short";

    /// <summary>Keys there are, by their names on the command line.</summary>
    public static ImmutableArray<string> Keys { get; } = [InPlace, ShortKey, "working"];

    /// <summary>Keys for all papers together.</summary>
    internal static ImmutableArray<string> Combined { get; } = Keys.Remove(InPlace);

    /// <summary>Formats there are.</summary>
    public static ImmutableArray<string> Formats { get; } = ["pdf", "svg", "musicxml", "mxl", "midi", "csv", "json"];

    private string Title => run.Plan.Sheet.Title;

    /// <summary>The PDF of one pile, or null when there is none of that name.</summary>
    public byte[]? Pdf(string name)
    {
        var papers = Enumerable.Range(0, run.Compositions.Length);
        if (papers.FirstOrDefault(paper => Pile.Student(run.Plan, paper).Name == name, -1) is >= 0 and var student)
            return Pile.Student(run.Plan, student).Pdf(Title, run.LayOut(student).Student);
        if (papers.FirstOrDefault(paper => Pile.Key(run.Plan, paper).Name == name, -1) is >= 0 and var key)
            return Pile.Key(run.Plan, key).Pdf(Title, run.LayOut(key).Key);
        return Combined.FirstOrDefault(kind => Pile.Key(kind).Name == name) is { } combined ? CombinedPdf(combined).Pdf : null;
    }

    /// <summary>The files of the formats asked for, and always items.json.</summary>
    public IEnumerable<PrintedFile> Of(IReadOnlyCollection<string> keys, IReadOnlyCollection<string> formats, PrintPace pace)
    {
        ArgumentNullException.ThrowIfNull(pace);
        var items = new List<EditionItems>();
        foreach (var (files, made) in pace.Each(run.Compositions.Length, paper => OfPaper(paper, keys, formats)))
        {
            items.Add(made);
            pace.Progress?.Invoke(items.Count, run.Compositions.Length);
            foreach (var file in files)
                yield return file;
        }

        foreach (var combined in Combined.Where(keys.Contains))
        {
            if (formats.Contains("pdf"))
                yield return new PrintedFile($"{Pile.Key(combined).Name}.pdf", CombinedPdf(combined).Pdf);
            foreach (var svg in formats.Contains("svg") ? Svgs(Pile.Key(combined), CombinedPages(combined)) : [])
                yield return svg;
        }

        foreach (var score in Scores(formats))
            yield return score;
        var all = new SheetItems(run.Plan.Sheet.Code, run.Plan.Sheet.Seed, [.. items]);
        if (formats.Contains("csv"))
            yield return Text("items.csv", ItemsFile.ToCsv(all));
        if (formats.Contains("json"))
            yield return Text("recipe.json", RecipeFile.Write(run.Plan.Sheet));
        yield return Text("items.json", ItemsFile.ToJson(all));
    }

    /// <summary>The PDF of a key for all papers, and how many pages it has.</summary>
    internal (byte[] Pdf, int Pages) CombinedPdf(string kind)
    {
        var pages = CombinedPages(kind);
        return (Pile.Key(kind).Pdf(Title, pages), pages.Length);
    }

    // Large print asks what its version and part ask, so it is not listed again; nor is any student named on a key.
    private ImmutableArray<Page> CombinedPages(string kind) =>
        SheetLayout.Combined([.. run.Compositions.Where(paper => paper.Worksheet.Edition.Seat is null)], kind == ShortKey ? PaperKind.Short : PaperKind.Working);

    // The pages of a paper are let go as soon as its files are written.
    private (List<PrintedFile> Files, EditionItems Items) OfPaper(int paper, IReadOnlyCollection<string> keys, IReadOnlyCollection<string> formats)
    {
        var edition = run.LayOut(paper);
        var files = new List<PrintedFile>();
        var piles = new List<(Pile Pile, ImmutableArray<Page> Pages)> { (Pile.Student(run.Plan, paper), edition.Student) };
        if (keys.Contains(InPlace))
            piles.Add((Pile.Key(run.Plan, paper), edition.Key));
        foreach (var (pile, pages) in piles)
        {
            if (formats.Contains("pdf"))
                files.Add(new PrintedFile($"{pile.Name}.pdf", pile.Pdf(Title, pages)));
            if (formats.Contains("svg"))
                files.AddRange(Svgs(pile, pages));
        }

        if (formats.Contains("midi"))
            files.Add(new PrintedFile($"scales-{run.Plan.NameOf(paper)}.mid", MidiWriter.Write(HeardLines.Of(edition.Composition))));
        return (files, EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length));
    }

    private IEnumerable<PrintedFile> Scores(IReadOnlyCollection<string> formats)
    {
        foreach (var (name, withAnswers) in new[] { ("student", false), ("key", true) })
        {
            ScorePart[] parts = formats.Contains("musicxml") || formats.Contains("mxl")
                ? [.. run.Compositions.Select(paper => new ScorePart($"{paper.Worksheet.Edition}" is { Length: > 0 } words ? words : Title, paper.Worksheet.Edition.Part, NotatedStaff.Of(paper, withAnswers)))]
                : [];
            if (formats.Contains("musicxml"))
                yield return new PrintedFile($"{name}.musicxml", MusicXmlWriter.Write(Title, parts));
            if (formats.Contains("mxl"))
                yield return new PrintedFile($"{name}.mxl", MusicXmlWriter.WriteCompressed(Title, parts));
        }
    }

    private static IEnumerable<PrintedFile> Svgs(Pile pile, ImmutableArray<Page> pages) => pages.Select((page, i) => Text($"{pile.Name}-{i + 1}.svg", SvgWriter.File(page)));

    private static PrintedFile Text(string name, string text) => new(name, Encoding.UTF8.GetBytes(text));
}
