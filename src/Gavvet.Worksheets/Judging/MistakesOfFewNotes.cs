using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Judging;

/// <summary>Generators of lines that differ from the one asked in a note or two, and have a name of their own.</summary>
internal static class MistakesOfFewNotes
{
    // Coming down sixth and seventh, or one of them, are as they were going up.
    public static IEnumerable<Explanation> NotRestored(Ground ground)
    {
        var (up, down) = (ground.Scale.Ascending, ground.Scale.Descending);
        if (ground.Direction == Direction.Ascending || ground.Type.Id != "melodic-minor" || !ground.Scale.Type.IsTwoWay)
            yield break;
        ImmutableArray<NoteName> raised = [.. up.Reverse()];
        foreach (var (seventh, sixth) in new[] { (true, true), (true, false), (false, true) })
        {
            var line = down.SetItem(1, seventh ? raised[1] : down[1]).SetItem(2, sixth ? raised[2] : down[2]);
            ImmutableArray<NoteName> kept = [.. seventh ? [raised[1]] : Array.Empty<NoteName>(), .. sixth ? [raised[2]] : Array.Empty<NoteName>()];
            ImmutableArray<NoteName> restored = [.. seventh ? [down[1]] : Array.Empty<NoteName>(), .. sixth ? [down[2]] : Array.Empty<NoteName>()];
            foreach (var meant in ground.EachWay(FindingCode.NotRestoredDescending, up, line, Explanation.Mark, new FindingSubject.Notes(restored), new FindingSubject.Notes(kept), later: seventh == sixth ? 0 : seventh ? 1 : 2).Where(meant => meant.Explains != Way.Up))
                yield return meant;
        }
    }

    // One turn of the circle moves one note, the last sharp or the last flat, by seven fifths.
    public static IEnumerable<Explanation> NeighbourKey(Ground ground)
    {
        if (!ground.Type.IsKey)
            yield break;
        var key = new Key(ground.Tonic, ground.Type.IsMajor ? KeyMode.Major : KeyMode.Minor).Fifths;
        foreach (var (from, to) in new[] { (key - 1, key + 6), (key + 5, key - 2) })
        {
            if (!NoteName.HasFifths(from) || !NoteName.HasFifths(to))
                continue;
            var (note, moved) = (NoteName.FromFifths(from), NoteName.FromFifths(to));
            ImmutableArray<NoteName> notes = [.. ground.Line.Select(name => name == note ? moved : name)];
            if (!notes.SequenceEqual(ground.Line))
                yield return ground.Named(FindingCode.NeighbourKey, notes, ground.Turn, Explanation.Mark, FindingSubject.Of(note), FindingSubject.Of(moved), place: notes.IndexOf(moved), inItsOwnTerms: false);
        }
    }

    // A line struck out of a longer one, with some of what had to go.
    public static IEnumerable<Explanation> StruckDegrees(Ground ground)
    {
        if (ground.Type.Base is not { } from || !ScaleSpelling.CanSpell(from, ground.Tonic))
            yield break;
        ImmutableArray<NoteName> struck = [.. ScaleWorking.Derive(ScaleSpelling.Spell(from, ground.Tonic), ground.Scale).Struck.Select(note => note.Note)];
        for (var chosen = 1; chosen < 1 << Math.Min(struck.Length, 3); chosen++)
        {
            ImmutableArray<NoteName> kept = [.. struck.Where((_, i) => (chosen >> i & 1) == 1)];
            var (up, down) = (With(ground.Scale.Ascending, kept, false), With(ground.Scale.Descending, kept, true));
            foreach (var meant in ground.EachWay(FindingCode.StruckDegreeKept, up, down, Explanation.Mark, FindingSubject.None, new FindingSubject.Notes(kept), placeOf: kept[0]))
                yield return meant;
        }

        ImmutableArray<NoteName> With(ImmutableArray<NoteName> line, ImmutableArray<NoteName> kept, bool descending)
        {
            int Height(NoteName note) => ground.Tonic.Letter.LettersUpTo(note.Letter);
            var inner = line[1..^1].Concat(kept).OrderBy(note => descending ? -Height(note) : Height(note));
            return [line[0], .. inner, line[^1]];
        }
    }

    // Under whichever name the house style spells it going up or down.
    public static IEnumerable<Explanation> WithoutBlueNote(Ground ground)
    {
        if (ground.Type is not { Family: ScaleFamily.Blues, Characteristic: { } blue })
            return [];
        bool IsBlue(NoteName note) => (note.Fifths - ground.Tonic.Fifths - blue.Fifths) % 12 == 0;
        var first = ground.Line.First(IsBlue);
        return ground.EachWay(FindingCode.BlueNoteMissing, [.. ground.Scale.Ascending.Where(note => !IsBlue(note))], [.. ground.Scale.Descending.Where(note => !IsBlue(note))], Explanation.Mark, FindingSubject.Of(first), FindingSubject.None, place: ground.Line.IndexOf(first));
    }
}
