using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Find and mend a mistake that is planted in a scale.</summary>
public sealed class CorrectScale : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "correct-scale";

    /// <inheritdoc/>
    public override string Name => "Correct the scale";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Scales;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    public override int Variants(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Degrees.Length - 1;
    }

    /// <inheritdoc/>
    private protected override bool Asks(Draw draw)
    {
        var scale = ScaleSpelling.Spell(draw.Scale, draw.Tonic);
        if (Planted(scale, draw.Variant) is not { } wrong)
            return false;
        // A wrong note that sounds like its neighbour would look like a slip of the printer.
        var (before, after) = (scale.Ascending[draw.Variant], scale.Ascending[draw.Variant + 2]);
        return wrong.PitchClass != before.PitchClass && wrong.PitchClass != after.PitchClass;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "One note of each scale is wrong. Say which, counted from the first, and what it should be.";

    private protected override ImmutableArray<Figure> Below(QuestionSetting setting) =>
        [new AnswerLinesFigure([new AnswerLine("Note", "", AnswerRoom.Number), new AnswerLine("should be", "", AnswerRoom.Name)])];

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        var whole = base.Ask(setting with { Direction = Direction.Ascending });
        var staff = (StaffFigure)whole.Figures[0];
        var scale = ScaleFacts.Scale(setting);
        var place = setting.Variant + 1;
        var pitches = scale.Pitches(Direction.Ascending, (setting with { Octaves = 1 }).LowestTonic(scale));
        pitches = pitches.SetItem(place, pitches[place] with { Name = Planted(scale, setting.Variant)!.Value });
        var notes = StaffNotes.InOneBar(pitches, ScaleFacts.Printed(setting), setting.Style);
        return whole with { Figures = whole.Figures.SetItem(0, staff with { Given = [.. staff.Given.Where(mark => mark is not NoteMark), .. notes] }) };
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var printed = scale.Ascending.SetItem(setting.Variant + 1, Planted(scale, setting.Variant)!.Value);
        // Where it was planted, and where the printed notes leave those the steps lead to; the judge must call it wrong.
        var walked = ScaleSpelling.BySteps(scale.Type.Up, scale.Tonic);
        var place = TwoRoutes.Agree($"the wrong note of {scale.Tonic} {scale.Type.Name}", setting.Variant + 2, Enumerable.Range(0, printed.Length).Single(i => printed[i] != walked[i]) + 1);
        TwoRoutes.Agree($"whether {scale.Tonic} {scale.Type.Name} is wrong", Judged(setting, printed).Verdict is Verdict.Wrong or Verdict.Misspelled, true);
        var note = setting.Style.Say(scale.Ascending[place - 1]);
        return new Answer([[], [new LineMark(0, $"{place}"), new LineMark(1, note)]], $"note {place}: {note}", [], ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }

    // A sign left out, or put where none belongs: what students do.
    private static NoteName? Planted(Scale scale, int variant)
    {
        if (variant + 1 >= scale.Ascending.Length - 1)
            return null;
        var note = scale.Ascending[variant + 1];
        var sharps = scale.Ascending.Any(other => other.Accidental > 0);
        return note.Accidental != Accidental.Natural ? new NoteName(note.Letter) : new NoteName(note.Letter, sharps ? Accidental.Sharp : Accidental.Flat);
    }

    private static Judgement Judged(QuestionSetting setting, ImmutableArray<NoteName> notes) => ScaleJudge.Judge(
        new AskedScale(setting.Scale, setting.Tonic, Direction.Ascending, setting.Style),
        new WrittenAnswer([.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental))], null));
}
