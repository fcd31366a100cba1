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

    // Names common in each language, made up of given and family names: common practice, no source.
    [Theory]
    [InlineData("ليلى بن-حسن", Script.Arabic)]
    [InlineData("שירה בן-דוד", Script.Hebrew)]
    [InlineData("नीलम शर्मा", Script.Devanagari)]
    [InlineData("สมหญิง ใจดี", Script.Thai)]
    [InlineData("ნინო ლომიძე", Script.Georgian)]
    [InlineData("Անահիտ Տէր-Պետրոսեան", Script.Armenian)]
    [InlineData("김서연", Script.Korean)]
    [InlineData("王小明", Script.Chinese)]
    [InlineData("陳美玲", Script.Chinese)]
    [InlineData("山田 花子・さくら", Script.Chinese)]
    public void Names_in_other_scripts_have_signs_in_every_cut_and_stand_in_one_stretch(string name, Script script)
    {
        Assert.Null(TextSetter.Unprintable(name));
        Assert.Equal([name], Scripts.Stretches(name));
        foreach (var style in Enum.GetValues<TextStyle>())
        {
            var shaped = TextFace.Of(style).Shape(name, 4_000);
            Assert.Equal(script, shaped.Script);
            Assert.DoesNotContain((ushort)0, shaped.Glyphs);
            Assert.True(shaped.Width > 4_000);
        }

        // Every sign of punctuation that may stay within a stretch.
        Assert.DoesNotContain(
            (ushort)0,
            TextFace.Of(TextStyle.Bold, script).Shape("a-b.c'd e\u00A0f", 4_000).Glyphs.Where((_, i) => i % 2 == 1)
        );
    }

    [Theory]
    [InlineData("Layla ليلى حسن · 7B", "Layla |ليلى حسن| · 7B")]
    [InlineData("(שירה)", "(|שירה|)")]
    [InlineData("王小明 Wang 김서연", "王小明| Wang |김서연")]
    [InlineData("王小明 김서연", "王小明| |김서연")]
    [InlineData("Ångström – Ωμέγα", "Ångström – Ωμέγα")]
    public void A_line_is_split_where_the_script_changes(string line, string stretches) =>
        Assert.Equal(stretches.Split('|'), Scripts.Stretches(line));

    [Fact]
    public void Arabic_letters_are_joined_and_go_from_right_to_left()
    {
        var (whole, first) = (TextFace.Of(TextStyle.Regular).Shape("ليلى", 4_000), TextFace.Of(TextStyle.Regular).Shape("ل", 4_000));
        // The first letter stands last and has the form that joins to the next.
        Assert.NotEqual(first.Glyphs[0], whole.Glyphs[^1]);
        Assert.NotEqual(whole.Glyphs[^1], TextFace.Of(TextStyle.Regular).Shape("لي", 4_000).Glyphs[0]);
    }

    [Fact]
    public void A_name_too_long_keeps_its_marks_where_it_is_cut()
    {
        const string name = "กี่กี่กี่กี่กี่กี่";
        var room = TextSetter.Width(name, TextStyle.Bold, 4_000) / 2;
        var cut = TextSetter.Shortened(name, TextStyle.Bold, 4_000, room);
        Assert.EndsWith("กี่…", cut, StringComparison.Ordinal);
        Assert.All(TextSetter.Wrap(name, TextStyle.Bold, 4_000, room), line => Assert.StartsWith("กี่", line, StringComparison.Ordinal));
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
