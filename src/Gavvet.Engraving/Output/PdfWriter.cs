using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using SkiaSharp;

namespace Gavvet.Engraving.Output;

/// <summary>Writes pages as one PDF with its fonts inside. The same pages give the same bytes: no date is set.</summary>
public static class PdfWriter
{
    private const float PointsPerMicrometer = 72f / 25_400;

    /// <summary>The PDF of some pages.</summary>
    /// <param name="title">The document's title.</param>
    /// <param name="pages">The pages; at least one.</param>
    public static byte[] Write(string title, IReadOnlyList<Page> pages)
    {
        ArgumentOutOfRangeException.ThrowIfZero(pages.Count);
        using var buffer = new MemoryStream();
        var metadata = new SKDocumentPdfMetadata
        {
            Title = title,
            Creator = "Gavvet",
            Producer = "Gavvet",
        };
        using (var painter = new CanvasPainter(FaceParts.For(Texts(pages))))
        using (var document = SKDocument.CreatePdf(buffer, metadata))
        {
            foreach (var page in pages)
            {
                var canvas = document.BeginPage(page.Width * PointsPerMicrometer, page.Height * PointsPerMicrometer);
                canvas.Scale(PointsPerMicrometer);
                painter.Paint(canvas, page);
                document.EndPage();
            }

            document.Close();
        }

        var bookmarks = pages
            .SelectMany(
                (page, index) =>
                    page.Outline.Select(entry => new PdfBookmark(entry.Title, index, (page.Height - entry.Y) * PointsPerMicrometer))
            )
            .ToArray();
        return PdfAppendix.Append(
            buffer.ToArray(),
            pages is [{ Language: var language }, ..] && language != Language.English ? language.Tag : "en-US",
            bookmarks
        );
    }

    private static IEnumerable<string> Texts(IReadOnlyList<Page> pages) =>
        pages
            .SelectMany(page => page.Groups)
            .SelectMany(group => group.Primitives)
            .OfType<TextPrimitive>()
            .Where(text => text.Text.Script == Script.Latin)
            .Select(text => text.Text.Text);
}
