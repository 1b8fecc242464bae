namespace DeftStride.Core.Training.Running;

/// <summary>
/// One session out of what two devices tapped. Whoever runs it decides what comes next; what the other counted in the meantime is
/// added to it, each set once, and no pain that was told is dropped.
/// </summary>
public static class SessionJoin
{
    /// <summary>The taps that a session has after those of a device came in.</summary>
    /// <param name="items">What was asked for.</param>
    /// <param name="guard">What it may not go past.</param>
    /// <param name="kept">The taps that are known.</param>
    /// <param name="sent">All taps of a device: from the beginning, with those that it knew of.</param>
    /// <returns>
    /// <paramref name="sent"/> where it goes on from what is known, <paramref name="kept"/> where it brings nothing new, else
    /// <paramref name="kept"/> with what the device counted and was told beside it. The same sent again changes nothing.
    /// </returns>
    public static IReadOnlyList<SessionTap> Of(
        IReadOnlyList<SessionItem> items,
        SessionGuard guard,
        IReadOnlyList<SessionTap> kept,
        IReadOnlyList<SessionTap> sent
    )
    {
        ArgumentNullException.ThrowIfNull(kept);
        ArgumentNullException.ThrowIfNull(sent);
        var common = kept.Zip(sent).TakeWhile(p => p.First.Id == p.Second.Id).Count();
        if (common == kept.Count)
            return sent;
        if (common == sent.Count)
            return kept;
        var known = kept.Select(t => t.Id).ToHashSet();
        List<SessionTap> joined = [.. kept];
        var run = SessionRun.Of(items, guard, sent.Take(common));
        foreach (var tap in sent.Skip(common))
        {
            var before = run.Over.Count;
            run = run.After(tap);
            if (known.Contains(tap.Id))
                continue;
            var told =
                tap
                is PainTold
                    or EffortTold
                    or FeltTold
                    or MorningTold
                    or SorenessTold
                    or LastOnesOnly
                    or ItemAdded
                    or SetTold
                    or GuardLearnt;
            // What ended a set may be something that was told as well: the set comes first, under an id of its own.
            if (tap is not SetTold && run.Over.Count > before && run.Over[^1] is { Clean.Count: > 0 } done)
                joined.Add(
                    new SetTold(tap.At, done.Step, done.Clean, done.Load, done.Resets)
                    {
                        Id = told ? Beside(tap.Id) : tap.Id,
                    }
                );
            if (told)
                joined.Add(tap);
        }

        return joined;
    }

    private static Guid Beside(Guid id)
    {
        var bytes = id.ToByteArray();
        bytes[^1] ^= 1;
        return new Guid(bytes);
    }
}
