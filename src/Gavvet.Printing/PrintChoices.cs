using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>What a run prints besides the versions and parts of its sheet.</summary>
/// <param name="Seats">Students who get large print.</param>
/// <param name="CodeSeed">The seed of the pages' codes; null where pages carry the sheet's code only.</param>
/// <param name="QrAddress">What the QR code of a page begins with; empty for the page’s code alone, null for none.</param>
public sealed record PrintChoices(ImmutableArray<LargePrintSeat> Seats, ulong? CodeSeed, string? QrAddress)
{
    public static PrintChoices None { get; } = new([], null, null);

    /// <summary>The papers of a class, in the order they lie in the pile; empty where none is printed for.</summary>
    public ImmutableArray<PrintedCopy> Copies { get; init; } = [];

    /// <summary>Whether every part writes in the same written keys, instead of sounding together.</summary>
    public bool SameWrittenKeys { get; init; }

    /// <summary>The class’s name, as it stands on the papers.</summary>
    public string? Class { get; init; }
}

/// <summary>One student’s paper, or a spare.</summary>
/// <param name="Student">What marks and records name the student by; null for a spare.</param>
/// <param name="Version">Which version, from 0.</param>
/// <param name="Part">The part, or null for concert pitch.</param>
/// <param name="Clef">The clef read, or null for the part’s own.</param>
/// <param name="IsLarge">Whether it is in large print.</param>
public sealed record PrintedCopy(string? Student, int Version, Instrument? Part, Clef? Clef, bool IsLarge)
{
    /// <summary>Spare papers at most.</summary>
    public const int MostSpares = 40;

    /// <summary>The papers of a class: one for each student who is there, then spares of each version by turns.</summary>
    /// <param name="students">Those who are there, in the order the papers shall lie in.</param>
    /// <param name="sheet">The sheet they get.</param>
    /// <param name="spares">How many spares.</param>
    /// <param name="nameOf">What a student is named by.</param>
    /// <exception cref="FormatException">There are too many spares.</exception>
    public static ImmutableArray<PrintedCopy> Of(IReadOnlyList<Student> students, Sheet sheet, int spares, Func<Student, string> nameOf)
    {
        if (spares is < 0 or > MostSpares)
            throw new FormatException(Texts.Say("print.spares", ("most", MostSpares)));
        var versions = VersionsBySeat.Of(students, sheet.Versions);
        return
        [
            .. students.Select((student, i) => new PrintedCopy(nameOf(student), versions[i], student.Part, student.Clef, student.IsLarge)),
            .. Enumerable.Range(0, spares).Select(i => new PrintedCopy(null, i % sheet.Versions, null, null, false)),
        ];
    }
}

/// <summary>A student who gets a paper in large print.</summary>
/// <param name="Name">The name at the foot of the paper.</param>
/// <param name="Version">Which version, or null for the first.</param>
/// <param name="Part">Which part, or null for concert pitch.</param>
public sealed record LargePrintSeat(string Name, char? Version, Instrument? Part)
{
    /// <summary>Students at most.</summary>
    public const int Most = 40;

    /// <summary>Characters in a name.</summary>
    public const int NameLength = 60;

    /// <summary>Reads a list, a student a line: a name, and after commas the version’s letter and the part.</summary>
    /// <param name="text">The list.</param>
    /// <param name="sheet">The sheet they get.</param>
    /// <exception cref="FormatException">A line cannot be read; the message says which and what would be right.</exception>
    public static ImmutableArray<LargePrintSeat> Parse(string? text, Sheet sheet)
    {
        string[] lines = (text ?? "").Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        return lines.Length > Most
            ? throw new FormatException(Texts.Say("print.large", ("most", Most)))
            : [.. lines.Select(line => ParseLine(line, sheet))];
    }

    /// <summary>A sheet in large print: staves of 10 mm at the least and text of 18 points.</summary>
    /// <param name="sheet">The sheet.</param>
    public static Sheet Enlarged(Sheet sheet)
    {
        return sheet with
        {
            Setup = sheet.Setup with
            {
                StaffHeight = Math.Max(PageSetup.LargePrintStaff, sheet.Setup.StaffHeight),
                LargeText = true,
                HalfSheets = false,
            },
        };
    }

    private static LargePrintSeat ParseLine(string line, Sheet sheet)
    {
        string[] words = line.Split(',', StringSplitOptions.TrimEntries);
        if (words[0].Length is 0 or > NameLength || words[0].Any(char.IsControl))
            throw new FormatException(
                Texts.Say("print.no-name", ("line", line.Length > 40 ? line[..40] + "…" : line), ("most", NameLength))
            );
        if (PrintCheck.Problem(words[0]) is { } unprintable)
            throw new FormatException(Texts.Say("print.student", ("name", words[0]), ("problem", unprintable)));
        var seat = new LargePrintSeat(words[0], null, sheet.Parts.IsEmpty ? null : sheet.Parts[0]);
        foreach (var word in words.Skip(1))
            seat =
                word.Length == 1
                    ? seat with
                    {
                        Version = Letter(word[0], seat.Name, sheet),
                    }
                    : seat with
                    {
                        Part = PartOf(word, seat.Name, sheet),
                    };
        return seat;
    }

    private static char Letter(char typed, string name, Sheet sheet)
    {
        var letter = char.ToUpperInvariant(typed);
        return letter >= 'A' && letter < 'A' + sheet.Versions
            ? letter
            : throw new FormatException(
                sheet.Versions == 1
                    ? Texts.Say("print.one-version", ("name", name), ("letter", letter))
                    : Texts.Say("print.version", ("name", name), ("letter", letter), ("last", (char)('A' + sheet.Versions - 1)))
            );
    }

    private static Instrument PartOf(string word, string name, Sheet sheet)
    {
        try
        {
            var part = Instrument.Parse(word);
            if (sheet.Parts.Contains(part))
                return part;
            throw new FormatException(
                sheet.Parts.IsEmpty
                    ? Texts.Say("print.no-parts", ("part", part.Name))
                    : Texts.Say("print.part", ("part", part.Name), ("parts", string.Join(", ", sheet.Parts.Select(other => other.Name))))
            );
        }
        catch (FormatException problem)
        {
            throw new FormatException(Texts.Say("print.student", ("name", name), ("problem", problem.Message)), problem);
        }
    }
}
