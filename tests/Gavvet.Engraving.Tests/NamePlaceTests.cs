namespace Gavvet.Engraving.Tests;

/// <summary>A name stands whole on its paper wherever it can be read there.</summary>
public class NamePlaceTests
{
    private static readonly int Point = PageMetrics.Points(1);

    private static NamePlace Place(int points, int room, int smallest = 0, bool endsThere = false) =>
        new(10_000, 50_000, points * Point, room, endsThere) { Smallest = smallest };

    private static (string Words, int Size, int Lines) Read(NamePlace place, string name)
    {
        TextPrimitive[] texts = [.. place.Line(name).OfType<TextPrimitive>()];
        Assert.All(texts, text =>
        {
            Assert.True(text.InkBox.Right <= (place.EndsThere ? place.X : place.X + place.Room));
            Assert.True(text.InkBox.Left >= (place.EndsThere ? place.X - place.Room : place.X));
            Assert.True(text.Y <= place.Y);
        });
        Assert.Single(texts.Select(text => text.Text.Size).Distinct());
        Assert.Equal(place.Y, texts.Max(text => text.Y));
        var lines = texts.GroupBy(text => text.Y).OrderBy(line => line.Key).ToArray();
        return (
            string.Join(' ', lines.Select(line => string.Concat(line.OrderBy(text => text.X).Select(text => text.Text.Text)))),
            texts[0].Text.Size,
            lines.Length
        );
    }

    [Fact]
    public void A_short_name_stands_in_its_own_size()
    {
        Assert.Equal(("Mira Holm", 11 * Point, 1), Read(Place(11, 40_000), "Mira Holm"));
        Assert.Equal(("Mira Holm", 11 * Point, 1), Read(Place(11, 40_000, endsThere: true), "Mira Holm"));
    }

    [Theory]
    [InlineData("Charlotte Wennerström", 1)]
    [InlineData("Charlotte Emilia Wennerström-Lindqvist", 2)]
    [InlineData("Maximilian Alexander von Hohenfels und Brandtner", 2)]
    [InlineData("عبد الرحمن بن محمد الأندلسي", 1)]
    public void A_long_name_is_whole_on_one_line_that_is_smaller_or_on_two(string name, int lines)
    {
        foreach (var endsThere in new[] { false, true })
        {
            var (words, size, used) = Read(Place(11, 41_000, endsThere: endsThere), name);
            Assert.Equal((name, lines), (words, used));
            Assert.True(size >= PageMetrics.Points(15) / 2);
        }
    }

    [Fact]
    public void What_cannot_be_read_any_smaller_is_cut_on_the_second_line()
    {
        var name = string.Join(' ', Enumerable.Repeat("Wennerström", 9));
        var (words, size, lines) = Read(Place(18, 60_000, 14 * Point), name);
        Assert.EndsWith("…", words, StringComparison.Ordinal);
        Assert.StartsWith("Wennerström Wennerström", words, StringComparison.Ordinal);
        Assert.Equal((14 * Point, 2), (size, lines));
    }

    [Fact]
    public void The_smallest_size_is_never_larger_than_the_name_s_own() =>
        Assert.Equal((8 * Point, 1), (Read(Place(8, 60_000, 14 * Point), "Mira").Size, Read(Place(8, 60_000, 14 * Point), "Mira").Lines));
}
