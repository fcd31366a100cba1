using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the pentatonic of the other mode with the same notes.</summary>
public sealed class RelativePentatonic : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "relative-pentatonic";

    /// <inheritdoc/>
    public override string Name => "Relative pentatonics";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Id is "major-pentatonic" or "minor-pentatonic";
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the tonic of the pentatonic scale that has the same notes.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", $"{(setting.Scale.HasMinorThird ? "major" : "minor")} pentatonic");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var other = ScaleTypes.Get(setting.Scale.HasMinorThird ? "major-pentatonic" : "minor-pentatonic");
        var fifths = setting.Tonic.Fifths + (setting.Scale.HasMinorThird ? -3 : 3);
        var notes = ScaleFacts.Scale(setting).Ascending[..^1];
        var bySet = notes.Single(note => ScaleSpelling.CanSpell(other, note) && ScaleSpelling.Spell(other, note).Ascending.All(notes.Contains));
        var tonic = TwoRoutes.Agree($"the relative of {setting.Tonic} {setting.Scale.Name}", NoteName.FromFifths(fifths), bySet);
        return WordsAnswer.Of(setting.Style.Say(tonic), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
    }
}
