using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.CompilerServices;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>
/// Everything a student may have meant by an answer, as a table of small generators of lines. Each has its price;
/// what remains is counted by <see cref="Slips"/>.
/// </summary>
internal sealed class Explanations
{
    private const int MostKept = 128;

    // Mistakes that may touch one note alone, and what else is right.
    private static readonly ImmutableArray<Func<LineAsked, IEnumerable<Explanation>>> OfFewNotes =
    [
        MistakesOfFewNotes.NotRestored,
        MistakesOfFewNotes.NeighbourKey,
        MistakesOfFewNotes.StruckDegrees,
        MistakesOfFewNotes.WithoutBlueNote,
        OtherWrittenKey,
        OtherSpellings,
    ];

    // Mistakes of a whole line: they explain nothing that one slip does not.
    private static readonly ImmutableArray<Func<LineAsked, IEnumerable<Explanation>>> OfWholeLine =
    [
        SignsForgotten,
        ConcertPitch,
        WrongWay,
        Reverse,
        OneDirection,
        BothDirections,
        TwoOctaves,
        OtherClef,
        StartedElsewhere,
        MisreadTonic,
        TwinTonic,
        Shifted,
    ];

    private static readonly ConcurrentDictionary<Question, Explanations> Known = new();

    private static int _kept;

    private readonly ConcurrentDictionary<NoteName, ImmutableArray<Explanation>> _onTonics = new(concurrencyLevel: 1, capacity: 5);
    private readonly Lazy<ImmutableArray<Explanation>> _near;
    private readonly Lazy<ImmutableArray<Explanation>> _far;
    private readonly Lazy<ImmutableArray<OtherForm>> _forms;

    private Explanations(AskedScale asked)
    {
        LineAsked = new LineAsked(asked);
        Line = new SpelledLine(LineAsked.Line, LineAsked.Turn).Meant(null);
        _near = new Lazy<ImmutableArray<Explanation>>(() => [.. OfFewNotes.SelectMany(generator => generator(LineAsked))]);
        _far = new Lazy<ImmutableArray<Explanation>>(() => [.. OfWholeLine.SelectMany(generator => generator(LineAsked))]);
        _forms = new Lazy<ImmutableArray<OtherForm>>(() =>
            [
                .. Confusions
                    .Of(LineAsked.Type)
                    .Where(form => Confusions.Explains(LineAsked.Asked, form.Code, form.Written))
                    .Select(form => new OtherForm(LineAsked, form)),
            ]
        );
    }

    /// <summary>The question they stand on.</summary>
    public LineAsked LineAsked { get; }

    /// <summary>The line asked, as the key has it.</summary>
    public Explanation Line { get; }

    /// <summary>The accepted spellings of the line asked, and mistakes that may touch one note alone.</summary>
    public ImmutableArray<Explanation> Near => _near.Value;

    /// <summary>Mistakes of a whole line, which explain nothing that one slip does not.</summary>
    public ImmutableArray<Explanation> Far => _far.Value;

    /// <summary>The explanations of answers to a question.</summary>
    /// <param name="asked">The question.</param>
    /// <exception cref="UnwritableNoteException">The scale asked cannot be written.</exception>
    public static Explanations Of(AskedScale asked)
    {
        var question = new Question(
            asked.Type,
            asked.Tonic,
            asked.Direction,
            asked.Part,
            asked.Clef,
            asked.Style,
            asked.TonicAsked,
            asked.Beside
        );
        if (Known.TryGetValue(question, out var known))
            return known;
        // A class asks the same few scales many times over; beyond that nothing is kept.
        if (Interlocked.Increment(ref _kept) > MostKept)
        {
            Known.Clear();
            _kept = 1;
        }

        return Known[question] = new Explanations(asked);
    }

    /// <summary>Other scales on the tonic that an answer may be, as far as they can cost no more than is known.</summary>
    /// <param name="names">The names in the answer.</param>
    /// <param name="written">The notes written; empty where they cannot be told by their places.</param>
    /// <param name="halves">What it costs as it is explained so far.</param>
    /// <param name="wrongName">What a wrong name with the right sound costs.</param>
    public IEnumerable<Explanation> Forms(ulong names, ImmutableArray<ReadNote> written, int halves, int wrongName) =>
        _forms.Value.Where(form => form.CanExplain(names, written.AsSpan(), halves, wrongName, Line.Names)).SelectMany(form => form.Meant);

    /// <summary>The scale on the tonics an answer may be written on.</summary>
    /// <param name="written">The notes written.</param>
    public IEnumerable<Explanation> OnOtherTonics(ReadOnlySpan<ReadNote> written)
    {
        var line = LineAsked.Line;
        var tonics = new List<NoteName>(5);
        // A tonic for which one of the outer notes would be right; the first note itself is one.
        foreach (
            var (place, note) in new[]
            {
                (0, 0),
                (1, 1),
                (2, 2),
                (line.Length - 1, written.Length - 1),
                (line.Length - 2, written.Length - 2),
            }
        )
        {
            if (place < 0 || place >= line.Length || note < 0 || note >= written.Length)
                continue;
            var fifths = written[note].Name.Fifths - (line[place].Fifths - LineAsked.Tonic.Fifths);
            if (NoteName.HasFifths(fifths) && !tonics.Contains(NoteName.FromFifths(fifths)))
                tonics.Add(NoteName.FromFifths(fifths));
        }

        // And one for which two others would be: as notes are mended its price must still bound what is left.
        for (var i = 3; written.Length == line.Length && i < line.Length - 2; i++)
        {
            var fifths = written[i].Name.Fifths - (line[i].Fifths - LineAsked.Tonic.Fifths);
            for (var j = 0; written[i].Name != line[i] && j < i; j++)
            {
                if (
                    written[j].Name != line[j]
                    && written[j].Name.Fifths - (line[j].Fifths - LineAsked.Tonic.Fifths) == fifths
                    && NoteName.HasFifths(fifths)
                    && !tonics.Contains(NoteName.FromFifths(fifths))
                )
                    tonics.Add(NoteName.FromFifths(fifths));
            }
        }

        return tonics.SelectMany(tonic => _onTonics.GetOrAdd(tonic, OnTonic));
    }

    // Styles are compared as they are passed around: looking into each of their choices would take longer than it saves.
    private readonly record struct Question(
        ScaleType Type,
        NoteName Tonic,
        Direction Direction,
        Instrument? Part,
        Clef? Clef,
        HouseStyle Style,
        bool TonicAsked,
        ImmutableArray<ScaleType> Beside
    )
    {
        public bool Equals(Question other) =>
            TonicAsked == other.TonicAsked
            && Beside.AsSpan().SequenceEqual(other.Beside.AsSpan())
            && Type == other.Type
            && Tonic == other.Tonic
            && Direction == other.Direction
            && ReferenceEquals(Part, other.Part)
            && ReferenceEquals(Clef, other.Clef)
            && ReferenceEquals(Style, other.Style);

        public override int GetHashCode() =>
            HashCode.Combine(Type, Tonic, Direction, RuntimeHelpers.GetHashCode(Part), RuntimeHelpers.GetHashCode(Style));
    }

    // The tonic under another sign or name, and one that comes of transposing the other way, have names of their own.
    private ImmutableArray<Explanation> OnTonic(NoteName tonic)
    {
        var wrongWay = LineAsked.Asked.Part is { } part ? LineAsked.Asked.Tonic.Fifths - part.WrittenFifths : int.MaxValue;
        return tonic.Letter == LineAsked.Tonic.Letter || tonic.PitchClass == LineAsked.Tonic.PitchClass || tonic.Fifths == wrongWay
            ? []
            :
            [
                .. LineAsked.On(
                    FindingCode.WrongTonic,
                    LineAsked.Type,
                    tonic,
                    _ => LineAsked.OtherTonic,
                    FindingSubject.Of(LineAsked.Tonic),
                    FindingSubject.Of(tonic)
                ),
            ];
    }

    private static IEnumerable<Explanation> OtherSpellings(LineAsked lineAsked) =>
        lineAsked.Accepted(lineAsked.Scale, lineAsked.Direction).Skip(1).Select(line => line.Meant(null));

    // No sign at all where two or more are needed: each of them, but half of all at most.
    private static IEnumerable<Explanation> SignsForgotten(LineAsked lineAsked)
    {
        var signs = lineAsked.Line.Where(note => note.Accidental != Accidental.Natural).Distinct().Count();
        if (signs > 1)
            yield return lineAsked.Named(
                FindingCode.SignsForgotten,
                [.. lineAsked.Line.Select(note => new NoteName(note.Letter))],
                lineAsked.Turn,
                Math.Min(signs, lineAsked.Line.Length / 2) * Explanation.Mark,
                inItsOwnTerms: false
            );
    }

    private static IEnumerable<Explanation> ConcertPitch(LineAsked lineAsked) =>
        lineAsked.Asked.Part is null || lineAsked.Asked.Tonic == lineAsked.Tonic
            ? []
            : lineAsked.On(
                FindingCode.ConcertForWritten,
                lineAsked.Type,
                lineAsked.Asked.Tonic,
                _ => lineAsked.OtherTonic,
                lineAsked.ItsScale,
                new FindingSubject.ScaleOn(lineAsked.Type, lineAsked.Asked.Tonic)
            );

    private static IEnumerable<Explanation> WrongWay(LineAsked lineAsked)
    {
        if (lineAsked.Asked.Part is not { } part || !NoteName.HasFifths(lineAsked.Asked.Tonic.Fifths - part.WrittenFifths))
            return [];
        var tonic = NoteName.FromFifths(lineAsked.Asked.Tonic.Fifths - part.WrittenFifths);
        return tonic.PitchClass == lineAsked.Tonic.PitchClass
            ? []
            : lineAsked.On(
                FindingCode.TransposedWrongWay,
                lineAsked.Type,
                tonic,
                lineAsked.HalfOfDiffering,
                lineAsked.ItsScale,
                new FindingSubject.ScaleOn(lineAsked.Type, tonic)
            );
    }

    // A part that transposes may read either of two enharmonic keys; none begins on a double sharp or flat.
    private static IEnumerable<Explanation> OtherWrittenKey(LineAsked lineAsked) =>
        lineAsked.Asked.Part is not { } part || part.WrittenFifths == 0
            ? []
            : lineAsked
                .Twins()
                .Where(tonic => Math.Abs((int)tonic.Accidental) < 2)
                .SelectMany(tonic =>
                    lineAsked.On(null, lineAsked.Type, tonic, _ => 0, FindingSubject.None, FindingSubject.None, placeByPlace: false)
                );

    private static IEnumerable<Explanation> TwinTonic(LineAsked lineAsked) =>
        lineAsked.Asked.Part is { } part && part.WrittenFifths != 0
            ? []
            : lineAsked
                .Twins()
                .SelectMany(tonic =>
                    lineAsked.On(
                        FindingCode.EnharmonicName,
                        lineAsked.Type,
                        tonic,
                        _ => lineAsked.WrongName,
                        lineAsked.ItsScale,
                        new FindingSubject.ScaleOn(lineAsked.Type, tonic)
                    )
                );

    private static IEnumerable<Explanation> MisreadTonic(LineAsked lineAsked) =>
        Enum.GetValues<Accidental>()
            .Select(sign => new NoteName(lineAsked.Tonic.Letter, sign))
            .Where(tonic => tonic != lineAsked.Tonic)
            .SelectMany(tonic =>
                lineAsked.On(
                    FindingCode.TonicMisread,
                    lineAsked.Type,
                    tonic,
                    lineAsked.HalfOfDiffering,
                    lineAsked.ItsScale,
                    new FindingSubject.ScaleOn(lineAsked.Type, tonic)
                )
            );

    private static IEnumerable<Explanation> Reverse(LineAsked lineAsked)
    {
        if (lineAsked.Direction == Direction.Both)
        {
            yield return lineAsked.Named(
                FindingCode.WrongDirection,
                DownAndUp(lineAsked),
                lineAsked.Scale.Descending.Length - 1,
                fallsFirst: true
            );
            yield break;
        }

        foreach (var line in lineAsked.Accepted(lineAsked.Scale, lineAsked.Direction).Take(LineAsked.MostSpellings))
            yield return lineAsked.Named(FindingCode.WrongDirection, [.. line.Notes.Reverse()], line.Notes.Length - 1 - line.Turn);
        if (!lineAsked.Scale.Type.IsTwoWay)
            yield break;
        // Of a two-way scale the other line is as much the reverse.
        yield return lineAsked.Direction == Direction.Ascending
            ? lineAsked.Named(FindingCode.WrongDirection, lineAsked.Scale.Descending, 0)
            : lineAsked.Named(FindingCode.WrongDirection, lineAsked.Scale.Ascending, lineAsked.Scale.Ascending.Length - 1);
    }

    private static IEnumerable<Explanation> OneDirection(LineAsked lineAsked)
    {
        if (lineAsked.Direction != Direction.Both)
            yield break;
        foreach (var direction in new[] { Direction.Ascending, Direction.Descending })
        {
            foreach (var line in lineAsked.Accepted(lineAsked.Scale, direction).Take(LineAsked.MostSpellings))
                yield return line.Meant(
                    FindingCode.DirectionMissing,
                    (lineAsked.Line.Length - line.Notes.Length) * Explanation.Mark,
                    lineAsked.ItsScale,
                    FindingSubject.None,
                    direction == Direction.Ascending ? "down" : "up"
                );
        }
    }

    private static IEnumerable<Explanation> BothDirections(LineAsked lineAsked)
    {
        if (lineAsked.Direction == Direction.Both)
            yield break;
        yield return new SpelledLine(lineAsked.Scale.Notes(Direction.Both), lineAsked.Scale.Ascending.Length - 1).Meant(
            FindingCode.DirectionExtra,
            Explanation.Mark,
            lineAsked.ItsScale,
            FindingSubject.None
        );
        yield return new SpelledLine(DownAndUp(lineAsked), lineAsked.Scale.Descending.Length - 1, FallsFirst: true).Meant(
            FindingCode.DirectionExtra,
            Explanation.Mark,
            lineAsked.ItsScale,
            FindingSubject.None
        );
    }

    private static ImmutableArray<NoteName> DownAndUp(LineAsked lineAsked) =>
        [.. lineAsked.Scale.Descending, .. lineAsked.Scale.Ascending[1..]];

    private static IEnumerable<Explanation> TwoOctaves(LineAsked lineAsked)
    {
        var notes = lineAsked.Scale.Notes(lineAsked.Direction, 2);
        var turn = lineAsked.Direction switch
        {
            Direction.Ascending => notes.Length - 1,
            Direction.Descending => 0,
            _ => 2 * (lineAsked.Scale.Ascending.Length - 1),
        };
        yield return new SpelledLine(notes, turn).Meant(FindingCode.OctaveExtra, Explanation.Mark, lineAsked.ItsScale, FindingSubject.None);
    }

    // The places of the right notes in another clef are other letters, with the signs the student wrote.
    private static IEnumerable<Explanation> OtherClef(LineAsked lineAsked)
    {
        if (lineAsked.Asked.Clef is not { } clef)
            yield break;
        foreach (var other in Clef.All)
        {
            var letters = clef.BottomLine.StaffStep - other.BottomLine.StaffStep;
            if (letters % Letters.Count == 0)
                continue;
            ImmutableArray<NoteName> notes = [.. lineAsked.Line.Select(note => new NoteName(note.Letter.Up(letters), note.Accidental))];
            yield return lineAsked.Named(
                FindingCode.ClefMisread,
                notes,
                lineAsked.Turn,
                lineAsked.HalfOfDiffering(notes),
                FindingSubject.None,
                FindingSubject.None,
                other.InSentence
            );
        }
    }

    private static IEnumerable<Explanation> StartedElsewhere(LineAsked lineAsked)
    {
        var up = lineAsked.Scale.Ascending[..^1];
        var down = lineAsked.Scale.Descending[..^1];
        for (var turn = 1; turn < Math.Max(up.Length, down.Length); turn++)
        {
            if (lineAsked.Direction == Direction.Descending)
            {
                yield return Rotated(Turned(down, turn), 0, down[turn]);
                continue;
            }

            var line = Turned(up, turn);
            if (lineAsked.Direction == Direction.Ascending)
                yield return Rotated(line, line.Length - 1, up[turn]);
            else if (down.IndexOf(up[turn]) is var back and >= 0)
                yield return Rotated([.. line, .. Turned(down, back)[1..]], line.Length - 1, up[turn]);
        }

        Explanation Rotated(ImmutableArray<NoteName> notes, int top, NoteName first) =>
            lineAsked.Named(FindingCode.StartedElsewhere, notes, top, lineAsked.OtherTonic, lineAsked.ItsScale, FindingSubject.Of(first));

        static ImmutableArray<NoteName> Turned(ImmutableArray<NoteName> core, int by) => [.. core[by..], .. core[..by], core[by]];
    }

    // A letter left out, or written twice, and the line goes on from there: the count is right, and every note after it is off.
    private static IEnumerable<Explanation> Shifted(LineAsked lineAsked)
    {
        if (!lineAsked.Type.IsSevenLetters || lineAsked.Direction == Direction.Both)
            yield break;
        var line = lineAsked.Line;
        for (var i = 1; i < line.Length - 1; i++)
        {
            // What was left out is made up for at the end, by the next of the scale or by the closing note again.
            foreach (var last in new[] { line[1], line[^1] })
                yield return Off(FindingCode.LetterSkipped, i, [.. line[..i], .. line[(i + 1)..], last]);
            yield return Off(FindingCode.LetterRepeated, i, [.. line[..i], line[i - 1], .. line[i..^1]]);
        }

        Explanation Off(FindingCode code, int place, ImmutableArray<NoteName> notes) =>
            lineAsked.Named(
                code,
                notes,
                lineAsked.Turn,
                Explanation.Mark,
                FindingSubject.Of(line[place]),
                FindingSubject.Of(notes[place]),
                place: place,
                inItsOwnTerms: false
            );
    }
}
