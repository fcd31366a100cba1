namespace Gavvet.Web.Pages.Shared;

/// <summary>
/// The words of the screens. English stands in the pages themselves, each text in <c>Say["…"]</c>; another language is
/// one resource file beside this class, <c>ScreenTexts.de.resx</c> for German, with the English text as the name.
/// </summary>
public sealed class ScreenTexts;
