using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the notes struck out of a scale to leave another.</summary>
public sealed class StrikeDegrees : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "strike-degrees";

    /// <inheritdoc/>
    public override string Name => "Strike out degrees";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool CanAsk(Draw draw) => ScaleSpelling.CanSpell(draw.Scale.Base!, draw.Tonic);

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Struck(type);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the notes that are struck out.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Scale.Base!, setting.Tonic)}, to leave {ScaleFacts.Named(setting)}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var derived = Derived(setting.Scale, setting.Tonic, setting.Style);
        var scale = ScaleFacts.Scale(setting);
        var left = derived.Base.Ascending[..^1].Where(note => !scale.Ascending.Contains(note)).ToImmutableArray();
        var struck = TwoRoutes.Agree($"what {scale.Tonic} {scale.Type.Name} leaves out", [.. derived.Struck.Select(note => note.Note)], left);
        return WordsAnswer.Of(setting.Style.Say(struck), derived);
    }

    private static bool Struck(ScaleType type) => type.Base is not null && Derived(type, default, HouseStyle.Classical) is { Struck.Length: > 0, Altered.IsEmpty: true };

    private static DerivedFrom Derived(ScaleType type, NoteName tonic, HouseStyle style) =>
        ScaleWorking.Derive(ScaleSpelling.Spell(type.Base!, tonic), style.Spell(type, tonic));
}
