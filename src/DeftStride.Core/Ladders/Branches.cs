namespace DeftStride.Core.Ladders;

/// <summary>How branches are taken: side by side or one after the other, and which way the first lunge goes.</summary>
/// <param name="Series">Whether branches come in one fixed series.</param>
/// <param name="ForwardFirst">Whether the first travelling step goes forward.</param>
public sealed record BranchOrder(bool Series, bool ForwardFirst)
{
    /// <summary>Side by side, backward first.</summary>
    public static BranchOrder Usual { get; } = new(false, false);

    /// <summary>Where the way leads from a rung, in the order in which it is offered; empty at an end.</summary>
    public IReadOnlyList<Rung> From(Ladder ladder, Rung rung)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(rung);
        Rung[] next = [.. rung.Next.Select(ladder.Rung).OfType<Rung>().Select(Lunge)];
        if (!Series)
            return next;
        return next.Length > 0 ? [next[0]]
            : NextBranch(ladder, rung) is { } branch ? [branch]
            : [];

        Rung Lunge(Rung to) =>
            ForwardFirst && to.ExerciseId == "reverse-lunge" && rung.ExerciseId != "reverse-lunge"
                ? ladder.Rungs.FirstOrDefault(r => r.ExerciseId == "forward-lunge") ?? to
                : to;
    }

    /// <summary>In a series the end of one branch is followed by the branch beside it.</summary>
    private static Rung? NextBranch(Ladder ladder, Rung end)
    {
        for (var at = end; ladder.Rungs.FirstOrDefault(r => r.Next.Contains(at.Id)) is { } parent; at = parent)
        {
            var own = parent.Next.ToList().IndexOf(at.Id);
            if (own + 1 < parent.Next.Count)
                return ladder.Rung(parent.Next[own + 1]);
        }

        return null;
    }
}
