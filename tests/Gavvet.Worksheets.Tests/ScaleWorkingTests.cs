using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Tests;

/// <summary>Derivations as a teacher writes them on the board (common practice, no source).</summary>
public class ScaleWorkingTests
{
    public static TheoryData<string> Ids => [.. ScaleTypes.All.Select(type => type.Id)];

    [Theory]
    [InlineData("harmonic-minor", "D#", "raise the 7th, C♯ is already sharp, so C𝄪")]
    [InlineData("harmonic-minor", "D#", "three half steps and two letters above D♯ is F♯")]
    [InlineData("melodic-minor", "B", "raise the 6th, G becomes G♯; raise the 7th, A becomes A♯")]
    [InlineData("melodic-minor", "B", "Coming down: A♯ becomes A, G♯ becomes G.")]
    [InlineData("dorian", "B", "B is the 2nd note of A major")]
    [InlineData("dorian", "B", "From B natural minor, B C♯ D E F♯ G A B: raise the 6th")]
    [InlineData("phrygian-dominant", "E", "E is the 5th note of A harmonic minor")]
    [InlineData("major-pentatonic", "C", "strike out the 4th and 7th, F B")]
    [InlineData("minor-pentatonic", "A", "strike out the 2nd and 6th, B F")]
    [InlineData("minor-pentatonic", "A", "A is the 5th note of C major pentatonic")]
    [InlineData("minor-blues", "C", "From C minor pentatonic, C E♭ F G B♭ C: add ♭5, G♭")]
    [InlineData("hungarian-minor", "C", "From C harmonic minor, C D E♭ F G A♭ B C: raise the 4th")]
    [InlineData("double-harmonic-major", "C", "lower the 2nd, D becomes D♭; lower the 6th, A becomes A♭")]
    [InlineData("harmonic-major", "C", "lower the 6th, A becomes A♭")]
    [InlineData("hungarian-minor", "C", "the 4th note of G double harmonic major")]
    [InlineData("minor-blues", "C", "The blue note is ♭5, G♭.")]
    [InlineData("whole-tone", "C", "Steps: C –W– D –W– E –W– F♯ –W– G♯ –W– B♭ –W– C.")]
    [InlineData("major", "Bb", "Check: two flats, B♭ E♭; the B♭ of the octave is not counted again.")]
    [InlineData("major", "G#", "Accidentals only: G♯ major would need eight sharps in its signature.")]
    [InlineData("lydian", "G#", "D♯ major is a theoretical key")]
    [InlineData("chromatic", "A", "fewer double accidentals")]
    public void The_classical_school_derives(string id, string tonic, string words) =>
        Assert.Contains(words, Text(id, tonic, HouseStyle.Classical), StringComparison.Ordinal);

    [Theory]
    [InlineData(
        "natural-minor",
        "C",
        "From C major, C D E F G A B C: lower the 3rd, E becomes E♭; lower the 6th, A becomes A♭; lower the 7th, B becomes B♭."
    )]
    [InlineData("minor-blues", "C", "The blue notes are ♭3, ♯4 and ♭7: E♭ F♯ B♭.")]
    [InlineData("dorian", "B", "From B major, B C♯ D♯ E F♯ G♯ A♯ B: lower the 3rd, D♯ becomes D; lower the 7th, A♯ becomes A.")]
    [InlineData("harmonic-minor", "A#", "A♯ major is a theoretical key")]
    [InlineData("harmonic-minor", "A#", "above A♯ is C♯")]
    public void The_jazz_school_derives(string id, string tonic, string words) =>
        Assert.Contains(words, Text(id, tonic, HouseStyle.Jazz), StringComparison.Ordinal);

    [Fact]
    public void Words_follow_the_house_style()
    {
        Assert.Contains("Steps: C –T– D –T– E", Text("major", "C", HouseStyle.ToneSemitone), StringComparison.Ordinal);
        Assert.Contains(
            "Es major",
            Text("natural-minor", "C", HouseStyle.Classical with { NoteNames = NameSystem.German }),
            StringComparison.Ordinal
        );
        Assert.DoesNotContain("half step", Text("major", "C", HouseStyle.ToneSemitone), StringComparison.Ordinal);
    }

    // Each derivation leads to the notes both routes agree on.
    [Theory, MemberData(nameof(Ids))]
    public void What_is_derived_is_the_scale(string id)
    {
        var type = ScaleTypes.Get(id);
        foreach (var style in HouseStyle.Presets)
        {
            foreach (var tonic in NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2 && style.CanSpell(type, note)))
            {
                var scale = style.Spell(type, tonic);
                foreach (var step in ScaleWorking.Of(type, tonic, style))
                {
                    Assert.EndsWith(".", WorkingSentences.Sentence(style, step), StringComparison.Ordinal);
                    if (step is DerivedFrom derived && !(type.Family == ScaleFamily.MajorAndMinor && derived.Base.Type.Id == "major"))
                        Assert.Equal(scale.Ascending[..^1].Order(Line), Applied(derived).Order(Line));
                    if (step is RotationFound { Parent: var parent } rotation)
                        Assert.Equal(
                            scale.Ascending[..^1],
                            Enumerable
                                .Range(0, parent.Ascending.Length - 1)
                                .Select(i => parent.Ascending[(rotation.Type.ParentPosition - 1 + i) % (parent.Ascending.Length - 1)])
                        );
                    if (step is RelativeFound found)
                        Assert.Equal(found.Key.Signature, found.Relative.Signature);
                }
            }
        }
    }

    private static Comparer<NoteName> Line => Comparer<NoteName>.Create((first, second) => first.Fifths.CompareTo(second.Fifths));

    private static IEnumerable<NoteName> Applied(DerivedFrom derived) =>
        derived
            .Base.Ascending[..^1]
            .Except(derived.Struck.Select(note => note.Note))
            .Select(note =>
                derived.Altered.Where(change => change.Before.Note == note).Select(change => change.After.Note).FirstOrDefault(note)
            )
            .Concat(derived.Added.Select(note => note.Note));

    private static string Text(string id, string tonic, HouseStyle style) =>
        string.Join(
            '\n',
            ScaleWorking.Of(ScaleTypes.Get(id), NoteText.Parse(tonic), style).Select(step => WorkingSentences.Sentence(style, step))
        );
}
