using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>A question and answer in the teacher's own words.</summary>
public sealed class FreeText : QuestionKind
{
    /// <summary>What a new section of its kind begins with.</summary>
    public static OwnQuestion Sample { get; } = new("How many different notes has a pentatonic scale?", "five", null);

    /// <inheritdoc/>
    public override string Id => "free-text";

    /// <inheritdoc/>
    public override string Name => "Your own questions";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Own;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    public override bool KeepsOrder => true;

    /// <inheritdoc/>
    public override bool AsksOwn => true;

    /// <inheritdoc/>
    public override int VariantsIn(Section section, ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Own.Length;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Answer the questions.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var own = setting.Own ?? Sample;
        return new Question(own.Prompt, own.Clef is { } clef
            ? [new StaffFigure(clef, 0, false, StaffRows.Labels, StaffRange.Staff, [])]
            : [new AnswerLinesFigure([new AnswerLine("", "", AnswerRoom.SevenNames)])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var own = setting.Own ?? Sample;
        // The one answer nothing can derive: it is the teacher's.
        ImmutableArray<Mark> marks = own.Clef is null ? [new LineMark(0, own.Answer)] : [new LabelMark(0, own.Answer)];
        return new Answer([marks], own.Answer, [], []);
    }
}
