using System.Collections.Immutable;

namespace Gavvet.Teaching.Tests;

/// <summary>Who wrote what, at one sight: every answer stands in its place, and what is counted adds up.</summary>
public class AnswerMapTests
{
    private static readonly FindingCode[] Codes = [.. Enum.GetValues<FindingCode>().Take(20)];

    private static SetItem ItemOf(int number, int marks) => Sample.Item(marks: marks) with { Number = number };

    private static Marking MarkingOf(Dice dice, int of)
    {
        var marks = dice.Next((2 * of) + 1) / 2.0;
        return dice.Next(6) == 0
            ? new Marking(MarkedAs.Blank, 0, of, [])
            : new Marking(
                marks == of ? MarkedAs.Correct : MarkedAs.Wrong,
                marks,
                of,
                dice.Next(4) == 0 ? [] : [new MarkedFinding(Codes[dice.Next(Codes.Length)], 1, "D", "E", "Look at it.")]
            );
    }

    private static MapPaper[] Papers(Dice dice)
    {
        ImmutableArray<SetItem> items = [.. Enumerable.Range(1, 2 + dice.Next(8)).Select(number => ItemOf(number, 1 + dice.Next(4)))];
        return
        [
            .. Enumerable
                .Range(1, 1 + dice.Next(30))
                .Select(number => new MapPaper(
                    number,
                    $"Student {number}",
                    items,
                    items.Where(_ => dice.Next(5) > 0).ToDictionary(item => item.Number, item => MarkingOf(dice, item.Marks)),
                    dice.Next(9) == 0 ? 3.5 : null
                )),
        ];
    }

    [Fact]
    public void Every_answer_stands_in_its_place_as_it_was_marked()
    {
        var states = new HashSet<MapState>();
        for (ulong number = 1; number <= 200; number++)
        {
            var papers = Papers(new Dice(number));
            var map = AnswerMap.Of(papers);
            Assert.Equal(papers.Select(paper => paper.Number), map.Rows.Select(row => row.Paper));
            Assert.Equal(papers[0].Items.Select(item => item.Number), map.Items);
            foreach (var (paper, row) in papers.Zip(map.Rows))
            {
                Assert.Equal(paper.Total ?? paper.Markings.Values.Sum(marking => marking.Marks), row.Marks);
                foreach (var item in paper.Items)
                {
                    var answer = row.Answers[item.Number];
                    var marking = paper.Markings.GetValueOrDefault(item.Number);
                    var expected =
                        marking is null ? MapState.Unmarked
                        : marking.As == MarkedAs.Blank ? MapState.Empty
                        : marking.Marks == marking.Of ? MapState.Right
                        : marking.Marks == 0 ? MapState.Wrong
                        : MapState.Partly;
                    Assert.Equal(expected, answer.State);
                    Assert.Equal((marking?.Marks ?? 0, item.Marks), (answer.Marks, answer.Of));
                    states.Add(answer.State);
                    var isMistake = expected is MapState.Wrong or MapState.Partly && marking!.Findings.Length > 0;
                    Assert.Equal(isMistake ? marking!.Findings[0].Code : null, answer.Mistake);
                    // A letter names one mistake on the whole map.
                    if (answer.Letter is { } letter)
                        Assert.Equal(answer.Mistake, map.Letters.Single(one => one.Letter == letter).Code);
                }
            }

            var shown = map.Rows.SelectMany(row => row.Answers.Values).Where(answer => answer.Letter is not null).ToArray();
            Assert.All(map.Letters, one => Assert.Equal(one.Count, shown.Count(answer => answer.Letter == one.Letter)));
            Assert.Equal(map.Letters.OrderByDescending(one => one.Count).Select(one => one.Count), map.Letters.Select(one => one.Count));
            // None is the name of a note, in English or German.
            Assert.All(map.Letters, one => Assert.DoesNotContain(one.Letter, "ABCDEFGH"));
        }

        Assert.Equal(Enum.GetValues<MapState>().Length, states.Count);
    }

    [Fact]
    public void Students_and_questions_are_put_in_order_by_what_was_lost()
    {
        for (ulong number = 1; number <= 100; number++)
        {
            var papers = Papers(new Dice(number));
            var map = AnswerMap.Of(papers, fewestFirst: true, missedFirst: true);
            Assert.Equal(papers.Select(paper => paper.Number).Order(), map.Rows.Select(row => row.Paper).Order());
            Assert.Equal(papers[0].Items.Select(item => item.Number), map.Items.Order());
            var marked = map.Rows.TakeWhile(row => row.IsMarked).ToArray();
            Assert.All(map.Rows.Skip(marked.Length), row =>
                Assert.All(row.Answers.Values, answer => Assert.Equal(MapState.Unmarked, answer.State))
            );
            for (var i = 1; i < marked.Length; i++)
                Assert.True(marked[i - 1].Marks / marked[i - 1].Of <= marked[i].Marks / marked[i].Of);
            double[] lost =
            [
                .. map.Items.Select(item =>
                {
                    var own = papers.Where(paper => paper.Markings.ContainsKey(item)).Select(paper => paper.Markings[item]).ToArray();
                    return own.Length == 0 ? 0 : 1 - (own.Sum(one => one.Marks) / own.Sum(one => one.Of));
                }),
            ];
            for (var i = 1; i < lost.Length; i++)
                Assert.True(lost[i - 1] >= lost[i] - 1e-9);
        }
    }
}
