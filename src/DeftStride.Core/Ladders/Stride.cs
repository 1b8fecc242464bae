using DeftStride.Core.Measuring;

namespace DeftStride.Core.Ladders;

/// <summary>Where a side stands on a ladder.</summary>
/// <param name="LadderId">Which ladder.</param>
/// <param name="Side">The client's own side.</param>
/// <param name="RungId">On which rung.</param>
/// <param name="Since">Since when.</param>
public sealed record Stand(string LadderId, BodySide Side, string RungId, DateTimeOffset Since);

/// <summary>A side that goes from one rung to another.</summary>
public sealed record Move(BodySide Side, string From, string To, MoveKind Kind);

/// <summary>How the sides go along a ladder. They may stand apart; what is planned matches the weaker one.</summary>
public static class Stride
{
    private static readonly BodySide[] Both = [BodySide.Left, BodySide.Right];

    /// <summary>The rung that is planned: the lower of the two.</summary>
    /// <returns>The lower of the two, the left's where they are level; the ladder's first for an id that is not on it.</returns>
    public static Rung Planned(Ladder ladder, string left, string right)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        var (l, r) = (ladder.Rung(left) ?? ladder.Rungs[0], ladder.Rung(right) ?? ladder.Rungs[0]);
        return Rank(ladder, r) < Rank(ladder, l) ? r : l;
    }

    /// <summary>Up to a rung: both sides when they stand together, else only the one behind.</summary>
    /// <returns>One for each side that moves; empty where nobody does.</returns>
    public static IReadOnlyList<Move> Up(Ladder ladder, string left, string right, string to)
    {
        var planned = Planned(ladder, left, right).Id;
        return
        [
            .. Both.Select(s => (Side: s, At: s == BodySide.Left ? left : right))
                .Where(p => p.At == planned && p.At != to)
                .Select(p => new Move(p.Side, p.At, to, MoveKind.Up)),
        ];
    }

    /// <summary>Back by one rung, for the sides that gave the reason and stand on it; at the foot of the ladder nothing moves.</summary>
    /// <param name="ladder">The ladder.</param>
    /// <param name="left">Where the left stands.</param>
    /// <param name="right">Where the right stands.</param>
    /// <param name="sides">Whose step back it is.</param>
    /// <param name="on">The rung that was trained; a side that stands lower already stays. Null for wherever they stand.</param>
    /// <returns>One for each side that moves; empty at the foot of the ladder.</returns>
    public static IReadOnlyList<Move> Back(
        Ladder ladder,
        string left,
        string right,
        IReadOnlyCollection<BodySide> sides,
        string? on = null
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(sides);
        return
        [
            .. Both.Where(sides.Contains)
                .Select(s => (Side: s, At: s == BodySide.Left ? left : right))
                .Where(p => on is null || p.At == on)
                .Select(p => (p.Side, p.At, To: ladder.Rung(p.At)?.Fallback))
                .Where(p => p.To is not null)
                .Select(p => new Move(p.Side, p.At, p.To!, MoveKind.Back)),
        ];
    }

    /// <summary>The way a client sees: everything below both sides, and what comes next above the one further up. In the ladder's order.</summary>
    /// <returns>Rungs in the ladder's order, each once.</returns>
    public static IReadOnlyList<Rung> Path(Ladder ladder, string left, string right, BranchOrder order, int ahead = 3)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(order);
        var way = new HashSet<string>();
        foreach (var side in new[] { left, right })
        {
            for (
                Rung? at = ladder.Rung(side);
                at is not null && way.Add(at.Id);
                at = at.Fallback is { } f ? ladder.Rung(f) : null
            ) { }
        }

        var planned = Planned(ladder, left, right);
        var top = ladder.Rung(planned.Id == left ? right : left) ?? planned;
        for (var next = order.From(ladder, top); next.Count > 0 && ahead > 0; ahead--)
        {
            way.Add(next[0].Id);
            next = order.From(ladder, next[0]);
        }

        return [.. ladder.Rungs.Where(r => way.Contains(r.Id))];
    }

    private static int Rank(Ladder ladder, Rung rung) =>
        (ladder.Depth(rung.Id) * 1000) + ladder.Rungs.ToList().IndexOf(rung);
}
