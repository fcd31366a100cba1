namespace Gavvet.Engraving.Tests;

public class ChoicesTests
{
    private static readonly ChoicesFigure TrueOrFalse = new(["True", "False"]);

    [Theory]
    [InlineData("E minor", true)]
    [InlineData("G♯ harmonic minor", true)]
    [InlineData("an answer so long that it could be read with a glass only, and beside it stands the next question", false)]
    public void What_is_right_stands_beside_false_where_it_can_be_read_and_changes_no_place(string right, bool isThere)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var width = metrics.ContentWidth / 2;
        var student = FigureSetter.Set(TrueOrFalse, [], Ink.Given, metrics, width);
        var key = FigureSetter.Set(TrueOrFalse, [new TickMark(1, right)], Ink.Answer, metrics, width);
        Assert.Equal(student.Height, key.Height);
        Assert.All(key.Primitives, primitive => Assert.InRange(primitive.InkBox.Right, 0, width));
        var words = string.Concat(
            key.Primitives.OfType<TextPrimitive>().Where(text => text.Ink == Ink.Answer).Select(text => text.Text.Text)
        );
        Assert.Equal(isThere, words.Contains(right.Split(' ')[^1], StringComparison.Ordinal));
        Assert.StartsWith("False", words, StringComparison.Ordinal);
    }
}
