using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the degree that tells a mode from its nearest relation.</summary>
public sealed class CharacteristicDegree : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "characteristic-degree";

    /// <inheritdoc/>
    public override string Name => "The characteristic degree";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Modes;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type is { Characteristic: not null, IsMode: true };
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the characteristic degree of the mode, and its note.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => [new AnswerLine("Degree", "", AnswerRoom.Number), new AnswerLine("Note", "", AnswerRoom.Name)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var degree = setting.Scale.Characteristic!.Value;
        var note = TwoRoutes.Agree($"degree {degree} of {scale.Tonic}", scale.Ascending[scale.Type.Degrees.IndexOf(degree)], scale.Tonic.Up(degree.FromTonic));
        return new WordsAnswer([$"{degree}", setting.Style.Say(note)], [], ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }
}
