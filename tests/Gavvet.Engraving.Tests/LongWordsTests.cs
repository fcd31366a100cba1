namespace Gavvet.Engraving.Tests;

/// <summary>However long a teacher's words are, they stand on the paper, within its edges and large enough to be read.</summary>
public class LongWordsTests
{
    private static readonly string Long = string.Join(' ', Enumerable.Repeat("enharmonic respelling", 13));

    private static readonly string Short = "Name it.";

    // A title, a heading, a prompt and an answer of the teacher's own, each long or short.
    private static Sheet Sheet(string title, string heading, string prompt, string answer, bool large, bool half) =>
        Gavvet.Worksheets.Files.SheetFile.Read(
            $$"""
            {"gavvet":1,"seed":5,"title":"{{title}}","paper":{"largePrint":{{(large ? "true" : "false")}},"halfSheets":{{(
                half ? "true" : "false"
            )}}},
            "sections":[{"kind":"free-text","title":"{{heading}}","questions":[{"prompt":"{{prompt}}","answer":"{{answer}}"},{"prompt":"And this?","answer":"Yes."}]},
            {"kind":"write-scale","title":"{{heading}}","keys":{"flats":1,"sharps":1},"count":2}]}
            """
        );

    [Theory]
    [InlineData(false, false)]
    [InlineData(true, false)]
    [InlineData(false, true)]
    public void Words_of_any_length_stay_within_the_paper_and_are_read(bool large, bool half)
    {
        foreach (var which in Enumerable.Range(0, 16))
        {
            string Of(int bit) => (which & (1 << bit)) != 0 ? Long : Short;
            // Titles have limits of their own.
            static string Title(string words) => words.Length > 120 ? words[..120].TrimEnd() : words;
            var composition = Composer.Compose(Sheet(Title(Of(0)), Title(Of(1)), Of(2), Of(3), large, half));
            foreach (var kind in new[] { PaperKind.Student, PaperKind.Key, PaperKind.Working, PaperKind.Short })
            {
                foreach (var page in SheetLayout.LayOut(composition, kind))
                {
                    foreach (var ink in page.Groups.SelectMany(group => group.Primitives))
                    {
                        Assert.InRange(ink.InkBox.Left, 0, page.Width);
                        Assert.True(ink.InkBox.Right <= page.Width - 8_000 || ink is LinePrimitive, $"{kind} {which}: {ink}");
                        if (ink is TextPrimitive text)
                            Assert.True(
                                text.Text.Size >= PageMetrics.Points(15) / 2,
                                $"{kind} {which}: {text.Text.Text} at {text.Text.Size}"
                            );
                    }
                }
            }

            // Nothing of the answer is left out on the key.
            var said = string.Join(
                ' ',
                SheetLayout
                    .LayOut(composition, PaperKind.Key)
                    .SelectMany(page => page.Groups)
                    .SelectMany(group => group.Primitives)
                    .OfType<TextPrimitive>()
                    .Where(text => text.Ink == Ink.Answer)
                    .Select(text => text.Text.Text)
            );
            Assert.Contains(Of(3), said, StringComparison.Ordinal);
        }
    }
}
