using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>One measure of two clips in step by phase: how far the other lies from the one, and where that is more than measuring alone gives.</summary>
/// <param name="Measure">What.</param>
/// <param name="Difference">At each phase, the other's mean less the one's, in the measure's unit; NaN where either was not seen.</param>
/// <param name="Reach">How far the error of the difference of two instants reaches, in the measure's unit.</param>
/// <param name="Most">Where they lie furthest apart; null where they were never both seen.</param>
public sealed record PhaseApart(
    MeasureDefinition Measure,
    IReadOnlyList<double> Difference,
    double Reach,
    FurthestApart? Most
)
{
    /// <summary>At each phase, whether they lie further apart than measuring alone gives.</summary>
    public IReadOnlyList<bool> News => [.. Difference.Select(d => Math.Abs(d) > Reach)];

    /// <summary>Two clips of one measure, in step.</summary>
    /// <param name="one">The one: the left side, or before.</param>
    /// <param name="other">The other: the right side, or after. Of the same measure.</param>
    /// <exception cref="ArgumentException">They are not of one measure.</exception>
    public static PhaseApart Of(PlayedMeasure one, PlayedMeasure other)
    {
        ArgumentNullException.ThrowIfNull(one);
        ArgumentNullException.ThrowIfNull(other);
        if (one.Result.Measure.Id != other.Result.Measure.Id)
            throw new ArgumentException("Only one and the same measure has a difference.", nameof(other));
        var difference = other.Curve.Less(one.Curve);
        return new PhaseApart(
            one.Result.Measure,
            difference,
            Math.Sqrt((one.Reach * one.Reach) + (other.Reach * other.Reach)),
            difference
                .Select((d, i) => new FurthestApart(200.0 * i / (difference.Count - 1), d))
                .Where(d => double.IsFinite(d.Difference))
                .OrderByDescending(d => Math.Abs(d.Difference))
                .FirstOrDefault()
        );
    }
}

/// <summary>Where two clips lie furthest apart.</summary>
/// <param name="Phase">0 at the start, 100 at the bottom, 200 at the end.</param>
/// <param name="Difference">The other less the one, in the measure's unit.</param>
public sealed record FurthestApart(double Phase, double Difference);
