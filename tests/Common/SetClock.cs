namespace Gavvet.Tests.Common;

/// <summary>A clock the test moves.</summary>
public sealed class SetClock : TimeProvider
{
    private DateTimeOffset _now = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);

    public override long TimestampFrequency => TimeSpan.TicksPerSecond;

    public override DateTimeOffset GetUtcNow() => _now;

    public override long GetTimestamp() => _now.UtcTicks;

    public void Pass(TimeSpan time) => _now += time;
}
