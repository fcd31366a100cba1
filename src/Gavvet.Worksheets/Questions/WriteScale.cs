using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the scale on the staff.</summary>
public class WriteScale : QuestionKind
{
    /// <inheritdoc/>
    public override string Id => "write-scale";

    /// <inheritdoc/>
    public override string Name => "Write the scale";

    /// <inheritdoc/>
    public override bool UsesClef => true;

    /// <inheritdoc/>
    public override bool UsesNotation => true;

    /// <inheritdoc/>
    public override bool UsesDirection => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } =
        [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Formula, Scaffolding.Signature, Scaffolding.Count, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override bool UsesOctaves => true;

    /// <inheritdoc/>
    public override int Weight => 8;

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        if (section is { Notation: Notation.Signature, Scaffolding: Scaffolding.Signature })
            return $"Write the scale in {style.Words.WholeNotes}{(section.Scales is [{ Id: "major" }] ? "" : ", with any accidentals it needs besides the signature")}.";
        return section.Notation == Notation.Signature
            ? $"Write the key signature, then the scale in {style.Words.WholeNotes}{(section.Scales is [{ Id: "major" }] ? "" : " with any accidentals it still needs")}."
            : $"Write the scale in {style.Words.WholeNotes}. Put an accidental before each note that needs one; use no key signature.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var columns = ScaleFacts.Notes(setting, scale).Length;
        var prompt = setting.Scaffolding == Scaffolding.Count ? $"{Prompt(setting)} ({ScaleFacts.CountInWords(scale)})" : Prompt(setting);
        return new Question(prompt,
        [
            new StaffFigure(
                setting.Clef,
                columns,
                setting.Notation == Notation.Signature,
                setting.Scaffolding switch
                {
                    Scaffolding.Letters => StaffRows.Labels,
                    Scaffolding.Formula => StaffRows.Gaps,
                    _ => StaffRows.None,
                },
                ScaleFacts.Room(setting),
                Given(setting)),
        ]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        ScaleFacts.Steps(scale, setting.Direction);
        IEnumerable<Mark> signature = ScaleFacts.HasSignature(setting) ? [new SignatureMark(ScaleFacts.Printed(setting))] : [];
        return ScaleFacts.WholeScale(
            setting,
            scale,
            [[.. signature.Concat(ScaleFacts.OnStaff(setting, scale)).Except(Given(setting))]],
            setting.Style.Say(ScaleFacts.Notes(setting, scale)),
            Working(setting, scale));
    }

    /// <summary>The words beside the number: the scale and its direction.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected virtual string Prompt(QuestionSetting setting) => ScaleFacts.Prompt(setting);

    // A major scale written with accidentals is walked by its steps; every other goes the way the house style names.
    private protected virtual ImmutableArray<WorkingStep> Working(QuestionSetting setting, Scale scale)
    {
        if (setting.Scale.Id != ScaleTypes.Major.Id)
            return ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style);
        var names = scale.Notes(setting.Direction);
        return
        [
            new LettersWritten([.. names.Select(name => name.Letter)]),
            ScaleFacts.HasSignature(setting)
                ? new SignatureUsed(setting.Key, ScaleFacts.Printed(setting))
                : new StepsWalked(scale.Type, names, scale.MeasuredSteps(setting.Direction)),
            ScaleFacts.Counted(scale),
        ];
    }

    private static ImmutableArray<Mark> Given(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        return setting.Scaffolding switch
        {
            Scaffolding.Letters => [.. ScaleFacts.Notes(setting, scale).Select((name, column) => new LabelMark(column, setting.Style.Say(name.Letter)))],
            Scaffolding.Formula => [.. ScaleFacts.StepSigns(setting, scale).Select((sign, column) => new GapMark(column, sign))],
            Scaffolding.Signature when ScaleFacts.HasSignature(setting) => [new SignatureMark(ScaleFacts.Printed(setting))],
            Scaffolding.Tonic => [ScaleFacts.OnStaff(setting, scale)[0]],
            _ => [],
        };
    }
}
