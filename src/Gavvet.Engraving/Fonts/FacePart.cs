namespace Gavvet.Engraving.Fonts;

/// <summary>Parts of the text face: a PDF carries the smallest that has all its letters.</summary>
public enum FacePart
{
    /// <summary>What English pages need.</summary>
    Plain,

    /// <summary>Latin letters with their accents, figures and punctuation.</summary>
    Common,

    /// <summary>All of it.</summary>
    Whole,
}

/// <summary>Which part of the face a text needs; the ranges are those of build/subset-font.mjs.</summary>
public static class FaceParts
{
    /// <summary>The smallest part that has all letters of some texts.</summary>
    public static FacePart For(IEnumerable<string> texts)
    {
        var part = FacePart.Plain;
        foreach (var text in texts)
        {
            foreach (var sign in text)
            {
                if (IsPlain(sign))
                    continue;
                if (sign is not ((>= '\u0020' and <= '\u017F') or (>= '\u2010' and <= '\u2030')))
                    return FacePart.Whole;
                part = FacePart.Common;
            }
        }

        return part;
    }

    private static bool IsPlain(char sign) =>
        sign
            is (>= '\u0020' and <= '\u007E')
                or '\u00B7'
                or '\u00BD'
                or '\u00D7'
                or '\u2013'
                or '\u2014'
                or '\u2018'
                or '\u2019'
                or '\u201C'
                or '\u201D'
                or '\u2026';
}
