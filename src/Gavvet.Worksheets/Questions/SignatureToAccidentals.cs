using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the notes a signature alters.</summary>
public sealed class SignatureToAccidentals : SignatureKind
{
    /// <inheritdoc/>
    public override string Id => "signature-to-accidentals";

    /// <inheritdoc/>
    public override string Name => "Read the signature";

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => draw.Key.Fifths != 0;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the notes the signature alters, in its order.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var staff = new StaffFigure(setting.Clef, 0, true, StaffRows.None, StaffRange.Staff, [new SignatureMark(ScaleFacts.Signature(setting.Key))]);
        return new Question("", [staff, new AnswerLinesFigure([new AnswerLine("", "", AnswerRoom.SevenNames)])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var names = setting.Style.Say(signature.Notes);
        return new Answer([[], [new LineMark(0, names)]], names, [], [new SignatureUsed(setting.Key, signature)]);
    }
}
