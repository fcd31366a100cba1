using System.Collections.Immutable;

namespace Gavvet.Teaching.Tests;

/// <summary>What a mark book comes to, reckoned a second time with fractions by hand and, by lot, with slow loops.</summary>
public class MarkBookTests
{
    private static readonly DateOnly Monday = new(2026, 9, 7);

    private static readonly Student Mira = new("m", "Mira");

    private static BookPrinting Printing(int week, int weight, params (string Student, PaperIs Is, double Marks, int Of)[] papers) =>
        new(
            $"p{week}",
            $"Week {week}",
            Monday.AddDays(7 * week),
            weight,
            papers.ToImmutableDictionary(paper => paper.Student, paper => new BookPaper(paper.Is, paper.Marks, paper.Of))
        );

    private static BookLine Line(MarkRules rules, params BookPrinting[] printings) => MarkBook.Of([Mira], printings, rules).Lines[0];

    [Fact]
    public void The_mean_is_of_shares_by_weight_and_missing_is_not_zero()
    {
        // 3/4 once and 1/2 twice: (3/4 + 2 · 1/2) / 3 = 7/12.
        var line = Line(
            MarkRules.Usual,
            Printing(1, 1, ("m", PaperIs.Marked, 3, 4)),
            Printing(2, 2, ("m", PaperIs.Marked, 5, 10)),
            Printing(3, 1, ("m", PaperIs.Missing, 0, 0)),
            Printing(4, 1, ("m", PaperIs.Excused, 0, 0)),
            Printing(5, 1),
            Printing(6, 0, ("m", PaperIs.Marked, 10, 10))
        );
        Assert.Equal((8, 14, 5833, "58 %"), (line.Marks, line.Of, line.Share, line.Grade));
        Assert.Equal([0, 1], line.Counted.Order());
        Assert.Equal(
            [PaperIs.Marked, PaperIs.Marked, PaperIs.Missing, PaperIs.Excused, PaperIs.None, PaperIs.Marked],
            line.Papers.Select(paper => paper.Is)
        );
        var none = Line(MarkRules.Usual, Printing(1, 1, ("m", PaperIs.Missing, 0, 0)));
        Assert.Equal((null, null), (none.Share, none.Grade));
    }

    [Fact]
    public void The_best_count_and_of_two_alike_the_earlier()
    {
        var line = Line(
            MarkRules.Usual with
            {
                Best = 2,
            },
            Printing(1, 1, ("m", PaperIs.Marked, 1, 2)),
            Printing(2, 1, ("m", PaperIs.Marked, 9, 10)),
            Printing(3, 1, ("m", PaperIs.Marked, 5, 10))
        );
        Assert.Equal([0, 1], line.Counted.Order());
    }

    // 1/3 and 2/3 make a half exactly, which rounding on the way would miss.
    [Theory]
    [InlineData(50, "Pass")]
    [InlineData(51, "Not yet")]
    public void A_band_is_reached_by_the_share_as_it_is(int from, string grade)
    {
        var rules = new MarkRules([new("Pass", from), new("Not yet", 0)]);
        var line = Line(rules, Printing(1, 1, ("m", PaperIs.Marked, 1, 3)), Printing(2, 1, ("m", PaperIs.Marked, 2, 3)));
        Assert.Equal(grade, line.Grade);
    }

    [Fact]
    public void Days_outside_the_term_do_not_count_and_the_rules_come_back_as_they_were_kept()
    {
        var rules = new MarkRules(MarkRules.Shipped[2].Bands)
        {
            Best = 3,
            From = Monday.AddDays(8),
            To = Monday.AddDays(30),
        };
        Assert.Equal(rules.Write(), MarkRules.Read(rules.Write()).Write());
        Assert.Equal(rules.Bands, MarkRules.Read(rules.Write()).Bands);
        Assert.Equal(MarkRules.Usual, MarkRules.Read("{"));
        var book = MarkBook.Of([Mira], [.. Enumerable.Range(0, 6).Select(week => Printing(week, 1)).Reverse()], rules);
        Assert.Equal(["p2", "p3", "p4"], book.Printings.Select(printing => printing.Id));
    }

    [Theory]
    [InlineData("Merit 75\nPass 50", "Merit 75|Pass 50")]
    [InlineData("pass 50%; very good: 90 %", "very good 90|pass 50")]
    [InlineData("", "")]
    public void Bands_are_read_as_they_are_typed(string typed, string read) =>
        Assert.Equal(read, string.Join('|', MarkRules.ReadBands(typed).Select(band => $"{band.Name} {band.From}")));

    [Theory]
    [InlineData("Merit")]
    [InlineData("75")]
    [InlineData("Merit 101")]
    [InlineData("Merit 75\nPass 75")]
    [InlineData("=cmd 5")]
    public void A_band_that_is_none_is_refused(string typed) => Assert.Throws<FormatException>(() => MarkRules.ReadBands(typed));

    [Fact]
    public void Shipped_scales_end_at_nothing_and_come_back_from_their_own_words()
    {
        foreach (var (_, bands) in MarkRules.Shipped.Where(scale => !scale.Bands.IsEmpty))
        {
            Assert.Equal(0, bands[^1].From);
            Assert.Equal(bands, MarkRules.ReadBands(new MarkRules(bands).Typed));
        }
    }

    [Fact]
    public void By_lot_it_comes_to_what_slow_loops_come_to()
    {
        var dice = new Dice(11);
        for (var round = 0; round < 400; round++)
        {
            var printings = Enumerable
                .Range(0, 1 + dice.Next(6))
                .Select(week =>
                {
                    var of = 1 + dice.Next(20);
                    return Printing(week, dice.Next(4), ("m", (PaperIs)dice.Next(5), dice.Next((2 * of) + 1) / 2.0, of));
                })
                .ToArray();
            int? best = dice.Next(2) == 0 ? null : 1 + dice.Next(4);
            var line = Line(MarkRules.Usual with { Best = best }, printings);
            var counting = printings
                .Select(printing => (printing.Weight, Paper: printing.Papers["m"]))
                .Where(one => one.Weight > 0 && one.Paper.Is is PaperIs.Begun or PaperIs.Marked && one.Weight > 0)
                .OrderByDescending(one => (decimal)one.Paper.Marks / one.Paper.Of)
                .Take(best ?? 99)
                .ToList();
            if (counting.Count == 0)
            {
                Assert.Null(line.Share);
                continue;
            }

            var mean = counting.Sum(one => one.Weight * (decimal)one.Paper.Marks / one.Paper.Of) / counting.Sum(one => one.Weight);
            // With weights another of two like papers may be taken, which changes nothing but the weight.
            if (best is null)
                Assert.Equal((int)Math.Round(mean * 10_000, MidpointRounding.AwayFromZero), line.Share);
            Assert.Equal(counting.Count, line.Counted.Count);
        }
    }

    [Theory]
    [InlineData("2", 2)]
    [InlineData(" 1½ ", 1.5)]
    [InlineData("½", 0.5)]
    [InlineData("1.5", 1.5)]
    [InlineData("1,5", 1.5)]
    [InlineData("0", 0)]
    public void Marks_are_read_as_they_are_typed_and_written_with_their_sign(string typed, double marks)
    {
        Assert.True(MarksText.TryParse(typed, out var read));
        Assert.Equal(marks, read);
        Assert.True(MarksText.TryParse(MarksText.Of(marks), out var again));
        Assert.Equal(marks, again);
    }

    [Theory]
    [InlineData("")]
    [InlineData(null)]
    [InlineData("-1")]
    [InlineData("1.25")]
    [InlineData("one")]
    [InlineData("1½½")]
    [InlineData("1e3")]
    [InlineData("NaN")]
    public void What_is_no_number_of_halves_is_no_marks(string? typed) => Assert.False(MarksText.TryParse(typed, out _));

    [Fact]
    public void Halves_stand_in_the_table_with_the_decimal_sign_of_the_spreadsheet()
    {
        (string, double, int, int)[] papers = [("Mira", 3.5, 4, 0), ("Bo", 2, 4, 1)];
        Assert.Contains("Mira,3.5,4,0", MarksTable.Write(papers), StringComparison.Ordinal);
        Assert.Contains("Mira;3,5;4;0", MarksTable.Write(papers, TableForm.Semicolons), StringComparison.Ordinal);
        Assert.Contains("Bo,2,4,1", MarksTable.Write(papers), StringComparison.Ordinal);
    }
}
