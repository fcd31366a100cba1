namespace Gavvet.Teaching.Tests;

/// <summary>What a class wrote, counted: every answer once.</summary>
public class AnswerCountsTests
{
    private static Marking Of(MarkedAs marked, double marks, params FindingCode[] codes) =>
        new(marked, marks, 2, [.. codes.Select(code => new MarkedFinding(code, 1, "", "", ""))]);

    [Fact]
    public void Each_answer_counts_once_under_its_first_mistake()
    {
        var counts = AnswerCounts.Of([
            Of(MarkedAs.Correct, 2),
            Of(MarkedAs.Accepted, 2),
            // Right by sound earned all marks here, so it is right; half of them it is not.
            Of(MarkedAs.Misspelled, 2, FindingCode.EnharmonicName),
            Of(MarkedAs.Misspelled, 1, FindingCode.EnharmonicName),
            Of(MarkedAs.Blank, 0),
            Of(MarkedAs.Wrong, 0),
            Of(MarkedAs.Wrong, 1, FindingCode.AccidentalMissing, FindingCode.OctaveMissing),
            Of(MarkedAs.Wrong, 0, FindingCode.AccidentalMissing),
        ]);
        Assert.Equal((3, 1, 1, 8), (counts.Right, counts.Empty, counts.Unnamed, counts.All));
        Assert.Equal([(FindingCode.AccidentalMissing, 2), (FindingCode.EnharmonicName, 1)], counts.Mistakes);
        Assert.Equal(0, AnswerCounts.Of([]).All);
    }
}
