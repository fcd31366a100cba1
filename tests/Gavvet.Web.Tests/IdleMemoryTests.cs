using Gavvet.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

public sealed class IdleMemoryTests
{
    [Fact]
    public void Memory_is_given_back_once_after_a_quiet_while_and_not_between_edits()
    {
        var clock = new SetClock();
        using var memory = new IdleMemory(clock);
        bool After(TimeSpan time)
        {
            clock.Pass(time);
            return memory.Look();
        }

        // Nobody has come yet.
        Assert.False(After(4 * IdleMemory.Quiet));
        for (var edit = 0; edit < 5; edit++)
        {
            memory.Asked();
            Assert.False(After(0.9 * IdleMemory.Quiet));
        }

        Assert.True(After(0.1 * IdleMemory.Quiet));
        Assert.False(After(4 * IdleMemory.Quiet));
        memory.Asked();
        Assert.True(After(IdleMemory.Quiet));
    }

    [Fact]
    public async Task A_request_of_any_kind_counts_as_asking()
    {
        var clock = new SetClock();
        await using var visitor = await Visitor.ArriveAsync(builder => builder.Services.AddSingleton<TimeProvider>(clock));
        var memory = visitor.Services.GetRequiredService<IdleMemory>();
        await visitor.GetAsync("/no-such-page");
        clock.Pass(IdleMemory.Quiet);
        Assert.True(memory.Look());
        Assert.False(memory.Look());
    }
}
