using Gavvet.Theory;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Listen;

/// <summary>Where the scales of a handout are heard: the address its QR code holds.</summary>
internal static class Listening
{
    // What a code of a handout's size holds in squares that a phone reads.
    private const int LongestAddress = 106;

    /// <summary>Tonics and scale types in an address stand between these.</summary>
    public const char Between = '+';

    /// <summary>The address, or null where no phone reaches this server or the code would be too fine to read.</summary>
    /// <param name="options">How the server is reached.</param>
    /// <param name="types">The scale types.</param>
    /// <param name="tonics">The tonics, as they are read.</param>
    /// <param name="style">The house style's id, or null for the usual one.</param>
    /// <param name="clef">The clef that is read.</param>
    /// <param name="part">The part that reads, or null at concert pitch.</param>
    public static string? Address(
        ServerOptions options,
        IEnumerable<ScaleType> types,
        IEnumerable<NoteName> tonics,
        string? style,
        Clef? clef,
        Instrument? part = null
    )
    {
        if (options.PublicAddress is not { } reached)
            return null;
        var said = new[]
        {
            ("part", part?.Id),
            ("clef", clef == null || clef == (part?.Clef ?? Clef.Treble) ? null : clef.Id),
            ("style", style == HouseStyle.Classical.Id ? null : style),
        }
            .Where(pair => pair.Item2 is not null)
            .Select(pair => $"{pair.Item1}={Uri.EscapeDataString(pair.Item2!)}")
            .ToArray();
        var path =
            $"{reached}/listen/{string.Join(Between, types.Select(type => type.Id))}/"
            + string.Join(Between, tonics.Select(tonic => Uri.EscapeDataString(NoteText.Ascii(tonic))));
        var address = said.Length > 0 ? $"{path}?{string.Join('&', said)}" : path;
        return address.Length <= LongestAddress ? address : null;
    }
}
