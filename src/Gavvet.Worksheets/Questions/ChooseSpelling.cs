using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Choose between two names of the raised seventh.</summary>
public sealed class ChooseSpelling : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "choose-spelling";

    /// <inheritdoc/>
    public override string Name => "Choose the spelling";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Id == "harmonic-minor";
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Two names sound the same. Write the one that belongs in the scale.";

    private protected override string Prompt(QuestionSetting setting) => $"The seventh of {ScaleFacts.Named(setting)}: {Choice(setting)}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var seventh = TwoRoutes.Agree($"the seventh of {scale.Tonic}", scale.Ascending[^2], scale.Tonic.Up(new Interval(6, 11)));
        return WordsAnswer.Of(setting.Style.Say(seventh), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
    }

    // In the order of the letters, so that the order tells nothing.
    private static string Choice(QuestionSetting setting)
    {
        var seventh = ScaleFacts.Scale(setting).Ascending[^2];
        var other = NoteName.All.Where(note => note != seventh && note.PitchClass == seventh.PitchClass).OrderBy(note => Math.Abs((int)note.Accidental)).First();
        return string.Join(" or ", new[] { seventh, other }.OrderBy(note => note.Letter).Select(setting.Style.Say));
    }
}
