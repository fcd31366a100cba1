using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Given one key of a letter, tell the other.</summary>
public sealed class SameLetterTwin : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "same-letter-twin";

    /// <inheritdoc/>
    public override string Name => "Keys on the same letter";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 2;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => draw.Variant < draw.Key.SameLetterTwins.Length;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "The two keys share their letter. Say how many sharps or flats the second has; together they have seven.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Key)} has {ScaleFacts.Signature(setting.Key)}. {setting.Style.Say(Twin(setting.Key, setting.Variant))} has";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var twin = Twin(setting.Key, setting.Variant);
        var signature = ScaleFacts.Signature(twin);
        TwoRoutes.Agree($"the signature of {twin}", signature.Count, KeySignature.Most - ScaleFacts.Signature(setting.Key).Count);
        return WordsAnswer.Of($"{signature}", new SignatureUsed(setting.Key, ScaleFacts.Signature(setting.Key)), new SignatureUsed(twin, signature));
    }

    private static Key Twin(Key key, int variant) => key.SameLetterTwins[variant];
}
