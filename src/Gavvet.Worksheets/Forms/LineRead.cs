using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Forms;

/// <summary>How something written stands to what is asked at its place.</summary>
internal enum Likeness
{
    /// <summary>It is another thing.</summary>
    Other,

    /// <summary>It sounds the same under another name.</summary>
    SoundsAlike,

    /// <summary>It is what is asked.</summary>
    Same,
}

/// <summary>A line of an answer, read against what is asked on it place by place.</summary>
/// <param name="Of">How many things are asked.</param>
/// <param name="Wrong">How many are missing, wrong or too many; no more than are asked.</param>
/// <param name="Renamed">How many sound right under another name.</param>
internal readonly record struct LineRead(int Of, int Wrong, int Renamed = 0)
{
    /// <summary>Whether it could be read as the thing asked for.</summary>
    public bool IsRead { get; private init; } = true;

    /// <summary>Whether one and the same thing stands at every place, so that no place was answered by itself.</summary>
    public bool IsOneForAll { get; private init; }

    /// <summary>The places that are not as asked, from 0, where each thing written has its own place; default otherwise.</summary>
    public ImmutableArray<int> Places { get; private init; }

    /// <summary>Whether all of it is as asked.</summary>
    public bool IsRight => IsRead && Wrong == 0 && Renamed == 0;

    /// <summary>Whether it sounds right, under other names.</summary>
    public bool SoundsRight => IsRead && Wrong == 0;

    /// <summary>What it loses, in halves of a mark a place.</summary>
    /// <param name="wrongName">What a wrong name with the right sound costs.</param>
    public int Halves(int wrongName) =>
        !IsRead || (IsOneForAll && !IsRight) ? 2 * Of : Math.Min(2 * Of, (2 * Wrong) + (wrongName * Renamed));

    /// <summary>What cannot be read as the thing asked for.</summary>
    /// <param name="of">How many things are asked.</param>
    public static LineRead NotRead(int of) => new(of, of) { IsRead = false };

    /// <summary>How a note that is written stands to the one asked.</summary>
    /// <param name="asked">The note asked.</param>
    /// <param name="written">The note written.</param>
    public static Likeness Like(NoteName asked, NoteName written) =>
        asked == written ? Likeness.Same
        : asked.PitchClass == written.PitchClass ? Likeness.SoundsAlike
        : Likeness.Other;

    /// <summary>One thing, right or not.</summary>
    /// <param name="isRight">Whether it is what is asked.</param>
    public static LineRead One(bool isRight) => new(1, isRight ? 0 : 1);

    /// <summary>Things in order: as few of them are wrong, missing or too many as an alignment leaves.</summary>
    /// <param name="of">How many are asked.</param>
    /// <param name="written">How many are written.</param>
    /// <param name="like">How one written stands to one asked: by the place asked, then the place written.</param>
    /// <param name="isOneForAll">Whether all that is written is one and the same.</param>
    public static LineRead InOrder(int of, int written, Func<int, int, Likeness> like, bool isOneForAll)
    {
        var cost = new (int Wrong, int Renamed)[of + 1, written + 1];
        for (var a = 0; a <= of; a++)
        {
            for (var w = 0; w <= written; w++)
            {
                if (a == 0 || w == 0)
                {
                    cost[a, w] = (a + w, 0);
                    continue;
                }

                var best = Less((cost[a - 1, w].Wrong + 1, cost[a - 1, w].Renamed), (cost[a, w - 1].Wrong + 1, cost[a, w - 1].Renamed));
                var pair = cost[a - 1, w - 1];
                cost[a, w] = Less(
                    best,
                    like(a - 1, w - 1) switch
                    {
                        Likeness.Same => pair,
                        Likeness.SoundsAlike => (pair.Wrong, pair.Renamed + 1),
                        _ => (pair.Wrong + 1, pair.Renamed),
                    }
                );
            }
        }

        var (wrong, renamed) = cost[of, written];
        ImmutableArray<int> apart =
            of == written ? [.. Enumerable.Range(0, of).Where(place => like(place, place) != Likeness.Same)] : default;
        return new LineRead(of, Math.Min(of, wrong), renamed)
        {
            IsOneForAll = isOneForAll && written > 1,
            Places = !apart.IsDefault && apart.Length == wrong + renamed ? apart : default,
        };
    }

    /// <summary>Things in any order.</summary>
    /// <param name="of">How many are asked.</param>
    /// <param name="written">How many are written.</param>
    /// <param name="like">How one written stands to one asked: by the place asked, then the place written.</param>
    /// <param name="isOneForAll">Whether all that is written is one and the same.</param>
    public static LineRead InAnyOrder(int of, int written, Func<int, int, Likeness> like, bool isOneForAll)
    {
        var (asked, left) = (Enumerable.Range(0, of).ToList(), Enumerable.Range(0, written).ToList());
        var same = Taken(Likeness.Same);
        var renamed = Taken(Likeness.SoundsAlike);
        return new LineRead(of, Math.Min(of, Math.Max(of, written) - same - renamed), renamed) { IsOneForAll = isOneForAll };

        int Taken(Likeness wanted) =>
            asked.RemoveAll(place => left.FindIndex(at => like(place, at) == wanted) is >= 0 and var found && left.Remove(left[found]));
    }

    private static (int Wrong, int Renamed) Less((int Wrong, int Renamed) one, (int Wrong, int Renamed) other) =>
        (2 * other.Wrong) + other.Renamed < (2 * one.Wrong) + one.Renamed ? other : one;
}
