namespace Gavvet.Theory.Tests;

/// <summary>Intervals as students write them; expectations are common practice, no source.</summary>
public sealed class IntervalTextTests
{
    [Theory]
    [InlineData("P5", "P5")]
    [InlineData("p5", "P5")]
    [InlineData("perfect fifth", "P5")]
    [InlineData("Perfect 5th", "P5")]
    [InlineData("a perfect 5th.", "P5")]
    [InlineData("perf. 5th", "P5")]
    [InlineData("5th perfect", "P5")]
    [InlineData("m2", "m2")]
    [InlineData("M2", "M2")]
    [InlineData("m 2", "m2")]
    [InlineData("MINOR SECOND", "m2")]
    [InlineData("min2", "m2")]
    [InlineData("min. 3rd", "m3")]
    [InlineData("Maj7", "M7")]
    [InlineData("aug5", "A5")]
    [InlineData("aug 4th", "A4")]
    [InlineData("augmented second", "A2")]
    [InlineData("+5", "A5")]
    [InlineData("dim5", "d5")]
    [InlineData("d5", "d5")]
    [InlineData("°7", "d7")]
    [InlineData("doubly augmented fourth", "AA4")]
    [InlineData("reine Quinte", "P5")]
    [InlineData("große Terz", "M3")]
    [InlineData("kl. Sekunde", "m2")]
    [InlineData("übermäßige Sekunde", "A2")]
    [InlineData("grote terts", "M3")]
    [InlineData("tierce mineure", "m3")]
    [InlineData("quinte juste", "P5")]
    [InlineData("septième diminuée", "d7")]
    [InlineData("quinta giusta", "P5")]
    [InlineData("tercera menor", "m3")]
    [InlineData("octave perfect", "P8")]
    [InlineData("perfect unison", "P1")]
    public void One_interval_is_read(string written, string interval) =>
        Assert.Equal([Interval.Parse(interval)], IntervalText.Read(written)!.Value);

    [Theory]
    [InlineData("M2 M3 P4 P5 M6 M7 P8")]
    [InlineData("M2, M3, P4, P5, M6, M7, P8")]
    [InlineData("major 2nd major 3rd perfect 4th perfect 5th major 6th major 7th perfect octave")]
    [InlineData("major second, major third, perfect fourth and perfect fifth; M6 / M7 / P8")]
    [InlineData("M2\nM3\nP4\nP5\nM6\nM7\nP8")]
    public void Several_are_read_in_order(string written) =>
        Assert.Equal("M2 M3 P4 P5 M6 M7 P8", string.Join(' ', IntervalText.Read(written)!.Value));

    [Theory]
    [InlineData("")]
    [InlineData("fifth")]
    [InlineData("perfect")]
    [InlineData("perfect third")]
    [InlineData("major fifth")]
    [InlineData("X5")]
    [InlineData("P5 and more")]
    [InlineData("tritone")]
    [InlineData("M")]
    [InlineData("5 5")]
    [InlineData("major minor third")]
    public void What_is_no_interval_is_not_read(string written) => Assert.Null(IntervalText.Read(written));

    // Every interval up to an octave, in its short form and its name, joined and apart.
    [Fact]
    public void Each_interval_is_read_back_from_all_it_is_called()
    {
        foreach (var quality in new[] { "dd", "d", "m", "P", "M", "A", "AA" })
        {
            for (var number = 1; number <= 8; number++)
            {
                Interval interval;
                try
                {
                    interval = Interval.Parse($"{quality}{number}");
                }
                catch (FormatException)
                {
                    Assert.Null(IntervalText.Read($"{quality}{number}"));
                    continue;
                }

                foreach (
                    var written in new[]
                    {
                        $"{interval}",
                        interval.Name,
                        interval.Name.ToUpperInvariant(),
                        $"{quality} {number}",
                        CountText.WithArticle(interval.Name),
                    }
                )
                    Assert.Equal([interval], IntervalText.Read(written)!.Value);
            }
        }
    }
}
