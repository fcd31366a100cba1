using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the major key of a signature.</summary>
public sealed class NameKey : SignatureKind
{
    /// <inheritdoc/>
    public override string Id => "name-key";

    /// <inheritdoc/>
    public override string Name => "Name the key";

    private const string Both = "both";

    /// <inheritdoc/>
    public override ImmutableArray<KindOption> Options { get; } = [new("one", "Major or minor"), new(Both, "Both keys of a signature")];

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override bool AnswersInWords => true;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => section.Option == Both ? "Name the major key and the minor key that have this signature." : section.Scales is [var only] ? $"Name the {ModeWord(only)} key that has this signature." : "Name the key that has this signature.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var staff = new StaffFigure(setting.Clef, 0, true, StaffRows.None, StaffRange.Staff, [new SignatureMark(ScaleFacts.Signature(setting.Key))]);
        return new Question("", [staff, new AnswerLinesFigure(setting.Option == Both
            ? [new AnswerLine("", "major", AnswerRoom.Name), new AnswerLine("", "minor", AnswerRoom.Name)]
            : [new AnswerLine("", ModeWord(setting.Scale), AnswerRoom.Name)])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var key = ScaleFacts.KeyOf(signature, setting.Key.Mode);
        ImmutableArray<WorkingStep> working = [new LastAccidental(key, signature), new SignatureUsed(key, signature)];
        if (setting.Option == Both)
        {
            var (major, minor) = (ScaleFacts.KeyOf(signature, KeyMode.Major), ScaleFacts.KeyOf(signature, KeyMode.Minor));
            return new Answer(
                [[], [new LineMark(0, setting.Style.Say(major.Tonic)), new LineMark(1, setting.Style.Say(minor.Tonic))]],
                $"{setting.Style.Say(major)}, {setting.Style.Say(minor)}",
                [],
                [new LastAccidental(major, signature), new RelativeFound(major, minor), new SignatureUsed(minor, signature)]);
        }

        return new Answer([[], [new LineMark(0, setting.Style.Say(key.Tonic))]], setting.Style.Say(key), [], working);
    }

    private static string ModeWord(ScaleType type) => type.HasMinorThird ? "minor" : "major";
}
