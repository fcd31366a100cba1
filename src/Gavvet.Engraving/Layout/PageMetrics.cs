using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>Every measure of a page that follows from its setup, in micrometers.</summary>
public sealed record PageMetrics
{
    public PageMetrics(PageSetup setup)
    {
        (Width, Height) = PaperSize.Of(setup.Paper);
        Height /= setup.HalfSheets ? 2 : 1;
        StaffSpace = setup.StaffHeight * 1000 / 4;
        var large = setup.IsLargePrint;
        Body = Points(large ? 18 : 11);
        Title = Points(large ? 26 : 20);
        Heading = Points(large ? 21 : 13);
        Small = Points(large ? 18 : 9);
        LargePrint = large;
    }

    public int Width { get; }

    /// <summary>The height of a page, or of half of one where two are printed on a page.</summary>
    public int Height { get; }

    public int StaffSpace { get; }

    /// <summary>Whether text is set for weak eyes.</summary>
    public bool LargePrint { get; }

    /// <summary>Text sizes.</summary>
    public int Body { get; }

    public int Title { get; }

    public int Heading { get; }

    public int Small { get; }

    public int SideMargin => 17_000;

    public int TopMargin => 14_000;

    public int BottomMargin => 13_000;

    public int ContentWidth => Width - (2 * SideMargin);

    /// <summary>Where content ends; the footer stands below.</summary>
    public int ContentBottom => Height - BottomMargin - (2 * Small);

    /// <summary>A line that is written on by hand is at least 9 mm high.</summary>
    public int WritingLine => Math.Max(9_500, 2 * Body);

    public int LineHeight => Body * 135 / 100;

    /// <summary>White between two questions.</summary>
    public int QuestionGap => 5_000;

    public int SectionGap => 7_000;

    /// <summary>White between two questions side by side.</summary>
    public int Gutter => 10_000;

    /// <summary>A rule to write on.</summary>
    public int RuleThickness => 180;

    /// <summary>Printer's points in micrometers: 72 to the inch.</summary>
    public static int Points(int points) => points * 25_400 / 72;
}
