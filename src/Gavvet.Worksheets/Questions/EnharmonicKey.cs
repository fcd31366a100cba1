using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the key that sounds the same.</summary>
public sealed class EnharmonicKey : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "enharmonic-key";

    /// <inheritdoc/>
    public override string Name => "Keys of the same sound";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => draw.Key.EnharmonicTwin is not null;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the key that sounds the same and has a signature too.";

    private protected override string Prompt(QuestionSetting setting) => setting.Style.Say(setting.Key);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", setting.Key.Mode == KeyMode.Major ? "major" : "minor");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var key = setting.Key;
        var bySound = (key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(other => other != key && other.Tonic.PitchClass == key.Tonic.PitchClass);
        var twin = new Key(TwoRoutes.Agree($"the twin of {key}", key.EnharmonicTwin!.Value.Tonic, bySound.Tonic), key.Mode);
        return WordsAnswer.Of(setting.Style.Say(twin.Tonic), new SignatureUsed(key, ScaleFacts.Signature(key)), new SignatureUsed(twin, ScaleFacts.Signature(twin)));
    }
}
