using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Mark the half steps of a given scale.</summary>
public sealed class MarkSemitones : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "mark-semitones";

    /// <inheritdoc/>
    public override string Name => "Mark the half steps";

    private protected override StaffRows Rows => StaffRows.Slurs;

    private const string Wide = "augmented";

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } = [new("half-steps", "Half steps"), new(Wide, "Half steps and augmented seconds")];

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Steps.Contains(1) && type.Steps.Any(step => step != 1);
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        ArgumentNullException.ThrowIfNull(style);
        var wide = section.Option == Wide ? " Put a bracket under each augmented second." : "";
        return $"Join with a slur each two {style.Words.Neighboring} notes that are a {style.Word(1, 1)} apart.{wide}";
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var notes = scale.Notes(setting.Direction);
        var steps = ScaleFacts.Steps(scale, setting.Direction);
        ImmutableArray<int> columns = [.. Enumerable.Range(0, steps.Length).Where(column => steps[column] == 1)];
        ImmutableArray<(NoteName, NoteName)> pairs = [.. columns.Select(column => (notes[column], notes[column + 1]))];
        ImmutableArray<int> wide = setting.Option == Wide ? [.. Enumerable.Range(0, steps.Length).Where(column => steps[column] == 3 && StepNaming.LettersBetween(scale.Type, notes[column], notes[column + 1]) == 1)] : [];
        string Pairs(IEnumerable<int> places) => string.Join(", ", places.Select(column => $"{setting.Style.Say(notes[column])}–{setting.Style.Say(notes[column + 1])}"));
        return new Answer(
            [[.. columns.Select(column => new SlurMark(column)), .. wide.Select(column => new BracketMark(column))]],
            wide.IsEmpty ? Pairs(columns) : $"{Pairs(columns)}; augmented: {Pairs(wide)}",
            [],
            [new StepsWalked(scale.Type, notes, steps), new HalfStepsFound(pairs)]);
    }
}
