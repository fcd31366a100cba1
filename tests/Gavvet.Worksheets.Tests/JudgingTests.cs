using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Named mistakes, each written out by hand (common practice, no source).</summary>
public class JudgingTests
{
    // asked type, tonic, direction | written | codes with positions
    public static TheoryData<string, string, string> Cases =>
        new()
        {
            { "major D up", "D C# B A G F# E D", "wrong-direction 1" },
            { "harmonic-minor A down", "A B C D E F G# A", "wrong-direction 1" },
            { "minor-pentatonic E up", "E D B A G E", "wrong-direction 1" },
            { "major D up", "E F# G A B C# D E", "started-elsewhere 1" },
            { "natural-minor A up", "C D E F G A B C", "started-elsewhere 1" },
            { "harmonic-minor D down", "A G F E D C# Bb A", "started-elsewhere 1" },
            { "major D up", "E F# G# A B C# D# E", "wrong-tonic 1" },
            { "major D up", "Eb F G Ab Bb C D Eb", "wrong-tonic 1" },
            { "major D up", "E F# G# A B C D# E", "wrong-tonic 1, accidental-missing 6" },
            { "major Db up", "D Eb F Gb Ab Bb C Db", "accidental-missing 1" },
            { "natural-minor C up", "C D E F G A B C", "parallel-for-relative 1" },
            { "harmonic-minor A up", "A B C# D E F# G# A", "parallel-for-relative 1" },
            { "melodic-minor E both", "E F# G# A B C# D# E D# C# B A G# F# E", "parallel-for-relative 1" },
            { "dorian B up", "B C# D# E F# G# A# B", "mode-signature-of-tonic-major 1" },
            { "phrygian E down", "E D# C# B A G# F# E", "mode-signature-of-tonic-major 1" },
            { "lydian-flat-7 F up", "F G A Bb C D E F", "mode-signature-of-tonic-major 1" },
            { "harmonic-minor D up", "D E F G A Bb C D", "natural-for-harmonic 1" },
            { "harmonic-minor G# down", "G# F# E D# C# B A# G#", "natural-for-harmonic 1" },
            { "harmonic-minor A both", "A B C D E F G A G F E D C B A", "natural-for-harmonic 1" },
            { "natural-minor D up", "D E F G A Bb C# D", "harmonic-for-natural 1" },
            { "natural-minor F down", "F E Db C Bb Ab G F", "harmonic-for-natural 1" },
            { "natural-minor B both", "B C# D E F# G A# B A# G F# E D C# B", "harmonic-for-natural 1" },
            { "melodic-minor D up", "D E F G A Bb C# D", "harmonic-for-melodic 1" },
            { "melodic-minor C both", "C D Eb F G Ab B C B Ab G F Eb D C", "harmonic-for-melodic 1" },
            { "melodic-minor-one-way G down", "G F# Eb D C Bb A G", "harmonic-for-melodic 1" },
            { "melodic-minor D up", "D E F G A Bb C D", "natural-for-melodic 1" },
            { "melodic-minor D both", "D E F G A Bb C D C Bb A G F E D", "natural-for-melodic 1" },
            { "melodic-minor-one-way A down", "A G F E D C B A", "natural-for-melodic 1" },
            { "natural-minor D up", "D E F G A B C# D", "melodic-for-natural 1" },
            { "natural-minor C down", "C B A G F Eb D C", "melodic-for-natural 1" },
            { "natural-minor F# both", "F# G# A B C# D# E# F# E# D# C# B A G# F#", "melodic-for-natural 1" },
            { "major C up", "C D Eb F G Ab Bb C", "minor-for-major 1" },
            { "major E up", "E F# G A B C D# E", "minor-for-major 1" },
            { "major D down", "D C# Bb A G F E D", "minor-for-major 1" },
            { "harmonic-minor D up", "D E F G A B C# D", "sixth-raised-in-harmonic 1" },
            { "harmonic-minor B down", "B A# G# F# E D C# B", "sixth-raised-in-harmonic 1" },
            { "harmonic-minor C both", "C D Eb F G A B C B A G F Eb D C", "sixth-raised-in-harmonic 1" },
            { "melodic-minor B both", "B C# D E F# G# A# B A# G# F# E D C# B", "not-restored-descending 8" },
            { "melodic-minor B both", "B C# D E F# G# A# B A G# F# E D C# B", "not-restored-descending 10" },
            { "melodic-minor D down", "D C# B A G F E D", "not-restored-descending 1" },
            { "melodic-minor G both", "G A Bb C D E F# G G F# E D C Bb A G", "not-restored-descending 9" },
            { "major D up", "D E F# G A B C D", "neighbour-key 7" },
            { "major Bb down", "Bb A G F E D C Bb", "neighbour-key 5" },
            { "natural-minor A both", "A B C D E F# G A G F# E D C B A", "neighbour-key 6" },
            { "harmonic-minor E up", "E F G A B C D# E", "accidental-missing 2" },
            { "dorian B up", "B C# D E F# G A B", "other-mode 1" },
            { "lydian F up", "F G A Bb C D Eb F", "other-mode 1" },
            { "lydian F up", "F G A B C D Eb F", "accidental-extra 7" },
            { "phrygian-dominant E down", "E D C B A G F E", "accidental-missing 6" },
            { "major-pentatonic C up", "C D E F G A B C", "struck-degree-kept 4" },
            { "major-pentatonic G up", "G A B C D E G", "struck-degree-kept 4" },
            { "minor-pentatonic A up", "A B C D E G A", "struck-degree-kept 2" },
            { "minor-blues C up", "C Eb F G Bb C", "blue-note-missing 4" },
            { "major-blues C up", "C D E G A C", "blue-note-missing 3" },
            { "minor-blues E both", "E G A B D E D B A G E", "blue-note-missing 4" },
            { "major D up", "D E F# G A B C#", "octave-missing 8" },
            { "harmonic-minor A down", "A G# F E D C B", "octave-missing 8" },
            { "whole-tone C up", "C D E F# G# Bb", "octave-missing 7" },
            { "harmonic-minor A up", "A B C D E F G", "natural-for-harmonic 1, octave-missing 8" },
            { "major D up", "D E F# G B C# D", "missing-note 5" },
            { "major D up", "E F# G A B C# D", "missing-note 1" },
            { "natural-minor C down", "C Bb Ab F Eb D C", "missing-note 4" },
            { "major G both", "G A B C D E F# G E D C B A G", "missing-note 9" },
            { "major D up", "D E F# G A A B C# D", "extra-note 6" },
            { "minor-pentatonic A up", "A C D E F# G A", "extra-note 5" },
            { "dorian D up", "D E F G A B C C# D", "extra-note 8" },
            { "harmonic-minor D# up", "D# E# F# G# A# B D D#", "enharmonic-name 7" },
            { "major Gb up", "Gb Ab Bb B Db Eb F Gb", "enharmonic-name 4" },
            { "major F# up", "Gb Ab Bb Cb Db Eb F Gb", "enharmonic-name 1" },
            { "minor-blues C up", "C D# F Gb G Bb C", "enharmonic-name 2" },
            { "major D up", "D E F# G A A C# D", "letter-repeated 6" },
            { "major C up", "C D E F F A B C", "letter-repeated 5" },
            { "natural-minor A down", "A G F E E C B A", "letter-repeated 5" },
            { "major D up", "D E F# G A Bb C# D E", "extra-note 9, accidental-extra 6" },
            { "major C up", "C D E G G A B C", "letter-skipped 4" },
            { "major C up", "C D E F A A B C", "letter-skipped 5" },
            { "major F up", "F G A C D E F F", "letter-skipped 4" },
            { "dorian D down", "D C A A G F E D", "letter-skipped 3" },
            { "melodic-minor B both", "B3 C#4 D4 E4 F#4 G#4 A#4 B4 A4 G4 F#4 E4 D4 C#4 B3", "cancellation-forgotten 9" },
            { "chromatic C up", "C4 C#4 D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5", "" },
            { "melodic-minor D# both", "D#4 E#4 F#4 G#4 A#4 B#4 C##5 D#5 C5 B4 A#4 G#4 F#4 E#4 D#4", "not-restored-descending 8" },
            { "melodic-minor A both", "A3 B3 C4 D4 E4 F#4 G#4 A4 G4 Fn4 E4 D4 C4 B3 A3", "cancellation-forgotten 9" },
            { "melodic-minor A both", "A3 B3 C4 D4 E4 F#4 G#4 A4 | G4 F4 E4 D4 C4 B3 A3", "" },
            { "major Eb up", "Eb F G# Ab Bb C D Eb", "accidental-extra 3" },
            { "harmonic-minor D# up", "D# E# F# G# A# B Cb D#", "accidental-wrong 7" },
            { "major Eb up", "Eb F G A# Bb C D Eb", "accidental-wrong 4" },
            { "major Bb up", "Bb C D E# F G A Bb", "accidental-wrong 4" },
            { "harmonic-minor G up", "G A B C D Eb F# G", "accidental-missing 3" },
            { "major A up", "A B C# D E F G# A", "accidental-missing 6" },
            { "double-harmonic-major C up", "C D E F G Ab B C", "accidental-missing 2" },
            { "major G up", "G A B C D Eb F# G", "accidental-extra 6" },
            { "double-harmonic-major C up", "C Db E F G Ab Bb C", "accidental-extra 7" },
            { "harmonic-minor A up", "A B C D E F# G# A#", "sixth-raised-in-harmonic 1, accidental-extra 8" },
            { "chromatic C up", "C C# D Eb E F F# G G# A A# B C", "mixed-accidentals 4" },
            { "minor-blues C up", "C Eb F F# G Bb C", "mixed-accidentals 4" },
            { "minor-blues G up", "G Bb C C# D F G", "mixed-accidentals 4" },
        };

    [Theory, MemberData(nameof(Cases))]
    public void Every_mistake_has_its_name_and_place(string asked, string written, string findings)
    {
        var scale = Asked(asked);
        var judged = ScaleJudge.Judge(scale, Written(written));
        var named = string.Join(", ", judged.Findings.Select(finding => $"{FileWords.Of(finding.Code)} {finding.Position}"));
        Assert.Equal(findings, named);
        Assert.All(judged.Findings, finding =>
            Assert.EndsWith(".", FindingSentences.Sentence(scale.Style, scale, finding), StringComparison.Ordinal)
        );
        Assert.InRange(judged.Marks, 0, judged.Of);
    }

    // Where two names fit the same notes, the earlier in the order of precedence is given.
    [Theory]
    [InlineData("whole-tone C up", "C Bb G# F# E D C", FindingCode.WrongDirection, FindingCode.EnharmonicName)]
    [InlineData("natural-minor A up", "C D E F G A B C", FindingCode.StartedElsewhere, FindingCode.WrongTonic)]
    [InlineData("natural-minor D up", "E F# G A B C D E", FindingCode.WrongTonic, FindingCode.AccidentalExtra)]
    [InlineData("natural-minor G up", "G A B C D E F# G", FindingCode.ParallelForRelative, FindingCode.AccidentalMissing)]
    [InlineData("mixolydian G up", "G A B C D E F# G", FindingCode.ModeSignatureOfTonicMajor, FindingCode.OtherMode)]
    [InlineData("harmonic-minor E up", "E F# G A B C D E", FindingCode.NaturalForHarmonic, FindingCode.AccidentalMissing)]
    [InlineData("harmonic-minor A up", "A B C D E F# G# A", FindingCode.SixthRaisedInHarmonic, FindingCode.AccidentalExtra)]
    [InlineData("melodic-minor A down", "A G# F# E D C B A", FindingCode.NotRestoredDescending, FindingCode.AccidentalExtra)]
    [InlineData("major D up", "D E F# G A B C D", FindingCode.NeighbourKey, FindingCode.OtherMode)]
    [InlineData("major F up", "F G A B C D E F", FindingCode.NeighbourKey, FindingCode.AccidentalMissing)]
    [InlineData("lydian F up", "F G A Bb C D Eb F", FindingCode.OtherMode, FindingCode.AccidentalExtra)]
    [InlineData("major-pentatonic F up", "F G A Bb C D F", FindingCode.StruckDegreeKept, FindingCode.ExtraNote)]
    [InlineData("minor-blues A up", "A C D E G A", FindingCode.BlueNoteMissing, FindingCode.MissingNote)]
    [InlineData("major C up", "C D E F G A B", FindingCode.OctaveMissing, FindingCode.MissingNote)]
    [InlineData("harmonic-minor D# up", "D# E# F# G# A# B D D#", FindingCode.EnharmonicName, FindingCode.LetterRepeated)]
    [InlineData(
        "melodic-minor A both",
        "A3 B3 C4 D4 E4 F#4 G#4 A4 G4 F4 E4 D4 C4 B3 A3",
        FindingCode.CancellationForgotten,
        FindingCode.NotRestoredDescending
    )]
    public void The_earlier_name_wins(string asked, string written, FindingCode given, FindingCode not)
    {
        var codes = ScaleJudge.Judge(Asked(asked), Written(written)).Findings.Select(finding => finding.Code).ToArray();
        Assert.Contains(given, codes);
        Assert.DoesNotContain(not, codes);
    }

    // asked | signature written | notes | code and what is said of it
    [Theory]
    [InlineData("major D up", "F#", "D E F# G A B C# D", FindingCode.SignatureWrong, "it should have two sharps")]
    [InlineData("major E up", "Bb Eb Ab Db", "E F# G# A B C# D# E", FindingCode.SignatureWrong, "flats for sharps")]
    [InlineData("major A up", "C# F# G#", "A B C# D E F# G# A", FindingCode.SignatureWrong, "the signs are in the wrong order")]
    [InlineData("harmonic-minor A up", "G#", "A B C D E F G A", FindingCode.SignatureWrong, "the raised 7th does not belong in it")]
    [InlineData("major D up", "F# G#", "D E F# G A B C# D", FindingCode.SignatureWrong, "a sign is on the wrong letter")]
    [InlineData("natural-minor C up", "", "C D E F G A B C", FindingCode.ParallelForRelative, "signature")]
    [InlineData("harmonic-minor E up", "F# C# G# D#", "E F# G A B C D# E", FindingCode.ParallelForRelative, "signature")]
    [InlineData("dorian B up", "F# C# G# D# A#", "B C# D E F# G# A B", FindingCode.ModeSignatureOfTonicMajor, "signature")]
    public void A_wrong_signature_is_one_cause_and_costs_once(string asked, string signature, string notes, FindingCode code, string detail)
    {
        var judged = ScaleJudge.Judge(Asked(asked), Written(notes) with { Signature = AnswerText.Signature(signature) });
        var finding = Assert.Single(judged.Findings, finding => finding.Code != FindingCode.SignatureDoubled);
        Assert.Equal((code, 0, detail), (finding.Code, finding.Position, finding.Detail));
        Assert.Equal(Verdict.Wrong, judged.Verdict);
        Assert.Equal((8, 9), (judged.Marks, judged.Of));
    }

    [Fact]
    public void A_sign_in_the_wrong_place_of_the_staff_is_a_wrong_signature()
    {
        var written = Written("D E F G A B C D") with
        {
            Signature = new WrittenSignature([NoteText.Parse("F#"), NoteText.Parse("C#")], Clef.Treble, [1, 5]),
        };
        var finding = Assert.Single(ScaleJudge.Judge(Asked("major D up"), written).Findings);
        Assert.Equal((FindingCode.SignatureWrong, "a sign stands in the wrong place"), (finding.Code, finding.Detail));
        var missing = ScaleJudge.Judge(Asked("major D up") with { SignatureAsked = true }, Written("D E F# G A B C# D"));
        Assert.Equal("it is missing", Assert.Single(missing.Findings).Detail);
    }

    [Theory]
    [InlineData("major D up", 2, "D E F G A B C D", "")]
    [InlineData("harmonic-minor D up", -1, "D E F G A B C# D", "")]
    [InlineData("harmonic-minor D# up", 6, "D E F G A B C## D", "")]
    [InlineData("melodic-minor B both", 2, "B C D E F G# A# B A G F E D C B", "")]
    [InlineData("phrygian-dominant E up", 0, "E F G# A B C D E", "")]
    [InlineData("major D up", 2, "D E F# G A B C# D", "signature-doubled 3")]
    [InlineData("major F up", -1, "F G A Bb C D E F", "signature-doubled 4")]
    [InlineData("natural-minor E up", 1, "E F# G A B C D E", "signature-doubled 2")]
    [InlineData("major D up", 2, "D E Fn G A B C D", "accidental-extra 3")]
    [InlineData("major C up", -1, "C D E F G A B C", "signature-wrong 0")]
    [InlineData("phrygian-dominant E up", 0, "E F G A B C D E", "accidental-missing 3")]
    [InlineData("harmonic-minor C up", -3, "C D E F G A B C", "natural-for-harmonic 1")]
    [InlineData("melodic-minor C up", -3, "C D E F G An B C", "accidental-missing 7")]
    [InlineData("major Eb up", -3, "E F G An B C D E", "neighbour-key 4")]
    public void Under_a_signature_a_bare_letter_takes_it_and_n_cancels(string asked, int fifths, string notes, string findings)
    {
        var judged = ScaleJudge.Judge(
            Asked(asked),
            Written(notes) with
            {
                Signature = WrittenSignature.Of(new KeySignature(fifths).Notes),
            }
        );
        Assert.Equal(findings, string.Join(", ", judged.Findings.Select(finding => $"{FileWords.Of(finding.Code)} {finding.Position}")));
        if (findings.Length == 0 || findings.StartsWith("signature-doubled", StringComparison.Ordinal))
            Assert.Equal((Verdict.Correct, judged.Of), (judged.Verdict, judged.Marks));
    }

    [Theory]
    [InlineData("alto-sax", "Eb", "C D E F G A B C", Verdict.Correct, null)]
    [InlineData("alto-sax", "Eb", "Eb F G Ab Bb C D Eb", Verdict.Wrong, FindingCode.ConcertForWritten)]
    [InlineData("trumpet", "C", "C D E F G A B C", Verdict.Wrong, FindingCode.ConcertForWritten)]
    [InlineData("horn", "F", "F G A Bb C D E F", Verdict.Wrong, FindingCode.ConcertForWritten)]
    [InlineData("alto-sax", "E", "C# D# E# F# G# A# B# C#", Verdict.Accepted, null)]
    [InlineData("alto-sax", "E", "Db Eb F Gb Ab Bb C Db", Verdict.Correct, null)]
    public void A_part_is_judged_as_it_is_written(string part, string tonic, string notes, Verdict verdict, FindingCode? code)
    {
        var judged = ScaleJudge.Judge(Asked($"major {tonic} up") with { Part = Instrument.Parse(part) }, Written(notes));
        Assert.Equal(verdict, judged.Verdict);
        Assert.Equal(code, judged.Findings.FirstOrDefault()?.Code);
        // Transposing is what is asked: a faultless line on another tonic earns half at most.
        Assert.Equal(code is null ? 8 : 4, judged.Marks);
    }

    // The examples teachers settle on: both spellings of a half-whole scale, whole tone with a letter left out where it may be.
    [Theory]
    [InlineData("whole-tone C up", "C D E F# G# A# C")]
    [InlineData("whole-tone C up", "C D E F# Ab Bb C")]
    [InlineData("diminished-half-whole C up", "C C# D# E F# G A Bb C")]
    [InlineData("diminished-half-whole C up", "C Db Eb E F# G A Bb C")]
    [InlineData("diminished-half-whole C up", "C Db D# E F# G A Bb C")]
    [InlineData("diminished-whole-half C up", "C D Eb F F# G# A B C")]
    [InlineData("augmented C up", "C Eb E G Ab B C")]
    [InlineData("minor-blues C both", "C Eb F F# G Bb C Bb G Gb F Eb C")]
    [InlineData("major-blues C up", "C D D# E G A C")]
    [InlineData("bebop-major C up", "C D E F G Ab A B C")]
    [InlineData("chromatic C down", "C B A# A G# G F# F E D# D C# C")]
    public void Other_spellings_are_as_good(string asked, string written)
    {
        var judged = ScaleJudge.Judge(Asked(asked), Written(written));
        Assert.True(judged.Verdict is Verdict.Correct or Verdict.Accepted);
        Assert.Equal(judged.Of, judged.Marks);
    }

    [Theory]
    [InlineData("whole-tone C up", "C D E F# G# Bb B#")]
    [InlineData("whole-tone C up", "C D D## F# G# Bb C")]
    [InlineData("diminished-whole-half C up", "C D D# F Gb Ab A B C")]
    [InlineData("major C up", "C D E F G A Cb C")]
    [InlineData("altered C up", "C Db D# E F# G# Bb C")]
    public void Spellings_that_break_the_rules_are_misspelled(string asked, string written) =>
        Assert.Equal(Verdict.Misspelled, ScaleJudge.Judge(Asked(asked), Written(written)).Verdict);

    [Fact]
    public void The_dominant_spelling_of_the_altered_scale_belongs_to_the_jazz_school() =>
        Assert.Equal(
            Verdict.Accepted,
            ScaleJudge.Judge(Asked("altered C up") with { Style = HouseStyle.Jazz }, Written("C Db D# E F# G# Bb C")).Verdict
        );

    [Theory]
    [InlineData(WrongNameMark.None, 7)]
    [InlineData(WrongNameMark.Half, 7)]
    [InlineData(WrongNameMark.Full, 8)]
    public void A_wrong_name_with_the_right_sound_earns_what_the_school_gives(WrongNameMark school, int marks)
    {
        var asked = Asked("harmonic-minor D# up") with { Style = HouseStyle.Classical with { WrongName = school } };
        var judged = ScaleJudge.Judge(asked, Written("D# E# F# G# A# B D D#"));
        Assert.Equal((Verdict.Misspelled, marks, 8), (judged.Verdict, judged.Marks, judged.Of));
        var twice = ScaleJudge.Judge(asked, Written("D# F F# G# A# B D D#"));
        // The same two notes stand in the scale of the twin tonic, which would cost once.
        Assert.Equal(
            school switch
            {
                WrongNameMark.None => 7,
                WrongNameMark.Half => 7,
                _ => 8,
            },
            twice.Marks
        );
        var apart = ScaleJudge.Judge(asked, Written("D# E# Gb G# A# B D D#"));
        Assert.Equal(
            school switch
            {
                WrongNameMark.None => 7,
                WrongNameMark.Half => 7,
                _ => 8,
            },
            apart.Marks
        );
    }

    [Theory]
    [InlineData(MarkScheme.PerNote, "D E F G A Bb C# D", 8, 8)]
    [InlineData(MarkScheme.PerNote, "D E F G A B C# D", 7, 8)]
    [InlineData(MarkScheme.AllOrNothing, "D E F G A B C# D", 0, 1)]
    [InlineData(MarkScheme.AllOrNothing, "D E F G A Bb C# D", 1, 1)]
    [InlineData(MarkScheme.ByComponent, "D E F G A Bb C# D", 3, 3)]
    [InlineData(MarkScheme.ByComponent, "D E F G A B C# D", 2, 3)]
    [InlineData(MarkScheme.ByComponent, "D E F G A Bb C#", 2, 3)]
    [InlineData(MarkScheme.ByComponent, "D E F G A B C## D", 1, 3)]
    public void Marks_follow_the_scheme(MarkScheme scheme, string written, int marks, int of)
    {
        var judged = ScaleJudge.Judge(Asked("harmonic-minor D up") with { Scheme = scheme }, Written(written));
        Assert.Equal((marks, of), (judged.Marks, judged.Of));
    }

    [Fact]
    public void A_given_tonic_earns_nothing()
    {
        var asked = Asked("major D up") with { TonicGiven = true };
        Assert.Equal(
            (7, 7),
            (ScaleJudge.Judge(asked, Written("D E F# G A B C# D")).Marks, ScaleJudge.Judge(asked, Written("D E F# G A B C# D")).Of)
        );
        Assert.Equal(0, ScaleJudge.Judge(asked, Written("D Db Db Db Db Db Db Db")).Marks);
    }

    internal static AskedScale Asked(string text)
    {
        var words = text.Split(' ');
        var direction = words[2] switch
        {
            "up" => Direction.Ascending,
            "down" => Direction.Descending,
            _ => Direction.Both,
        };
        return new AskedScale(ScaleTypes.Get(words[0]), NoteText.Parse(words[1]), direction, HouseStyle.Classical);
    }

    internal static WrittenAnswer Written(string notes) => new(AnswerText.Notes(notes), null);
}
