using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A report for a parents' evening: what is secure and what is next, on one page wherever it fits, with no word of
/// others.</summary>
public static class ReportPage
{
    private const int Side = 22_000,
        Top = 20_000,
        LinesByHand = 5;

    private static readonly int Title = PageMetrics.Points(18),
        Heading = PageMetrics.Points(13),
        Body = PageMetrics.Points(11),
        Small = PageMetrics.Points(9);

    /// <summary>The pages of a report.</summary>
    /// <param name="name">The student's name, or the class's.</param>
    /// <param name="about">What stands under it, such as the class and the day.</param>
    /// <param name="report">The report.</param>
    public static ImmutableArray<Page> Of(string name, string about, Report report)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var width = metrics.Width - (2 * Side);
        var pages = new List<ImmutableArray<Primitive>.Builder> { ImmutableArray.CreateBuilder<Primitive>() };
        var over = TextSetter.Wrap(name, TextStyle.Bold, Title, width);
        var y = Top + Title + ((over.Length - 1) * Title * 6 / 5);
        pages[0].AddRange(TextSetter.Stacked(over, TextStyle.Bold, Title, Side, y));
        Write(about, TextStyle.Italic, Body, 0);
        if (report.Secure.IsEmpty && report.Growing.IsEmpty && report.Next.IsEmpty)
            Write(Texts.Say("report.nothing"), TextStyle.Regular, Body, 0);
        foreach (
            var (heading, lines) in new[]
            {
                ("report.heading.secure", report.Secure),
                ("report.heading.growing", report.Growing),
                ("report.heading.next", report.Next),
                ("report.heading.coming", report.Coming),
            }
        )
        {
            if (lines.IsEmpty)
                continue;
            y += Heading;
            Write(Texts.Say(heading), TextStyle.Bold, Heading, 0);
            foreach (var line in lines)
                Write($"– {CountText.Capitalized(line)}", TextStyle.Regular, Body, Body);
        }

        if (!report.Secure.IsEmpty)
        {
            y += Body;
            Write(Texts.Say("report.rule"), TextStyle.Italic, Small, 0);
        }

        y += Body * 3;
        Write(Texts.Say("report.by-hand"), TextStyle.Bold, Body, 0);
        for (var line = 0; line < LinesByHand && y + (Body * 5 / 2) < metrics.Height - Top; line++)
        {
            y += Body * 5 / 2;
            pages[^1].Add(new LinePrimitive(Role.Rule, Ink.Example, Side, y, Side + width, y, 150));
        }

        return
        [
            .. pages.Select(lines => new Page(
                metrics.Width,
                metrics.Height,
                [new PageGroup(GroupKind.Furniture, default, null, lines.ToImmutable())],
                []
            )),
        ];

        void Write(string words, TextStyle style, int size, int indent)
        {
            foreach (var (line, i) in TextSetter.Wrap(words, style, size, width - indent).Select((line, i) => (line, i)))
            {
                y += size * 3 / 2;
                if (y > metrics.Height - Top)
                {
                    pages.Add(ImmutableArray.CreateBuilder<Primitive>());
                    y = Top + size;
                }

                pages[^1].AddRange(TextSetter.Line(line, style, size, Side + (i == 0 ? 0 : indent), y));
            }
        }
    }
}
