using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>The sign of a clef, named for the note whose line it marks.</summary>
public enum ClefSign
{
    /// <summary>The line of G above middle C.</summary>
    G,

    /// <summary>The line of F below middle C.</summary>
    F,

    /// <summary>The line of middle C.</summary>
    C,
}

/// <summary>
/// A clef: its sign, the line it marks, and where signatures stand in it. One row, which the page, the score and the load of
/// a question all read.
/// </summary>
public sealed record Clef
{
    private readonly string _name;
    private readonly string _sharps;
    private readonly string _flats;

    private Clef(string id, int number, string name, ClefSign sign, int line, int octaves, int unfamiliarity, string sharps, string flats)
    {
        (Id, Number, _name, Sign, Line, Octaves, Unfamiliarity, _sharps, _flats) = (
            id,
            number,
            name,
            sign,
            line,
            octaves,
            unfamiliarity,
            sharps,
            flats
        );
        var marked = sign switch
        {
            ClefSign.G => At(Letter.G, 4 + octaves),
            ClefSign.F => At(Letter.F, 3 + octaves),
            _ => At(Letter.C, 4 + octaves),
        };
        // From the marked line down to the bottom one there are two steps a line.
        var bottom = marked.StaffStep - (2 * (line - 1));
        BottomLine = At((Letter)(bottom % Letters.Count), bottom / Letters.Count);
    }

    // Places of the sharps F C G D A E B and the flats B E A D G C F, in half spaces above the bottom line.
    // Common practice, no source; checked against an engraving library's rendering.

    /// <summary>The G clef.</summary>
    public static Clef Treble { get; } = new("treble", 0, "Treble", ClefSign.G, 2, 0, 0, "8 5 9 6 3 7 4", "4 7 3 6 2 5 1");

    /// <summary>The F clef.</summary>
    public static Clef Bass { get; } = new("bass", 1, "Bass", ClefSign.F, 4, 0, 1, "6 3 7 4 1 5 2", "2 5 1 4 0 3 -1");

    /// <summary>The C clef on the middle line.</summary>
    public static Clef Alto { get; } = new("alto", 2, "Alto", ClefSign.C, 3, 0, 2, "7 4 8 5 2 6 3", "3 6 2 5 1 4 0");

    /// <summary>The C clef on the fourth line.</summary>
    public static Clef Tenor { get; } = new("tenor", 3, "Tenor", ClefSign.C, 4, 0, 3, "2 6 3 7 4 8 5", "5 8 4 7 3 6 2");

    /// <summary>The G clef with an eight below it, for guitar and tenor voice: written as they sound.</summary>
    public static Clef TrebleEightBelow { get; } =
        new("treble-8", 4, "Treble 8 below", ClefSign.G, 2, -1, 1, "8 5 9 6 3 7 4", "4 7 3 6 2 5 1");

    /// <summary>Every clef, in the order teachers list them.</summary>
    public static ImmutableArray<Clef> All { get; } = [Treble, Bass, Alto, Tenor, TrebleEightBelow];

    /// <summary>The name in files.</summary>
    public string Id { get; }

    /// <summary>
    /// The number saved questions and draws know it by, from 0 without a gap: the next that is free when a clef comes into the
    /// program, and its own for ever, wherever it stands in the list.
    /// </summary>
    public int Number { get; }

    /// <summary>The name on screen and paper.</summary>
    public string Name => TheoryTexts.Term("clef", _name);

    /// <summary>The name inside a sentence: "treble".</summary>
    public string InSentence => TheoryTexts.Term("clef in a sentence", _name.ToLowerInvariant());

    /// <summary>The sign.</summary>
    public ClefSign Sign { get; }

    /// <summary>The line the sign marks, 1 the bottom line.</summary>
    public int Line { get; }

    /// <summary>Octaves the notes sound above what the plain sign says, by a figure at the sign: -1 for an eight below.</summary>
    public int Octaves { get; }

    /// <summary>How much harder it is to read for most, against the treble clef: part of a question's load.</summary>
    public int Unfamiliarity { get; }

    /// <summary>The pitch on the bottom line.</summary>
    public Pitch BottomLine { get; }

    /// <summary>The clef of this name in files, or null.</summary>
    /// <param name="id">Such as "treble".</param>
    public static Clef? Find(string? id) => All.FirstOrDefault(clef => clef.Id == id);

    /// <summary>Whether the same places are the same letters in another clef, as in treble and treble 8 below.</summary>
    /// <param name="other">The other clef.</param>
    public bool ReadsAs(Clef other) => BottomLine.Name.Letter == other.BottomLine.Name.Letter;

    /// <summary>Half spaces above the bottom line: 0 the bottom line, 8 the top line, negative below.</summary>
    /// <param name="pitch">The pitch.</param>
    public int Position(Pitch pitch) => pitch.StaffStep - BottomLine.StaffStep;

    /// <summary>Where a signature's accidentals stand, in the order they are written, in half spaces above the bottom line.</summary>
    /// <param name="signature">The signature.</param>
    public ImmutableArray<int> SignaturePositions(KeySignature signature) =>
        [.. (signature.Kind == Accidental.Flat ? _flats : _sharps).Split(' ').Take(signature.Count).Select(int.Parse)];

    /// <summary>Ledger lines a note at a position needs.</summary>
    /// <param name="position">Half spaces above the bottom line.</param>
    public static int LedgerLines(int position) => position < 0 ? -position / 2 : Math.Max(0, position - 8) / 2;

    /// <summary>The lower tonic that keeps a scale on the staff with the fewest ledger lines, the lower one on a tie.</summary>
    /// <param name="scale">The scale.</param>
    public Pitch LowestTonic(Scale scale) => LowestTonic(scale, 1);

    /// <summary>The lower tonic that keeps a scale of several octaves on the staff with the fewest ledger lines, the lower one on a
    /// tie.</summary>
    /// <param name="scale">The scale.</param>
    /// <param name="octaves">How many octaves.</param>
    public Pitch LowestTonic(Scale scale, int octaves)
    {
        return Enumerable
            .Range(Math.Max(0, BottomLine.Octave - 2), 5)
            .Select(octave => new Pitch(scale.Tonic, octave))
            .MinBy(tonic => Ledgers(scale, tonic, octaves));
    }

    /// <summary>Ledger lines a scale needs from a lower tonic up, all notes together.</summary>
    /// <param name="scale">The scale.</param>
    /// <param name="lowestTonic">The lower tonic.</param>
    /// <param name="octaves">How many octaves.</param>
    public int Ledgers(Scale scale, Pitch lowestTonic, int octaves)
    {
        return scale.Pitches(Direction.Ascending, lowestTonic, octaves).Sum(pitch => LedgerLines(Position(pitch)));
    }

    /// <summary>The clef's name.</summary>
    public override string ToString() => Name;

    private static Pitch At(Letter letter, int octave) => new(new NoteName(letter), octave);
}
