using System.Collections.Immutable;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Naming a scale that is written out.</summary>
public class IdentificationTests
{
    [Theory]
    [InlineData("B C# D E F# G# A# B", Direction.Ascending, "melodic-minor melodic-minor-one-way")]
    [InlineData("B A G F# E D C# B", Direction.Descending, "natural-minor melodic-minor")]
    [InlineData("B C# D E F# G# A# B A G F# E D C# B", Direction.Both, "melodic-minor")]
    [InlineData("D E F G A B C D", Direction.Ascending, "dorian")]
    [InlineData("C D E F# Ab Bb C", Direction.Ascending, "whole-tone")]
    [InlineData("C D E", Direction.Ascending, "")]
    public void Every_right_name_is_listed(string line, Direction direction, string ids) =>
        Assert.Equal(ids, string.Join(' ', Identification.Of(Notes(line), direction, HouseStyle.Classical).Select(type => type.Id)));

    [Theory]
    [InlineData("Aeolian", true)]
    [InlineData("natural minor", true)]
    [InlineData("B natural minor", true)]
    [InlineData("b melodic minor", true)]
    [InlineData("C natural minor", false)]
    [InlineData("B harmonic minor", false)]
    [InlineData("nat", false)]
    [InlineData("B nat", false)]
    public void A_name_is_judged(string name, bool isRight) =>
        Assert.Equal(isRight, Identification.IsRightName(name, Notes("B A G F# E D C# B"), Direction.Descending, HouseStyle.Classical));

    [Fact]
    public void Every_scale_of_the_catalogue_is_found_again()
    {
        foreach (var type in ScaleTypes.All)
            Assert.Contains(
                type,
                Identification.Of(
                    HouseStyle.Classical.Spell(type, NoteText.Parse("C")).Notes(Direction.Both),
                    Direction.Both,
                    HouseStyle.Classical
                )
            );
    }

    [Fact]
    public void A_double_accidental_is_cancelled_as_the_school_has_it()
    {
        var line = HouseStyle.Classical.Spell(ScaleTypes.MelodicMinor, NoteText.Parse("D#")).Pitches(Direction.Both, Pitch.Parse("D#4"));
        var alone = Figures.StaffNotes.InOneBar(line, default, HouseStyle.Classical)[8];
        var naturalFirst = Figures.StaffNotes.InOneBar(
            line,
            default,
            HouseStyle.Classical with
            {
                CancelDouble = CancelDouble.NaturalFirst,
            }
        )[8];
        Assert.Equal((Accidental.Sharp, false), (alone.Sign, alone.NaturalFirst));
        Assert.Equal((Accidental.Sharp, true), (naturalFirst.Sign, naturalFirst.NaturalFirst));
    }

    private static ImmutableArray<NoteName> Notes(string line) => [.. line.Split(' ').Select(NoteText.Parse)];
}
