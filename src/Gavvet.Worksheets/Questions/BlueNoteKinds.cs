using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Add the blue note to a pentatonic scale, and ring it.</summary>
internal static class BlueNoteKinds
{
    public static QuestionKind BlueNote { get; } =
        new()
        {
            Id = "blue-note",
            Group = QuestionGroup.OtherScales,
            Uses = KindUse.Tonic | KindUse.Clef,
            Takes = type => type.Family == ScaleFamily.Blues,
            Instructs = (_, style) =>
                Texts.Say(style.BlueNotes == BlueNotes.Three ? "blue-note.instruction.three" : "blue-note.instruction"),
            Pose = about =>
            {
                about = about with { Notation = Notation.Accidentals, Direction = Direction.Ascending, Octaves = 1 };
                var scale = ScaleFacts.Scale(about);
                var prompt = Texts.Say(
                    about.Style.BlueNotes == BlueNotes.Three ? "blue-note.prompt.three" : "blue-note.prompt",
                    ("base", about.Style.Say(about.Scale.Base!, about.Tonic)),
                    ("scale", ScaleFacts.Named(about)),
                    ("count", Ringed(about, scale, Blue(about, scale)).Count())
                );
                var whole = PrintedScaleKinds.Print(about, StaffRows.None, prompt);
                var pentatonic = Pentatonic(about);
                return new PosedQuestion(whole with { Figures = [(StaffFigure)whole.Figures[0] with { Given = [.. pentatonic] }] }, () =>
                    Added(about, pentatonic)
                );
            },
        };

    private static Answer Added(QuestionSetting about, ImmutableArray<NoteMark> pentatonic)
    {
        var scale = ScaleFacts.Scale(about);
        var blue = Blue(about, scale);
        var notes = ScaleFacts.OnStaff(about, scale);
        var given = pentatonic.ToDictionary(note => note.Column);
        // A note after the blue one on the same line or space needs its own sign back.
        var signed = notes
            .Where(note => given.TryGetValue(note.Column, out var before) && before.Sign != note.Sign)
            .Select(note => new AddedSignMark(note));
        int[] ringed = [.. Ringed(about, scale, blue)];
        var note = scale.Ascending[blue];
        var other = new[] { note.Fifths + 12, note.Fifths - 12 }
            .Where(NoteName.HasFifths)
            .Select(NoteName.FromFifths)
            .Where(name => AcceptedSpellings.Of(scale, about.Style, false).Any(line => line.Contains(name)));
        AnswerPart Named(NoteName added) =>
            about.Style.BlueNotes == BlueNotes.Three
                ? new NotesPart([.. ringed.Select(column => column == blue ? added : scale.Ascending[column])])
                : new NotesPart(added);
        return new Answer(
            about.Style,
            [
                [notes[blue], .. signed, .. ringed.Select(column => new RingMark(notes[column]))],
            ],
            [new AnsweredLine(Named(note), [.. other.Select(Named)])],
            FoundAsWritten(about)
        )
        {
            Written = new WrittenScale(about.Scale, scale) { Fill = LineFill.Gaps },
        };
    }

    // By sound between its neighbours, whichever of its two names the house style writes.
    private static int Blue(QuestionSetting about, Scale scale)
    {
        var degree = about.Scale.Characteristic!.Value;
        var added = Enumerable
            .Range(1, scale.Ascending.Length - 2)
            .Single(i =>
                !ScaleSpelling.Spell(about.Scale.Base!, about.Tonic).Ascending.Any(note => note.PitchClass == scale.Ascending[i].PitchClass)
            );
        TwoRoutes.Agree(
            $"the blue note of {scale.Tonic}",
            scale.Ascending[added].PitchClass,
            (scale.Tonic.PitchClass + degree.Semitones) % 12
        );
        return added;
    }

    // The wider school calls the lowered 3 and 7 blue as well.
    private static IEnumerable<int> Ringed(QuestionSetting about, Scale scale, int blue) =>
        about.Style.BlueNotes == BlueNotes.Three
            ? Enumerable
                .Range(0, scale.Type.Degrees.Length)
                .Where(i => i == blue || scale.Type.Degrees[i] is { Number: 3 or 7, Alteration: Accidental.Flat })
            : [blue];

    private static ImmutableArray<NoteMark> Pentatonic(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        var blue = Blue(about, scale);
        var pitches = scale.Pitches(Direction.Ascending, about.LowestTonic(scale));
        return
        [
            .. StaffNotes
                .InOneBar(pitches.RemoveAt(blue), default, about.Style)
                .Select(note => note.Column < blue ? note : note with { Column = note.Column + 1 }),
        ];
    }
}
