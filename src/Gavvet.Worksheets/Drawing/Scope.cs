using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Drawing;

/// <summary>What a section can draw: every scale, tonic, variant and clef its settings hold.</summary>
public static class Scope
{
    /// <summary>Every draw the section can make, in a fixed order.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style, which says what is written with a signature.</param>
    public static IReadOnlyList<Draw> Of(Section section, HouseStyle style)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var draws =
            from type in section.Scales
            where kind.Takes(type)
            from tonic in Tonics(section, kind, type, style)
            from variant in Enumerable.Range(0, kind.VariantsIn(section, type))
            let draw = new Draw(type, tonic, section.Clefs[0], variant)
            where kind.CanAsk(draw, style) && (kind.IsOrdinary(draw) || section.AlsoTonics.Contains(tonic))
            from clef in section.Clefs
            select new Draw(type, tonic, clef, variant);
        return [.. draws];
    }

    /// <summary>Whether a section can ask a draw, wherever it came from: drawn, chosen by hand, or read from a file.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style, which says how the scale is spelled.</param>
    /// <param name="draw">The draw; it may lie outside the keys, scales and clefs the section draws from.</param>
    public static bool CanAsk(Section section, HouseStyle style, Draw draw)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return kind.Takes(draw.Scale)
            && style.CanSpell(draw.Scale, draw.Tonic)
            && draw.Variant < kind.VariantsIn(section, draw.Scale)
            && kind.CanAsk(draw, style);
    }

    /// <summary>The tonic a scale type takes at a place on the line of fifths: minor forms the relative minor's, so that the place tells
    /// the signature.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="place">The place, by its major key.</param>
    public static NoteName TonicAt(ScaleType type, Key place)
    {
        return type is { Family: ScaleFamily.MajorAndMinor, HasMinorThird: true } ? place.Relative.Tonic : place.Tonic;
    }

    /// <summary>The place on the line of fifths a scale stands at, in sharps (positive) or flats (negative): the inverse of
    /// <see cref="TonicAt"/>.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">Its tonic.</param>
    public static int PlaceOf(ScaleType type, NoteName tonic)
    {
        // The relative minor lies three fifths above its major: A is three beyond C.
        return type is { Family: ScaleFamily.MajorAndMinor, HasMinorThird: true } ? tonic.Fifths - 3 : tonic.Fifths;
    }

    /// <summary>What to say of a scope that holds nothing: why, and what would work.</summary>
    /// <param name="section">The section.</param>
    /// <param name="style">The house style.</param>
    public static string Advice(Section section, HouseStyle style)
    {
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        var scales = section.Scales.Length == 1 ? section.Scales[0].Name : Texts.Say("refused.these-scales");
        if (
            section.Notation == Notation.Signature
            && kind.UsesNotation
            && Of(section with { Notation = Notation.Accidentals }, style).Count > 0
        )
        {
            var tonics = WorkingTonics(section);
            return tonics.Length > 0
                ? Texts.Say("refused.signature-tonics", ("scales", scales), ("others", tonics))
                : Texts.Say("refused.signature", ("scales", scales));
        }

        return WorkingTonics(section) is { Length: > 0 } others
            ? Texts.Say("refused.others", ("scales", scales), ("others", others))
            : Texts.Say("refused.nothing");

        string WorkingTonics(Section narrow)
        {
            var wide = Of(narrow with { Keys = Key.Majors, WithoutTonics = [] }, style);
            return string.Join(", ", wide.Select(draw => draw.Tonic).Distinct().OrderBy(tonic => tonic.Fifths).Take(8).Select(style.Say));
        }
    }

    private static IEnumerable<NoteName> Tonics(Section section, QuestionKind kind, ScaleType type, HouseStyle style)
    {
        var tonics = section
            .Keys.Select(place => TonicAt(type, place))
            .Union(section.AlsoTonics.Where(tonic => IsPractical(type, tonic)))
            .Except(section.WithoutTonics)
            .Where(tonic => style.CanSpell(type, tonic) && !NeedsTheoreticalSignature(section, kind, type, tonic, style));
        return kind.UsesTonic ? tonics : tonics.Take(1);
    }

    // A key beyond seven sharps or flats is not set; a mode or another scale may stand on any tonic.
    private static bool IsPractical(ScaleType type, NoteName tonic) =>
        type.Family != ScaleFamily.MajorAndMinor || !new Key(tonic, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical;

    private static bool NeedsTheoreticalSignature(Section section, QuestionKind kind, ScaleType type, NoteName tonic, HouseStyle style) =>
        section.Notation == Notation.Signature && kind.UsesNotation && style.SignatureKey(type, tonic) is { IsTheoretical: true };
}
