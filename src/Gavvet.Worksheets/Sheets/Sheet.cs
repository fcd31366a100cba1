using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Sheets;

/// <summary>
/// A worksheet as the teacher keeps it: the drawn questions, and the recipe that says how to draw more. Every change
/// makes a new value.
/// </summary>
/// <param name="Seed">The root of every draw on this sheet; a copy of a sheet gets a seed of its own.</param>
/// <param name="Title">The title at the head of the page; never blank.</param>
/// <param name="Instructions">A sentence or two under the title, or empty.</param>
/// <param name="Setup">Paper and staff size.</param>
/// <param name="Sections">The sections in order.</param>
/// <param name="NextId">The id the next section or question gets; ids are never used twice on a sheet.</param>
public sealed record Sheet(ulong Seed, string Title, string Instructions, PageSetup Setup, ImmutableList<Section> Sections, int NextId)
{
    /// <summary>The most versions of one sheet: A to Z.</summary>
    public const int MostVersions = 26;

    /// <summary>The house style it is set and answered in.</summary>
    public HouseStyle Style { get; init; } = HouseStyle.Classical;

    /// <summary>The language its papers speak, whoever prints them and wherever.</summary>
    public Language Language { get; init; } = Language.English;

    /// <summary>How many versions are printed, 1 to 26; the drawn questions are version A.</summary>
    public int Versions { get; init; } = 1;

    /// <summary>The parts it is printed for; empty for concert pitch in the clefs the sections name.</summary>
    public ImmutableArray<Instrument> Parts { get; init; } = [];

    /// <summary>How many questions there are.</summary>
    public int QuestionCount => Sections.Sum(section => section.Slots.Count);

    /// <summary>The code printed at the foot of each page: six characters without look-alikes, from the seed.</summary>
    public string Code
    {
        get
        {
            // Crockford's base 32 without I, L, O and U.
            const string signs = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
            return string.Create(6, SplitMix64.At(Seed, 1), (code, bits) =>
            {
                for (var i = 0; i < code.Length; i++)
                    code[i] = signs[(int)((bits >> (5 * i)) & 31)];
            });
        }
    }

    /// <summary>Whether two sheets are alike in all they hold.</summary>
    /// <param name="other">The other sheet.</param>
    public bool Equals(Sheet? other) =>
        ReferenceEquals(this, other)
        || (
            other is not null
            && (Seed, Title, Instructions, Setup, NextId, Style, Versions)
                == (other.Seed, other.Title, other.Instructions, other.Setup, other.NextId, other.Style, other.Versions)
            && Language == other.Language
            && Parts.SequenceEqual(other.Parts)
            && Sections.SequenceEqual(other.Sections)
        );

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Seed, Title, Sections.Count, NextId);

    /// <summary>The section with this id, or null.</summary>
    /// <param name="id">The section's lasting id.</param>
    public Section? Find(int id) => Sections.Find(section => section.Id == id);

    /// <summary>The sheet with one section replaced by its changed self.</summary>
    /// <param name="changed">The section as it is to be.</param>
    public Sheet With(Section changed)
    {
        return this with { Sections = Sections.SetItem(Sections.FindIndex(section => section.Id == changed.Id), changed) };
    }
}

/// <summary>A run of questions of one kind, with the scope they are drawn from.</summary>
/// <param name="Id">The lasting id.</param>
/// <param name="KindId">Which kind of question, by its name in files.</param>
/// <param name="Instruction">The teacher's own instruction, or empty for the kind's.</param>
/// <param name="Scales">The scale types to draw from, in the order of the catalogue; never empty.</param>
/// <param name="Keys">The places on the line of fifths to draw from, each by its major key; never empty. A minor scale takes the relative
/// of a place, other scales its tonic.</param>
/// <param name="Clefs">The clefs to draw from, in the order of <see cref="Clef.All"/>; never empty.</param>
/// <param name="Notation">Key signature or accidentals.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Scaffolding">How much is given.</param>
/// <param name="Slots">The places for questions, in order, each with what was drawn.</param>
public sealed record Section(
    int Id,
    string KindId,
    string Instruction,
    ImmutableArray<ScaleType> Scales,
    ImmutableArray<Key> Keys,
    ImmutableArray<Clef> Clefs,
    Notation Notation,
    Direction Direction,
    Scaffolding Scaffolding,
    ImmutableList<Slot> Slots
)
{
    /// <summary>The teacher's own heading, or empty for the kind's name.</summary>
    public string Title { get; init; } = "";

    /// <summary>Over how many octaves scales are written, 1 to 3, where the kind writes them.</summary>
    public int Octaves { get; init; } = 1;

    /// <summary>The marks each question can earn.</summary>
    public int Marks { get; init; } = 1;

    /// <summary>Whether answers are written out or chosen.</summary>
    public AnswerForm AnswerAs { get; init; }

    /// <summary>Which of the kind's ways of asking, by its name in files; empty for the first.</summary>
    public string Option { get; init; } = "";

    /// <summary>Tonics drawn besides those of the places, whatever the scale.</summary>
    public ImmutableArray<NoteName> AlsoTonics { get; init; } = [];

    /// <summary>Tonics never drawn.</summary>
    public ImmutableArray<NoteName> WithoutTonics { get; init; } = [];

    /// <summary>How many questions stand side by side, 1 or 2; 0 for what the kind takes.</summary>
    public int Columns { get; init; }

    /// <summary>The open strings of a fretboard, from the lowest.</summary>
    public ImmutableArray<Pitch> Tuning { get; init; } = Tunings.Guitar;

    /// <summary>The teacher's own questions, where the kind asks them.</summary>
    public ImmutableArray<OwnQuestion> Own { get; init; } = [];

    /// <summary>Whether two sections are alike in all they hold, the drawn questions included.</summary>
    /// <param name="other">The other section.</param>
    public bool Equals(Section? other) =>
        ReferenceEquals(this, other)
        || (
            other is not null
            && (Id, KindId, Instruction, Notation, Direction, Scaffolding)
                == (other.Id, other.KindId, other.Instruction, other.Notation, other.Direction, other.Scaffolding)
            && (Title, Octaves, Marks, AnswerAs, Option, Columns)
                == (other.Title, other.Octaves, other.Marks, other.AnswerAs, other.Option, other.Columns)
            && Scales.SequenceEqual(other.Scales)
            && Keys.SequenceEqual(other.Keys)
            && Clefs.SequenceEqual(other.Clefs)
            && AlsoTonics.SequenceEqual(other.AlsoTonics)
            && WithoutTonics.SequenceEqual(other.WithoutTonics)
            && Tuning.SequenceEqual(other.Tuning)
            && Own.SequenceEqual(other.Own)
            && Slots.SequenceEqual(other.Slots)
        );

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, KindId, Slots.Count, Instruction);

    /// <summary>The slot with this id, or null.</summary>
    /// <param name="id">The slot's lasting id.</param>
    public Slot? Find(int id) => Slots.Find(slot => slot.Id == id);
}

/// <summary>A place for a question.</summary>
/// <param name="Id">The lasting id.</param>
/// <param name="Redraws">How often it was drawn anew; part of its seed.</param>
/// <param name="Pinned">Whether drawing anew leaves it alone.</param>
/// <param name="Drawn">What was drawn.</param>
public sealed record Slot(int Id, int Redraws, bool Pinned, Draw Drawn)
{
    /// <summary>The teacher's own words beside the number, or empty for the kind's. They go when another question is drawn.</summary>
    public string Prompt { get; init; } = "";

    /// <summary>Why it is asked, for the teacher alone: it stands on the keys. Empty where nothing is to be said. It goes when another
    /// question is drawn.</summary>
    public string Because { get; init; } = "";
}

/// <summary>What a draw decides: the rest of a question is the section's.</summary>
/// <param name="Scale">The scale type.</param>
/// <param name="Tonic">The tonic.</param>
/// <param name="Clef">The clef; kinds that print no staff pay it no heed.</param>
/// <param name="Variant">Which of the questions a kind can ask about the scale, from 0.</param>
public readonly record struct Draw(ScaleType Scale, NoteName Tonic, Clef Clef, int Variant = 0)
{
    /// <summary>A draw of a key's own scale.</summary>
    /// <param name="key">The key.</param>
    /// <param name="clef">The clef.</param>
    public Draw(Key key, Clef clef)
        : this(key.ScaleType, key.Tonic, clef) { }

    /// <summary>The key on the tonic: minor where the scale's third is minor.</summary>
    public Key Key => new(Tonic, Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major);
}

/// <summary>A question in the teacher's own words.</summary>
/// <param name="Prompt">What is asked.</param>
/// <param name="Answer">The answer the key prints.</param>
/// <param name="Clef">The clef of an empty staff under it, or null for a line to write on.</param>
public sealed record OwnQuestion(string Prompt, string Answer, Clef? Clef);

/// <summary>How a question is answered.</summary>
public enum AnswerForm
{
    /// <summary>The answer is written out.</summary>
    Write,

    /// <summary>One of four answers is ticked.</summary>
    Choice,

    /// <summary>The letter of an answer in a list for the whole section is written.</summary>
    Matching,

    /// <summary>A statement is called true or false.</summary>
    TrueFalse,
}

/// <summary>How accidentals are written.</summary>
public enum Notation
{
    /// <summary>Before each note that needs one.</summary>
    Accidentals,

    /// <summary>In a key signature.</summary>
    Signature,
}

/// <summary>How much of the answer a student is given to lean on, from most to least.</summary>
public enum Scaffolding
{
    /// <summary>One question of the same kind worked in grey above the section.</summary>
    [JsonStringEnumMemberName("model")]
    WorkedExample,

    /// <summary>The letter names without accidentals.</summary>
    Letters,

    /// <summary>The steps between the notes.</summary>
    Formula,

    /// <summary>The key signature.</summary>
    Signature,

    /// <summary>The number of sharps or flats.</summary>
    Count,

    /// <summary>The first note.</summary>
    Tonic,

    /// <summary>Nothing but the question.</summary>
    Blank,
}
