using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the blue note of a blues scale.</summary>
public sealed class BlueNote : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "blue-note";

    /// <inheritdoc/>
    public override string Name => "The blue note";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Family == ScaleFamily.Blues;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => style.BlueNotes == BlueNotes.Three ? "Write the blue notes." : "Write the blue note.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var degree = setting.Scale.Characteristic!.Value;
        // By sound between its neighbours, whichever of its two names the house style writes.
        var note = scale.Ascending.Single(candidate => candidate != scale.Tonic && (candidate.Fifths - scale.Tonic.Fifths - degree.Fifths) % 12 == 0 && Math.Abs(candidate.Fifths - scale.Tonic.Fifths - degree.Fifths) <= 12);
        TwoRoutes.Agree($"the blue note of {scale.Tonic}", note.PitchClass, (scale.Tonic.PitchClass + degree.Semitones) % 12);
        // The wider school calls the lowered 3 and 7 blue as well.
        if (setting.Style.BlueNotes == BlueNotes.Three)
        {
            var blue = scale.Type.Degrees.Zip(scale.Ascending).Where(pair => pair.Second == note || pair.First is { Number: 3 or 7, Alteration: Accidental.Flat });
            return WordsAnswer.Of(setting.Style.Say(blue.Select(pair => pair.Second)), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]);
        }

        var other = new[] { note.Fifths + 12, note.Fifths - 12 }.Where(NoteName.HasFifths).Select(NoteName.FromFifths).Where(name => Judging.AcceptedSpellings.Of(scale, setting.Style, false).Any(line => line.Contains(name)));
        return WordsAnswer.Of(setting.Style.Say(note), [.. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)]).OrElse(other.Select(setting.Style.Say));
    }
}
