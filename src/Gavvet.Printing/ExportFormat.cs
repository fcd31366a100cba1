using System.Collections.Immutable;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Printing;

/// <summary>
/// A format papers and answers can be taken away in: its name on the command line, and what it is made of. One row is
/// all that the command line, the print room and the archive need.
/// </summary>
public sealed record ExportFormat
{
    private ExportFormat(string id, bool inArchive = true) => (Id, InArchive) = (id, inArchive);

    /// <summary>The name on the command line.</summary>
    public string Id { get; }

    /// <summary>Whether it is in the archive of everything; a format that repeats another is not.</summary>
    public bool InArchive { get; }

    /// <summary>Every format, the usual one first.</summary>
    public static ImmutableArray<ExportFormat> All { get; } =
    [
        new("pdf") { OfPile = (title, pile, pages) => [new PrintedFile($"{pile.Name}.pdf", pile.Pdf(title, pages))] },
        new("svg", inArchive: false)
        {
            OfPile = (_, pile, pages) => pages.Select((page, i) => Text($"{pile.Name}-{i + 1}.svg", SvgWriter.File(page))),
        },
        new("musicxml") { OfScore = (name, title, parts) => new PrintedFile($"{name}.musicxml", MusicXmlWriter.Write(title, parts)) },
        new("mxl", inArchive: false)
        {
            OfScore = (name, title, parts) => new PrintedFile($"{name}.mxl", MusicXmlWriter.WriteCompressed(title, parts)),
        },
        new("midi")
        {
            OfPaper = (name, composition) => new PrintedFile($"scales-{name}.mid", MidiWriter.Write(HeardLines.Of(composition))),
        },
        new("csv") { OfSheet = (_, items) => Text("items.csv", ItemsFile.ToCsv(items)) },
        new("json") { OfSheet = (sheet, _) => Text("recipe.json", SheetFile.WriteRecipe(sheet)) },
    ];

    /// <summary>Files of the pages of a pile: from the sheet's title, the pile and its pages; null where there are none.</summary>
    internal Func<string, Pile, ImmutableArray<Page>, IEnumerable<PrintedFile>>? OfPile { get; private init; }

    /// <summary>A file of one paper's questions, from the paper's name.</summary>
    internal Func<string, Composition, PrintedFile>? OfPaper { get; private init; }

    /// <summary>A score of all papers, from its name and title.</summary>
    internal Func<string, string, ScorePart[], PrintedFile>? OfScore { get; private init; }

    /// <summary>A file of the whole sheet and all its questions.</summary>
    internal Func<Sheet, SheetItems, PrintedFile>? OfSheet { get; private init; }

    internal static PrintedFile Text(string name, string text) => new(name, Encoding.UTF8.GetBytes(text));
}
