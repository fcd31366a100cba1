using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Families of parts, as they are looked for.</summary>
public enum InstrumentFamily
{
    /// <summary>Concert pitch in a clef, for any instrument.</summary>
    Concert,

    /// <summary>Bowed strings.</summary>
    Strings,

    /// <summary>Woodwind and recorders.</summary>
    Woodwind,

    /// <summary>Brass.</summary>
    Brass,

    /// <summary>Guitar, keyboard and voice.</summary>
    Other,
}

/// <summary>A part of the room: the clef it reads, how it is written against concert pitch, and how far it reaches.</summary>
public sealed record Instrument
{
    private readonly string _name;

    private Instrument(
        string id,
        string name,
        Clef clef,
        Interval written,
        bool isAbove,
        Pitch lowest,
        Pitch highest,
        InstrumentFamily family
    ) =>
        (Id, _name, Clef, WrittenInterval, IsWrittenAbove, Lowest, Highest, Family) = (
            id,
            name,
            clef,
            written,
            isAbove,
            lowest,
            highest,
            family
        );

    // id | name | clef | written against concert | lowest and highest practical written pitch (from memory, for school players) | family
    private const string Table = """
        concert-treble    | Concert pitch, treble clef    | treble | =     | G3  | C6 | concert
        concert-bass      | Concert pitch, bass clef      | bass   | =     | C2  | C4 | concert
        concert-alto      | Concert pitch, alto clef      | alto   | =     | C3  | E5 | concert
        concert-tenor     | Concert pitch, tenor clef     | tenor  | =     | C2  | C5 | concert
        flute             | Flute                         | treble | =     | C4  | C7 | woodwind
        treble-recorder   | Treble recorder               | treble | =     | F4  | G6 | woodwind
        tenor-recorder    | Tenor recorder                | treble | =     | C4  | D6 | woodwind
        oboe              | Oboe                          | treble | =     | Bb3 | D6 | woodwind
        violin            | Violin                        | treble | =     | G3  | B5 | strings
        viola             | Viola                         | alto   | =     | C3  | E5 | strings
        cello             | Cello                         | bass   | =     | C2  | G4 | strings
        bassoon           | Bassoon                       | bass   | =     | Bb1 | G4 | woodwind
        trombone          | Trombone                      | bass   | =     | E2  | F4 | brass
        euphonium-bass    | Euphonium, bass clef          | bass   | =     | E2  | F4 | brass
        tuba              | Tuba                          | bass   | =     | E1  | C4 | brass
        soprano-sax       | Soprano saxophone             | treble | +M2   | Bb3 | F6 | woodwind
        clarinet          | Clarinet in B flat            | treble | +M2   | E3  | C6 | woodwind
        clarinet-a        | Clarinet in A                 | treble | +m3   | E3  | C6 | woodwind
        trumpet           | Trumpet in B flat             | treble | +M2   | F#3 | C6 | brass
        cornet            | Cornet in B flat              | treble | +M2   | F#3 | C6 | brass
        tenor-sax         | Tenor saxophone               | treble | +M9   | Bb3 | F6 | woodwind
        bass-clarinet     | Bass clarinet, treble clef    | treble | +M9   | E3  | C6 | woodwind
        euphonium-treble  | Euphonium, treble clef        | treble | +M9   | F#3 | C6 | brass
        alto-sax          | Alto saxophone                | treble | +M6   | Bb3 | F6 | woodwind
        baritone-sax      | Baritone saxophone            | treble | +M13  | A3  | F6 | woodwind
        e-flat-clarinet   | Clarinet in E flat            | treble | -m3   | E3  | C6 | woodwind
        tenor-horn        | Tenor horn in E flat          | treble | +M6   | F#3 | C6 | brass
        horn              | Horn in F                     | treble | +P5   | F#3 | C6 | brass
        cor-anglais       | Cor anglais                   | treble | +P5   | B3  | D6 | woodwind
        guitar            | Guitar                        | treble | +P8   | E3  | B5 | other
        double-bass       | Double bass                   | bass   | +P8   | E2  | G4 | strings
        keyboard          | Keyboard                      | treble | =     | A2  | C7 | other
        tenor-voice       | Tenor voice                   | treble-8 | =   | C3  | C5 | other
        piccolo           | Piccolo                       | treble | -P8   | D4  | C7 | woodwind
        descant-recorder  | Descant recorder              | treble | -P8   | C4  | D6 | woodwind
        bass-recorder     | Bass recorder                 | bass   | -P8   | F2  | G4 | woodwind
        """;

    /// <summary>Every part, concert pitch first.</summary>
    public static ImmutableArray<Instrument> All { get; } = [.. Table.Split('\n').Select(Row)];

    /// <summary>The name in files.</summary>
    public string Id { get; }

    /// <summary>The name on screen and paper.</summary>
    public string Name => TheoryTexts.Term("part", _name);

    /// <summary>The name inside a sentence: "alto saxophone", "clarinet in B flat".</summary>
    public string InSentence => TheoryTexts.Term("part in a sentence", char.ToLowerInvariant(_name[0]) + _name[1..]);

    /// <summary>The clef it reads.</summary>
    public Clef Clef { get; }

    /// <summary>How far written and concert pitch lie apart.</summary>
    public Interval WrittenInterval { get; }

    /// <summary>Whether it is written above concert pitch.</summary>
    public bool IsWrittenAbove { get; }

    /// <summary>The lowest practical written pitch.</summary>
    public Pitch Lowest { get; }

    /// <summary>The highest practical written pitch.</summary>
    public Pitch Highest { get; }

    /// <summary>Where it sits in the room.</summary>
    public InstrumentFamily Family { get; }

    /// <summary>Fifths from a concert tonic to the written one.</summary>
    public int WrittenFifths => (IsWrittenAbove ? 1 : -1) * WrittenInterval.Fifths;

    /// <summary>The part of this id, just as files have it, or null.</summary>
    /// <param name="id">Such as "alto-sax", or null.</param>
    public static Instrument? Find(string? id) => All.FirstOrDefault(part => part.Id == id);

    /// <summary>The part of this id.</summary>
    /// <param name="id">Such as "alto-sax".</param>
    /// <exception cref="FormatException">There is none; the message offers the nearest.</exception>
    public static Instrument Parse(string id)
    {
        var plain = ScaleNames.Plain(id);
        return All.FirstOrDefault(part => ScaleNames.Plain(part.Id) == plain || ScaleNames.Plain(part.Name) == plain)
            ?? throw new FormatException(
                TheoryTexts.Say(
                    "no-part",
                    ("id", id),
                    ("nearest", All.MinBy(part => TextDistance.Between(ScaleNames.Plain(part.Id), plain))!.Id)
                )
            );
    }

    private static Instrument Row(string line)
    {
        string[] cells = [.. line.Split('|').Select(cell => cell.Trim())];
        return new Instrument(
            cells[0],
            cells[1],
            Clef.Find(cells[2])!,
            cells[3] == "=" ? new Interval(0, 0) : Interval.Parse(cells[3][1..]),
            cells[3][0] != '-',
            Pitch.Parse(cells[4]),
            Pitch.Parse(cells[5]),
            Enum.Parse<InstrumentFamily>(cells[6], ignoreCase: true)
        );
    }
}
