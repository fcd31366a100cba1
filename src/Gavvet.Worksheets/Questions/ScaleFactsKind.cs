using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell how many different transpositions a scale has.</summary>
public sealed class ScaleFactsKind : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "scale-facts";

    /// <inheritdoc/>
    public override string Name => "How many different scales";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Transpositions() < 12;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Say how many different scales of the kind there are by sound, whatever the tonic.";

    private protected override string Prompt(QuestionSetting setting) => $"{char.ToUpperInvariant(setting.Scale.Name[0])}{setting.Scale.Name[1..]}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => [new AnswerLine("", "", AnswerRoom.Number)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        // By how far it must move to meet itself, and by counting the sets of keys on all twelve.
        var sets = Enumerable.Range(0, 12).Select(key => string.Join(' ', scale.Type.Degrees.Select(degree => (((key + degree.Semitones) % 12) + 12) % 12).Order())).Distinct().Count();
        var count = TwoRoutes.Agree($"the different {scale.Type.Name} scales", setting.Scale.Transpositions(), sets);
        return WordsAnswer.Of($"{count}", new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending)));
    }
}
