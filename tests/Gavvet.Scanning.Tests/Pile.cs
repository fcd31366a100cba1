using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Teaching;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Scanning.Tests;

/// <summary>The papers of a made-up class, printed with codes.</summary>
internal static class Pile
{
    private const string Recipe = """
        {"gavvet":1,"seed":3,"title":"Friday","sections":[
          {"kind":"write-scale","scales":["harmonic-minor","dorian"],"keys":{"flats":3,"sharps":3},"clefs":["treble","bass"],"count":4},
          {"kind":"write-scale","scales":["major"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"scaffold":"tonic","count":2},
          {"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"direction":"both","count":2},
          {"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":3},
          {"kind":"write-signature","keys":{"flats":4,"sharps":4},"count":3},
          {"kind":"identify-scale","scales":["major","natural-minor","dorian"],"keys":{"flats":2,"sharps":2},"answerAs":"choice","count":3},
          {"kind":"write-steps","scales":["mixolydian"],"keys":{"flats":2,"sharps":2},"count":2}]}
        """;

    private const string Roster = "name,part\nMira,\nBo,trumpet\nIda,\nTom,horn\n";

    /// <summary>So many times the pages of the pile; more by hand, for the numbers that are told.</summary>
    public static int Rounds { get; } =
        int.Parse(Environment.GetEnvironmentVariable("GAVVET_SCAN_ROUNDS") ?? "1", CultureInfo.InvariantCulture);

    /// <summary>The record of the printing, with its pages.</summary>
    public static PrintingRecord Record { get; } = Printed(NameSystem.English);

    /// <summary>Every page with its code and what stands on it.</summary>
    public static ImmutableArray<(
        string Code,
        PrintedPage Page,
        ImmutableArray<(int Number, Box Box, ItemAnchors Anchors)> Items
    )> Pages { get; } =
    [
        .. Record.Copies.SelectMany(copy =>
            copy.Codes.Select(
                (code, page) =>
                    (
                        code,
                        new PrintedPage(PageSidesRead.Unpack(copy.Sides[page]).Student),
                        Record
                            .Editions[copy.Edition]
                            .Items.SelectMany(item =>
                                item.Pieces.Where(piece => piece.Page == page).Select(piece => (item.Item.Number, piece.Box, piece.Anchors))
                            )
                            .ToImmutableArray()
                    )
            )
        ),
    ];

    /// <summary>The record of the printing by the names of a house style.</summary>
    /// <param name="names">The names of notes.</param>
    /// <param name="recipe">What is asked.</param>
    public static PrintingRecord Printed(NameSystem names, string recipe = Recipe)
    {
        var sheet = SheetFile.Read(recipe);
        sheet = sheet with { Style = sheet.Style with { NoteNames = names } };
        var plan = PrintPlan.Of(
            sheet,
            PrintChoices.None with
            {
                CodeSeed = 7,
                QrAddress = "",
                Copies = PrintedCopy.Of(RosterText.Read(Roster, name => name), sheet, 0, student => student.Name),
            }
        );
        var files = new PrintedFiles(PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast)).Of(
            PrintedFiles.Keys,
            ["pdf"],
            PrintPace.Fast
        );
        return PrintingRecord.Read(Encoding.UTF8.GetString(files.Single(file => file.Name == "record.json").Bytes));
    }
}
