namespace Gavvet.Theory.Tests;

/// <summary>Any slip in the table must be caught by the comparison of the two routes.</summary>
public class RouteMutationTests
{
    [Fact]
    public void Every_changed_degree_and_every_changed_step_is_caught_on_every_tonic()
    {
        var mutants = ScaleTypes.All.SelectMany(Mutants).ToList();
        Assert.True(mutants.Count > 200);
        foreach (var mutant in mutants)
        {
            foreach (var key in Key.Majors)
                Assert.True(IsCaught(mutant, key.Tonic), $"{mutant.Id} {string.Join(' ', mutant.Degrees)} / {string.Join(' ', mutant.Steps)} on {key.Tonic}");
        }
    }

    [Fact]
    public void The_unchanged_table_passes() =>
        Assert.All(Key.Majors, key => Assert.False(IsCaught(ScaleTypes.Major, key.Tonic)));

    private static IEnumerable<ScaleType> Mutants(ScaleType type)
    {
        for (var i = 0; i < type.Degrees.Length; i++)
        {
            for (var number = 1; number <= 7; number++)
            {
                foreach (var alteration in Enum.GetValues<Accidental>())
                {
                    var degree = new Degree(number, alteration);
                    if (degree != type.Degrees[i])
                        yield return type with { Degrees = type.Degrees.SetItem(i, degree) };
                }
            }

            yield return type with { Degrees = type.Degrees.RemoveAt(i) };
        }

        for (var i = 0; i < type.Steps.Length; i++)
        {
            for (var semitones = 0; semitones <= 4; semitones++)
            {
                if (semitones != type.Steps[i])
                    yield return type with { Steps = type.Steps.SetItem(i, semitones) };
            }

            yield return type with { Steps = type.Steps.RemoveAt(i) };
        }
    }

    // A row can also betray itself by asking for what cannot be written.
    private static bool IsCaught(ScaleType type, NoteName tonic) =>
        Record.Exception(() => ScaleSpelling.Spell(type, tonic)) switch
        {
            null => false,
            RoutesDisagreeException or UnwritableNoteException or ArgumentException => true,
            var other => throw other,
        };
}
