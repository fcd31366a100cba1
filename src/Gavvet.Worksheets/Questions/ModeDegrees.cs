using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the degrees of a mode that differ from major.</summary>
public sealed class ModeDegrees : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "mode-degrees";

    /// <inheritdoc/>
    public override string Name => "Altered degrees of a mode";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Modes;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsMode;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the degrees that differ from the major scale on the same tonic, with their signs.";

    private protected override string Prompt(QuestionSetting setting) => ScaleFacts.Named(setting);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var listed = scale.Type.Degrees.Where(degree => degree.Alteration != Accidental.Natural).ToImmutableArray();
        // Against the major scale's semitones, note by note.
        var measured = scale.Ascending[..7].Select((note, i) => new Degree(i + 1, (Accidental)(Interval.Between(scale.Tonic, note).Semitones - new Degree(i + 1).Semitones))).Where(degree => degree.Alteration != Accidental.Natural);
        TwoRoutes.Agree($"the altered degrees of {scale.Type.Name}", listed, [.. measured]);
        var major = ScaleSpelling.CanSpell(ScaleTypes.Major, setting.Tonic) ? new WorkingStep[] { ScaleWorking.Derive(ScaleSpelling.Spell(ScaleTypes.Major, setting.Tonic), scale) } : [];
        return WordsAnswer.Of(string.Join(' ', listed), major);
    }
}
