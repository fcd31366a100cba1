namespace Gavvet.Theory;

/// <summary>What a house style makes of a scale type: the line it writes and the signature it prints.</summary>
public static class ScaleSchools
{
    /// <summary>The scale as a house style spells it.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type, a row of the catalogue or the teacher's own.</param>
    /// <param name="tonic">The tonic.</param>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental; the message offers a tonic that
    /// works.</exception>
    public static Scale Spell(this HouseStyle style, ScaleType type, NoteName tonic) =>
        ScaleSpelling.Spell(style.LineOf(type, tonic), tonic);

    /// <summary>Whether the scale can be written on a tonic under a house style.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static bool CanSpell(this HouseStyle style, ScaleType type, NoteName tonic) =>
        ScaleSpelling.CanSpell(style.LineOf(type, tonic), tonic);

    /// <summary>The row or variant a house style writes on a tonic.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic: where one chromatic spelling needs more double accidentals, the other is written.</param>
    public static ScaleType LineOf(this HouseStyle style, ScaleType type, NoteName tonic)
    {
        return type.Id switch
        {
            "melodic-minor" when style.MelodicMinor == MelodicSchool.SameBothWays => ScaleTypes.MelodicMinorBothWays,
            "minor-blues" when style.BlueNote == BlueNoteSpelling.SharpFourUp => ScaleTypes.BluesWithSharpFour,
            "chromatic" => Chromatic(style.Chromatic, type, tonic),
            _ => type,
        };
    }

    /// <summary>A remark where the line is not the one the house style names, or null.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static string? RemarkOn(this HouseStyle style, ScaleType type, NoteName tonic)
    {
        if (!type.IsChromatic || ReferenceEquals(style.LineOf(type, tonic), Named(style.Chromatic, type)))
            return null;
        return TheoryTexts.Say(
            style.Chromatic == ChromaticSchool.Harmonic ? "chromatic.up-down" : "chromatic.harmonic",
            ("tonic", style.Say(tonic))
        );
    }

    /// <summary>The signature a house style prints, or null where it writes accidentals only.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static KeySignature? SignatureOf(this HouseStyle style, ScaleType type, NoteName tonic) =>
        style.SignatureKey(type, tonic) is { IsTheoretical: false } key ? key.Signature : null;

    /// <summary>
    /// The key whose signature a house style uses, theoretical ones included, or null where it writes accidentals only
    /// (pentatonic, blues, symmetric, exotic and the teacher's own scales always).
    /// </summary>
    /// <remarks>Common practice, no source: a mode of a minor form takes that minor's signature, one of harmonic major that
    /// major's.</remarks>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    public static Key? SignatureKey(this HouseStyle style, ScaleType type, NoteName tonic)
    {
        var onTonic = new Key(tonic, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major);
        return type.Family switch
        {
            ScaleFamily.MajorAndMinor => type.HasMinorThird && style.WritingMinors == MinorWriting.Accidentals ? null : onTonic,
            ScaleFamily.Pentatonic
            or ScaleFamily.Blues
            or ScaleFamily.Symmetric
            or ScaleFamily.Exotic
            or ScaleFamily.Bebop
            or ScaleFamily.Own => null,
            _ when style.WritingModes == ModeWriting.Accidentals => null,
            ScaleFamily.DoubleHarmonic => onTonic,
            _ => style.WritingModes == ModeWriting.ParentSignature && type.Parent is { } parent
                ? KeyOfParent(type, parent, tonic)
                : onTonic,
        };
    }

    private static Key? KeyOfParent(ScaleType type, ScaleType parent, NoteName tonic)
    {
        var fifths = tonic.Fifths - parent.Degrees[type.ParentPosition - 1].Fifths;
        return NoteName.HasFifths(fifths)
            ? new Key(NoteName.FromFifths(fifths), parent.HasMinorThird ? KeyMode.Minor : KeyMode.Major)
            : null;
    }

    private static ScaleType Chromatic(ChromaticSchool school, ScaleType type, NoteName tonic)
    {
        var named = Named(school, type);
        var other = Named(school == ChromaticSchool.Harmonic ? ChromaticSchool.SharpsUpFlatsDown : ChromaticSchool.Harmonic, type);
        return Doubles(named, tonic) <= Doubles(other, tonic) ? named : other;
    }

    private static ScaleType Named(ChromaticSchool school, ScaleType chromatic) =>
        school == ChromaticSchool.Harmonic ? ScaleTypes.HarmonicChromatic : chromatic;

    // Double accidentals up and down; a triple outweighs any number of them.
    private static int Doubles(ScaleType type, NoteName tonic)
    {
        var count = 0;
        foreach (var form in new[] { type.Up, type.Down })
        {
            foreach (var degree in form.Degrees)
            {
                var fifths = tonic.Fifths + degree.Fifths;
                count +=
                    !NoteName.HasFifths(fifths) ? 100
                    : fifths is < -8 or > 12 ? 1
                    : 0;
            }
        }

        return count;
    }
}
