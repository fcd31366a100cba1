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
/// <param name="Piles">The piles.</param>
/// <param name="Pages">The students' pages.</param>
/// <param name="Record">The record.</param>
public sealed record FrozenPrinting(ImmutableArray<(Pile Pile, byte[] Pdf)> Piles, ImmutableArray<FrozenPage> Pages, PrintingRecord Record)
{
    /// <summary>Freezes a sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="wishes">What is printed besides; with a seed for the codes.</param>
    /// <param name="progress">Told how much of all work is done; or null.</param>
    /// <param name="cancellation">Ends the work.</param>
    /// <exception cref="PrintingWithheldException">A question has no answer to trust.</exception>
    /// <exception cref="OperationCanceledException">The work was ended.</exception>
    public static FrozenPrinting Of(Sheet sheet, QuestionCatalogue catalogue, PrintWishes wishes, Action<int, int>? progress = null, CancellationToken cancellation = default)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(wishes);
        var editions = PrintRun.Of(sheet, catalogue, wishes, progress is null ? null : (done, of) => progress(done, (3 * of) + 2), cancellation);
        if (PrintRun.Problem(editions) is { } problem)
            throw new PrintingWithheldException(problem);
        var files = new PrintedFiles(sheet, editions);
        Pile[] piles = [.. files.Piles(PrintedFiles.Keys)];
        var pdfs = new (Pile, byte[])[piles.Length];
        var done = editions.Length;
        var all = editions.Length + piles.Length;
        Parallel.For(0, piles.Length, new ParallelOptions { CancellationToken = cancellation, MaxDegreeOfParallelism = Environment.ProcessorCount }, i =>
        {
            pdfs[i] = (piles[i], piles[i].Pdf(sheet.Title).Bytes);
            progress?.Invoke(Interlocked.Increment(ref done), all);
        });
        cancellation.ThrowIfCancellationRequested();
        var pages = editions.SelectMany((edition, i) => edition.Student.Select((page, number) => new FrozenPage(
            edition.Composition.Worksheet.PageMarks!.At(number), piles[i].Name, number + 1, $"{edition.Edition}", SvgWriter.File(page), SvgWriter.File(edition.Key[number]))));
        return new FrozenPrinting([.. pdfs], [.. pages], PrintingRecord.Of(sheet, editions));
    }
}

/// <summary>A student's page with its key.</summary>
/// <param name="Code">The code at its foot.</param>
/// <param name="Pile">The pile it lies in.</param>
/// <param name="Number">Which page of the pile, from 1.</param>
/// <param name="Edition">Which edition, in words.</param>
/// <param name="StudentSvg">The page.</param>
/// <param name="KeySvg">The page with its answers.</param>
public sealed record FrozenPage(string Code, string Pile, int Number, string Edition, string StudentSvg, string KeySvg);

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
    /// <summary>The version written.</summary>
    public const int Version = 1;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    /// <summary>The record of a run.</summary>
    public static PrintingRecord Of(Sheet sheet, ImmutableArray<PrintedEdition> editions)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        using var style = JsonDocument.Parse(HouseStyleFile.Write(sheet.Style));
        return new PrintingRecord(Version, sheet.Title, style.RootElement.Clone(), [.. editions.Select(RecordedEdition.Of)]);
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
            edition.Edition.Seat,
            [.. edition.Student.Select((_, page) => worksheet.PageMarks?.At(page) ?? "")],
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
