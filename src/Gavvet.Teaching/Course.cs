using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>Something taught in one lesson or a few.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="Lessons">How many lessons it takes.</param>
/// <param name="Skills">The groups of questions it practices.</param>
/// <param name="Scales">The scale types it brings in.</param>
/// <param name="Keys">The tonics it is about, at concert pitch.</param>
/// <param name="Sections">The shipped sections it sets, by id.</param>
public sealed record Topic(
    string Name,
    int Lessons,
    ImmutableArray<QuestionGroup> Skills,
    ImmutableArray<ScaleType> Scales,
    ImmutableArray<NoteName> Keys,
    ImmutableArray<string> Sections
)
{
    /// <summary>What it is called in the language spoken, where it is one of the program’s; one’s own as it was typed.</summary>
    [JsonIgnore]
    public string Title => Texts.Term("topic", Name);

    /// <summary>Its scales on its tonics.</summary>
    [JsonIgnore]
    public IEnumerable<ScaleOn> OnTonics => Scales.SelectMany(_ => Keys, (type, tonic) => new ScaleOn(type, tonic));
}

/// <summary>A scale on a tonic.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic.</param>
public readonly record struct ScaleOn(ScaleType Type, NoteName Tonic);

/// <summary>Topics in teaching order.</summary>
/// <param name="Id">The course's name on the command line.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Topics">The topics.</param>
public sealed record Course(string Id, string Name, ImmutableArray<Topic> Topics)
{
    /// <summary>What it is called in the language spoken.</summary>
    [JsonIgnore]
    public string Title => Texts.Term("course", Name);

    // id | name, then a topic a line: name | lessons | skills | scales | keys | sections. Orders of real classrooms:
    // common practice, no source.
    private const string Table = """
        = string-class | String class: a key at a time in the finger pattern that fits
        Whole and half steps on one string | 1 | steps | major | D A G | steps
        D major: high second finger | 1 | steps scales | major | D | first-majors
        A major: the same fingers a string higher | 1 | scales signatures | major | A | first-majors signatures
        G major: low second finger on the upper strings | 1 | scales signatures | major | G | majors-three
        C major: low second finger everywhere | 1 | scales | major | C | majors-three
        F major: the first flat | 1 | scales signatures | major | F | majors-three signatures
        B flat major: low first finger | 1 | scales signatures | major | Bb | majors-three
        E minor, natural and harmonic | 2 | scales | natural-minor harmonic-minor | E | natural-minors harmonic-minors
        D minor and A minor | 2 | scales | natural-minor harmonic-minor | D A | natural-minors harmonic-minors
        Major and minor side by side | 1 | signatures scales | major natural-minor harmonic-minor | C D G A | relatives correct-minors
        = exam-course | Exam course: signatures by number, degrees in two helpings, minors between
        Steps of the major scale | 1 | steps | major | C G F | steps first-majors
        Signatures to two sharps and flats | 1 | signatures scales | major | Bb F C G D | signatures majors-three
        Signatures to four sharps and flats | 2 | signatures scales | major | Ab Eb Bb F C G D A E | signatures name-keys majors-three
        Degree names: tonic, dominant, leading note | 1 | degrees | major | F C G D | degrees
        Relative minors and the natural form | 2 | signatures scales | natural-minor | D A E B G C F# | relatives natural-minors
        Harmonic minor: the raised seventh | 2 | scales | harmonic-minor | G D A E B C F# | harmonic-minors correct-minors
        Melodic minor up and down | 2 | scales | melodic-minor | D A E G B | melodic-minors which-form
        Degree names: the rest, in minor too | 1 | degrees | major harmonic-minor | D G E A | degrees
        Five to seven sharps and flats | 2 | signatures scales | major | Cb Gb Db B F# C# | hard-keys signatures
        Minors with double accidentals | 2 | scales | harmonic-minor melodic-minor | G# D# A# | harmonic-minors melodic-minors
        Enharmonic keys | 1 | enharmonic signatures | major | Db Gb Cb C# F# B | twins
        A paper against the clock | 1 | signatures scales degrees | major natural-minor harmonic-minor melodic-minor | C G D A E B F Bb Eb Ab | name-keys which-form degrees
        = improvisation-scales | Improvisation A: scale by scale through all keys
        Major | 2 | scales steps | major | C F Bb Eb Ab Db G D A E B F# | majors-three
        Diminished | 1 | other-scales | diminished-whole-half diminished-half-whole | C Db D | exotic
        Harmonic minor | 1 | scales | harmonic-minor | C F G D A E | harmonic-minors
        Melodic minor, going up | 1 | scales | melodic-minor-one-way | C F G D A E | melodic-minors
        Whole tone | 1 | other-scales | whole-tone | C Db | exotic
        Modes of major | 2 | modes | dorian phrygian lydian mixolydian locrian | D E F G B | modes write-modes
        Modes of melodic minor | 2 | modes | lydian-flat-7 altered locrian-natural-2 | F B A | write-modes
        Modes of harmonic minor | 1 | modes | phrygian-dominant locrian-natural-6 | E B | write-modes
        Pentatonics as parts of major | 1 | other-scales | major-pentatonic minor-pentatonic | C F G D A | pentatonics
        Blues | 1 | other-scales | minor-blues | C F G Bb | blues
        = improvisation-keys | Improvisation B: key by key
        C: scale, modes, pentatonics, the blues of A | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | C A | majors-three modes pentatonics blues
        F: scale, modes, pentatonics, the blues of D | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | F D | majors-three modes pentatonics blues
        B flat: scale, modes, pentatonics, the blues of G | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | Bb G | majors-three modes pentatonics blues
        E flat: scale, modes, pentatonics, the blues of C | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | Eb C | majors-three modes pentatonics blues
        A flat: scale, modes, pentatonics, the blues of F | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | Ab F | majors-three modes pentatonics blues
        G: scale, modes, pentatonics, the blues of E | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | G E | majors-three modes pentatonics blues
        D: scale, modes, pentatonics, the blues of B | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | D B | majors-three modes pentatonics blues
        A: scale, modes, pentatonics, the blues of F sharp | 1 | scales modes other-scales | major dorian mixolydian major-pentatonic minor-pentatonic minor-blues | A F# | majors-three modes pentatonics blues
        = transposing-room | Transposing room: the concert scale for every part
        Concert pitch and written pitch | 1 | enharmonic | major | C F Bb | written-keys
        Concert B flat for every part | 1 | enharmonic scales | major | Bb | written-keys majors-three
        Concert E flat for every part | 1 | enharmonic scales | major | Eb | written-keys majors-three
        Concert F for every part | 1 | enharmonic scales | major | F | written-keys majors-three
        Concert A flat for every part | 1 | enharmonic scales | major | Ab | written-keys majors-three
        Concert minors: G, C and D | 2 | enharmonic scales | natural-minor harmonic-minor | G C D | natural-minors harmonic-minors
        Written keys with many sharps | 1 | enharmonic signatures | major | G D A E | written-keys signatures
        """;

    /// <summary>The courses the program ships.</summary>
    public static ImmutableArray<Course> Shipped { get; } = Read();

    /// <summary>A course by its name on the command line.</summary>
    /// <param name="id">Such as exam-course.</param>
    /// <exception cref="FormatException">There is none of this name.</exception>
    public static Course Get(string id) =>
        Shipped.FirstOrDefault(course => course.Id == id)
        ?? throw new FormatException(
            Texts.Say("plan.course", ("id", id), ("courses", string.Join(", ", Shipped.Select(course => course.Id))))
        );

    /// <summary>How many lessons its topics take.</summary>
    public int Lessons => Topics.Sum(topic => topic.Lessons);

    private static ImmutableArray<Course> Read()
    {
        var courses = ImmutableArray.CreateBuilder<Course>();
        foreach (var line in Table.Split('\n', StringSplitOptions.TrimEntries))
        {
            string[] cells = [.. line.TrimStart('=', ' ').Split('|', StringSplitOptions.TrimEntries)];
            if (line.StartsWith('='))
                courses.Add(new Course(cells[0], cells[1], []));
            else
                courses[^1] = courses[^1] with { Topics = courses[^1].Topics.Add(ReadTopic(cells)) };
        }

        return courses.ToImmutable();
    }

    private static Topic ReadTopic(string[] cells)
    {
        // A word the theory does not know breaks the start, not a lesson.
        return new Topic(
            cells[0],
            int.Parse(cells[1], System.Globalization.CultureInfo.InvariantCulture),
            [
                .. Words(cells[2])
                    .Select(word =>
                        FileWords.TryParse<QuestionGroup>(word, out var group)
                            ? group
                            : throw new InvalidDataException($"There is no group of questions {word}.")
                    ),
            ],
            [.. Words(cells[3]).Select(ScaleTypes.Get)],
            [.. Words(cells[4]).Select(NoteText.Parse)],
            Words(cells[5])
        );
    }

    private static ImmutableArray<string> Words(string cell) => [.. cell.Split(' ', StringSplitOptions.RemoveEmptyEntries)];
}
