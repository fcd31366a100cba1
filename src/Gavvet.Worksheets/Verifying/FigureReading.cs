using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Verifying;

/// <summary>Reads the answers that stand in other figures than staves and lines, and says whether they can be right.</summary>
internal static class FigureReading
{
    /// <summary>Whether the marks in a figure are a right answer, from what was asked alone; null for figures that are read
    /// elsewhere.</summary>
    public static bool? IsRight(QuestionSetting setting, Figure figure, ImmutableArray<Mark> answers)
    {
        ImmutableArray<Mark> marks = [.. figure.Given, .. answers];
        return figure switch
        {
            LetterLineFigure => IsScale(setting, Letters(setting, marks)),
            KeyboardFigure => Keys(setting, marks) is var keys
                && keys.All(key => key.Name.PitchClass == key.Semitones % 12)
                && IsScale(setting with { Direction = Direction.Ascending }, keys.Select(key => key.Name)),
            CircleFigure => marks.OfType<HourMark>().Count() == 12 && marks.OfType<HourMark>().All(mark => StandsThere(setting, mark)),
            FretboardFigure board when setting.Option.Length == 0 => marks
                .OfType<DotMark>()
                .Select(dot => (dot.String, dot.Fret))
                .Order()
                .SequenceEqual(PlacesOf(setting, board.Frets)),
            _ => null,
        };
    }

    /// <summary>The marks with one of them spoiled, or null where there is none to spoil.</summary>
    public static ImmutableArray<Mark>? Spoiled(ImmutableArray<Mark> answers, int place)
    {
        if (answers.IsEmpty)
            return null;
        var at = place % answers.Length;
        Mark? spoiled = answers[at] switch
        {
            SignMark sign => sign with { Accidental = sign.Accidental == Accidental.Sharp ? Accidental.Flat : Accidental.Sharp },
            KeyMark key => key with { Semitones = key.Semitones + 1 },
            HourMark hour => hour with { Hour = (hour.Hour % 12) + 1 },
            DotMark => null,
            _ => answers[at],
        };
        return spoiled is null ? answers.RemoveAt(at)
            : spoiled == answers[at] ? null
            : answers.SetItem(at, spoiled);
    }

    private static IEnumerable<NoteName> Letters(QuestionSetting setting, ImmutableArray<Mark> marks)
    {
        var signs = marks.OfType<SignMark>().ToDictionary(sign => sign.Column, sign => sign.Accidental);
        return marks
            .OfType<LabelMark>()
            .OrderBy(label => label.Column)
            .Select(label => new NoteName(
                Enum.GetValues<Letter>().Single(letter => setting.Style.Say(letter) == label.Text),
                signs.GetValueOrDefault(label.Column)
            ));
    }

    // The keys from the lowest up, with the names written at them.
    private static (int Semitones, NoteName Name)[] Keys(QuestionSetting setting, ImmutableArray<Mark> marks) =>
        [
            .. marks
                .OfType<KeyMark>()
                .OrderBy(key => key.Semitones)
                .Select(key => (key.Semitones, NoteNaming.Parse(setting.Style.NoteNames, key.Name))),
        ];

    private static bool IsScale(QuestionSetting setting, IEnumerable<NoteName> notes) =>
        ScaleJudge
            .Judge(
                new AskedScale(setting.Scale, setting.Tonic, setting.Direction, setting.Style),
                new WrittenAnswer([.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental))], null)
            )
            .Verdict
            is Verdict.Correct
                or Verdict.Accepted;

    private static bool StandsThere(QuestionSetting setting, HourMark mark) =>
        new Key(NoteNaming.Parse(setting.Style.NoteNames, mark.Text), setting.Key.Mode) is { IsTheoretical: false } key
        && key.CirclePosition == mark.Hour;

    /// <summary>Every place whose sound the steps from the tonic reach, as string and fret, up to a fret.</summary>
    public static IEnumerable<(int String, int Fret)> PlacesOf(QuestionSetting setting, int frets)
    {
        var steps = setting.Style.LineOf(setting.Scale, setting.Tonic).Up.Steps;
        HashSet<int> sounds =
        [
            .. Enumerable.Range(0, steps.Length).Select(climbed => (setting.Tonic.PitchClass + steps.Take(climbed).Sum()) % 12),
        ];
        return from s in Enumerable.Range(0, setting.Tuning.Length)
            from fret in Enumerable.Range(0, frets + 1)
            where sounds.Contains((setting.Tuning[s].Semitones + fret) % 12)
            select (s, fret);
    }
}
