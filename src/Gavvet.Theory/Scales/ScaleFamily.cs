namespace Gavvet.Theory;

/// <summary>The families scales are taught and listed in.</summary>
public enum ScaleFamily
{
    /// <summary>Major and the minor forms.</summary>
    MajorAndMinor,

    /// <summary>The modes of the major scale.</summary>
    ModesOfMajor,

    /// <summary>The modes of the melodic minor.</summary>
    ModesOfMelodicMinor,

    /// <summary>The modes of the harmonic minor.</summary>
    ModesOfHarmonicMinor,

    /// <summary>Harmonic major and its modes.</summary>
    HarmonicMajor,

    /// <summary>Double harmonic major and its modes.</summary>
    DoubleHarmonic,

    /// <summary>Scales of five notes.</summary>
    Pentatonic,

    /// <summary>Blues scales.</summary>
    Blues,

    /// <summary>Scales that repeat within the octave.</summary>
    Symmetric,

    /// <summary>Other scales of six and seven notes.</summary>
    Exotic,

    /// <summary>Scales with one passing note added.</summary>
    Bebop,

    /// <summary>The teacher's own.</summary>
    Own,
}

/// <summary>What families are called.</summary>
public static class ScaleFamilies
{
    /// <summary>The family's name on lists, as the head of a section.</summary>
    /// <param name="family">The family.</param>
    public static string Name(this ScaleFamily family) =>
        TheoryTexts.Term(
            "family",
            family switch
            {
                ScaleFamily.MajorAndMinor => "Major and minor",
                ScaleFamily.ModesOfMajor => "Modes of major",
                ScaleFamily.ModesOfMelodicMinor => "Modes of melodic minor",
                ScaleFamily.ModesOfHarmonicMinor => "Modes of harmonic minor",
                ScaleFamily.HarmonicMajor => "Harmonic major and its modes",
                ScaleFamily.DoubleHarmonic => "Double harmonic and its modes",
                ScaleFamily.Pentatonic => "Pentatonic",
                ScaleFamily.Blues => "Blues",
                ScaleFamily.Symmetric => "Symmetric",
                ScaleFamily.Exotic => "Exotic",
                ScaleFamily.Bebop => "Bebop",
                _ => "Your own",
            }
        );
}
