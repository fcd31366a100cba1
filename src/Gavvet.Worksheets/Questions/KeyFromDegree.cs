using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the key in which a note is a given degree.</summary>
public sealed class KeyFromDegree : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "key-from-degree";

    /// <inheritdoc/>
    public override string Name => "Find the key from a degree";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Degrees;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 6;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the key.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(ScaleFacts.Scale(setting).Ascending[setting.Variant + 1])} is the {setting.Style.Name(setting.Scale, setting.Scale.Degrees[setting.Variant + 1])} of which {setting.Scale.Name} key?";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", setting.Scale.HasMinorThird ? "minor" : "major");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var degree = scale.Type.Degrees[setting.Variant + 1];
        var note = scale.Ascending[setting.Variant + 1];
        // Down by fifths from the note, and the one practical key whose scale has it in that place.
        var searched = (setting.Key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(key => ScaleSpelling.Spell(key.ScaleType, key.Tonic).Ascending[setting.Variant + 1] == note);
        var tonic = TwoRoutes.Agree($"the key in which {note} is {degree}", NoteName.FromFifths(note.Fifths - degree.Fifths), searched.Tonic);
        return WordsAnswer.Of(setting.Style.Say(tonic), [.. ScaleWorking.Of(setting.Scale, tonic, setting.Style)]);
    }
}
