namespace Gavvet.Theory;

/// <summary>From concert pitch to what a part reads, and back.</summary>
public static class Transposition
{
    // A sharp and C flat: beyond them a tonic has a white key's name with a sign.
    private const int FarthestSharp = 10,
        FarthestFlat = -7;

    /// <summary>A concert pitch as the part reads it, spelled an exact interval away.</summary>
    /// <param name="part">The part.</param>
    /// <param name="concert">The pitch that sounds.</param>
    /// <exception cref="UnwritableNoteException">It would need a triple accidental.</exception>
    public static Pitch Written(this Instrument part, Pitch concert)
    {
        return concert.Moved(part.WrittenInterval, part.IsWrittenAbove);
    }

    /// <summary>The concert pitch a written one sounds.</summary>
    /// <param name="part">The part.</param>
    /// <param name="written">The pitch on the part's page.</param>
    /// <exception cref="UnwritableNoteException">It would need a triple accidental.</exception>
    public static Pitch Sounding(this Instrument part, Pitch written)
    {
        return written.Moved(part.WrittenInterval, !part.IsWrittenAbove);
    }

    /// <summary>
    /// The tonic a part reads for a scale at concert pitch: for parts at concert pitch or octaves from it the very one asked;
    /// for others of the exact transposition and its enharmonic twin the one whose scale has fewer accidentals, a double
    /// counting two, though none begins on E♯, B♯ or F♭ that need not; on a tie the one that keeps the concert scale's kind.
    /// </summary>
    /// <param name="part">The part.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="concert">The tonic at concert pitch.</param>
    /// <exception cref="UnwritableNoteException">Neither can be written without triple accidentals.</exception>
    public static NoteName WrittenTonic(this Instrument part, ScaleType type, NoteName concert)
    {
        if (part.WrittenFifths == 0 && ScaleSpelling.CanSpell(type, concert))
            return concert;
        return Easiest(type, concert.Fifths + part.WrittenFifths, concert)
            ?? throw new UnwritableNoteException(
                TheoryTexts.Say("part.triple", ("tonic", concert), ("scale", type.Name), ("part", part.Name))
            );
    }

    /// <summary>The tonic at concert pitch of a scale as a part reads it: an exact interval away, or the enharmonic twin that the part
    /// would be given the written tonic for.</summary>
    /// <param name="part">The part.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="written">The tonic on the part's page.</param>
    /// <returns>The tonic, or null where no scale at concert pitch is written so for the part.</returns>
    public static NoteName? SoundingTonic(this Instrument part, ScaleType type, NoteName written)
    {
        foreach (var turn in new[] { 0, 12, -12 })
        {
            var fifths = written.Fifths - part.WrittenFifths + turn;
            if (!NoteName.HasFifths(fifths) || NoteName.FromFifths(fifths) is var sounds && !ScaleSpelling.CanSpell(type, sounds))
                continue;
            if (part.WrittenTonic(type, sounds) == written)
                return sounds;
        }

        return null;
    }

    /// <summary>
    /// Of a tonic and its enharmonic twins the one whose scale has fewer accidentals, a double counting two; on a tie the one
    /// that keeps the kind of accidentals of the scale it came from. Null where none can be written.
    /// </summary>
    /// <param name="type">The scale type.</param>
    /// <param name="exact">The tonic found, in fifths from C; it may lie beyond what is written.</param>
    /// <param name="before">The tonic of the scale that was transposed.</param>
    public static NoteName? Easiest(ScaleType type, int exact, NoteName before)
    {
        var kind = Math.Sign(Weight(type, before).Leaning);
        var candidates = Enumerable
            .Range(-1, 3)
            .Select(turn => exact + (12 * turn))
            .Where(NoteName.HasFifths)
            .Select(NoteName.FromFifths)
            .Where(tonic => ScaleSpelling.CanSpell(type, tonic))
            .Select(tonic => (Tonic: tonic, Weight: Weight(type, tonic)))
            // Nobody reads from E♯, B♯ or F♭ where another name will do, however few signs that leaves.
            .OrderBy(candidate =>
                candidate.Tonic.Accidental != Accidental.Natural && candidate.Tonic.Fifths is > FarthestSharp or < FarthestFlat
            )
            .ThenBy(candidate => candidate.Weight.Accidentals)
            .ThenBy(candidate => kind != 0 && Math.Sign(candidate.Weight.Leaning) != kind)
            .ThenBy(candidate => Math.Abs(candidate.Tonic.Fifths - exact))
            .ToArray();
        return candidates.Length > 0 ? candidates[0].Tonic : null;
    }

    /// <summary>
    /// The lower tonic a part reads a scale from: the octave within its range that needs the fewest ledger lines, the lower
    /// one on a tie.
    /// </summary>
    /// <param name="part">The part.</param>
    /// <param name="scale">The scale as it is written for the part.</param>
    /// <param name="octaves">How many octaves.</param>
    /// <returns>The pitch, or null when so many octaves are beyond the part's range.</returns>
    public static Pitch? LowestTonic(this Instrument part, Scale scale, int octaves)
    {
        var within = Enumerable
            .Range(0, 8)
            .Select(octave => new Pitch(scale.Tonic, octave))
            .Where(tonic => tonic.Semitones >= part.Lowest.Semitones && tonic.Semitones + (12 * octaves) <= part.Highest.Semitones)
            .ToArray();
        return within.Length == 0 ? null : within.MinBy(tonic => part.Clef.Ledgers(scale, tonic, octaves));
    }

    // Accidentals counted, and whether sharps (positive) or flats (negative) prevail.
    private static (int Accidentals, int Leaning) Weight(ScaleType type, NoteName tonic)
    {
        var (accidentals, leaning) = (0, 0);
        foreach (var degree in type.Degrees)
        {
            var fifths = tonic.Fifths + degree.Fifths;
            if (!NoteName.HasFifths(fifths))
                return (int.MaxValue, 0);
            var sign = (int)NoteName.FromFifths(fifths).Accidental;
            accidentals += Math.Abs(sign);
            leaning += sign;
        }

        return (accidentals, leaning);
    }
}
