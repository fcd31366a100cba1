using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A scale that fits what was typed.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic typed or found, or null when any will do.</param>
/// <param name="Why">How it fits, where that is not plain from its name; or null.</param>
public sealed record ScaleMatch(ScaleType Type, NoteName? Tonic, string? Why);

/// <summary>Finds scales by a name, a tonic and a name, degrees, steps or notes, all typed in one box.</summary>
public static class ScaleSearch
{
    /// <summary>The longest text that is looked at.</summary>
    public const int LongestText = 200;

    private static readonly ImmutableArray<NoteName> Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];

    /// <summary>Every scale that fits, the best first.</summary>
    /// <param name="text">Such as "ab mix", "hijaz", "1 b2 3 4 5 b6 7", "2 1 3 1 2 1 2" or "C Eb Gb".</param>
    /// <param name="style">The house style, whose note names are read and whose lines are matched.</param>
    public static ImmutableArray<ScaleMatch> Find(string? text, HouseStyle style)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length is 0 or > LongestText)
            return [];
        string[] words = [.. typed.Split([' ', ',', ';', '–'], StringSplitOptions.RemoveEmptyEntries)];
        return BySteps(words) ?? ByDegrees(words) ?? ByNotes(words, style) ?? ByName(words, style);
    }

    private static ImmutableArray<ScaleMatch>? BySteps(string[] words)
    {
        var steps = words.Select(word => int.TryParse(word, out var step) && step is >= 1 and <= 6 ? step : 0).ToArray();
        if (steps.Length < 3 || steps.Contains(0) || steps.Sum() != 12)
            return null;
        var bits = 0;
        for (int i = 0, semitones = 0; i < steps.Length; semitones += steps[i++])
            bits |= 1 << semitones;
        return Sounding(bits, type => type.Steps.SequenceEqual(steps), words);
    }

    private static ImmutableArray<ScaleMatch>? ByDegrees(string[] words)
    {
        if (words.Length < 3 || words[0] != "1")
            return null;
        var degrees = new List<Degree>();
        foreach (var word in words)
        {
            if (!Degree.TryParse(word, out var degree))
                return null;
            degrees.Add(degree);
        }

        var bits = degrees.Aggregate(0, (sum, degree) => sum | (1 << (((degree.Semitones % 12) + 12) % 12)));
        return Sounding(bits, type => type.Degrees.SequenceEqual(degrees) || type.Down.Degrees.SequenceEqual(degrees), words);
    }

    // The scales of that sound, those written just so first; then the formula itself when it has no name; then those
    // that have it on another of their notes.
    private static ImmutableArray<ScaleMatch> Sounding(int bits, Func<ScaleType, bool> isWrittenSo, string[] words)
    {
        var same = ScaleTypes.All.Where(type => type.Up.PitchClassBits == bits || type.Down.PitchClassBits == bits)
            .OrderBy(type => !isWrittenSo(type))
            .Select(type => new ScaleMatch(type, null, isWrittenSo(type) ? null : "the same sound, otherwise written"));
        var turned = ScaleTypes.All.SelectMany(type => type.Degrees
            .Where(degree => degree.Semitones != 0 && type.Up.Turned(degree) == bits && type.Up.PitchClassBits != bits)
            .Take(1)
            .Select(degree => new ScaleMatch(type, null, $"the formula begins on its degree {degree}")));
        var own = ScaleTypes.All.Any(isWrittenSo) ? null : OwnScale.OfFormula(string.Join(' ', words));
        return [.. same, .. own is null ? [] : new[] { new ScaleMatch(own, null, "the formula as a scale of your own") }, .. turned];
    }

    private static ImmutableArray<ScaleMatch>? ByNotes(string[] words, HouseStyle style)
    {
        if (words.Length < 2)
            return null;
        var notes = new List<NoteName>();
        foreach (var word in words)
        {
            if (!NoteNaming.TryParse(style.NoteNames, word, out var note))
                return null;
            notes.Add(note);
        }

        NoteName[] wanted = [.. notes.Distinct()];
        var spelled = Holding(style, scale => wanted.All(scale.Contains), wanted);
        return spelled.IsEmpty
            ? [.. Holding(style, scale => wanted.All(note => scale.Any(other => other.PitchClass == note.PitchClass)), wanted).Select(match => match with { Why = "by sound" })]
            : spelled;
    }

    // Those with just these notes first, on the first note typed; then those with the fewest others.
    private static ImmutableArray<ScaleMatch> Holding(HouseStyle style, Func<ImmutableArray<NoteName>, bool> holds, NoteName[] wanted) =>
    [
        .. from type in ScaleTypes.All
           from tonic in Tonics
           where style.CanSpell(type, tonic)
           let notes = style.Spell(type, tonic).Ascending[..^1]
           where holds(notes)
           let others = notes.Length - wanted.Length
           orderby others, tonic != wanted[0], !wanted.Contains(tonic), Math.Abs(tonic.Fifths)
           select new ScaleMatch(type, tonic, others == 0 ? "just these notes" : $"and {CountText.Word(others)} more"),
    ];

    private static ImmutableArray<ScaleMatch> ByName(string[] words, HouseStyle style)
    {
        // "e flat dorian" before "e", so that the longest tonic is taken.
        for (var length = Math.Min(3, words.Length); length >= 1; length--)
        {
            if (!NoteNaming.TryParse(style.NoteNames, string.Join(' ', words[..length]), out var tonic))
                continue;
            var types = length == words.Length ? ScaleTypes.All : Named(string.Join(' ', words[length..]));
            return [.. types.Where(type => style.CanSpell(type, tonic)).Select(type => new ScaleMatch(type, tonic, null))];
        }

        return [.. Named(string.Join(' ', words)).Select(type => new ScaleMatch(type, null, null))];
    }

    private static ImmutableArray<ScaleType> Named(string name)
    {
        var exact = ScaleNames.Find(name);
        return [.. exact, .. ScaleNames.Starting(name).Except(exact)];
    }
}
