using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the step pattern under a given scale.</summary>
public sealed class WriteSteps : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "write-steps";

    /// <inheritdoc/>
    public override string Name => "Write the steps";

    private protected override StaffRows Rows => StaffRows.Gaps;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) =>
        $"Under each gap write {style.Sign(2, 1)} for a {style.Word(2, 1)} or {style.Sign(1, 1)} for a {style.Word(1, 1)}.";

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var steps = MajorKeyFacts.Steps(scale, setting.Direction);
        var signs = steps.Select(step => setting.Style.Sign(step, 1)).ToArray();
        return new Answer(
            [[.. signs.Select((sign, column) => new GapMark(column, sign))]],
            string.Join('–', signs),
            [],
            [new StepsWalked(scale.Type, scale.Notes(setting.Direction), steps)]);
    }
}
