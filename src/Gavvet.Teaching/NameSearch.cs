using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using HarfBuzzSharp;

namespace Gavvet.Teaching;

/// <summary>
/// Finds names of people in text as people read them: capital or small, composed or decomposed, with any kind of space or
/// apostrophe, and as a word of its own.
/// </summary>
public sealed class NameSearch
{
    /// <summary>What stands where a name was.</summary>
    public static string Instead => "–";

    // Fewer letters before dots are nobody's name.
    private const int ShortestBeginning = 3;

    private readonly ImmutableArray<Name> _names;

    /// <summary>A search for some names.</summary>
    /// <param name="names">The names; the longest is found first, so that a part of it does not hide it.</param>
    /// <param name="inCapitals">Which of them are found only where they are written in capitals and small letters as they are here; none
    /// where it is null.</param>
    public NameSearch(IEnumerable<string> names, Func<string, bool>? inCapitals = null) =>
        _names = [
            .. names
                .Select(name => name.Trim())
                .Where(name => name.Length > 0)
                .Distinct()
                .Select(name => new Name(Read(name).Text, SureOf(name), name, inCapitals?.Invoke(name) == true))
                .OrderByDescending(name => name.Folded.Length),
        ];

    /// <summary>Whether there is no name to look for.</summary>
    public bool IsEmpty => _names.IsEmpty;

    /// <summary>Whether two names are read as one.</summary>
    /// <param name="one">One.</param>
    /// <param name="other">The other.</param>
    public static bool AreAlike(string one, string other) => Read(one.Trim()).Text == Read(other.Trim()).Text;

    /// <summary>Whether one of the names stands in a text.</summary>
    /// <param name="text">The text, or null.</param>
    public bool IsIn(string? text) => !string.IsNullOrEmpty(text) && MayBeIn(text) && Places(text).Count > 0;

    /// <summary>
    /// Whether one of the names can stand in a text, however that writes letters beyond ASCII: a first look that costs next to
    /// nothing, for long texts.
    /// </summary>
    /// <param name="text">The text.</param>
    public bool MayBeIn(string text) => _names.Any(name => text.Contains(name.Sure, StringComparison.OrdinalIgnoreCase));

    /// <summary>A text with a dash where names were; the text itself where there were none.</summary>
    /// <param name="text">The text.</param>
    public string Without(string text)
    {
        var places = MayBeIn(text) ? Places(text) : [];
        if (places.Count == 0)
            return text;
        var left = new StringBuilder();
        var at = 0;
        foreach (var (start, length) in places)
        {
            left.Append(text, at, start - at).Append(Instead);
            at = start + length;
        }

        return left.Append(text, at, text.Length - at).ToString();
    }

    /// <summary>Where names stand in a text, in order and apart.</summary>
    /// <param name="text">The text.</param>
    public IReadOnlyList<(int Start, int Length)> Places(string text)
    {
        var read = Read(text);
        var places = new List<(int Start, int Length)>();
        foreach (var name in _names)
        {
            for (
                var at = read.Text.IndexOf(name.Folded, StringComparison.Ordinal);
                at >= 0;
                at = read.Text.IndexOf(name.Folded, at + 1, StringComparison.Ordinal)
            )
            {
                var end = at + name.Folded.Length;
                if (!read.IsBoundary(at) || !read.IsBoundary(end) || !IsApart(read.Text, at, end))
                    continue;
                var (first, last) = (read.Starts[at], end < read.Starts.Length ? read.Starts[end] : text.Length);
                if (name.InCapitals && Decomposed(text[first..last]) != Decomposed(name.Written))
                    continue;
                if (!places.Exists(other => first < other.Start + other.Length && other.Start < last))
                    places.Add((first, last - first));
            }
        }

        places.Sort();
        return places;
    }

    /// <summary>Where, at the end of a text that was cut, the beginning of a name stands; null where none does.</summary>
    /// <param name="text">What was left of the text, without the dots.</param>
    public int? BeginningAtEnd(string text)
    {
        var read = Read(text);
        foreach (var name in _names)
        {
            for (var length = Math.Min(name.Folded.Length - 1, read.Text.Length); length >= ShortestBeginning; length--)
            {
                var at = read.Text.Length - length;
                if (
                    string.CompareOrdinal(read.Text, at, name.Folded, 0, length) == 0
                    && read.IsBoundary(at)
                    && IsApart(read.Text, at, read.Text.Length)
                )
                    return read.Starts[at];
            }
        }

        return null;
    }

    // A word of its own; scripts that are written without spaces have no such thing.
    private static bool IsApart(string text, int start, int end) => !Joins(text, start - 1, start) && !Joins(text, end - 1, end);

    private static bool Joins(string text, int before, int after) =>
        before >= 0 && after < text.Length && IsOfWord(text, before) && IsOfWord(text, after);

    private static bool IsOfWord(string text, int at)
    {
        var rune = Rune.TryGetRuneAt(text, char.IsLowSurrogate(text[at]) && at > 0 ? at - 1 : at, out var whole)
            ? whole
            : Rune.ReplacementChar;
        return Rune.GetUnicodeCategory(rune) switch
        {
            UnicodeCategory.OtherLetter => !HasNoSpaces(rune.Value),
            UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark => !HasNoSpaces(rune.Value),
            _ => Rune.IsLetterOrDigit(rune),
        };
    }

    // Thai to Myanmar, Khmer, kana, Han and their extensions.
    private static bool HasNoSpaces(int value) =>
        value
            is (>= 0x0E00 and <= 0x0EFF)
                or (>= 0x1000 and <= 0x109F)
                or (>= 0x1780 and <= 0x17FF)
                or (>= 0x3040 and <= 0x30FF)
                or (>= 0x3400 and <= 0x9FFF)
                or (>= 0xF900 and <= 0xFAFF)
                or (>= 0x20000 and <= 0x3FFFF);

    // The text as it is compared, with where each of its characters comes from.
    private static ReadText Read(string text)
    {
        var folded = new StringBuilder(text.Length);
        var starts = new List<int>(text.Length);
        var begins = new List<bool>(text.Length);
        var spaced = false;
        var signs = StringInfo.GetTextElementEnumerator(text);
        while (signs.MoveNext())
        {
            var sign = Folded((string)signs.Current);
            // Any run of spaces reads as one.
            if (sign == " " && spaced)
                continue;
            spaced = sign == " ";
            for (var i = 0; i < sign.Length; i++)
            {
                starts.Add(signs.ElementIndex);
                begins.Add(i == 0);
            }

            folded.Append(sign);
        }

        return new ReadText(folded.ToString(), [.. starts], [.. begins]);
    }

    private static string Folded(string sign)
    {
        if (sign.All(char.IsWhiteSpace) || sign is "\u2060" or "\uFEFF")
            return " ";
        if (sign is "’" or "‘" or "ʼ" or "`" or "´")
            return "'";
        if (sign is "‐" or "‑")
            return "-";
        return Decomposed(sign)
            .ToUpperInvariant()
            .ToLowerInvariant()
            .Replace("ß", "ss", StringComparison.Ordinal)
            .Replace("ẞ", "ss", StringComparison.Ordinal)
            .Replace('ς', 'σ')
            .Replace('ı', 'i')
            .Replace("İ", "i", StringComparison.Ordinal)
            .Replace("i\u0307", "i", StringComparison.Ordinal);
    }

    // The runtime knows no composed letters where it has no culture's data, so the library that shapes letters is asked.
    private static string Decomposed(string sign)
    {
        if (sign.All(char.IsAscii))
            return sign;
        var letters = UnicodeFunctions.Default;
        var parts = new List<uint>();
        foreach (var rune in sign.EnumerateRunes())
            Take((uint)rune.Value);
        // Marks above and marks below a letter may follow in either order; of one kind the order counts.
        for (var from = 0; from < parts.Count; )
        {
            var to = from + 1;
            while (to < parts.Count && letters.GetCombiningClass(parts[to]) != UnicodeCombiningClass.NotReordered)
                to++;
            var marks = parts.Skip(from + 1).Take(to - from - 1).OrderBy(letters.GetCombiningClass).ToArray();
            for (var i = 0; i < marks.Length; i++)
                parts[from + 1 + i] = marks[i];
            from = to;
        }

        return string.Concat(parts.Select(part => new Rune(part).ToString()));

        void Take(uint letter)
        {
            if (!letters.TryDecompose(letter, out var first, out var second))
            {
                parts.Add(letter);
                return;
            }

            Take(first);
            if (second != 0)
                Take(second);
        }
    }

    // The longest run of plain letters that no other letter is read as.
    private static string SureOf(string name)
    {
        var (best, run) = ("", "");
        var plain = Decomposed(name);
        for (var i = 0; i < plain.Length; i++)
        {
            var isSure =
                char.IsAsciiLetter(plain[i])
                && !"iksIKS".Contains(plain[i], StringComparison.Ordinal)
                && (i + 1 == plain.Length || plain[i + 1] < '\u0300');
            run = isSure ? run + plain[i] : "";
            best = run.Length > best.Length ? run : best;
        }

        return best;
    }

    private sealed record Name(string Folded, string Sure, string Written, bool InCapitals);

    // The end of the text is a boundary too.
    private sealed record ReadText(string Text, int[] Starts, bool[] Begins)
    {
        public bool IsBoundary(int at) => at >= Begins.Length || Begins[at];
    }
}
