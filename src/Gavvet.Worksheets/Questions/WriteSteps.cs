using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the step pattern under a given scale.</summary>
public sealed class WriteSteps : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "write-steps";

    /// <inheritdoc/>
    public override string Name => "Write the steps";

    private protected override StaffRows Rows => StaffRows.Gaps;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        ArgumentNullException.ThrowIfNull(style);
        // The steps the scales of the section have, the plain ones first.
        var steps = section.Scales.SelectMany(type => WidthsOf(type)).Distinct().OrderBy(step => step switch { (2, _) => 0, (1, _) => 1, _ => step.Semitones }).ThenBy(step => step.Letters);
        string[] words = [.. steps.Select(step => $"{style.Sign(step.Semitones, step.Letters)} for {Article(style.Word(step.Semitones, step.Letters))}").Distinct()];
        return $"Under each gap write {(words.Length == 1 ? words[0] : string.Join(", ", words[..^1]) + " or " + words[^1])}.";
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var signs = ScaleFacts.StepSigns(setting.Style, scale, setting.Direction);
        return new Answer(
            [[.. signs.Select((sign, column) => new GapMark(column, sign))]],
            string.Join('–', signs),
            [],
            [new StepsWalked(scale.Type, scale.Notes(setting.Direction), scale.MeasuredSteps(setting.Direction))])
        {
            Remarks = BySize(scale, setting.Direction, signs),
        };
    }

    // A step is judged by its size, so that its number of semitones is as good as the name of its interval.
    private static ImmutableArray<string> BySize(Scale scale, Direction direction, ImmutableArray<string> signs) =>
    [
        .. scale.MeasuredSteps(direction).Zip(signs)
            .Where(step => step.First > 2 && step.Second != $"{step.First}")
            .Distinct()
            .Select(step => $"Also right: {step.First}, its semitones, for {step.Second}."),
    ];

    private static IEnumerable<(int Semitones, int Letters)> WidthsOf(ScaleType type)
    {
        var onC = ScaleSpelling.Spell(type, new NoteName(Letter.C));
        var notes = onC.Notes(Direction.Both);
        return onC.MeasuredSteps(Direction.Both).Select((step, i) => (step, step <= 2 ? 1 : StepNaming.LettersBetween(type, notes[i], notes[i + 1])));
    }

    private static string Article(string words) => words[0] is 'a' or 'e' or 'i' or 'o' or 'u' ? $"an {words}" : words.EndsWith('s') ? words : $"a {words}";
}
