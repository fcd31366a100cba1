using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

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
            throw new FormatException($"A pile has up to {MostSpares} spare papers.");
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
        return lines.Length > Most ? throw new FormatException($"Large print is for up to {Most} students a printing.") : [.. lines.Select(line => ParseLine(line, sheet))];
    }

    /// <summary>A sheet in large print: staves of 12 mm and text of 18 points.</summary>
    /// <param name="sheet">The sheet.</param>
    public static Sheet Enlarged(Sheet sheet)
    {
        return sheet with { Setup = sheet.Setup with { StaffHeight = Math.Max(PageSetup.LargePrintStaff, sheet.Setup.StaffHeight), LargeText = true, HalfSheets = false } };
    }

    private static LargePrintSeat ParseLine(string line, Sheet sheet)
    {
        string[] words = line.Split(',', StringSplitOptions.TrimEntries);
        if (words[0].Length is 0 or > NameLength || words[0].Any(char.IsControl))
            throw new FormatException($"“{(line.Length > 40 ? line[..40] + "…" : line)}” begins with no name. Write a name of up to {NameLength} characters, such as “Mira, B, viola”.");
        if (PrintCheck.Problem(words[0]) is { } unprintable)
            throw new FormatException($"{words[0]}: {unprintable}");
        var seat = new LargePrintSeat(words[0], null, sheet.Parts.IsEmpty ? null : sheet.Parts[0]);
        foreach (var word in words.Skip(1))
            seat = word.Length == 1 ? seat with { Version = Letter(word[0], seat.Name, sheet) } : seat with { Part = PartOf(word, seat.Name, sheet) };
        return seat;
    }

    private static char Letter(char typed, string name, Sheet sheet)
    {
        var letter = char.ToUpperInvariant(typed);
        return letter >= 'A' && letter < 'A' + sheet.Versions
            ? letter
            : throw new FormatException($"{name}: there is no version {letter}. {(sheet.Versions == 1 ? "The sheet has one version; leave the letter out." : $"The versions are A to {(char)('A' + sheet.Versions - 1)}.")}");
    }

    private static Instrument PartOf(string word, string name, Sheet sheet)
    {
        try
        {
            var part = Instrument.Parse(word);
            if (sheet.Parts.Contains(part))
                return part;
            throw new FormatException($"{part.Name} is not among the parts of this sheet. {(sheet.Parts.IsEmpty ? "Choose it above first, or leave it out." : $"They are {string.Join(", ", sheet.Parts.Select(other => other.Name))}.")}");
        }
        catch (FormatException problem)
        {
            throw new FormatException($"{name}: {problem.Message}", problem);
        }
    }
}
