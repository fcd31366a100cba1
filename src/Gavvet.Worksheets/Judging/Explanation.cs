using System.Collections.Immutable;
using System.Runtime.InteropServices;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>
/// A line a student may have meant, with the name and the price of that mistake. Slips that remain are counted against it:
/// the cheapest explanation of an answer is the one that is said.
/// </summary>
internal sealed class Explanation
{
    /// <summary>A mark, in halves: style rules give half a mark.</summary>
    public const int Mark = 2;

    private readonly ImmutableArray<NoteName> _instead = [];
    private ImmutableArray<int> _heights;

    /// <summary>A line meant.</summary>
    /// <param name="code">What meaning it is called; null for the line asked and its accepted spellings.</param>
    /// <param name="notes">Its notes in order.</param>
    /// <param name="turn">The place of the note after which it turns: the last where it goes up, 0 where it only comes down.</param>
    /// <param name="fallsFirst">Whether it comes down before it turns.</param>
    public Explanation(FindingCode? code, ImmutableArray<NoteName> notes, int turn, bool fallsFirst = false)
    {
        (Code, Notes, Turn, FallsFirst) = (code, notes, turn, fallsFirst);
        Names = NamesOrAsked = MaskOf(notes);
    }

    public FindingCode? Code { get; }

    public ImmutableArray<NoteName> Notes { get; }

    /// <summary>Letters above the first note.</summary>
    public ImmutableArray<int> Heights => _heights.IsDefault ? _heights = HeightsOf(Notes, Turn, FallsFirst) : _heights;

    public int Turn { get; }

    public bool FallsFirst { get; }

    /// <summary>Which notes stand in it, a bit each by fifths.</summary>
    public ulong Names { get; }

    /// <summary>Which notes stand in it or in the line asked that it stands for.</summary>
    public ulong NamesOrAsked { get; private init; }

    /// <summary>
    /// The line asked, where this one stands for it place by place. A note that is the asked one is then no slip, and the
    /// price is a cap on the notes that are not.
    /// </summary>
    public ImmutableArray<NoteName> Instead
    {
        get => _instead;
        init
        {
            _instead = value;
            NamesOrAsked = Names | MaskOf(value);
        }
    }

    /// <summary>What it costs, in halves of a mark, however many notes it touches.</summary>
    public int Price { get; init; }

    /// <summary>Whether it is priced by the notes it touches, as a house style may wish.</summary>
    public bool EachNote { get; init; }

    /// <summary>The most slips beside it with which it still explains an answer.</summary>
    public int MostSlips { get; init; } = int.MaxValue;

    /// <summary>Whether it is another scale on the tonic, so that the tonic must stand.</summary>
    public bool NeedsTonic => Code is FindingCode.OtherMode or FindingCode.OtherScale;

    /// <summary>Whether what remains is said in its own key, and not in the one asked.</summary>
    public bool InItsOwnTerms { get; init; }

    /// <summary>The scale whose signature would go with it, where that is not the one asked.</summary>
    public (ScaleType Type, NoteName Tonic)? Signature { get; init; }

    /// <summary>The place in the line where it begins to differ, which is where it is said.</summary>
    public int Place { get; init; }

    public FindingSubject Expected { get; init; } = FindingSubject.None;

    public FindingSubject Found { get; init; } = FindingSubject.None;

    public string? Detail { get; init; }

    /// <summary>For up and down: which way it explains, where the other is the line asked.</summary>
    public Way Explains { get; init; }

    /// <summary>The other mistake, where up and down have one each.</summary>
    public Explanation? Also { get; init; }

    /// <summary>How many slips an answer has at least against this line, counted quickly: the same slip up and down, or in two octaves,
    /// is one.</summary>
    /// <param name="written">The notes written.</param>
    public int LeastSlips(ReadOnlySpan<ReadNote> written)
    {
        if (written.Length != Notes.Length)
            return (Math.Abs(written.Length - Notes.Length) + 1) / 2;
        var other = 0;
        for (var i = 0; i < written.Length; i++)
        {
            if (written[i].Name != Notes[i] && (_instead.IsEmpty || written[i].Name != _instead[i]))
                other++;
        }

        return Least(other, Notes.Length, Turn, written);
    }

    /// <summary>Whether notes come twice in a line, going up and coming down or in two octaves, so that a slip may be made twice and
    /// count once.</summary>
    /// <param name="length">How many notes there are.</param>
    /// <param name="turn">Where the line turns.</param>
    public static bool ComesTwice(int length, int turn)
    {
        const int oneOctave = 13;
        return (turn > 0 && turn < length - 1) || length > oneOctave;
    }

    /// <summary>How many slips there are at least where so many notes are others.</summary>
    /// <param name="other">How many are others.</param>
    /// <param name="length">How many notes there are.</param>
    /// <param name="turn">Where the line turns.</param>
    /// <param name="written">The notes written.</param>
    public static int Least(int other, int length, int turn, ReadOnlySpan<ReadNote> written)
    {
        // The tonic wrong at both ends is one slip. Or one note is left out and another is one too many.
        return Math.Min(
            ComesTwice(length, turn) ? (other + 1) / 2
                : written[0].Name == written[^1].Name ? Math.Max(other - 1, other > 0 ? 1 : 0)
                : other,
            2
        );
    }

    /// <summary>A bit for each name.</summary>
    public static ulong MaskOf(ImmutableArray<NoteName> notes)
    {
        var mask = 0UL;
        foreach (var note in notes.AsSpan())
            mask |= Bit(note);
        return mask;
    }

    /// <summary>The bit of a name.</summary>
    public static ulong Bit(NoteName note) => Bit(note.Fifths);

    /// <summary>The bit of a name, by fifths.</summary>
    public static ulong Bit(int fifths) => 1UL << (fifths + 15);

    private static ImmutableArray<int> HeightsOf(ImmutableArray<NoteName> notes, int turn, bool fallsFirst)
    {
        var heights = new int[notes.Length];
        for (var i = 1; i < notes.Length; i++)
            heights[i] =
                heights[i - 1]
                + (
                    i <= turn != fallsFirst
                        ? notes[i - 1].Letter.LettersUpTo(notes[i].Letter)
                        : -notes[i].Letter.LettersUpTo(notes[i - 1].Letter)
                );
        return ImmutableCollectionsMarshal.AsImmutableArray(heights);
    }

    /// <summary>Up here, down there: two mistakes in one answer.</summary>
    /// <param name="up">What explains the way up.</param>
    /// <param name="down">What explains the way down.</param>
    public static Explanation Both(Explanation up, Explanation down) =>
        new(up.Code, [.. up.Notes[..(up.Turn + 1)], .. down.Notes[(down.Turn + 1)..]], up.Turn)
        {
            Instead = up.Instead.IsEmpty || down.Instead.IsEmpty ? [] : up.Instead,
            Price = up.Price + down.Price,
            EachNote = up.EachNote,
            Expected = up.Expected,
            Found = up.Found,
            Detail = up.Detail,
            Place = up.Place,
            Signature = up.Signature,
            Explains = up.Explains,
            Also = down,
        };
}
