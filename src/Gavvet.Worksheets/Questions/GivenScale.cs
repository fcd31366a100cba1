using System.Collections.Immutable;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>A finished scale on a staff, for questions that ask something about it.</summary>
public abstract class GivenScale : QuestionKind
{
    /// <inheritdoc/>
    public override bool UsesClef => true;

    /// <inheritdoc/>
    public override bool UsesNotation => true;

    /// <inheritdoc/>
    public override bool UsesDirection => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Blank];

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <summary>The rows the answer is written in.</summary>
    private protected abstract StaffRows Rows { get; }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = MajorKeyFacts.Scale(setting.Key);
        var signature = setting.Notation == Notation.Signature ? MajorKeyFacts.Signature(setting.Key) : default;
        var notes = StaffNotes.InOneBar(scale.Pitches(setting.Direction, setting.Clef.LowestTonic(scale)), signature, setting.Style);
        ImmutableArray<Mark> given = setting.Notation == Notation.Signature ? [new SignatureMark(signature), .. notes] : [.. notes];
        return new Question(MajorKeyFacts.Prompt(setting),
        [
            new StaffFigure(setting.Clef, notes.Length, setting.Notation == Notation.Signature, Rows, StaffRange.OfScales(setting.Clef), given),
        ]);
    }
}
