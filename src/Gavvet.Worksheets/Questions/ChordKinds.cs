using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about intervals and chords.</summary>
internal static class ChordKinds
{
    // Which scales fit which chord on their tonic: our house table, common practice, no source. The altered scale is right
    // for an augmented seventh only where it is spelled as on a dominant; it is never the one asked for.
    private static readonly ImmutableArray<(string Suffix, ImmutableArray<Interval> Notes, ImmutableArray<string> Scales)> Table = Rows(
        ("maj7", "M3 P5 M7", "major lydian"),
        ("m7", "m3 P5 m7", "dorian natural-minor phrygian"),
        (
            "7",
            "M3 P5 m7",
            "mixolydian lydian-flat-7 mixolydian-flat-6 phrygian-dominant mixolydian-flat-2 diminished-half-whole bebop-dominant"
        ),
        ("m7(♭5)", "m3 d5 m7", "locrian locrian-natural-2 locrian-natural-6"),
        ("dim7", "m3 d5 d7", "ultralocrian diminished-whole-half"),
        ("m(maj7)", "m3 P5 M7", "melodic-minor-one-way harmonic-minor"),
        ("maj7(♯5)", "M3 A5 M7", "lydian-sharp-5 ionian-sharp-5"),
        ("7(♯5)", "M3 A5 m7", "whole-tone")
    );

    public static QuestionKind ScaleIntervals { get; } = InWords("scale-intervals", QuestionGroup.Chords, OneWaySevens, about =>
        {
            var up = about.Variant == 0;
            return OnLines(
                Texts.Say(up ? "scale-intervals.prompt.up" : "scale-intervals.prompt.down", ("scale", ScaleFacts.Named(about))),
                Names,
                () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var listed = scale.Type.Degrees.Skip(1).Select(degree => up ? degree.FromTonic : degree.ToOctave);
                    var spelled = scale
                        .Ascending[1..^1]
                        .Select(note => up ? Interval.Between(scale.Tonic, note) : Interval.Between(note, scale.Tonic));
                    var intervals = TwoRoutes.Agree($"the intervals of {scale.Tonic} {scale.Type.Name}", [.. listed], [.. spelled]);
                    var named = up ? intervals : [.. intervals.Reverse()];
                    // The octave is an interval of the scale too.
                    var counted = string.Join(
                        ", ",
                        scale.Ascending[1..^1].Zip(intervals, (note, interval) => $"{about.Style.Say(note)} {interval.Semitones}")
                    );
                    return Line(
                        about,
                        [
                            .. Found(about),
                            Why(
                                up ? "scale-intervals.working.up" : "scale-intervals.working.down",
                                ("tonic", scale.Tonic),
                                ("counted", counted)
                            ),
                        ],
                        new IntervalsPart(named),
                        new IntervalsPart(named.Add(new Interval(7, 12)))
                    );
                }
            );
        }) with { Confuses = KindConfusions.OfIntervals, Variants = _ => 2 };

    public static QuestionKind ScaleTriads { get; } =
        InWords(
            "scale-triads",
            QuestionGroup.Chords,
            type => OneWaySevens(type) && Chords.TriadsOf(ScaleSpelling.Spell(type, default)).All(chord => chord.Suffix is not null),
            about =>
            {
                ImmutableArray<AnswerLine> lines =
                [
                    new AnswerLine(Texts.Say("line.notes"), "", AnswerRoom.Name),
                    new AnswerLine(Texts.Say("line.chord"), "", AnswerRoom.SevenNames),
                ];
                return OnLines(
                    Texts.Say(
                        "scale-triads.prompt",
                        ("scale", ScaleFacts.Named(about)),
                        ("degree", DegreeNaming.Numeral(about.Scale.Degrees[about.Variant]))
                    ),
                    lines,
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        var chord = Chords.TriadsOf(scale)[about.Variant];
                        // Every other letter from the root, as the scale has it.
                        var lettered = Enumerable
                            .Range(0, 3)
                            .Select(third => scale.Ascending.First(note => note.Letter == chord.Root.Letter.Up(2 * third)))
                            .ToImmutableArray();
                        TwoRoutes.Agree($"the triad on {chord.Root}", chord.Notes, lettered);
                        var (lower, upper) = (
                            Interval.Between(chord.Notes[0], chord.Notes[1]),
                            Interval.Between(chord.Notes[1], chord.Notes[2])
                        );
                        var stacked = Why(
                            "scale-triads.working",
                            ("root", chord.Root),
                            ("notes", chord.Notes),
                            ("lower", CountText.WithArticle(lower.Name)),
                            ("upper", CountText.WithArticle(upper.Name)),
                            ("chord", CountText.WithArticle(chord.Name))
                        );
                        return Lines(
                            about,
                            [.. Found(about), stacked],
                            [new AnsweredLine(new NotesPart(chord.Notes)), new AnsweredLine(new ChordPart(chord))]
                        );
                    }
                );
            }
        ) with
        {
            Variants = _ => 7,
        };

    public static QuestionKind ChordScale { get; } =
        InWords(
            "chord-scale",
            QuestionGroup.Chords,
            type => Table.Any(row => row.Scales.Contains(type.Id)),
            about =>
            {
                var (suffix, intervals, named) = Table.First(row => row.Scales.Contains(about.Scale.Id));
                return OnLines($"{about.Style.Say(about.Tonic)}{suffix}", Names, () =>
                {
                    // The table names them; each must hold every note of the chord, by name and not by sound alone where it has names of
                    // its own.
                    ImmutableArray<NoteName> chord = [about.Tonic, .. intervals.Select(interval => about.Tonic.Up(interval))];
                    var practical = named.Where(id => about.Style.CanSpell(ScaleTypes.Get(id), about.Tonic)).ToImmutableArray();
                    var scales = TwoRoutes.Agree(
                        $"the scales for {about.Tonic}{suffix}",
                        practical,
                        [.. practical.Where(id => Holds(about, ScaleTypes.Get(id), chord))]
                    );
                    // Those of the table first, then every other scale of the catalogue that holds the chord: it is right as well.
                    var others = scales
                        .Select(ScaleTypes.Get)
                        .Union(ScaleTypes.All.Where(type => about.Style.CanSpell(type, about.Tonic) && Holds(about, type, chord)))
                        .Where(type => type != about.Scale);
                    return Line(
                        about,
                        [
                            Why("chord-scale.working", ("chord", $"{about.Style.Say(about.Tonic)}{suffix}"), ("notes", chord)),
                            .. Found(about),
                        ],
                        new ScalePart(about.Scale, about.Tonic),
                        [.. others.Select(type => new ScalePart(type, about.Tonic))]
                    );
                });
            }
        ) with
        {
            Confuses = KindConfusions.OfScale,
            // A chord with a triple accidental is not set.
            Asks = (draw, _) =>
                Table
                    .First(row => row.Scales.Contains(draw.Scale.Id))
                    .Notes.All(interval => NoteName.HasFifths(draw.Tonic.Fifths + interval.Fifths)),
        };

    // The scale has each note of the chord under its name: a scale of seven letters as it is spelled, since its second raised
    // is no third; another in one of its spellings. A symmetric scale is told by its sound.
    private static bool Holds(QuestionSetting about, ScaleType type, ImmutableArray<NoteName> chord)
    {
        var scale = about.Style.Spell(type, about.Tonic);
        return type.Family == ScaleFamily.Symmetric ? chord.All(note => scale.Ascending.Any(other => other.PitchClass == note.PitchClass))
            : type.IsSevenLetters ? chord.All(scale.Ascending.Contains)
            : AcceptedSpellings.Of(scale, about.Style, false).Any(spelling => chord.All(spelling.Contains));
    }

    private static ImmutableArray<(string, ImmutableArray<Interval>, ImmutableArray<string>)> Rows(
        params (string Suffix, string Intervals, string Scales)[] rows
    ) =>
        [
            .. rows.Select(row =>
                (row.Suffix, row.Intervals.Split(' ').Select(Interval.Parse).ToImmutableArray(), row.Scales.Split(' ').ToImmutableArray())
            ),
        ];
}
