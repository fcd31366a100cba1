namespace Gavvet.Engraving.Tests;

/// <summary>Names of European languages can be printed, in every cut. The letters: common practice, no source.</summary>
public class TextFaceTests
{
    [Theory]
    [InlineData("ΑΒΓΔΕΖΗΘΙΚΛΜΝΞΟΠΡΣΤΥΦΧΨΩ αβγδεζηθικλμνξοπρστυφχψω ς άέήίόύώ ΆΈΉΊΌΎΏ ϊϋΐΰ")]
    [InlineData("АБВГДЕЁЖЗИЙКЛМНОПРСТУФХЦЧШЩЪЫЬЭЮЯ абвгдеёжзийклмнопрстуфхцчшщъыьэюя")]
    [InlineData("ЄІЇҐ єіїґ ЂЈЉЊЋЏ ђјљњћџ ЃЌЅ ѓќѕ Ўў")]
    [InlineData("ÀÂÆÇÉÈÊËÎÏÔŒÙÛÜŸ ÄÖÜẞß ÑÁÍÓÚ ÅØ ÐÞ ãõ ąćęłńśźż čďěňřšťůž ăâîșț őű āēģīķļņū ėįųž ğış ħġċż ŵŷ")]
    [InlineData("Zoë Ångström-Ødegård, Łukasz Dvořák, Ştefan Țepeș, Þórunn, Иванова, Παπαδοπούλου")]
    public void Letters_of_European_names_have_signs_in_every_cut(string letters)
    {
        Assert.Null(TextSetter.Unprintable(letters));
        foreach (var style in Enum.GetValues<TextStyle>())
            Assert.DoesNotContain((ushort)0, TextFace.Of(style).Shape(letters, 4_000).Glyphs);
    }

    [Fact]
    public void A_name_typed_letter_and_accent_apart_is_as_wide_as_in_one()
    {
        const string name = "Zoë Ångström Dvořák";
        const string apart = "Zoe\u0308 A\u030Angstro\u0308m Dvor\u030Ca\u0301k";
        Assert.Null(TextSetter.Unprintable(apart));
        Assert.Equal(TextSetter.Width(name, TextStyle.Regular, 4_000), TextSetter.Width(apart, TextStyle.Regular, 4_000));
    }

    [Fact]
    public void The_same_words_have_the_same_shape_when_they_were_forgotten_and_shaped_anew()
    {
        var face = TextFace.Of(TextStyle.Bold);
        var once = face.Shape("Shaped twice", 4_001);
        for (var i = 0; i < 21_000; i++)
            face.Shape($"{i}", 4_001);
        var again = face.Shape("Shaped twice", 4_001);
        Assert.NotSame(once, again);
        Assert.Equal(once, again);
        Assert.NotEqual(once, face.Shape("Shaped twice", 4_002));
    }
}
