using Gavvet.Teaching.Practice;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>What a practice came to, for who practiced: what is secure and what is not yet. Nothing is counted up.</summary>
/// <param name="Left">Questions that are still open.</param>
/// <param name="Secure">What was right at the first try.</param>
/// <param name="ToGoOn">What was not.</param>
/// <param name="More">The question three more of are to be had, or null.</param>
/// <param name="Language">The language the sheet speaks.</param>
internal sealed record EndView(int Left, IReadOnlyList<string> Secure, IReadOnlyList<string> ToGoOn, string? More, string Language)
{
    /// <summary>The end of a practice.</summary>
    /// <param name="sitting">Who practiced.</param>
    public static EndView Of(Sitting sitting)
    {
        var walk = sitting.Walk;
        var rules = sitting.Practice.Rules;
        var over = walk
            .Order.Where(id => walk.Of(id).IsOver(rules))
            .ToLookup(id => walk.Of(id).IsRightAlone, id => Name(walk.Paper.Find(id)!));
        return new EndView(
            walk.Order.Count(id => !walk.Of(id).IsOver(rules)),
            [.. over[true].Distinct()],
            [.. over[false].Distinct()],
            rules.Shown == Shown.AtOnce ? walk.Worst : null,
            walk.Paper.Language.Tag
        );
    }

    // A prompt names the scale; where there is none the section says what was asked.
    private static string Name(PracticeQuestion question) =>
        question.Posed.Prompt.Length > 0 ? $"{question.Section.Heading}: {question.Posed.Prompt}" : question.Section.Heading;
}
