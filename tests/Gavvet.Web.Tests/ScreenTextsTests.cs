using System.Text.RegularExpressions;

namespace Gavvet.Web.Tests;

/// <summary>What stands on the screens goes through the localizer, so that another language is a file.</summary>
public partial class ScreenTextsTests
{
    private static readonly string Pages = Path.Combine(Checkout.Folder, "src", "Gavvet.Web", "Pages");

    [Fact]
    public void No_page_has_words_beside_the_localizer()
    {
        var found = from file in Directory.GetFiles(Pages, "*.cshtml", SearchOption.AllDirectories)
                    from line in File.ReadLines(file)
                    let markup = line.Trim()
                    where markup.StartsWith('<')
                    from Match bare in BareWords().Matches(markup)
                    select $"{Path.GetFileName(file)}: {bare.Value}";
        Assert.Empty(found);
    }

    [Fact]
    public void A_page_with_bare_words_would_be_found()
    {
        Assert.Matches(BareWords(), "<h1>Check an answer</h1>");
        Assert.Matches(BareWords(), "<input aria-label=\"Name\">");
        Assert.DoesNotMatch(BareWords(), "<h1>@Say[\"Check an answer\"]</h1>");
        Assert.DoesNotMatch(BareWords(), "<input aria-label=\"@Say[\"Name\"]\" name=\"name\">");
    }

    // Words between two tags, or in an attribute that is read out, in which nothing is asked of the program.
    [GeneratedRegex("""(?<=[\w"'/)\]]>)[^<>@{}]*[A-Za-z]{2}[^<>@{}]*(?=<)|\s(aria-label|title|placeholder|alt)="[^"@]*[A-Za-z]{2}[^"@]*(?=")""")]
    private static partial Regex BareWords();
}
