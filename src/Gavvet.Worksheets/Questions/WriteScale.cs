using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the scale on the staff.</summary>
public sealed class WriteScale : QuestionKind
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
        [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Formula, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        return section.Notation == Notation.Signature
            ? $"Write the key signature, then the scale in {style.Words.WholeNotes}."
            : $"Write the scale in {style.Words.WholeNotes}. Put an accidental before each note that needs one; use no key signature.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var columns = setting.Direction == Direction.Both ? 15 : 8;
        return new Question(MajorKeyFacts.Prompt(setting),
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
                StaffRange.OfScales(setting.Clef),
                Given(setting)),
        ]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var signature = MajorKeyFacts.Signature(setting.Key);
        var steps = MajorKeyFacts.Steps(scale, setting.Direction);
        var names = scale.Notes(setting.Direction);
        var bySignature = setting.Notation == Notation.Signature;
        var notes = Notes(setting, scale);
        ImmutableArray<Mark> marks = [.. bySignature ? [new SignatureMark(signature)] : Array.Empty<Mark>(), .. notes.Except(Given(setting))];
        return new Answer(
            [marks],
            setting.Style.Say(names),
            AlsoRight(setting, scale),
            [
                new LettersWritten([.. names.Select(name => name.Letter)]),
                bySignature ? new SignatureUsed(setting.Key, signature) : new StepsWalked(scale.Type, names, steps),
                MajorKeyFacts.Counted(scale),
            ]);
    }

    private static ImmutableArray<string> AlsoRight(QuestionSetting setting, Scale scale) =>
        setting is { Direction: Direction.Both, Notation: Notation.Accidentals } && scale.AlteredNotes.Length > 0
            ? ["Also right: each accidental written again coming down."]
            : [];

    private static ImmutableArray<NoteMark> Notes(QuestionSetting setting, Scale scale) => StaffNotes.InOneBar(
        scale.Pitches(setting.Direction, setting.Clef.LowestTonic(scale)),
        setting.Notation == Notation.Signature ? MajorKeyFacts.Signature(setting.Key) : default,
        setting.Style);

    private static ImmutableArray<Mark> Given(QuestionSetting setting)
    {
        var scale = MajorKeyFacts.Scale(setting.Key);
        return setting.Scaffolding switch
        {
            Scaffolding.Letters => [.. scale.Notes(setting.Direction).Select((name, column) => new LabelMark(column, setting.Style.Say(name.Letter)))],
            Scaffolding.Formula => [.. MajorKeyFacts.Steps(scale, setting.Direction).Select((step, column) => new GapMark(column, setting.Style.Sign(step, 1)))],
            Scaffolding.Tonic => [Notes(setting, scale)[0]],
            _ => [],
        };
    }
}
