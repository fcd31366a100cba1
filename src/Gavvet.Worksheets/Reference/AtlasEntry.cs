using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Reference;

/// <summary>Everything there is to say of one scale on one tonic, in a house style.</summary>
public sealed class AtlasEntry
{
    // Frets from the open string to its octave.
    private const int Octave = 12;

    /// <summary>The entry of a scale.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    /// <param name="style">The house style.</param>
    /// <param name="clef">The clef it is shown in.</param>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental; the message offers a tonic that
    /// works.</exception>
    public AtlasEntry(ScaleType type, NoteName tonic, HouseStyle style, Clef clef)
    {
        (Type, Style, Clef, Scale) = (type, style, clef, style.Spell(type, tonic));
    }

    /// <summary>The scale type, as the catalogue has it.</summary>
    public ScaleType Type { get; }

    /// <summary>The house style.</summary>
    public HouseStyle Style { get; }

    /// <summary>The clef.</summary>
    public Clef Clef { get; }

    /// <summary>The scale, as the house style writes it.</summary>
    public Scale Scale { get; }

    /// <summary>The tonic.</summary>
    public NoteName Tonic => Scale.Tonic;

    /// <summary>The name: "A♭ Mixolydian".</summary>
    public string Name => Style.Say(Type, Tonic);

    /// <summary>The signature the house style prints, or null where it writes accidentals only.</summary>
    public KeySignature? Signature => Style.SignatureOf(Type, Tonic);

    /// <summary>The key it is, for major and the minor forms; null otherwise.</summary>
    public Key? Key => Type.Family == ScaleFamily.MajorAndMinor ? new Key(Tonic, Type.HasMinorThird ? KeyMode.Minor : KeyMode.Major) : null;

    /// <summary>The pitches up and down, in the octave with the fewest ledger lines.</summary>
    public ImmutableArray<Pitch> Pitches => Scale.Pitches(Direction.Both, Clef.LowestTonic(Scale));

    /// <summary>The degrees going up, or coming down where they differ.</summary>
    /// <param name="descending">Whether those coming down are meant; they too are listed from the tonic up.</param>
    public ImmutableArray<AtlasDegree> Degrees(bool descending)
    {
        var form = Scale.Type.Form(descending);
        var notes = descending ? Scale.Descending.Reverse() : Scale.Ascending;
        return
        [
            .. form.Degrees.Zip(notes, (degree, note) =>
                new AtlasDegree(
                    degree,
                    note,
                    Style.TechnicalName(Type, degree),
                    Style.Syllable(Type, degree),
                    DegreeNaming.Numeral(degree),
                    degree.FromTonic,
                    degree.ToOctave
                )
            ),
        ];
    }

    /// <summary>The chords of the line going up, and of the one coming down where it differs; none where the scale has not seven
    /// letters.</summary>
    public ImmutableArray<AtlasChords> ChordLines
    {
        get
        {
            if (!Scale.Type.IsSevenLetters)
                return [];
            return Scale.Type.IsTwoWay ? [ChordsOf(false), ChordsOf(true)] : [ChordsOf(false)];
        }
    }

    // The line coming down, as a scale that goes up through the same notes.
    private AtlasChords ChordsOf(bool descending)
    {
        var form = Scale.Type.Form(descending);
        var line = descending ? ScaleSpelling.Spell(Scale.Type with { Up = form, Down = form }, Tonic) : Scale;
        return new AtlasChords(descending, [.. form.Degrees.Zip(Chords.TriadsOf(line), Chords.SeventhsOf(line))]);
    }

    /// <summary>A chord's symbol, or a dash where none is settled.</summary>
    /// <param name="chord">The chord.</param>
    public string Symbol(Chord chord) => chord.Suffix is { } suffix ? $"{Style.Say(chord.Root)}{suffix}" : "–";

    /// <summary>The scale on a staff, up and down in one bar.</summary>
    public StaffFigure Staff
    {
        get
        {
            var pitches = Pitches;
            var notes = StaffNotes.InOneBar(pitches, Signature ?? default, Style);
            var places = pitches.Select(Clef.Position).ToArray();
            ImmutableArray<Mark> given = Signature is { } signature ? [new SignatureMark(signature), .. notes] : [.. notes];
            return new StaffFigure(
                Clef,
                notes.Length,
                Signature is { Count: > 0 },
                StaffRows.None,
                new StaffRange(Math.Min(0, places.Min()), Math.Max(8, places.Max())),
                given
            );
        }
    }

    /// <summary>One line of the scale on a staff with its steps between the notes and its degrees under them.</summary>
    /// <param name="descending">Whether the line coming down is meant.</param>
    public StaffFigure Spread(bool descending)
    {
        var direction = descending ? Direction.Descending : Direction.Ascending;
        var pitches = Scale.Pitches(direction, Clef.LowestTonic(Scale));
        var places = pitches.Select(Clef.Position).ToArray();
        var degrees = Scale.DegreesOf(direction);
        ImmutableArray<Mark> given =
        [
            .. Signature is { } signature ? [new SignatureMark(signature)] : ImmutableArray<Mark>.Empty,
            .. StaffNotes.InOneBar(pitches, Signature ?? default, Style),
            .. Style.Signs(Scale, direction).Select((sign, column) => new GapMark(column, sign)),
            // The upper tonic is the eighth where there are seven.
            .. degrees.Select(
                (degree, column) =>
                    new LabelMark(
                        column,
                        degree.Number == 1 && column == (descending ? 0 : degrees.Length - 1) && Scale.Type.IsSevenLetters
                            ? "8"
                            : $"{degree}"
                    )
            ),
        ];
        return new StaffFigure(
            Clef,
            pitches.Length,
            Signature is { Count: > 0 },
            StaffRows.Gaps | StaffRows.Labels,
            new StaffRange(Math.Min(0, places.Min()), Math.Max(8, places.Max())),
            given
        );
    }

    /// <summary>What parts read for it to sound: those that read the same notes together, in the order of the parts.</summary>
    public ImmutableArray<AtlasReading> Readings =>
        [
            .. Instrument
                .All.Select(part => (Part: part, Read: For(part)))
                .Where(pair => pair.Read is not null)
                .GroupBy(pair => pair.Read!.Tonic)
                .Select(group => new AtlasReading(group.First().Read!, [.. group.Select(pair => pair.Part)])),
        ];

    /// <summary>The scale going up on a keyboard.</summary>
    public KeyboardFigure Keyboard
    {
        get
        {
            var lowest = new Pitch(Tonic, 4);
            // It begins with the C or F at or under the tonic as it sounds: C♭4 lies under C4.
            var (octave, within) = Math.DivRem(lowest.Semitones, 12);
            var first = new Pitch(new NoteName(within < 5 ? Letter.C : Letter.F), octave);
            var pitches = Scale.Pitches(Direction.Ascending, lowest);
            // Up to the white key at or above the upper tonic.
            var last = first.StaffStep + 1;
            while (Pitch.At(new NoteName(Letter.C.Up(last)), last).Semitones < pitches[^1].Semitones)
                last++;
            return new KeyboardFigure(
                first,
                last - first.StaffStep + 1,
                [.. pitches.Select(pitch => new KeyMark(pitch.Semitones, Style.Say(pitch.Name)))]
            );
        }
    }

    /// <summary>The formula: degrees with the steps between them.</summary>
    /// <param name="descending">Whether that of the line coming down is meant.</param>
    public LetterLineFigure Formula(bool descending)
    {
        var form = Scale.Type.Form(descending);
        var direction = descending ? Direction.Descending : Direction.Ascending;
        ImmutableArray<Mark> given =
        [
            .. Scale
                .DegreesOf(direction)
                .Select((degree, column) => new LabelMark(column, column == form.Degrees.Length && !descending ? "8" : $"{degree}")),
            .. Style.Signs(Scale, direction).Select((sign, column) => new GapMark(column, sign)),
        ];
        return new LetterLineFigure(form.Degrees.Length + 1, true, given);
    }

    /// <summary>The scale on a fretboard, from the open strings to the twelfth fret.</summary>
    /// <param name="tuning">The open strings, from the lowest.</param>
    public FretboardFigure Fretboard(ImmutableArray<Pitch> tuning)
    {
        return new FretboardFigure(
            [.. tuning.Select(pitch => Style.Say(pitch.Name))],
            Octave,
            [.. FretboardDots.Of(Scale, Style, tuning, Octave)]
        );
    }

    /// <summary>The scale in one position of the left hand; the fretboard goes on beyond the twelfth fret where the position
    /// does.</summary>
    /// <param name="tuning">The open strings, from the lowest.</param>
    /// <param name="first">The first fret of the position, one of <see cref="FretPositions.Of"/>.</param>
    public FretboardFigure Fretboard(ImmutableArray<Pitch> tuning, int first)
    {
        var frets = Math.Max(Octave, first + FretPositions.Span(tuning) - 1);
        var reached = FretPositions.Notes(Scale, tuning, first);
        return new FretboardFigure(
            [.. tuning.Select(pitch => Style.Say(pitch.Name))],
            frets,
            [.. FretboardDots.Of(Scale, Style, tuning, frets).Where(dot => reached.Contains((dot.String, dot.Fret)))]
        );
    }

    /// <summary>The notes of the scale on the circle of fifths, where each is named by its major key's place.</summary>
    public CircleFigure Circle =>
        new([.. Scale.Ascending.SkipLast(1).Select(note => new HourMark((((note.Fifths % 12) + 23) % 12) + 1, Style.Say(note)))]);

    /// <summary>What an instrument reads for it to sound, or null where that cannot be written.</summary>
    /// <param name="part">The instrument.</param>
    public AtlasEntry? For(Instrument part)
    {
        var tonic = part.WrittenTonic(Type, Tonic);
        return Style.CanSpell(Type, tonic) ? new AtlasEntry(Type, tonic, Style, part.Clef) : null;
    }

    /// <summary>The working by the route the house style names.</summary>
    public ImmutableArray<string> Working =>
        [.. ScaleWorking.Of(Type, Tonic, Style).Select(step => WorkingSentences.Sentence(Style, step))];

    /// <summary>The route by degrees, in one sentence.</summary>
    public string ByDegrees =>
        Texts.Say(
            "atlas.degrees",
            ("degrees", string.Join(", ", Degrees(false).Select(degree => $"{degree.Degree} {Style.Say(degree.Note)}")))
        );

    /// <summary>The route by steps, in one sentence.</summary>
    public string BySteps =>
        WorkingSentences.Sentence(Style, new StepsWalked(Scale.Type, Scale.Ascending, Scale.MeasuredSteps(Direction.Ascending)));

    /// <summary>The rotations with the tonics they begin on, the scale itself apart.</summary>
    public ImmutableArray<AtlasRotation> Rotations =>
        [
            .. Scale
                .Type.Rotations()
                .Skip(1)
                .Select(rotation => new AtlasRotation(rotation.Position, Scale.Ascending[rotation.Position - 1], rotation.Types)),
        ];

    /// <summary>What its pattern is like, as sentences.</summary>
    public IEnumerable<string> Pattern
    {
        get
        {
            if (!Scale.Type.IsTwoWay && Scale.Type.IsPalindrome())
                yield return Texts.Say("atlas.palindrome");
            else if (!Scale.Type.IsTwoWay && Scale.Type.Reflections() is { IsEmpty: false } mirrors)
                yield return Texts.Say("atlas.mirror", ("scales", Texts.And(mirrors.Select(type => type.Name))));
            var transpositions = Scale.Type.Transpositions();
            if (transpositions == 12)
                yield break;
            yield return Texts.Say("atlas.transpositions", ("count", transpositions));
            if (transpositions > 1)
                yield return Texts.Say("atlas.same-notes", ("tonics", Style.Say(Scale.Type.TonicsSharingNotes(Tonic))));
        }
    }
}

/// <summary>A degree of an entry.</summary>
/// <param name="Degree">The degree.</param>
/// <param name="Note">The note.</param>
/// <param name="Technical">Its technical name, or null where the scale has none.</param>
/// <param name="Syllable">Its syllable, or null where none is settled.</param>
/// <param name="Numeral">Its Roman numeral.</param>
/// <param name="FromTonic">The interval from the tonic up to it.</param>
/// <param name="FromUpperTonic">The interval from the upper tonic down to it.</param>
public sealed record AtlasDegree(
    Degree Degree,
    NoteName Note,
    string? Technical,
    string? Syllable,
    string Numeral,
    Interval FromTonic,
    Interval FromUpperTonic
);

/// <summary>A scale some parts read in common.</summary>
/// <param name="Read">The scale as they read it.</param>
/// <param name="Parts">The parts.</param>
public sealed record AtlasReading(AtlasEntry Read, ImmutableArray<Instrument> Parts);

/// <summary>The chords of one line of an entry.</summary>
/// <param name="Descending">Whether it is the line coming down.</param>
/// <param name="Chords">On each degree a triad and a seventh chord.</param>
public sealed record AtlasChords(bool Descending, ImmutableArray<(Degree Degree, Chord Triad, Chord Seventh)> Chords);

/// <summary>A rotation of an entry.</summary>
/// <param name="Position">On which note it begins.</param>
/// <param name="Tonic">That note.</param>
/// <param name="Types">The scale types that sound so; empty when it has no name here.</param>
public sealed record AtlasRotation(int Position, NoteName Tonic, ImmutableArray<ScaleType> Types);
