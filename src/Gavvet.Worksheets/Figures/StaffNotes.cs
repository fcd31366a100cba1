using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Figures;

/// <summary>Turns pitches into notes on a staff.</summary>
public static class StaffNotes
{
    /// <summary>
    /// The notes of one bar with the accidentals they need: a sign lasts to the barline in its octave, so it is neither
    /// repeated nor left to be guessed (common practice, no source).
    /// </summary>
    /// <param name="pitches">The pitches in order.</param>
    /// <param name="signature">The signature at the head of the staff; empty where accidentals are written.</param>
    public static ImmutableArray<NoteMark> InOneBar(ImmutableArray<Pitch> pitches, KeySignature signature)
    {
        var inForce = new Dictionary<int, Accidental>();
        var notes = ImmutableArray.CreateBuilder<NoteMark>(pitches.Length);
        for (var column = 0; column < pitches.Length; column++)
        {
            var pitch = pitches[column];
            var held = inForce.GetValueOrDefault(pitch.StaffStep, signature.On(pitch.Name.Letter));
            var sign = held == pitch.Name.Accidental ? (Accidental?)null : pitch.Name.Accidental;
            inForce[pitch.StaffStep] = pitch.Name.Accidental;
            notes.Add(new NoteMark(column, pitch, sign));
        }

        return notes.MoveToImmutable();
    }
}
