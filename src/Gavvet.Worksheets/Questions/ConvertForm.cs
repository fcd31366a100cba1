using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Turn a scale into another form on the same tonic.</summary>
public sealed class ConvertForm : WriteAgain
{
    private static readonly ImmutableArray<string> MinorForms = ["natural-minor", "harmonic-minor", "melodic-minor"];

    /// <inheritdoc/>
    public override string Id => "convert-form";

    /// <inheritdoc/>
    public override string Name => "From one form to another";

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return !Sources(type).IsEmpty;
    }

    /// <inheritdoc/>
    public override int Variants(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return Sources(type).Length;
    }

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => draw.Variant < Sources(draw.Scale).Length && ScaleSpelling.CanSpell(Sources(draw.Scale)[draw.Variant], draw.Tonic);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"A scale is given. Write the other form named, in {style.Words.WholeNotes}, on the {style.Words.Staff} below it.";
    }

    private protected override string Prompt(QuestionSetting setting) =>
        $"From {setting.Style.Say(Sources(setting.Scale)[setting.Variant], setting.Tonic)} to {ScaleFacts.Named(setting)}, {ScaleFacts.DirectionWords(setting.Direction)}";

    private protected override QuestionSetting Given(QuestionSetting setting) => setting with { Scale = Sources(setting.Scale)[setting.Variant] };

    private protected override QuestionSetting Asked(QuestionSetting setting) => setting;

    // What the scale is derived from on the board, and the other minor forms for a minor form.
    private static ImmutableArray<ScaleType> Sources(ScaleType type)
    {
        var forms = MinorForms.Contains(type.Id) ? MinorForms.Where(form => form != type.Id).Select(ScaleTypes.Get) : [];
        return [.. new[] { type.Base }.OfType<ScaleType>().Union(forms)];
    }
}
