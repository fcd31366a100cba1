namespace Gavvet.Web.Pages.Shared;

/// <summary>The mistakes that have a name, in a teacher's words.</summary>
public static class MistakeNames
{
    /// <summary>The name of a mistake.</summary>
    /// <param name="code">Its code, such as natural-for-harmonic.</param>
    public static string Of(string code) => code switch
    {
        "not-the-answer" => "another answer",
        "enharmonic-name" => "another name of the note",
        "neighbour-key" => "neighbor key",
        "other-mode" => "another mode",
        "other-scale" => "another scale",
        _ => code.Replace('-', ' '),
    };
}
