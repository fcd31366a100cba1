using System.Text;
using System.Text.Encodings.Web;
using Gavvet.Theory;
using Microsoft.AspNetCore.Html;

namespace Gavvet.Web.Pages.Shared;

/// <summary>
/// Text whose accidentals are set in the music font. It draws them around the middle line of a staff, so each is
/// wrapped to be raised onto the line of words.
/// </summary>
public static class Signs
{
    /// <summary>A clef's sign.</summary>
    public static string Of(Clef clef)
    {
        return (clef.Sign, clef.Octaves) switch
        {
            (ClefSign.G, -1) => "𝄠",
            (ClefSign.G, _) => "𝄞",
            (ClefSign.F, _) => "𝄢",
            _ => "𝄡",
        };
    }

    public static IHtmlContent In(object text)
    {
        var html = new StringBuilder();
        foreach (var rune in $"{text}".EnumerateRunes())
        {
            var encoded = HtmlEncoder.Default.Encode(rune.ToString());
            html.Append(
                rune.Value is 0x266D or 0x266E or 0x266F or 0x1D12A or 0x1D12B ? $"<span class=\"sign\">{encoded}</span>" : encoded
            );
        }

        return new HtmlString(html.ToString());
    }
}
