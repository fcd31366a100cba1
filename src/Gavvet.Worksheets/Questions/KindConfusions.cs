using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Questions;

/// <summary>A wrong answer a kind of question is about: what stands on its lines, and the mistake that leads there.</summary>
/// <param name="Lines">A part a line.</param>
/// <param name="Mistake">The mistake.</param>
public sealed record Confused(ImmutableArray<AnswerPart> Lines, FindingCode Mistake);

/// <summary>What students take for what, kind by kind: the relative for the tune's key, major for minor in an interval, another form on
/// the tonic that is printed.</summary>
internal static class KindConfusions
{
    private const int WholeTone = 2;

    /// <summary>The tune's own signature leads to two keys; then the key on the same tonic, and the neighbors.</summary>
    public static IEnumerable<Confused> OfMelody(QuestionSetting about, Answer answer) =>
        new[] { about.Key.Relative, about.Key.Parallel, Beside(about.Key, 1), Beside(about.Key, -1) }
            .Where(key => !key.IsTheoretical)
            .Select(
                (key, i) =>
                    One(
                        new KeysPart(key),
                        i == 1 ? FindingCode.ParallelForRelative
                            : i == 0 ? FindingCode.WrongTonic
                            : FindingCode.NeighbourKey
                    )
            );

    /// <summary>The other quality, then the next number, then the inversion.</summary>
    public static IEnumerable<Confused> OfInterval(QuestionSetting about, Answer answer) =>
        answer.Lines is not [{ Right: IntervalsPart { Intervals: [var right] } }]
            ? []
            : Qualities(right.LetterSteps, right.Semitones)
                .Concat(Qualities(right.LetterSteps + 1, right.Semitones + WholeTone))
                .Concat(Named((7 - right.LetterSteps, 12 - right.Semitones)))
                .Where(interval => interval != right && IsUsual(interval))
                .Distinct()
                .Select(interval => One(new IntervalsPart([interval]), FindingCode.NotTheAnswer));

    /// <summary>One interval of the row with its other quality: the third, the sixth, the seventh first.</summary>
    public static IEnumerable<Confused> OfIntervals(QuestionSetting about, Answer answer)
    {
        if (answer.Lines is not [{ Right: IntervalsPart { Intervals: var row } }])
            yield break;
        foreach (
            var place in Enumerable
                .Range(0, row.Length)
                .OrderBy(i =>
                    row[i].LetterSteps switch
                    {
                        2 => 0,
                        5 => 1,
                        6 => 2,
                        _ => 3,
                    }
                )
        )
        {
            foreach (
                var other in Qualities(row[place].LetterSteps, row[place].Semitones)
                    .Where(other => other != row[place] && IsUsual(other))
                    .Take(1)
            )
                yield return One(new IntervalsPart(row.SetItem(place, other)), FindingCode.NotTheAnswer);
        }
    }

    /// <summary>Other scales on the tonic that is printed, the nearest first.</summary>
    public static IEnumerable<Confused> OfScale(QuestionSetting about, Answer answer) =>
        answer.Lines is not [{ Right: ScalePart right }]
            ? []
            : Near(right.Type)
                .Where(type => about.Style.CanSpell(type, about.Tonic))
                .Select(type => One(right with { Type = type, Name = null }, Code(right.Type, type)));

    /// <summary>The major scale on the mode's own tonic, another place in the parent, the parent's neighbors.</summary>
    public static IEnumerable<Confused> OfModeParent(QuestionSetting about, Answer answer)
    {
        if (answer.Lines is not [{ Right: ScalePart { Tonic: { } tonic } parent }, { Right: OrdinalPart place }])
            yield break;
        yield return Two(parent with { Tonic = about.Tonic }, place, FindingCode.ModeSignatureOfTonicMajor);
        foreach (var turn in new[] { 1, -1 })
        {
            if (NoteName.HasFifths(tonic.Fifths + turn) && about.Style.CanSpell(parent.Type, NoteName.FromFifths(tonic.Fifths + turn)))
                yield return Two(parent with { Tonic = NoteName.FromFifths(tonic.Fifths + turn) }, place, FindingCode.NeighbourKey);
        }

        yield return Two(parent, new OrdinalPart((place.Number % 7) + 1), FindingCode.StartedElsewhere);
        yield return Two(parent, new OrdinalPart(((place.Number + 5) % 7) + 1), FindingCode.StartedElsewhere);
    }

    /// <summary>Keys on the same tonics in place of the relatives; the relative alone; two places on the circle for one.</summary>
    public static IEnumerable<Confused> OfNearKeys(QuestionSetting about, Answer answer)
    {
        if (answer.Lines is not [{ Right: KeysPart same }, { Right: KeysPart others }])
            yield break;
        var key = about.Key;
        ImmutableArray<Key> parallels = [key.Parallel, .. same.Keys.Select(near => near.Parallel)];
        yield return Two(same, others with { Keys = parallels }, FindingCode.ParallelForRelative);
        yield return Two(same with { Keys = [Beside(key, 2), Beside(key, -2)] }, others, FindingCode.NeighbourKey);
        yield return Two(same, others with { Keys = [key.Parallel, .. others.Keys.Skip(1)] }, FindingCode.ParallelForRelative);
        yield return Two(same with { Keys = [Beside(key, 1), Beside(key, 2)] }, others, FindingCode.NeighbourKey);
    }

    /// <summary>The tonic that is named, a third the other way, the neighbors, the letter under another sign.</summary>
    public static IEnumerable<Confused> OfRelative(QuestionSetting about, Answer answer)
    {
        var (key, relative) = (about.Key, about.Key.Relative);
        return Keys(
            relative.Mode,
            (key.Tonic, FindingCode.ParallelForRelative),
            (From(key.Tonic, key.Mode == KeyMode.Major ? 4 : -4), FindingCode.WrongTonic),
            (From(relative.Tonic, 1), FindingCode.NeighbourKey),
            (From(relative.Tonic, -1), FindingCode.NeighbourKey),
            (From(relative.Tonic, -7), FindingCode.AccidentalExtra),
            (From(relative.Tonic, 7), FindingCode.AccidentalMissing)
        );
    }

    /// <summary>The relative, the neighbors, the key with as many signs of the other kind.</summary>
    public static IEnumerable<Confused> OfSignature(QuestionSetting about, Answer answer)
    {
        if (answer.Lines.Length != 1)
            return [];
        var key = about.Key;
        return Keys(
            key.Mode,
            (key.Relative.Tonic, FindingCode.WrongTonic),
            (From(key.Tonic, 1), FindingCode.NeighbourKey),
            (From(key.Tonic, -1), FindingCode.NeighbourKey),
            (From(key.Tonic, -2 * key.Fifths), FindingCode.SignatureWrong)
        );
    }

    /// <summary>How many sharps or flats: those of the key that is given, one more or less, as many of the other kind.</summary>
    public static IEnumerable<Confused> OfCount(QuestionSetting about, Answer answer)
    {
        if (answer.Lines is not [{ Right: SignaturePart { Signature: var right } }])
            return [];
        return new[]
        {
            (about.Key.Fifths, FindingCode.ParallelForRelative),
            (-right.Fifths, FindingCode.SignatureWrong),
            (right.Fifths + 1, FindingCode.NeighbourKey),
            (right.Fifths - 1, FindingCode.NeighbourKey),
            (right.Fifths + 2, FindingCode.SignatureWrong),
        }
            .Where(one => Math.Abs(one.Item1) <= KeySignature.Most && one.Item1 != right.Fifths)
            .DistinctBy(one => one.Item1)
            .Select(one => One(new SignaturePart(new KeySignature(one.Item1)), one.Item2));
    }

    /// <summary>The interval of transposition the other way, the key as it was given, a neighbor of the right one, its letter under
    /// another sign.</summary>
    /// <param name="given">The key that is given.</param>
    /// <param name="fifths">By how many fifths it is moved.</param>
    /// <param name="right">The key that is right.</param>
    public static IEnumerable<Confused> OfTransposing(Key given, int fifths, Key right) =>
        Keys(
            right.Mode,
            (From(given.Tonic, -fifths), FindingCode.TransposedWrongWay),
            (given.Tonic, FindingCode.ConcertForWritten),
            (From(right.Tonic, 1), FindingCode.NeighbourKey),
            (From(right.Tonic, -1), FindingCode.NeighbourKey),
            (From(right.Tonic, 7), FindingCode.AccidentalMissing),
            (From(right.Tonic, -7), FindingCode.AccidentalExtra)
        );

    private static Confused One(AnswerPart part, FindingCode mistake) => new([part], mistake);

    private static Confused Two(AnswerPart first, AnswerPart second, FindingCode mistake) => new([first, second], mistake);

    private static Key Beside(Key key, int fifths) =>
        new(NoteName.HasFifths(key.Tonic.Fifths + fifths) ? NoteName.FromFifths(key.Tonic.Fifths + fifths) : key.Tonic, key.Mode);

    private static NoteName? From(NoteName tonic, int fifths) =>
        NoteName.HasFifths(tonic.Fifths + fifths) ? NoteName.FromFifths(tonic.Fifths + fifths) : null;

    // Keys of the circle alone: one that nobody writes gives itself away.
    private static IEnumerable<Confused> Keys(KeyMode mode, params ImmutableArray<(NoteName? Tonic, FindingCode Mistake)> tonics) =>
        tonics
            .Where(one => one.Tonic is { } tonic && !new Key(tonic, mode).IsTheoretical)
            .DistinctBy(one => one.Tonic)
            .Select(one => One(new NotesPart(one.Tonic!.Value), one.Mistake));

    // Major and minor, or perfect between diminished and augmented.
    private static IEnumerable<Interval> Qualities(int letters, int semitones) =>
        Named((letters, semitones - 1), (letters, semitones + 1)).OrderByDescending(IsPlain);

    // Beside a wide interval lies one that has no name.
    private static IEnumerable<Interval> Named(params IEnumerable<(int Letters, int Semitones)> intervals) =>
        intervals.Where(one => Interval.HasName(one.Letters, one.Semitones)).Select(one => new Interval(one.Letters, one.Semitones));

    private static bool IsUsual(Interval interval) =>
        interval.LetterSteps is > 0 and < 8
        && interval.Semitones > 0
        && $"{interval}"[0] is 'P' or 'M' or 'm' or 'd' or 'A'
        && $"{interval}"[1] is not ('d' or 'A');

    private static bool IsPlain(Interval interval) =>
        interval.LetterSteps is > 0 and < 8 && interval.Semitones > 0 && $"{interval}"[0] is 'P' or 'M' or 'm';

    // With as many notes, and the fewest of them others; the same family first.
    private static IEnumerable<ScaleType> Near(ScaleType type) =>
        ScaleTypes
            .All.Where(other => other != type && other.Up.PitchClassBits != type.Up.PitchClassBits)
            .OrderBy(other => other.Family != type.Family)
            .ThenBy(other => Math.Abs(other.Degrees.Length - type.Degrees.Length))
            .ThenBy(other => type.Degrees.Except(other.Degrees).Count())
            .Take(12);

    private static FindingCode Code(ScaleType asked, ScaleType written) => Confusions.Of(asked).First(form => form.Written == written).Code;
}
