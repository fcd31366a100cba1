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
    /// <param name="style">The house style, which says how a double accidental is cancelled to a single one.</param>
    public static ImmutableArray<NoteMark> InOneBar(ImmutableArray<Pitch> pitches, KeySignature signature, HouseStyle style) =>
        InBars(pitches, signature, style, 0);

    /// <summary>The notes of a staff with barlines, each bar with the accidentals it needs.</summary>
    /// <param name="pitches">The pitches in order.</param>
    /// <param name="signature">The signature at the head of the staff; empty where accidentals are written.</param>
    /// <param name="style">The house style, which says how a double accidental is cancelled to a single one.</param>
    /// <param name="notesInBar">How many notes a bar has; 0 for one bar.</param>
    public static ImmutableArray<NoteMark> InBars(
        ImmutableArray<Pitch> pitches,
        KeySignature signature,
        HouseStyle style,
        int notesInBar
    ) => InBars(pitches, signature, style, column => notesInBar > 0 && column % notesInBar == 0);

    /// <summary>The notes of a staff with barlines where they are said to be.</summary>
    /// <param name="pitches">The pitches in order.</param>
    /// <param name="signature">The signature at the head of the staff; empty where accidentals are written.</param>
    /// <param name="style">The house style, which says how a double accidental is cancelled to a single one.</param>
    /// <param name="begins">Whether a bar begins at a column.</param>
    public static ImmutableArray<NoteMark> InBars(
        ImmutableArray<Pitch> pitches,
        KeySignature signature,
        HouseStyle style,
        Func<int, bool> begins
    )
    {
        var inForce = new Dictionary<int, Accidental>();
        var notes = ImmutableArray.CreateBuilder<NoteMark>(pitches.Length);
        for (var column = 0; column < pitches.Length; column++)
        {
            var pitch = pitches[column];
            if (begins(column))
                inForce.Clear();
            var held = inForce.GetValueOrDefault(pitch.StaffStep, signature.On(pitch.Name.Letter));
            var sign = held == pitch.Name.Accidental ? (Accidental?)null : pitch.Name.Accidental;
            inForce[pitch.StaffStep] = pitch.Name.Accidental;
            var cancelsDouble =
                style.CancelDouble == CancelDouble.NaturalFirst
                && sign is { } single
                && single != Accidental.Natural
                && (int)held == 2 * (int)single;
            notes.Add(new NoteMark(column, pitch, sign, cancelsDouble));
        }

        return notes.MoveToImmutable();
    }
}
