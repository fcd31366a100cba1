using Gavvet.Teaching;

namespace Gavvet.Storage.Tests;

/// <summary>Plans of classes: kept whole, and of two windows neither saves over the other.</summary>
public sealed class PlanStoreTests : OnFolder
{
    private static readonly ClassPlan Term = new("exam-course", new DateOnly(2026, 9, 7), [DayOfWeek.Monday], 12);

    [Fact]
    public async Task Of_two_windows_the_second_is_told_of_the_first()
    {
        var plans = new PlanStore(Data);
        Assert.Null(await plans.FindAsync("a"));
        Assert.True(await plans.SaveAsync("a", Term, PlanStore.NoPlan));
        Assert.False(await plans.SaveAsync("a", Term with { Lessons = 3 }, PlanStore.NoPlan));
        var seen = (await plans.FindAsync("a"))!.Stamp;
        Assert.True(await plans.SaveAsync("a", Term with { Lessons = 9 }, seen));
        Assert.False(await plans.SaveAsync("a", Term with { Lessons = 4 }, seen));
        Assert.Equal(9, (await plans.FindAsync("a"))!.Plan!.Lessons);
        Assert.True(await plans.SaveAsync("b", Term, null));
        Assert.Equal(
            [("a", 9), ("b", 12)],
            (await plans.ListAsync()).OrderBy(plan => plan.Key).Select(plan => (plan.Key, plan.Value.Lessons))
        );
    }

    [Fact]
    public async Task A_plan_that_cannot_be_read_is_said_to_be_there()
    {
        await new DeskSettings(Data).SetAsync(DeskSettings.PlanOf("a"), "{}");
        var plans = new PlanStore(Data);
        var kept = (await plans.FindAsync("a"))!;
        Assert.Null(kept.Plan);
        Assert.Empty(await plans.ListAsync());
        Assert.True(await plans.SaveAsync("a", Term, kept.Stamp));
        Assert.Equal(12, (await plans.FindAsync("a"))!.Plan!.Lessons);
    }

    [Fact]
    public async Task The_last_change_is_taken_back_and_made_once_more_where_no_other_came_between()
    {
        var plans = new PlanStore(Data);
        Assert.False(await plans.CanUndoAsync("a"));
        Assert.True(await plans.SaveAsync("a", Term, null));
        Assert.False(await plans.CanUndoAsync("a"));
        Assert.False(await plans.UndoAsync("a", null));
        Assert.True(await plans.SaveAsync("a", Term with { Lessons = 9 }, null));
        Assert.True(await plans.CanUndoAsync("a"));
        var shown = (await plans.FindAsync("a"))!.Stamp;
        Assert.True(await plans.SaveAsync("a", Term with { Lessons = 8 }, null));
        Assert.False(await plans.UndoAsync("a", shown));
        Assert.True(await plans.UndoAsync("a", (await plans.FindAsync("a"))!.Stamp));
        Assert.Equal(9, (await plans.FindAsync("a"))!.Plan!.Lessons);
        Assert.True(await plans.UndoAsync("a", null));
        Assert.Equal(8, (await plans.FindAsync("a"))!.Plan!.Lessons);
        Assert.Single(await plans.ListAsync());
    }
}
