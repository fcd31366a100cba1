using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell whether the seventh leads.</summary>
public sealed class LeadingOrSubtonic : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "leading-or-subtonic";

    /// <inheritdoc/>
    public override string Name => "Leading note or subtonic";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Degrees;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay && type.Degrees[^1].Alteration is Accidental.Natural or Accidental.Flat;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => $"Write {style.TechnicalName(ScaleTypes.Major, new Degree(7))} or {style.TechnicalName(ScaleTypes.NaturalMinor, new Degree(7, Accidental.Flat))}.";

    private protected override string Prompt(QuestionSetting setting) => $"The seventh of {ScaleFacts.Named(setting)}, {setting.Style.Say(ScaleFacts.Scale(setting).Ascending[^2])}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var leads = TwoRoutes.Agree($"the seventh of {scale.Tonic}", scale.Type.Degrees[^1].Alteration == Accidental.Natural, scale.Type.Steps[^1] == 1);
        var answer = WordsAnswer.Of(setting.Style.TechnicalName(setting.Scale, scale.Type.Degrees[^1])!, new StepsWalked(scale.Type, scale.Ascending[^2..], [scale.Type.Steps[^1]]));
        return leads ? answer.OrElse([setting.Style.Seventh == SeventhWord.LeadingNote ? "leading tone" : "leading note"]) : answer;
    }
}
