using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Verifying;

/// <summary>Holds what was measured in a drawing against what the notes that stand there, and the scale asked about, say it must
/// be.</summary>
internal static class DrawnTruth
{
    /// <summary>What is drawn in a wrong place, or null.</summary>
    /// <param name="setting">What the question is about.</param>
    /// <param name="figure">The figure as it is given.</param>
    /// <param name="answers">What the key adds to it.</param>
    /// <param name="drawn">What was measured.</param>
    public static string? Problem(QuestionSetting setting, Figure figure, ImmutableArray<Mark> answers, DrawnMarks drawn) =>
        figure switch
        {
            StaffFigure { Columns: > 0 } staff => OnStaff(setting, staff, [.. staff.Given, .. answers], drawn),
            FretboardFigure board => drawn.Dots.Order().SequenceEqual(FigureReading.PlacesOf(setting, board.Frets))
                ? null
                : "a dot lies where the scale has no note, or is missing.",
            _ => null,
        };

    private static string? OnStaff(QuestionSetting setting, StaffFigure staff, ImmutableArray<Mark> marks, DrawnMarks drawn)
    {
        // The lowest head of each column, as the marks have it.
        NoteMark[] notes =
        [
            .. marks
                .OfType<NoteMark>()
                .GroupBy(note => note.Column)
                .OrderBy(column => column.Key)
                .Select(column => column.MinBy(note => note.Pitch.StaffStep)!),
        ];
        if (!drawn.Heads.SequenceEqual(notes.Select(note => staff.Clef.Position(note.Pitch))))
            return $"heads stand on {string.Join(' ', drawn.Heads)}, not where the notes do.";
        if (drawn.Rings.Contains(-1) || drawn.Slurs.Concat(drawn.Brackets).Any(pair => pair.From < 0 || pair.To < 0))
            return $"a ring, slur or bracket is at no head: {string.Join(' ', drawn.Slurs)} {string.Join(' ', drawn.Brackets)} {string.Join(' ', drawn.Rings)}.";
        if (drawn.Slurs.Concat(drawn.Brackets).Any(pair => pair.To != pair.From + 1))
            return "a slur or bracket joins notes that are no neighbors.";
        var names = Names(staff, marks);
        // Distances by sound; neighbors of a scale lie less than half an octave apart.
        int[] steps =
        [
            .. names
                .Zip(names.Skip(1), (first, second) => (second.PitchClass - first.PitchClass + 12) % 12)
                .Select(up => Math.Min(up, 12 - up)),
        ];
        if (drawn.Slurs.Length > 0 && !Places(drawn.Slurs).SequenceEqual(Where(steps, 1)))
            return $"slurs stand at {string.Join(' ', Places(drawn.Slurs))}, half steps at {string.Join(' ', Where(steps, 1))}.";
        if (drawn.Brackets.Any(pair => steps[pair.From] != 3))
            return "a bracket joins notes that are not three half steps apart.";
        return marks.OfType<RingMark>().Any() ? Ringed(setting, names, drawn) : null;
    }

    // A ring is at what the scale it is derived from has not; where three notes are called blue, at those three.
    private static string? Ringed(QuestionSetting setting, NoteName[] names, DrawnMarks drawn)
    {
        if (setting.Scale.Base is not { } derivedFrom)
            return "rings stand in a scale that is derived from no other.";
        HashSet<NoteName> there = [.. ScaleSpelling.BySteps(derivedFrom.Up, setting.Tonic)];
        int[] others = [.. Enumerable.Range(0, names.Length).Where(column => !there.Contains(names[column]))];
        int[] blue =
        [
            .. Enumerable
                .Range(0, names.Length)
                .Where(column => ((names[column].PitchClass - setting.Tonic.PitchClass + 12) % 12) is 3 or 6 or 10),
        ];
        var ringed = drawn.Rings.Order().ToArray();
        return ringed.SequenceEqual(others) || (setting.Scale.Family == ScaleFamily.Blues && ringed.SequenceEqual(blue))
            ? null
            : $"rings stand at {string.Join(' ', ringed)}, the notes that differ at {string.Join(' ', others)}.";
    }

    private static NoteName[] Names(StaffFigure staff, ImmutableArray<Mark> marks)
    {
        var signature = marks.OfType<SignatureMark>().FirstOrDefault()?.Signature;
        return
        [
            .. AnswerReading
                .Read([.. StaffReading.ReadOff(staff, marks)], letter =>
                    signature?.Notes.FirstOrDefault(note => note.Letter == letter, new NoteName(letter)).Accidental ?? Accidental.Natural
                )
                .Select(note => note.Name),
        ];
    }

    private static IEnumerable<int> Places(ImmutableArray<(int From, int To)> pairs) => pairs.Select(pair => pair.From).Order();

    private static IEnumerable<int> Where(int[] steps, int size) =>
        Enumerable.Range(0, steps.Length).Where(column => steps[column] == size);
}
