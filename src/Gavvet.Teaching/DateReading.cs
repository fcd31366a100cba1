using System.Globalization;
using Gavvet.Theory;

namespace Gavvet.Teaching;

/// <summary>Dates as teachers write them: 2026-12-24, 24.12.2026, 24 December 2026, December 24, 2026, and 24/12/2026 where only one
/// reading of it is a date.</summary>
public static class DateReading
{
    private static readonly string[] Figures = ["yyyy-MM-dd", "yyyy-M-d", "d.M.yyyy", "d. M. yyyy"];

    private static readonly string[] Words =
    [
        "d MMMM yyyy",
        "d. MMMM yyyy",
        "d MMM yyyy",
        "d. MMM yyyy",
        "MMMM d, yyyy",
        "MMM d, yyyy",
        "MMMM d yyyy",
        "MMM d yyyy",
    ];

    private static readonly string[] Between = ["..", " – ", "–", " — ", " - ", " to "];

    /// <summary>Reads a date.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="day">The day.</param>
    /// <returns>Whether it is one date and no other.</returns>
    public static bool TryRead(string? text, out DateOnly day)
    {
        var typed = (text ?? "").Trim();
        if (Is(typed, Figures, CultureInfo.InvariantCulture, out day))
            return true;
        foreach (var language in new[] { Language.Current, Language.English })
        {
            if (Is(typed, Words, language.Culture, out day))
                return true;
        }

        // The day first or the month first: who wrote it knows.
        var (isDayFirst, isMonthFirst) = (
            Is(typed, ["d/M/yyyy"], CultureInfo.InvariantCulture, out var dayFirst),
            Is(typed, ["M/d/yyyy"], CultureInfo.InvariantCulture, out var monthFirst)
        );
        day = isDayFirst ? dayFirst : monthFirst;
        return (isDayFirst || isMonthFirst) && (!isDayFirst || !isMonthFirst || dayFirst == monthFirst);
    }

    /// <summary>Reads a day or a stretch of days: two dates with .. or a dash between.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="first">The first day.</param>
    /// <param name="last">The last, the first where it is one day.</param>
    public static bool TryReadStretch(string text, out DateOnly first, out DateOnly last)
    {
        if (TryRead(text, out first))
        {
            last = first;
            return true;
        }

        foreach (var between in Between)
        {
            if (text.Split(between) is [var from, var to] && TryRead(from, out first) && TryRead(to, out last))
                return true;
        }

        last = default;
        return false;
    }

    private static bool Is(string text, string[] forms, CultureInfo culture, out DateOnly day) =>
        DateOnly.TryParseExact(text, forms, culture, DateTimeStyles.AllowWhiteSpaces, out day);
}
