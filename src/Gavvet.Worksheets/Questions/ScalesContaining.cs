using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Name the major keys that hold three notes.</summary>
public sealed class ScalesContaining : WordsKind
{
    /// <inheritdoc/>
    public override string Id => "scales-containing";

    /// <inheritdoc/>
    public override string Name => "Keys that hold these notes";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => 7;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => type == ScaleTypes.Major;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name every major key, of those with a signature, whose scale holds the three notes.";

    private protected override string Prompt(QuestionSetting setting) => setting.Style.Say(Chords.TriadsOf(ScaleFacts.Scale(setting))[setting.Variant].Notes);

    private protected override ImmutableArray<AnswerLine> Lines(QuestionSetting setting) => Names();

    private protected override WordsAnswer Find(QuestionSetting setting)
    {
        var notes = Chords.TriadsOf(ScaleFacts.Scale(setting))[setting.Variant].Notes;
        var spelled = Key.Majors.Where(key => notes.All(ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic).Ascending.Contains)).ToImmutableArray();
        // A major scale reaches from one fifth below its tonic to five above.
        var (least, most) = (notes.Min(note => note.Fifths), notes.Max(note => note.Fifths));
        var bySpan = Key.Majors.Where(key => key.Fifths - 1 <= least && most <= key.Fifths + 5).ToImmutableArray();
        var keys = TwoRoutes.Agree("the keys that hold the notes", spelled, bySpan);
        return WordsAnswer.Of(string.Join(", ", keys.Select(key => setting.Style.Say(key))), [.. keys.Select(key => new SignatureUsed(key, ScaleFacts.Signature(key)))]);
    }
}
