using System.Text.RegularExpressions;

namespace Gavvet.Web.Tests;

/// <summary>What stands on the screens goes through the localizer, so that another language is a file.</summary>
public partial class ScreenTextsTests
{
    private static readonly string Pages = Path.Combine(Checkout.Folder, "src", "Gavvet.Web", "Pages");

    [Fact]
    public void No_page_has_words_beside_the_localizer()
    {
        var found =
            from file in Directory.GetFiles(Pages, "*.cshtml", SearchOption.AllDirectories)
            from line in File.ReadLines(file)
            let markup = line.Trim()
            where markup.StartsWith('<')
            from Match bare in BareWords().Matches(markup)
            select $"{Path.GetFileName(file)}: {bare.Value}";
        Assert.Empty(found);
    }

    [Fact]
    public void No_sentence_of_the_code_is_beside_the_localizer()
    {
        var found =
            from file in Directory.GetFiles(Path.Combine(Checkout.Folder, "src", "Gavvet.Web"), "*.cs*", SearchOption.AllDirectories)
            where
                Path.GetExtension(file) is ".cs" or ".cshtml"
                && !file.Contains("/obj/", StringComparison.Ordinal)
                && !Path.GetFileName(file).StartsWith("Demo", StringComparison.Ordinal)
            let lines = File.ReadAllLines(file)
            from number in Enumerable.Range(0, lines.Length)
            let line = lines[number]
            where
                !line.TrimStart().StartsWith("//", StringComparison.Ordinal)
                && !AtTheConsole().IsMatch(line)
                // A sentence too long for the line of its localizer stands on the next.
                && !(
                    number > 0
                    && lines[number - 1] is var before
                    && before.EndsWith('(')
                    && (before.EndsWith("Say(", StringComparison.Ordinal) || AtTheConsole().IsMatch(before))
                )
            from Match bare in BareSentences().Matches(line)
            select $"{Path.GetFileName(file)}: {bare.Value}";
        Assert.Equal("", string.Join('\n', found));
    }

    [Fact]
    public void A_sentence_in_code_would_be_found()
    {
        Assert.Matches(BareSentences(), "throw new FormatException(\"There is no such decision.\");");
        Assert.Matches(BareSentences(), "_ => $\"Give {what} a name.\",");
        Assert.Matches(BareSentences(), "@(closed ? \"laid away\" : open)");
        Assert.DoesNotMatch(BareSentences(), "throw new FormatException(Say(\"There is no such decision.\"));");
        Assert.DoesNotMatch(BareSentences(), "class=\"@(closed ? \"btn-quiet wide\" : \"\")\"");
        Assert.DoesNotMatch(BareSentences(), "@(closed ? ScreenTexts.Say(\"laid away\") : open)");
    }

    [Fact]
    public void A_text_of_the_code_is_said_with_what_stands_in_its_places() =>
        Assert.Equal("From 3 to 7.", Gavvet.Web.Pages.Shared.ScreenTexts.Say("From {0} to {1}.", 3, 7));

    [Fact]
    public void A_page_with_bare_words_would_be_found()
    {
        Assert.Matches(BareWords(), "<h1>Check an answer</h1>");
        Assert.Matches(BareWords(), "<input aria-label=\"Name\">");
        Assert.Matches(BareWords(), "<input aria-label=\"Delete @sheet.Title\">");
        Assert.DoesNotMatch(BareWords(), "<h1>@Say[\"Check an answer\"]</h1>");
        Assert.DoesNotMatch(BareWords(), "<input aria-label=\"@Say[\"Name\"]\" name=\"name\">");
    }

    // Words between two tags, or in an attribute that is read out, in which nothing is asked of the program.
    [GeneratedRegex(
        """(?<=[\w"'/)\]]>)[^<>@{}]*[A-Za-z]{2}[^<>@{}]*(?=<)|\s(aria-label|title|placeholder|alt|hx-confirm)="(?!Mira@)[^"@]*[A-Za-z]{2}[^"@]*(?=["@])"""
    )]
    private static partial Regex BareWords();

    // A sentence from its first letter to its full stop; or words of which one is chosen by a condition.
    [GeneratedRegex("""(?<!Say[\[(])\$?"[A-Z“][^"\\]* [^"\\]*\.(?=")|(?<=[?:] )\$?"[^"\\/<>=-]*[a-z}] [a-z][^"\\/<>=-]*(?=")(?!"[,\]])""")]
    private static partial Regex BareSentences();

    // What stands on the console at the start, and in the log, is said to the keeper of the machine.
    [GeneratedRegex(@"StartException\(|\blog\.|Console\.|_log\.")]
    private static partial Regex AtTheConsole();

    // The faces of names stand in the style sheet by the ranges the pages are set by.
    [Fact]
    public void The_style_sheet_has_a_face_for_every_script_by_its_ranges()
    {
        var style = File.ReadAllText(Path.Combine(Checkout.Folder, "src/Gavvet.Web/wwwroot/css/gavvet.css"))
            .Replace(" ", "", StringComparison.Ordinal);
        foreach (var script in Enum.GetValues<Gavvet.Engraving.Fonts.Script>().Skip(1))
        foreach (var family in new[] { "SourceSerif4", "AtkinsonHyperlegible" })
        foreach (var weight in new[] { 400, 700 })
            Assert.Contains(
                $"font-family:\"{family}\";font-weight:{weight};font-style:normal;src:url(\"../fonts/noto-{$"{script}".ToLowerInvariant()}",
                style,
                StringComparison.Ordinal
            );
        foreach (var script in Enum.GetValues<Gavvet.Engraving.Fonts.Script>().Skip(1))
            Assert.Equal(6, style.Split($"{Gavvet.Engraving.Fonts.Scripts.Range(script)};").Length - 1);
    }
}
