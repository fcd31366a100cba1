using Gavvet.Worksheets.Verifying;

namespace Gavvet.Worksheets.Tests;

/// <summary>Keys checked in bulk, by a judge who knows only what was asked.</summary>
public class VerificationTests
{
    [Fact]
    public void No_key_is_wrong_in_any_kind_or_school_and_every_planted_fault_is_found()
    {
        var verification = Verification.Run(6_000, 11, QuestionCatalogue.Standard);
        Assert.Empty(verification.Failures);
        Assert.All(verification.Kinds, kind => Assert.True(kind.Value > 0, kind.Key));
        Assert.All(verification.Schooled, school => Assert.True(school.Value > 0, school.Key));
        Assert.True(verification.Judged > 500);
        Assert.True(verification.Planted > 500);
        Assert.Equal(0, verification.Unoffered);
    }

    [Fact]
    public void A_kind_whose_page_is_wrong_is_found_out()
    {
        var verification = Verification.Run(200, 3, new QuestionCatalogue([Misprints()]));
        Assert.True(verification.Failures.Count > 150);
        Assert.Contains(verification.Failures, failure => failure.Contains("the judge calls the key", StringComparison.Ordinal));
    }

    // Prints one sign too few or too many.
    private static QuestionKind Misprints()
    {
        var real = QuestionCatalogue.Standard.Get("write-scale");
        return real with
        {
            Scaffoldings = [Scaffolding.Blank],
            Options = [],
            Pose = setting =>
            {
                var posed = real.Pose(setting);
                return new PosedQuestion(posed.Question, () => Misprinted(posed.Answer));
            },
        };
    }

    private static Answer Misprinted(Answer right)
    {
        var marks = right.Marks[0];
        var note = marks.OfType<NoteMark>().ElementAt(3);
        var wrong = note with { Sign = note.Sign == Accidental.Flat ? Accidental.Sharp : Accidental.Flat };
        return right with
        {
            Marks =
            [
                [.. marks.Select(mark => mark == note ? wrong : mark)],
            ],
        };
    }
}
