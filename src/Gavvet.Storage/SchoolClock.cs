namespace Gavvet.Storage;

/// <summary>
/// The clock of the school: its days begin at midnight where the school is, wherever the server stands. Everything that asks
/// for a day asks this clock.
/// </summary>
/// <param name="inner">The clock that runs.</param>
public sealed class SchoolClock(TimeProvider inner) : TimeProvider
{
    private volatile TimeZoneInfo? _zone;

    /// <summary>The zone that was chosen; the server's own where none was.</summary>
    public override TimeZoneInfo LocalTimeZone => _zone ?? inner.LocalTimeZone;

    public override long TimestampFrequency => inner.TimestampFrequency;

    /// <summary>The name of the zone that was chosen, or null for the server's own.</summary>
    public string? Chosen => _zone?.Id;

    /// <summary>The zones there are, by name.</summary>
    public static IReadOnlyList<TimeZoneInfo> Zones { get; } =
    [.. TimeZoneInfo.GetSystemTimeZones().OrderBy(zone => zone.Id, StringComparer.Ordinal)];

    public override DateTimeOffset GetUtcNow() => inner.GetUtcNow();

    public override long GetTimestamp() => inner.GetTimestamp();

    public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) =>
        inner.CreateTimer(callback, state, dueTime, period);

    /// <summary>Reads the zone that was chosen; one this machine does not know is the server's own.</summary>
    /// <param name="settings">Where it is kept.</param>
    public async Task ReadAsync(DeskSettings settings) => _zone = Find(await settings.FindAsync(SettingNames.TimeZone));

    /// <summary>Chooses a zone.</summary>
    /// <param name="settings">Where it is kept.</param>
    /// <param name="zone">Its name, or empty for the server's own.</param>
    /// <exception cref="FormatException">There is no such zone here.</exception>
    public async Task ChooseAsync(DeskSettings settings, string zone)
    {
        var found = Find(zone);
        if (zone.Length > 0 && found is null)
            throw new FormatException(StorageTexts.Say("zone.none"));
        await settings.SetAsync(SettingNames.TimeZone, zone);
        _zone = found;
    }

    private static TimeZoneInfo? Find(string? zone) => string.IsNullOrEmpty(zone) ? null : Zones.FirstOrDefault(known => known.Id == zone);
}

/// <summary>Times as a clock's own zone has them.</summary>
public static class ClockTimes
{
    /// <summary>A moment as the clocks of the zone show it.</summary>
    /// <param name="clock">The clock.</param>
    /// <param name="moment">The moment.</param>
    public static DateTimeOffset Local(this TimeProvider clock, DateTimeOffset moment) =>
        TimeZoneInfo.ConvertTime(moment, clock.LocalTimeZone);

    /// <summary>The day of a moment.</summary>
    /// <param name="clock">The clock.</param>
    /// <param name="moment">The moment.</param>
    public static DateOnly DayOf(this TimeProvider clock, DateTimeOffset moment) => DateOnly.FromDateTime(clock.Local(moment).DateTime);

    /// <summary>Today.</summary>
    /// <param name="clock">The clock.</param>
    public static DateOnly Today(this TimeProvider clock) => clock.DayOf(clock.GetUtcNow());
}
