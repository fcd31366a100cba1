using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the key a transposing part reads.</summary>
public sealed class WrittenKey : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "written-key";

    /// <inheritdoc/>
    public override string Name => "Keys for transposing parts";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => Parts.Length;

    /// <inheritdoc/>
    public override bool IsTransposed => false;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the key the part is written in.";

    private protected override string Prompt(QuestionSetting setting) => $"{Parts[setting.Variant].Name}: concert {setting.Style.Say(setting.Key)} is written in";

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", setting.Key.Mode == KeyMode.Major ? "major" : "minor");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var part = Parts[setting.Variant];
        var written = new Key(part.WrittenTonic(setting.Scale, setting.Tonic), setting.Key.Mode);
        // An exact transposition of the pitch sounds the same as the key chosen.
        TwoRoutes.Agree($"{setting.Key} for {part.Name}", written.Tonic.PitchClass, part.Written(new Pitch(setting.Tonic, 4)).Name.PitchClass);
        var answer = WordsAnswer.Of(setting.Style.Say(written.Tonic), new SignatureUsed(written, ScaleFacts.Signature(written)));
        return written.EnharmonicTwin is { } twin ? answer.OrElse([setting.Style.Say(twin)]) : answer;
    }

    // One part for each transposition that changes the key; transposing on the staff asks for the same.
    internal static readonly ImmutableArray<Instrument> Parts =
        [.. new[] { "trumpet", "clarinet", "alto-sax", "tenor-sax", "baritone-sax", "horn", "cor-anglais", "e-flat-clarinet" }.Select(Instrument.Parse)];
}
