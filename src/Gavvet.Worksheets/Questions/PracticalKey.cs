using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the practical twin of a theoretical key.</summary>
public sealed class PracticalKey : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "practical-key";

    /// <inheritdoc/>
    public override string Name => "Theoretical keys";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Enharmonic;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw) => Theoretical(draw.Key) is not null;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => ScaleFacts.IsKey(type);

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "These keys would need more than seven sharps or flats. Name the key that is written instead.";

    private protected override string Prompt(QuestionSetting setting) => setting.Style.Say(Theoretical(setting.Key)!.Value);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => OneName("", setting.Key.Mode == KeyMode.Major ? "major" : "minor");

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var theoretical = Theoretical(setting.Key)!.Value;
        var twin = TwoRoutes.Agree($"the practical twin of {theoretical}", theoretical.PracticalTwin.Tonic, setting.Tonic);
        return WordsAnswer.Of(setting.Style.Say(twin), new SignatureImpossible(theoretical), new SignatureUsed(setting.Key, ScaleFacts.Signature(setting.Key)));
    }

    // Twelve fifths further, where the tonic has a single accidental.
    private static Key? Theoretical(Key key)
    {
        var fifths = key.Tonic.Fifths + (key.Fifths > 0 ? -12 : 12);
        if (!NoteName.HasFifths(fifths))
            return null;
        var tonic = NoteName.FromFifths(fifths);
        var twin = new Key(tonic, key.Mode);
        return Math.Abs((int)tonic.Accidental) < 2 && twin.IsTheoretical ? twin : null;
    }
}
