using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Which scales a written line is. Its tonic and direction are marked on the page, so every right name can be listed.</summary>
public static class Identification
{
    /// <summary>Every scale type a line is, the default spelling or an accepted one.</summary>
    /// <param name="line">The notes in the order they are written, both tonics included.</param>
    /// <param name="direction">Up, down, or both with the top note once.</param>
    /// <param name="style">The house style.</param>
    /// <returns>In teaching order: a two-way melodic minor going up is the one-way form too, and coming down the natural minor.</returns>
    public static ImmutableArray<ScaleType> Of(ImmutableArray<NoteName> line, Direction direction, HouseStyle style)
    {
        if (line.Length < 3)
            return [];
        var tonic = line[0];
        return [.. ScaleTypes.All.Where(type => style.CanSpell(type, tonic) && Is(style.Spell(type, tonic), style, direction, line))];
    }

    /// <summary>Judges a name given to a line.</summary>
    /// <param name="name">What was written, such as "B dorian" or "dorian".</param>
    /// <param name="line">The notes.</param>
    /// <param name="direction">Up, down, or both.</param>
    /// <param name="style">The house style, whose note names are read.</param>
    /// <returns>Whether it is a right name; a wrong tonic before it makes it wrong.</returns>
    public static bool IsRightName(string name, ImmutableArray<NoteName> line, Direction direction, HouseStyle style)
    {
        var right = Of(line, direction, style);
        return right.Intersect(ScaleNames.Find(name)).Any()
            || ScaleSearch
                .Find(name, style)
                .Any(match => match.Tonic == line[0] && right.Contains(match.Type) && IsWhole(name, match.Type));
    }

    // A search finds beginnings of names too; a name given as an answer must be whole.
    private static bool IsWhole(string name, ScaleType type)
    {
        var words = name.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return Enumerable
            .Range(1, Math.Max(0, words.Length - 1))
            .Any(skip => ScaleNames.Find(string.Join(' ', words[skip..])).Contains(type));
    }

    private static bool Is(Scale scale, HouseStyle style, Direction direction, ImmutableArray<NoteName> line)
    {
        var top = scale.Ascending.Length;
        return direction switch
        {
            Direction.Ascending => AcceptedSpellings.Accepts(scale, style, false, line.AsSpan()),
            Direction.Descending => AcceptedSpellings.Accepts(scale, style, true, line.AsSpan()),
            _ => line.Length == top + scale.Descending.Length - 1
                && AcceptedSpellings.Accepts(scale, style, false, line.AsSpan()[..top])
                && AcceptedSpellings.Accepts(scale, style, true, line.AsSpan()[(top - 1)..]),
        };
    }
}
