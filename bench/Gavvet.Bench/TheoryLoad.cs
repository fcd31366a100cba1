using System.Diagnostics;
using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Toolchains.InProcess.Emit;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Bench;

/// <summary>What the core is asked most: scales spelled out, and answers judged. Nothing is kept from one to the next.</summary>
internal static class TheoryLoad
{
    private static readonly (ScaleType Type, NoteName Tonic)[] Pairs =
    [
        .. from type in ScaleTypes.All
        from tonic in NoteName.All
        where Math.Abs((int)tonic.Accidental) < 2 && HouseStyle.Classical.CanSpell(type, tonic)
        select (type, tonic),
    ];

    // Right answers and the mistakes teachers see, up and down.
    private static readonly (AskedScale Asked, WrittenAnswer Answer)[] Answers =
    [
        Answer("major D", "D E F# G A B C# D"),
        Answer("major D", "D E F# G A B C D"),
        Answer("harmonic-minor D#", "D# E# F# G# A# B C## D#"),
        Answer("harmonic-minor D#", "D# E# F# G# A# B D D#"),
        Answer("harmonic-minor A", "A B C D E F# G# A"),
        Answer("melodic-minor B", "B C# D E F# G# A# B"),
        Answer("dorian B", "B C# D E F# G A B"),
        Answer("minor-blues C", "C Eb F G Bb C"),
        Answer("major-pentatonic C", "C D E F G A B C"),
        Answer("natural-minor C", "C D E F G A B C"),
    ];

    public static int Records()
    {
        var notes = 0;
        foreach (var (type, tonic) in Pairs)
            notes += Record(type, tonic);
        return notes > 0 ? Pairs.Length : 0;
    }

    public static int Record(ScaleType type, NoteName tonic)
    {
        var style = HouseStyle.Classical;
        var scale = style.Spell(type, tonic);
        return scale.Ascending.Length
            + scale.Descending.Length
            + scale.MeasuredSteps(Direction.Ascending).Length
            + scale.MeasuredSteps(Direction.Descending).Length
            + type.Degrees.Length
            + type.Names.Length
            + (style.SignatureOf(type, tonic)?.Count ?? 0);
    }

    public static int Judgements()
    {
        var marks = 0;
        foreach (var (asked, answer) in Answers)
            marks += ScaleJudge.Judge(asked, answer).Of;
        return marks > 0 ? Answers.Length : 0;
    }

    /// <summary>
    /// Microseconds an answer takes where nearly every answer is to another question, which nothing is known of yet: scales
    /// of all types, tonics and directions, right in one of four, with one note or two spoiled in the others.
    /// </summary>
    public static double MicrosecondsOfSomeAnswer(int count)
    {
        var answers = Enumerable.Range(0, count).Select(i => Some((ulong)i)).ToArray();
        foreach (var (asked, answer) in answers.Take(count / 10))
            ScaleJudge.Judge(asked, answer);
        var clock = Stopwatch.StartNew();
        foreach (var (asked, answer) in answers)
            ScaleJudge.Judge(asked, answer);
        return clock.Elapsed.TotalMicroseconds / count;
    }

    private static (AskedScale Asked, WrittenAnswer Answer) Some(ulong number)
    {
        var dice = new Dice(number);
        var (type, tonic) = Pairs[dice.Next(Pairs.Length)];
        var asked = new AskedScale(type, tonic, (Direction)dice.Next(3), HouseStyle.Presets[dice.Next(HouseStyle.Presets.Count)]);
        var notes = asked.Expected.Notes(asked.Direction).Select(note => new WrittenNote(note.Letter, note.Accidental)).ToArray();
        for (var spoiled = new[] { 0, 1, 1, 2 }[dice.Next(4)]; spoiled > 0; spoiled--)
            notes[1 + dice.Next(notes.Length - 1)] = new WrittenNote((Letter)dice.Next(7), (Accidental)(dice.Next(3) - 1));
        return (asked, new WrittenAnswer([.. notes], null));
    }

    /// <summary>How many a second, the first of two runs being for warmth.</summary>
    public static double PerSecond(Func<int> load, double seconds)
    {
        var rate = 0.0;
        for (var run = 0; run < 2; run++)
        {
            var done = 0L;
            var clock = Stopwatch.StartNew();
            while (clock.Elapsed.TotalSeconds < seconds)
                done += load();
            rate = done / clock.Elapsed.TotalSeconds;
        }

        return rate;
    }

    private static (AskedScale, WrittenAnswer) Answer(string asked, string notes) =>
        (
            new AskedScale(
                ScaleTypes.Get(asked.Split(' ')[0]),
                NoteText.Parse(asked.Split(' ')[1]),
                Direction.Ascending,
                HouseStyle.Classical
            ),
            new WrittenAnswer(AnswerText.Notes(notes), null)
        );
}

/// <summary>Memory a scale and a judgement take.</summary>
[MemoryDiagnoser]
[Config(typeof(Here))]
public class TheoryBenchmarks
{
    [Benchmark]
    public int HarmonicMinorRecord() => TheoryLoad.Record(ScaleTypes.HarmonicMinor, new NoteName(Letter.D, Accidental.Sharp));

    [Benchmark]
    public int TenJudgements() => TheoryLoad.Judgements();

    // In this process: the benchmarked code is already built as it ships.
    private sealed class Here : BenchmarkDotNet.Configs.ManualConfig
    {
        public Here() => AddJob(Job.ShortRun.WithToolchain(InProcessEmitToolchain.Instance));
    }
}
