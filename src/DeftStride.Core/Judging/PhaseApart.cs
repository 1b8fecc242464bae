using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>One measure of two clips in step by phase: how far the other lies from the one, and where that is a real difference.</summary>
/// <param name="Measure">What.</param>
/// <param name="Difference">At each phase, the other's mean less the one's, in the measure's unit; NaN where either was not seen.</param>
/// <param name="Counts">The smallest difference that counts, the same by which the check, the trial or the visits are told apart at the bottom.</param>
/// <param name="Most">Where they lie furthest apart; null where they were never both seen.</param>
public sealed record PhaseApart(
    MeasureDefinition Measure,
    IReadOnlyList<double> Difference,
    Quantity Counts,
    FurthestApart? Most
)
{
    /// <summary>At each phase, whether they lie further apart than that.</summary>
    public IReadOnlyList<bool> News => [.. Difference.Select(d => Math.Abs(d) > Counts.Value)];

    /// <summary>Left beside right of one look.</summary>
    /// <param name="left">The left.</param>
    /// <param name="right">The right.</param>
    /// <returns>By phase, right less left, in the measure's unit.</returns>
    public static PhaseApart Sides(PlayedMeasure left, PlayedMeasure right) =>
        Of(left, right, SideComparison.Of(Mean(left), Mean(right)).Allowed);

    /// <summary>A side before and after one change, from the same camera place.</summary>
    /// <param name="before">Before.</param>
    /// <param name="after">After.</param>
    /// <returns>By phase, after less before, in the measure's unit.</returns>
    public static PhaseApart Retest(PlayedMeasure before, PlayedMeasure after) =>
        Of(before, after, SideComparison.SameSessionChange(Mean(before).Error, Mean(after).Error));

    /// <summary>A side at two visits.</summary>
    /// <param name="earlier">The earlier.</param>
    /// <param name="now">The later.</param>
    /// <param name="errors">The spreads, for how much a day varies.</param>
    /// <returns>By phase, now less earlier, in the measure's unit.</returns>
    public static PhaseApart Visits(PlayedMeasure earlier, PlayedMeasure now, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(errors);
        var day = errors.Of(Mean(now).Measure).Day;
        return Of(earlier, now, SideComparison.BetweenSessionsChange(Mean(earlier).Error, Mean(now).Error, day));
    }

    private static MeasureMean Mean(PlayedMeasure of)
    {
        ArgumentNullException.ThrowIfNull(of);
        return of.Result.Mean!;
    }

    /// <exception cref="ArgumentException">They are not of one measure.</exception>
    private static PhaseApart Of(PlayedMeasure one, PlayedMeasure other, Quantity counts)
    {
        if (one.Result.Measure.Id != other.Result.Measure.Id)
            throw new ArgumentException("Only one and the same measure has a difference.", nameof(other));
        var difference = other.Curve.Less(one.Curve);
        return new PhaseApart(
            one.Result.Measure,
            difference,
            counts,
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
