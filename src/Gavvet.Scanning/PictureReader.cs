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
        return Decoded(codec, info, info.ColorType == SKColorType.Gray8 ? SKColorType.Gray8 : SKColorType.Rgba8888) is { } pixels
            ? Upright(new Picture(info.Width, info.Height, pixels), codec.EncodedOrigin)
            : null;
    }

    // In gray where the file has it so; a file in colors is decoded as it is, and made gray.
    private static byte[]? Decoded(SKCodec codec, SKImageInfo info, SKColorType type)
    {
        using var bitmap = new SKBitmap(
            new SKImageInfo(info.Width, info.Height, type, info.IsOpaque ? SKAlphaType.Opaque : SKAlphaType.Premul)
        );
        // What was cut off on its way shows what has come.
        if (codec.GetPixels(bitmap.Info, bitmap.GetPixels()) is not (SKCodecResult.Success or SKCodecResult.IncompleteInput))
            return null;
        var pixels = new byte[info.Width * info.Height];
        var shown = bitmap.GetPixelSpan();
        for (var y = 0; y < info.Height; y++)
        {
            var row = shown.Slice(y * bitmap.RowBytes, info.Width * bitmap.BytesPerPixel);
            if (type == SKColorType.Gray8)
            {
                row.CopyTo(pixels.AsSpan(y * info.Width));
                continue;
            }

            // How light each color looks on white (ITU-R BT.601, in thousandths).
            for (var x = 0; x < info.Width; x++)
                pixels[(y * info.Width) + x] = (byte)(
                    255 - row[(4 * x) + 3] + (((299 * row[4 * x]) + (587 * row[(4 * x) + 1]) + (114 * row[(4 * x) + 2])) / 1_000)
                );
        }

        return pixels;
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
