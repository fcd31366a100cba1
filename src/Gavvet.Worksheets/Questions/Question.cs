using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>All that decides one question: what was drawn and how its section wants it.</summary>
/// <param name="Scale">The scale type asked about.</param>
/// <param name="Tonic">Its tonic.</param>
/// <param name="Clef">The clef.</param>
/// <param name="Notation">Signature or accidentals.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Scaffolding">How much is given.</param>
public sealed record QuestionSetting(
    ScaleType Scale,
    NoteName Tonic,
    Clef Clef,
    Notation Notation,
    Direction Direction,
    Scaffolding Scaffolding
)
{
    /// <summary>A setting about a key's own scale.</summary>
    /// <param name="key">The key.</param>
    /// <param name="clef">The clef.</param>
    /// <param name="notation">Signature or accidentals.</param>
    /// <param name="direction">Up, down or both.</param>
    /// <param name="scaffolding">How much is given.</param>
    public QuestionSetting(Key key, Clef clef, Notation notation, Direction direction, Scaffolding scaffolding)
        : this(key.ScaleType, key.Tonic, clef, notation, direction, scaffolding) { }

    /// <summary>The key on the tonic: minor where the scale's third is minor.</summary>
    public Key Key => new(Tonic, Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major);

    /// <summary>Which of the questions the kind can ask about the scale, from 0.</summary>
    public int Variant { get; init; }

    /// <summary>The house style everything is said in.</summary>
    public HouseStyle Style { get; init; } = HouseStyle.Classical;

    /// <summary>Over how many octaves a scale is written.</summary>
    public int Octaves { get; init; } = 1;

    /// <summary>Which of the kind's ways of asking; empty for the first.</summary>
    public string Option { get; init; } = "";

    /// <summary>Whether the answer is written out or chosen.</summary>
    public AnswerForm AnswerAs { get; init; }

    /// <summary>The part the page is for, or null at concert pitch; tonic and clef are the part's already.</summary>
    public Instrument? Part { get; init; }

    /// <summary>The tonic at concert pitch, where a part is asked in its own written key; otherwise null.</summary>
    public NoteName? Sounds { get; init; }

    /// <summary>Whether some questions of the section have a key signature and some have none, so that each says which.</summary>
    public bool TellsNotation { get; init; }

    /// <summary>The open strings of a fretboard.</summary>
    public ImmutableArray<Pitch> Tuning { get; init; } = Tunings.Guitar;

    /// <summary>The scales its section asks, so that a student may take one for another.</summary>
    public ImmutableArray<ScaleType> Beside { get; init; } = [];

    /// <summary>The teacher's own question, where the kind asks one.</summary>
    public OwnQuestion? Own { get; init; }

    /// <summary>The setting as a part reads it: its own clef, and the written key where the kind is transposed.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="part">The part, or null at concert pitch.</param>
    /// <param name="clef">The clef its player reads, or null for the part's own.</param>
    /// <param name="sameWritten">Whether every part is asked in the same written key, so that they do not sound together.</param>
    /// <exception cref="UnwritableNoteException">The scale cannot be written for the part.</exception>
    public QuestionSetting For(QuestionKind kind, Instrument? part, Clef? clef = null, bool sameWritten = false)
    {
        var read = For(kind, part, sameWritten);
        // Where the question has no like in the clef, it stays in the one it was drawn in.
        return clef is not null && kind.CanAsk(new Draw(read.Scale, read.Tonic, clef, read.Variant), Style)
            ? read with
            {
                Clef = clef,
            }
            : read;
    }

    private QuestionSetting For(QuestionKind kind, Instrument? part, bool sameWritten)
    {
        if (part is null)
            return this;
        var read = this with { Part = part, Clef = part.Clef };
        if (!kind.IsTransposed)
            return read;
        if (sameWritten)
            return read with { Sounds = part.SoundingTonic(Scale, Tonic) ?? Tonic };
        var tonic = part.WrittenTonic(Scale, Tonic);
        // Where the question has no like on the written tonic, it stays in the concert key.
        return kind.CanAsk(new Draw(Scale, tonic, part.Clef, Variant), Style)
            ? read with
            {
                Tonic = tonic,
                Sounds = Tonic,
            }
            : read with
            {
                Sounds = Tonic,
            };
    }

    /// <summary>The lower tonic a scale is written from: in the part's range, or where the clef needs the fewest ledger lines.</summary>
    /// <param name="scale">The scale as it is written.</param>
    /// <exception cref="UnwritableNoteException">So many octaves are beyond the part's range.</exception>
    public Pitch LowestTonic(Scale scale)
    {
        if (Part is null)
            return Clef.LowestTonic(scale, Octaves);
        return Part.LowestTonic(scale, Octaves)
            ?? throw new UnwritableNoteException(
                CountText.Capitalized(
                    Texts.Say(
                        "beyond-range",
                        ("count", Octaves),
                        ("scale", Style.Say(Scale, Tonic)),
                        ("part", Part.Name),
                        ("lowest", Part.Lowest),
                        ("highest", Part.Highest)
                    )
                )
            );
    }

    /// <summary>The setting of a drawn slot.</summary>
    /// <param name="section">The section.</param>
    /// <param name="draw">What was drawn.</param>
    /// <param name="style">The house style.</param>
    public static QuestionSetting Of(Section section, Draw draw, HouseStyle style)
    {
        return new QuestionSetting(draw.Scale, draw.Tonic, draw.Clef, section.Notation, section.Direction, section.Scaffolding)
        {
            Style = style,
            Variant = draw.Variant,
            Octaves = section.Octaves,
            Option = section.Option,
            AnswerAs = section.AnswerAs,
            Tuning = section.Tuning,
            Beside = section.Scales,
            TellsNotation =
                section.Notation == Notation.Signature
                && section.Scales.Select(type => style.SignatureKey(type, new NoteName(Letter.C)) is null).Distinct().Count() > 1,
            Own = draw.Variant < section.Own.Length ? section.Own[draw.Variant] : null,
        };
    }
}

/// <summary>What the student sees. Nothing of the answer is in it.</summary>
/// <param name="Prompt">The words beside the number.</param>
/// <param name="Figures">The figures under the prompt, from the top down.</param>
public sealed record Question(string Prompt, ImmutableArray<Figure> Figures)
{
    /// <summary>Notes that the words beside the number name in a row, where an answer is made of them; empty otherwise.</summary>
    public ImmutableArray<NoteName> Shown { get; init; } = [];
}

/// <summary>A question and its answer, which is worked out when it is first asked for.</summary>
public sealed class PosedQuestion
{
    private readonly Lazy<Answer> _answer;

    /// <summary>A question with the way its answer is found.</summary>
    /// <param name="question">What the student sees.</param>
    /// <param name="answer">Finds the answer, by two routes.</param>
    public PosedQuestion(Question question, Func<Answer> answer)
    {
        Question = question;
        _answer = new Lazy<Answer>(answer, LazyThreadSafetyMode.PublicationOnly);
    }

    /// <summary>What the student sees.</summary>
    public Question Question { get; }

    /// <summary>What the key adds.</summary>
    /// <exception cref="RoutesDisagreeException">Two derivations differ, so there is no answer to print.</exception>
    public Answer Answer => _answer.Value;
}

/// <summary>What the key adds. Made only from derivations that agree by two routes.</summary>
/// <param name="Style">The house style it is said in.</param>
/// <param name="Marks">For each figure of the question, what is written into it.</param>
/// <param name="Lines">The answer as data, line by line, each with all that is right on it; one where it is written into a figure.</param>
/// <param name="Working">How the answer is found.</param>
public sealed record Answer(
    HouseStyle Style,
    ImmutableArray<ImmutableArray<Mark>> Marks,
    ImmutableArray<AnsweredLine> Lines,
    ImmutableArray<WorkingStep> Working
)
{
    /// <summary>The answer as data, line by line, each with all that is right on it under every name.</summary>
    public ImmutableArray<AnsweredLine> Lines { get; init; } = [.. Lines.Select(line => RightAnswers.Line(Style, line.Right, line.Others))];

    /// <summary>The whole answer, where it says more than its lines one after the other; null otherwise.</summary>
    public AnswerPart? Whole { get; init; }

    /// <summary>What else earns full marks, where it is not an answer of its own; sentences.</summary>
    public ImmutableArray<string> Remarks { get; init; } = [];

    /// <summary>The scale the student writes on the last staff, where the answer is one.</summary>
    public WrittenScale? Written { get; init; }

    /// <summary>The answer in one line.</summary>
    public string Text => Whole is { } whole ? Style.Say(whole) : string.Join("; ", Lines.Select(line => Style.Say(line.Right)));

    /// <summary>Other answers that are right, line by line.</summary>
    public ImmutableArray<string> Accepted => [.. Lines.SelectMany(line => line.Others).Select(Style.Say)];

    /// <summary>Everything else that is right, as sentences.</summary>
    public ImmutableArray<string> AlsoRight =>
        Accepted is { IsEmpty: false } accepted ? [Texts.Say("also-right", ("answers", string.Join("; ", accepted))), .. Remarks] : Remarks;
}

/// <summary>A scale that is an answer.</summary>
/// <param name="Type">The scale type, as the catalogue has it.</param>
/// <param name="Scale">The scale, as the house style writes it.</param>
public sealed record WrittenScale(ScaleType Type, Scale Scale)
{
    /// <summary>What of it the student fills in.</summary>
    public LineFill Fill { get; init; }

    /// <summary>The line that is printed, where a change of it is asked; empty otherwise.</summary>
    public ImmutableArray<NoteName> From { get; init; } = [];

    /// <summary>Whether the note it begins on is itself to be found, and not said.</summary>
    public bool AsksTonic { get; init; }
}

/// <summary>What of a scale the student fills in; marks are shared out over that alone.</summary>
public enum LineFill
{
    /// <summary>Its notes, all that are not printed.</summary>
    Notes,

    /// <summary>Notes in the gaps of a printed line.</summary>
    Gaps,

    /// <summary>Signs before printed letters or notes.</summary>
    Signs,
}
