using SkiaSharp;

namespace Gavvet.Engraving.Fonts;

/// <summary>The fonts the program carries.</summary>
public static class FontFiles
{
    /// <summary>The family name of the text face, the same in SVG and in style sheets.</summary>
    public const string TextFamily = "Source Serif 4";

    public static byte[] Read(string name)
    {
        using var stream = typeof(FontFiles).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The program carries no font {name}.");
        using var copy = new MemoryStream();
        stream.CopyTo(copy);
        return copy.ToArray();
    }

    internal static SKTypeface Typeface(byte[] file)
    {
        using var data = SKData.CreateCopy(file);
        return SKTypeface.FromData(data);
    }
}
