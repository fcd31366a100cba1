using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Marks are earned by what is asked: each place by itself, and nothing by what is printed.</summary>
public class AskedPlacesTests
{
    public static TheoryData<string> Kinds => [.. QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn).Select(kind => kind.Id)];

    [Theory, MemberData(nameof(Kinds))]
    public void Nothing_done_earns_nothing(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var setting in Settings(kind))
        {
            var (question, style) = (AskedQuestion.Of(kind, setting, []), setting.Style);
            var rows = question
                .Given.Select(row => style.Say(row))
                .Concat(question.Given.Select(row => string.Join(", ", row.Select(note => style.Say(note)))));
            foreach (var row in rows.Concat(OneForAll(question, style)))
            {
                var judged = WordsJudge.Judge(question, style, row);
                Assert.True(
                    judged.Marks == 0 || (judged.Verdict is Verdict.Correct or Verdict.Accepted && judged.Marks == judged.Of),
                    $"{id} {setting.Option} {setting.Scale.Id} on {setting.Tonic}, {setting.Direction}, {setting.Notation}, {setting.Scaffolding}: “{row}” is {judged.Verdict} and earns {judged.Marks} of {judged.Of}"
                );
            }
        }
    }

    [Fact]
    public void Each_kind_says_what_is_asked()
    {
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            foreach (var setting in Settings(kind))
            {
                var question = AskedQuestion.Of(kind, setting, []);
                var right = string.Join('\n', question.Lines.Select(line => setting.Style.Say(line.Right)));
                var of = WordsJudge
                    .Judge(
                        question,
                        setting.Style,
                        question.Scale is { AsksSignature: true }
                            ? $"{setting.Style.SignatureOf(question.Scale.Type, question.Scale.Tonic)}\n{right}"
                            : right
                    )
                    .Of;
                // A mark a place: what the key writes into the figures, signs and heads alike, is what is asked.
                if (question.Scale is { Fill: LineFill.Notes, Octaves: 1 } scale)
                {
                    var given = question.Columns.Count(column => column is not null);
                    Assert.True(
                        of
                            == setting.Style.Spell(scale.Type, scale.Tonic).Notes(scale.Direction).Length
                                - given
                                + (scale.AsksSignature ? 1 : 0),
                        $"{kind.Id} {setting.Option} {setting.Scale.Id} {setting.Scaffolding} {setting.Notation}: of {of}"
                    );
                }
                else if (question.Scale is { Places.Length: > 0 } filled)
                {
                    Assert.Equal(filled.Places.Length, of);
                }
            }
        }
    }

    // kind | option | scale | tonic | how it is asked | what was written | verdict, marks, first finding
    [Theory]
    [InlineData("add-accidentals", "", "major E up", "E F G A B C D E", "wrong 0/4 unchanged")]
    [InlineData("add-accidentals", "", "major E up", "E F# G A B C# D# E", "wrong 3/4 accidental-missing")]
    [InlineData("add-accidentals", "", "major E up", "F# G# C# D#", "correct 4/4 ")]
    [InlineData("add-accidentals", "", "major E up", "E F# G# A# B C# D# E", "wrong 3/4 neighbour-key")]
    [InlineData("add-accidentals", "", "major C up", "C D E F# G A B C", "wrong 7/8 neighbour-key")]
    [InlineData("add-accidentals", "", "major C up", "C D E F G A B C", "correct 8/8 ")]
    [InlineData("add-accidentals", "", "harmonic-minor A up", "A B C D E F G A", "wrong 0/1 unchanged")]
    [InlineData("transpose-scale", "", "major C up", "C D E F G A B C", "wrong 0/8 unchanged")]
    [InlineData("transpose-scale", "", "major C up", "C D E F G A Bb C", "wrong 0/8 unchanged")]
    [InlineData("transpose-scale", "", "major C up", "D E F# G A B C# D", "correct 8/8 ")]
    [InlineData("transpose-scale", "", "major C up", "Bb C D Eb F G A Bb", "wrong 4/8 wrong-tonic")]
    [InlineData("transpose-scale", "", "major C up", "D E F G A B C# D", "wrong 7/8 accidental-missing")]
    [InlineData("convert-form", "", "harmonic-minor A up", "A B C D E F G A", "wrong 0/8 unchanged")]
    [InlineData("convert-form", "", "harmonic-minor A up", "A B C D E F G# A", "correct 8/8 ")]
    [InlineData("enharmonic-scale", "", "major F# up", "F# G# A# B C# D# E# F#", "wrong 0/8 unchanged")]
    [InlineData("complete-scale", "", "major G up", "G A", "wrong 0/2 letter-repeated")]
    [InlineData("blue-note", "", "minor-blues A up", "E", "wrong 0/1 *")]
    [InlineData("blue-note", "", "minor-blues A up", "Eb", "correct 1/1 ")]
    [InlineData("blue-note", "", "minor-blues A up", "D#", "accepted 1/1 ")]
    [InlineData("scale-from-degree", "", "major D up", "C D E F G A B C", "wrong 4/8 wrong-tonic")]
    [InlineData("start-on-degree", "", "major C up", "C D E F G A B C", "wrong 4/8 started-elsewhere")]
    [InlineData("scale-intervals", "", "harmonic-minor G up", "M2 m3 P4 P5 m6 m7", "wrong 5/6 not-the-answer")]
    [InlineData("scale-intervals", "", "harmonic-minor G up", "M2 m3 P4 P5 m6 M7", "correct 6/6 ")]
    [InlineData("scale-intervals", "", "harmonic-minor G up", "m2 m3 P4 P5 m6 M7", "wrong 5/6 not-the-answer")]
    [InlineData("write-steps", "", "major G up", "W W H W W W H", "correct 7/7 ")]
    [InlineData("write-steps", "", "major G up", "W W W W W W W", "wrong 0/7 not-the-answer")]
    [InlineData("write-steps", "", "major G up", "W W H W W H W", "wrong 5/7 not-the-answer")]
    [InlineData("fretboard-scale", "mark", "major G up", "G A B C D E F", "wrong 6/7 not-the-answer")]
    [InlineData("fretboard-scale", "mark", "major G up", "F# E D C B A G", "correct 7/7 ")]
    [InlineData("degrees-on-staff", "", "harmonic-minor G up", "A C F", "wrong 2/3 not-the-answer")]
    [InlineData("count-accidentals", "", "major C up", "none\nnone", "correct 2/2 ")]
    [InlineData("count-accidentals", "", "major D up", "two sharps, F# C#", "correct 3/3 ")]
    [InlineData("count-accidentals", "", "major D up", "2# F# C#", "correct 3/3 ")]
    [InlineData("count-accidentals", "", "major D up", "none\nnone", "wrong 0/3 not-the-answer")]
    [InlineData("order-of-accidentals", "repair", "major E up", "as printed", "wrong 0/4 unchanged")]
    [InlineData("accidentals-to-signature", "", "major E up", "C# D# F# G#", "wrong 0/4 unchanged")]
    public void Marks_are_shared_out_over_what_is_asked(string id, string option, string scale, string written, string expected)
    {
        var (kind, setting) = Setting(id, option, scale);
        var question = AskedQuestion.Of(kind, setting, []);
        if (written == "as printed")
            written = setting.Style.Say(question.Given[0]);
        var judged = WordsJudge.Judge(kind, setting, written);
        Assert.Equal(
            expected.Replace("*", judged.Findings.Length > 0 ? FileWords.Of(judged.Findings[0].Code) : "", StringComparison.Ordinal),
            $"{FileWords.Of(judged.Verdict)} {judged.Marks}/{judged.Of} {(judged.Findings.IsEmpty ? "" : FileWords.Of(judged.Findings[0].Code))}"
        );
        // A record judges alike.
        var again = WordsJudge.Judge(AskedQuestionFile.Read(AskedQuestionFile.Write(question)), setting.Style, written);
        Assert.Equal((judged.Verdict, judged.Marks, judged.Of), (again.Verdict, again.Marks, again.Of));
    }

    [Theory]
    [InlineData("2 sharps\nD E F G A B C D", "correct 9/9 ")]
    [InlineData("F# C#\nD E F G A B C D", "correct 9/9 ")]
    [InlineData("2#: D E F# G A B C# D", "correct 9/9 signature-doubled")]
    [InlineData("C# F#\nD E F G A B C D", "wrong 8/9 signature-wrong")]
    [InlineData("D E F# G A B C# D", "wrong 8/9 signature-wrong")]
    [InlineData("D E F G A B C D", "wrong 7/9 signs-forgotten")]
    [InlineData("3 sharps\nD E F G A B C D", "wrong 8/9 signature-wrong")]
    public void A_signature_that_is_asked_is_written_first_and_is_a_place_of_its_own(string written, string expected)
    {
        var (kind, setting) = Setting("write-scale", "", "major D up");
        var judged = WordsJudge.Judge(kind, setting with { Notation = Notation.Signature }, written);
        Assert.Equal(
            expected,
            $"{FileWords.Of(judged.Verdict)} {judged.Marks}/{judged.Of} {(judged.Findings.IsEmpty ? "" : FileWords.Of(judged.Findings[0].Code))}"
        );
    }

    private static (QuestionKind Kind, QuestionSetting Setting) Setting(string id, string option, string scale)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        var words = scale.Split(' ');
        return (
            kind,
            new QuestionSetting(
                ScaleTypes.Get(words[0]),
                NoteText.Parse(words[1]),
                Clef.Treble,
                Notation.Accidentals,
                Direction.Ascending,
                Scaffolding.Blank
            )
            {
                Option = option == "" ? "" : option,
            }
        );
    }

    private static IEnumerable<QuestionSetting> Settings(QuestionKind kind) =>
        from setting in Sample.AllSettings(kind).Where((_, i) => i % 97 == 0).Take(25)
        from option in kind.Options.Select(option => option.Id).DefaultIfEmpty("")
        from notation in kind.UsesNotation ? new[] { Notation.Accidentals, Notation.Signature } : [setting.Notation]
        from scaffolding in kind.Scaffoldings.Where(scaffolding => scaffolding != Scaffolding.WorkedExample)
        let asked = setting with
        {
            Option = option,
            Notation = notation,
            Scaffolding = scaffolding,
            AnswerAs = AnswerForm.Write,
        }
        where
            asked.Variant < kind.VariantsLike(asked, asked.Scale)
            && kind.CanAsk(new Draw(asked.Scale, asked.Tonic, asked.Clef, asked.Variant), asked.Style)
            && asked.Style.CanSpell(asked.Scale, asked.Tonic)
        select asked;

    // The first of what is asked, at every place and on every line.
    private static IEnumerable<string> OneForAll(AskedQuestion question, HouseStyle style)
    {
        var first = style.Say(question.Lines[0].Right).Split([' ', '–', ','], StringSplitOptions.RemoveEmptyEntries).FirstOrDefault()
            ?? "none";
        var places = question.Scale is { } scale
            ? style.Spell(scale.Type, scale.Tonic).Notes(scale.Direction, scale.Octaves).Length
            : question.Lines.Max(line => PartReading.PlacesOf(line.Right));
        if (places > 1)
            yield return string.Join('\n', question.Lines.Select(_ => string.Join(' ', Enumerable.Repeat(first, places))));
    }
}
