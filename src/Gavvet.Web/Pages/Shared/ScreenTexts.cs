using System.Globalization;
using System.Resources;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Microsoft.Extensions.Localization;

namespace Gavvet.Web.Pages.Shared;

/// <summary>
/// The words of the screens. English stands where it is said, each text in <c>Say["…"]</c> on a page and in <c>Say("…")</c>
/// in code; another language is one resource file beside this class, <c>ScreenTexts.de.resx</c> for German, with the
/// English text as the name.
/// </summary>
public sealed partial class ScreenTexts
{
    private static readonly IStringLocalizer Words = new ScreenLocalizerFactory().Create(typeof(ScreenTexts));

    private static readonly Lazy<string[]> OfScripts = new(() =>
        [
            .. Directory
                .GetFiles(Path.Combine(AppContext.BaseDirectory, "wwwroot", "js"), "*.js")
                .SelectMany(file => SaidByScript().Matches(File.ReadAllText(file)))
                .Select(said => said.Groups[1].Value)
                .Distinct(),
        ]
    );

    /// <summary>All texts of the language of the screens by their English ones, for its scripts; empty for English itself.</summary>
    public static IReadOnlyDictionary<string, string> Others()
    {
        if (Language.Current == Language.English)
            return new Dictionary<string, string>();
        if (Language.Current == Language.Pseudo)
            return OfScripts.Value.ToDictionary(text => text, PseudoLanguage.Of);
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

    [GeneratedRegex("""\btext\("([^"]+)""")]
    private static partial Regex SaidByScript();
}
