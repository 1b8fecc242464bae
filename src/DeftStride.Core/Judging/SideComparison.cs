using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>Left against right for one measure.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Difference">Right less left.</param>
/// <param name="DetectableChange">The smallest difference that is news (MDC, 95 %).</param>
/// <param name="Allowed">What still counts as equal: for angles the larger of 5° and the smallest difference that is news; for the rest the larger of that and a tenth of the larger side.</param>
/// <param name="SameFacing">Whether both sides were filmed facing the same way, so that a tilted camera cancels.</param>
public sealed record SideComparison(
    MeasureDefinition Measure,
    Quantity Difference,
    Quantity DetectableChange,
    Quantity Allowed,
    bool SameFacing
)
{
    /// <summary>Angles this close are equal even when the error is smaller, degrees.</summary>
    public const double EqualWithinDegrees = 5;

    /// <summary>Lengths, loads and counts this close are equal, as a share of the larger side.</summary>
    public const double EqualWithinShare = 0.10;

    /// <summary>Whether the sides count as equal.</summary>
    public bool Equal => Difference.Abs() <= Allowed;

    /// <summary>The side with the larger value; for the shin the one further forward.</summary>
    public BodySide Larger => Difference.Value >= 0 ? BodySide.Right : BodySide.Left;

    /// <summary>
    /// Compares the sides: 1.96·√(variance left + variance right + c), where c is 4·camera² when the client turned round or
    /// was seen from front or back (level and yaw then count once each way), and what the nearer and the further leg differ by
    /// when both sides were filmed from the side facing the same way.
    /// </summary>
    /// <returns>Right less left in the measure's unit, with the smallest difference that is news.</returns>
    public static SideComparison Of(MeasureMean left, MeasureMean right)
    {
        ArgumentNullException.ThrowIfNull(left);
        ArgumentNullException.ThrowIfNull(right);
        var sameFacing = left.Facing is not null && left.Facing == right.Facing;
        var camera = Quantity.Max(left.Error.Camera, right.Error.Camera).Value;
        var sides = Quantity.Max(left.Error.Sides, right.Error.Sides).Value;
        var mdc = DetectableChangeOf(
            left.Error.RandomVariance + right.Error.RandomVariance + (sameFacing ? sides * sides : 4 * camera * camera),
            left.Value.Unit
        );
        var usual =
            left.Value.Unit == MeasureUnit.Degrees
                ? Quantity.Degrees(EqualWithinDegrees)
                : EqualWithinShare * Quantity.Max(left.Value.Abs(), right.Value.Abs());
        return new SideComparison(left.Measure, right.Value - left.Value, mdc, Quantity.Max(usual, mdc), sameFacing);
    }

    /// <summary>The MDC for a retest of the same side from the same camera place, where most of the camera's error cancels.</summary>
    /// <returns>In the measure's unit, at 95 %.</returns>
    public static Quantity SameSessionChange(ErrorBudget before, ErrorBudget after)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var place = Quantity.Max(before.SamePlace, after.SamePlace).Value;
        return DetectableChangeOf(before.RandomVariance + after.RandomVariance + (place * place), before.Placing.Unit);
    }

    /// <summary>The MDC between two visits: the camera was put up anew, so both its errors count, and the day itself varies twice.</summary>
    /// <returns>In the measure's unit, at 95 %.</returns>
    public static Quantity BetweenSessionsChange(ErrorBudget before, ErrorBudget after, double daySd)
    {
        ArgumentNullException.ThrowIfNull(before);
        ArgumentNullException.ThrowIfNull(after);
        var (then, now) = (before.Camera.Value, after.Camera.Value);
        return DetectableChangeOf(
            before.RandomVariance + after.RandomVariance + (then * then) + (now * now) + (2 * daySd * daySd),
            before.Placing.Unit
        );
    }

    private static Quantity DetectableChangeOf(double variance, MeasureUnit unit) =>
        new(ErrorModel.ChangeZ * Math.Sqrt(variance), unit);
}
