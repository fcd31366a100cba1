using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Write the arpeggio of the tonic triad.</summary>
public sealed class TonicArpeggio : QuestionKind
{
    // Tonic, third, fifth and the upper tonic among the notes of the scale.
    private static readonly int[] Places = [0, 2, 4, 7];

    /// <inheritdoc/>
    public override string Id => "tonic-arpeggio";

    /// <inheritdoc/>
    public override string Name => "The tonic arpeggio";

    /// <inheritdoc/>
    public override bool UsesClef => true;

    /// <inheritdoc/>
    public override bool UsesNotation => true;

    /// <inheritdoc/>
    public override bool UsesDirection => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Tonic, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Chords;

    /// <inheritdoc/>
    public override int PerRow => 2;

    /// <inheritdoc/>
    public override int Weight => 5;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.IsSevenLetters && !type.IsTwoWay && Chords.TriadsOf(ScaleSpelling.Spell(type, default))[0].Suffix is not null;
    }

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(section);
        ArgumentNullException.ThrowIfNull(style);
        return $"Write the arpeggio of the tonic triad in {style.Words.WholeNotes}, from tonic to tonic{(section.Notation == Notation.Signature ? ", after the key signature" : "")}.";
    }

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var notes = Notes(setting);
        ImmutableArray<Mark> given = setting.Scaffolding switch
        {
            Scaffolding.Letters => [.. notes.Select((note, column) => new LabelMark(column, setting.Style.Say(note.Pitch.Name.Letter)))],
            Scaffolding.Tonic => [notes[0]],
            _ => [],
        };
        return new Question(ScaleFacts.Prompt(setting), [new StaffFigure(setting.Clef, notes.Length, setting.Notation == Notation.Signature, setting.Scaffolding == Scaffolding.Letters ? StaffRows.Labels : StaffRows.None, StaffRange.OfScales(setting.Clef, 1, setting.Part), given)]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var scale = ScaleFacts.Scale(setting);
        var chord = Chords.TriadsOf(scale)[0];
        TwoRoutes.Agree($"the triad of {scale.Tonic}", chord.Notes, [scale.Tonic, .. new[] { scale.Type.Degrees[2], scale.Type.Degrees[4] }.Select(degree => scale.Tonic.Up(degree.FromTonic))]);
        var notes = Notes(setting);
        IEnumerable<Mark> signature = ScaleFacts.HasSignature(setting) ? [new SignatureMark(ScaleFacts.Printed(setting))] : [];
        return new Answer(
            [[.. signature, .. notes.Skip(setting.Scaffolding == Scaffolding.Tonic ? 1 : 0)]],
            setting.Style.Say(notes.Select(note => note.Pitch.Name)),
            [],
            ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style));
    }

    private static ImmutableArray<NoteMark> Notes(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var rising = scale.Pitches(Direction.Ascending, (setting with { Octaves = 1 }).LowestTonic(scale));
        ImmutableArray<Pitch> up = [.. Places.Select(place => rising[place])];
        ImmutableArray<Pitch> line = setting.Direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => [.. up.Reverse()],
            _ => [.. up, .. up.Reverse().Skip(1)],
        };
        return StaffNotes.InOneBar(line, ScaleFacts.Printed(setting), setting.Style);
    }
}
