using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A line of a list as it was read, to be mended before it is written in.</summary>
/// <param name="Line">Which line, from 1.</param>
/// <param name="Text">The line as it stands in the list.</param>
/// <param name="Name">The name that was read; it may be none yet.</param>
public sealed record RosterLine(int Line, string Text, string Name)
{
    /// <summary>The part, or null for concert pitch.</summary>
    public Instrument? Part { get; init; }

    /// <summary>The clef, or null for the part's own.</summary>
    public Clef? Clef { get; init; }

    /// <summary>Whether papers are in large print.</summary>
    public bool IsLarge { get; init; }

    /// <summary>The row as it is typed, or empty.</summary>
    public string Row { get; init; } = "";

    /// <summary>The seat as it is typed, or empty.</summary>
    public string Seat { get; init; } = "";

    /// <summary>What was left out, as an address or a word that says nothing here.</summary>
    public ImmutableArray<string> LeftOut { get; init; } = [];

    /// <summary>What hinders it from being written in, in words, or null.</summary>
    public string? Problem { get; init; }

    /// <summary>Whether the teacher should look at it before it is written in.</summary>
    public bool NeedsALook => Problem is not null || LeftOut.Length > 0;

    /// <summary>The student.</summary>
    /// <exception cref="FormatException">Something is missing or cannot be; the message says what would be right.</exception>
    public Student Student() =>
        SchoolClass.NameProblem(Name) is { } problem
            ? throw new FormatException(problem)
            : new Student("", Name.Trim())
            {
                Part = Part,
                Clef = Clef,
                IsLarge = IsLarge,
                Seat = RosterText.SeatOf(Row.Trim(), Seat.Trim()),
            };
}

/// <summary>
/// Reads lists as schools have them: numbered, with addresses, the last name first, with brackets and empty columns, with heads of
/// their own. What is not understood is left out and said, and nothing is refused whole for one line.
/// </summary>
public static partial class RosterGuess
{
    private enum Column
    {
        Name,
        First,
        Last,
        Part,
        Clef,
        Size,
        Row,
        Seat,
        Other,
    }

    // Heads as they are met (common practice, no source).
    private const string Heads = """
        Name  | name student pupil learner full-name student-name pupil-name names naam nom alumno schüler schülerin
        First | first first-name given given-name forename vorname prénom prenom nombre voornaam preferred-name
        Last  | last last-name surname family family-name nachname apellido apellidos achternaam
        Part  | part instrument plays instruments
        Clef  | clef
        Size  | size print
        Row   | row
        Seat  | seat place
        Other | no nr number # id student-id email e-mail mail address class group grade year form gender sex born birthday date-of-birth dob phone parent notes
        """;

    // What instruments are called on lists, beside the names of the parts.
    private const string Instruments = """
        keyboard      | piano organ harpsichord harp marimba accordion celesta klavier synth synthesizer
        violin        | violin-1 violin-2 violin-i violin-ii first-violin second-violin 1st-violin 2nd-violin fiddle geige
        cello         | violoncello
        double-bass   | contrabass string-bass bass
        clarinet      | bb-clarinet b-flat-clarinet clarinet-1 clarinet-2 clarinet-bb klarinette
        trumpet       | bb-trumpet trumpet-1 trumpet-2 trompete
        alto-sax      | alto-saxophone altsax saxophone-alto
        tenor-sax     | tenor-saxophone
        baritone-sax  | bari-sax baritone-saxophone bari
        soprano-sax   | soprano-saxophone
        horn          | french-horn f-horn horn-in-f
        descant-recorder | recorder soprano-recorder
        treble-recorder  | alto-recorder
        guitar        | classical-guitar acoustic-guitar gitarre
        flute         | flute-1 flute-2 flöte querflöte
        trombone      | posaune
        euphonium-bass | euphonium baritone
        tenor-voice   | tenor-singer
        """;

    private static readonly FrozenDictionary<string, Column> HeadWords = Table(Heads, Enum.Parse<Column>);

    private static readonly FrozenDictionary<string, Instrument> PartWords = Table(Instruments, Instrument.Parse)
        .Concat(
            Instrument.All.SelectMany(part =>
                new[] { part.Id, Key(part.Name), Key(part.InSentence) }
                    .Distinct()
                    .Select(word => new KeyValuePair<string, Instrument>(word, part))
            )
        )
        .DistinctBy(pair => pair.Key)
        .ToFrozenDictionary();

    /// <summary>Reads a list.</summary>
    /// <param name="text">The list, its columns apart by tabs, semicolons or commas.</param>
    /// <exception cref="FormatException">There is no line in it, or there are more than a class has.</exception>
    public static ImmutableArray<RosterLine> Read(string text)
    {
        var plain = text.TrimStart('\ufeff').Replace("\r\n", "\n", StringComparison.Ordinal).Replace('\r', '\n');
        var lines = plain
            .Split('\n')
            .Select((line, i) => (Line: i + 1, Text: line.Trim()))
            .Where(line => Words().IsMatch(line.Text))
            .ToArray();
        if (lines.Length == 0)
            throw new FormatException(Texts.Say("roster.empty"));
        var separator =
            plain.Contains('\t', StringComparison.Ordinal) ? '\t'
            : plain.Contains(';', StringComparison.Ordinal) ? ';'
            : ',';
        var rows = lines.Select(line => (line.Line, line.Text, Cells: Cells(line.Text, separator))).ToArray();
        var heads = HeadOf(rows[0].Cells);
        var read = (heads is null ? rows : rows[1..]).Select(row => heads is null ? Guessed(row) : Headed(row, heads)).ToArray();
        if (read.Length == 0)
            throw new FormatException(Texts.Say("roster.head-alone"));
        if (read.Length > SchoolClass.MostStudents)
            throw new FormatException(
                Texts.Say("roster.most", ("line", read[SchoolClass.MostStudents].Read.Line), ("most", SchoolClass.MostStudents))
            );
        return Checked(heads is null ? FirstNamesFirst(read) : [.. read.Select(one => one.Read)]);
    }

    /// <summary>The same lines with what hinders each from being written in: what cannot be, and what another line has already.</summary>
    /// <param name="lines">The lines.</param>
    public static ImmutableArray<RosterLine> Checked(IReadOnlyList<RosterLine> lines)
    {
        var checkedLines = ImmutableArray.CreateBuilder<RosterLine>();
        foreach (var line in lines)
        {
            string? problem = null;
            try
            {
                var student = line.Student();
                if (checkedLines.FirstOrDefault(other => NameSearch.AreAlike(other.Name, student.Name)) is { } same)
                    problem = Texts.Say("roster.same-name", ("name", student.Name), ("other", same.Line));
                else if (
                    student.Seat is not null
                    && checkedLines.FirstOrDefault(other => (other.Row, other.Seat) == (line.Row, line.Seat)) is { } there
                )
                    problem = Texts.Say("roster.same-seat", ("row", line.Row), ("seat", line.Seat), ("other", there.Line));
            }
            catch (FormatException refused)
            {
                problem = refused.Message;
            }

            checkedLines.Add(line with { Problem = problem });
        }

        return checkedLines.ToImmutable();
    }

    // A head has a word for a name among its own, and no cell that is a name itself would be one.
    private static Column[]? HeadOf(string[] cells)
    {
        Column?[] known = [.. cells.Select(cell => HeadWords.TryGetValue(Key(cell), out var column) ? column : (Column?)null)];
        if (!known.Any(column => column is Column.Name or Column.First or Column.Last))
            return null;
        // The same column a second time says nothing new.
        return [.. known.Select((column, i) => column is { } one && Array.IndexOf(known, column) == i ? one : Column.Other)];
    }

    private static (RosterLine Read, string[] Names) Headed((int Line, string Text, string[] Cells) row, Column[] heads)
    {
        var line = new RosterLine(row.Line, row.Text, "");
        string[] Of(Column column) => [.. row.Cells.Where((cell, i) => cell.Length > 0 && i < heads.Length && heads[i] == column)];
        var (inName, brackets) = Unbracketed(Of(Column.Name).FirstOrDefault() ?? "");
        var (last, first) = Turned(inName);
        var name = string.Join(' ', Of(Column.First).Concat(Of(Column.Last)).Prepend(first).Append(last).Where(part => part.Length > 0));
        line = line with { Name = Unnumbered(name) };
        foreach (var word in brackets.Concat(Of(Column.Part)).Concat(Of(Column.Clef)).Concat(Of(Column.Size)))
            line = With(line, word);
        line = line with { Row = Of(Column.Row).FirstOrDefault() ?? line.Row, Seat = Of(Column.Seat).FirstOrDefault() ?? line.Seat };
        // What stands under a head of its own that says nothing here was meant to be there.
        return (line with { LeftOut = [.. line.LeftOut, .. row.Cells.Skip(heads.Length).Where(cell => cell.Length > 0)] }, []);
    }

    private static (RosterLine Read, string[] Names) Guessed((int Line, string Text, string[] Cells) row)
    {
        var line = new RosterLine(row.Line, row.Text, "");
        var names = new List<string>();
        var numbers = new List<string>();
        foreach (var (cell, i) in row.Cells.Select((cell, i) => (Unnumbered(cell), i)))
        {
            var (outside, brackets) = Unbracketed(cell);
            if (outside.Length > 0)
            {
                if (int.TryParse(outside, NumberStyles.None, CultureInfo.InvariantCulture, out _))
                    numbers.Add(i == 0 ? "" : outside);
                else if (i > 0 && names.Count > 0 && Means(line, outside) is { } meant)
                    line = meant;
                else if (outside.Contains('@', StringComparison.Ordinal) || (names.Count > 0 && (names.Count > 1 || numbers.Count > 0)))
                    line = line with { LeftOut = [.. line.LeftOut, outside] };
                else
                    names.Add(outside);
            }

            foreach (var word in brackets)
                line = With(line, word);
        }

        // Two numbers at the end are row and seat; one at the beginning counts the lines.
        numbers.RemoveAll(number => number.Length == 0);
        if (numbers is [var at, var seat])
            line = line with { Row = at, Seat = seat };
        else
            line = line with { LeftOut = [.. line.LeftOut, .. numbers] };
        return (line with { Name = string.Join(", ", names) }, [.. names]);
    }

    // Last, first: where most lines have two names apart, the second stands first. A single second word otherwise is left out.
    private static ImmutableArray<RosterLine> FirstNamesFirst((RosterLine Read, string[] Names)[] read)
    {
        var areTurned = read.Length > 1 && 2 * read.Count(one => one.Names.Length == 2) > read.Length;
        return
        [
            .. read.Select(one =>
                one.Names.Length < 2 ? one.Read with { Name = one.Names.FirstOrDefault() ?? "" }
                : areTurned ? one.Read with { Name = $"{one.Names[1]} {one.Names[0]}" }
                : one.Read with { Name = one.Names[0], LeftOut = [one.Names[1], .. one.Read.LeftOut] }
            ),
        ];
    }

    private static (string Last, string First) Turned(string name) =>
        name.Split(',', 2, StringSplitOptions.TrimEntries) is [{ Length: > 0 } last, { Length: > 0 } first]
            ? (last, first)
            : ("", name.Trim(' ', ','));

    private static RosterLine With(RosterLine line, string word) => Means(line, word) ?? line with { LeftOut = [.. line.LeftOut, word] };

    // A part, a clef, a size or a place; null where a word is none.
    private static RosterLine? Means(RosterLine line, string word)
    {
        if (Place().Match(word) is { Success: true } place)
            return line with
            {
                Row = place.Groups["row"].Success ? place.Groups["row"].Value : line.Row,
                Seat = place.Groups["seat"].Success ? place.Groups["seat"].Value : line.Seat,
            };
        var key = Key(word);
        if (key is "large" or "large-print" or "big" or "enlarged" or "normal" or "usual")
            return line with { IsLarge = key is not ("normal" or "usual") };
        if (PartWords.TryGetValue(key, out var part))
            return line with { Part = part };
        if (Clef.All.FirstOrDefault(clef => clef.Id == key || $"{clef.Id}-clef" == key || Key(clef.Name) == key) is { } known)
            return line with { Clef = known };
        // Several in one: “viola, large” in brackets, “large row 2 seat 3” in one cell.
        return word.IndexOfAny([',', '/', ';']) >= 0
                ? word.Split([',', '/', ';'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                    .Aggregate((RosterLine?)line, (all, one) => all is null ? null : Means(all, one))
            : key.StartsWith("large-", StringComparison.Ordinal) ? Means(line with { IsLarge = true }, word[5..].TrimStart())
            : null;
    }

    private static (string Outside, string[] Brackets) Unbracketed(string cell)
    {
        string[] inside = [.. Brackets().Matches(cell).Select(match => match.Groups[1].Value.Trim()).Where(word => word.Length > 0)];
        return (Spaces().Replace(Brackets().Replace(cell, " "), " ").Trim(), inside);
    }

    private static string Unnumbered(string cell) => Numbering().Replace(cell, "").Trim();

    // Quoted cells and brackets may hold the separator.
    private static string[] Cells(string line, char separator)
    {
        line = Brackets().Replace(line, match => match.Value.Replace(separator, '/'));
        var cells = new List<string>();
        foreach (
            Match cell in Regex.Matches(
                line,
                $"(?:^|{Regex.Escape($"{separator}")})\\s*(?:\"((?:[^\"]|\"\")*)\"\\s*|([^{Regex.Escape($"{separator}")}]*))",
                RegexOptions.None,
                TimeSpan.FromSeconds(1)
            )
        )
            cells.Add(
                (
                    cell.Groups[1].Success ? cell.Groups[1].Value.Replace("\"\"", "\"", StringComparison.Ordinal) : cell.Groups[2].Value
                ).Trim()
            );
        while (cells.Count > 1 && cells[^1].Length == 0)
            cells.RemoveAt(cells.Count - 1);
        return [.. cells];
    }

    private static FrozenDictionary<string, T> Table<T>(string rows, Func<string, T> read) =>
        rows.Split('\n')
            .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
            .SelectMany(row => row[1].Split(' ').Select(word => new KeyValuePair<string, T>(word, read(row[0]))))
            .DistinctBy(pair => pair.Key)
            .ToFrozenDictionary();

    private static string Key(string word) => Spaces().Replace(word.Trim().ToLowerInvariant(), "-");

    [GeneratedRegex(@"\p{L}|\p{N}")]
    private static partial Regex Words();

    [GeneratedRegex(@"^\s*(?:\d{1,3}\s*[.):]\s*|[-–•*]\s+|\d{1,3}\s+(?=\p{L}))")]
    private static partial Regex Numbering();

    [GeneratedRegex(@"[\(\[\{]([^\)\]\}]*)[\)\]\}]")]
    private static partial Regex Brackets();

    [GeneratedRegex(@"^(?:row\s*(?<row>\d{1,3}))?[\s,]*(?:(?:seat|place)\s*(?<seat>\d{1,3}))?$(?<=\d)", RegexOptions.IgnoreCase)]
    private static partial Regex Place();

    [GeneratedRegex(@"[\s_]+")]
    private static partial Regex Spaces();
}
