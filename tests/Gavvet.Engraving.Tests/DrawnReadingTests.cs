using System.Collections.Immutable;
using Gavvet.Worksheets.Verifying;

namespace Gavvet.Engraving.Tests;

/// <summary>What is measured in the ink is held against the scale: a mark drawn in another place is found.</summary>
public class DrawnReadingTests
{
    [Fact]
    public void Every_ring_slur_bracket_and_dot_is_measured_where_it_belongs()
    {
        var verification = Verification.Run(1_500, 21, QuestionCatalogue.Standard, drawn: (question, answer) => Drawn(question, answer));
        Assert.Empty(verification.Failures);
        Assert.Equal(0, verification.Unoffered);
        Assert.True(verification.Measured > 300, $"{verification.Measured}");
    }

    [Theory]
    [InlineData("mark-semitones", "slurs stand at")]
    [InlineData("ring-differences", "rings stand at")]
    [InlineData("blue-note", "ring")]
    [InlineData("fretboard-scale", "a dot lies where")]
    public void A_mark_in_the_next_place_is_found(string kind, string problem)
    {
        var moved = Verification.Run(60, 4, new QuestionCatalogue([QuestionCatalogue.Standard.Get(kind)]), drawn: (question, answer) =>
            Drawn(question, answer with { Marks = [.. answer.Marks.Select(Moved)] })
        );
        Assert.True(
            moved.Failures.Count(failure => failure.Contains(problem, StringComparison.Ordinal)) > 20,
            string.Join('\n', moved.Failures.Take(5))
        );
    }

    // A staff of another clef draws every head in another place.
    [Fact]
    public void Heads_in_other_places_are_found()
    {
        var moved = Verification.Run(
            60,
            4,
            new QuestionCatalogue([QuestionCatalogue.Standard.Get("mark-semitones")]),
            drawn: (question, answer) =>
                Drawn(
                    question with
                    {
                        Figures =
                        [
                            .. question.Figures.Select(figure =>
                                figure is StaffFigure staff
                                    ? staff with
                                    {
                                        Clef = staff.Clef == Clef.Alto ? Clef.Tenor : Clef.Alto,
                                    }
                                    : figure
                            ),
                        ],
                    },
                    answer
                )
        );
        Assert.True(moved.Failures.Count(failure => failure.Contains("heads stand on", StringComparison.Ordinal)) > 40);
    }

    private static DrawnQuestion Drawn(Question question, Answer answer) => FigureCheck.Draw(question, answer, PageSetup.Usual, 1);

    private static ImmutableArray<Mark> Moved(ImmutableArray<Mark> marks)
    {
        NoteMark[] notes = [.. marks.OfType<RingMark>().Select(ring => ring.Note)];
        return
        [
            .. marks.Select(
                (mark, i) =>
                    mark switch
                    {
                        SlurMark slur when i == 0 => slur with { Column = slur.Column == 0 ? 1 : slur.Column - 1 },
                        RingMark ring when ring.Note == notes[0] => ring with
                        {
                            Note = ring.Note with { Column = ring.Note.Column == 0 ? 1 : 0, Pitch = ring.Note.Pitch },
                        },
                        DotMark dot when i == 0 => dot with { Fret = dot.Fret + 1 },
                        _ => mark,
                    }
            ),
        ];
    }
}
