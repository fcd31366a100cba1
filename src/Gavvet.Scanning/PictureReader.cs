using SkiaSharp;

namespace Gavvet.Scanning;

/// <summary>Reads pictures from files.</summary>
public static class PictureReader
{
    /// <summary>The picture of a file, in gray; null where it is none that can be read, or is larger than a page can be.</summary>
    /// <param name="bytes">The file: JPEG, PNG or WebP.</param>
    public static Picture? Read(ReadOnlySpan<byte> bytes)
    {
        // How large it says it is, is looked at before room is made for it.
        using var data = SKData.CreateCopy(bytes);
        using var codec = SKCodec.Create(data);
        if (codec is null || codec.Info is not { Width: > 0, Height: > 0 } info || (long)info.Width * info.Height > Picture.MostPixels)
            return null;
        using var bitmap = new SKBitmap(new SKImageInfo(info.Width, info.Height, SKColorType.Gray8, SKAlphaType.Opaque));
        var read = codec.GetPixels(bitmap.Info, bitmap.GetPixels());
        // What was cut off on its way shows what has come.
        if (read is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return null;
        var pixels = new byte[info.Width * info.Height];
        for (var y = 0; y < info.Height; y++)
            bitmap.GetPixelSpan().Slice(y * bitmap.RowBytes, info.Width).CopyTo(pixels.AsSpan(y * info.Width));
        return Upright(new Picture(info.Width, info.Height, pixels), codec.EncodedOrigin);
    }

    // A phone says which way it was held.
    private static Picture Upright(Picture picture, SKEncodedOrigin origin)
    {
        var isTurned = origin is SKEncodedOrigin.RightTop or SKEncodedOrigin.LeftBottom;
        if (!isTurned && origin != SKEncodedOrigin.BottomRight)
            return picture;
        var (width, height) = isTurned ? (picture.Height, picture.Width) : (picture.Width, picture.Height);
        var pixels = new byte[width * height];
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                pixels[(y * width) + x] = origin switch
                {
                    SKEncodedOrigin.RightTop => picture[y, picture.Height - 1 - x],
                    SKEncodedOrigin.LeftBottom => picture[picture.Width - 1 - y, x],
                    _ => picture[picture.Width - 1 - x, picture.Height - 1 - y],
                };
            }
        }

        return new Picture(width, height, pixels);
    }
}
