using System.Globalization;
using CsvHelper;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>How a table is written, so that the spreadsheet at hand opens it as a table.</summary>
/// <param name="Separator">What stands between its cells.</param>
/// <param name="Decimal">The decimal sign.</param>
public sealed record TableForm(char Separator, char Decimal)
{
    // Where a comma is the decimal sign, spreadsheets part cells by semicolons (common practice, no source).
    private static readonly string[] WithDecimalComma =
    [
        .. "bg ca cs da de el es et eu fi fr gl hr hu id is it lt lv mk nb nl nn no pl pt ro ru sk sl sq sr sv tr uk vi".Split(' '),
    ];

    /// <summary>Commas, as RFC 4180 has it.</summary>
    public static TableForm Commas { get; } = new(',', '.');

    /// <summary>Semicolons, and a decimal comma.</summary>
    public static TableForm Semicolons { get; } = new(';', ',');

    /// <summary>The form for a language of a browser.</summary>
    /// <param name="tag">Its tag, such as de-CH.</param>
    public static TableForm Of(string? tag)
    {
        var parts = (tag ?? "").ToLowerInvariant().Split('-');
        // Switzerland and Mexico write decimal points in their languages too.
        return WithDecimalComma.Contains(parts[0]) && parts.ElementAtOrDefault(1) is not ("ch" or "li" or "mx") ? Semicolons : Commas;
    }

    /// <summary>The bytes of a table: UTF-8 with its mark, without which spreadsheets take it for another encoding.</summary>
    /// <param name="table">The table.</param>
    public static byte[] Bytes(string table) => [0xEF, 0xBB, 0xBF, .. System.Text.Encoding.UTF8.GetBytes(table)];

    internal string Number(int hundredths) => $"{hundredths / 100}{Decimal}{hundredths % 100:00}";

    internal string Marks(double marks) => marks.ToString("0.#", CultureInfo.InvariantCulture).Replace('.', Decimal);

    internal CsvWriterOptions Options => new() { Injection = CsvInjection.Escape, Separator = Separator };
}

/// <summary>Marks as a table of separated values (RFC 4180), for a school's register.</summary>
public static class MarksTable
{
    /// <summary>A mark book: a student a line, a column a printing, then what it comes to.</summary>
    /// <param name="book">The mark book.</param>
    /// <param name="form">How it is written.</param>
    /// <param name="questions">The marks of each question, by printing, student and number of the item, where a column for each is
    /// wanted; otherwise null.</param>
    public static string Write(
        MarkBook book,
        TableForm form,
        IReadOnlyDictionary<string, IReadOnlyDictionary<(string Student, int Item), double>>? questions = null
    )
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, form.Options, leaveOpen: true))
        {
            int[] ItemsOf(BookPrinting printing) =>
                questions?.GetValueOrDefault(printing.Id) is { } own ? [.. own.Keys.Select(key => key.Item).Distinct().Order()] : [];
            string[] heads = Texts.Say("book.heads").Split("; ");
            csv.WriteField(heads[0]);
            foreach (var printing in book.Printings)
            {
                csv.WriteField($"{printing.Title}, {LessonPlan.WriteDate(printing.Day)}");
                foreach (var item in ItemsOf(printing))
                    csv.WriteField(Texts.Say("book.question", ("title", printing.Title), ("number", item)));
            }

            foreach (var head in heads[1..])
                csv.WriteField(head);
            csv.EndRecord();
            foreach (var line in book.Lines)
            {
                csv.WriteField(line.Student.Name);
                foreach (var (printing, paper) in book.Printings.Zip(line.Papers))
                {
                    csv.WriteField(
                        paper.Is switch
                        {
                            PaperIs.None => "",
                            PaperIs.Missing => Texts.Say("book.missing"),
                            PaperIs.Excused => Texts.Say("book.excused"),
                            _ => form.Marks(paper.Marks),
                        }
                    );
                    foreach (var item in ItemsOf(printing))
                        csv.WriteField(
                            questions![printing.Id].TryGetValue((line.Student.Id, item), out var marks) ? form.Marks(marks) : ""
                        );
                }

                csv.WriteField(line.Share is null ? "" : form.Marks(line.Marks));
                csv.WriteField(line.Share is null ? "" : line.Of.ToString(CultureInfo.InvariantCulture));
                csv.WriteField(line.Share is { } share ? form.Number(share) : "");
                csv.WriteField(line.Grade ?? "");
                csv.EndRecord();
            }
        }

        return text.ToString();
    }

    /// <summary>A student a line: name, marks, marks there are, and how many answers are not marked yet. Cells that a spreadsheet would
    /// take for a formula begin with an apostrophe.</summary>
    /// <param name="papers">The papers.</param>
    /// <param name="form">How it is written; null for commas.</param>
    public static string Write(IReadOnlyList<(string Name, double Marks, int Of, int Open)> papers, TableForm? form = null)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, (form ?? TableForm.Commas).Options, leaveOpen: true))
        {
            foreach (var head in Texts.Say("marks-table.heads").Split(", "))
                csv.WriteField(head);
            csv.EndRecord();
            foreach (var (name, marks, of, open) in papers)
            {
                csv.WriteField(name);
                csv.WriteField((form ?? TableForm.Commas).Marks(marks));
                csv.WriteField(of);
                csv.WriteField(open);
                csv.EndRecord();
            }
        }

        return text.ToString();
    }
}
