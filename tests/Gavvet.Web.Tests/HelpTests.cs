using System.Text.RegularExpressions;
using Gavvet.Web.Pages.Help;

namespace Gavvet.Web.Tests;

public partial class HelpTests
{
    [Fact]
    public void Every_page_written_in_the_docs_is_shipped_and_says_something_under_each_heading()
    {
        Assert.Equal(
            Directory
                .GetFiles(Path.Combine(Checkout.Folder, "docs", "help"), "*.md")
                .Select(file => Path.GetFileNameWithoutExtension(file)!)
                .Order(),
            HelpPages.All.Select(page => page.Page).Order()
        );
        foreach (var (page, title) in HelpPages.All)
        {
            Assert.NotEmpty(title);
            Assert.All(HelpPages.Of(page), piece => Assert.True(piece.Words.Length > 40, $"{page} {piece.Heading}"));
            var anchors = HelpPages.Of(page).Select(piece => piece.Anchor).ToArray();
            Assert.Equal(anchors.Length, anchors.Distinct().Count());
        }

        Assert.Empty(HelpPages.Of("none"));
    }

    // A screen without a page of its own leads to the week; those that sign in or out need none.
    [Fact]
    public void Every_screen_has_its_page()
    {
        string[] screens =
        [
            .. Directory
                .EnumerateFiles(Path.Combine(Checkout.Folder, "src", "Gavvet.Web", "Pages"), "*.cshtml", SearchOption.AllDirectories)
                .SelectMany(file => Screen().Matches(File.ReadAllText(file)).Select(match => match.Groups[1].Value))
                .Distinct()
                .Except(["sign-in", "help"]),
        ];
        Assert.True(screens.Length > 12);
        Assert.All(screens, screen => Assert.True(HelpPages.About(screen) != "week", screen));
        Assert.Equal("week", HelpPages.About(null));
    }

    [Theory]
    [InlineData("pin", "workbench")]
    [InlineData("hand scanner", "marking")]
    [InlineData("HOLIDAYS", "plan")]
    [InlineData("wie viel", null)]
    [InlineData("<script>", null)]
    public void A_word_finds_the_page_it_stands_on(string typed, string? page) =>
        Assert.Equal(page, HelpPages.Search(typed).FirstOrDefault()?.Page);

    [GeneratedRegex("ViewData\\[\"Screen\"\\] = \"([a-z-]+)\"")]
    private static partial Regex Screen();
}
