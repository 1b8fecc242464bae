using DeftStride.Core.Dosing;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training;

/// <summary>Why a side begins.</summary>
public enum FirstSideWhy
{
    /// <summary>It hurt more.</summary>
    Sorer,

    /// <summary>Last time it did fewer clean ones, or as many with less in the hands.</summary>
    Weaker,

    /// <summary>Neither: the one that went second last time.</summary>
    Turn,

    /// <summary>Nothing was done yet: either.</summary>
    Either,
}

/// <summary>Which side begins; the other matches it.</summary>
/// <param name="Side">The client's own side; null when none is named: which went second last time only the coach knows.</param>
/// <param name="Why">Why that one.</param>
public sealed record FirstSide(BodySide? Side, FirstSideWhy Why)
{
    /// <summary>
    /// The sorer side begins, else the weaker one. A shin that is only further forward is neither: an angle says how it is
    /// done, not how much the leg can do.
    /// </summary>
    /// <param name="pain">Pain of the last look, or null when it was not asked.</param>
    /// <param name="last">What was done last, or null for nothing yet.</param>
    /// <returns>Which, and why.</returns>
    public static FirstSide Of(Pain? pain, SessionLog? last) =>
        pain is { Counted: > 0 } && Placement.Working(pain) is { } sore ? new(sore, FirstSideWhy.Sorer)
        : last is null ? new(null, FirstSideWhy.Either)
        : WeakerOf(last) is { } weaker ? new(weaker, FirstSideWhy.Weaker)
        : new(null, FirstSideWhy.Turn);

    /// <summary>
    /// The side with fewer clean repetitions, else with less load (one session has one effort), by more than <see
    /// cref="SideComparison.EqualWithinShare"/> of the larger.
    /// </summary>
    /// <returns>Null when they are equal or only one was trained.</returns>
    public static BodySide? WeakerOf(SessionLog log)
    {
        ArgumentNullException.ThrowIfNull(log);
        SetDone[] Of(BodySide side) => [.. log.Sets.Where(s => s.Side == side)];
        var (left, right) = (Of(BodySide.Left), Of(BodySide.Right));
        return left.Length == 0 || right.Length == 0
            ? null
            : Less(left.Sum(s => s.Clean), right.Sum(s => s.Clean))
                ?? Less(left.Average(s => s.Load.Kilograms), right.Average(s => s.Load.Kilograms));

        static BodySide? Less(double left, double right) =>
            Math.Abs(right - left) <= SideComparison.EqualWithinShare * Math.Max(left, right) ? null
            : left < right ? BodySide.Left
            : BodySide.Right;
    }

    /// <summary>In words: "Start with the left (sorer); the right matches it."</summary>
    public string Sentence =>
        Side is { } side
            ? $"Start with the {Finding.Word(side)} ({Why.ToString().ToLowerInvariant()}); the {Finding.Word(side == BodySide.Left ? BodySide.Right : BodySide.Left)} matches it."
        : Why == FirstSideWhy.Turn ? "Start with the side that went second last time."
        : "Start with either side.";
}
