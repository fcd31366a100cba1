using System.Collections.Immutable;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Printing;

/// <summary>A printing made for good: its piles as PDF, each student's page with its key, and the record that marking reads.</summary>
/// <param name="Piles">The piles, with how many pages each has.</param>
/// <param name="Pages">The students' pages.</param>
/// <param name="Record">The record.</param>
public sealed record FrozenPrinting(ImmutableArray<(Pile Pile, int PageCount, byte[] Pdf)> Piles, ImmutableArray<FrozenPage> Pages, PrintingRecord Record)
{
    /// <summary>Freezes a plan. Its pages are laid out, written, and let go paper by paper.</summary>
    /// <param name="plan">The plan, with a seed for the codes.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="packing">How a page and its key are kept.</param>
    /// <param name="pace">How it is made.</param>
    /// <exception cref="PrintingWithheldException">A question has no answer to trust, or there are too many pages.</exception>
    /// <exception cref="OperationCanceledException">The work was ended.</exception>
    public static FrozenPrinting Of(PrintPlan plan, QuestionCatalogue catalogue, PagePacking packing, PrintPace pace)
    {
        if (plan.TooMuch(catalogue) is { } tooMuch)
            throw new PrintingWithheldException(tooMuch);
        var run = PrintRun.Compose(plan, catalogue, pace);
        if (run.Problem is { } problem)
            throw new PrintingWithheldException(problem);
        var files = new PrintedFiles(run);
        // Keys for all papers together weigh as much as a tenth of the rest.
        var all = plan.Editions.Length + PrintedFiles.Combined.Length;
        var papers = new List<FrozenPaper>();
        foreach (var paper in pace.Each(plan.Editions.Length, paper => FrozenPaper.Of(run, paper, packing)))
        {
            papers.Add(paper);
            pace.Progress?.Invoke(papers.Count, all);
        }

        var combined = new List<(Pile, int, byte[])>();
        foreach (var key in PrintedFiles.Combined)
        {
            pace.Cancellation.ThrowIfCancellationRequested();
            var (pdf, pages) = files.CombinedPdf(key);
            combined.Add((Pile.Key(key), pages, pdf));
            pace.Progress?.Invoke(papers.Count + combined.Count, all);
        }

        return new FrozenPrinting(
            [.. papers.Select(paper => paper.Student), .. papers.Select(paper => paper.Key), .. combined],
            [.. papers.SelectMany(paper => paper.Pages)],
            PrintingRecord.Of(plan.Sheet, [.. papers.Select(paper => paper.Record)]));
    }
}

/// <summary>How a page and its key are kept.</summary>
/// <param name="NameOfFace">What stands in a page where a text face would, from the face's file.</param>
/// <param name="Pack">Packs a page and its key.</param>
public sealed record PagePacking(Func<byte[], string> NameOfFace, Func<string, string, byte[]> Pack);

/// <summary>A paper of a frozen printing.</summary>
internal sealed record FrozenPaper((Pile, int, byte[]) Student, (Pile, int, byte[]) Key, ImmutableArray<FrozenPage> Pages, RecordedEdition Record)
{
    public static FrozenPaper Of(PrintRun run, int paper, PagePacking packing)
    {
        var edition = run.LayOut(paper);
        var title = run.Plan.Sheet.Title;
        var (student, key) = (Pile.Student(run.Plan, paper), Pile.Key(run.Plan, paper));
        return new FrozenPaper(
            (student, edition.Student.Length, student.Pdf(title, edition.Student)),
            (key, edition.Key.Length, key.Pdf(title, edition.Key)),
            [.. edition.Student.Select((page, number) => new FrozenPage(
                edition.Composition.Worksheet.PageMarks!.At(number).Code,
                student.Name,
                number + 1,
                $"{edition.Edition}",
                packing.Pack(SvgWriter.File(page, packing.NameOfFace), SvgWriter.File(edition.Key[number], packing.NameOfFace))))],
            RecordedEdition.Of(edition));
    }
}

/// <summary>A student's page with its key.</summary>
/// <param name="Code">The code at its foot.</param>
/// <param name="Pile">The pile it lies in.</param>
/// <param name="Number">Which page of the pile, from 1.</param>
/// <param name="Edition">Which edition, in words.</param>
/// <param name="Sides">The page and the page with its answers, packed.</param>
public sealed record FrozenPage(string Code, string Pile, int Number, string Edition, byte[] Sides);

/// <summary>Nothing can be printed, since a question has no answer to trust; the message says which.</summary>
public sealed class PrintingWithheldException : Exception
{
    public PrintingWithheldException()
    {
    }

    public PrintingWithheldException(string message)
        : base(message)
    {
    }

    public PrintingWithheldException(string message, Exception innerException)
        : base(message, innerException)
    {
    }
}

/// <summary>A printing as marking needs it for years, complete in itself: no question is ever drawn again to read it.</summary>
/// <param name="GavvetPrinting">The version of the record.</param>
/// <param name="Title">The sheet's title.</param>
/// <param name="HouseStyle">The house style it was set and answered in, as a house style file.</param>
/// <param name="Editions">Every version, part and seat.</param>
public sealed record PrintingRecord(int GavvetPrinting, string Title, JsonElement HouseStyle, ImmutableArray<RecordedEdition> Editions)
{
    /// <summary>Whether the keys for all papers name no student; records of earlier programs do not say.</summary>
    public bool? KeysNameNobody { get; init; }

    /// <summary>The version written.</summary>
    public const int Version = 1;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>The record of a run.</summary>
    public static PrintingRecord Of(Sheet sheet, ImmutableArray<RecordedEdition> editions)
    {
        using var style = JsonDocument.Parse(HouseStyleFile.Write(sheet.Style));
        return new PrintingRecord(Version, sheet.Title, style.RootElement.Clone(), editions) { KeysNameNobody = true };
    }

    /// <summary>The record as text.</summary>
    public string Write() => JsonSerializer.Serialize(this, Json);

    /// <summary>Reads a record of this version or an earlier one.</summary>
    /// <exception cref="FormatException">It is none, or of a later program.</exception>
    public static PrintingRecord Read(string text)
    {
        try
        {
            var record = JsonSerializer.Deserialize<PrintingRecord>(text, Json);
            return record is { GavvetPrinting: Version } ? record : throw new FormatException($"This printing was recorded by a later Gavvet. This one reads version {Version}.");
        }
        catch (JsonException problem)
        {
            throw new FormatException("This is no record of a printing.", problem);
        }
    }
}

/// <summary>One edition of a printing.</summary>
/// <param name="Version">A to Z.</param>
/// <param name="Part">The part's name in files, or null at concert pitch.</param>
/// <param name="Seat">The student it is for alone, or null.</param>
/// <param name="Codes">The codes of its pages, in order.</param>
/// <param name="Items">The questions.</param>
public sealed record RecordedEdition(string Version, string? Part, string? Seat, ImmutableArray<string> Codes, ImmutableArray<RecordedItem> Items)
{
    internal static RecordedEdition Of(PrintedEdition edition)
    {
        var worksheet = edition.Composition.Worksheet;
        var items = EditionItems.Of(edition.Composition, edition.PageOf, edition.Student.Length);
        var boxes = edition.Student.SelectMany(page => page.Groups)
            .Where(group => group.Kind is GroupKind.Question)
            .GroupBy(group => ((GroupKind.Question)group.Kind).Number)
            .ToDictionary(groups => groups.Key, groups => (((GroupKind.Question)groups.First().Kind).SlotId, groups.First().Box));
        return new RecordedEdition(
            items.Version,
            items.Part,
            edition.Edition.Student,
            [.. edition.Student.Select((_, page) => worksheet.PageMarks?.At(page).Code ?? "")],
            [.. items.Items.Select(item => RecordedItem.Of(item, boxes[item.Number].SlotId, edition.Composition.Key.Answers[boxes[item.Number].SlotId], boxes[item.Number].Box))]);
    }
}

/// <summary>A question of a printing with where it stands.</summary>
/// <param name="Slot">The slot's lasting id.</param>
/// <param name="AnswerText">The answer in one line, as the key has it.</param>
/// <param name="AlsoRight">What else earns full marks, as sentences of the key.</param>
/// <param name="Box">Left, top, width and height on its page in micrometers.</param>
/// <param name="Item">The question with its answers.</param>
public sealed record RecordedItem(int Slot, string AnswerText, ImmutableArray<string> AlsoRight, ImmutableArray<int> Box, Item Item)
{
    internal static RecordedItem Of(Item item, int slot, Answer answer, Box box) => new(slot, answer.Text, answer.AlsoRight, [box.Left, box.Top, box.Width, box.Height], item);
}
