using System.Globalization;
using System.Text;
using System.Xml.Linq;
using UglyToad.PdfPig;
using UglyToad.PdfPig.Outline;
using UglyToad.PdfPig.Tokens;

namespace Gavvet.Engraving.Tests;

public class OutputTests
{
    [Fact]
    public void Outlines_fill_the_boxes_the_fonts_metadata_gives()
    {
        // SMuFL metadata against the font's own outlines: a wrong code point or scale would show here.
        MusicGlyph[] glyphs =
        [
            MusicGlyph.GClef,
            MusicGlyph.CClef,
            MusicGlyph.FClef,
            MusicGlyph.NoteheadWhole,
            MusicGlyph.NoteheadBlack,
            MusicGlyph.AccidentalFlat,
            MusicGlyph.AccidentalNatural,
            MusicGlyph.AccidentalSharp,
            MusicGlyph.AccidentalDoubleSharp,
            MusicGlyph.AccidentalDoubleFlat,
        ];
        foreach (var glyph in glyphs)
        {
            var (left, bottom, right, top) = MusicFont.Ink(glyph);
            Assert.InRange(left - glyph.Left, -10, 10);
            Assert.InRange(bottom - glyph.Bottom, -10, 10);
            Assert.InRange(right - glyph.Right, -10, 10);
            Assert.InRange(top - glyph.Top, -10, 10);
        }
    }

    [Fact]
    public void The_same_sheet_gives_the_same_bytes_in_any_culture()
    {
        var sheet = Sample.Every();
        var first = Bytes();
        var comma = (CultureInfo)CultureInfo.InvariantCulture.Clone();
        (comma.NumberFormat.NumberDecimalSeparator, comma.NumberFormat.NegativeSign) = (",", "−");
        CultureInfo.CurrentCulture = comma;
        try
        {
            Assert.Equal(first, Bytes());
        }
        finally
        {
            CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
        }

        string Bytes()
        {
            var pages = sheet.Pages(PaperKind.Key);
            return Convert.ToBase64String(PdfWriter.Write(sheet.Title, pages)) + string.Concat(pages.Select(SvgWriter.File));
        }
    }

    [Fact]
    public void A_pdf_can_be_read_back_with_its_title_language_fonts_and_bookmarks()
    {
        var sheet = Sample.Every();
        var pages = sheet.Pages(PaperKind.Student);
        using var pdf = PdfDocument.Open(PdfWriter.Write(sheet.Title, pages));
        Assert.Equal(pages.Length, pdf.NumberOfPages);
        Assert.Equal("Every kind of question", pdf.Information.Title);
        Assert.Null(pdf.Information.CreationDate);
        var catalog = pdf.Structure.Catalog.CatalogDictionary;
        Assert.Equal("en-US", ((StringToken)catalog.Data["Lang"]).Data);
        Assert.True(pdf.TryGetBookmarks(out var bookmarks));
        var titles = bookmarks.Roots.OfType<DocumentBookmarkNode>().ToArray();
        Assert.Equal(QuestionCatalogue.Standard.All.Select(kind => kind.Name), titles.Select(node => node.Title));
        for (var i = 0; i < pages.Length; i++)
            Assert.Equal(
                pages[i].Outline.Select(entry => entry.Title),
                titles.Where(node => node.PageNumber == i + 1).Select(node => node.Title)
            );
        var text = pdf.GetPage(1).Text.Normalize(NormalizationForm.FormKC);
        Assert.Contains("Write the steps", text, StringComparison.Ordinal);
        Assert.Contains("Name", text, StringComparison.Ordinal);
        Assert.Contains(sheet.Code, text, StringComparison.Ordinal);
        var raw = Encoding.Latin1.GetString(PdfWriter.Write(sheet.Title, pages));
        // Each cut of the text face is a font file inside; the music font's outlines are a Type 3 font inside.
        var cuts = System.Text.RegularExpressions.Regex.Count(raw, @"/FontName /[A-Z]{6}\+SourceSerif4");
        Assert.InRange(cuts, 3, 4);
        Assert.Equal(cuts, System.Text.RegularExpressions.Regex.Count(raw, "/FontFile2 "));
        Assert.Contains("/Subtype /Type3", raw, StringComparison.Ordinal);
    }

    [Fact]
    public void Words_with_ligatures_are_read_back_from_the_pdf_letter_by_letter()
    {
        var sheet = Sample.AllKeys("name-key", Notation.Accidentals, Direction.Ascending, 1) with
        {
            Title = "Five to seven flats, offline and official",
        };
        var pages = SheetLayout.Student(Composer.Compose(sheet).Worksheet);
        using var pdf = PdfDocument.Open(PdfWriter.Write(sheet.Title, pages));
        Assert.Contains(
            "Fivetosevenflats,offlineandofficial",
            string.Concat(pdf.GetPage(1).Letters.Select(letter => letter.Value.Trim())),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Signs_are_copied_from_the_pdf_as_the_characters_they_are()
    {
        var sheet = Sample.AllKeys("name-key", Notation.Accidentals, Direction.Ascending, 2) with
        {
            Title = "B♭ major, F♯ minor, C♮, G𝄪 and D𝄫",
        };
        using var pdf = PdfDocument.Open(PdfWriter.Write("x", SheetLayout.Student(Composer.Compose(sheet).Worksheet)));
        var title = string.Concat(pdf.GetPage(1).Letters.Select(letter => letter.Value.Trim()));
        Assert.Contains("B♭major,F♯minor,C♮,G𝄪andD𝄫", title, StringComparison.Ordinal);
        // Nothing on any page is a character of the font's own.
        foreach (var kind in new[] { PaperKind.Student, PaperKind.Key, PaperKind.Working })
        {
            using var every = PdfDocument.Open(PdfWriter.Write("x", Sample.Every().Pages(kind)));
            Assert.DoesNotContain(
                every.GetPages().SelectMany(page => page.Letters).SelectMany(letter => letter.Value.EnumerateRunes()),
                sign => System.Text.Rune.GetUnicodeCategory(sign) == System.Globalization.UnicodeCategory.PrivateUse
            );
        }
    }

    [Fact]
    public void A_page_as_svg_carries_the_part_of_its_faces_that_it_needs()
    {
        var pages = SheetLayout.Student(
            Composer.Compose(Sample.AllKeys("name-key", Notation.Accidentals, Direction.Ascending, 4)).Worksheet
        );
        Assert.InRange(SvgWriter.File(pages[0]).Length, 20_000, 250_000);
        var greek = Sample.AllKeys("name-key", Notation.Accidentals, Direction.Ascending, 4) with { Title = "Κλίμακες" };
        Assert.True(SvgWriter.File(SheetLayout.Student(Composer.Compose(greek).Worksheet)[0]).Length > 400_000);
    }

    [Fact]
    public void The_key_has_its_answers_in_the_pdf_and_the_student_page_has_not()
    {
        var sheet = Sample.AllKeys("name-key", Notation.Accidentals, Direction.Ascending, 8);
        Assert.DoesNotContain("G", Read(PaperKind.Student), StringComparison.Ordinal);
        Assert.Contains("G", Read(PaperKind.Key), StringComparison.Ordinal);

        string Read(PaperKind kind)
        {
            using var pdf = PdfDocument.Open(PdfWriter.Write("x", sheet.Pages(kind)));
            var foot = $"Sheet{sheet.Code}";
            return string.Concat(pdf.GetPages().Select(page => page.Text))
                .Replace(" ", "", StringComparison.Ordinal)
                .Replace(foot, "", StringComparison.Ordinal);
        }
    }

    [Fact]
    public void Svg_is_well_formed_and_uses_presentation_attributes_only()
    {
        var page = Sample.Every(scaffolding: kind => kind.Scaffoldings[0]).Pages(PaperKind.Key)[0];
        var svg = XDocument.Parse(SvgWriter.Inline(page, "p1", "Page 1 & only"));
        Assert.DoesNotContain(svg.Descendants(), element =>
            element.Name.LocalName is "style" or "script" || element.Attribute("style") is not null
        );
        var ids = svg.Descendants().Select(element => element.Attribute("id")?.Value).OfType<string>().ToArray();
        Assert.Equal(ids.Length, ids.Distinct().Count());
        Assert.All(ids, id => Assert.StartsWith("p1-", id, StringComparison.Ordinal));
        Assert.All(svg.Descendants().Where(element => element.Name.LocalName == "use"), use =>
            Assert.Contains(use.Attribute("href")!.Value[1..], ids)
        );
    }

    [Fact]
    public void An_svg_file_carries_its_text_face_and_its_size()
    {
        var svg = SvgWriter.File(Sample.Fresh().Pages(PaperKind.Student)[0]);
        Assert.Contains("width=\"210mm\" height=\"297mm\"", svg, StringComparison.Ordinal);
        Assert.Contains("font-weight:700", svg, StringComparison.Ordinal);
        Assert.Contains("data:font/ttf;base64,", svg, StringComparison.Ordinal);
    }

    [Fact]
    public void Titles_are_encoded_wherever_they_are_written()
    {
        var sheet = Sample.Fresh(new Gavvet.Worksheets.Editing.Retitle("<script>alert(1)</script> & “co”"));
        var svg = SvgWriter.Inline(sheet.Pages(PaperKind.Student)[0], "p1", "\"><script>");
        Assert.DoesNotContain("<script", svg, StringComparison.Ordinal);
        Assert.NotNull(XDocument.Parse(svg));
    }

    [Fact]
    public void A_picture_is_a_png_of_the_size_asked_for()
    {
        var png = PictureWriter.Png(Sample.Fresh().Pages(PaperKind.Student)[0], 200);
        Assert.Equal([0x89, 0x50, 0x4E, 0x47], png[..4]);
        Assert.Equal(200, (png[16] << 24) | (png[17] << 16) | (png[18] << 8) | png[19]);
    }

    [Fact]
    public void Text_is_as_wide_as_its_parts_with_signs_between()
    {
        const int size = 4_000;
        Assert.True(TextSetter.Width("E♭ major", TextStyle.Regular, size) > TextSetter.Width("E major", TextStyle.Regular, size));
        var line = TextSetter.Line("F𝄪 and B𝄫", TextStyle.Regular, size, 0, 0).ToArray();
        Assert.Equal(["accidentalDoubleSharp", "accidentalDoubleFlat"], line.OfType<GlyphPrimitive>().Select(glyph => glyph.Glyph.Name));
        Assert.Equal(["F", " and B"], line.OfType<TextPrimitive>().Select(text => text.Text.Text));
        Assert.True(TextFace.Of(TextStyle.Regular).Covers("Übung für Čeněk"));
        Assert.Null(TextSetter.Unprintable("Übung: B♭, F𝄪 and\nČeněk"));
        Assert.Contains("“ꦱ”", TextSetter.Unprintable("Scales ꦱ階"), StringComparison.Ordinal);
    }
}
