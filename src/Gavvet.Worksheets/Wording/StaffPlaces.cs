using Gavvet.Theory;

namespace Gavvet.Worksheets.Wording;

/// <summary>Places on a staff in words.</summary>
internal static class StaffPlaces
{
    private const int TopLine = 8;

    /// <summary>A place: on a line or in a space of the staff, or on or beside a ledger line.</summary>
    /// <param name="position">In half spaces above the bottom line.</param>
    /// <param name="style">The house style, which says staff or stave.</param>
    public static string Say(int position, HouseStyle style)
    {
        var staff = ("staff", (object)style.Words.Staff);
        return position switch
        {
            -1 => Texts.Say("place.under", staff),
            TopLine + 1 => Texts.Say("place.over", staff),
            >= 0 and <= TopLine => Texts.Say(position % 2 == 0 ? "place.line" : "place.space", ("number", (position / 2) + 1)),
            < 0 => Texts.Say(
                position % 2 == 0 ? "place.ledger.below" : "place.under.ledger",
                ("place", CountText.Ordinal(-position / 2)),
                staff
            ),
            _ => Texts.Say(
                position % 2 == 0 ? "place.ledger.above" : "place.over.ledger",
                ("place", CountText.Ordinal((position - TopLine) / 2)),
                staff
            ),
        };
    }
}
