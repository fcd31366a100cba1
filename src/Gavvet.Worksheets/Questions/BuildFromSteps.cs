using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Build a scale from its steps alone, named or not.</summary>
public sealed class BuildFromSteps : WriteScale
{
    /// <inheritdoc/>
    public override string Id => "build-from-steps";

    /// <inheritdoc/>
    public override string Name => "Build from steps";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override bool UsesOctaves => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"From the note named, write the scale these steps make, going up in {style.Words.WholeNotes} with accidentals.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting) => base.Ask(Plain(setting));

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting) => base.Answer(Plain(setting));

    private protected override string Prompt(QuestionSetting setting) =>
        $"{setting.Style.Say(setting.Tonic)}: {string.Join(' ', ScaleFacts.StepSigns(setting.Style, ScaleFacts.Scale(setting), Direction.Ascending))}";

    private protected override ImmutableArray<WorkingStep> Working(QuestionSetting setting, Scale scale) =>
        [new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending))];

    private static QuestionSetting Plain(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return setting with { Notation = Notation.Accidentals, Direction = Direction.Ascending, Octaves = 1 };
    }
}
