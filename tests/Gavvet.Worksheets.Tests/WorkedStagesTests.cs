using System.Collections.Immutable;

namespace Gavvet.Worksheets.Tests;

/// <summary>A question worked out before a class shows nothing before it is found, and in the end all that the key has.</summary>
public class WorkedStagesTests
{
    private static ImmutableArray<WorkedStage> Stages(string recipe)
    {
        var composition = Composer.Compose(SheetFile.Read(recipe));
        var item = composition.Worksheet.Sections[0].Items[0];
        return WorkedStages.Of(item.Question, composition.Key.Answers[item.SlotId]);
    }

    private static ImmutableArray<WorkedStage> OnOneFlat(string type, string more = "") =>
        Stages(
            $$"""{"gavvet":1,"seed":1,"title":"Scales","sections":[{"kind":"write-scale","scales":["{{type}}"],"keys":{"flats":1,"sharps":-1},"count":1{{more}}}]}"""
        );

    // The heads of a stage with the signs before them.
    private static string Written(WorkedStage stage) =>
        string.Join(
            ' ',
            stage
                .Marks[^1]
                .OfType<NoteMark>()
                .Select(note =>
                    $"{note.Pitch.Name.Letter}{(note.Sign is { } sign ? (sign == Accidental.Natural ? "♮" : sign.Sign()) : "")}"
                )
        );

    [Fact]
    public void Letters_come_first_and_signs_with_the_sentence_that_finds_them()
    {
        var stages = OnOneFlat("harmonic-minor");
        Assert.Equal("D E F G A B C D", Written(stages[0]));
        // The signature of F major brings the flat, the raised seventh comes after it.
        var flat = stages.First(stage => Written(stage).Contains("B♭", StringComparison.Ordinal));
        Assert.Equal("D E F G A B♭ C D", Written(flat));
        Assert.Contains("F major", flat.Sentence, StringComparison.Ordinal);
        var sharp = stages.First(stage => Written(stage).Contains("C♯", StringComparison.Ordinal));
        Assert.Equal("D E F G A B♭ C♯ D", Written(sharp));
        Assert.True(stages.IndexOf(sharp) > stages.IndexOf(flat));
        Assert.Contains("C♯", stages[^1].Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_melodic_minor_gets_its_naturals_when_coming_down_is_spoken_of()
    {
        var stages = OnOneFlat("melodic-minor", ",\"direction\":\"both\"");
        var down = stages.First(stage => Written(stage).Contains('♮', StringComparison.Ordinal));
        Assert.Contains(stages.TakeWhile(stage => stage != down), stage =>
            Written(stage).StartsWith("D E F G A B C♯", StringComparison.Ordinal)
        );
        Assert.StartsWith("Coming down", down.Sentence, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public void A_raised_degree_gets_its_natural_with_the_sentence_that_raises_it()
    {
        var stages = Stages(
            """
            {"gavvet":1,"seed":1,"title":"Scales","sections":[{"kind":"write-scale","scales":["harmonic-minor"],
            "writeWith":"signature","keys":{"flats":3,"sharps":-3},"count":1}]}
            """
        );
        var raised = stages.First(stage => Written(stage).Contains("B♮", StringComparison.Ordinal));
        Assert.Contains("raise the 7th", raised.Sentence, StringComparison.Ordinal);
        Assert.Equal("C D E F G A B♮ C", Written(raised));
    }

    // The book has a question of every kind.
    [Fact]
    public void Of_every_kind_the_last_stage_is_the_key_and_no_stage_takes_back_or_adds_what_the_key_has_not()
    {
        foreach (var style in new[] { HouseStyle.Classical, HouseStyle.Presets[^1] })
        {
            var book = SpecimenBook.Of(style);
            foreach (var item in book.Worksheet.Sections.SelectMany(section => section.Items))
            {
                var answer = book.Key.Answers[item.SlotId];
                var stages = WorkedStages.Of(item.Question, answer);
                Assert.Equal(answer.Working.Length + 1, stages.Length);
                Assert.Equal(answer.Marks, stages[^1].Marks);
                Assert.Contains(answer.Text, stages[^1].Sentence, StringComparison.Ordinal);
                Assert.All(stages, stage => Assert.NotEmpty(stage.Sentence));
                for (var i = 0; i < stages.Length; i++)
                for (var figure = 0; figure < answer.Marks.Length; figure++)
                {
                    var (now, key) = (stages[i].Marks[figure], answer.Marks[figure]);
                    // Each mark is the key's, or a head of it that waits for its sign.
                    Assert.All(now, mark =>
                        Assert.True(
                            key.Contains(mark)
                                || (
                                    mark is NoteMark { Sign: null } bare
                                    && key.OfType<NoteMark>().Any(note => (note.Column, note.Pitch) == (bare.Column, bare.Pitch))
                                )
                        )
                    );
                    // What stood there stands there still, a bare head perhaps with its sign.
                    if (i > 0)
                        Assert.All(stages[i - 1].Marks[figure].Where(mark => key.Contains(mark)), mark => Assert.Contains(mark, now));
                    if (i > 0)
                        Assert.True(now.Length >= stages[i - 1].Marks[figure].Length);
                }
            }
        }
    }
}
