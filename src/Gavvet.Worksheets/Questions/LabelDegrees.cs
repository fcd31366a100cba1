using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the degrees under a given scale.</summary>
public sealed class LabelDegrees : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "label-degrees";

    /// <inheritdoc/>
    public override string Name => "Label the degrees";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Degrees;

    private protected override StaffRows Rows => StaffRows.Labels;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return style.Degrees switch
        {
            DegreeWords.Numerals => "Under each note write its degree as a Roman numeral.",
            DegreeWords.Syllables => "Under each note write its syllable.",
            _ => "Under each note write the number of its degree, with its sign where it differs from major.",
        };
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var notes = scale.Notes(setting.Direction);
        // As the table lists them, and as each note lies to the tonic.
        var degrees = TwoRoutes.Agree(
            $"the degrees of {scale.Tonic} {scale.Type.Name}",
            scale.DegreesOf(setting.Direction),
            [.. notes.Select(note => Degree.FromFifths(note.Fifths - scale.Tonic.Fifths))]);
        string[] labels = [.. degrees.Select(degree => Label(setting, degree))];
        return new Answer([[.. labels.Select((label, column) => new LabelMark(column, label))]], string.Join(' ', labels), [], ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)) { Remarks = Remarks(setting) };
    }

    // The octave is the eighth degree as well as the first.
    private static ImmutableArray<string> Remarks(QuestionSetting setting) =>
        setting.Style.Degrees is DegreeWords.Numerals or DegreeWords.Syllables ? [] : ["Also right: 8 for the upper tonic."];

    // Technical names are too long to stand under notes; the house style's short forms are used.
    private static string Label(QuestionSetting setting, Degree degree) => setting.Style.Degrees switch
    {
        DegreeWords.Numerals => DegreeNaming.Numeral(degree),
        DegreeWords.Syllables => setting.Style.Syllable(setting.Scale, degree) ?? $"{degree}",
        _ => $"{degree}",
    };
}
