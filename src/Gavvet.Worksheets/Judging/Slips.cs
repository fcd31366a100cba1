using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>What remains of an answer when it is read as one line that was meant: the slips against it, and what they cost.</summary>
internal sealed class Slips
{
    private readonly Explanation _meant;
    private readonly ImmutableArray<ReadNote> _written;
    private readonly AskedScale _asked;
    private readonly ImmutableArray<(int Meant, int Written)> _pairs;
    private readonly List<Slip> _slips = [];

    private Slips(
        Explanation meant,
        ImmutableArray<ReadNote> written,
        ImmutableArray<(int Meant, int Written)> pairs,
        AskedScale asked,
        int wrongName
    )
    {
        (_meant, _written, _pairs, _asked) = (meant, written, pairs, asked);
        Name();
        foreach (var slip in _slips)
            Halves += MarkCount.Halves(asked.Style, slip.Code);
        (Touched, IsComplete) = Compare(wrongName);
    }

    /// <summary>How many there are.</summary>
    public int Count => _slips.Count;

    /// <summary>The slips, one for what is the same going up and coming down.</summary>
    public IEnumerable<Finding> Findings =>
        _slips.Select(slip => new Finding(slip.Code, slip.Position, Of(slip.Expected), Of(slip.Found), slip.Detail)
        {
            On = WayOf(slip.Place),
            In = KeyAt(slip.Place),
        });

    /// <summary>What they cost, in halves of a mark.</summary>
    public int Halves { get; private set; }

    /// <summary>What the notes would cost that are those of the line meant and not those asked; same notes count once.</summary>
    public int Touched { get; }

    /// <summary>Whether no note is the one asked where the line meant has another, and one at least tells them apart.</summary>
    public bool IsComplete { get; }

    /// <summary>Whether the answer is the line meant, note for note.</summary>
    public bool IsExact =>
        _slips.Count == 0
        && _pairs.Length == _meant.Notes.Length
        && _pairs.Length == _written.Length
        && (_meant.Instead.IsEmpty || IsComplete || Touched == 0);

    /// <summary>The answer against a line.</summary>
    /// <param name="meant">The line.</param>
    /// <param name="written">The notes written.</param>
    /// <param name="asked">What was asked.</param>
    /// <param name="wrongName">What a wrong name with the right sound costs, in halves of a mark.</param>
    /// <param name="most">What the slips may cost at most, in halves of a mark.</param>
    /// <returns>The slips, or null where they cost more.</returns>
    public static Slips? Against(
        Explanation meant,
        ImmutableArray<ReadNote> written,
        AskedScale asked,
        int wrongName,
        int most = int.MaxValue
    )
    {
        // What one slip is counted as, where it is made twice: half of all may go, or the tonic at one end.
        var comesTwice = Explanation.ComesTwice(meant.Notes.Length, meant.Turn) || written.Any(note => note.HeldOver);
        var mostBefore =
            most == int.MaxValue ? most
            : comesTwice ? 2 * most
            : written[0].Name == written[^1].Name ? most + Explanation.Mark
            : most;
        return NoteAlignment.Align(meant, written.AsSpan(), wrongName, mostBefore) is { } pairs
            ? new Slips(meant, written, pairs, asked, wrongName)
            : null;
    }

    /// <summary>Whether a note should stand somewhere where it does not.</summary>
    /// <param name="note">The note.</param>
    public bool Expects(NoteName note) => _slips.Exists(slip => slip.Expected == note);

    /// <summary>Whether all that should stand somewhere are notes of a line.</summary>
    /// <param name="line">The line.</param>
    public bool ExpectOnly(ImmutableArray<NoteName> line) =>
        _slips.TrueForAll(slip => slip.Expected is not { } note || line.Contains(note));

    /// <summary>The place among the notes written where a place of the line meant stands, from 1.</summary>
    /// <param name="place">A place in the line.</param>
    public int PositionOf(int place) =>
        _pairs.Where(pair => pair.Meant >= place && pair.Written >= 0).Select(pair => pair.Written).FirstOrDefault() + 1;

    private static FindingSubject Of(NoteName? note) => note is { } name ? FindingSubject.Of(name) : FindingSubject.None;

    // The same slip in both directions is one; notes missing or in the wrong octave are counted where they stand.
    private void Add(Slip slip)
    {
        foreach (var other in _slips)
        {
            if (
                other.Code == slip.Code
                && (
                    slip.Code == FindingCode.CancellationForgotten
                    || (
                        other.Expected == slip.Expected
                        && other.Found == slip.Found
                        && (
                            slip.Code is not (FindingCode.MissingNote or FindingCode.ExtraNote or FindingCode.OctaveDisplaced)
                            || other.Position == slip.Position
                        )
                    )
                )
            )
                return;
        }

        _slips.Add(slip);
    }

    private (int Touched, bool IsComplete) Compare(int wrongName)
    {
        if (_meant.Instead.IsEmpty)
            return (0, true);
        var (touched, halves) = (new List<(NoteName Instead, NoteName Meant)>(), 0);
        var (isComplete, isMeant) = (true, false);
        foreach (var (m, w) in _pairs)
        {
            if (m < 0 || w < 0 || _meant.Notes[m] == _meant.Instead[m])
                continue;
            if (_written[w].Name == _meant.Notes[m])
            {
                Touch(m);
                // A bare note that an earlier accidental still holds was not meant to be what it is.
                isMeant |= !_written[w].HeldOver || _written[w].Unheld != _meant.Instead[m];
            }
            else if (_written[w].Name == _meant.Instead[m])
            {
                isComplete = false;
            }
            else if (_written[w].Name.PitchClass == _meant.Notes[m].PitchClass)
            {
                // The same mistake under another name.
                Touch(m);
            }
        }

        return (halves, isComplete && isMeant);

        void Touch(int place)
        {
            var pair = (_meant.Instead[place], _meant.Notes[place]);
            if (touched.Contains(pair))
                return;
            touched.Add(pair);
            halves += pair.Item1.PitchClass == pair.Item2.PitchClass ? wrongName : Explanation.Mark;
        }
    }

    private void Name()
    {
        var octaves = Octaves();
        var (after, before) = (0, 0);
        foreach (var (m, w) in _pairs)
        {
            if (w < 0)
            {
                // A line that goes on a letter off misses a note of its own.
                var missing =
                    _meant.InItsOwnTerms || _meant.Instead.IsEmpty || _meant.Code is FindingCode.LetterSkipped or FindingCode.LetterRepeated
                        ? _meant.Notes[m]
                        : _meant.Instead[m];
                var isLast = m == _meant.Notes.Length - 1;
                Add(
                    new Slip(
                        isLast ? FindingCode.OctaveMissing : FindingCode.MissingNote,
                        after + 1,
                        m,
                        missing,
                        null,
                        !isLast && StandsElsewhere(missing)
                            ? after == _written.Length
                                ? "end"
                                : "here"
                            : null
                    )
                );
                continue;
            }

            after = w + 1;
            before = Math.Max(before, m);
            if (m < 0)
            {
                Add(new Slip(FindingCode.ExtraNote, after, before, null, _written[w].Name));
                continue;
            }

            var expected = Expected(m, w);
            var fault = Fault(expected, m, w);
            if (fault is null or FindingCode.EnharmonicName && octaves is { } right && Rise(expected, m, w, right) is var rise and not 0)
                Add(new Slip(FindingCode.OctaveDisplaced, after, m, expected, _written[w].Name, rise > 0 ? "high" : "low"));
            else if (fault is { } code)
                Add(
                    new Slip(
                        code,
                        after,
                        m,
                        expected,
                        _written[w].Name,
                        code == FindingCode.LetterSkipped && !SkipsLetter(w) ? "other" : null
                    )
                );
        }
    }

    // A note that is missing here stands as often as it should, but somewhere else.
    private bool StandsElsewhere(NoteName note) =>
        _written.Count(written => written.Name == note)
        >= (_meant.InItsOwnTerms || _meant.Instead.IsEmpty ? _meant.Notes : _meant.Instead).Count(name => name == note);

    // Whether a letter is left out between a note and the one before it, whichever way the line goes.
    private bool SkipsLetter(int w) =>
        _asked.Type.IsSevenLetters
        && w > 0
        && _written[w - 1].Name.Letter.LettersUpTo(_written[w].Name.Letter) is not (0 or 1 or Letters.Count - 1);

    // In which octave most notes stand that have their right name; null where nothing is said of octaves.
    private int? Octaves() =>
        !_written.Any(note => note.StaffStep is not null)
            ? null
            : _pairs
                .Where(pair =>
                    pair.Meant >= 0
                    && pair.Written >= 0
                    && _written[pair.Written].StaffStep is not null
                    && IsRight(pair.Meant, pair.Written)
                )
                .GroupBy(pair => _written[pair.Written].StaffStep!.Value - Height(pair.Meant, _written[pair.Written].Name))
                .OrderByDescending(group => group.Count())
                .FirstOrDefault()
                ?.Key;

    // Semitones by which a note of the right sound stands too high, where the line begins at a staff place.
    private int Rise(NoteName expected, int m, int w, int first) =>
        _written[w].StaffStep is { } step
            ? Pitch.At(_written[w].Name, step).Semitones - Pitch.At(expected, first + Height(m, expected)).Semitones
            : 0;

    // Letters above the first note for a name at a place of the line, where another letter may stand for the one meant.
    private int Height(int place, NoteName name) =>
        _meant.Heights[place] + ((_meant.Notes[place].Letter.LettersUpTo(name.Letter) + 3) % Letters.Count) - 3;

    private bool IsRight(int m, int w) =>
        _written[w].Name == _meant.Notes[m] || (!_meant.Instead.IsEmpty && _written[w].Name == _meant.Instead[m]);

    // What is said of a note is said of the line asked, except where the whole line is another.
    private NoteName Expected(int m, int w) =>
        _meant.InItsOwnTerms || _meant.Instead.IsEmpty || _written[w].Name == _meant.Notes[m] ? _meant.Notes[m] : _meant.Instead[m];

    private Way WayOf(int place) =>
        _asked.Direction == Direction.Both && _meant.Turn < _meant.Notes.Length - 1 && place > _meant.Turn != _meant.FallsFirst
            ? Way.Down
            : Way.Whole;

    // A line on another tonic, or with another number of notes, has its slips in its own key.
    private FindingSubject.ScaleOn? Key() =>
        _meant is { Code: not null, Signature: var (type, tonic) } && (_meant.InItsOwnTerms || _meant.Instead.IsEmpty)
            ? new FindingSubject.ScaleOn(type, tonic)
            : null;

    // Where one way alone is another scale, the other way has its slips in the one asked.
    private FindingSubject.ScaleOn? KeyAt(int place) =>
        _meant.Explains == Way.Whole || place > _meant.Turn == (_meant.Explains == Way.Down) ? Key() : null;

    private FindingCode? Fault(NoteName expected, int m, int w)
    {
        var written = _written[w];
        if (IsRight(m, w))
            return null;
        if (written.HeldOver && written.Unheld == expected)
            return FindingCode.CancellationForgotten;
        if (expected.PitchClass == written.Name.PitchClass)
            return FindingCode.EnharmonicName;
        return expected.Letter == written.Name.Letter ? WrongSign(expected, written) : WrongLetter(m, w);
    }

    private FindingCode WrongLetter(int m, int w)
    {
        // In the key of a line on another tonic its first note is a note like any other.
        if (m == 0 && w == 0 && Key() is null)
            return FindingCode.WrongTonic;
        if (w == 0)
            return FindingCode.LetterSkipped;
        var (before, here) = (_written[w - 1], _written[w]);
        var climbed = before.Name.Letter.LettersUpTo(here.Name.Letter);
        if (climbed == 0)
            return FindingCode.LetterRepeated;
        // Without octaves the nearer way is the one that was gone.
        var rises = here.StaffStep is { } to && before.StaffStep is { } from ? to > from : climbed <= 3;
        return rises == (m <= _meant.Turn != _meant.FallsFirst) ? FindingCode.LetterSkipped : FindingCode.LettersTurnBack;
    }

    // A natural against the signature is a sign like any other; where it changes nothing it is none.
    private static FindingCode WrongSign(NoteName expected, ReadNote written) =>
        (
            expected.Accidental == written.BySignature,
            written is { Sign: Accidental.Natural, BySignature: Accidental.Natural } ? null : written.Sign
        ) switch
        {
            (true, null) => FindingCode.CancellationForgotten,
            (true, _) => FindingCode.AccidentalExtra,
            (false, null) => FindingCode.AccidentalMissing,
            _ => FindingCode.AccidentalWrong,
        };

    // Which, where it stands among the notes written, which place of the line it is about, and the two notes.
    private readonly record struct Slip(
        FindingCode Code,
        int Position,
        int Place,
        NoteName? Expected,
        NoteName? Found,
        string? Detail = null
    );
}
