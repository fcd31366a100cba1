using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Complete a scale of which some notes are given.</summary>
public sealed class CompleteScale : GivenScale
{
    private const int EveryThird = 3;

    /// <inheritdoc/>
    public override string Id => "complete-scale";

    /// <inheritdoc/>
    public override string Name => "Complete the scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => EveryThird - 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"Some notes are missing. Write them in {style.Words.WholeNotes}.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        var whole = base.Ask(Up(setting));
        var staff = (StaffFigure)whole.Figures[0];
        return whole with { Figures = [staff with { Given = [.. staff.Given.Where(mark => !IsMissing(setting, mark))] }] };
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        setting = Up(setting);
        var scale = ScaleFacts.Scale(setting);
        ScaleFacts.Steps(scale, setting.Direction);
        ImmutableArray<Mark> missing = [.. base.Ask(setting).Figures[0].Given.Where(mark => IsMissing(setting, mark))];
        return ScaleFacts.WholeScale(
            setting,
            scale,
            [missing],
            setting.Style.Say(missing.OfType<NoteMark>().Select(note => note.Pitch.Name)),
            ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }

    // Only going up: in one bar with the way down, a printed note could hang on the sign of a missing one.
    private static QuestionSetting Up(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return setting with { Direction = Direction.Ascending };
    }

    // Every third note, from the second or the third on; the tonics at both ends stay.
    private static bool IsMissing(QuestionSetting setting, Mark mark) =>
        mark is NoteMark { Column: var column } note && column % EveryThird == setting.Variant + 1 && note.Pitch.Name != setting.Tonic;
}
