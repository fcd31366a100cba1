using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the triad on a degree and say what it is.</summary>
public sealed class ScaleTriads : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "scale-triads";

    /// <inheritdoc/>
    public override string Name => "Triads of a scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Chords;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 7;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay && Chords.TriadsOf(ScaleSpelling.Spell(type, default)).All(chord => chord.Suffix is not null);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write the three notes of the triad, and say what it is.";

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Named(setting)}, on {DegreeNaming.Numeral(setting.Scale.Degrees[setting.Variant])}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => [new AnswerLine("Notes", "", AnswerRoom.Name), new AnswerLine("It is a", "", AnswerRoom.SevenNames)];

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var chord = Chords.TriadsOf(scale)[setting.Variant];
        // Every other letter from the root, as the scale has it.
        var lettered = Enumerable.Range(0, 3).Select(third => scale.Ascending.First(note => note.Letter == chord.Root.Letter.Up(2 * third))).ToImmutableArray();
        TwoRoutes.Agree($"the triad on {chord.Root}", chord.Notes, lettered);
        return new WordsAnswer([setting.Style.Say(chord.Notes), chord.Name], [], [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
    }
}
