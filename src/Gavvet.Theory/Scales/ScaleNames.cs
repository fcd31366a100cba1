using System.Collections.Immutable;
using System.Text;

namespace Gavvet.Theory;

/// <summary>Finding scale types by what teachers call them.</summary>
public static class ScaleNames
{
    private static readonly ImmutableArray<(ScaleType Type, string Name)> Known = [.. ScaleTypes.All.SelectMany(type =>
        type.Names.Concat(type.DatedNames).Concat(type.SharedNames).Append(type.Id).Select(name => (type, Plain(name))))];

    /// <summary>The scale types a name may mean: none, one, or several when teachers use the name for more than one.</summary>
    /// <param name="name">An id, a name or a synonym, in any case, with or without accents and signs.</param>
    public static ImmutableArray<ScaleType> Find(string name)
    {
        var plain = Plain(name);
        // An id is never in doubt.
        return ScaleTypes.Find(plain.Replace(' ', '-')) is { } byId
            ? [byId]
            : [.. Known.Where(known => known.Name == plain).Select(known => known.Type).Distinct()];
    }

    /// <summary>The scale types with a name that begins so, or has words that do.</summary>
    /// <param name="start">The beginnings of words, such as "mix" or "har min".</param>
    public static ImmutableArray<ScaleType> Starting(string start)
    {
        var words = Plain(start).Split(' ');
        return words is [""]
            ? []
            : [.. Known.Where(known => Begins(known.Name.Split(' '), words)).OrderBy(known => !known.Name.StartsWith(words[0], StringComparison.Ordinal)).Select(known => known.Type).Distinct()];
    }

    /// <summary>The scale type a name or formula means, or null when it means none or more than one.</summary>
    /// <param name="name">An id, a name, a synonym, or a formula.</param>
    public static ScaleType? Only(string? name) => Find(name ?? "") is [var only] ? only : OwnScale.OfFormula(name);

    /// <summary>The scale type a name or formula means.</summary>
    /// <param name="name">An id, a name, a synonym, or a formula such as "1 b2 3 4 5 b6 7".</param>
    /// <exception cref="FormatException">It means none, or more than one; the message offers what it may mean.</exception>
    public static ScaleType Parse(string name)
    {
        var found = Find(name);
        if (found is [var only])
            return only;
        if (found.IsEmpty && OwnScale.OfFormula(name) is { } own)
            return own;
        throw new FormatException(found.IsEmpty
            ? $"“{name}” is not a scale here. Did you mean {Nearest(name).Id}?"
            : $"“{name}” may mean {string.Join(" or ", found.Select(type => $"{type.Name} ({type.Id})"))}. Say which.");
    }

    /// <summary>The scale type with the name most like a text.</summary>
    /// <param name="name">What was typed.</param>
    public static ScaleType Nearest(string name)
    {
        var plain = Plain(name);
        return Known.MinBy(known => TextDistance.Between(known.Name, plain)).Type;
    }

    /// <summary>A name reduced to plain small letters: accents taken off, signs in letters, hyphens and brackets as spaces.</summary>
    /// <param name="name">The name.</param>
    internal static string Plain(string? name)
    {
        var text = new StringBuilder();
        foreach (var sign in (name ?? "").ToLowerInvariant())
        {
            text.Append(sign switch
            {
                'á' or 'à' or 'â' or 'ä' or 'ã' or 'å' or 'ā' => 'a',
                'é' or 'è' or 'ê' or 'ë' or 'ē' => 'e',
                'í' or 'ì' or 'î' or 'ï' or 'ī' => 'i',
                'ó' or 'ò' or 'ô' or 'ö' or 'õ' or 'ō' => 'o',
                'ú' or 'ù' or 'û' or 'ü' or 'ū' => 'u',
                'ç' => 'c',
                'ñ' => 'n',
                '♭' => 'b',
                '♯' => '#',
                '-' or '–' or '_' or '(' or ')' or ',' or '/' => ' ',
                _ => sign,
            });
        }

        return string.Join(' ', text.ToString().Replace("𝄫", "bb", StringComparison.Ordinal).Split(' ', StringSplitOptions.RemoveEmptyEntries));
    }

    private static bool Begins(string[] name, string[] words)
    {
        var from = 0;
        foreach (var word in words)
        {
            from = Array.FindIndex(name, from, part => part.StartsWith(word, StringComparison.Ordinal)) + 1;
            if (from == 0)
                return false;
        }

        return true;
    }
}
