namespace DeftStride.Core.Ladders;

/// <summary>How branches are taken: side by side or one after the other, and which way the first lunge goes.</summary>
/// <param name="Series">Whether branches come in one fixed series.</param>
/// <param name="ForwardFirst">Whether the first travelling step goes forward.</param>
public sealed record BranchOrder(bool Series, bool ForwardFirst)
{
    /// <summary>Side by side, backward first.</summary>
    public static BranchOrder Usual { get; } = new(false, false);

    /// <summary>Where the way leads from a rung, in the order in which it is offered.</summary>
    /// <returns>Empty at an end.</returns>
    public IReadOnlyList<Rung> From(Ladder ladder, Rung rung)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(rung);
        ladder = Of(ladder);
        rung = ladder.Rung(rung.Id) ?? rung;
        Rung[] next = [.. rung.Next.Select(ladder.Rung).OfType<Rung>()];
        if (!Series)
            return next;
        return next.Length > 0 ? [next[0]]
            : NextBranch(ladder, rung) is { } branch ? [branch]
            : [];
    }

    /// <summary>
    /// The ladder as this order has it. Forward first: the forward lunge stands where the first backward one stood, with that
    /// one's entry and fallback, and the backward one follows it; so entry, way on and way back always agree.
    /// </summary>
    /// <returns>The ladder itself where nothing stands otherwise.</returns>
    public Ladder Of(Ladder ladder)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        if (
            !ForwardFirst
            || ladder.Rungs.FirstOrDefault(r => r.ExerciseId == "reverse-lunge") is not { } back
            || ladder.Rungs.FirstOrDefault(r => r.ExerciseId == "forward-lunge") is not { } forward
            || ladder.Rungs.FirstOrDefault(r => r.Next.Contains(forward.Id)) is not { } before
            || before.Next.Contains(back.Id)
        )
            return ladder;
        return ladder with
        {
            Rungs =
            [
                .. ladder.Rungs.Select(r =>
                    r.Id == forward.Id ? r with { Entry = back.Entry, Fallback = back.Fallback, Next = [back.Id] }
                    : r.Id == back.Id ? r with { Entry = "Clean forward.", Fallback = forward.Id }
                    : r.Id == before.Id
                        ? r with
                        {
                            Next = [.. r.Next.SelectMany(n => n == forward.Id ? forward.Next : [n])],
                        }
                    : r.Next.Contains(back.Id)
                        ? r with
                        {
                            Next = [.. r.Next.Select(n => n == back.Id ? forward.Id : n)],
                        }
                    : forward.Next.Contains(r.Id) ? r with { Fallback = before.Id }
                    : r
                ),
            ],
        };
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
