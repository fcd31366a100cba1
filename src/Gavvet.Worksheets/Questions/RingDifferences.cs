using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the notes that change from one form of a scale to another.</summary>
public sealed class RingDifferences : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "ring-differences";

    /// <inheritdoc/>
    public override string Name => "What changes";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool CanAsk(Draw draw) => ScaleSpelling.CanSpell(draw.Scale.Base!, draw.Tonic);

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Changes(type);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name each note that changes, and what it becomes.";

    private protected override string Prompt(QuestionSetting setting) => $"From {setting.Style.Say(setting.Scale.Base!, setting.Tonic)} to {ScaleFacts.Named(setting)}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var derived = ScaleWorking.Derive(ScaleSpelling.Spell(setting.Scale.Base!, setting.Tonic), scale);
        var byPlace = derived.Base.Ascending[..^1].Zip(scale.Ascending).Where(pair => pair.First != pair.Second).ToImmutableArray();
        var changes = TwoRoutes.Agree($"what changes to {scale.Tonic} {scale.Type.Name}", [.. derived.Altered.Select(change => (change.Before.Note, change.After.Note))], byPlace);
        return WordsAnswer.Of(string.Join(", ", changes.Select(change => $"{setting.Style.Say(change.Item1)} to {setting.Style.Say(change.Item2)}")), derived);
    }

    private static bool Changes(ScaleType type) => type is { Base: { } from, IsSevenLetters: true, IsTwoWay: false }
        && ScaleWorking.Derive(ScaleSpelling.Spell(from, default), ScaleSpelling.Spell(type, default)) is { Altered.Length: > 0, Struck.IsEmpty: true, Added.IsEmpty: true };
}
