using System.Collections.Immutable;

namespace Gavvet.Engraving.Tests;

/// <summary>A page that is kept is the same page when it is read again.</summary>
public class PageFileTests
{
    // The book has a question of every kind, answered.
    private static readonly Lazy<ImmutableArray<Page>> Book = new(() =>
    {
        var book = SpecimenBook.Of(HouseStyle.Classical);
        return [.. SheetLayout.Student(book.Worksheet), .. SheetLayout.Key(book.Worksheet, book.Key)];
    });

    [Fact]
    public void A_page_read_again_is_written_drawn_and_printed_as_it_was()
    {
        var read = Book.Value.Select(page => PageFile.Read(PageFile.Write(page))).ToList();
        Assert.Equal(Book.Value.Select(PageFile.Write), read.Select(PageFile.Write));
        Assert.Equal(Book.Value.Select(SvgWriter.File), read.Select(SvgWriter.File));
        Assert.Equal(PdfWriter.Write("Specimens", [.. Book.Value]), PdfWriter.Write("Specimens", [.. read]));
    }

    [Fact]
    public void Where_the_parts_of_a_question_stand_is_known_of_a_page_read_again()
    {
        foreach (var page in Book.Value)
        {
            var read = PageFile.Read(PageFile.Write(page));
            Assert.Equal((page.Width, page.Height, page.Language, page.Total), (read.Width, read.Height, read.Language, read.Total));
            Assert.Equal(
                page.Groups.Select(group => (group.Kind, group.Box, group.Label)),
                read.Groups.Select(group => (group.Kind, group.Box, group.Label))
            );
            Assert.Equal(page.Groups.Select(Places), read.Groups.Select(Places));
            Assert.Equal(page.Groups.SelectMany(group => group.Primitives), read.Groups.SelectMany(group => group.Primitives));
        }

        Assert.Contains(Book.Value, page => page.Total is not null);
        static string Places(PageGroup group) =>
            group.Anchors is { } anchors
                ? $"{anchors.Number} {anchors.Mark} {string.Join(';', anchors.Figures.Select(figure => $"{string.Join(',', figure.Places)} {string.Join(',', figure.Heads)} {figure.Staff}"))}"
                : "";
    }

    [Fact]
    public void A_page_that_goes_on_and_one_in_another_language_stay_so()
    {
        var group = new PageGroup(new GroupKind.Question(4, 2) { GoesOn = true }, new Box(1, 2, 3, 4), "Zoë’s \"line\"", []);
        var page = new Page(9, 9, [group], []) { Language = Language.Pseudo };
        var read = PageFile.Read(PageFile.Write(page));
        Assert.Equal((group.Kind, group.Label, Language.Pseudo), (read.Groups[0].Kind, read.Groups[0].Label, read.Language));
    }

    [Fact]
    public void What_an_earlier_program_kept_as_a_drawing_is_read_as_the_page_it_was()
    {
        Assert.All(Book.Value, page =>
        {
            Assert.True(PageFile.IsOfEarlier(SvgWriter.File(page)));
            Assert.Equal(SvgWriter.File(page), SvgWriter.File(PageFile.Read(SvgWriter.File(page))));
            Assert.False(PageFile.IsOfEarlier(PageFile.Write(page)));
        });
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("{\"gavvetPage\":2}")]
    [InlineData(
        "{\"gavvetPage\":1,\"width\":1,\"height\":1,\"language\":\"en\",\"outline\":[],\"groups\":[{\"drawn\":[[\"line\",\"Text\"]]}]}"
    )]
    [InlineData(
        "{\"gavvetPage\":1,\"width\":1,\"height\":1,\"language\":\"en\",\"outline\":[],\"groups\":[{\"drawn\":[[\"sign\",\"Clef\",\"Given\",\"noSign\",1,1,1]]}]}"
    )]
    [InlineData(
        "{\"gavvetPage\":1,\"width\":1,\"height\":1,\"language\":\"en\",\"outline\":[],\"groups\":[{\"drawn\":[[\"words\",\"Text\",\"Given\",\"Regular\",null,1,1,1]]}]}"
    )]
    [InlineData("<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 1 1'><g><script/></g></svg>")]
    [InlineData("<!DOCTYPE svg [<!ENTITY a 'b'>]><svg viewBox='0 0 1 1'>&a;</svg>")]
    public void What_is_no_page_is_refused(string text) => Assert.Throws<FormatException>(() => PageFile.Read(text));
}
