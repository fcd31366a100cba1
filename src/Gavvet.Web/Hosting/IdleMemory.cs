using System.Runtime.InteropServices;
using Gavvet.Storage;

namespace Gavvet.Web.Hosting;

/// <summary>
/// Gives memory back to the machine once nobody has asked for anything for a while: what was kept for the next edit,
/// and what lies between objects. A teacher's server stands idle most of the day beside other programs.
/// </summary>
internal sealed class IdleMemory(TimeProvider clock) : BackgroundService
{
    // A teacher who looks at what she typed is still at work; the next edit after it must not pay for this.
    internal static readonly TimeSpan Quiet = TimeSpan.FromSeconds(15);
    private static readonly TimeSpan Between = TimeSpan.FromSeconds(5);

    private long _asked;
    private long _given;

    /// <summary>Notes that somebody asks for something now.</summary>
    public void Asked() => Volatile.Write(ref _asked, clock.GetTimestamp());

    /// <summary>Gives memory back where it is quiet, and somebody asked for something since the last time.</summary>
    /// <returns>Whether it did.</returns>
    internal bool Look()
    {
        var asked = Volatile.Read(ref _asked);
        if (asked == _given || clock.GetElapsedTime(asked) < Quiet)
            return false;
        _given = asked;
        GiveBack();
        return true;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Between, clock);
        while (await timer.WaitForNextTickAsync(stoppingToken))
            Look();
    }

    private static void GiveBack()
    {
        DatabaseEngine.CloseKept();
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
        try
        {
            _ = TrimNativeHeap(0);
        }
        catch (EntryPointNotFoundException)
        {
            // Another C library than glibc gives back by itself.
        }
    }

    [DllImport("libc", EntryPoint = "malloc_trim")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int TrimNativeHeap(nuint kept);
}
