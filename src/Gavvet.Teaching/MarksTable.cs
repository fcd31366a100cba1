using System.Globalization;
using CsvHelper;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>Marks as a table of comma-separated values (RFC 4180), for a school's register.</summary>
public static class MarksTable
{
    /// <summary>A student a line: name, marks, marks there are, and how many answers are not marked yet. Cells that a spreadsheet would
    /// take for a formula begin with an apostrophe.</summary>
    /// <param name="papers">The papers.</param>
    public static string Write(IReadOnlyList<(string Name, int Marks, int Of, int Open)> papers)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions { Injection = CsvInjection.Escape }, leaveOpen: true))
        {
            foreach (var head in Texts.Say("marks-table.heads").Split(", "))
                csv.WriteField(head);
            csv.EndRecord();
            foreach (var (name, marks, of, open) in papers)
            {
                csv.WriteField(name);
                csv.WriteField(marks);
                csv.WriteField(of);
                csv.WriteField(open);
                csv.EndRecord();
            }
        }

        return text.ToString();
    }
}
