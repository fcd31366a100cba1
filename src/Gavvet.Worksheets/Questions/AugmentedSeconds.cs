using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Find the augmented seconds of a scale.</summary>
public sealed class AugmentedSeconds : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "augmented-seconds";

    /// <inheritdoc/>
    public override string Name => "Augmented seconds";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay && type.Steps.Contains(3);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the two notes between which an augmented second lies; there may be more than one.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var steps = ScaleFacts.Steps(scale, Direction.Ascending);
        var listed = Enumerable.Range(0, steps.Length).Where(i => steps[i] == 3).ToImmutableArray();
        var spelled = Enumerable.Range(0, steps.Length).Where(i => Interval.Between(scale.Ascending[i], scale.Ascending[i + 1]) == new Interval(1, 3)).ToImmutableArray();
        var pairs = TwoRoutes.Agree($"the augmented seconds of {scale.Tonic} {scale.Type.Name}", listed, spelled);
        return WordsAnswer.Of(string.Join(", ", pairs.Select(i => $"{setting.Style.Say(scale.Ascending[i])}–{setting.Style.Say(scale.Ascending[i + 1])}")), new StepsWalked(scale.Type, scale.Ascending, steps));
    }
}
