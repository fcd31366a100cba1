using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Working;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell the key of a short tune: major, or its relative minor by the raised seventh.</summary>
public sealed class KeyOfMelody : QuestionKind
{
    // Places in the scale, 0 the tonic; each tune in minor goes through its raised seventh.
    private static readonly ImmutableArray<ImmutableArray<int>> InMajor = Tunes("0 2 4 3 2 1 -1 0|4 2 0 1 2 4 1 0|2 3 4 5 4 2 1 0|0 1 2 4 5 4 2 0|4 5 4 3 2 1 2 0|0 4 2 3 1 2 -1 0");
    private static readonly ImmutableArray<ImmutableArray<int>> InMinor = Tunes("0 2 4 3 2 1 -1 0|4 2 0 -1 0 2 1 0|0 1 2 0 -1 1 -1 0|4 5 4 2 1 -1 1 0|2 1 0 -1 0 3 2 0|0 4 2 1 -1 0 -1 0");

    /// <inheritdoc/>
    public override string Id => "key-of-melody";

    /// <inheritdoc/>
    public override string Name => "The key of a tune";

    /// <inheritdoc/>
    public override bool UsesClef => true;

    /// <inheritdoc/>
    public override bool UsesNotation => false;

    /// <inheritdoc/>
    public override bool UsesDirection => false;

    /// <inheritdoc/>
    public override bool AnswersInWords => true;

    /// <inheritdoc/>
    public override ImmutableArray<Scaffolding> Scaffoldings { get; } = [Scaffolding.WorkedExample, Scaffolding.Blank];

    /// <inheritdoc/>
    public override QuestionGroup Group => QuestionGroup.Signatures;

    /// <inheritdoc/>
    public override int PerRow => 1;

    /// <inheritdoc/>
    public override int Weight => 6;

    /// <inheritdoc/>
    public override bool Takes(ScaleType type)
    {
        ArgumentNullException.ThrowIfNull(type);
        return type.Id is "major" or "harmonic-minor";
    }

    /// <inheritdoc/>
    public override int Variants(ScaleType type) => InMajor.Length;

    /// <inheritdoc/>
    public override string Instruction(Section section, HouseStyle style) => "Name the key of each tune: the major key of its signature, or the relative minor.";

    /// <inheritdoc/>
    public override Question Ask(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        var notes = StaffNotes.InOneBar(Tune(setting), signature, setting.Style);
        var room = ScaleFacts.Room(setting);
        var staff = new StaffFigure(setting.Clef, notes.Length, true, StaffRows.None, room with { Lowest = room.Lowest - 1 }, [new SignatureMark(signature), .. notes]);
        return new Question("", [staff, new AnswerLinesFigure([new AnswerLine("", "", AnswerRoom.Name)])]);
    }

    /// <inheritdoc/>
    public override Answer Answer(QuestionSetting setting)
    {
        ArgumentNullException.ThrowIfNull(setting);
        var signature = ScaleFacts.Signature(setting.Key);
        // From what stands on the page alone: a note above its signature leads to a minor tonic; without one it is major.
        var raised = Tune(setting).Select(pitch => pitch.Name).Where(note => note.Accidental > signature.On(note.Letter)).Distinct().ToArray();
        var read = raised.Length == 0 ? ScaleFacts.KeyOf(signature, KeyMode.Major) : new Key(raised.Single().Up(new Interval(1, 1)), KeyMode.Minor);
        var key = TwoRoutes.Agree("the key of the tune", setting.Key, read);
        ImmutableArray<WorkingStep> working = key.Mode == KeyMode.Major
            ? [new SignatureUsed(key, signature), new LastAccidental(key, signature)]
            : [new SignatureUsed(key.Relative, signature), new RelativeFound(key.Relative, key), .. ScaleWorking.Of(setting.Scale, setting.Tonic, setting.Style)];
        return new Answer([[], [new LineMark(0, setting.Style.Say(key))]], setting.Style.Say(key), [], working);
    }

    private static ImmutableArray<Pitch> Tune(QuestionSetting setting)
    {
        var scale = ScaleFacts.Scale(setting);
        var rising = scale.Pitches(Direction.Ascending, (setting with { Octaves = 1 }).LowestTonic(scale));
        var tunes = setting.Scale.HasMinorThird ? InMinor : InMajor;
        return [.. tunes[setting.Variant].Select(place => place >= 0 ? rising[place] : rising[7 + place] with { Octave = rising[7 + place].Octave - 1 })];
    }

    private static ImmutableArray<ImmutableArray<int>> Tunes(string table) => [.. table.Split('|').Select(tune => tune.Split(' ').Select(int.Parse).ToImmutableArray())];
}
