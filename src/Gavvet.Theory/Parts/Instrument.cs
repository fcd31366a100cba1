using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A part of the room: the clef it reads, how it is written against concert pitch, and how far it reaches.</summary>
public sealed record Instrument
{
    private Instrument(string id, string name, Clef clef, Interval written, bool isAbove, Pitch lowest, Pitch highest) =>
        (Id, Name, Clef, WrittenInterval, IsWrittenAbove, Lowest, Highest) = (id, name, clef, written, isAbove, lowest, highest);

    // id | name | clef | written against concert | lowest and highest practical written pitch (from memory, for school players)
    private const string Table = """
        concert-treble    | Concert pitch, treble clef    | treble | =     | G3  | C6
        concert-bass      | Concert pitch, bass clef      | bass   | =     | C2  | C4
        concert-alto      | Concert pitch, alto clef      | alto   | =     | C3  | E5
        concert-tenor     | Concert pitch, tenor clef     | tenor  | =     | C2  | C5
        flute             | Flute                         | treble | =     | C4  | C7
        treble-recorder   | Treble recorder               | treble | =     | F4  | G6
        tenor-recorder    | Tenor recorder                | treble | =     | C4  | D6
        oboe              | Oboe                          | treble | =     | Bb3 | D6
        violin            | Violin                        | treble | =     | G3  | B5
        viola             | Viola                         | alto   | =     | C3  | E5
        cello             | Cello                         | bass   | =     | C2  | G4
        bassoon           | Bassoon                       | bass   | =     | Bb1 | G4
        trombone          | Trombone                      | bass   | =     | E2  | F4
        euphonium-bass    | Euphonium, bass clef          | bass   | =     | E2  | F4
        tuba              | Tuba                          | bass   | =     | E1  | C4
        soprano-sax       | Soprano saxophone             | treble | +M2   | Bb3 | F6
        clarinet          | Clarinet in B flat            | treble | +M2   | E3  | C6
        clarinet-a        | Clarinet in A                 | treble | +m3   | E3  | C6
        trumpet           | Trumpet in B flat             | treble | +M2   | F#3 | C6
        cornet            | Cornet in B flat              | treble | +M2   | F#3 | C6
        tenor-sax         | Tenor saxophone               | treble | +M9   | Bb3 | F6
        bass-clarinet     | Bass clarinet, treble clef    | treble | +M9   | E3  | C6
        euphonium-treble  | Euphonium, treble clef        | treble | +M9   | F#3 | C6
        alto-sax          | Alto saxophone                | treble | +M6   | Bb3 | F6
        baritone-sax      | Baritone saxophone            | treble | +M13  | A3  | F6
        e-flat-clarinet   | Clarinet in E flat            | treble | -m3   | E3  | C6
        tenor-horn        | Tenor horn in E flat          | treble | +M6   | F#3 | C6
        horn              | Horn in F                     | treble | +P5   | F#3 | C6
        cor-anglais       | Cor anglais                   | treble | +P5   | B3  | D6
        guitar            | Guitar                        | treble | +P8   | E3  | B5
        double-bass       | Double bass                   | bass   | +P8   | E2  | G4
        keyboard          | Keyboard                      | treble | =     | A2  | C7
        tenor-voice       | Tenor voice                   | treble-8 | =   | C3  | C5
        piccolo           | Piccolo                       | treble | -P8   | D4  | C7
        descant-recorder  | Descant recorder              | treble | -P8   | C4  | D6
        bass-recorder     | Bass recorder                 | bass   | -P8   | F2  | G4
        """;

    /// <summary>Every part, concert pitch first.</summary>
    public static ImmutableArray<Instrument> All { get; } = [.. Table.Split('\n').Select(Row)];

    /// <summary>The name in files.</summary>
    public string Id { get; }

    /// <summary>The name on screen and paper.</summary>
    public string Name { get; }

    /// <summary>The name inside a sentence: "alto saxophone", "clarinet in B flat".</summary>
    public string InSentence => char.ToLowerInvariant(Name[0]) + Name[1..];

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

    /// <summary>Fifths from a concert tonic to the written one.</summary>
    public int WrittenFifths => (IsWrittenAbove ? 1 : -1) * WrittenInterval.Fifths;

    /// <summary>The part of this id.</summary>
    /// <param name="id">Such as "alto-sax".</param>
    /// <exception cref="FormatException">There is none; the message offers the nearest.</exception>
    public static Instrument Parse(string id)
    {
        var plain = ScaleNames.Plain(id);
        return All.FirstOrDefault(part => ScaleNames.Plain(part.Id) == plain || ScaleNames.Plain(part.Name) == plain)
            ?? throw new FormatException($"“{id}” is not a part here. Did you mean {All.MinBy(part => TextDistance.Between(ScaleNames.Plain(part.Id), plain))!.Id}?");
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
            Pitch.Parse(cells[5]));
    }
}
