using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>Every measure of a page that follows from its setup, in micrometers.</summary>
public sealed record PageMetrics
{
    public PageMetrics(PageSetup setup)
    {
        (Width, Height) = PaperSize.Of(setup.Paper);
        Height /= setup.HalfSheets ? 2 : 1;
        Style = setup.Style;
        var large = setup.IsLargePrint;
        // In large print staves are large too; beginners write on a staff a third larger than the class's own.
        var staff = 1000 * (large ? Math.Max(PageSetup.LargePrintStaff, setup.StaffHeight) : setup.StaffHeight);
        StaffSpace = Math.Min(1000 * PageSetup.LargestStaff, Style == PageStyle.FirstYears ? staff * 4 / 3 : staff) / 4;
        (Body, Title, Heading, Small) = Style switch
        {
            _ when large => (Points(18), Points(26), Points(21), Points(18)),
            PageStyle.FirstYears => (Points(13), Points(22), Points(15), Points(10)),
            PageStyle.SavingPaper => (Points(10), Points(15), Points(11), Points(8)),
            _ => (Points(11), Points(20), Points(13), Points(9)),
        };
        LargePrint = large;
    }

    /// <summary>What the page is for.</summary>
    public PageStyle Style { get; }

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

    public int SideMargin => Style == PageStyle.SavingPaper ? 13_000 : 17_000;

    public int TopMargin => Style == PageStyle.SavingPaper ? 10_000 : 14_000;

    public int BottomMargin => Style == PageStyle.SavingPaper ? 10_000 : 13_000;

    public int ContentWidth => Width - (2 * SideMargin);

    /// <summary>Where content ends; the footer stands below.</summary>
    public int ContentBottom => Height - BottomMargin - (2 * Small);

    /// <summary>Where content begins on a page after the first; the title runs above.</summary>
    public int LaterTop => TopMargin + (Small * 2) + (SectionGap / 2);

    /// <summary>The height that a figure which cannot be parted has at the most: a page after the first, without two lines of prompt.</summary>
    public int TallestFigure => ContentBottom - LaterTop - (2 * LineHeight);

    /// <summary>A line that is written on by hand is at least 9 mm high.</summary>
    public int WritingLine =>
        Math.Max(
            Style switch
            {
                PageStyle.FirstYears => 12_000,
                PageStyle.SavingPaper => 9_000,
                _ => 9_500,
            },
            2 * Body
        );

    public int LineHeight => Body * 135 / 100;

    /// <summary>White between two questions.</summary>
    public int QuestionGap =>
        Style switch
        {
            PageStyle.FirstYears => 8_500,
            PageStyle.SavingPaper => 1_800,
            _ => 5_000,
        };

    public int SectionGap =>
        Style switch
        {
            PageStyle.FirstYears => 9_000,
            PageStyle.SavingPaper => 3_500,
            _ => 7_000,
        };

    /// <summary>Whether a question shows what it is out of: beginners are told on the whole.</summary>
    public bool ShowsMarks => Style != PageStyle.FirstYears;

    /// <summary>White between two questions side by side.</summary>
    public int Gutter => 10_000;

    /// <summary>A rule to write on.</summary>
    public int RuleThickness => 180;

    /// <summary>The smallest text that can still be read: seven points and a half.</summary>
    public static int SmallestText => Points(15) / 2;

    /// <summary>Printer's points in micrometers: 72 to the inch.</summary>
    public static int Points(int points) => points * 25_400 / 72;
}
