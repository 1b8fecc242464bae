using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>Left against right for one measure.</summary>
/// <param name="Difference">Right less left.</param>
/// <param name="DetectableChange">The smallest difference that is news (MDC, 95 %).</param>
/// <param name="Allowed">What still counts as equal: the larger of 5° and the smallest difference that is news.</param>
/// <param name="SameFacing">Whether both sides were filmed facing the same way, so that a tilted camera cancels.</param>
public sealed record SideComparison(Angle Difference, Angle DetectableChange, Angle Allowed, bool SameFacing)
{
    /// <summary>Sides this close are equal even when the error is smaller.</summary>
    public static readonly Angle EqualWithin = Angle.FromDegrees(5);

    /// <summary>Whether the sides count as equal.</summary>
    public bool Equal => Difference.Abs() <= Allowed;

    /// <summary>The side whose shin is further forward.</summary>
    public BodySide FurtherForward => Difference >= Angle.Zero ? BodySide.Right : BodySide.Left;

    /// <summary>
    /// Compares the sides: 1.96·√(variance left + variance right + c), where c is 4·camera² when the client turned round
    /// between the sides (a tilt then counts once each way) and nothing when both face the same way.
    /// </summary>
    public static SideComparison Of(ShinMean left, ShinMean right)
    {
        ArgumentNullException.ThrowIfNull(left);
        ArgumentNullException.ThrowIfNull(right);
        var sameFacing = left.Facing is not null && left.Facing == right.Facing;
        var camera = Angle.Max(left.Error.Camera, right.Error.Camera).Radians;
        var mdc = DetectableChangeOf(left.Error.RandomVariance + right.Error.RandomVariance + (sameFacing ? 0 : 4 * camera * camera));
        return new SideComparison(right.Value - left.Value, mdc, Angle.Max(EqualWithin, mdc), sameFacing);
    }

    /// <summary>The MDC for a retest of the same side from the same camera place, where the camera's error cancels.</summary>
    public static Angle SameSessionChange(ErrorBudget before, ErrorBudget after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        return DetectableChangeOf(before.RandomVariance + after.RandomVariance);
    }

    /// <summary>The MDC between two visits: the camera was put down anew and the day itself varies, both twice.</summary>
    public static Angle BetweenSessionsChange(ErrorBudget before, ErrorBudget after, Angle daySd)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var camera = Angle.Max(before.Camera, after.Camera).Radians;
        return DetectableChangeOf(before.RandomVariance + after.RandomVariance + (2 * ((camera * camera) + (daySd.Radians * daySd.Radians))));
    }

    private static Angle DetectableChangeOf(double variance) => Angle.FromRadians(ErrorModel.ChangeZ * Math.Sqrt(variance));
}
