using System.Globalization;

namespace DeftStride.Browser;

/// <summary>
/// The real clock in a zone where it is late morning now: a run that goes on past midnight keeps its day, and the made-up people
/// who trained a while ago trained today.
/// </summary>
public static class LateMorning
{
    private static readonly int Ahead = 11 - DateTime.UtcNow.Hour;

    /// <summary>The day that the servers of this run take it to be.</summary>
    public static DateOnly Today => DateOnly.FromDateTime(DateTime.UtcNow.AddHours(Ahead));

    /// <summary>The zone's name. The names of these zones count the other way.</summary>
    public static string Zone => Ahead == 0 ? "Etc/UTC" : $"Etc/GMT{-Ahead:+0;-0}";

    /// <summary>A clock for a server inside this process, one that runs on from a given moment in UTC, or the real one in this zone.</summary>
    public static TimeProvider Clock(string? start) =>
        start is null ? Real : new Kept(DateTimeOffset.Parse(start, CultureInfo.InvariantCulture), TimeZoneInfo.Utc);

    private static readonly TimeProvider Real = new Kept(
        DateTimeOffset.UtcNow,
        TimeZoneInfo.FindSystemTimeZoneById(Zone)
    );

    private sealed class Kept(DateTimeOffset start, TimeZoneInfo zone) : TimeProvider
    {
        private readonly long _begun = System.GetTimestamp();

        public override TimeZoneInfo LocalTimeZone => zone;

        public override DateTimeOffset GetUtcNow() => start + System.GetElapsedTime(_begun);
    }
}
