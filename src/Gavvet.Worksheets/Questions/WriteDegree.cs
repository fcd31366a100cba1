using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the note of a named degree.</summary>
public sealed class WriteDegree : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "write-degree";

    /// <inheritdoc/>
    public override string Name => "Write the degree";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Degrees;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 6;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write the note.";

    private protected override string Prompt(QuestionSetting setting) => $"The {setting.Style.Name(setting.Scale, setting.Scale.Degrees[setting.Variant + 1])} of {ScaleFacts.Named(setting)} is";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var degree = scale.Type.Degrees[setting.Variant + 1];
        var note = TwoRoutes.Agree($"degree {degree} of {scale.Tonic}", scale.Ascending[setting.Variant + 1], scale.Tonic.Up(degree.FromTonic));
        return WordsAnswer.Of(setting.Style.Say(note), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
    }
}
