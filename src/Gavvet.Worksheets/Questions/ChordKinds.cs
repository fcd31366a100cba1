using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about intervals and chords.</summary>
internal static class ChordKinds
{
    // Which scales fit which chord on their tonic: our house table, common practice, no source.
    private static readonly ImmutableArray<(string Suffix, ImmutableArray<int> Sounds, ImmutableArray<string> Scales)> Table = Rows(
        ("maj7", "M3 P5 M7", "major lydian"),
        ("m7", "m3 P5 m7", "dorian natural-minor phrygian"),
        ("7", "M3 P5 m7", "mixolydian lydian-flat-7 mixolydian-flat-6 phrygian-dominant mixolydian-flat-2 diminished-half-whole bebop-dominant"),
        ("m7(♭5)", "m3 d5 m7", "locrian locrian-natural-2 locrian-natural-6"),
        ("dim7", "m3 d5 d7", "diminished-whole-half ultralocrian"),
        ("m(maj7)", "m3 P5 M7", "melodic-minor-one-way harmonic-minor"),
        ("maj7(♯5)", "M3 A5 M7", "lydian-sharp-5 ionian-sharp-5"),
        ("7(♯5)", "M3 A5 m7", "whole-tone altered"));

    public static QuestionKind ScaleIntervals { get; } = InWords("scale-intervals", QuestionGroup.Chords, OneWaySevens, about =>
    {
        var up = about.Variant == 0;
        return OnLines(Texts.Say(up ? "scale-intervals.prompt.up" : "scale-intervals.prompt.down", ("scale", ScaleFacts.Named(about))), Names, () =>
        {
            var scale = ScaleFacts.Scale(about);
            var listed = scale.Type.Degrees.Skip(1).Select(degree => up ? degree.FromTonic : degree.ToOctave);
            var spelled = scale.Ascending[1..^1].Select(note => up ? Interval.Between(scale.Tonic, note) : Interval.Between(note, scale.Tonic));
            var intervals = TwoRoutes.Agree($"the intervals of {scale.Tonic} {scale.Type.Name}", [.. listed], [.. spelled]);
            return Line(about, Found(about), new IntervalsPart(up ? intervals : [.. intervals.Reverse()]));
        });
    }) with
    {
        Variants = _ => 2,
    };

    public static QuestionKind ScaleTriads { get; } = InWords("scale-triads", QuestionGroup.Chords, type => OneWaySevens(type) && Chords.TriadsOf(ScaleSpelling.Spell(type, default)).All(chord => chord.Suffix is not null), about =>
    {
        ImmutableArray<AnswerLine> lines = [new AnswerLine(Texts.Say("line.notes"), "", AnswerRoom.Name), new AnswerLine(Texts.Say("line.chord"), "", AnswerRoom.SevenNames)];
        return OnLines(Texts.Say("scale-triads.prompt", ("scale", ScaleFacts.Named(about)), ("degree", DegreeNaming.Numeral(about.Scale.Degrees[about.Variant]))), lines, () =>
        {
            var scale = ScaleFacts.Scale(about);
            var chord = Chords.TriadsOf(scale)[about.Variant];
            // Every other letter from the root, as the scale has it.
            var lettered = Enumerable.Range(0, 3).Select(third => scale.Ascending.First(note => note.Letter == chord.Root.Letter.Up(2 * third))).ToImmutableArray();
            TwoRoutes.Agree($"the triad on {chord.Root}", chord.Notes, lettered);
            return Lines(about, Found(about), [new AnsweredLine(new NotesPart(chord.Notes)), new AnsweredLine(new ChordPart(chord))]);
        });
    }) with
    {
        Variants = _ => 7,
    };

    public static QuestionKind ChordScale { get; } = InWords("chord-scale", QuestionGroup.Chords, type => Table.Any(row => row.Scales.Contains(type.Id)), about =>
    {
        var (suffix, sounds, named) = Table.First(row => row.Scales.Contains(about.Scale.Id));
        return OnLines($"{about.Style.Say(about.Tonic)}{suffix}", Names, () =>
        {
            // The table names them; each must hold the sound of every note of the chord.
            ImmutableArray<string> holding = [.. named.Where(id => Holds(ScaleTypes.Get(id), sounds))];
            var scales = TwoRoutes.Agree($"the scales for {about.Tonic}{suffix}", named, holding);
            // Those of the table first, then every other scale of the catalogue that holds the chord: it is right as well.
            var others = scales.Select(ScaleTypes.Get).Union(ScaleTypes.All.Where(type => Holds(type, sounds))).Where(type => type != about.Scale && about.Style.CanSpell(type, about.Tonic));
            return Line(about, Found(about), new ScalePart(about.Scale, about.Tonic), [.. others.Select(type => new ScalePart(type, about.Tonic)), .. ScaleFacts.OtherNames(about)]);
        });
    });

    private static bool Holds(ScaleType type, ImmutableArray<int> sounds) => sounds.All(sound => type.Degrees.Any(degree => (degree.Semitones + 12) % 12 == sound));

    private static ImmutableArray<(string, ImmutableArray<int>, ImmutableArray<string>)> Rows(params (string Suffix, string Intervals, string Scales)[] rows) =>
        [.. rows.Select(row => (row.Suffix, row.Intervals.Split(' ').Select(interval => Interval.Parse(interval).Semitones).ToImmutableArray(), row.Scales.Split(' ').ToImmutableArray()))];
}
