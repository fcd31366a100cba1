using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Degrees as a house style names them.</summary>
public static class DegreeNaming
{
    private static readonly ImmutableArray<string> Technical = ["tonic", "supertonic", "mediant", "subdominant", "dominant", "submediant"];

    private static readonly ImmutableArray<string> Numerals = ["I", "II", "III", "IV", "V", "VI", "VII"];

    // Movable do by place on the line of fifths, do at 0: from te, two fifths below, to li, ten above. ♭4, 𝄫3 and 𝄫7 lie outside.
    private const int FirstSyllable = -6;

    // se ra le me te fa | do so re la mi ti | fi di si ri li
    private static readonly ImmutableArray<string> SyllablesByFifths =
    [
        "se",
        "ra",
        "le",
        "me",
        "te",
        "fa",
        "do",
        "so",
        "re",
        "la",
        "mi",
        "ti",
        "fi",
        "di",
        "si",
        "ri",
        "li",
    ];

    /// <summary>The degree as the house style names it in a scale.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale.</param>
    /// <param name="degree">The degree.</param>
    /// <returns>The name; numbers where the scale has no technical names, or the degree no settled syllable.</returns>
    public static string Name(this HouseStyle style, ScaleType type, Degree degree)
    {
        return style.Degrees switch
        {
            DegreeWords.Technical => style.TechnicalName(type, degree) ?? $"{degree}",
            DegreeWords.Numerals => Numeral(degree),
            DegreeWords.Syllables => style.Syllable(type, degree) ?? $"{degree}",
            _ => $"{degree}",
        };
    }

    /// <summary>The technical name of a degree, or null in scales that have not seven letters.</summary>
    /// <remarks>Common practice, no source: a whole step under the tonic the seventh is the subtonic.</remarks>
    /// <param name="style">The house style, which says leading note or leading tone.</param>
    /// <param name="type">The scale.</param>
    /// <param name="degree">The degree.</param>
    public static string? TechnicalName(this HouseStyle style, ScaleType type, Degree degree)
    {
        if (!type.IsSevenLetters)
            return null;
        return TheoryTexts.Term(
            "degree",
            (degree.Number, degree.Alteration) switch
            {
                (< 7, _) => Technical[degree.Number - 1],
                (_, Accidental.Natural) => style.Seventh == SeventhWord.LeadingNote ? "leading note" : "leading tone",
                (_, Accidental.Flat) => "subtonic",
                (_, Accidental.DoubleFlat) => "lowered seventh",
                _ => "raised seventh",
            }
        );
    }

    /// <summary>The degree by the scale's own count, as the other school has it: 3 for the ♭3 of a minor scale, ♯7 for its raised
    /// seventh.</summary>
    /// <remarks>Common practice, no source: the signature's notes are plain numbers; what a minor form raises above it has a
    /// sharp.</remarks>
    /// <param name="type">The scale.</param>
    /// <param name="degree">The degree, counted against the major scale.</param>
    /// <returns>The degree, or null where the scale has not seven letters.</returns>
    public static Degree? OwnCount(ScaleType type, Degree degree)
    {
        if (!type.IsSevenLetters)
            return null;
        var raised =
            type is { Family: ScaleFamily.MajorAndMinor, HasMinorThird: true }
            && degree.Number is 6 or 7
            && degree.Alteration == Accidental.Natural;
        return new Degree(degree.Number, raised ? Accidental.Sharp : Accidental.Natural);
    }

    /// <summary>The Roman numeral: ♭III.</summary>
    /// <param name="degree">The degree.</param>
    public static string Numeral(Degree degree) => degree.Alteration.Sign() + Numerals[degree.Number - 1];

    /// <summary>The movable-do syllable, or null where none is settled.</summary>
    /// <param name="style">The house style, which says where do stands in minor.</param>
    /// <param name="type">The scale.</param>
    /// <param name="degree">The degree.</param>
    public static string? Syllable(this HouseStyle style, ScaleType type, Degree degree)
    {
        var tonic = style.Syllables == SyllableSchool.LaBased ? TonicFromDo(type) : 0;
        var place = tonic + degree.Fifths - FirstSyllable;
        return place >= 0 && place < SyllablesByFifths.Length ? SyllablesByFifths[place] : null;
    }

    // La-based: do is the major tonic, la a minor one; a rotation begins on its parent's syllable.
    private static int TonicFromDo(ScaleType type) =>
        type.Parent is { } parent ? TonicFromDo(parent) + parent.Degrees[type.ParentPosition - 1].Fifths
        : type.HasMinorThird ? new Degree(6).Fifths
        : 0;
}
