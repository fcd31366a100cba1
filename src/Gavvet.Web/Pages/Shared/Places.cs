using Gavvet.Theory;

namespace Gavvet.Web.Pages.Shared;

/// <summary>Addresses of scales, to bookmark and to link to.</summary>
public static class Places
{
    /// <summary>A scale in the atlas.</summary>
    public static string Atlas(ScaleType type, NoteName tonic, HouseStyle style, Clef clef)
    {
        return $"/atlas/{type.Id}/{Uri.EscapeDataString(NoteText.Ascii(tonic))}{Choices(style, clef)}";
    }

    /// <summary>Its handout, with fingers where a fingering is named.</summary>
    public static string Handout(ScaleType type, NoteName tonic, HouseStyle style, Clef clef, string? fingering = null)
    {
        var choices = Choices(style, clef);
        return $"/atlas/{type.Id}/{Uri.EscapeDataString(NoteText.Ascii(tonic))}/handout.pdf{choices}{(fingering is null ? "" : $"{(choices.Length == 0 ? '?' : '&')}fingering={fingering}")}";
    }

    // What is usual goes without saying.
    private static string Choices(HouseStyle style, Clef clef)
    {
        string[] choices =
        [
            .. style.Id == HouseStyle.Classical.Id ? [] : new[] { $"style={style.Id}" },
            .. clef == Clef.Treble ? [] : new[] { $"clef={clef.Id}" },
        ];
        return choices.Length == 0 ? "" : "?" + string.Join('&', choices);
    }
}
