using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name a scale that is written out; its tonic and direction are told.</summary>
public sealed class IdentifyScale : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "identify-scale";

    /// <inheritdoc/>
    public override string Name => "Name the scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    public override bool AnswersInWords => true;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name each scale in full: its tonic and what it is.";

    private protected override string Prompt(QuestionSetting setting) => $"On {setting.Style.Say(setting.Tonic)}, {ScaleFacts.DirectionWords(setting.Direction)}";

    private protected override ImmutableArray<Figure> Below(QuestionSetting setting) =>
        [new AnswerLinesFigure([new AnswerLine("", "", AnswerRoom.SevenNames)])];

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var name = setting.Style.Say(setting.Scale, setting.Tonic);
        // Matched against the whole catalogue: every scale that is written just so is a right name.
        var right = Identification.Of(scale.Notes(setting.Direction), setting.Direction, setting.Style);
        TwoRoutes.Agree($"what {name} is", right.Any(type => type.Id == setting.Scale.Id), true);
        var others = right.Where(type => type.Id != setting.Scale.Id).Select(type => setting.Style.Say(type, setting.Tonic)).Concat(ScaleFacts.OtherNames(setting));
        return new Answer([[], [new LineMark(0, name)]], name, [.. others], ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }
}
