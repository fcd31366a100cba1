using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>All that decides one question: what was drawn and how its section wants it.</summary>
/// <param name="Scale">The scale type asked about.</param>
/// <param name="Tonic">Its tonic.</param>
/// <param name="Clef">The clef.</param>
/// <param name="Notation">Signature or accidentals.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Scaffolding">How much is given.</param>
public sealed record QuestionSetting(ScaleType Scale, NoteName Tonic, Clef Clef, Notation Notation, Direction Direction, Scaffolding Scaffolding)
{
    /// <summary>A setting about a key's own scale.</summary>
    /// <param name="key">The key.</param>
    /// <param name="clef">The clef.</param>
    /// <param name="notation">Signature or accidentals.</param>
    /// <param name="direction">Up, down or both.</param>
    /// <param name="scaffolding">How much is given.</param>
    public QuestionSetting(Key key, Clef clef, Notation notation, Direction direction, Scaffolding scaffolding)
        : this(key.ScaleType, key.Tonic, clef, notation, direction, scaffolding)
    {
    }

    /// <summary>The key on the tonic: minor where the scale's third is minor.</summary>
    public Key Key => new(Tonic, Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major);

    /// <summary>Which of the questions the kind can ask about the scale, from 0.</summary>
    public int Variant { get; init; }

    /// <summary>The house style everything is said in.</summary>
    public HouseStyle Style { get; init; } = HouseStyle.Classical;

    /// <summary>The setting of a drawn slot.</summary>
    /// <param name="section">The section.</param>
    /// <param name="draw">What was drawn.</param>
    /// <param name="style">The house style.</param>
    public static QuestionSetting Of(Section section, Draw draw, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return new QuestionSetting(draw.Scale, draw.Tonic, draw.Clef, section.Notation, section.Direction, section.Scaffolding) { Style = style, Variant = draw.Variant };
    }
}

/// <summary>What the student sees. Nothing of the answer is in it.</summary>
/// <param name="Prompt">The words beside the number.</param>
/// <param name="Figures">The figures under the prompt, from the top down.</param>
public sealed record Question(string Prompt, ImmutableArray<Figure> Figures);

/// <summary>What the key adds. Made only from derivations that agree by two routes.</summary>
/// <param name="Marks">For each figure of the question, what is written into it.</param>
/// <param name="Text">The answer in one line.</param>
/// <param name="AlsoRight">Remarks on what else earns full marks, as sentences.</param>
/// <param name="Working">How the answer is found.</param>
public sealed record Answer(
    ImmutableArray<ImmutableArray<Mark>> Marks,
    string Text,
    ImmutableArray<string> AlsoRight,
    ImmutableArray<WorkingStep> Working);
