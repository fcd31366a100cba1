using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Reference;

/// <summary>A scale of the atlas as a section to set.</summary>
public static class ScaleSection
{
    /// <summary>A section with one question: write this scale.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">Its tonic.</param>
    /// <param name="clef">The clef.</param>
    public static Section Of(ScaleType type, NoteName tonic, Clef clef)
    {
        var place = Key.Majors.Where(key => Scope.TonicAt(type, key) == tonic).Select(key => (Key?)key).FirstOrDefault();
        // A tonic beyond the line is drawn by itself; the place that must be named is then left out again.
        var anchor = place ?? Key.Majors[Key.Majors.Length / 2];
        return new Section(
            1,
            "write-scale",
            "",
            [type],
            [anchor],
            [clef],
            Notation.Accidentals,
            Direction.Ascending,
            Scaffolding.Blank,
            [new Slot(2, 0, false, new Draw(type, tonic, clef))]
        )
        {
            AlsoTonics = place is null ? [tonic] : [],
            WithoutTonics = place is null ? [Scope.TonicAt(type, anchor)] : [],
        };
    }
}
