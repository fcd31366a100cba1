using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Words are read as values: as an examiner reads them, in every way they are written, and never by their text.</summary>
public class AnswerValueTests
{
    // Common practice, no source: what an examiner takes for right. A slash parts lines.
    [Theory]
    // Intervals.
    [InlineData(
        "interval-of-degrees",
        "",
        "harmonic-minor G",
        "M2|major 2nd|major second|maj2|Maj. 2|grosse Sekunde|große Sekunde|seconde majeure|segunda mayor"
    )]
    [InlineData(
        "scale-intervals",
        "",
        "natural-minor G",
        "M2 m3 P4 P5 m6 m7|major 2nd, minor 3rd, perfect 4th, perfect 5th, minor 6th, minor 7th|maj2 min3 perf4 perf5 min6 min7"
    )]
    // Degrees: in one school through an answer; the upper tonic may be the eighth.
    [InlineData(
        "label-degrees",
        "",
        "natural-minor G",
        "1 2 b3 4 5 b6 b7 8|1 2 b3 4 5 b6 b7 1|1 2 3 4 5 6 7 8|1 2 3b 4 5 6b 7b 8|1, 2, ♭3, 4, 5, ♭6, ♭7, 1|I II bIII IV V bVI bVII I|do re me fa sol le te do|la ti do re mi fa sol la|one two flat three four five flat six flat seven eight"
    )]
    [InlineData(
        "label-degrees",
        "",
        "harmonic-minor G",
        "1 2 b3 4 5 b6 7 8|1 2 3 4 5 6 #7 8|tonic supertonic mediant subdominant dominant submediant leading-note tonic"
    )]
    [InlineData("mode-degrees", "", "dorian G", "b3 b7|♭7 ♭3|3b, 7b|flat 3 and flat 7|flat third, flat seventh|lowered 3rd, lowered 7th")]
    [InlineData("mode-degrees", "", "lydian G", "#4|sharp 4|♯4|raised fourth|4#")]
    [InlineData("name-degree", "", "harmonic-minor G", "supertonic|super-tonic|Super Tonic|2|II|2nd|second|re")]
    [InlineData("leading-or-subtonic", "", "harmonic-minor G", "leading note|leading tone|Leading-tone|Leitton")]
    [InlineData("characteristic-degree", "", "dorian G", "6/E|6th/E|VI/e")]
    // Scales and keys: the tonic before or after, mode or scale said or not.
    [InlineData(
        "identify-scale",
        "",
        "harmonic-minor D",
        "D harmonic minor|D minor harmonic|d harmonic minor|D harm. minor|harmonic minor on D|D min harm|d-Moll harmonisch|ré mineur harmonique"
    )]
    [InlineData("identify-scale", "", "dorian G", "G Dorian|G dorian mode|Dorian on G|Dorian G|G dor.")]
    [InlineData("identify-scale", "", "natural-minor A", "A minor|A natural minor|A Aeolian|Aeolian mode on A|Am|a-Moll")]
    [InlineData("identify-scale", "", "altered B", "B altered|B superlocrian|B super-Locrian|B super Locrian")]
    [InlineData("identify-scale", "", "diminished-half-whole C", "C half-whole diminished|C half whole|C diminished half-whole")]
    [InlineData("identify-scale", "", "whole-tone C", "C whole tone|C wholetone|C whole-tone scale")]
    [InlineData("identify-scale", "", "melodic-minor-one-way D", "D melodic minor|D ascending melodic minor|D melodic minor ascending")]
    [InlineData("which-minor", "", "harmonic-minor D", "harmonic|harmonic minor|D harmonic minor|harm.|D minor harmonic")]
    [InlineData("which-minor", "", "natural-minor D", "natural|natural minor|D natural minor|D minor")]
    [InlineData("which-minor", "", "melodic-minor D", "melodic|melodic minor|D melodic minor|ascending melodic minor")]
    [InlineData("mode-parent", "", "dorian G", "F major/2nd|F maj/second|F-Dur/2|F major, 2nd|F major 2|F major 2nd")]
    [InlineData("related-keys", "", "major D", "A G/Bm F#m Em|G major, A major/E minor, B minor, F# minor")]
    [InlineData("name-key", "both", "major D", "D/B|D major/B minor|D major B minor|D/b|D major; B minor")]
    [InlineData("relative-key", "", "major D", "B|B minor|b|Bm|h-Moll")]
    [InlineData("key-of-melody", "", "major D", "D major|D|D maj")]
    [InlineData("scales-containing", "", "major D", "G D A|D, G and A|A major, D major, G major")]
    // Steps, chords, counts, places, tetrachords, clefs, notes.
    [InlineData(
        "write-steps",
        "",
        "major D",
        "W W H W W W H|WWHWWWH|T T S T T T S|2 2 1 2 2 2 1|whole whole half whole whole whole half|tone tone semitone tone tone tone semitone|whole step, whole step, half step, whole step, whole step, whole step, half step|M2 M2 m2 M2 M2 M2 m2"
    )]
    [InlineData(
        "scale-triads",
        "",
        "harmonic-minor G",
        "G Bb D/minor triad|G Bb D/minor|G Bb D/min|G Bb D/m|G Bb D/Gm|G Bb D/G minor|G Bb D minor"
    )]
    [InlineData(
        "count-accidentals",
        "",
        "major D",
        "two sharps/F# C#|2/F# C#|two/F# C#|2 sharps/F# C#|2#/F#, C#|zwei Kreuze/Fis Cis|2 sharps: F# C#"
    )]
    [InlineData("parallel-key", "", "major D", "one flat|1 flat|1b|1 ♭|ein Be|Bb|un bémol")]
    [InlineData("tetrachords", "name", "natural-minor D", "minor|minor tetrachord|Dorian|Dorian tetrachord")]
    [InlineData("missing-clef", "signs", "major D", "treble|treble clef|G clef|Violinschlüssel|clé de sol")]
    [InlineData("augmented-seconds", "", "harmonic-minor G", "Eb F#|F# Eb|Eb-F#|Eb to F#")]
    [InlineData(
        "circle-of-fifths",
        "plain",
        "major C",
        "G A F# Ab F|G, A, Gb, Ab, F|1 G; 3 A; 6 F#; 8 Ab; 11 F|at 1 o’clock G; at 3 o’clock A; at 6 o’clock F♯; at 8 o’clock A♭; at 11 o’clock F|1: G, 3: A, 6: Gb, 8: Ab, 11: F|G major, A major, F# major, Ab major, F major"
    )]
    [InlineData("strike-degrees", "", "major-pentatonic D", "G C#|C# G")]
    [InlineData("enharmonic-notes", "", "major D", "C## Ebb|Ebb, C##")]
    [InlineData("spell-progression", "triads", "major D", "E G B/A C# E/D F# A|E G B A C# E D F# A")]
    public void Right_is_right_however_it_is_written(string id, string option, string scale, string answers)
    {
        var others = answers
            .Split('|')
            .Where(answer =>
                Judged(id, option, scale, answer) is not { Verdict: Verdict.Correct or Verdict.Accepted } judged
                || judged.Marks != judged.Of
            );
        Assert.Equal("", string.Join(" | ", others.Select(answer => $"{answer}: {Judged(id, option, scale, answer).Verdict}")));
    }

    [Theory]
    [InlineData("interval-of-degrees", "", "natural-minor G", 2, "M3|major third|P3|3")]
    [InlineData("interval-of-degrees", "", "harmonic-minor G", 1, "m2|minor 2nd")]
    [InlineData(
        "label-degrees",
        "",
        "natural-minor G",
        0,
        "1 2 b3 4 5 6 b7 8|1 2 3 4 5 b6 b7 8|8 2 b3 4 5 b6 b7 1|i ii biii iv v bvi bvii i|do re me fa sol la te do"
    )]
    [InlineData("mode-degrees", "", "dorian G", 0, "3 7|b3|b3 b6|2 b3 4 5 6 b7|M3 m7")]
    [InlineData("mode-degrees", "", "lydian G", 0, "4|b4|P4|A4")]
    [InlineData("name-degree", "", "harmonic-minor G", 0, "dominant|b2|m2|M2|ii")]
    [InlineData("leading-or-subtonic", "", "natural-minor G", 0, "leading note|7")]
    [InlineData(
        "identify-scale",
        "",
        "harmonic-minor D",
        0,
        "D minor|D natural minor|D melodic minor|D harmonic major|C harmonic minor|minor|D|d"
    )]
    [InlineData("identify-scale", "", "melodic-minor-one-way D", 0, "D minor|D natural minor|Dm")]
    [InlineData("identify-scale", "", "whole-tone C", 0, "C|C major")]
    [InlineData("which-minor", "", "harmonic-minor D", 0, "natural|melodic|D minor|A harmonic minor|minor")]
    [InlineData("mode-parent", "", "dorian G", 0, "F minor/2nd|F harmonic minor/2nd|G major/2nd|F major/3rd")]
    [InlineData("chord-scale", "", "harmonic-minor G", 0, "G minor|G natural minor|G Dorian")]
    [InlineData("fretboard-scale", "read", "harmonic-minor D", 0, "D minor|Dm|D natural minor")]
    [InlineData("name-key", "both", "major D", 0, "D/D|D minor/B major|d minor/b minor")]
    [InlineData("relative-key", "", "major D", 0, "B major|D minor|Bb")]
    [InlineData("key-of-melody", "", "major D", 0, "d|Dm|B minor")]
    [InlineData("write-steps", "", "natural-minor D", 0, "W W H W W W H|M3 W H W W H W")]
    [InlineData("scale-triads", "", "harmonic-minor G", 0, "G Bb D/M|G Bb D/major|G Bb D/Am|G B D/minor|G Bb D/G")]
    [InlineData("count-accidentals", "", "major D", 0, "two flats/F# C#|two sharps/C# F#|2 flats/F# C#|three sharps/F# C# G#")]
    [InlineData("parallel-key", "", "major D", 0, "1|one|one sharp")]
    [InlineData("correct-scale", "", "major D", 0, "A/F#|a/E")]
    [InlineData("tetrachords", "name", "natural-minor D", 0, "major|harmonic|Phrygian tetrachord")]
    [InlineData("circle-of-fifths", "plain", "major C", 0, "G A F Ab F|3 G; 1 A; 6 F#; 8 Ab; 11 F|Em A F# Ab F|G G G G G")]
    public void Wrong_is_wrong_however_near_it_looks(string id, string option, string scale, int variant, string answers)
    {
        var passed = answers
            .Split('|')
            .Where(answer =>
                Judged(id, option, scale, answer, variant) is var judged
                && (judged.Verdict is Verdict.Correct or Verdict.Accepted || judged.Marks == judged.Of)
            );
        Assert.Equal("", string.Join(" | ", passed));
    }

    [Theory]
    [InlineData("interval-of-degrees", "", "natural-minor G", "hazelnut|major|B flat", "an interval, such as m3 or minor third,")]
    [InlineData("label-degrees", "", "natural-minor G", "M2 m3|G A Bb", "a degree, such as 5, b3, V or dominant,")]
    [InlineData("name-degree", "", "harmonic-minor G", "M2|m3", "a degree")]
    [InlineData("write-steps", "", "major D", "long short", "a row of steps")]
    [InlineData("scale-triads", "", "harmonic-minor G", "G Bb D/sad", "a kind of chord")]
    public void What_cannot_be_read_says_what_it_could_have_been(string id, string option, string scale, string answers, string what)
    {
        foreach (var answer in answers.Split('|'))
        {
            var judged = Judged(id, option, scale, answer);
            Assert.Equal(Verdict.NotRead, judged.Verdict);
            Assert.Contains(
                what,
                FindingSentences.Sentence(HouseStyle.Classical, judged.Findings.Single(finding => finding.Code == FindingCode.NotRead)),
                StringComparison.Ordinal
            );
        }
    }

    private static Judgement Judged(string id, string option, string scale, string answer, int variant = 0)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        var words = scale.Split(' ');
        var setting = new QuestionSetting(
            ScaleTypes.Get(words[0]),
            NoteText.Parse(words[1]),
            Clef.Treble,
            Notation.Accidentals,
            Direction.Ascending,
            Scaffolding.Blank
        )
        {
            Option = option,
            Variant = variant,
        };
        var lines = answer.Replace('/', '\n');
        var judged = WordsJudge.Judge(kind, setting, lines);
        // What the record keeps judges alike.
        var again = WordsJudge.Judge(
            AskedQuestionFile.Read(AskedQuestionFile.Write(AskedQuestion.Of(kind, setting, []))),
            setting.Style,
            lines
        );
        Assert.Equal((judged.Verdict, judged.Marks, judged.Of), (again.Verdict, again.Marks, again.Of));
        return judged;
    }
}
