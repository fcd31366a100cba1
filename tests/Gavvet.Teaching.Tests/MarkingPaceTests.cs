namespace Gavvet.Teaching.Tests;

public class MarkingPaceTests
{
    private static readonly DateTimeOffset Evening = new(2026, 10, 1, 19, 0, 0, TimeSpan.Zero);

    private static IEnumerable<DateTimeOffset> Every(double seconds, int times) =>
        Enumerable.Range(0, times).Select(i => Evening.AddSeconds(i * seconds));

    [Theory]
    [InlineData(5, 40, 5)]
    [InlineData(90, 40, 90)]
    [InlineData(0.1, 40, 8)]
    [InlineData(5, 20, 8)]
    [InlineData(600, 40, 8)]
    public void Is_the_middle_gap_without_pauses_or_the_usual_where_few_are_known(double seconds, int times, double expected) =>
        Assert.Equal(expected, MarkingPace.Of(Every(seconds, times)).Seconds, 3);

    [Fact]
    public void Two_evenings_are_no_long_gap_and_order_does_not_matter()
    {
        var times = Every(4, 15).Concat(Every(4, 15).Select(time => time.AddDays(1))).Reverse();
        Assert.Equal(4, MarkingPace.Of(times).Seconds, 3);
    }

    [Fact]
    public void A_begun_minute_counts_whole()
    {
        Assert.Equal(0, new MarkingPace(8).MinutesFor(0));
        Assert.Equal(1, new MarkingPace(8).MinutesFor(1));
        Assert.Equal(48, new MarkingPace(8).MinutesFor(360));
        Assert.Equal(49, new MarkingPace(8).MinutesFor(361));
    }
}
