namespace Gavvet.Engraving.Drawing;

/// <summary>Finds ink that touches ink it should not.</summary>
public static class Overlaps
{
    // The pairs that may touch: notes, clefs, signs and barlines stand on staff lines; ledgers go through heads;
    // black piano keys lie between white ones and dots on either; rings go around notes; names stand in their places on the
    // circle, whose line runs around them.
    private static readonly HashSet<(Role, Role)> Allowed =
    [
        (Role.StaffLine, Role.Notehead),
        (Role.StaffLine, Role.Accidental),
        (Role.StaffLine, Role.Clef),
        (Role.StaffLine, Role.Barline),
        (Role.StaffLine, Role.Slur),
        (Role.Ledger, Role.Notehead),
        (Role.StaffLine, Role.Stem),
        (Role.Stem, Role.Notehead),
        (Role.Stem, Role.Ledger),
        (Role.Ledger, Role.Ledger),
        (Role.WhiteKey, Role.WhiteKey),
        (Role.WhiteKey, Role.BlackKey),
        (Role.WhiteKey, Role.KeyDot),
        (Role.BlackKey, Role.KeyDot),
        (Role.Slur, Role.Slur),
        (Role.Ring, Role.StaffLine),
        (Role.Ring, Role.Notehead),
        (Role.Ring, Role.Accidental),
        (Role.Ring, Role.Ledger),
        (Role.FretLine, Role.FretLine),
        (Role.FretLine, Role.FretDot),
        (Role.FretDot, Role.DotLabel),
        (Role.FretDot, Role.DotRim),
        (Role.FretLine, Role.DotRim),
        (Role.DotRim, Role.DotLabel),
        (Role.FretLine, Role.DotLabel),
        (Role.Circle, Role.CirclePlace),
        (Role.CirclePlace, Role.PlaceRim),
        (Role.Circle, Role.PlaceRim),
        (Role.PlaceRim, Role.Text),
        (Role.Circle, Role.Text),
        (Role.CirclePlace, Role.Text),
        (Role.TickBox, Role.Tick),
        (Role.StaffLine, Role.Meter),
        (Role.Meter, Role.Meter),
        (Role.StaffLine, Role.NoteDot),
        (Role.Ledger, Role.NoteDot),
        (Role.FormBox, Role.Text),
    ];

    /// <summary>The pairs of primitives on a page that overlap and may not.</summary>
    public static IReadOnlyList<(Primitive First, Primitive Second)> Find(Page page)
    {
        var all = page
            .Groups.SelectMany(group => group.Primitives)
            .Select(primitive => (primitive, primitive.InkBox))
            .OrderBy(pair => pair.InkBox.Top)
            .ToArray();
        var found = new List<(Primitive, Primitive)>();
        for (var i = 0; i < all.Length; i++)
        {
            for (var j = i + 1; j < all.Length && all[j].InkBox.Top < all[i].InkBox.Bottom; j++)
            {
                if (all[i].InkBox.Overlaps(all[j].InkBox) && !MayTouch(all[i].primitive.Role, all[j].primitive.Role))
                    found.Add((all[i].primitive, all[j].primitive));
            }
        }

        return found;
    }

    private static bool MayTouch(Role first, Role second) => Allowed.Contains((first, second)) || Allowed.Contains((second, first));
}
