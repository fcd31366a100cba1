using Gavvet.Worksheets.Forms;

namespace Gavvet.Teaching.Tests;

/// <summary>Simulated classes whose students make one mistake each; the name the judge gives it is held against the one that was
/// planted.</summary>
public class PlantedMistakeTests
{
    // Spelled here by hand on the line of fifths, apart from the program: each degree of a minor or major counted in fifths from its tonic.
    private static readonly int[] Major = [0, 2, 4, -1, 1, 3, 5, 0],
        Natural = [0, 2, -3, -1, 1, -4, -2, 0],
        Harmonic = [0, 2, -3, -1, 1, -4, 5, 0],
        Melodic = [0, 2, -3, -1, 1, 3, 5, 0];

    private static readonly (string Asked, int[] Written, string Code)[] Forms =
    [
        ("harmonic-minor", Natural, "natural-for-harmonic"),
        ("natural-minor", Harmonic, "harmonic-for-natural"),
        ("harmonic-minor", Melodic, "sixth-raised-in-harmonic"),
        ("major", Natural, "minor-for-major"),
        ("natural-minor", Major, "parallel-for-relative"),
        ("melodic-minor-one-way", Harmonic, "harmonic-for-melodic"),
    ];

    private static string Line(int tonic, IEnumerable<int> degrees) => string.Join(' ', degrees.Select(degree => Name(tonic + degree)));

    // F is one fifth below C; seven fifths further on the letter comes again with a sharp.
    private static string Name(int fifths)
    {
        var (letter, signs) = ("FCGDAEB"[(((fifths + 1) % 7) + 7) % 7], (int)Math.Floor((fifths + 1) / 7.0));
        return letter + (signs >= 0 ? new string('#', signs) : new string('b', -signs));
    }

    [Fact]
    public void The_judge_names_at_least_ninety_eight_in_a_hundred()
    {
        var (planted, named) = (0, 0);
        var missed = new List<string>();
        for (var tonic = -4; tonic <= 8; tonic++)
        {
            foreach (var (asked, written, code) in Forms)
                Plant(asked, tonic, Line(tonic, written), code);
            foreach (var (type, degrees) in new[] { ("major", Major), ("natural-minor", Natural), ("harmonic-minor", Harmonic) })
            {
                Plant(type, tonic, Line(tonic, degrees[..^1]), "octave-missing");
                Plant(type, tonic, Line(tonic, degrees.Reverse()), "wrong-direction");
                Plant(type, tonic, Line(tonic, degrees.Where((_, i) => i != 3)), "missing-note");
                Plant(type, tonic, Line(tonic, degrees.Take(3).Append(degrees[2]).Concat(degrees.Skip(3))), "extra-note");
            }
        }

        Assert.True(named >= 0.98 * planted, $"{named} of {planted}: {string.Join("; ", missed)}");
        Assert.True(planted > 200);

        void Plant(string type, int tonic, string written, string code)
        {
            // Keys of more than seven signs are nobody's exercise.
            var fifths = type == "major" ? tonic : tonic - 3;
            if (Math.Abs(fifths) > 7 || written.Contains("###", StringComparison.Ordinal))
                return;
            planted++;
            var style = HouseStyle.Classical;
            var item = new SetItem(
                1,
                1,
                "",
                "A",
                null,
                "",
                "",
                [],
                [],
                8,
                1,
                Sample.Asked(type, Name(tonic), clef: null),
                new AskedQuestion
                {
                    Lines = [],
                    Text = "",
                    Scale = new AskedLine(ScaleTypes.Get(type), NoteText.Parse(Name(tonic)), Direction.Ascending),
                }
            );
            var marking = Marker.Mark(item, style, new Decision.Written(written));
            if (marking.Findings.Any(finding => FileWords.Of(finding.Code) == code))
                named++;
            else
                missed.Add(
                    $"{Name(tonic)} {type} “{written}”: {string.Join(", ", marking.Findings.Select(finding => FileWords.Of(finding.Code)))} for {code}"
                );
        }
    }

    [Fact]
    public void Versions_are_called_unlike_only_beyond_chance()
    {
        double[] hard = [.. Enumerable.Range(0, 12).Select(i => 0.4 + (0.01 * i))],
            easy = [.. Enumerable.Range(0, 12).Select(i => 0.7 + (0.01 * i))],
            mixed = [.. hard.Where((_, i) => i % 2 == 0), .. easy.Where((_, i) => i % 2 == 0)],
            other = [.. hard.Where((_, i) => i % 2 == 1), .. easy.Where((_, i) => i % 2 == 1)];
        Assert.True(Outcome.ByChance([.. hard], [.. easy]) < 0.001);
        Assert.True(Outcome.ByChance([.. mixed], [.. other]) > 0.5);
        Assert.Null(Outcome.ByChance([.. hard[..7]], [.. easy]));
    }

    [Fact]
    public void What_happened_counts_answers_mistakes_and_their_makers()
    {
        var item = new SetItem(
            1,
            1,
            "Write",
            "A",
            null,
            "",
            "",
            [],
            [],
            4,
            1,
            Sample.Asked("major", "C", clef: null),
            new AskedQuestion { Lines = [], Text = "" }
        );
        Marking Wrong(string code) => new(MarkedAs.Wrong, 3, 4, [new MarkedFinding(Sample.Mistake(code), 1, "", "", "said")]);
        var outcome = Outcome.Of([
            ("Mira", [item], new Dictionary<int, Marking> { [1] = Wrong("missing-note") }),
            ("Bo", [item], new Dictionary<int, Marking> { [1] = new(MarkedAs.Correct, 4, 4, []) }),
            ("Ida", [item], new Dictionary<int, Marking> { [1] = Wrong("missing-note") }),
            ("Tom", [item], new Dictionary<int, Marking>()),
        ]);
        var question = Assert.Single(outcome.Questions);
        Assert.Equal((3, 1, 2), (question.Answers, question.Right, question.Lost));
        Assert.Equal((FindingCode.MissingNote, 2), (outcome.Mistakes.Single().Code, outcome.Mistakes.Single().Count));
        Assert.Equal(["Ida", "Mira"], outcome.Mistakes.Single().Students.Select(made => made.Student));
        Assert.Equal(3, Assert.Single(outcome.Versions).Students);
    }
}
