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

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => section.Scales is [var only] ? $"Name the {ModeWord(only)} key that has this signature." : "Name the key that has this signature.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var staff = new StaffFigure(setting.Clef, 0, true, StaffRows.None, StaffRange.Staff, [new SignatureMark(ScaleFacts.Signature(setting.Key))]);
        return new Question("", [staff, new AnswerLinesFigure([new AnswerLine("", ModeWord(setting.Scale), AnswerRoom.Name)])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var key = ScaleFacts.KeyOf(signature, setting.Key.Mode);
        ImmutableArray<WorkingStep> working = [new LastAccidental(key, signature), new SignatureUsed(key, signature)];
        return new Answer([[], [new LineMark(0, setting.Style.Say(key.Tonic))]], setting.Style.Say(key), [], working);
    }

    private static string ModeWord(ScaleType type) => type.HasMinorThird ? "minor" : "major";
}
