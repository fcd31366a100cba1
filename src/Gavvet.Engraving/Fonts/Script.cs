using System.Globalization;
using System.Text;

namespace Gavvet.Engraving.Fonts;

/// <summary>Scripts names are written in; each has a face of its own beside the text face.</summary>
public enum Script
{
    /// <summary>Latin, Greek and Cyrillic letters, figures and punctuation: the text face.</summary>
    Latin,

    /// <summary>Armenian letters.</summary>
    Armenian,

    /// <summary>Hebrew letters, from right to left.</summary>
    Hebrew,

    /// <summary>Arabic letters, joined and from right to left.</summary>
    Arabic,

    /// <summary>Devanagari, as in Hindi, Marathi and Nepali.</summary>
    Devanagari,

    /// <summary>Thai letters.</summary>
    Thai,

    /// <summary>Georgian letters.</summary>
    Georgian,

    /// <summary>Korean syllables.</summary>
    Korean,

    /// <summary>Chinese signs and Japanese kana.</summary>
    Chinese,
}

/// <summary>Which script a text is in, stretch by stretch.</summary>
public static class Scripts
{
    // The first letter of any script but the text face's own.
    private const char FirstOther = '\u0530';

    // From, to and whose, as Unicode's blocks have it (Blocks.txt of Unicode 16).
    private static readonly (int From, int To, Script Script)[] Blocks =
    [
        (0x0530, 0x058F, Script.Armenian),
        (0x0590, 0x05FF, Script.Hebrew),
        (0x0600, 0x06FF, Script.Arabic),
        (0x0750, 0x077F, Script.Arabic),
        (0x0870, 0x08FF, Script.Arabic),
        (0x0900, 0x097F, Script.Devanagari),
        (0x0E00, 0x0E7F, Script.Thai),
        (0x10A0, 0x10FF, Script.Georgian),
        (0x1100, 0x11FF, Script.Korean),
        (0x1C90, 0x1CBF, Script.Georgian),
        (0x2D00, 0x2D2F, Script.Georgian),
        (0x2E80, 0x312F, Script.Chinese),
        (0x3130, 0x318F, Script.Korean),
        (0x3190, 0x9FFF, Script.Chinese),
        (0xA8E0, 0xA8FF, Script.Devanagari),
        (0xA960, 0xA97F, Script.Korean),
        (0xAC00, 0xD7FF, Script.Korean),
        (0xF900, 0xFAFF, Script.Chinese),
        (0xFB13, 0xFB17, Script.Armenian),
        (0xFB1D, 0xFB4F, Script.Hebrew),
        (0xFB50, 0xFDFF, Script.Arabic),
        (0xFE30, 0xFE4F, Script.Chinese),
        (0xFE70, 0xFEFC, Script.Arabic),
        (0xFF00, 0xFFEF, Script.Chinese),
        (0x20000, 0x3FFFF, Script.Chinese),
    ];

    /// <summary>The script a sign is of; signs that go with any, such as spaces and figures, are the text face's.</summary>
    /// <param name="sign">The sign.</param>
    public static Script Of(Rune sign)
    {
        foreach (var (from, to, script) in Blocks)
        {
            if (sign.Value >= from && sign.Value <= to)
                return script;
        }

        return Script.Latin;
    }

    /// <summary>The script of a stretch that is in one: that of its first sign which has its own.</summary>
    /// <param name="text">The stretch.</param>
    public static Script Of(string text)
    {
        if (IsPlain(text))
            return Script.Latin;
        foreach (var sign in text.EnumerateRunes())
        {
            if (Of(sign) is not Script.Latin and var script)
                return script;
        }

        return Script.Latin;
    }

    /// <summary>A text in stretches of one script each. What goes with any script stays within a stretch where the same goes on
    /// behind it, so that two Hebrew words stand in their own order.</summary>
    /// <param name="text">The text.</param>
    public static IReadOnlyList<string> Stretches(string text)
    {
        if (IsPlain(text))
            return [text];
        var stretches = new List<string>();
        var (start, ends, at) = (0, 0, 0);
        var script = Script.Latin;

        void CutAt(int end)
        {
            if (end > start)
                stretches.Add(text[start..end]);
            start = end;
        }

        foreach (var sign in text.EnumerateRunes())
        {
            var own = OwnOf(sign, script);
            if (own is not null && own != script)
            {
                // What stands between two scripts goes with the letters of the text face.
                if (script != Script.Latin)
                    CutAt(ends);
                if (own != Script.Latin)
                    CutAt(at);
                script = own.Value;
            }

            at += sign.Utf16SequenceLength;
            if (own is not null)
                ends = at;
        }

        if (script != Script.Latin)
            CutAt(ends);
        CutAt(text.Length);
        return stretches;
    }

    /// <summary>The signs of a script as a style sheet gives them, so that its face is fetched for them alone; empty for the text
    /// face.</summary>
    /// <param name="script">The script.</param>
    public static string Range(Script script) =>
        script == Script.Latin
            ? ""
            : $";unicode-range:{string.Join(',', Blocks.Where(block => block.Script == script).Select(block => $"U+{block.From:X}-{block.To:X}"))}";

    private static bool IsPlain(string text) => !text.AsSpan().ContainsAnyExceptInRange('\0', (char)(FirstOther - 1)) || NoneAbove(text);

    private static bool NoneAbove(string text) => text.EnumerateRunes().All(sign => Of(sign) == Script.Latin);

    // Null for what goes with any script: that every face has.
    private static Script? OwnOf(Rune sign, Script before) =>
        Of(sign) is not Script.Latin and var script ? script
        : sign.Value is ' ' or '\u00A0' or '-' or '.' or '\'' ? null
        : Rune.GetUnicodeCategory(sign) is UnicodeCategory.NonSpacingMark or UnicodeCategory.SpacingCombiningMark or UnicodeCategory.Format
            ? before
        : Script.Latin;
}
