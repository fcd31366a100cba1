using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>A scale written from another point than its tonic's name: found from one of its degrees, or begun on one.</summary>
internal static class StartingPointKinds
{
    public static QuestionKind ScaleFromDegree { get; } =
        new()
        {
            Id = "scale-from-degree",
            Group = QuestionGroup.Degrees,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction,
            Takes = OneWaySevens,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank],
            Weight = 10,
            Variants = _ => 6,
            Asks = DegreeKinds.HasName,
            Instructs = (section, style) =>
                Texts.Say(
                    section.Notation == Notation.Signature ? "scale-from-degree.instruction.signature" : "scale-from-degree.instruction",
                    ("wholeNotes", style.Words.WholeNotes)
                ),
            Pose = about =>
            {
                var degree = about.Scale.Degrees[about.Variant + 1];
                var note = ScaleFacts.Scale(about).Ascending[about.Variant + 1];
                var prompt = Texts.Say(
                    DegreeKinds.ByNumber(about.Style) ? "scale-from-degree.prompt.number" : "scale-from-degree.prompt",
                    ("scale", about.Style.NameOf(about.Scale)),
                    ("degree", about.Style.Name(about.Scale, degree)),
                    ("note", about.Style.Say(note)),
                    ("direction", ScaleFacts.DirectionWords(about.Direction))
                );
                return WrittenScaleKinds.Write(
                    about,
                    prompt,
                    (_, scale) =>
                    {
                        // Down by fifths from the note, and down its interval by letters and semitones.
                        var tonic = TwoRoutes.Agree(
                            $"the tonic below {note}",
                            NoteName.FromFifths(note.Fifths - degree.Fifths),
                            Below(note, degree.FromTonic)
                        );
                        TwoRoutes.Agree($"the scale with {note} on {degree}", tonic, scale.Tonic);
                        var reason = Why(
                            "key-from-degree.working",
                            ("note", note),
                            ("place", CountText.Ordinal(degree.Number)),
                            ("interval", CountText.WithArticle(degree.FromTonic.Name)),
                            ("below", degree.FromTonic),
                            ("tonic", tonic)
                        );
                        return [reason, .. FoundAsWritten(about)];
                    },
                    asksTonic: true
                );
            },
        };

    public static QuestionKind StartOnDegree { get; } =
        new()
        {
            Id = "start-on-degree",
            Group = QuestionGroup.Modes,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Direction,
            Takes = type => OneWaySevens(type) && Enumerable.Range(2, 6).All(place => Turned(type, place) is not null),
            Weight = 9,
            Variants = _ => 6,
            // A mode that may be spelled otherwise would be right with notes the scale named has not.
            Asks = (draw, style) =>
                DegreeKinds.HasName(draw, style)
                && ScaleSpelling.Spell(draw.Scale, draw.Tonic).Ascending[draw.Variant + 1] is var first
                && Turned(draw.Scale, draw.Variant + 2) is { } mode
                && style.CanSpell(mode, first)
                && !AcceptedSpellings.Of(style.Spell(mode, first), style, false).Skip(1).Any(),
            Pose = about =>
            {
                var (parent, place) = (ScaleFacts.Scale(about), about.Variant + 2);
                var degree = about.Style.Name(about.Scale, about.Scale.Degrees[place - 1]);
                var prompt = Texts.Say(
                    DegreeKinds.ByNumber(about.Style) ? "start-on-degree.prompt.number" : "start-on-degree.prompt",
                    ("scale", ScaleFacts.Named(about)),
                    ("degree", degree),
                    ("direction", ScaleFacts.DirectionWords(about.Direction))
                );
                var mode = about with
                {
                    Scale = Turned(about.Scale, place)!,
                    Tonic = parent.Ascending[place - 1],
                    Notation = Notation.Accidentals,
                };
                return WrittenScaleKinds.Write(
                    mode,
                    prompt,
                    (_, scale) =>
                    {
                        // The notes of the scale itself, begun on the degree; and the mode's own.
                        ImmutableArray<NoteName> turned = [.. parent.Ascending[(place - 1)..^1], .. parent.Ascending[..place]];
                        TwoRoutes.Agree($"{parent.Tonic} {parent.Type.Name} from its {place}", turned, scale.Ascending);
                        return
                        [
                            .. ScaleWorking.Of(about.Scale, about.Tonic, about.Style, Direction.Ascending, bySignature: false),
                            Why(
                                "start-on-degree.working",
                                ("place", CountText.Ordinal(place)),
                                ("parent", parent),
                                ("note", scale.Tonic),
                                ("mode", scale)
                            ),
                        ];
                    },
                    asksTonic: true
                );
            },
        };

    // The scale of the catalogue that begins on a note of another.
    private static ScaleType? Turned(ScaleType type, int place)
    {
        ImmutableArray<int> steps = [.. type.Steps[(place - 1)..], .. type.Steps[..(place - 1)]];
        return ScaleTypes.All.FirstOrDefault(other =>
            OneWaySevens(other) && other.Steps.SequenceEqual(steps) && other != ScaleTypes.MelodicMinor
        );
    }

    private static NoteName Below(NoteName note, Interval interval) => new Pitch(note, 5).Moved(interval, false).Name;
}
