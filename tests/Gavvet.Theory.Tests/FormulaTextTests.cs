namespace Gavvet.Theory.Tests;

// Steps and degrees are read alike wherever they are typed: common practice of writing them, no source.
public class FormulaTextTests
{
    private static readonly Func<int, string>[] StepSchools =
    [
        step => $"{step}",
        step =>
            step switch
            {
                1 => "H",
                2 => "W",
                3 => "W+H",
                _ => $"{step}",
            },
        step =>
            step switch
            {
                1 => "s",
                2 => "T",
                3 => "A2",
                _ => $"{step}",
            },
        step =>
            step switch
            {
                1 => "half",
                2 => "whole",
                3 => "m3",
                _ => $"{step}",
            },
        step =>
            step switch
            {
                1 => "semitone",
                2 => "tone",
                4 => "M3",
                _ => $"{step}",
            },
    ];

    [Fact]
    public void The_steps_of_every_scale_are_read_in_every_school_joined_and_apart()
    {
        foreach (var type in ScaleTypes.All)
        {
            foreach (var say in StepSchools)
                Assert.Equal(type.Steps, FormulaText.Steps(FormulaText.Words(string.Join(" ", type.Steps.Select(say)))));
            Assert.Equal(type.Steps, FormulaText.Steps(FormulaText.Words(string.Join("–", type.Steps))));
            Assert.Equal(type.Steps, FormulaText.Steps([string.Concat(type.Steps)]));
        }
    }

    [Theory]
    [InlineData("1 1 ½ 1 1 1 ½", new[] { 2, 2, 1, 2, 2, 2, 1 })]
    [InlineData("1½ 1 ½", new[] { 3, 2, 1 })]
    [InlineData("W x H", new[] { 2, 0, 1 })]
    [InlineData("7 1 2", new[] { 0, 1, 2 })]
    public void Halves_make_tones_of_the_figures_and_what_is_no_step_is_none(string typed, int[] steps) =>
        Assert.Equal(steps, FormulaText.Steps(FormulaText.Words(typed)));

    [Fact]
    public void Every_degree_is_read_with_its_sign_before_and_after_and_by_its_interval()
    {
        foreach (var degree in ScaleTypes.All.SelectMany(type => type.Degrees).Distinct())
        {
            Assert.Equal(degree, Read(degree.Ascii));
            Assert.Equal(degree, Read($"{degree}"));
            Assert.Equal(degree, Read($"{degree.FromTonic}"));
            if (degree.Ascii.Length == 2)
                Assert.Equal(degree, Read($"{degree.Ascii[1]}{degree.Ascii[0]}"));
        }

        Assert.Equal(new Degree(1), Read("R"));
        Assert.Equal(new Degree(5), Read("5th"));
        Assert.Null(Read("8"));
        Assert.Null(Read("th"));
        Assert.Null(Read(""));
    }

    // d7 is two semitones below a major seventh, d5 one below a perfect fifth.
    [Theory]
    [InlineData("d7", "bb7")]
    [InlineData("d5", "b5")]
    [InlineData("A2", "#2")]
    public void A_diminished_interval_lies_as_far_down_as_its_kind(string typed, string degree) =>
        Assert.Equal(Degree.Parse(degree), Read(typed));

    [Theory]
    [InlineData("W W H W W W H")]
    [InlineData("TTSTTTS")]
    [InlineData("2-2-1-2-2-2-1")]
    public void A_scale_of_ones_own_is_entered_in_any_of_them(string steps) =>
        Assert.Equal(ScaleTypes.Major.Degrees, OwnScale.OfSteps("Mine", steps).Degrees);

    [Fact]
    public void A_step_that_is_none_is_named() =>
        Assert.Contains(
            "“Q” is not a step",
            Assert.Throws<FormatException>(() => OwnScale.OfSteps("Mine", "W W Q W W W H")).Message,
            StringComparison.Ordinal
        );

    private static Degree? Read(string word) => FormulaText.TryDegree(word, out var degree) ? degree : null;
}
