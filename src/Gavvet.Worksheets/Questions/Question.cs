using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>All that decides one question: what was drawn and how its section wants it.</summary>
/// <param name="Key">The key asked about.</param>
/// <param name="Clef">The clef.</param>
/// <param name="Notation">Signature or accidentals.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Scaffolding">How much is given.</param>
public sealed record QuestionSetting(Key Key, Clef Clef, Notation Notation, Direction Direction, Scaffolding Scaffolding)
{
    /// <summary>The house style everything is said in.</summary>
    public HouseStyle Style { get; init; } = HouseStyle.Classical;

    /// <summary>The setting of a drawn slot.</summary>
    /// <param name="section">The section.</param>
    /// <param name="draw">What was drawn.</param>
    /// <param name="style">The house style.</param>
    public static QuestionSetting Of(Section section, Draw draw, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return new QuestionSetting(draw.Key, draw.Clef, section.Notation, section.Direction, section.Scaffolding) { Style = style };
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
