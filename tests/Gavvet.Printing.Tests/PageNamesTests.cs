using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Teaching;
using UglyToad.PdfPig;

namespace Gavvet.Printing.Tests;

/// <summary>A name goes from a page that was kept, and all else stays where it was.</summary>
public sealed class PageNamesTests
{
    private static readonly NameSearch None = new([]);

    private static string PageOf(params string[] lines) =>
        PageFile.Write(
            new Page(
                210_000,
                297_000,
                [
                    new PageGroup(
                        GroupKind.Furniture,
                        default,
                        "Read by Zoë Müllerin",
                        [.. lines.SelectMany((line, i) => TextSetter.Line(line, TextStyle.Regular, 4_000, 10_000, 20_000 + (i * 6_000)))]
                    ),
                ],
                [new OutlineEntry("Scales for Zoë Müllerin", 4_000)]
            )
        );

    private static string[] LinesOf(string page) =>
        [.. PageFile.Read(page).Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>().Select(text => text.Text.Text)];

    private static string? Without(string page, string[] names, string[]? parts = null, string[]? remarks = null) =>
        PageNames.Without(page, new NameSearch(names), part => (parts ?? []).Contains(part), new NameSearch(remarks ?? []));

    [Fact]
    public void A_name_goes_where_it_stands_alone_among_words_and_over_two_lines()
    {
        var page = PageOf("Zoë Müllerin", "Scales for Zoe\u0308 MÜLLERIN & Bo", "ask Zoë", "Müllerin to help", "Müllerin stays: D♭ major");
        var mended = Without(page, ["Zoë Müllerin"])!;
        Assert.Equal(["–", "Scales for – & Bo", "ask –", " to help", "Müllerin stays: D", " major"], LinesOf(mended));
        Assert.Equal("Read by –", PageFile.Read(mended).Groups[0].Label);
        Assert.Equal("Scales for –", PageFile.Read(mended).Outline[0].Title);
        Assert.Null(Without(mended, ["Zoë Müllerin"]));
    }

    [Fact]
    public void A_name_that_was_cut_to_its_room_goes_too()
    {
        Assert.Equal(["Sheet 12 · –"], LinesOf(Without(PageOf("Sheet 12 · Charlotte-Amél…"), ["Charlotte-Amélie Fontenay"])!));
        Assert.Null(
            Without(PageOf("Sheet 12 · Ch…").Replace("Read by Zoë Müllerin", "", StringComparison.Ordinal), ["Charlotte-Amélie Fontenay"])
        );
    }

    [Fact]
    public void A_part_between_dots_goes_only_where_it_is_said_to_be_a_name()
    {
        var page = PageOf("D Dorian", "Sheet 12 · Dorian · Version A", "Dorian");
        Assert.Equal(["D Dorian", "Sheet 12 · – · Version A", "–"], LinesOf(Without(page, [], ["Dorian"])!));
        Assert.Null(Without(page, []));
    }

    [Fact]
    public void A_remark_goes_over_all_its_lines_and_what_is_left_empty_is_no_line_any_more()
    {
        var page = PageOf("Total 3 of 4", "Zoë was ill, and", "so was her dog", "in March.", "Raise the seventh.");
        Assert.Equal(
            ["Total 3 of 4", "–", "Raise the seventh."],
            LinesOf(Without(page, [], null, ["Zoë was ill, and so was her dog in March."])!)
        );
    }

    [Fact]
    public void Pages_that_lost_a_name_make_a_pile_that_does_not_hold_it()
    {
        var page = PageOf("Scales for Zoë Müllerin", "D major");
        var mended = Without(page, ["Zoë Müllerin"])!;
        using var pdf = PdfDocument.Open(PageNames.Pdf("Scales for –", [mended, mended]));
        Assert.Equal(2, pdf.NumberOfPages);
        Assert.Contains("Scales for", pdf.GetPage(1).Text, StringComparison.Ordinal);
        Assert.DoesNotContain("Müllerin", pdf.GetPage(1).Text, StringComparison.Ordinal);
        Assert.Equal("Scales for –", pdf.Information.Title);
        Assert.Throws<FormatException>(() => PageNames.Pdf("", ["<svg>"]));
        Assert.Throws<FormatException>(() => PageNames.Pdf("", []));
    }
}
