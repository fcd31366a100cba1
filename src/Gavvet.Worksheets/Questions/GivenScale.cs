using System.Collections.Immutable;
using Gavvet.Theory;
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
    public override QuestionGroup Group => QuestionGroup.Steps;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type) => true;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <summary>The rows the answer is written in.</summary>
    private protected abstract StaffRows Rows { get; }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        setting = setting with { Octaves = 1 };
        var scale = ScaleFacts.Scale(setting);
        var notes = ScaleFacts.OnStaff(setting, scale);
        IEnumerable<Mark> signature = ScaleFacts.HasSignature(setting) ? [new SignatureMark(ScaleFacts.Printed(setting))] : [];
        return new Question(Prompt(setting),
        [
            new StaffFigure(setting.Clef, notes.Length, setting.Notation == Notation.Signature, Rows, ScaleFacts.Room(setting), [.. signature, .. notes]),
            .. Below(setting),
        ]);
    }

    /// <summary>The words beside the number: the scale and its direction.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected virtual string Prompt(QuestionSetting setting) => ScaleFacts.Prompt(setting);

    /// <summary>Figures under the staff: none, or lines to write on.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected virtual ImmutableArray<Figure> Below(QuestionSetting setting) => [];
}
