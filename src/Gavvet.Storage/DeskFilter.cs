using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Storage;

/// <summary>What the desk's filter looks in: the words of a sheet, plainly written.</summary>
public static class DeskFilter
{
    /// <summary>The title, the headings, the scales with their tonics and the code of a sheet.</summary>
    public static string Of(Sheet sheet)
    {
        var words = sheet.Sections.SelectMany(section =>
            section
                .Scales.SelectMany(type => section.Keys.Select(place => $"{Scope.TonicAt(type, place)} {type.Name}"))
                .Append(section.Title)
                .Append(QuestionCatalogue.Standard.Get(section.KindId).Name)
        );
        return Plain(string.Join('\n', words.Prepend(sheet.Code).Prepend(sheet.Title).Distinct()));
    }

    /// <summary>Words a filter looks for at most; each costs a look through every sheet.</summary>
    public const int MostTerms = 12;

    /// <summary>Characters of a word that are looked for at most.</summary>
    public const int LongestTerm = 60;

    // A name may mean several scales; the first of them that is on the desk is shown.
    private const int MostScales = 6;

    // What is typed beyond this is not even split.
    private const int LongestFilter = 1_000;

    /// <summary>The words of a filter, each to be found: a dozen at most.</summary>
    public static string[] Terms(string? filter) => [.. All(filter).Take(MostTerms)];

    /// <summary>The ways a filter can be read: its words as they stand, and the scale it means, whichever way that is typed.</summary>
    /// <param name="filter">What was typed.</param>
    public static IEnumerable<string[]> Readings(string? filter)
    {
        yield return Terms(filter);
        if (string.IsNullOrWhiteSpace(filter) || filter.Length > ScaleSearch.LongestText)
            yield break;
        foreach (var match in ScaleSearch.Find(filter, HouseStyle.Classical).Where(match => match.Why is null).Take(MostScales))
            yield return [Plain(match.Tonic is { } tonic ? $"{tonic} {match.Type.Name}" : match.Type.Name)];
    }

    /// <summary>Whether a filter has more words than are looked for.</summary>
    public static bool LeavesOut(string? filter) => filter is { Length: > LongestFilter } || All(filter).Skip(MostTerms).Any();

    private static IEnumerable<string> All(string? filter) =>
        Plain(filter is { Length: > LongestFilter } ? filter[..LongestFilter] : filter ?? "")
            .Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(term => term.Length > LongestTerm ? term[..LongestTerm] : term)
            .Distinct();

    // As a teacher types them: small letters, b and # for the signs.
    internal static string Plain(string text) => text.ToLowerInvariant().Replace('♭', 'b').Replace('♯', '#');
}
