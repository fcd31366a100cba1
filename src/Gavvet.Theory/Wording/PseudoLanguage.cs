using System.Text;

namespace Gavvet.Theory;

/// <summary>
/// English with an accent on every vowel and a third longer, as no language is: whatever stands on a page or a screen
/// without an accent never went through a language's file, and what no longer fits would not fit in another language either.
/// </summary>
public static class PseudoLanguage
{
    private const string Plain = "aeiouyAEIOUYcdgnrstzCDGNRSTZ";
    private const string Accented = "áéíóúýÁÉÍÓÚÝçďğñřšťžÇĎĞÑŘŠŤŽ";

    /// <summary>A text of a language's file in it; the places for arguments, tags and entities stay as they are.</summary>
    /// <param name="words">The English text, with places such as {count:# note|# notes} or {0:d MMM}.</param>
    public static string Of(string words)
    {
        var text = new StringBuilder(words.Length * 4 / 3);
        for (var at = 0; at < words.Length; )
        {
            var kept = Kept(words, at);
            text.Append(words, at, kept);
            at += kept;
            if (kept == 0)
                Accent(text, words[at++]);
        }

        return text.ToString();
    }

    // How many characters from here on are no words: a tag, an entity, the name of a place and the signs around its forms.
    private static int Kept(string words, int at)
    {
        var rest = words.AsSpan(at);
        switch (rest[0])
        {
            case '<' when rest.IndexOf('>') is > 1 and var end && !char.IsWhiteSpace(rest[1]):
            case '&' when (end = rest.IndexOf(';')) is > 1 and < 8:
                return end + 1;
            case '{' when rest.Length > 1 && char.IsAsciiDigit(rest[1]):
                return rest.IndexOf('}') + 1;
            case '{':
                var name = 1;
                while (name < rest.Length && (char.IsAsciiLetterOrDigit(rest[name]) || rest[name] == '_'))
                    name++;
                return name < rest.Length && rest[name] is ':' or '}' ? name + 1 : 1;
            default:
                return 0;
        }
    }

    private static void Accent(StringBuilder text, char letter)
    {
        var place = Plain.IndexOf(letter, StringComparison.Ordinal);
        text.Append(place < 0 ? letter : Accented[place]);
        // Vowels are a good third of English.
        if (letter is 'a' or 'e' or 'i' or 'o' or 'u')
            text.Append(Accented[place]);
    }
}
