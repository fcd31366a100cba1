using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write a scale again with the other name of its tonic.</summary>
public sealed class EnharmonicScale : WriteAgain
{
    /// <inheritdoc/>
    public override string Id => "enharmonic-scale";

    /// <inheritdoc/>
    public override string Name => "The same scale under another name";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters;
    }

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => Twin(draw.Scale, draw.Tonic) is not null;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return $"Write the scale that sounds the same, from the other name of its tonic, on the {style.Words.Staff} below.";
    }

    private protected override string Prompt(QuestionSetting setting) => $"{ScaleFacts.Prompt(setting)}, from {setting.Style.Say(Twin(setting.Scale, setting.Tonic)!.Value)}";

    private protected override QuestionSetting Given(QuestionSetting setting) => setting;

    private protected override QuestionSetting Asked(QuestionSetting setting)
    {
        var twin = setting with { Tonic = Twin(setting.Scale, setting.Tonic)!.Value };
        TwoRoutes.Agree($"the sound of {setting.Tonic} and {twin.Tonic}", [.. ScaleFacts.Scale(setting).Ascending.Select(note => note.PitchClass)], ScaleFacts.Scale(twin).Ascending.Select(note => note.PitchClass).ToImmutableArray());
        return twin;
    }

    // Twelve fifths away; both tonics with one sign at most, and for keys both with a signature.
    private static NoteName? Twin(ScaleType type, NoteName tonic)
    {
        var fifths = tonic.Fifths > 0 ? tonic.Fifths - 12 : tonic.Fifths + 12;
        if (!NoteName.HasFifths(fifths) || Math.Abs((int)tonic.Accidental) > 1)
            return null;
        var twin = NoteName.FromFifths(fifths);
        var isKey = type.Family == ScaleFamily.MajorAndMinor && new Key(twin, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical;
        return Math.Abs((int)twin.Accidental) > 1 || isKey || !ScaleSpelling.CanSpell(type, twin) ? null : twin;
    }
}
