namespace Gavvet.Theory.Tests;

/// <summary>Any slip in the table must be caught by the comparison of the routes.</summary>
public class RouteMutationTests
{
    private static readonly NoteName[] Tonics = [.. new[] { "C", "Eb", "F#" }.Select(NoteText.Parse)];

    private static readonly ScaleType[] Lines = [.. ScaleTypes.All, .. ScaleTypes.Variants];

    [Fact]
    public void Every_changed_degree_step_and_letter_of_every_line_is_caught()
    {
        var mutants = Lines.SelectMany(Mutants).ToList();
        Assert.True(mutants.Count > 20_000);
        foreach (var mutant in mutants)
        {
            foreach (var tonic in Tonics)
                Assert.True(
                    IsCaught(mutant, tonic),
                    $"{mutant.Id} {string.Join(' ', mutant.Degrees)} / {string.Join(' ', mutant.Steps)} / {string.Join(' ', mutant.Down.Degrees)} on {tonic}"
                );
        }
    }

    [Fact]
    public void Every_changed_parent_is_caught()
    {
        foreach (var type in ScaleTypes.All.Where(type => type.Parent is not null && type.Family != ScaleFamily.Symmetric))
        {
            foreach (var position in Enumerable.Range(1, type.Parent!.Degrees.Length).Where(position => position != type.ParentPosition))
                Assert.True(IsCaught(type with { ParentPosition = position }, Tonics[0]), $"{type.Id} as {position}");
        }
    }

    [Fact]
    public void The_unchanged_table_passes() => Assert.All(Lines, line => Assert.False(IsCaught(line, Tonics[0]), line.Id));

    private static IEnumerable<ScaleType> Mutants(ScaleType type)
    {
        foreach (var up in Mutants(type.Up))
            yield return type.IsTwoWay ? type with { Up = up } : type with { Up = up, Down = up };
        if (!type.IsTwoWay)
            yield break;
        foreach (var down in Mutants(type.Down))
            yield return type with
            {
                Down = down,
            };
    }

    private static IEnumerable<ScaleForm> Mutants(ScaleForm form)
    {
        for (var i = 0; i < form.Degrees.Length; i++)
        {
            for (var number = 1; number <= 7; number++)
            {
                foreach (var alteration in Enum.GetValues<Accidental>())
                {
                    var degree = new Degree(number, alteration);
                    if (degree != form.Degrees[i])
                        yield return form with
                        {
                            Degrees = form.Degrees.SetItem(i, degree),
                        };
                }
            }

            yield return form with
            {
                Degrees = form.Degrees.RemoveAt(i),
            };
        }

        for (var i = 0; i < form.Steps.Length; i++)
        {
            for (var semitones = 0; semitones <= 5; semitones++)
            {
                if (semitones != form.Steps[i])
                    yield return form with
                    {
                        Steps = form.Steps.SetItem(i, semitones),
                    };
            }

            yield return form with
            {
                Steps = form.Steps.RemoveAt(i),
            };
        }

        // The first letter is the tonic's own and is never read.
        for (var i = 1; i < form.Letters.Length; i++)
        {
            foreach (var letter in Enum.GetValues<Letter>().Where(letter => letter != form.Letters[i]))
                yield return form with
                {
                    Letters = form.Letters.SetItem(i, letter),
                };
        }
    }

    // A row can also betray itself by asking for what cannot be written.
    private static bool IsCaught(ScaleType type, NoteName tonic) =>
        Record.Exception(() => ScaleSpelling.Spell(type, tonic)) switch
        {
            null => false,
            RoutesDisagreeException or UnwritableNoteException => true,
            var other => throw other,
        };
}
