using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching;

/// <summary>A skill in one key: what evidence is gathered about, and what stands secure or not.</summary>
/// <param name="Group">The group of kinds of question.</param>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic as the student reads it.</param>
public readonly record struct Skill(QuestionGroup Group, ScaleType Type, NoteName Tonic)
{
    /// <summary>Its place on the line of fifths, a minor's with its relative major.</summary>
    public int Place => Scope.PlaceOf(Type, Tonic);

    /// <summary>The skill as it sounds to who reads a part, where no more is known of the question: a part is asked in its written key,
    /// and about transposing at concert pitch.</summary>
    /// <param name="part">The part, or null for concert pitch.</param>
    public Skill AtConcertPitch(Instrument? part) =>
        part is { WrittenFifths: not 0 } && Group != QuestionGroup.Enharmonic && part.SoundingTonic(Type, Tonic) is { } sounds
            ? this with
            {
                Tonic = sounds,
            }
            : this;

    /// <summary>Reads a skill from the words it is kept by.</summary>
    /// <param name="group">The word of its group.</param>
    /// <param name="type">The id of its scale type.</param>
    /// <param name="tonic">Its tonic in plain characters.</param>
    /// <returns>The skill, or null where this program knows no such words.</returns>
    public static Skill? Find(string? group, string? type, string? tonic) =>
        FileWords.TryParse<QuestionGroup>(group, out var known)
        && ScaleTypes.Find(type) is { } scale
        && NoteText.TryParse(tonic, out var note)
            ? new Skill(known, scale, note)
            : null;
}

/// <summary>What an item asks: enough to ask the like again.</summary>
/// <param name="Kind">The id of the kind of question, which this program may not know any more.</param>
/// <param name="Group">The group of kinds it is of.</param>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic as it was written.</param>
public sealed record Asked(string Kind, QuestionGroup Group, ScaleType Type, NoteName Tonic)
{
    /// <summary>The clef, where a staff was printed.</summary>
    public Clef? Clef { get; init; }

    /// <summary>The direction, where the kind has one.</summary>
    public Direction? Direction { get; init; }

    /// <summary>Signature or accidentals, where the kind has the choice.</summary>
    public Notation? WriteWith { get; init; }

    /// <summary>How it was answered; null where it is not known.</summary>
    public AnswerForm? AnswerAs { get; init; }

    /// <summary>The way of asking, or null.</summary>
    public string? Option { get; init; }

    /// <summary>How much was given; null where it is not known.</summary>
    public Scaffolding? Scaffold { get; init; }

    /// <summary>Over how many octaves; 0 where it is not known.</summary>
    public int Octaves { get; init; }

    /// <summary>Which of the kind's questions about the scale.</summary>
    public int Variant { get; init; }

    /// <summary>The tonic at concert pitch, where a part that transposes was asked in its own written key; otherwise null.</summary>
    public NoteName? Sounds { get; init; }

    /// <summary>The same with what sounds where a record or a file of an earlier program does not say it: it follows from the part,
    /// unless the kind asks every part about concert pitch.</summary>
    /// <param name="part">The part, or null for concert pitch.</param>
    public Asked Heard(Instrument? part) =>
        Sounds is null
        && part is { WrittenFifths: not 0 }
        && QuestionCatalogue.Standard.Find(Kind) is not { IsTransposed: false }
        && part.SoundingTonic(Type, Tonic) is { } sounds
            ? this with
            {
                Sounds = sounds,
            }
            : this;

    /// <summary>The skill at concert pitch.</summary>
    [JsonIgnore]
    public Skill Sounding => new(Group, Type, Sounds ?? Tonic);

    /// <summary>The skill it is evidence of, as it is read.</summary>
    [JsonIgnore]
    public Skill Skill => new(Group, Type, Tonic);
}
