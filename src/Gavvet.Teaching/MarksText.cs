using System.Globalization;

namespace Gavvet.Teaching;

/// <summary>Marks as they are written on paper: 2, ½, 1½.</summary>
public static class MarksText
{
    /// <summary>Marks in figures, a half as its sign.</summary>
    /// <param name="marks">The marks, in halves.</param>
    public static string Of(double marks)
    {
        var whole = Math.Floor(marks);
        var figures = whole.ToString("0", CultureInfo.InvariantCulture);
        return marks == whole ? figures
            : whole == 0 ? "½"
            : $"{figures}½";
    }

    /// <summary>Reads marks as they are typed: 2, 1½, 1.5 or 1,5.</summary>
    /// <param name="typed">What was typed.</param>
    /// <param name="marks">The marks.</param>
    /// <returns>Whether it is a number of halves.</returns>
    public static bool TryParse(string? typed, out double marks)
    {
        var plain = (typed ?? "").Trim().Replace(',', '.');
        if (plain.EndsWith('½'))
            plain = $"{(plain.Length == 1 ? "0" : plain[..^1].TrimEnd())}.5";
        return double.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out marks)
            && double.IsInteger(2 * marks);
    }
}
