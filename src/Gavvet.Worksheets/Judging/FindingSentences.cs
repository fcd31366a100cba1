using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Judging;

/// <summary>Findings as the sentence a teacher writes in the margin; the words stand in the resource file, by code.</summary>
public static class FindingSentences
{
    /// <summary>The sentence.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="asked">What was asked.</param>
    /// <param name="finding">The finding.</param>
    public static string Sentence(HouseStyle style, AskedScale asked, Finding finding)
    {
        var id = $"finding.{FileWords.Of(finding.Code)}";
        // Some causes are said otherwise of a signature, of a whole scale, or where nothing is to be written.
        var of = finding.Code switch
        {
            FindingCode.SignatureWrong when finding.Expected is Thing.Signature { Signs.Length: 0 } => ".none",
            FindingCode.ParallelForRelative or FindingCode.ModeSignatureOfTonicMajor when finding.Detail is not null => ".signature",
            FindingCode.EnharmonicName when finding.Found is Thing.ScaleOn => ".scale",
            _ => "",
        };
        return Texts.Say(
            id + of,
            ("place", finding.Position),
            ("expected", finding.Expected.Say(style)),
            ("found", finding.Found.Say(style)),
            ("detail", finding.Detail ?? ""),
            ("part", asked.Part?.Name ?? ""),
            ("direction", Texts.Say($"finding.direction.{FileWords.Of(asked.Direction)}")),
            ("Scale", Capital(asked.Type.Name)),
            ("base", asked.Type.Base?.Name ?? ""),
            ("neighbor", style.Words.Neighbor),
            ("tonic", style.Say(asked.WrittenTonic)));
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
