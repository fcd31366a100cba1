using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Add the blue note to a pentatonic scale, and ring it.</summary>
public sealed class BlueNote : GivenScale
{
    /// <inheritdoc/>
    public override string Id => "blue-note";

    /// <inheritdoc/>
    public override string Name => "The blue note";

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.OtherScales;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    private protected override StaffRows Rows => StaffRows.None;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Family == ScaleFamily.Blues;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        return style.BlueNotes == BlueNotes.Three
            ? "Write the note that makes a blues scale of it, with any sign the next note then needs, and ring the three blue notes."
            : "Write the blue note in its place, with any sign the next note then needs, and ring it.";
    }

    private protected override string Prompt(QuestionSetting setting) => $"{setting.Style.Say(setting.Scale.Base!, setting.Tonic)}, to make {ScaleFacts.Named(setting)}";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var whole = base.Ask(Plain(setting));
        var staff = (StaffFigure)whole.Figures[0];
        return whole with { Figures = [staff with { Given = [.. Pentatonic(setting)] }] };
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        setting = Plain(setting);
        var scale = ScaleFacts.Scale(setting);
        var blue = Blue(setting, scale);
        var notes = ScaleFacts.OnStaff(setting, scale);
        var given = Pentatonic(setting).ToDictionary(note => note.Column);
        // A note after the blue one on the same line or space needs its own sign back.
        var signed = notes.Where(note => given.TryGetValue(note.Column, out var before) && before.Sign != note.Sign).Select(note => new AddedSignMark(note));
        ImmutableArray<Mark> marks = [notes[blue], .. signed, .. Ringed(setting, scale, blue).Select(column => new RingMark(notes[column]))];
        var note = scale.Ascending[blue];
        var other = new[] { note.Fifths + 12, note.Fifths - 12 }.Where(NoteName.HasFifths).Select(NoteName.FromFifths).Where(name => Judging.AcceptedSpellings.Of(scale, setting.Style, false).Any(line => line.Contains(name)));
        var working = ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style);
        string Three(NoteName added) => setting.Style.Say(Ringed(setting, scale, blue).Select(column => column == blue ? added : scale.Ascending[column]));
        return setting.Style.BlueNotes == BlueNotes.Three
            ? new Answer([marks], Three(note), [.. other.Select(Three)], working) { Written = new WrittenScale(setting.Scale, scale) }
            : new Answer([marks], setting.Style.Say(note), [.. other.Select(setting.Style.Say)], working) { Written = new WrittenScale(setting.Scale, scale) };
    }

    // By sound between its neighbours, whichever of its two names the house style writes.
    private static int Blue(QuestionSetting setting, Scale scale)
    {
        var degree = setting.Scale.Characteristic!.Value;
        var added = Enumerable.Range(1, scale.Ascending.Length - 2).Single(i => !ScaleSpelling.Spell(setting.Scale.Base!, setting.Tonic).Ascending.Any(note => note.PitchClass == scale.Ascending[i].PitchClass));
        TwoRoutes.Agree($"the blue note of {scale.Tonic}", scale.Ascending[added].PitchClass, (scale.Tonic.PitchClass + degree.Semitones) % 12);
        return added;
    }

    // The wider school calls the lowered 3 and 7 blue as well.
    private static IEnumerable<int> Ringed(QuestionSetting setting, Scale scale, int blue) => setting.Style.BlueNotes == BlueNotes.Three
        ? Enumerable.Range(0, scale.Type.Degrees.Length).Where(i => i == blue || scale.Type.Degrees[i] is { Number: 3 or 7, Alteration: Accidental.Flat })
        : [blue];

    private static ImmutableArray<NoteMark> Pentatonic(QuestionSetting setting)
    {
        setting = Plain(setting);
        var scale = ScaleFacts.Scale(setting);
        var blue = Blue(setting, scale);
        var pitches = scale.Pitches(Direction.Ascending, setting.LowestTonic(scale));
        return [.. StaffNotes.InOneBar(pitches.RemoveAt(blue), default, setting.Style).Select(note => note.Column < blue ? note : note with { Column = note.Column + 1 })];
    }

    private static QuestionSetting Plain(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return setting with { Notation = Notation.Accidentals, Direction = Direction.Ascending, Octaves = 1 };
    }
}
