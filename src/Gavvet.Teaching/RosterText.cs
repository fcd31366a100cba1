using System.Collections.Immutable;
using System.Globalization;
using CsvHelper;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A roster as text: a table with a head, or a list with a student a line.</summary>
public static class RosterText
{
    private static readonly string[] Columns = ["name", "part", "clef", "size", "row", "seat"];

    /// <summary>
    /// Reads a roster. Where the first line has the word “name” it is the head of a table of name, part, clef, size, row and
    /// seat, apart by commas, semicolons or tabs; otherwise every line is a student in that order of columns.
    /// </summary>
    /// <param name="text">The text.</param>
    /// <param name="idOf">The id of a new student, from the name.</param>
    /// <exception cref="FormatException">A line cannot be read; the message names it and what would be right.</exception>
    public static ImmutableArray<Student> Read(string text, Func<string, string> idOf)
    {
        var rows = Rows(text);
        if (rows.Count == 0)
            throw new FormatException(Texts.Say("roster.empty"));
        var hasHead = rows[0].Cells.Any(cell => Word(cell) == "name");
        var columns = hasHead ? Head(rows[0].Cells) : Columns;
        var students = ImmutableArray.CreateBuilder<Student>();
        var lines = new Dictionary<string, int>(StringComparer.CurrentCultureIgnoreCase);
        var seats = new Dictionary<Seat, int>();
        foreach (var (line, cells) in hasHead ? rows.Skip(1) : rows)
        {
            if (students.Count == SchoolClass.MostStudents)
                throw new FormatException(Texts.Say("roster.most", ("line", line), ("most", SchoolClass.MostStudents)));
            var student = At(line, () => Student(columns, cells, idOf));
            if (!lines.TryAdd(student.Name, line))
                throw new FormatException(
                    Texts.Say("roster.twice", ("line", line), ("name", student.Name), ("other", lines[student.Name]))
                );
            if (student.Seat is { } seat && !seats.TryAdd(seat, line))
                throw new FormatException(
                    Texts.Say("roster.seat-taken", ("line", line), ("row", seat.Row), ("seat", seat.Number), ("other", seats[seat]))
                );
            students.Add(student);
        }

        return students.Count > 0 ? students.ToImmutable() : throw new FormatException(Texts.Say("roster.head-alone"));
    }

    /// <summary>The roster as a table that <see cref="Read"/> takes. Cells that a spreadsheet would take for a formula begin with an
    /// apostrophe.</summary>
    /// <param name="students">The students.</param>
    public static string Write(IEnumerable<Student> students)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions { Injection = CsvInjection.Escape }, leaveOpen: true))
        {
            foreach (var column in Columns)
                csv.WriteField(column);
            csv.EndRecord();
            foreach (var student in students)
            {
                csv.WriteField(student.Name);
                csv.WriteField(student.Part?.Id ?? "");
                csv.WriteField(student.Clef?.Id ?? "");
                csv.WriteField(student.IsLarge ? "large" : "");
                csv.WriteField($"{student.Seat?.Row}");
                csv.WriteField($"{student.Seat?.Number}");
                csv.EndRecord();
            }
        }

        return text.ToString();
    }

    private static List<(int Line, string[] Cells)> Rows(string text)
    {
        var rows = new List<(int, string[])>();
        try
        {
            var plain = text.TrimStart('\ufeff');
            using var csv = CsvReader.FromText(
                plain,
                new CsvReaderOptions
                {
                    HasHeader = false,
                    Separator = Separator(plain),
                    TrimWhitespace = true,
                    MalformedData = CsvMalformedDataHandling.Throw,
                    TrackLineNumbers = true,
                }
            );
            while (csv.Read())
            {
                string[] cells = [.. Enumerable.Range(0, csv.FieldCount).Select(i => csv.GetString(i).Trim())];
                if (cells.Any(cell => cell.Length > 0))
                    rows.Add(((int)csv.LineNumber, cells));
            }
        }
        catch (CsvFormatException problem)
        {
            throw new FormatException(Texts.Say("roster.quotes", ("line", problem.LineNumber)), problem);
        }

        return rows;
    }

    private static char Separator(string text)
    {
        var head = text.Split('\n', 2)[0];
        return head.Contains('\t', StringComparison.Ordinal) ? '\t'
            : head.Contains(';', StringComparison.Ordinal) ? ';'
            : ',';
    }

    private static string[] Head(string[] cells)
    {
        string[] words = [.. cells.Select(Word)];
        if (words.FirstOrDefault(word => !Columns.Contains(word)) is { } odd)
            throw new FormatException(Texts.Say("roster.column", ("column", odd), ("columns", string.Join(", ", Columns))));
        if (words.GroupBy(word => word).FirstOrDefault(group => group.Count() > 1) is { } twice)
            throw new FormatException(Texts.Say("roster.column-twice", ("column", twice.Key)));
        return words;
    }

    private static Student Student(string[] columns, string[] cells, Func<string, string> idOf)
    {
        if (cells.Length > columns.Length)
            throw new FormatException(Texts.Say("roster.cells", ("cells", cells.Length), ("columns", columns.Length)));
        string Cell(string column) => Array.IndexOf(columns, column) is >= 0 and var at && at < cells.Length ? cells[at] : "";
        var name = Cell("name");
        if (SchoolClass.NameProblem(name) is { } problem)
            throw new FormatException(problem);
        return new Student(idOf(name), name)
        {
            Part = Cell("part") is { Length: > 0 } part ? Instrument.Parse(part) : null,
            Clef = Cell("clef") is { Length: > 0 } clef ? ClefOf(clef) : null,
            IsLarge = IsLarge(Word(Cell("size"))),
            Seat = SeatOf(Cell("row"), Cell("seat")),
        };
    }

    private static Clef ClefOf(string word) =>
        Clef.Find(Word(word))
        ?? Clef.All.FirstOrDefault(clef => Word(clef.Name) == Word(word) || $"{Word(word)} clef" == Word(clef.Name))
        ?? throw new FormatException(
            Texts.Say("roster.clef", ("word", word), ("clefs", string.Join(", ", Clef.All.Select(clef => clef.Id))))
        );

    private static bool IsLarge(string word) =>
        word switch
        {
            "large" => true,
            "" or "normal" or "usual" => false,
            _ => throw new FormatException(Texts.Say("roster.size", ("word", word))),
        };

    internal static Seat? SeatOf(string row, string seat)
    {
        if (row.Length == 0 && seat.Length == 0)
            return null;
        return new Seat(Place(row, "roster.seat-half.row", "roster.place.row"), Place(seat, "roster.seat-half.seat", "roster.place.seat"));
    }

    private static int Place(string text, string missing, string wrong) =>
        int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number is >= 1 and <= SchoolClass.MostSeats
            ? number
            : throw new FormatException(
                text.Length == 0 ? Texts.Say(missing) : Texts.Say(wrong, ("text", text), ("most", SchoolClass.MostSeats))
            );

    private static string Word(string cell) => cell.Trim().ToLowerInvariant();

    private static Student At(int line, Func<Student> read)
    {
        try
        {
            return read();
        }
        catch (FormatException problem)
        {
            throw new FormatException(Texts.Say("roster.line", ("line", line), ("problem", problem.Message)), problem);
        }
    }
}
