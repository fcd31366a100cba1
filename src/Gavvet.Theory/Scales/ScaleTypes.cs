using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>The catalogue of scale types: a scale is one row.</summary>
public static class ScaleTypes
{
    // A line that begins with # names the family of the rows below it. Letters are given where a scale has not each of
    // the seven once; "down" continues the row above where the scale comes down otherwise; * marks a name that is not
    // settled among teachers. Degrees and steps are typed apart; the two routes hold one against the other.
    // id | degrees | steps | letters on C | parent and position | derived from | characteristic | unsettled | names | dated names | names
    // shared with other scales
    private const string Table = """
        # Major and minor
        major                               | 1 2 3 4 5 6 7                | 2 2 1 2 2 2 1           |              |                         |                       |    |   | major; Ionian
        natural-minor                       | 1 2 b3 4 5 b6 b7             | 2 1 2 2 1 2 2           |              | major 6                 |                       | b6 |   | natural minor; Aeolian                               |                       | minor
        harmonic-minor                      | 1 2 b3 4 5 b6 7              | 2 1 2 2 1 3 1           |              |                         | natural-minor         | 7  |   | harmonic minor                                       |                       | minor
        melodic-minor                       | 1 2 b3 4 5 6 7               | 2 1 2 2 2 2 1           |              |                         | natural-minor         | 6  |   | melodic minor (two-way)                              |                       | minor
          down                              | 1 2 b3 4 5 b6 b7             | 2 1 2 2 1 2 2
        melodic-minor-one-way               | 1 2 b3 4 5 6 7               | 2 1 2 2 2 2 1           |              |                         | natural-minor         |    |   | melodic minor (one way); jazz minor
        # Modes of major
        dorian                              | 1 2 b3 4 5 6 b7              | 2 1 2 2 2 1 2           |              | major 2                 | natural-minor         | 6  |   | Dorian
        phrygian                            | 1 b2 b3 4 5 b6 b7            | 1 2 2 2 1 2 2           |              | major 3                 |                       | b2 |   | Phrygian
        lydian                              | 1 2 3 #4 5 6 7               | 2 2 2 1 2 2 1           |              | major 4                 |                       | #4 |   | Lydian
        mixolydian                          | 1 2 3 4 5 6 b7               | 2 2 1 2 2 1 2           |              | major 5                 |                       | b7 |   | Mixolydian
        locrian                             | 1 b2 b3 4 b5 b6 b7           | 1 2 2 1 2 2 2           |              | major 7                 |                       | b5 |   | Locrian
        # Modes of melodic minor
        dorian-flat-2                       | 1 b2 b3 4 5 6 b7             | 1 2 2 2 2 1 2           |              | melodic-minor-one-way 2 |                       |    |   | Dorian b2; Phrygian natural 6
        lydian-sharp-5                      | 1 2 3 #4 #5 6 7              | 2 2 2 2 1 2 1           |              | melodic-minor-one-way 3 |                       |    |   | Lydian augmented; Lydian #5
        lydian-flat-7                       | 1 2 3 #4 5 6 b7              | 2 2 2 1 2 1 2           |              | melodic-minor-one-way 4 |                       |    |   | Lydian dominant; Lydian b7; acoustic; overtone
        mixolydian-flat-6                   | 1 2 3 4 5 b6 b7              | 2 2 1 2 1 2 2           |              | melodic-minor-one-way 5 |                       |    |   | Mixolydian b6; melodic major
        locrian-natural-2                   | 1 2 b3 4 b5 b6 b7            | 2 1 2 1 2 2 2           |              | melodic-minor-one-way 6 |                       |    |   | Locrian natural 2; half-diminished; Aeolian b5
        altered                             | 1 b2 b3 b4 b5 b6 b7          | 1 2 1 2 2 2 2           |              | melodic-minor-one-way 7 |                       |    |   | altered; super-Locrian; diminished whole-tone
        # Modes of harmonic minor
        locrian-natural-6                   | 1 b2 b3 4 b5 6 b7            | 1 2 2 1 3 1 2           |              | harmonic-minor 2        |                       |    |   | Locrian natural 6
        ionian-sharp-5                      | 1 2 3 4 #5 6 7               | 2 2 1 3 1 2 1           |              | harmonic-minor 3        |                       |    |   | Ionian #5; Ionian augmented
        dorian-sharp-4                      | 1 2 b3 #4 5 6 b7             | 2 1 3 1 2 1 2           |              | harmonic-minor 4        |                       |    |   | Dorian #4; Ukrainian Dorian                          | Romanian minor
        phrygian-dominant                   | 1 b2 3 4 5 b6 b7             | 1 3 1 2 1 2 2           |              | harmonic-minor 5        |                       |    |   | Phrygian dominant; Mixolydian b2 b6; Freygish; Hijaz | Spanish gypsy; Jewish | Phrygian major; Arabic; gypsy
        lydian-sharp-2                      | 1 #2 3 #4 5 6 7              | 3 1 2 1 2 2 1           |              | harmonic-minor 6        |                       |    |   | Lydian #2
        ultralocrian                        | 1 b2 b3 b4 b5 b6 bb7         | 1 2 1 2 2 1 3           |              | harmonic-minor 7        |                       |    |   | ultralocrian; super-Locrian bb7
        # Harmonic major and its modes
        harmonic-major                      | 1 2 3 4 5 b6 7               | 2 2 1 2 1 3 1           |              |                         | major                 |    |   | harmonic major; Ionian b6
        dorian-flat-5                       | 1 2 b3 4 b5 6 b7             | 2 1 2 1 3 1 2           |              | harmonic-major 2        |                       |    |   | Dorian b5; Locrian natural 2 natural 6
        phrygian-flat-4                     | 1 b2 b3 b4 5 b6 b7           | 1 2 1 3 1 2 2           |              | harmonic-major 3        |                       |    |   | Phrygian b4; altered natural 5
        lydian-flat-3                       | 1 2 b3 #4 5 6 7              | 2 1 3 1 2 2 1           |              | harmonic-major 4        |                       |    |   | Lydian b3; Lydian diminished; melodic minor #4
        mixolydian-flat-2                   | 1 b2 3 4 5 6 b7              | 1 3 1 2 2 1 2           |              | harmonic-major 5        |                       |    |   | Mixolydian b2
        lydian-sharp-2-sharp-5              | 1 #2 3 #4 #5 6 7             | 3 1 2 2 1 2 1           |              | harmonic-major 6        |                       |    |   | Lydian #2 #5; Lydian augmented #2
        locrian-double-flat-7               | 1 b2 b3 4 b5 b6 bb7          | 1 2 2 1 2 1 3           |              | harmonic-major 7        |                       |    |   | Locrian bb7
        # Double harmonic and its modes
        double-harmonic-major               | 1 b2 3 4 5 b6 7              | 1 3 1 2 1 3 1           |              |                         | major                 |    |   | double harmonic major; Byzantine; Arabic; Hijaz Kar; Phrygian major | gypsy major           | gypsy; double harmonic
        lydian-sharp-2-sharp-6              | 1 #2 3 #4 5 #6 7             | 3 1 2 1 3 1 1           |              | double-harmonic-major 2 |                       |    |   | Lydian #2 #6
        ultraphrygian                       | 1 b2 b3 b4 5 b6 bb7          | 1 2 1 3 1 1 3           |              | double-harmonic-major 3 |                       |    |   | ultraphrygian; Phrygian b4 bb7
        hungarian-minor                     | 1 2 b3 #4 5 b6 7             | 2 1 3 1 1 3 1           |              | double-harmonic-major 4 | harmonic-minor        |    |   | Hungarian minor; double harmonic minor; harmonic minor #4 | gypsy minor           | gypsy
        mixolydian-flat-2-flat-5            | 1 b2 3 4 b5 6 b7             | 1 3 1 1 3 1 2           |              | double-harmonic-major 5 |                       |    |   | Mixolydian b2 b5                                     | oriental
        ionian-sharp-2-sharp-5              | 1 #2 3 4 #5 6 7              | 3 1 1 3 1 2 1           |              | double-harmonic-major 6 |                       |    |   | Ionian #2 #5; Ionian augmented #2
        locrian-double-flat-3-double-flat-7 | 1 b2 bb3 4 b5 b6 bb7         | 1 1 3 1 2 1 3           |              | double-harmonic-major 7 |                       |    |   | Locrian bb3 bb7
        # Pentatonic
        major-pentatonic                    | 1 2 3 5 6                    | 2 2 3 2 3               | CDEGA        |                         | major                 |    |   | major pentatonic                                     |                       | pentatonic
        suspended-pentatonic                | 1 2 4 5 b7                   | 2 3 2 3 2               | CDFGB        | major-pentatonic 2      |                       |    |   | suspended pentatonic; Egyptian
        pentatonic-third-mode               | 1 b3 4 b6 b7                 | 3 2 3 2 2               | CEFAB        | major-pentatonic 3      |                       |    |   | pentatonic, third mode; man gong
        pentatonic-fourth-mode              | 1 2 4 5 6                    | 2 3 2 2 3               | CDFGA        | major-pentatonic 4      |                       |    |   | pentatonic, fourth mode; ritsusen
        minor-pentatonic                    | 1 b3 4 5 b7                  | 3 2 2 3 2               | CEFGB        | major-pentatonic 5      | natural-minor         |    |   | minor pentatonic                                     |                       | pentatonic
        dominant-pentatonic                 | 1 2 3 5 b7                   | 2 2 3 3 2               | CDEGB        |                         | mixolydian            |    |   | dominant pentatonic
        minor-six-pentatonic                | 1 b3 4 5 6                   | 3 2 2 2 3               | CEFGA        | dominant-pentatonic 4   | dorian                |    |   | minor-six pentatonic
        hirajoshi                           | 1 2 b3 5 b6                  | 2 1 4 1 4               | CDEGA        |                         | natural-minor         |    | * | hirajoshi
        iwato                               | 1 b2 4 b5 b7                 | 1 4 1 4 2               | CDFGB        | hirajoshi 2             | locrian               |    | * | iwato
        kumoi                               | 1 2 b3 5 6                   | 2 1 4 2 3               | CDEGA        |                         | dorian                |    | * | kumoi
        in-sen                              | 1 b2 4 5 b7                  | 1 4 2 3 2               | CDFGB        | kumoi 2                 | phrygian              |    | * | in-sen
        # Blues
        minor-blues                         | 1 b3 4 b5 5 b7               | 3 2 1 1 3 2             | CEFGGB       |                         | minor-pentatonic      | b5 |   | minor blues; blues
        major-blues                         | 1 2 b3 3 5 6                 | 2 1 1 3 2 3             | CDEEGA       | minor-blues 2           | major-pentatonic      | b3 |   | major blues
        # Symmetric
        whole-tone                          | 1 2 3 #4 #5 b7               | 2 2 2 2 2 2             | CDEFGB       |                         |                       |    |   | whole tone
        diminished-whole-half               | 1 2 b3 4 b5 b6 6 7           | 2 1 2 1 2 1 2 1         | CDEFGAAB     |                         |                       |    |   | diminished (whole-half); octatonic                   |                       | diminished
        diminished-half-whole               | 1 b2 b3 3 #4 5 6 b7          | 1 2 1 2 1 2 1 2         | CDEEFGAB     | diminished-whole-half 2 |                       |    |   | diminished (half-whole); dominant diminished         |                       | octatonic; diminished
        augmented                           | 1 #2 3 5 #5 7                | 3 1 3 1 3 1             | CDEGGB       |                         |                       |    |   | augmented
        chromatic                           | 1 #1 2 #2 3 4 #4 5 #5 6 #6 7 | 1 1 1 1 1 1 1 1 1 1 1 1 | CCDDEFFGGAAB |                         |                       |    |   | chromatic
          down                              | 1 b2 2 b3 3 4 b5 5 b6 6 b7 7 | 1 1 1 1 1 1 1 1 1 1 1 1 | CDDEEFGGAABB
        # Exotic
        neapolitan-minor                    | 1 b2 b3 4 5 b6 7             | 1 2 2 2 1 3 1           |              |                         | harmonic-minor        |    |   | Neapolitan minor                                     |                       | Neapolitan
        neapolitan-major                    | 1 b2 b3 4 5 6 7              | 1 2 2 2 2 2 1           |              |                         | melodic-minor-one-way |    |   | Neapolitan major                                     |                       | Neapolitan
        hungarian-major                     | 1 #2 3 #4 5 6 b7             | 3 1 2 1 2 1 2           |              |                         | lydian-flat-7         |    |   | Hungarian major
        persian                             | 1 b2 3 4 b5 b6 7             | 1 3 1 1 2 3 1           |              |                         | double-harmonic-major |    | * | Persian
        prometheus                          | 1 2 3 #4 6 b7                | 2 2 2 3 1 2             | CDEFAB       |                         | lydian-flat-7         |    | * | Prometheus
        enigmatic                           | 1 b2 3 #4 #5 #6 7            | 1 3 2 2 2 1 1           |              |                         |                       |    | * | enigmatic
          down                              | 1 b2 3 4 #5 #6 7             | 1 3 1 3 2 1 1
        # Bebop
        bebop-dominant                      | 1 2 3 4 5 6 b7 7             | 2 2 1 2 2 1 1 1         | CDEFGABB     |                         | mixolydian            |    |   | bebop dominant
        bebop-major                         | 1 2 3 4 5 #5 6 7             | 2 2 1 2 1 1 2 1         | CDEFGGAB     |                         | major                 |    |   | bebop major
        """;

    // Lines that a school of house style writes in place of a row's own.
    // id | of | degrees | steps | letters on C, and the same for the line down
    private const string VariantTable = """
        chromatic-harmonic          | chromatic     | 1 b2 2 b3 3 4 #4 5 b6 6 b7 7 | 1 1 1 1 1 1 1 1 1 1 1 1 | CDDEEFFGAABB |                            |                         |
        minor-blues-sharp-4-up      | minor-blues   | 1 b3 4 #4 5 b7               | 3 2 1 1 3 2             | CEFFGB       | 1 b3 4 b5 5 b7             | 3 2 1 1 3 2             | CEFGGB
        melodic-minor-both-ways     | melodic-minor | 1 2 b3 4 5 6 7               | 2 1 2 2 2 2 1           |              |                            |                         |
        """;

    private static readonly FrozenDictionary<string, ScaleType> ById;

    static ScaleTypes()
    {
        All = ReadTable();
        ById = All.ToFrozenDictionary(type => type.Id);
        var variants = Rows(VariantTable).ToDictionary(cells => cells[0], ReadVariant);
        HarmonicChromatic = variants["chromatic-harmonic"];
        BluesWithSharpFour = variants["minor-blues-sharp-4-up"];
        MelodicMinorBothWays = variants["melodic-minor-both-ways"];
        Variants = [.. variants.Values];
    }

    /// <summary>Every row, in teaching order.</summary>
    public static ImmutableArray<ScaleType> All { get; }

    /// <summary>The lines some schools write in place of a row's own; each keeps the row's id and names.</summary>
    public static ImmutableArray<ScaleType> Variants { get; }

    /// <summary>The major scale.</summary>
    public static ScaleType Major => ById["major"];

    /// <summary>The natural minor scale.</summary>
    public static ScaleType NaturalMinor => ById["natural-minor"];

    /// <summary>The harmonic minor scale.</summary>
    public static ScaleType HarmonicMinor => ById["harmonic-minor"];

    /// <summary>The melodic minor scale, 6 and 7 restored coming down.</summary>
    public static ScaleType MelodicMinor => ById["melodic-minor"];

    /// <summary>The melodic minor scale, the same both ways.</summary>
    public static ScaleType MelodicMinorOneWay => ById["melodic-minor-one-way"];

    /// <summary>The major pentatonic.</summary>
    public static ScaleType MajorPentatonic => ById["major-pentatonic"];

    /// <summary>The minor pentatonic.</summary>
    public static ScaleType MinorPentatonic => ById["minor-pentatonic"];

    /// <summary>The chromatic scale with ♯4 and flats otherwise, both ways.</summary>
    public static ScaleType HarmonicChromatic { get; }

    /// <summary>The minor blues scale with ♯4 going up and ♭5 coming down.</summary>
    public static ScaleType BluesWithSharpFour { get; }

    /// <summary>The melodic minor of schools that do not restore it coming down.</summary>
    public static ScaleType MelodicMinorBothWays { get; }

    /// <summary>The row of this id.</summary>
    /// <param name="id">Such as "harmonic-minor".</param>
    /// <exception cref="KeyNotFoundException">There is none.</exception>
    public static ScaleType Get(string id) => ById[id];

    /// <summary>The row of this id, or null.</summary>
    /// <param name="id">Such as "harmonic-minor".</param>
    public static ScaleType? Find(string? id) => id is not null && ById.TryGetValue(id, out var type) ? type : null;

    private static ImmutableArray<ScaleType> ReadTable()
    {
        var types = ImmutableArray.CreateBuilder<ScaleType>();
        var families = Enum.GetValues<ScaleFamily>().ToDictionary(ScaleFamilies.Name);
        var family = ScaleFamily.MajorAndMinor;
        foreach (var line in Table.Split('\n'))
        {
            var cells = Cells(line);
            if (line.StartsWith('#'))
                family = families[line[2..]];
            else if (cells[0] == "down")
                types[^1] = types[^1] with { Down = ScaleForm.Parse(cells[1], cells[2], cells[3]) };
            else
                types.Add(ReadRow(family, cells));
        }

        return types.ToImmutable();
    }

    private static ScaleType ReadRow(ScaleFamily family, string[] cells)
    {
        var form = ScaleForm.Parse(cells[1], cells[2], cells[3]);
        var parent = cells[4].Split(' ');
        return new ScaleType(cells[0], family, form, form, Names(cells[8]))
        {
            ParentId = cells[4].Length == 0 ? null : parent[0],
            ParentPosition = cells[4].Length == 0 ? 0 : int.Parse(parent[1]),
            BaseId = cells[5].Length == 0 ? null : cells[5],
            Characteristic = cells[6].Length == 0 ? null : Degree.Parse(cells[6]),
            NeedsFormula = cells[7] == "*",
            DatedNames = Names(cells[9]),
            SharedNames = Names(cells[10]),
        };
    }

    private static ScaleType ReadVariant(string[] cells)
    {
        var up = ScaleForm.Parse(cells[2], cells[3], cells[4]);
        return ById[cells[1]] with { Up = up, Down = cells[5].Length == 0 ? up : ScaleForm.Parse(cells[5], cells[6], cells[7]) };
    }

    private static IEnumerable<string[]> Rows(string table) => table.Split('\n').Select(Cells);

    private static string[] Cells(string line)
    {
        string[] cells = [.. line.Split('|').Select(cell => cell.Trim())];
        Array.Resize(ref cells, 11);
        return [.. cells.Select(cell => cell ?? "")];
    }

    private static ImmutableArray<string> Names(string cell) => cell.Length == 0 ? [] : [.. cell.Split("; ")];
}
