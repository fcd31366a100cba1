using Gavvet.Worksheets.Verifying;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Tests;

/// <summary>A sheet’s language goes with it, and what its key says is right in it.</summary>
public class LanguageTests
{
    [Fact]
    public void Keys_pass_in_another_language_as_in_English()
    {
        var verified = Language.Pseudo.Saying(() => Verification.Run(1_300, 7, QuestionCatalogue.Standard));
        Assert.True(verified.Failures.Count == 0, string.Join('\n', verified.Failures.Take(20)));
    }

    [Fact]
    public void A_sheet_keeps_its_language_and_English_is_not_said()
    {
        var sheet = SheetEditor.NewSheet(3);
        Assert.DoesNotContain("language", SheetFile.Write(sheet), StringComparison.Ordinal);
        var other = SheetEditor.Apply(sheet, new ChangeLanguage(Language.Pseudo)).Sheet!;
        Assert.NotEqual(sheet, other);
        Assert.Equal(other, SheetFile.Read(SheetFile.Write(other)));
        Assert.Equal(Language.Pseudo, SheetFile.Read(SheetFile.WriteRecipe(other)).Language);
        Assert.Contains("English", Assert.Single(SheetComparison.Between(sheet, other)), StringComparison.Ordinal);
        Assert.Contains(
            "“xx” is not a language here",
            Assert
                .Throws<SheetFileException>(() =>
                    SheetFile.Read(SheetFile.Write(other).Replace("qps-ploc", "xx", StringComparison.Ordinal))
                )
                .Message,
            StringComparison.Ordinal
        );
        // A sheet begun on a screen begins in the language of the screen.
        Assert.Equal(Language.Pseudo, Language.Pseudo.Saying(() => SheetEditor.NewSheet(3)).Language);
    }

    [Fact]
    public void A_paper_speaks_its_sheets_language_wherever_it_is_made()
    {
        var sheet = SheetEditor.NewSheet(3);
        var other = sheet with { Language = Language.Pseudo };
        Assert.Equal("C major, ascending", Prompt(Language.Pseudo.Saying(() => Composing.Composer.Compose(sheet with { Title = "x" }))));
        Assert.Equal("C máájóóř, áášçééñďííñğ", Prompt(Composing.Composer.Compose(other)));

        static string Prompt(Composing.Composition made) =>
            made
                .Worksheet.Sections[0]
                .Items.Select(item => item.Question.Prompt)
                .Order(StringComparer.Ordinal)
                .First(prompt => prompt[1] == ' ' && prompt[0] == 'C');
    }

    [Fact]
    public void Days_are_said_as_the_language_has_them()
    {
        var moment = new DateTimeOffset(2026, 11, 30, 14, 5, 9, TimeSpan.Zero);
        var day = new DateOnly(2026, 11, 30);
        Assert.Equal(
            [
                "30 Nov",
                "30 Nov 2026",
                "30 November 2026",
                "Mon 30 Nov",
                "Mon 30 Nov 2026",
                "Monday, 30 November",
                "30 November 2026, 14:05",
                "30 Nov, 14:05:09",
            ],
            [
                DateText.Short(day),
                DateText.OfYear(day),
                DateText.Long(day),
                DateText.Weekday(day),
                DateText.WeekdayOfYear(day),
                DateText.WeekdayLong(day),
                DateText.LongAt(moment),
                DateText.ShortToTheSecond(moment),
            ]
        );
        Assert.Equal("Móóñďááý, 30 Ñóóvéémbééř", Language.Pseudo.Saying(() => DateText.WeekdayLong(day)));
    }
}
