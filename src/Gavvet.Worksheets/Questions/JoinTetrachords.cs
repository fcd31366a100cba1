using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the two tetrachords of a scale.</summary>
public sealed class JoinTetrachords : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "join-tetrachords";

    /// <inheritdoc/>
    public override string Name => "Tetrachords";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write the scale as two groups of four notes: the lower from the tonic, the upper to its octave.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => [new AnswerLine("Lower", "", AnswerRoom.Name), new AnswerLine("Upper", "", AnswerRoom.Name)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        ScaleFacts.Steps(scale, Direction.Ascending);
        return new WordsAnswer([setting.Style.Say(scale.Ascending[..4]), setting.Style.Say(scale.Ascending[4..])], [], ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }
}
