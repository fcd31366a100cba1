using System.Globalization;

namespace Gavvet.Theory.Tests;

/// <summary>What is said is said in a language, and the machine has no say in which.</summary>
public class LanguageTests
{
    // Source: the plural rules of the Unicode Common Locale Data Repository, for whole numbers (from memory).
    [Theory]
    [InlineData("other", "0 0 0 0 0 0 0")]
    [InlineData("one-other", "1 0 1 1 1 1 1")]
    [InlineData("zero-one-other", "0 0 1 1 1 1 1")]
    [InlineData("one-few-other", "2 0 1 2 2 2 2")]
    [InlineData("one-few-many", "2 0 1 2 2 2 1")]
    [InlineData("ends-in-one-few-many", "2 0 1 2 2 0 1")]
    public void Each_rule_of_plurals_gives_a_number_its_form(string rule, string forms)
    {
        int[] numbers = [0, 1, 2, 5, 12, 21, 22];
        Assert.Equal(forms, string.Join(' ', numbers.Select(number => PluralRule.Form(rule, number))));
        Assert.Contains(
            "one-other",
            Assert.Throws<KeyNotFoundException>(() => PluralRule.Form("two", 1)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void The_pseudo_language_keeps_the_places_and_accents_every_word()
    {
        Assert.Equal(
            "Wřííťéé {count:# ñóóťéé|# ñóóťééš} <b>hééřéé</b> &amp; {0:d MMM} ťóó {name}.",
            PseudoLanguage.Of("Write {count:# note|# notes} <b>here</b> &amp; {0:d MMM} to {name}.")
        );
        // A third longer, as other languages are.
        Assert.InRange(PseudoLanguage.Of("An accidental before each note that needs one").Length, 55, 65);
    }

    [Fact]
    public void A_language_is_spoken_until_it_is_given_back()
    {
        var major = new Key(new NoteName(Letter.E, Accidental.Flat));
        Assert.Equal("E♭ major", $"{major}");
        using (Language.Pseudo.Speak())
        {
            Assert.Equal("E♭ máájóóř", $"{major}");
            Assert.Equal("áúúgmééñťééď šééççóóñď".Length, new Interval(1, 3).Name.Length);
            Assert.DoesNotContain("second", new Interval(1, 3).Name, StringComparison.Ordinal);
            Assert.Equal("háářmóóñííç mííñóóř", ScaleTypes.Get("harmonic-minor").Name);
            Assert.Equal("Ťřéébléé", Clef.Treble.Name);
            Assert.Equal("ťhřéééé flááťš", CountText.Signs(3, Accidental.Flat));
            Assert.Equal("1,5", 1.5.ToString(CultureInfo.CurrentCulture));
            Assert.Equal("E♭ major", Language.English.Saying(() => $"{major}"));
            Assert.Equal("E♭ máájóóř", $"{major}");
        }

        Assert.Equal("E♭ major", $"{major}");
        Assert.Equal(
            "one sharp, three flats, no sharps or flats",
            string.Join(
                ", ",
                CountText.Signs(1, Accidental.Sharp),
                CountText.Signs(3, Accidental.Flat),
                CountText.Signs(0, Accidental.Natural)
            )
        );
    }

    [Fact]
    public async Task What_is_awaited_meanwhile_speaks_it_too_and_nothing_beside_it()
    {
        var beside = new TaskCompletionSource();
        var other = Task.Run(
            async () =>
            {
                await beside.Task;
                return ScaleTypes.Major.Name;
            },
            TestContext.Current.CancellationToken
        );
        using (Language.Pseudo.Speak())
        {
            await Task.Yield();
            Assert.Equal("máájóóř", await Task.Run(() => ScaleTypes.Major.Name, TestContext.Current.CancellationToken));
            beside.SetResult();
            Assert.Equal("major", await other);
        }
    }

    [Fact]
    public void The_languages_of_the_machine_change_nothing()
    {
        foreach (var tag in new[] { "de-DE", "tr-TR", "ja-JP", "ar-SA" })
        {
            var before = (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture);
            (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture) = (new CultureInfo(tag), new CultureInfo(tag));
            try
            {
                Assert.Same(Language.English, Language.Current);
                Assert.Equal("augmented second", new Interval(1, 3).Name);
            }
            finally
            {
                (CultureInfo.CurrentCulture, CultureInfo.CurrentUICulture) = before;
            }
        }
    }

    [Fact]
    public void A_language_is_found_by_its_tag_and_what_it_calls_a_scale_is_read()
    {
        Assert.Same(Language.English, Language.Find("EN"));
        Assert.Null(Language.Find("xx"));
        Assert.Null(Language.Find(null));
        Assert.Equal(["en"], Language.All.Select(language => language.Tag));
        Assert.Empty(ScaleNames.Find("háářmóóñííç mííñóóř"));
        foreach (var type in ScaleTypes.All)
            Assert.Contains(type, Language.Pseudo.Saying(() => ScaleNames.Find(type.Name)));
    }
}
