using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Ring the notes that change from one form of a scale to another.</summary>
public sealed class RingDifferences : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "ring-differences";

    /// <inheritdoc/>
    public override string Name => "What changes";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => ScaleSpelling.CanSpell(draw.Scale.Base!, draw.Tonic);

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Changes(type);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Ring each note that is another than in the scale named after it.";

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Named(setting)}, against {setting.Style.Say(setting.Scale.Base!, setting.Tonic)}";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return base.Ask(setting with { Direction = Direction.Ascending });
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var derived = ScaleWorking.Derive(ScaleSpelling.Spell(setting.Scale.Base!, setting.Tonic), scale);
        var byPlace = derived.Base.Ascending[..^1].Zip(scale.Ascending).Where(pair => pair.First != pair.Second).ToImmutableArray();
        var changes = TwoRoutes.Agree($"what changes to {scale.Tonic} {scale.Type.Name}", [.. derived.Altered.Select(change => (change.Before.Note, change.After.Note))], byPlace);
        var changed = changes.Select(change => change.Item2).ToHashSet();
        return new Answer(
            [[.. Ask(setting).Figures[0].Given.OfType<NoteMark>().Where(note => changed.Contains(note.Pitch.Name)).Select(note => new RingMark(note))]],
            string.Join(", ", changes.Select(change => $"{setting.Style.Say(change.Item1)} to {setting.Style.Say(change.Item2)}")),
            [],
            [derived]);
    }

    private static bool Changes(ScaleType type) => type is { Base: { } from, IsSevenLetters: true, IsTwoWay: false }
        && ScaleWorking.Derive(ScaleSpelling.Spell(from, default), ScaleSpelling.Spell(type, default)) is { Altered.Length: > 0, Struck.IsEmpty: true, Added.IsEmpty: true };
}
