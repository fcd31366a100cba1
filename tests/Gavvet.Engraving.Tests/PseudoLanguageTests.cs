using System.Text.RegularExpressions;
using Gavvet.Worksheets.Forms;

namespace Gavvet.Engraving.Tests;

/// <summary>
/// A sheet of every kind in the pseudo-language: what stands on paper, in a key or in what is read aloud without an accent
/// could not be said in another language, and what no longer fits would not fit in one.
/// </summary>
public partial class PseudoLanguageTests
{
    public static TheoryData<string> Kinds => [.. QuestionCatalogue.Standard.All.Select(kind => kind.Id)];

    [Theory]
    [MemberData(nameof(Kinds))]
    public void Nothing_on_a_paper_is_English_in_another_language(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        var left = HouseStyle
            .Presets.SelectMany(style => Sheets(kind, style))
            .SelectMany(sheet => Enum.GetValues<PaperKind>().SelectMany(paper => sheet.Pages(paper)))
            .SelectMany(Said)
            .SelectMany(English)
            .Distinct()
            .ToArray();
        Assert.True(left.Length == 0, string.Join('\n', left.Take(40)));
    }

    // Each way of asking, each form of answer.
    private static IEnumerable<Sheet> Sheets(QuestionKind kind, HouseStyle style) =>
        from option in kind.Options.Select(option => option.Id).Prepend("").Distinct()
        from form in Enum.GetValues<AnswerForm>()
        where form == AnswerForm.Write || AnswerForms.CanBe(kind, form, option)
        let sheet = Sample.OfKind(kind, style, option, form)
        where sheet is not null
        select sheet with
        {
            Title = "1",
            Language = Language.Pseudo,
        };

    private static IEnumerable<string> Said(Page page) =>
        page
            .Groups.SelectMany(group => group.Primitives)
            .OfType<TextPrimitive>()
            .Select(text => text.Text.Text)
            .Concat(page.Groups.Select(group => group.Label ?? ""))
            .Concat(page.Outline.Select(entry => entry.Title));

    // Numerals and what follows the root in a chord's symbol are of no language.
    private static IEnumerable<string> English(string text) =>
        Words()
            .Matches(text)
            .Select(word => word.Value)
            .Where(word => Plain().IsMatch(word) && !Nameless().IsMatch(word))
            .Select(word => $"{word}: {text}");

    [GeneratedRegex(@"\p{L}+")]
    private static partial Regex Words();

    // The pseudo-language changes every vowel.
    [GeneratedRegex("^(?=.*[aeiouyAEIOUY])[A-Za-z]{2,}$")]
    private static partial Regex Plain();

    [GeneratedRegex("^(?:[IVX]+|[A-G]?(?:m|maj|dim|aug))$")]
    private static partial Regex Nameless();
}
