using Gavvet.Worksheets.Wording;

namespace Gavvet.Exchange;

/// <summary>
/// A look over the tags of an XML text before a reader is given it: a reader compares every attribute of an element with every
/// other, so that a single long tag could keep it busy for minutes. Each letter is looked at once.
/// </summary>
internal static class XmlTags
{
    // The root of a score with all its namespaces has a few hundred letters.
    private const int Longest = 4_096;

    /// <summary>Refuses a text with a tag no score has, or with a definition of its own.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="FormatException">There is one.</exception>
    public static void SeeThatTheyAreShort(string text)
    {
        for (var at = text.IndexOf('<', StringComparison.Ordinal); at >= 0; at = text.IndexOf('<', at))
        {
            at = text.AsSpan(at) switch
            {
                ['<', '!', '-', '-', ..] => After(text, "-->", at + 4),
                ['<', '!', '[', ..] => After(text, "]]>", at + 3),
                ['<', '?', ..] => After(text, "?>", at + 2),
                ['<', '!', ..] => AfterDefinition(text, at),
                _ => AfterTag(text, at),
            };
            if (at < 0)
                return;
        }
    }

    private static int After(string text, string end, int from) =>
        text.IndexOf(end, from, StringComparison.Ordinal) is >= 0 and var found ? found + end.Length : -1;

    // The usual definition is named and never fetched; one written into the file could name anything.
    private static int AfterDefinition(string text, int at)
    {
        var end = AfterTag(text, at);
        return
            text.AsSpan(at, end - at) is var definition
            && (definition.Contains('[') || definition.StartsWith("<!ENTITY", StringComparison.OrdinalIgnoreCase))
            ? throw new FormatException(Texts.Say("score.entities"))
            : end;
    }

    // A sign of the end within quotes is none.
    private static int AfterTag(string text, int at)
    {
        var quote = '\0';
        for (var i = at + 1; i < text.Length; i++)
        {
            if (i - at > Longest)
                throw new FormatException(Texts.Say("score.tag"));
            var sign = text[i];
            if (quote != '\0')
                quote = sign == quote ? '\0' : quote;
            else if (sign is '"' or '\'')
                quote = sign;
            else if (sign == '>')
                return i + 1;
            else if (sign == '[' && text[at + 1] == '!')
                return i + 1;
        }

        return text.Length;
    }
}
