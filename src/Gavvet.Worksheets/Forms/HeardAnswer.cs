using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>Answers as they are heard.</summary>
public static class HeardAnswer
{
    private const int Octave = 4;

    /// <summary>A scale as it is written, from its tonic in the octave of middle C.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic as it is written.</param>
    /// <param name="direction">Up, down, or both.</param>
    /// <param name="octaves">Over how many octaves, from 1.</param>
    /// <returns>The pitches; empty where the scale cannot be spelled there.</returns>
    public static ImmutableArray<Pitch> Of(HouseStyle style, ScaleType type, NoteName tonic, Direction direction, int octaves = 1) =>
        style.CanSpell(type, tonic) ? style.Spell(type, tonic).Pitches(direction, new Pitch(tonic, Octave), octaves) : [];

    /// <summary>What was written for a question.</summary>
    /// <param name="asked">The question.</param>
    /// <param name="style">The house style.</param>
    /// <param name="written">What was typed, clicked, or read from a score.</param>
    /// <param name="near">The pitch its first note is nearest to.</param>
    /// <returns>The pitches; empty where it is no row of notes.</returns>
    public static ImmutableArray<Pitch> Of(AskedQuestion asked, HouseStyle style, string written, Pitch near)
    {
        try
        {
            var (signature, notes) = asked.Scale is { } scale ? ScaleAnswer.Signed(scale, style, written) : (null, written);
            return AnswerReading.Pitches(new WrittenAnswer(AnswerText.Notes(notes, style.NoteNames), signature), near.StaffStep);
        }
        catch (FormatException)
        {
            return [];
        }
    }
}
