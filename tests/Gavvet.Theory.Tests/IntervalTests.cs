namespace Gavvet.Theory.Tests;

public class IntervalTests
{
    /// <summary>Every simple interval with its semitones and its inverse (common practice, no source).</summary>
    public static TheoryData<string, int, string> Simple =>
        new()
        {
            { "P1", 0, "P8" },
            { "A1", 1, "d8" },
            { "AA1", 2, "dd8" },
            { "d2", 0, "A7" },
            { "m2", 1, "M7" },
            { "M2", 2, "m7" },
            { "A2", 3, "d7" },
            { "AA2", 4, "dd7" },
            { "dd3", 1, "AA6" },
            { "d3", 2, "A6" },
            { "m3", 3, "M6" },
            { "M3", 4, "m6" },
            { "A3", 5, "d6" },
            { "AA3", 6, "dd6" },
            { "dd4", 3, "AA5" },
            { "d4", 4, "A5" },
            { "P4", 5, "P5" },
            { "A4", 6, "d5" },
            { "AA4", 7, "dd5" },
            { "dd5", 5, "AA4" },
            { "d5", 6, "A4" },
            { "P5", 7, "P4" },
            { "A5", 8, "d4" },
            { "AA5", 9, "dd4" },
            { "dd6", 6, "AA3" },
            { "d6", 7, "A3" },
            { "m6", 8, "M3" },
            { "M6", 9, "m3" },
            { "A6", 10, "d3" },
            { "AA6", 11, "dd3" },
            { "dd7", 8, "AA2" },
            { "d7", 9, "A2" },
            { "m7", 10, "M2" },
            { "M7", 11, "m2" },
            { "A7", 12, "d2" },
            { "AA7", 13, "dd2" },
            { "dd8", 10, "AA1" },
            { "d8", 11, "A1" },
            { "P8", 12, "P1" },
            { "A8", 13, "d1" },
            { "AA8", 14, "dd1" },
            { "d1", -1, "A8" },
            { "dd1", -2, "AA8" },
            { "dd2", -1, "AA7" },
        };

    [Theory, MemberData(nameof(Simple))]
    public void Has_its_semitones_its_name_and_its_inverse(string code, int semitones, string inverse)
    {
        var interval = Interval.Parse(code);
        Assert.Equal(semitones, interval.Semitones);
        Assert.Equal(code, interval.ToString());
        Assert.Equal(inverse, interval.Inverse.ToString());
        Assert.Equal(interval, interval.Inverse.Inverse);
    }

    [Fact]
    public void Three_semitones_are_an_augmented_second_or_a_minor_third_by_their_letters()
    {
        Assert.Equal("augmented second", Interval.Between(NoteText.Parse("Ab"), NoteText.Parse("B")).Name);
        Assert.Equal("minor third", Interval.Between(NoteText.Parse("G#"), NoteText.Parse("B")).Name);
    }

    [Fact]
    public void Compound_intervals_turn_over_inside_one_octave()
    {
        Assert.Equal(14, Interval.Parse("M9").Semitones);
        Assert.Equal("m7", Interval.Parse("M9").Inverse.ToString());
        Assert.Equal("major 9th", Interval.Parse("M9").Name);
    }

    [Theory]
    [InlineData("P3")]
    [InlineData("M5")]
    [InlineData("X2")]
    [InlineData("M0")]
    [InlineData("7")]
    [InlineData("")]
    public void No_interval_can_be_made_that_has_no_name(string code) => Assert.Throws<FormatException>(() => Interval.Parse(code));

    [Fact]
    public void An_interval_too_wide_for_its_letters_is_refused() => Assert.Throws<ArgumentException>(() => new Interval(1, 5));
}
