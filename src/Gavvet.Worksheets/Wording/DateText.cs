using Gavvet.Theory;

namespace Gavvet.Worksheets.Wording;

/// <summary>Days and times in the language spoken: the order of their parts and the names of days and months are its own.</summary>
public static class DateText
{
    /// <summary>A day of this year: 30 Nov.</summary>
    /// <param name="day">The day.</param>
    public static string Short(DateOnly day) => Written(day, "date.short");

    /// <summary>A day: 30 Nov 2026.</summary>
    /// <param name="day">The day.</param>
    public static string OfYear(DateOnly day) => Written(day, "date.of-year");

    /// <summary>A day in full: 30 November 2026.</summary>
    /// <param name="day">The day.</param>
    public static string Long(DateOnly day) => Written(day, "date.long");

    /// <summary>A day of this year with its weekday: Mon 30 Nov.</summary>
    /// <param name="day">The day.</param>
    public static string Weekday(DateOnly day) => Written(day, "date.weekday");

    /// <summary>A day with its weekday: Mon 30 Nov 2026.</summary>
    /// <param name="day">The day.</param>
    public static string WeekdayOfYear(DateOnly day) => Written(day, "date.weekday-of-year");

    /// <summary>A day of this year with its weekday in full: Monday, 30 November.</summary>
    /// <param name="day">The day.</param>
    public static string WeekdayLong(DateOnly day) => Written(day, "date.weekday-long");

    /// <inheritdoc cref="Short(DateOnly)"/>
    public static string Short(DateTimeOffset moment) => Short(Day(moment));

    /// <inheritdoc cref="OfYear(DateOnly)"/>
    public static string OfYear(DateTimeOffset moment) => OfYear(Day(moment));

    /// <inheritdoc cref="Long(DateOnly)"/>
    public static string Long(DateTimeOffset moment) => Long(Day(moment));

    /// <summary>A moment: 30 Nov 2026, 14:05.</summary>
    /// <param name="moment">The moment, in the school’s time.</param>
    public static string OfYearAt(DateTimeOffset moment) => At(OfYear(moment), moment, "date.time");

    /// <summary>A moment with the day in full: 30 November 2026, 14:05.</summary>
    /// <inheritdoc cref="OfYearAt"/>
    public static string LongAt(DateTimeOffset moment) => At(Long(moment), moment, "date.time");

    /// <summary>A moment of this year with the weekday in full: Monday, 30 November, 14:05.</summary>
    /// <inheritdoc cref="OfYearAt"/>
    public static string WeekdayLongAt(DateTimeOffset moment) => At(WeekdayLong(Day(moment)), moment, "date.time");

    /// <summary>A moment of this year to the second: 30 Nov, 14:05:09.</summary>
    /// <inheritdoc cref="OfYearAt"/>
    public static string ShortToTheSecond(DateTimeOffset moment) => At(Short(moment), moment, "date.seconds");

    /// <summary>A moment to the second: 30 Nov 2026, 14:05:09.</summary>
    /// <inheritdoc cref="OfYearAt"/>
    public static string OfYearToTheSecond(DateTimeOffset moment) => At(OfYear(moment), moment, "date.seconds");

    /// <summary>The time of a moment: 14:05.</summary>
    /// <inheritdoc cref="OfYearAt"/>
    public static string Time(DateTimeOffset moment) => moment.ToString(Texts.Say("date.time"), Language.Current.Culture);

    private static string At(string day, DateTimeOffset moment, string time) =>
        Texts.Say("date.and-time", ("date", day), ("time", moment.ToString(Texts.Say(time), Language.Current.Culture)));

    private static DateOnly Day(DateTimeOffset moment) => DateOnly.FromDateTime(moment.DateTime);

    private static string Written(DateOnly day, string pattern) => day.ToString(Texts.Say(pattern), Language.Current.Culture);
}
