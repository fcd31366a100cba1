using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell the signature of the parallel key.</summary>
public sealed class ParallelKey : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "parallel-key";

    /// <inheritdoc/>
    public override string Name => "Parallel keys";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => !draw.Key.Parallel.IsTheoretical;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Say how many sharps or flats the parallel key has: the one of the other mode on the same tonic.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Key)}. {setting.Style.Say(setting.Key.Parallel)} has";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var parallel = setting.Key.Parallel;
        var signature = ScaleFacts.Signature(parallel);
        // A parallel minor lies three fifths to the flat side of its major.
        TwoRoutes.Agree($"the signature of {parallel}", signature.Fifths, setting.Key.Fifths + (setting.Key.Mode == KeyMode.Major ? -3 : 3));
        return WordsAnswer.Of($"{signature}", new SignatureUsed(setting.Key, ScaleFacts.Signature(setting.Key)), new SignatureUsed(parallel, signature));
    }
}
