using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching;

/// <summary>How one question of a version went.</summary>
/// <param name="Version">The version.</param>
/// <param name="Item">The question as it was set.</param>
/// <param name="Answers">How many answers are marked.</param>
/// <param name="Right">How many are right.</param>
/// <param name="Lost">Marks lost in all of them.</param>
/// <param name="Findings">The mistakes by name with how often each, the most frequent first.</param>
public sealed record QuestionOutcome(
    string Version,
    SetItem Item,
    int Answers,
    int Right,
    double Lost,
    ImmutableArray<(FindingCode Code, int Count)> Findings
);

/// <summary>A mistake and who made it.</summary>
/// <param name="Code">The mistake.</param>
/// <param name="Students">Who, each once, with how often; the most frequent first.</param>
public sealed record MistakeMakers(FindingCode Code, ImmutableArray<(string Student, int Count)> Students)
{
    /// <summary>How often in all.</summary>
    public int Count => Students.Sum(student => student.Count);
}

/// <summary>How a version went.</summary>
/// <param name="Version">The version.</param>
/// <param name="Students">How many students had it and are marked whole.</param>
/// <param name="Load">Its load.</param>
/// <param name="Shares">The share of its marks each of them earned.</param>
public sealed record VersionOutcome(string Version, int Students, int Load, ImmutableArray<double> Shares);

/// <summary>What happened on a printing: question by question, mistake by mistake, version beside version.</summary>
/// <param name="Questions">The questions, version by version.</param>
/// <param name="Mistakes">The mistakes, the most frequent first.</param>
/// <param name="Versions">The versions.</param>
public sealed record Outcome(
    ImmutableArray<QuestionOutcome> Questions,
    ImmutableArray<MistakeMakers> Mistakes,
    ImmutableArray<VersionOutcome> Versions
)
{
    /// <summary>What happened.</summary>
    /// <param name="papers">Each paper with its items, what it is called, and the marking of each item that has one.</param>
    public static Outcome Of(
        IReadOnlyList<(string Student, ImmutableArray<SetItem> Items, IReadOnlyDictionary<int, Marking> Markings)> papers
    )
    {
        var answers = papers
            .SelectMany(
                paper => paper.Items.Where(item => paper.Markings.ContainsKey(item.Number)),
                (paper, item) => (paper.Student, Item: item, Marking: paper.Markings[item.Number])
            )
            .ToArray();
        return new Outcome(
            [
                .. answers
                    .GroupBy(answer => (answer.Item.Version, answer.Item.Number))
                    .OrderBy(group => group.Key.Version, StringComparer.Ordinal)
                    .ThenBy(group => group.Key.Number)
                    .Select(group => new QuestionOutcome(
                        group.Key.Version,
                        group.First().Item,
                        group.Count(),
                        group.Count(answer => answer.Marking.IsRight),
                        group.Sum(answer => answer.Marking.Of - answer.Marking.Marks),
                        Named(group.Select(answer => answer.Marking))
                    )),
            ],
            [
                .. answers
                    .SelectMany(answer => answer.Marking.Findings.Select(finding => (finding.Code, answer.Student)))
                    .GroupBy(made => made.Code)
                    .Select(group => new MistakeMakers(
                        group.Key,
                        [
                            .. group
                                .GroupBy(made => made.Student)
                                .Select(own => (own.Key, own.Count()))
                                .OrderByDescending(own => own.Item2)
                                .ThenBy(own => own.Key, StringComparer.CurrentCulture),
                        ]
                    ))
                    .OrderByDescending(mistake => mistake.Count)
                    .ThenBy(mistake => FileWords.Of(mistake.Code), StringComparer.Ordinal),
            ],
            [
                .. papers
                    .Where(paper => paper.Items.Length > 0 && paper.Items.All(item => paper.Markings.ContainsKey(item.Number)))
                    .GroupBy(paper => paper.Items[0].Version)
                    .OrderBy(group => group.Key, StringComparer.Ordinal)
                    .Select(group => new VersionOutcome(
                        group.Key,
                        group.Count(),
                        group.First().Items.Sum(item => item.Load),
                        [
                            .. group.Select(paper =>
                                (double)paper.Markings.Values.Sum(marking => marking.Marks)
                                / Math.Max(1, paper.Items.Sum(item => item.Marks))
                            ),
                        ]
                    )),
            ]
        );
    }

    // What falls out so by chance once in twenty times is no chance; common practice, no source.
    private const double ByChanceAtMost = 0.05;

    /// <summary>The pair of versions of which one was harder beyond chance, the surest first; null where none was.</summary>
    public (VersionOutcome Harder, VersionOutcome Easier)? Unfair
    {
        get
        {
            var pairs = Versions.SelectMany(
                (first, i) =>
                    Versions.Skip(i + 1).Select(second => (First: first, Second: second, Chance: ByChance(first.Shares, second.Shares)))
            );
            var sure = pairs.Where(pair => pair.Chance < ByChanceAtMost).OrderBy(pair => pair.Chance).ToArray();
            return sure.Length == 0 ? null
                : sure[0].First.Shares.Average() < sure[0].Second.Shares.Average() ? (sure[0].First, sure[0].Second)
                : (sure[0].Second, sure[0].First);
        }
    }

    /// <summary>
    /// Whether one version was harder than another beyond chance: how likely a difference of means as large or larger would
    /// be if the same shares had fallen to the students by lot (a permutation test; 20,000 lots, the same each time).
    /// </summary>
    /// <param name="first">The shares of one version.</param>
    /// <param name="second">Those of the other.</param>
    /// <returns>A share of all ways from 0 to 1; null where a version has fewer than eight students.</returns>
    public static double? ByChance(ImmutableArray<double> first, ImmutableArray<double> second)
    {
        const int fewest = 8,
            draws = 20_000;
        if (first.Length < fewest || second.Length < fewest)
            return null;
        double[] all = [.. first, .. second];
        var (total, seen) = (all.Sum(), Math.Abs(first.Average() - second.Average()));
        var (asLarge, lot) = (0, 0UL);
        for (var draw = 0; draw < draws; draw++)
        {
            var sum = 0.0;
            for (var i = 0; i < first.Length; i++)
            {
                var other = i + (int)(SplitMix64.At(draws, lot++) % (ulong)(all.Length - i));
                (all[i], all[other]) = (all[other], all[i]);
                sum += all[i];
            }

            // Shares are fractions, so two equal differences may come out a hair apart.
            if (Math.Abs((sum / first.Length) - ((total - sum) / second.Length)) >= seen - 1e-9)
                asLarge++;
        }

        return (asLarge + 1.0) / (draws + 1);
    }

    private static ImmutableArray<(FindingCode Code, int Count)> Named(IEnumerable<Marking> markings) =>
        [
            .. markings
                .SelectMany(marking => marking.Findings)
                .GroupBy(finding => finding.Code)
                .Select(group => (group.Key, group.Count()))
                .OrderByDescending(code => code.Item2)
                .ThenBy(code => FileWords.Of(code.Key), StringComparer.Ordinal),
        ];
}
