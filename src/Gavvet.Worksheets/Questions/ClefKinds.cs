using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>A scale without its clef: which one makes it the scale named.</summary>
internal static class ClefKinds
{
    private const string Adding = "accidentals";

    // What the places of a figure without a clef are told by; it says nothing of the clef asked.
    private static readonly Clef Places = Clef.Treble;

    public static QuestionKind MissingClef { get; } =
        new()
        {
            Id = "missing-clef",
            Group = QuestionGroup.Scales,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Direction | KindUse.Words | KindUse.ConcertPitch,
            Takes = AnyScale,
            Weight = 6,
            Options = [new("signs"), new(Adding, WritesOnStaff: true)],
            Offers = _ => [.. Clefs.Select(clef => new ClefPart(clef))],
            Pose = about =>
            {
                // Treble 8 below has the places of treble; the plain clef is the one asked for.
                var clef = Clefs.First(plain => plain.ReadsAs(about.Clef));
                about = about with { Clef = clef, Notation = Notation.Accidentals, Octaves = 1, Part = null };
                var notes = ScaleFacts.OnStaff(about, ScaleFacts.Scale(about));
                var given = notes.Select(note => Placed(note, clef, about.Option != Adding)).ToImmutableArray();
                var staff = new StaffFigure(Places, notes.Length, false, StaffRows.None, Room, [.. given]) { HidesClef = true };
                return new PosedQuestion(
                    new Question(ScaleFacts.Prompt(about), [staff, new AnswerLinesFigure(OneName(Texts.Say("line.clef")))]),
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        ScaleFacts.Steps(scale, about.Direction);
                        // The clef in which every place is the letter of its note, and no other.
                        var read = Clefs
                            .Where(other =>
                                given
                                    .Zip(scale.Notes(about.Direction))
                                    .All(pair =>
                                        Letter.C.Up(other.BottomLine.StaffStep + Places.Position(pair.First.Pitch)) == pair.Second.Letter
                                    )
                            )
                            .ToArray();
                        TwoRoutes.Agree($"the clef of {scale.Tonic} {scale.Type.Name}", read.Single().Id, clef.Id);
                        var first = Places.Position(given[0].Pitch);
                        ImmutableArray<Mark> added =
                            about.Option == Adding
                                ?
                                [
                                    .. notes
                                        .Where(note => note.Sign is not null)
                                        .Select(note => new AddedSignMark(Placed(note, clef, true))),
                                ]
                                : [];
                        ImmutableArray<AnsweredLine> lines =
                        [
                            new AnsweredLine(
                                new ClefPart(clef),
                                [.. Clef.All.Where(other => other != clef && other.ReadsAs(clef)).Select(other => new ClefPart(other))]
                            ),
                        ];
                        if (about.Option == Adding)
                            lines = lines.Add(new AnsweredLine(new NotesPart(scale.Notes(about.Direction))));
                        var reason = Why(
                            "missing-clef.working",
                            ("place", StaffPlaces.Say(first, about.Style)),
                            ("note", notes[0].Pitch.Name),
                            ("clef", clef.InSentence)
                        );
                        return new Answer(
                            about.Style,
                            [
                                [new ClefMark(clef), .. added],
                                [new LineMark(0, about.Style.Say(lines[0].Right))],
                            ],
                            lines,
                            [reason, .. FoundAsWritten(about)]
                        );
                    }
                );
            },
        };

    // One of those that read alike.
    private static ImmutableArray<Clef> Clefs { get; } = [.. Clef.All.Where((clef, i) => !Clef.All.Take(i).Any(clef.ReadsAs))];

    private static StaffRange Room { get; } =
        new(Clefs.Min(clef => StaffRange.OfScales(clef).Lowest), Clefs.Max(clef => StaffRange.OfScales(clef).Highest));

    // A note by its place alone: the letter it would be in the clef the figure's places are told by.
    private static NoteMark Placed(NoteMark note, Clef clef, bool signed)
    {
        var step = Places.BottomLine.StaffStep + clef.Position(note.Pitch);
        return new NoteMark(
            note.Column,
            Pitch.At(new NoteName(Letter.C.Up(step), signed ? note.Pitch.Name.Accidental : Accidental.Natural), step),
            signed ? note.Sign : null,
            signed && note.NaturalFirst
        );
    }
}
