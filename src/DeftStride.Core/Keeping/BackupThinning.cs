namespace DeftStride.Core.Keeping;

/// <summary>A good backup: its name and when it was taken.</summary>
/// <param name="Name">What it is called; each once.</param>
/// <param name="At">When it was taken, by the clock of the machine at that time.</param>
/// <param name="BeforeUpgrade">Whether it was taken before a new version changed the form of what is kept.</param>
public readonly record struct TakenBackup(string Name, DateTimeOffset At, bool BeforeUpgrade = false);

/// <summary>
/// Which backups stay: the newest of each of the last seven days, four weeks and twelve months <em>on which there is one</em>.
/// Counted by what is there and not by today, so that neither a clock that is a year off nor a studio that was shut for a summer
/// takes anything away.
/// </summary>
/// <remarks>A rule of the house. Days, weeks (from Monday) and months are those of UTC.</remarks>
public static class BackupThinning
{
    /// <summary>Days with a backup of which one stays.</summary>
    public const int Days = 7;

    /// <summary>Weeks with a backup of which one stays.</summary>
    public const int Weeks = 4;

    /// <summary>Months with a backup of which one stays.</summary>
    public const int Months = 12;

    /// <summary>Backups from before an upgrade that stay whatever else there is: whoever goes back a version needs the last one.</summary>
    public const int Upgrades = 2;

    private const int LongestDays = 800;

    /// <summary>The names of those that stay. The newest always does.</summary>
    /// <returns>Of the names given; empty for none.</returns>
    public static IReadOnlySet<string> Kept(IEnumerable<TakenBackup> backups)
    {
        ArgumentNullException.ThrowIfNull(backups);
        TakenBackup[] newestFirst =
        [
            .. backups.OrderByDescending(b => b.At).ThenByDescending(b => b.Name, StringComparer.Ordinal),
        ];
        IEnumerable<string> NewestOfEach(int most, Func<DateOnly, DateOnly> begins) =>
            newestFirst.DistinctBy(b => begins(DateOnly.FromDateTime(b.At.UtcDateTime))).Take(most).Select(b => b.Name);
        return NewestOfEach(Days, day => day)
            .Concat(NewestOfEach(Weeks, WeekOf))
            .Concat(NewestOfEach(Months, day => new DateOnly(day.Year, day.Month, 1)))
            .Concat(newestFirst.Where(b => b.BeforeUpgrade).Take(Upgrades).Select(b => b.Name))
            .ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>
    /// When a backup goes, if from <paramref name="today"/> on one is taken every day: an estimate that an earlier or later backup moves.
    /// </summary>
    /// <returns>Null where nothing takes it away (one from before an upgrade, until later upgrades come).</returns>
    /// <exception cref="ArgumentException">There is no such backup.</exception>
    public static DateOnly? Goes(IReadOnlyCollection<TakenBackup> backups, string name, DateOnly today)
    {
        ArgumentNullException.ThrowIfNull(backups);
        if (backups.All(b => b.Name != name))
            throw new ArgumentException("There is no backup of this name.", nameof(name));
        var now = backups.ToList();
        for (var day = 0; day <= LongestDays; day++)
        {
            var on = today.AddDays(day);
            if (day > 0)
                now.Add(
                    new TakenBackup(
                        $"+{day:D4}",
                        new DateTimeOffset(on.ToDateTime(new TimeOnly(23, 59)), TimeSpan.Zero)
                    )
                );
            var kept = Kept(now);
            if (!kept.Contains(name))
                return on;
            // What went on the way never comes back.
            now.RemoveAll(b => !kept.Contains(b.Name));
        }

        return null;
    }

    private static DateOnly WeekOf(DateOnly day) => day.AddDays(-(((int)day.DayOfWeek + 6) % 7));
}
