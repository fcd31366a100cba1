using System.Globalization;
using System.Resources;
using Microsoft.Extensions.Localization;
using Microsoft.Extensions.Logging.Abstractions;
using Microsoft.Extensions.Options;

namespace Gavvet.Web.Pages.Shared;

/// <summary>
/// The words of the screens. English stands where it is said, each text in <c>Say["…"]</c> on a page and in <c>Say("…")</c>
/// in code; another language is one resource file beside this class, <c>ScreenTexts.de.resx</c> for German, with the
/// English text as the name.
/// </summary>
public sealed class ScreenTexts
{
    private static readonly IStringLocalizer Words = new ResourceManagerStringLocalizerFactory(Options.Create(new LocalizationOptions()), NullLoggerFactory.Instance).Create(typeof(ScreenTexts));

    /// <summary>All texts of the language of the screens by their English ones, for its scripts; empty for English itself.</summary>
    public static IReadOnlyDictionary<string, string> Others()
    {
        try
        {
            return Words.GetAllStrings(includeParentCultures: true).ToDictionary(text => text.Name, text => text.Value);
        }
        catch (MissingManifestResourceException)
        {
            return new Dictionary<string, string>();
        }
    }

    /// <summary>A text in the language of the screens.</summary>
    /// <param name="text">The English text, with places such as {0}.</param>
    /// <param name="arguments">What stands in the places.</param>
    public static string Say(string text, params object?[] arguments)
    {
        string words = Words[text];
        return arguments.Length == 0 ? words : string.Format(CultureInfo.CurrentCulture, words, arguments);
    }
}
