using System.Collections.Immutable;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Printing;

/// <summary>A finished file.</summary>
public sealed record PrintedFile(string Name, byte[] Bytes);

/// <summary>A pile of paper: one of the papers of an edition, or a key for all of them.</summary>
public sealed record Pile(string Name, string Title, ImmutableArray<Page> Pages)
{
    /// <summary>Whether it holds answers.</summary>
    public bool IsKey => Name.StartsWith("key", StringComparison.Ordinal);

    public PrintedFile Pdf(string sheetTitle) => new($"{Name}.pdf", PdfWriter.Write($"{sheetTitle}{(Title.Length > 0 ? $", {Title}" : "")}", Pages));
}

/// <summary>All files a run can become: papers, keys, scores, sound and data.</summary>
public sealed class PrintedFiles(Sheet sheet, ImmutableArray<PrintedEdition> editions)
{
    /// <summary>Keys there are, by their names on the command line.</summary>
    public static ImmutableArray<string> Keys { get; } = ["in-place", "short", "working"];

    /// <summary>Formats there are.</summary>
    public static ImmutableArray<string> Formats { get; } = ["pdf", "svg", "musicxml", "mxl", "midi", "csv", "json"];

    /// <summary>The piles: student pages of each edition, then the keys asked for.</summary>
    public IEnumerable<Pile> Piles(IReadOnlyCollection<string> keys)
    {
        foreach (var edition in editions)
            yield return new Pile($"student-{NameOf(edition)}", $"{edition.Edition}", edition.Student);
        foreach (var edition in keys.Contains("in-place") ? editions : [])
            yield return new Pile($"key-{NameOf(edition)}", Joined($"{edition.Edition}", "Answer key"), edition.Key);
        Composition[] compositions = [.. editions.Select(edition => edition.Composition)];
        if (keys.Contains("short"))
            yield return new Pile("key-short", "Short key", SheetLayout.Combined(compositions, PaperKind.Short));
        if (keys.Contains("working"))
            yield return new Pile("key-working", "Answers with working", SheetLayout.Combined(compositions, PaperKind.Working));
    }

    /// <summary>The files of the formats asked for, and always items.json; each is made as it is asked for.</summary>
    public IEnumerable<PrintedFile> Of(IReadOnlyCollection<string> keys, IReadOnlyCollection<string> formats)
    {
        Pile[] piles = [.. Piles(keys)];
        foreach (var pdf in formats.Contains("pdf") ? piles.AsParallel().AsOrdered().Select(pile => pile.Pdf(sheet.Title)).AsEnumerable() : [])
            yield return pdf;
        foreach (var pile in formats.Contains("svg") ? piles : [])
        {
            for (var i = 0; i < pile.Pages.Length; i++)
                yield return Text($"{pile.Name}-{i + 1}.svg", SvgWriter.File(pile.Pages[i]));
        }

        foreach (var score in Scores(formats))
            yield return score;
        var items = Items;
        if (formats.Contains("csv"))
            yield return Text("items.csv", ItemsFile.ToCsv(items));
        if (formats.Contains("json"))
            yield return Text("recipe.json", RecipeFile.Write(sheet));
        yield return Text("items.json", ItemsFile.ToJson(items));
    }

    /// <summary>Every question of every edition as data.</summary>
    public SheetItems Items => new(sheet.Code, sheet.Seed, [.. editions.Select(edition => EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length))]);

    private IEnumerable<PrintedFile> Scores(IReadOnlyCollection<string> formats)
    {
        foreach (var (name, withAnswers) in new[] { ("student", false), ("key", true) })
        {
            ScorePart[] parts = formats.Contains("musicxml") || formats.Contains("mxl")
                ? [.. editions.Select(edition => new ScorePart($"{edition.Edition}" is { Length: > 0 } words ? words : sheet.Title, edition.Edition.Part, NotatedStaff.Of(edition.Composition, withAnswers)))]
                : [];
            if (formats.Contains("musicxml"))
                yield return new PrintedFile($"{name}.musicxml", MusicXmlWriter.Write(sheet.Title, parts));
            if (formats.Contains("mxl"))
                yield return new PrintedFile($"{name}.mxl", MusicXmlWriter.WriteCompressed(sheet.Title, parts));
        }

        foreach (var edition in formats.Contains("midi") ? editions : [])
            yield return new PrintedFile($"scales-{NameOf(edition)}.mid", MidiWriter.Write(HeardLines.Of(edition.Composition)));
    }

    private string NameOf(PrintedEdition edition) =>
        $"{edition.Edition.Version ?? 'A'}{(edition.Edition.Part is { } part ? $"-{part.Id}" : "")}{(edition.Edition.Seat is null ? "" : $"-large-{editions.IndexOf(edition) + 1}")}";

    private static string Joined(string first, string second) => first.Length == 0 ? second : $"{first}, {second}";

    private static PrintedFile Text(string name, string text) => new(name, Encoding.UTF8.GetBytes(text));
}
