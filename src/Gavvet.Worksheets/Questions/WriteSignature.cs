using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write a key's signature on the staff.</summary>
public sealed class WriteSignature : SignatureKind
{
    /// <inheritdoc/>
    public override string Id => "write-signature";

    /// <inheritdoc/>
    public override string Name => "Write the key signature";

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } =
        [Scaffolding.WorkedExample, Scaffolding.Count, Scaffolding.Blank];

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) =>
        "Write the key signature: the right sharps or flats, in order, each in its place.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var prompt = setting.Scaffolding == Scaffolding.Count ? $"{setting.Style.Say(setting.Key)}: {ScaleFacts.Signature(setting.Key)}" : $"{setting.Style.Say(setting.Key)}";
        return new Question(prompt, [new StaffFigure(setting.Clef, 0, true, StaffRows.Labels, StaffRange.Staff, [])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var words = signature.Count == 0 ? $"{signature}" : setting.Style.Say(signature.Notes);
        ImmutableArray<WorkingStep> working = [new SignatureUsed(setting.Key, signature), new LastAccidental(setting.Key, signature)];
        return new Answer([[new SignatureMark(signature), new LabelMark(0, words)]], words, [], working);
    }
}
