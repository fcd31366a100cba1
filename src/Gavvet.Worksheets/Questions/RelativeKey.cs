using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the relative key.</summary>
public sealed class RelativeKey : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "relative-key";

    /// <inheritdoc/>
    public override string Name => "Relative keys";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the relative key: the one of the other mode with the same signature.";

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Key)}";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", setting.Key.Mode == KeyMode.Major ? "minor" : "major");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var key = setting.Key;
        // By fifths, and by climbing a minor third from a minor key or a major sixth from a major one.
        var climbed = key.Tonic.Up(key.Mode == KeyMode.Minor ? new Interval(2, 3) : new Interval(5, 9));
        var tonic = TwoRoutes.Agree($"the relative of {key}", key.Relative.Tonic, climbed);
        return WordsAnswer.Of(setting.Style.Say(tonic), new RelativeFound(key, key.Relative), new SignatureUsed(key.Relative, ScaleFacts.Signature(key.Relative)));
    }
}
