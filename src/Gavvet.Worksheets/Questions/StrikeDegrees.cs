using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Strike out the notes of a scale that leave another.</summary>
public sealed class StrikeDegrees : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "strike-degrees";

    /// <inheritdoc/>
    public override string Name => "Strike out degrees";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => ScaleSpelling.CanSpell(draw.Scale.Base!, draw.Tonic);

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Struck(type);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Strike out notes of the scale given, so that the other one is left.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var prompt = $"{setting.Style.Say(setting.Scale.Base!, setting.Tonic)}, to leave {ScaleFacts.Named(setting)}";
        return base.Ask(setting with { Scale = setting.Scale.Base!, Direction = Direction.Ascending }) with { Prompt = prompt };
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var derived = Derived(setting.Scale, setting.Tonic, setting.Style);
        var scale = ScaleFacts.Scale(setting);
        var left = derived.Base.Ascending[..^1].Where(note => !scale.Ascending.Contains(note)).ToImmutableArray();
        var struck = TwoRoutes.Agree($"what {scale.Tonic} {scale.Type.Name} leaves out", [.. derived.Struck.Select(note => note.Note)], left);
        return new Answer(
            [[.. Ask(setting).Figures[0].Given.OfType<NoteMark>().Where(note => struck.Contains(note.Pitch.Name)).Select(note => new StrikeMark(note))]],
            setting.Style.Say(struck),
            [],
            [derived]);
    }

    private static bool Struck(ScaleType type) => type.Base is not null && Derived(type, default, HouseStyle.Classical) is { Struck.Length: > 0, Altered.IsEmpty: true };

    private static DerivedFrom Derived(ScaleType type, NoteName tonic, HouseStyle style) =>
        ScaleWorking.Derive(ScaleSpelling.Spell(type.Base!, tonic), style.Spell(type, tonic));
}
