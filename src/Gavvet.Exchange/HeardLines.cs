using Gavvet.Theory;
using Gavvet.Worksheets.Composing;

namespace Gavvet.Exchange;

/// <summary>The staves of a key as they sound, to be played.</summary>
public static class HeardLines
{
    /// <summary>Every staff with notes, answers included; a part's sound at concert pitch.</summary>
    /// <param name="composition">The composition.</param>
    public static IEnumerable<HeardLine> Of(Composition composition)
    {
        var part = composition.Worksheet.Edition.Part;
        return NotatedStaff
            .OfKey(composition)
            .Where(staff => staff.Notes.Length > 0)
            .Select(staff => new HeardLine(
                staff.Words,
                [.. staff.Notes.Select(note => part is null ? note.Pitch : part.Sounding(note.Pitch))]
            ));
    }
}
