using System.Globalization;
using Gavvet.Teaching;

namespace Gavvet.Web.Pages.Classes;

/// <summary>How a term went, as a stream: skills secure, once right and shaky on one another, week by week, with the papers handed out
/// below.</summary>
internal sealed class TrendPicture
{
    /// <summary>The height of the stream, and of a week's width.</summary>
    public const int Height = 110,
        WeekWidth = 40;

    private const int Edge = 14;

    private readonly int _most;

    /// <param name="weeks">The weeks.</param>
    /// <param name="handedOut">The days papers were written.</param>
    public TrendPicture(IReadOnlyList<TrendWeek> weeks, IReadOnlyList<DateOnly> handedOut)
    {
        Weeks = weeks;
        _most = Math.Max(1, weeks.Select(week => week.Met).DefaultIfEmpty().Max());
        HandedOut =
            weeks.Count == 0 ? [] : [.. handedOut.Where(day => day > weeks[0].Day.AddDays(-7) && day <= weeks[^1].Day).Distinct().Order()];
    }

    public IReadOnlyList<TrendWeek> Weeks { get; }

    /// <summary>The days papers were written within the weeks shown.</summary>
    public IReadOnlyList<DateOnly> HandedOut { get; }

    /// <summary>How wide all of it is; the first week flows in from nothing.</summary>
    public int Width => (2 * Edge) + (Weeks.Count * WeekWidth);

    /// <summary>The layers from the bottom up, each as the points of its outline.</summary>
    public string Secure => Layer(_ => 0, week => week.Secure);

    public string OnceRight => Layer(week => week.Secure, week => week.Secure + week.OnceRight);

    public string Shaky => Layer(week => week.Secure + week.OnceRight, week => week.Met);

    /// <summary>Where a day stands, from the left.</summary>
    public int At(DateOnly day) => Edge + (int)Math.Round((day.DayNumber - Weeks[0].Day.DayNumber + 7) * WeekWidth / 7.0);

    // Up along the upper counts and back along the lower ones; before the first week nothing was met.
    private string Layer(Func<TrendWeek, int> lower, Func<TrendWeek, int> upper)
    {
        var start = $"{Edge},{Height}";
        string Point(TrendWeek week, int count) =>
            string.Create(CultureInfo.InvariantCulture, $"{At(week.Day)},{Height - (count * Height / _most)}");
        return string.Join(
            ' ',
            Weeks.Select(week => Point(week, upper(week))).Prepend(start).Concat(Weeks.Reverse().Select(week => Point(week, lower(week))))
        );
    }
}
