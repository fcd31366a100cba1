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
    public override string Instruction(Section section) =>
        "Under each gap write W for a whole step or H for a half step.";

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var steps = MajorKeyFacts.Steps(scale, setting.Direction);
        var signs = steps.Select(StepWords.Sign).ToArray();
        return new Answer(
            [[.. signs.Select((sign, column) => new GapMark(column, sign))]],
            string.Join('–', signs),
            [],
            [new StepsWalked(scale.Notes(setting.Direction), steps)]);
    }
}
