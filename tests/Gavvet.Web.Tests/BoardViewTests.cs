using Gavvet.Storage;
using Gavvet.Web.Pages.Board;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Tests;

/// <summary>What the class writes on the board is judged as at marking, under the signature it stands under.</summary>
public class BoardViewTests
{
    private static BoardView Of(string section, BoardPlace at, string settings = "") =>
        BoardView.Of(
            new StoredSheet(
                "x",
                default,
                SheetFile.Read($$"""{"gavvet":1,"seed":1,"title":"Scales",{{settings}}"sections":[{{section}}]}"""),
                false,
                false
            ),
            QuestionCatalogue.Standard,
            at,
            null
        )!;

    private static string Scale(string type, int flats, int sharps) =>
        $$"""{"kind":"write-scale","scales":["{{type}}"],"writeWith":"signature","keys":{"flats":{{flats}},"sharps":{{sharps}}},"count":1}""";

    [Theory]
    [InlineData(2, "D E F G A B C D", Verdict.Correct)]
    [InlineData(1, "D E F G A B C D", Verdict.Wrong)]
    [InlineData(-2, "D E F G A B C D", Verdict.Wrong)]
    [InlineData(0, "D E F# G A B C# D", Verdict.Wrong)]
    [InlineData(null, "D E F# G A B C D", Verdict.Wrong)]
    public void The_signature_the_class_chooses_is_judged_with_its_notes(int? signature, string written, Verdict verdict)
    {
        var view = Of(Scale("major", -2, 2), new BoardPlace(Written: written, Signature: signature, Judged: true));
        Assert.True(view.AsksSignature);
        Assert.NotNull(view.Pad);
        Assert.Equal(verdict, view.Judgement!.Verdict);
    }

    // Whether there is a choice must not tell that there is nothing to choose.
    [Fact]
    public void A_key_without_signs_asks_for_its_signature_too()
    {
        var view = Of(Scale("major", 0, 0), new BoardPlace(Written: "C D E F G A B C", Signature: 0, Judged: true));
        Assert.Contains("C major", view.Prompt, StringComparison.Ordinal);
        Assert.True(view.AsksSignature);
        Assert.Equal(Verdict.Correct, view.Judgement!.Verdict);
    }

    [Fact]
    public void With_the_answer_stands_what_else_is_right_and_not_before()
    {
        const string Degree = """{"kind":"name-degree","scales":["major"],"count":12}""";
        var views = Enumerable.Range(1, 12).Select(number => Of(Degree, new BoardPlace(number, 99))).ToList();
        Assert.Contains(views, view => view.AlsoRight.Any(words => words.Contains("leading tone", StringComparison.Ordinal)));
        Assert.All(Enumerable.Range(1, 12), number => Assert.Empty(Of(Degree, new BoardPlace(number, 0)).AlsoRight));
    }

    [Fact]
    public void What_cannot_be_read_is_said_and_places_beyond_the_sheet_are_its_ends()
    {
        var view = Of(Scale("major", -2, 2), new BoardPlace(9, -4, "H9", Judged: true));
        Assert.Equal((1, 1, 0), (view.Number, view.Count, view.Step));
        Assert.NotEmpty(view.Problem!);
        Assert.Null(view.Judgement);
        Assert.Null(view.Back);
        var end = Of(Scale("major", -2, 2), new BoardPlace(1, 99));
        Assert.Equal(end.Steps, end.Step);
        Assert.Null(end.Next);
        Assert.Null(end.Pad);
    }

    [Fact]
    public void Any_version_and_part_is_shown_and_stays_while_it_is_gone_through()
    {
        const string Three = """{"kind":"write-scale","scales":["major"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":1}""";
        BoardView Shown(BoardPlace at) => Of(Three, at, "\"versions\":2,\"parts\":[\"horn\"],");
        var (concert, horn, other) = (
            Shown(new BoardPlace()),
            Shown(new BoardPlace { Part = "horn" }),
            Shown(new BoardPlace { Version = "B", Part = "horn" })
        );
        Assert.NotEqual(concert.Prompt, horn.Prompt);
        Assert.NotEqual(horn.Prompt, other.Prompt);
        Assert.Equal(concert.Heard.Right, horn.Heard.Right);
        Assert.Contains("version=B&part=horn", other.Next!, StringComparison.Ordinal);
        // A version or part the sheet has not is the first, at concert pitch.
        Assert.Equal(concert.Prompt, Shown(new BoardPlace { Version = "Z", Part = "tuba" }).Prompt);
        Assert.Equal(["A", "B"], concert.Letters.Select(letter => $"{letter}"));
    }
}
