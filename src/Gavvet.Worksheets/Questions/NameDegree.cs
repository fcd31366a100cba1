using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the degree a note is.</summary>
public sealed class NameDegree : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "name-degree";

    /// <inheritdoc/>
    public override string Name => "Name the degree";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Degrees;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 6;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the degree of the scale that the note is.";

    private protected override string Prompt(QuestionSetting setting) => $"In {ScaleFacts.Named(setting)}, {setting.Style.Say(ScaleFacts.Scale(setting).Ascending[setting.Variant + 1])} is the";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var note = scale.Ascending[setting.Variant + 1];
        var degree = TwoRoutes.Agree($"the degree of {note}", scale.Type.Degrees[setting.Variant + 1], Degree.FromFifths(note.Fifths - scale.Tonic.Fifths));
        var answer = WordsAnswer.Of(setting.Style.Name(setting.Scale, degree), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
        return degree == new Degree(7) && setting.Style.Degrees == DegreeWords.Technical ? answer.OrElse([setting.Style.Seventh == SeventhWord.LeadingNote ? "leading tone" : "leading note"]) : answer;
    }
}
