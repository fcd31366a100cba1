using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Fill blank places of the circle of fifths.</summary>
public sealed class CircleOfFifths : QuestionKind
{
    private const int Hours = 12;

    // Five places apart enough that each has a neighbor to count from.
    private static readonly int[] Blank = [0, 2, 5, 7, 10];

    /// <inheritdoc/>
    public override string Id => "circle-of-fifths";

    /// <inheritdoc/>
    public override string Name => "The circle of fifths";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override bool UsesTonic => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    public override int Weight => 6;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => Hours;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write the missing keys on the circle of fifths.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var blank = BlankHours(setting);
        ImmutableArray<Mark> given = [.. Enumerable.Range(1, Hours).Where(hour => !blank.Contains(hour)).Select(hour => new HourMark(hour, Named(setting, hour)))];
        return new Question(setting.Scale.HasMinorThird ? "Minor keys" : "Major keys", [new CircleFigure(given)]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        ImmutableArray<int> hours = [.. BlankHours(setting).Order()];
        ImmutableArray<WorkingStep> working = [.. hours.Select(hour => KeysAt(setting, hour)[0]).Select(key => new SignatureUsed(key, ScaleFacts.Signature(key)))];
        return new Answer(
            [[.. hours.Select(hour => new HourMark(hour, Named(setting, hour)))]],
            string.Join("; ", hours.Select(hour => $"at {hour} {Named(setting, hour)}")),
            [],
            working)
        {
            Remarks = [.. hours.Where(hour => KeysAt(setting, hour).Length > 1).Select(hour => $"Also right at {hour}: {string.Join(" or ", KeysAt(setting, hour).Select(key => setting.Style.Say(key.Tonic)))}.")],
        };
    }

    // The name with fewer signs; of two with six the sharp one.
    private static string Named(QuestionSetting setting, int hour) => setting.Style.Say(KeysAt(setting, hour)[0].Tonic);

    // By counting fifths from the top, and by the key each signature belongs to.
    private static ImmutableArray<Key> KeysAt(QuestionSetting setting, int hour)
    {
        var keys = setting.Scale.HasMinorThird ? Key.Minors : Key.Majors;
        ImmutableArray<Key> counted = [.. keys.Where(key => key.CirclePosition == hour).OrderBy(key => Math.Abs(key.Fifths)).ThenByDescending(key => key.Fifths)];
        ImmutableArray<Key> signed = [.. new[] { hour % Hours, (hour % Hours) - Hours }.Where(fifths => Math.Abs(fifths) <= KeySignature.Most).OrderBy(Math.Abs).ThenByDescending(fifths => fifths).Select(fifths => ScaleFacts.KeyOf(new KeySignature(fifths), setting.Key.Mode))];
        return TwoRoutes.Agree($"the keys at {hour}", counted, signed);
    }

    private static HashSet<int> BlankHours(QuestionSetting setting) => [.. Blank.Select(place => ((setting.Variant + place) % Hours) + 1)];
}
