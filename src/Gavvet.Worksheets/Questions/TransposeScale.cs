using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write a scale at concert pitch as a transposing part reads it.</summary>
public sealed class TransposeScale : WriteAgain
{
    /// <inheritdoc/>
    public override string Id => "transpose-scale";

    /// <inheritdoc/>
    public override string Name => "Transpose for a part";

    /// <inheritdoc/>
    public override bool IsTransposed => false;

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => WrittenKey.Parts.Length;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw)
    {
        var exact = draw.Tonic.Fifths + WrittenKey.Parts[draw.Variant].WrittenFifths;
        return Enumerable.Range(-1, 3).Select(turn => exact + (12 * turn)).Any(fifths => NoteName.HasFifths(fifths) && ScaleSpelling.CanSpell(draw.Scale, NoteName.FromFifths(fifths)));
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"The scale is given at concert pitch. Write it on the lower {style.Words.Staff} as the part reads it.";
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        var answer = base.Answer(setting);
        return Twin(Asked(setting)) is { } twin
            ? answer with { Accepted = [.. answer.Accepted, setting.Style.Say(ScaleFacts.Notes(twin, ScaleFacts.Scale(twin)))] }
            : answer;
    }

    // Where the part can be written in a flat key and in a sharp one, either is right.
    private static QuestionSetting? Twin(QuestionSetting asked) => new[] { -12, 12 }
        .Select(turn => asked.Tonic.Fifths + turn)
        .Where(fifths => NoteName.HasFifths(fifths))
        .Select(NoteName.FromFifths)
        .Where(tonic => !new Key(tonic, asked.Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical && asked.Style.CanSpell(asked.Scale, tonic))
        .Select(tonic => asked with { Tonic = tonic, Octaves = 1 })
        .FirstOrDefault();

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Prompt(setting)}, for {WrittenKey.Parts[setting.Variant].Name}";

    private protected override QuestionSetting Given(QuestionSetting setting) => setting;

    private protected override QuestionSetting Asked(QuestionSetting setting)
    {
        var part = WrittenKey.Parts[setting.Variant];
        var written = part.WrittenTonic(setting.Scale, setting.Tonic);
        // By the choice of the handier key, and by moving the pitch itself.
        TwoRoutes.Agree($"{setting.Tonic} for {part.Name}", written.PitchClass, (setting.Tonic.PitchClass + ((part.IsWrittenAbove ? 1 : -1) * part.WrittenInterval.Semitones) + 24) % 12);
        return setting with { Tonic = written, Clef = part.Clef, Part = part };
    }
}
