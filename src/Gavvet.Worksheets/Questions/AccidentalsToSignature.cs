using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write accidentals that are named in no order as a signature.</summary>
public sealed class AccidentalsToSignature : SignatureKind
{
    /// <inheritdoc/>
    public override string Id => "accidentals-to-signature";

    /// <inheritdoc/>
    public override string Name => "From accidentals to signature";

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => draw.Key.Fifths != 0;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Write these accidentals as a key signature: in order, each in its place.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var listed = ScaleFacts.Signature(setting.Key).Notes.OrderBy(note => note.Letter == Letter.A ? -2 : note.Letter == Letter.B ? -1 : (int)note.Letter);
        return new Question(setting.Style.Say(listed), [new StaffFigure(setting.Clef, 0, true, StaffRows.None, StaffRange.Staff, [])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        return new Answer([[new SignatureMark(signature)]], setting.Style.Say(signature.Notes), [], [new SignatureUsed(setting.Key, signature)]);
    }
}
