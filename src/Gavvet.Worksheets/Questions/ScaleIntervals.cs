using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the intervals from the tonic up or from the upper tonic down.</summary>
public sealed class ScaleIntervals : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "scale-intervals";

    /// <inheritdoc/>
    public override string Name => "Intervals of a scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Chords;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 2;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the interval of each note in turn, such as M3 or P5.";

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Named(setting)}, {(setting.Variant == 0 ? "from the tonic up to each note" : "from the upper tonic down to each note")}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var listed = scale.Type.Degrees.Skip(1).Select(degree => setting.Variant == 0 ? degree.FromTonic : degree.ToOctave);
        var spelled = scale.Ascending[1..^1].Select(note => setting.Variant == 0 ? Interval.Between(scale.Tonic, note) : Interval.Between(note, scale.Tonic));
        var intervals = TwoRoutes.Agree($"the intervals of {scale.Tonic} {scale.Type.Name}", [.. listed], [.. spelled]);
        return WordsAnswer.Of(string.Join(' ', setting.Variant == 0 ? intervals : intervals.Reverse()), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
    }
}
