using SkiaSharp;

namespace Gavvet.Engraving.Tests;

public class FacePartTests
{
    private static readonly string Plain = string.Concat(Enumerable.Range(0x20, 0x5F).Select(code => (char)code)) + "·½×–—‘’“”…";

    [Theory]
    [InlineData("Scales, week 3 – the key’s “steps”", 0)]
    [InlineData("Zoë", 1)]
    [InlineData("dièse", 1)]
    [InlineData("Ευτέρπη", 2)]
    [InlineData("Ж", 2)]
    public void A_text_needs_the_smallest_part_that_has_its_letters(string text, int part) =>
        Assert.Equal((FacePart)part, FaceParts.For(["C major", text]));

    // In any two letters beside each other none is exchanged for a third, so the part has all that shaping gives.
    [Theory]
    [InlineData(TextStyle.Regular)]
    [InlineData(TextStyle.Italic)]
    [InlineData(TextStyle.Bold)]
    [InlineData(TextStyle.BoldItalic)]
    public void The_plain_part_has_every_letter_that_plain_text_is_set_in(TextStyle style)
    {
        Assert.Equal(FacePart.Plain, FaceParts.For([Plain]));
        using var font = new SKFont(TextFace.Of(style).Part(FacePart.Plain), 1000);
        var there = Plain.ToDictionary(sign => font.GetGlyph(sign), sign => sign);
        Assert.Equal(Plain.Length, there.Count);
        Assert.All(there.Where(pair => pair.Value != ' '), pair => Assert.False(font.GetGlyphPath(pair.Key)!.IsEmpty, $"{pair.Value}"));
        foreach (var (first, second) in Plain.SelectMany(_ => Plain, (first, second) => (first, second)))
            Assert.All(TextFace.Of(style).Shape($"{first}{second}", 4_000).Glyphs, glyph =>
                Assert.True(there.ContainsKey(glyph), $"{first}{second}")
            );
    }

    // On a canvas letters stand by their own advances as long as they are not moved together; none is off by a thirtieth of a millimeter.
    [Theory]
    [InlineData("Write the scale in whole notes. Put an accidental before each note that needs one; use no key signature.", 3_175)]
    [InlineData("AVAVAVA To Wa", 3_880)]
    [InlineData("Transposition", 7_056)]
    public void A_canvas_has_the_pages_places(string text, int size)
    {
        foreach (var style in Enum.GetValues<TextStyle>())
        {
            var shaped = TextFace.Of(style).Shape(text, size);
            Assert.All(shaped.Places.Zip(shaped.Offsets), pair => Assert.InRange(pair.First, pair.Second - 33f, pair.Second + 33f));
            Assert.Contains(shaped.Places, place => place != MathF.Round(place));
        }
    }
}
