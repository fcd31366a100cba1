namespace Gavvet.Theory;

/// <summary>Text in plain characters, as files and terminals have it: Eb, F##, 1.5.</summary>
public static class PlainText
{
    /// <summary>The text with its musical signs, fractions, dashes and quotes in plain characters.</summary>
    /// <param name="text">The text.</param>
    public static string Of(string text)
    {
        return text.Replace("♭", "b", StringComparison.Ordinal)
            .Replace("♯", "#", StringComparison.Ordinal)
            .Replace("♮", "n", StringComparison.Ordinal)
            .Replace("𝄫", "bb", StringComparison.Ordinal)
            .Replace("𝄪", "##", StringComparison.Ordinal)
            .Replace("1½", "1.5", StringComparison.Ordinal)
            .Replace("½", "0.5", StringComparison.Ordinal)
            .Replace("–", "-", StringComparison.Ordinal)
            .Replace("“", "\"", StringComparison.Ordinal)
            .Replace("”", "\"", StringComparison.Ordinal);
    }
}
