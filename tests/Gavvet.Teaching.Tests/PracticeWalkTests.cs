using System.Collections.Immutable;
using Gavvet.Teaching.Practice;

namespace Gavvet.Teaching.Tests;

/// <summary>The way through a practice: tries, hints, what comes back, and what it amounts to.</summary>
public class PracticeWalkTests
{
    private static readonly PracticeRules Usual = new();

    private static readonly Sheet Scales = SheetFile.Read(
        """
        {"gavvet":1,"seed":5,"title":"Minors","sections":[
        {"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":3,"marks":4},
        {"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":3}]}
        """
    );

    private static PracticePaper Paper => PracticePaper.For(Scales);

    private static PracticeTry Answer(PracticePaper paper, string question, string? written = null)
    {
        var asked = paper.Find(question)!;
        return new PracticeTry(question, Doing.Answered, default) { Marking = asked.Judge(written ?? asked.Item.Answer) };
    }

    private static PracticeTry Did(string question, Doing doing) => new(question, doing, default);

    private static PracticeWalk After(PracticePaper paper, params PracticeTry[] done) => PracticeWalk.After(paper, Usual, done);

    [Fact]
    public void Questions_come_in_the_order_of_the_sheet_and_the_first_open_one_is_in_hand()
    {
        var paper = Paper;
        string[] all = [.. paper.Questions.Select(question => question.Id)];
        Assert.Equal(6, all.Length);
        var walk = After(paper, Answer(paper, all[0]), Answer(paper, all[1]));
        Assert.Equal(all, walk.Order);
        Assert.Equal(all[2], walk.InHand);
        Assert.True(walk.Of(all[0]).IsRightAlone);
        Assert.Null(walk.Worst);
    }

    [Fact]
    public void What_was_missed_comes_back_after_three_others_in_another_key()
    {
        var paper = Paper;
        string[] all = [.. paper.Questions.Select(question => question.Id)];
        var walk = After(paper, Answer(paper, all[0], "C C C"), Answer(paper, all[0]));
        var back = PracticePaper.LikeId(all[0], 1);
        Assert.Equal([.. all[..4], back, .. all[4..]], walk.Order);
        var again = paper.Find(back)!;
        Assert.NotEqual(paper.Find(all[0])!.Item.What.Tonic, again.Item.What.Tonic);
        Assert.Equal(paper.Find(all[0])!.Item.What.Type, again.Item.What.Type);
        // Of what comes back nothing comes back once more.
        var later = After(
            paper,
            [Answer(paper, all[0], "C C C"), Answer(paper, all[0]), Answer(paper, back, "C C C"), Did(back, Doing.Shown)]
        );
        Assert.Equal(walk.Order, later.Order);
    }

    [Fact]
    public void A_wrong_answer_leaves_a_try_and_the_last_one_ends_it()
    {
        var paper = Paper;
        var first = paper.Questions[0].Id;
        var once = After(paper, Answer(paper, first, "C C C"));
        Assert.Equal(first, once.InHand);
        // Who leaves it so has answered it wrong.
        Assert.Equal(0, once.Of(first).Counting(Usual)!.Marks);
        var twice = After(paper, Answer(paper, first, "C C C"), Answer(paper, first, "C C C"));
        Assert.NotEqual(first, twice.InHand);
        Assert.False(twice.Of(first).IsRight);
        Assert.Equal(0, twice.Of(first).Counting(Usual)!.Marks);
    }

    [Fact]
    public void Help_halves_the_marks_once_and_takes_them_after_that()
    {
        var paper = Paper;
        var first = paper.Questions[0].Id;
        Marking Counting(params PracticeTry[] done) => After(paper, done).Of(first).Counting(Usual)!;
        var alone = Counting(Answer(paper, first));
        Assert.True(alone.IsRight);
        Assert.Equal(4, alone.Marks);
        foreach (
            var helped in new[]
            {
                Counting(Answer(paper, first, "C C C"), Answer(paper, first)),
                Counting(Did(first, Doing.Hint), Answer(paper, first)),
            }
        )
        {
            Assert.False(helped.IsRight);
            Assert.Equal(2, helped.Marks);
            Assert.Equal(4, helped.Of);
        }

        Assert.Equal(0, Counting(Did(first, Doing.Hint), Did(first, Doing.Hint), Answer(paper, first)).Marks);
        Assert.Equal(0, Counting(Answer(paper, first, "C C C"), Did(first, Doing.Shown)).Marks);
    }

    [Fact]
    public void The_mistake_that_counts_is_that_of_the_first_answer()
    {
        var paper = Paper;
        var question = paper.Questions[0];
        var natural = string.Join(
            ' ',
            HouseStyle
                .Classical.Spell(ScaleTypes.Find("natural-minor")!, question.Item.What.Tonic)
                .Notes(question.Item.What.Direction!.Value, 1)
                .Select(note => NoteText.Ascii(note))
        );
        var counting = After(paper, Answer(paper, question.Id, natural), Answer(paper, question.Id)).Of(question.Id).Counting(Usual)!;
        Assert.Equal(question.Judge(natural).Findings.Select(finding => finding.Code), counting.Findings.Select(finding => finding.Code));
        Assert.NotEmpty(counting.Findings);
    }

    [Fact]
    public void Where_nothing_is_shown_meanwhile_the_last_answer_counts_and_nothing_comes_back()
    {
        var paper = Paper;
        var rules = new PracticeRules { Shown = Shown.AtTheEnd };
        var first = paper.Questions[0].Id;
        var walk = PracticeWalk.After(paper, rules, [Answer(paper, first), Answer(paper, first, "C C C")]);
        Assert.Equal(paper.Questions.Select(question => question.Id), walk.Order);
        Assert.False(walk.Of(first).Counting(rules)!.IsRight);
        Assert.False(walk.ShowsAnswers(true));
        Assert.True(PracticeWalk.After(paper, rules, [Did("", Doing.Finished)]).ShowsAnswers(false));
        var later = new PracticeRules { Shown = Shown.WhenReleased };
        Assert.False(PracticeWalk.After(paper, later, [Did("", Doing.Finished)]).ShowsAnswers(false));
        Assert.True(PracticeWalk.After(paper, later, []).ShowsAnswers(true));
    }

    [Fact]
    public void Three_more_are_of_the_kind_that_went_worst()
    {
        var paper = Paper;
        string[] all = [.. paper.Questions.Select(question => question.Id)];
        PracticeTry[] done =
        [
            Answer(paper, all[0], "C C C"),
            Answer(paper, all[0]),
            Did(all[4], Doing.Hint),
            Answer(paper, all[4], "C"),
            Did(all[4], Doing.Shown),
        ];
        var walk = After(paper, done);
        Assert.Equal(all[4], walk.Worst);
        var more = After(paper, [.. done, Did(all[4], Doing.More)]);
        string[] added = [.. more.Order.Except(walk.Order)];
        Assert.Equal(Enumerable.Range(2, added.Length).Select(number => PracticePaper.LikeId(all[4], number)), added);
        Assert.Equal(PracticePaper.More, added.Length);
        Assert.Equal(all[0], more.Worst);
    }

    [Fact]
    public void Questions_of_ones_own_are_others_and_the_same_again()
    {
        ImmutableArray<string> Asks(ulong chance) =>
            [
                .. PracticePaper
                    .For(Scales, chance: chance)
                    .Questions.Select(question => $"{question.Item.What.Kind} {question.Item.What.Tonic}"),
            ];
        Assert.Equal(Asks(0), Asks(0));
        Assert.Equal(Asks(7), Asks(7));
        Assert.NotEqual(Asks(0), Asks(7));
        Assert.NotEqual(Asks(8), Asks(7));
    }

    [Fact]
    public void A_transposing_part_reads_its_own_key_and_so_does_what_comes_back()
    {
        var horn = Instrument.Find("horn")!;
        var paper = PracticePaper.For(Scales, horn);
        foreach (var question in paper.Questions.Take(3).SelectMany(question => paper.Like(question.Id).Prepend(question)))
        {
            Assert.Equal("horn", question.Item.Part);
            Assert.Equal(question.Item.What.Tonic, horn.WrittenTonic(question.Item.What.Type, question.Item.What.Sounding.Tonic));
        }
    }

    [Theory]
    [InlineData("abc-defg", "ABCDEFG")]
    [InlineData(" abc defg ", "ABCDEFG")]
    [InlineData("ABC-DEF-GHJ", "ABCDEFGHJ")]
    [InlineData("ABC", null)]
    [InlineData("ABC-DEF1", null)]
    [InlineData(null, null)]
    public void A_code_is_read_as_it_is_typed(string? typed, string? code) => Assert.Equal(code, PracticeCode.Read(typed));

    [Fact]
    public void A_code_is_read_as_it_is_shown()
    {
        foreach (var length in new[] { PracticeCode.Length, PracticeCode.OwnLength })
        {
            var code = PracticeCode.New(length);
            Assert.Equal(code, PracticeCode.Read(PracticeCode.Shown(code)));
        }
    }

    [Fact]
    public void Rules_are_read_as_they_are_written()
    {
        var rules = new PracticeRules
        {
            Tries = 3,
            HasHints = false,
            Shown = Shown.WhenReleased,
            IsFresh = true,
            Minutes = 20,
            Entrance = Entrance.ByOwnCode,
        };
        Assert.Equal(rules, PracticeRules.Read(rules.Write()));
        Assert.Equal(new PracticeRules(), PracticeRules.Read("no rules"));
    }
}
