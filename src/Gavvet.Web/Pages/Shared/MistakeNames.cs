using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The mistakes that have a name, in a teacher's words.</summary>
public static class MistakeNames
{
    /// <summary>The name of a mistake: its own words where it has some, otherwise those of its code.</summary>
    /// <param name="code">Its code, such as natural-for-harmonic.</param>
    public static string Of(string code) => Texts.Has($"mistake.{code}") ? Texts.Say($"mistake.{code}") : code.Replace('-', ' ');
}
