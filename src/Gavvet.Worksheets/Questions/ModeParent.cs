using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the parent of a mode and the note it begins on.</summary>
public sealed class ModeParent : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "mode-parent";

    /// <inheritdoc/>
    public override string Name => "Find the parent scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Modes;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsMode;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the parent scale, and say on which of its notes the mode begins.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => [new AnswerLine("Parent", "", AnswerRoom.SevenNames), new AnswerLine("note", "", AnswerRoom.Number)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var (parent, tonic) = ScaleSpelling.ParentOf(setting.Scale, setting.Tonic);
        var scale = ScaleSpelling.Spell(parent, tonic);
        var position = TwoRoutes.Agree($"the place of {setting.Tonic} in {tonic} {parent.Name}", setting.Scale.ParentPosition, scale.Ascending.IndexOf(setting.Tonic) + 1);
        var others = Judging.Identification.Of(scale.Ascending, Direction.Ascending, setting.Style).Where(type => type.Id != parent.Id).Select(type => setting.Style.Say(type, tonic));
        return new WordsAnswer([setting.Style.Say(parent, tonic), CountText.Ordinal(position)], [], [new RotationFound(setting.Scale, setting.Tonic, scale)]).OrElse(others);
    }
}
