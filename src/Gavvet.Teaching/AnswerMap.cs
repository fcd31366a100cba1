using System.Collections.Immutable;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Teaching;

/// <summary>What a place of the map shows.</summary>
public enum MapState
{
    /// <summary>Nobody has marked it.</summary>
    Unmarked,

    /// <summary>All of it is right.</summary>
    Right,

    /// <summary>Some of its marks were earned.</summary>
    Partly,

    /// <summary>None of its marks were earned.</summary>
    Wrong,

    /// <summary>Nothing was written.</summary>
    Empty,
}

/// <summary>A paper of which a map is made.</summary>
/// <param name="Number">Which paper.</param>
/// <param name="Student">What it is called.</param>
/// <param name="Items">Its items, in order.</param>
/// <param name="Markings">The marking of each item that has one, by number.</param>
/// <param name="Total">The marks entered for the whole paper, or null.</param>
public sealed record MapPaper(
    int Number,
    string Student,
    ImmutableArray<SetItem> Items,
    IReadOnlyDictionary<int, Marking> Markings,
    double? Total = null
);

/// <summary>An answer in the map.</summary>
/// <param name="Item">The item's number.</param>
/// <param name="State">What became of it.</param>
/// <param name="Mistake">Its first mistake with a name, or null.</param>
/// <param name="Letter">The letter of that mistake, or null where it has none.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there are.</param>
public sealed record MapAnswer(int Item, MapState State, FindingCode? Mistake, char? Letter, double Marks, int Of);

/// <summary>A student's row of the map.</summary>
/// <param name="Paper">Which paper.</param>
/// <param name="Student">What it is called.</param>
/// <param name="Version">Its version.</param>
/// <param name="Marks">Marks earned.</param>
/// <param name="Of">Marks there are.</param>
/// <param name="Answers">The answers by the item's number.</param>
public sealed record MapRow(int Paper, string Student, string Version, double Marks, int Of, IReadOnlyDictionary<int, MapAnswer> Answers)
{
    /// <summary>Whether anything of it is marked.</summary>
    public bool IsMarked { get; init; }
}

/// <summary>Students by questions: who wrote what, at one sight.</summary>
/// <param name="Items">The items' numbers, in the order of the columns.</param>
/// <param name="Rows">The students.</param>
/// <param name="Letters">The mistakes that have a letter with how many answers show it, the most frequent first.</param>
public sealed record AnswerMap(
    ImmutableArray<int> Items,
    ImmutableArray<MapRow> Rows,
    ImmutableArray<(char Letter, FindingCode Code, int Count)> Letters
)
{
    // Letters that are no names of notes, and none that looks like a nought, a one or a cross.
    private const string Names = "KLMNPQRSTUVWYZ";

    /// <summary>The map of some papers.</summary>
    /// <param name="papers">The papers, in the order of their students.</param>
    /// <param name="fewestFirst">Whether those with the fewest marks come first; who is not marked comes last.</param>
    /// <param name="missedFirst">Whether the questions on which the most was lost come first.</param>
    public static AnswerMap Of(IReadOnlyList<MapPaper> papers, bool fewestFirst = false, bool missedFirst = false)
    {
        ImmutableArray<(char Letter, FindingCode Code, int Count)> letters =
        [
            .. papers
                .SelectMany(paper => paper.Markings.Values)
                .Select(FirstOf)
                .OfType<FindingCode>()
                .GroupBy(code => code)
                .OrderByDescending(group => group.Count())
                .ThenBy(group => FileWords.Of(group.Key), StringComparer.Ordinal)
                .Take(Names.Length)
                .Select((group, i) => (Names[i], group.Key, group.Count())),
        ];
        var letterOf = letters.ToDictionary(one => one.Code, one => one.Letter);
        var rows = papers.Select(paper => RowOf(paper, letterOf));
        var items = papers.SelectMany(paper => paper.Items.Select(item => item.Number)).Distinct();
        return new AnswerMap(
            [.. missedFirst ? items.OrderByDescending(item => LostOn(papers, item)).ThenBy(item => item) : items.Order()],
            [.. fewestFirst ? rows.OrderBy(row => !row.IsMarked).ThenBy(row => row.Marks / Math.Max(1, row.Of)) : rows],
            letters
        );
    }

    // The share of the marks of a question that was lost by those who are marked.
    private static double LostOn(IReadOnlyList<MapPaper> papers, int item)
    {
        Marking[] markings = [.. papers.Select(paper => paper.Markings.GetValueOrDefault(item)).OfType<Marking>()];
        return markings.Sum(marking => marking.Of - marking.Marks) / Math.Max(1, markings.Sum(marking => marking.Of));
    }

    private static MapRow RowOf(MapPaper paper, Dictionary<FindingCode, char> letterOf) =>
        new(
            paper.Number,
            paper.Student,
            paper.Items.IsEmpty ? "" : paper.Items[0].Version,
            paper.Total ?? paper.Markings.Values.Sum(marking => marking.Marks),
            paper.Items.Sum(item => item.Marks),
            paper.Items.ToDictionary(item => item.Number, item => AnswerOf(item, paper.Markings.GetValueOrDefault(item.Number), letterOf))
        )
        {
            IsMarked = paper.Markings.Count > 0 || paper.Total is not null,
        };

    private static MapAnswer AnswerOf(SetItem item, Marking? marking, Dictionary<FindingCode, char> letterOf)
    {
        if (marking is null)
            return new MapAnswer(item.Number, MapState.Unmarked, null, null, 0, item.Marks);
        var mistake = FirstOf(marking);
        return new MapAnswer(
            item.Number,
            marking.IsRight ? MapState.Right
                : marking.As == MarkedAs.Blank ? MapState.Empty
                : marking.Marks > 0 ? MapState.Partly
                : MapState.Wrong,
            mistake,
            mistake is { } code && letterOf.TryGetValue(code, out var letter) ? letter : null,
            marking.Marks,
            marking.Of
        );
    }

    // What is right may have a remark; that is no mistake.
    private static FindingCode? FirstOf(Marking marking) => marking.IsRight || marking.Findings.IsEmpty ? null : marking.Findings[0].Code;
}
