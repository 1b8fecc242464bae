namespace DeftStride.Core.Training.Planning;

/// <summary>A visit of a client as it stands in the calendar.</summary>
/// <param name="Id">Which.</param>
/// <param name="Day">The studio's own day.</param>
/// <param name="At">By the studio's own clock.</param>
/// <param name="Settled">Whether it was begun, done or logged: it stays where it is.</param>
public sealed record VisitDay(Guid Id, DateOnly Day, TimeOnly At, bool Settled);

/// <summary>A visit that goes to another day.</summary>
/// <param name="Id">Which.</param>
/// <param name="From">From which day.</param>
/// <param name="Day">To which.</param>
/// <param name="At">When, by the studio's own clock.</param>
public sealed record VisitMove(Guid Id, DateOnly From, DateOnly Day, TimeOnly At);

/// <summary>
/// What becomes of visits that were missed: they move, and never pile up. One goes to a free day of this week with a day's rest on either side,
/// as long as the week holds no more visits than the block has days. Where there is none it takes the place of the next visit and all
/// that follow move on by one, so that nothing is left out and no day holds two; the block then ends later.
/// </summary>
public static class MissedVisits
{
    /// <summary>Visits that were planned for a day that is over, and did not happen.</summary>
    /// <returns>In order of time; empty where none was missed.</returns>
    public static IReadOnlyList<VisitDay> Of(IEnumerable<VisitDay> visits, DateOnly today) =>
        [.. visits.Where(v => !v.Settled && v.Day < today).OrderBy(v => v.Day)];

    /// <summary>Where every visit goes that has to move. Pure: the same visits give the same moves.</summary>
    /// <param name="block">The block they belong to.</param>
    /// <param name="visits">All visits of the client in it, and beside it in the same weeks.</param>
    /// <param name="today">The studio's own day.</param>
    /// <param name="open">Whether the studio is open on a day.</param>
    /// <returns>From which day to which; empty where none was missed.</returns>
    public static IReadOnlyList<VisitMove> Moves(
        Block block,
        IReadOnlyCollection<VisitDay> visits,
        DateOnly today,
        Func<DateOnly, bool> open
    )
    {
        ArgumentNullException.ThrowIfNull(block);
        ArgumentNullException.ThrowIfNull(visits);
        ArgumentNullException.ThrowIfNull(open);
        var missed = Of(visits, today);
        var kept = visits.Except(missed).ToList();
        var at = visits.ToDictionary(v => v.Id);
        // The latest first: whatever an earlier one takes the place of is later than it, so the order stays.
        foreach (var visit in missed.Reverse())
        {
            var free = Enumerable
                .Range(0, DaysLeft(today) + 1)
                .Select(today.AddDays)
                .Where(open)
                .Where(d => kept.All(v => Math.Abs(v.Day.DayNumber - d.DayNumber) > 1))
                .Where(d => kept.Count(v => Monday(v.Day) == Monday(d)) < block.Days.Count)
                .Select(d => (DateOnly?)d)
                .FirstOrDefault();
            if (free is { } day)
            {
                kept.Add(visit with { Day = day });
                continue;
            }

            // It takes the next one's place, that one the next, and the last a new day behind the block.
            var holding = visit;
            foreach (var next in kept.Where(v => !v.Settled && v.Day >= today).OrderBy(v => v.Day).ToArray())
            {
                kept.Remove(next);
                kept.Add(holding with { Day = next.Day, At = next.At });
                holding = next;
            }

            var last = kept.Count == 0 ? today.AddDays(-1) : kept.Max(v => v.Day);
            var end = block.After(last < today ? today.AddDays(-1) : last);
            while (kept.Count(v => Monday(v.Day) == Monday(end.Day)) >= block.Days.Count)
                end = block.After(end.Day);
            kept.Add(holding with { Day = end.Day, At = end.At });
        }

        return
        [
            .. kept.Where(v => at[v.Id].Day != v.Day || at[v.Id].At != v.At)
                .Select(v => new VisitMove(v.Id, at[v.Id].Day, v.Day, v.At))
                .OrderBy(m => m.Day),
        ];
    }

    /// <summary>The Monday of a day's week.</summary>
    /// <returns>The day itself for a Monday.</returns>
    public static DateOnly Monday(DateOnly day) => day.AddDays(-(((int)day.DayOfWeek + 6) % 7));

    private static int DaysLeft(DateOnly today) => Monday(today).AddDays(6).DayNumber - today.DayNumber;
}
