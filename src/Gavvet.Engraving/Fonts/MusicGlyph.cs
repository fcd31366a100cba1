namespace Gavvet.Engraving.Fonts;

/// <summary>
/// A sign of the music font with its ink box in thousandths of a staff space, y upward, from the font's metadata.
/// </summary>
/// <param name="Name">The SMuFL name.</param>
/// <param name="CodePoint">The code point.</param>
/// <param name="Left">Left edge of the ink.</param>
/// <param name="Bottom">Lower edge of the ink.</param>
/// <param name="Right">Right edge of the ink.</param>
/// <param name="Top">Upper edge of the ink.</param>
/// <param name="ReadAs">The sign of Unicode it is copied, searched and read aloud as.</param>
public sealed partial record MusicGlyph(string Name, int CodePoint, int Left, int Bottom, int Right, int Top, int ReadAs)
{
    public int Width => Right - Left;
}
