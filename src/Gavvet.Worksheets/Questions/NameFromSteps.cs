using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the scale type of a row of steps.</summary>
public sealed class NameFromSteps : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "name-from-steps";

    /// <inheritdoc/>
    public override string Name => "Name the scale from its steps";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the scale that has these steps.";

    private protected override string Prompt(QuestionSetting setting) => string.Join(" ", ScaleFacts.StepSigns(setting.Style, ScaleFacts.Scale(setting), Direction.Ascending));

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        ScaleFacts.Steps(scale, Direction.Ascending);
        var others = ScaleTypes.All.Where(type => type.Id != setting.Scale.Id && type.Steps.SequenceEqual(scale.Type.Steps)).SelectMany(type => new[] { type.Name }.Concat(type.OtherNames));
        return WordsAnswer.Of(setting.Scale.Name, new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending))).OrElse(setting.Scale.OtherNames.Concat(others));
    }
}
