using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Every name that is right for a scale in a house style.</summary>
public static class ScaleNaming
{
    /// <summary>The scale's name as a sheet says it to students: the melodic minor is the one the house style teaches, and the other has
    /// a name of its own.</summary>
    /// <remarks>Lists on screens, where both stand side by side, say <see cref="ScaleType.Name"/>.</remarks>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale.</param>
    public static string NameOf(this HouseStyle style, ScaleType type) =>
        type.Id switch
        {
            "melodic-minor" => TheoryTexts.Term("scale", "melodic minor"),
            "melodic-minor-one-way" => TheoryTexts.Term(
                "scale",
                style.MelodicMinor == MelodicSchool.SameBothWays ? "melodic minor" : "jazz minor"
            ),
            _ => type.Name,
        };

    /// <summary>The names besides the usual one: synonyms, what the scale shares with the one it is turned from, the mode's word for a
    /// key's own minor, and dated names where the style prints them.</summary>
    /// <remarks>A name that also means an unrelated scale ("Neapolitan", "pentatonic") names none of them in full and is left
    /// out.</remarks>
    /// <param name="style">The house style.</param>
    /// <param name="type">The scale.</param>
    public static ImmutableArray<string> OtherNames(this HouseStyle style, ScaleType type) =>
        [
            .. type.OtherNames,
            .. type.SharedNames.Where(name => (type.IsKey && name == "minor") || type.Parent?.Names.Contains(name) == true).Select(Said),
            .. style.DatedNames ? type.DatedNames.Select(Said) : [],
        ];

    private static string Said(string name) => TheoryTexts.Term("scale", ScaleType.Signed(name));
}
