using DeftStride.Core.Practice;

namespace DeftStride.Core.Deciding;

/// <summary>Pain over sessions: when it is no longer the coach's to answer.</summary>
public static class PainCourse
{
    /// <summary>
    /// Why somebody else should look, in a few words, or null. Pain of <see cref="Pain.StopScore"/> or more on the second
    /// training day running; or above the limit on every day on which it was asked, for <see cref="Pain.ReferAfterDays"/>
    /// days or more, today included. Where it sits does not matter: a pain that moves is no reason for less care.
    /// </summary>
    /// <param name="earlier">The worst counted pain of earlier days, in any order; days from <paramref name="day"/> on are left out.</param>
    /// <param name="day">The studio's own day.</param>
    /// <param name="worst">The worst counted pain of that day, 0–10.</param>
    /// <param name="limit">The highest that is ordinary for this client.</param>
    /// <returns>A few words that follow "because"; null where nothing asks for it.</returns>
    public static string? Refers(IReadOnlyList<PainDay> earlier, DateOnly day, int worst, int limit)
    {
        ArgumentNullException.ThrowIfNull(earlier);
        var before = earlier.Where(p => p.Day < day).OrderByDescending(p => p.Day).ToArray();
        if (worst >= Pain.StopScore && before is [{ Worst: >= Pain.StopScore } last, ..])
            return $"pain {last.Worst} on {last.Day:d MMMM} and {worst} today";
        if (worst <= limit)
            return null;
        var since = before.TakeWhile(p => p.Worst > limit).LastOrDefault();
        return since is not null && day.DayNumber - since.Day.DayNumber >= Pain.ReferAfterDays
            ? $"pain above {limit} at every session since {since.Day:d MMMM}"
            : null;
    }
}
