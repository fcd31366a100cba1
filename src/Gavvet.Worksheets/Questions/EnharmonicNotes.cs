using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write every name of a note up to double accidentals.</summary>
public sealed class EnharmonicNotes : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "enharmonic-notes";

    /// <inheritdoc/>
    public override string Name => "Names of a note";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write every other name of the note, with up to two sharps or flats.";

    private protected override string Prompt(QuestionSetting setting) => setting.Style.Say(setting.Tonic);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var bySound = NoteName.All.Where(note => note != setting.Tonic && note.PitchClass == setting.Tonic.PitchClass).OrderBy(note => note.Letter).ToImmutableArray();
        var byFifths = new[] { -24, -12, 12, 24 }.Select(turn => setting.Tonic.Fifths + turn).Where(NoteName.HasFifths).Select(NoteName.FromFifths).OrderBy(note => note.Letter).ToImmutableArray();
        return WordsAnswer.Of(setting.Style.Say(TwoRoutes.Agree($"the names of {setting.Tonic}", bySound, byFifths)));
    }
}
