using System.Text.Json.Serialization;

namespace Gavvet.Worksheets.Sheets;

/// <summary>Paper sizes.</summary>
public enum Paper
{
    /// <summary>210 by 297 mm.</summary>
    [JsonStringEnumMemberName("A4")]
    A4,

    /// <summary>8½ by 11 inches.</summary>
    [JsonStringEnumMemberName("Letter")]
    Letter,
}

/// <summary>What a page is for, and so how it is set.</summary>
public enum PageStyle
{
    /// <summary>For work in class and at home.</summary>
    Lesson,

    /// <summary>For an exam: numbers and marks in boxes, a candidate’s number, the time allowed.</summary>
    Exam,

    /// <summary>For beginners: larger, with fewer words and more room.</summary>
    FirstYears,

    /// <summary>As much on a page as stays legible.</summary>
    SavingPaper,
}

/// <summary>A paper size in numbers, upright.</summary>
/// <param name="Width">In micrometers.</param>
/// <param name="Height">In micrometers.</param>
public readonly record struct PaperSize(int Width, int Height)
{
    /// <summary>The size of a paper.</summary>
    /// <param name="paper">The paper.</param>
    public static PaperSize Of(Paper paper) =>
        paper switch
        {
            Paper.A4 => new(210_000, 297_000),
            _ => new(215_900, 279_400),
        };
}

/// <summary>Paper and staff size.</summary>
/// <param name="Paper">The paper, upright.</param>
/// <param name="StaffHeight">From the bottom line to the top line, in millimeters, 6 to 14.</param>
public sealed record PageSetup(Paper Paper, int StaffHeight)
{
    /// <summary>The smallest staff a class can write on, in millimeters.</summary>
    public const int SmallestStaff = 6;

    /// <summary>The largest staff, in millimeters.</summary>
    public const int LargestStaff = 14;

    /// <summary>From this staff height on, in millimeters, text is set in large print too.</summary>
    public const int LargePrintStaff = 10;

    /// <summary>Whether text is set in large print whatever the staff height.</summary>
    public bool LargeText { get; init; }

    /// <summary>Whether each page holds the same half page twice, to be cut.</summary>
    public bool HalfSheets { get; init; }

    /// <summary>The longest time an exam can be given, in minutes.</summary>
    public const int MostMinutes = 300;

    /// <summary>What the page is for.</summary>
    public PageStyle Style { get; init; }

    /// <summary>The time allowed in an exam, in minutes; 0 where it is left to be written in. Other pages do not print it.</summary>
    public int Minutes { get; init; }

    /// <summary>A4 with an 8 mm staff.</summary>
    public static PageSetup Usual { get; } = new(Paper.A4, 8);

    /// <summary>Whether text is set at 18 points or more.</summary>
    public bool IsLargePrint => LargeText || StaffHeight >= LargePrintStaff;
}
