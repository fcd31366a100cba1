using Gavvet.Worksheets.Forms;

namespace Gavvet.Worksheets.Tests;

/// <summary>Wrong answers to choose from are the mistakes a question is about.</summary>
public class ConfusionTests
{
    [Theory]
    [InlineData("key-of-melody", "", "major D", "B minor")]
    [InlineData("key-of-melody", "", "harmonic-minor G", "B♭ major")]
    [InlineData("identify-scale", "", "harmonic-minor D", "D natural minor")]
    [InlineData("mode-parent", "", "dorian G", "Parent G major, note 2nd")]
    [InlineData("related-keys", "", "major D", "Major A major, G major, Minor D minor, A minor, G minor")]
    [InlineData("relative-key", "", "major F", "F minor")]
    [InlineData("parallel-key", "", "major D", "two sharps")]
    [InlineData("name-key", "one", "major D", "B major")]
    [InlineData("written-key", "", "major D", "C major")]
    [InlineData("transpose-between", "to-concert", "major D", "E major")]
    public void The_mistake_the_question_is_about_is_offered(string id, string option, string scale, string wrong)
    {
        var (kind, setting) = Setting(id, option, scale, 0);
        Assert.Contains(wrong, WrongAnswers.Of(kind, setting, 3).Select(answer => answer.Text));
        var choices = AnswerForms
            .Ask(kind, setting with { AnswerAs = AnswerForm.Choice })
            .Question.Figures.OfType<ChoicesFigure>()
            .Single()
            .Options;
        Assert.Contains(wrong, choices);
    }

    [Fact]
    public void Intervals_offer_the_other_quality()
    {
        var kind = QuestionCatalogue.Standard.Get("interval-of-degrees");
        foreach (var setting in Sample.AllSettings(kind).Where((_, i) => i % 17 == 0).Take(80))
        {
            var right = kind.Answer(setting).Text;
            var wrong = WrongAnswers.Of(kind, setting, 3).Select(answer => answer.Text).ToArray();
            Assert.Equal(3, wrong.Length);
            Assert.Contains(wrong, text => text[1..] == right[1..] && text[0] != right[0]);
        }
    }

    [Fact]
    public void A_scale_on_the_page_is_offered_on_the_tonic_that_is_printed()
    {
        foreach (var kind in new[] { "identify-scale", "chord-scale" }.Select(QuestionCatalogue.Standard.Get))
        {
            foreach (var setting in Sample.AllSettings(kind).Where((_, i) => i % 61 == 0).Take(60))
                Assert.All(WrongAnswers.Of(kind, setting, 3), wrong =>
                    Assert.StartsWith(setting.Style.Say(setting.Tonic) + " ", wrong.Text, StringComparison.Ordinal)
                );
        }
    }

    // Beside an augmented third lies a fourth without a name: no choice, and no end of the page.
    [Fact]
    public void Intervals_of_every_scale_have_choices_that_have_names()
    {
        var kind = QuestionCatalogue.Standard.Get("interval-of-degrees");
        var settings = ScaleTypes
            .All.Where(kind.Takes)
            .SelectMany(
                type => Enumerable.Range(0, kind.Variants(type)),
                (type, variant) =>
                    new QuestionSetting(
                        type,
                        new NoteName(Letter.C),
                        Clef.Treble,
                        Notation.Accidentals,
                        Direction.Ascending,
                        Scaffolding.Blank
                    )
                    {
                        Variant = variant,
                    }
            )
            .Where(setting => ScaleSpelling.CanSpell(setting.Scale, setting.Tonic))
            .ToArray();
        Assert.Contains(settings, setting =>
            AnswerForms.Ask(kind, setting).Item2.Lines[0].Right
                is IntervalsPart { Intervals: [{ Quality: IntervalQuality.Augmented, LetterSteps: 2 }] }
        );
        Assert.All(settings, setting => Assert.NotEmpty(WrongAnswers.Of(kind, setting, 3)));
    }

    // "Major C minor" names nothing; and a key that nobody writes gives itself away.
    [Fact]
    public void No_choice_is_nonsense()
    {
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => kind.AnswersInWords && !kind.AsksOwn))
        {
            foreach (
                var option in kind
                    .Options.Where(way => AnswerForms.CanBe(kind, AnswerForm.Choice, way.Id))
                    .Select(way => way.Id)
                    .DefaultIfEmpty("")
            )
            {
                foreach (
                    var setting in Sample
                        .AllSettings(kind)
                        .Where((_, i) => i % 97 == 0)
                        .Take(40)
                        .Select(setting => setting with { Option = option })
                        .Where(setting =>
                            setting.Variant < kind.VariantsLike(setting, setting.Scale)
                            && kind.CanAsk(new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant), setting.Style)
                            && kind.IsOrdinary(new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant))
                        )
                )
                {
                    foreach (var wrong in WrongAnswers.Of(kind, setting, 3))
                    {
                        Assert.DoesNotMatch("^Major [A-G]\\S* minor|Minor [A-G]\\S* major", wrong.Text);
                        if (
                            KeyText.Readings(wrong.Text.Replace('♯', '#').Replace('♭', 'b')).ToArray() is [var key, ..]
                            && !setting.Key.IsTheoretical
                        )
                            Assert.False(key.IsTheoretical, $"{kind.Id}, {setting.Scale.Id} on {setting.Tonic}: {wrong.Text}");
                    }
                }
            }
        }
    }

    private static (QuestionKind Kind, QuestionSetting Setting) Setting(string id, string option, string scale, int variant)
    {
        var words = scale.Split(' ');
        return (
            QuestionCatalogue.Standard.Get(id),
            new QuestionSetting(
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
            }
        );
    }
}
