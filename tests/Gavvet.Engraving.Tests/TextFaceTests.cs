
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
}
