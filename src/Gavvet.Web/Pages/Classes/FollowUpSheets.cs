using System.Collections.Immutable;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Classes;

/// <summary>Follow-ups just made, each with its sheet on the desk, and what is to be said of them.</summary>
/// <param name="Made">The follow-ups.</param>
/// <param name="Words">What is to be said, or null.</param>
public sealed record MadeFollowUps(ImmutableArray<(FollowUp Drawn, string SheetId)> Made, string? Words)
{
    /// <summary>None were asked for.</summary>
    public static MadeFollowUps None { get; } = new([], null);
}

/// <summary>Makes follow-ups as ordinary sheets.</summary>
internal sealed class FollowUpSheets(SheetStore sheets, HeavyWork heavy)
{
    private const int MostGroups = 40;

    /// <summary>Draws for all together, for groups of like misses, or for each student, and puts the sheets on the desk. No name stands
    /// in a title.</summary>
    /// <param name="draw">The draw; null where nothing was marked.</param>
    /// <param name="title">What the sheets are called.</param>
    /// <param name="groups">How many groups at most; null for one sheet for all.</param>
    /// <param name="context">Who asks.</param>
    public async Task<MadeFollowUps> MakeAsync(FollowUpDraw? draw, string title, int? groups, HttpContext context)
    {
        if (groups is < 1 or > MostGroups)
            groups = null;
        ImmutableArray<FollowUp> drawn = draw is null
            ? []
            : await heavy.RunAsync(Lane.Short, Person.Of(context), _ => draw.All(title, groups), context.RequestAborted);
        var made = ImmutableArray.CreateBuilder<(FollowUp, string)>();
        foreach (var one in drawn)
            made.Add((one, (await sheets.CreateAsync(one.Sheet)).Id));
        return new MadeFollowUps(made.ToImmutable(), made.Count == 0 ? Say("Nothing was missed, so there is nothing to follow up.") : null);
    }
}
