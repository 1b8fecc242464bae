using System.Globalization;

namespace DeftStride.Web.Hosting;

/// <summary>When the studio was saved last, for every screen that says so.</summary>
internal sealed class BackupStanding(TimeProvider clock)
{
    /// <summary>Older than this, and whoever is on the floor is told.</summary>
    public static readonly TimeSpan Late = TimeSpan.FromDays(2);

    private readonly DateTimeOffset _since = clock.GetUtcNow();

    /// <summary>When the last good one was taken; null for none.</summary>
    public DateTimeOffset? Last { get; set; }

    /// <summary>What the floor says, or null when all is well.</summary>
    public string? Warning(TimeZoneInfo zone)
    {
        // A backup from a day to come is one from before the clock was set right.
        if (clock.GetUtcNow() - (Last ?? _since) <= Late)
            return null;
        return Last is { } last
            ? $"The last backup is of {TimeZoneInfo.ConvertTime(last, zone).ToString("d MMMM", CultureInfo.InvariantCulture)}. What was entered since lies on one disk only."
            : "There is no backup yet. Everything here lies on one disk only.";
    }
}
