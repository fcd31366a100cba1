using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Judging;

/// <summary>Generators of lines that differ from the one asked in a note or two, and have a name of their own.</summary>
internal static class MistakesOfFewNotes
{
    // Coming down sixth and seventh, or one of them, are as they were going up.
    public static IEnumerable<Explanation> NotRestored(LineAsked lineAsked)
    {
        var (up, down) = (lineAsked.Scale.Ascending, lineAsked.Scale.Descending);
        if (lineAsked.Direction == Direction.Ascending || lineAsked.Type.Id != "melodic-minor" || !lineAsked.Scale.Type.IsTwoWay)
            yield break;
        ImmutableArray<NoteName> raised = [.. up.Reverse()];
        foreach (var (seventh, sixth) in new[] { (true, true), (true, false), (false, true) })
        {
            var line = down.SetItem(1, seventh ? raised[1] : down[1]).SetItem(2, sixth ? raised[2] : down[2]);
            ImmutableArray<NoteName> kept =
            [
                .. seventh ? [raised[1]] : Array.Empty<NoteName>(),
                .. sixth ? [raised[2]] : Array.Empty<NoteName>(),
            ];
            ImmutableArray<NoteName> restored =
            [
                .. seventh ? [down[1]] : Array.Empty<NoteName>(),
                .. sixth ? [down[2]] : Array.Empty<NoteName>(),
            ];
            foreach (
                var meant in lineAsked
                    .EachWay(
                        FindingCode.NotRestoredDescending,
                        up,
                        line,
                        Explanation.Mark,
                        new FindingSubject.Notes(restored),
                        new FindingSubject.Notes(kept),
                        later: seventh == sixth ? 0
                            : seventh ? 1
                            : 2
                    )
                    .Where(meant => meant.Explains != Way.Up)
            )
                yield return meant;
        }
    }

    // One turn of the circle moves one note, the last sharp or the last flat, by seven fifths.
    public static IEnumerable<Explanation> NeighbourKey(LineAsked lineAsked)
    {
        if (!lineAsked.Type.IsKey)
            yield break;
        var key = new Key(lineAsked.Tonic, lineAsked.Type.IsMajor ? KeyMode.Major : KeyMode.Minor).Fifths;
        foreach (var (from, to) in new[] { (key - 1, key + 6), (key + 5, key - 2) })
        {
            if (!NoteName.HasFifths(from) || !NoteName.HasFifths(to))
                continue;
            var (note, moved) = (NoteName.FromFifths(from), NoteName.FromFifths(to));
            ImmutableArray<NoteName> notes = [.. lineAsked.Line.Select(name => name == note ? moved : name)];
            if (!notes.SequenceEqual(lineAsked.Line))
                yield return lineAsked.Named(
                    FindingCode.NeighbourKey,
                    notes,
                    lineAsked.Turn,
                    Explanation.Mark,
                    FindingSubject.Of(note),
                    FindingSubject.Of(moved),
                    place: notes.IndexOf(moved),
                    inItsOwnTerms: false
                );
        }
    }

    // A line struck out of a longer one, with some of what had to go.
    public static IEnumerable<Explanation> StruckDegrees(LineAsked lineAsked)
    {
        if (lineAsked.Type.Base is not { } from || !ScaleSpelling.CanSpell(from, lineAsked.Tonic))
            yield break;
        ImmutableArray<NoteName> struck =
        [
            .. ScaleWorking.Derive(ScaleSpelling.Spell(from, lineAsked.Tonic), lineAsked.Scale).Struck.Select(note => note.Note),
        ];
        for (var chosen = 1; chosen < 1 << Math.Min(struck.Length, 3); chosen++)
        {
            ImmutableArray<NoteName> kept = [.. struck.Where((_, i) => (chosen >> i & 1) == 1)];
            var (up, down) = (With(lineAsked.Scale.Ascending, kept, false), With(lineAsked.Scale.Descending, kept, true));
            foreach (
                var meant in lineAsked.EachWay(
                    FindingCode.StruckDegreeKept,
                    up,
                    down,
                    Explanation.Mark,
                    FindingSubject.None,
                    new FindingSubject.Notes(kept),
                    placeOf: kept[0]
                )
            )
                yield return meant;
        }

        ImmutableArray<NoteName> With(ImmutableArray<NoteName> line, ImmutableArray<NoteName> kept, bool descending)
        {
            int Height(NoteName note) => lineAsked.Tonic.Letter.LettersUpTo(note.Letter);
            var inner = line[1..^1].Concat(kept).OrderBy(note => descending ? -Height(note) : Height(note));
            return [line[0], .. inner, line[^1]];
        }
    }

    // Under whichever name the house style spells it going up or down.
    public static IEnumerable<Explanation> WithoutBlueNote(LineAsked lineAsked)
    {
        if (lineAsked.Type is not { Family: ScaleFamily.Blues, Characteristic: { } blue })
            return [];
        bool IsBlue(NoteName note) => (note.Fifths - lineAsked.Tonic.Fifths - blue.Fifths) % 12 == 0;
        var first = lineAsked.Line.First(IsBlue);
        return lineAsked.EachWay(
            FindingCode.BlueNoteMissing,
            [.. lineAsked.Scale.Ascending.Where(note => !IsBlue(note))],
            [.. lineAsked.Scale.Descending.Where(note => !IsBlue(note))],
            Explanation.Mark,
            FindingSubject.Of(first),
            FindingSubject.None,
            place: lineAsked.Line.IndexOf(first)
        );
    }
}
