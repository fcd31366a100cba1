using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write a scale on the staff from another that is given on a staff above it.</summary>
public abstract class WriteAgain : WriteScale
{
    /// <inheritdoc/>
    public override bool UsesOctaves => false;

    /// <inheritdoc/>
    public override int Weight => 9;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank];

    /// <summary>What is given.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected abstract QuestionSetting Given(QuestionSetting setting);

    /// <summary>What is written.</summary>
    /// <param name="setting">What the question is about.</param>
    private protected abstract QuestionSetting Asked(QuestionSetting setting);

    /// <summary>The room both staves keep.</summary>
    /// <param name="of">What stands on the staff.</param>
    private protected virtual StaffRange RoomOf(QuestionSetting of) => ScaleFacts.Room(of);

    /// <summary>The lower tonic on either staff.</summary>
    /// <param name="of">What stands on the staff.</param>
    /// <param name="scale">The scale.</param>
    private protected virtual Pitch LowestTonic(QuestionSetting of, Scale scale) => of.LowestTonic(scale);

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var (given, asked) = (Given(setting) with { Octaves = 1 }, Asked(setting) with { Octaves = 1 });
        return new Question(Prompt(setting), [Staff(given, WholeStaff(given)), Staff(asked, setting.Scaffolding == Scaffolding.Tonic ? [OnStaff(asked)[0]] : [])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var asked = Asked(setting) with { Octaves = 1 };
        var scale = ScaleFacts.Scale(asked);
        ScaleFacts.Steps(scale, asked.Direction);
        IEnumerable<Mark> marks = WholeStaff(asked);
        if (setting.Scaffolding == Scaffolding.Tonic)
            marks = marks.Except([OnStaff(asked)[0]]);
        return ScaleFacts.WholeScale(asked, scale, [[], [.. marks]], asked.Style.Say(ScaleFacts.Notes(asked, scale)), Working(asked, scale));
    }

    private StaffFigure Staff(QuestionSetting of, ImmutableArray<Mark> given) =>
        new(of.Clef, ScaleFacts.Notes(of, ScaleFacts.Scale(of)).Length, of.Notation == Notation.Signature, StaffRows.None, RoomOf(of), given);

    private ImmutableArray<Mark> WholeStaff(QuestionSetting of) =>
        [.. ScaleFacts.HasSignature(of) ? [new SignatureMark(ScaleFacts.Printed(of))] : Enumerable.Empty<Mark>(), .. OnStaff(of)];

    private ImmutableArray<NoteMark> OnStaff(QuestionSetting of)
    {
        var scale = ScaleFacts.Scale(of);
        return StaffNotes.InOneBar(scale.Pitches(of.Direction, LowestTonic(of, scale)), ScaleFacts.Printed(of), of.Style);
    }
}
