using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>How many sharps or flats a key has, and which.</summary>
public sealed class CountAccidentals : QuestionKind
{
    /// <inheritdoc/>
    public override string Id => "count-accidentals";

    /// <inheritdoc/>
    public override string Name => "How many sharps or flats";

    /// <inheritdoc/>
    public override bool UsesClef => false;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } =
        [Scaffolding.WorkedExample, Scaffolding.Count, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) =>
        "Say how many sharps or flats the scale has, and name them in order. Do not count the octave.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var which = new AnswerLine("Which?", "", AnswerRoom.SevenNames);
        return setting.Scaffolding == Scaffolding.Count
            ? new Question($"{setting.Style.Say(setting.Key)}: {ScaleFacts.Signature(setting.Key)}", [new AnswerLinesFigure([which])])
            : new Question($"{setting.Style.Say(setting.Key)}", [new AnswerLinesFigure([new AnswerLine("How many?", "", AnswerRoom.Name), which])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var names = signature.Count == 0 ? "none" : setting.Style.Say(signature.Notes);
        ImmutableArray<Mark> marks = setting.Scaffolding == Scaffolding.Count
            ? [new LineMark(0, names)]
            : [new LineMark(0, signature.Count == 0 ? "none" : $"{signature}"), new LineMark(1, signature.Count == 0 ? "–" : names)];
        return new Answer(
            [marks],
            signature.Count == 0 ? $"{signature}" : $"{signature}: {names}",
            [],
            [new SignatureUsed(setting.Key, signature), new LastAccidental(setting.Key, signature), ScaleFacts.Counted(ScaleFacts.Scale(setting))]);
    }
}
