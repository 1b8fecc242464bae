using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>How a value stands to its band, given its error.</summary>
public enum Verdict
{
    /// <summary>Inside, and both edges are further away than the error reaches.</summary>
    InBand,

    /// <summary>Outside, and the edge is further away than the error reaches.</summary>
    Outside,

    /// <summary>An edge lies within the error's reach: more repetitions or another look decide.</summary>
    TooCloseToCall,
}

/// <summary>On which side of the band a value lies.</summary>
public enum BandSide
{
    /// <summary>Below the lower edge.</summary>
    Short,

    /// <summary>Between the edges.</summary>
    Within,

    /// <summary>Above the upper edge.</summary>
    Beyond,
}

/// <summary>A value judged against a band.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Where">Which side of the band the value itself lies on, error aside.</param>
/// <param name="Margin">How far inside the nearer edge the value lies; negative outside.</param>
/// <param name="Band">The band it was judged by.</param>
/// <param name="Reach">The error's reach that was used.</param>
public sealed record Judgement(Verdict Verdict, BandSide Where, Quantity Margin, Band Band, Quantity Reach)
{
    /// <summary>How many repetitions were outside, each by itself; null where fewer than two were read.</summary>
    public int? RepetitionsOutside { get; init; }

    /// <summary>
    /// Judges a measure that was read from several repetitions. The mean is judged, and then each repetition by itself: half of
    /// them outside or more is outside, whatever the mean; a mean that one odd repetition pulls out is not.
    /// </summary>
    /// <returns>The verdict, on which side of the band and by how much, in the measure's unit.</returns>
    public static Judgement Of(MeasureMean mean, Band band)
    {
        ArgumentNullException.ThrowIfNull(mean);
        ArgumentNullException.ThrowIfNull(band);
        var whole = Of(mean.Value, band, mean.Error.Reach);
        // Looks on record from before keep the verdict of their day, on the mean alone.
        if (mean.Readings.Count < 2 || mean.Readings.Any(r => r.Provenance.Camera is null))
            return whole;
        Judgement[] each = [.. Each(mean, band).Select(e => e.Judgement)];
        if (each.Length < 2)
            return whole;
        Judgement[] outside = [.. each.Where(j => j.Verdict == Verdict.Outside)];
        Judgement[] inside = [.. each.Where(j => j.Verdict == Verdict.InBand)];
        whole = whole with { RepetitionsOutside = outside.Length };
        if (whole.Verdict != Verdict.Outside && 2 * outside.Length >= each.Length)
        {
            var where =
                outside.Count(j => j.Where == BandSide.Beyond) * 2 >= outside.Length ? BandSide.Beyond : BandSide.Short;
            var margins = outside.Where(j => j.Where == where).Select(j => j.Margin.Value);
            return whole with
            {
                Verdict = Verdict.Outside,
                Where = where,
                Margin = new(margins.Average(), mean.Value.Unit),
            };
        }

        return whole.Verdict == Verdict.Outside && 2 * inside.Length > each.Length
            ? whole with
            {
                Verdict = Verdict.InBand,
                Where = BandSide.Within,
                Margin = inside.Select(j => j.Margin).Min(),
            }
            : whole;
    }

    /// <summary>Each repetition judged by itself, in their order. Of one placing and camera alone are in doubt: how it was is what is asked. Two views of it count as one.</summary>
    /// <param name="mean">The measure over its repetitions.</param>
    /// <param name="band">What is accepted.</param>
    /// <returns>Its number, its value in the measure's unit, and what it is judged to be.</returns>
    public static IEnumerable<(int Repetition, Quantity Value, Judgement Judgement)> Each(
        MeasureMean mean,
        Band band
    ) =>
        mean
            .Readings.GroupBy(r => r.Provenance.Repetition)
            .Select(rep =>
            {
                var (views, unit) = (rep.Count(), mean.Value.Unit);
                var placing = rep.Sum(r => r.PlacingSd.Value * r.PlacingSd.Value) / (views * views);
                var camera = rep.Max(r => r.Camera.With(r.ModelSd).Whole);
                var value = new Quantity(rep.Average(r => r.Value.Value), unit);
                var reach = new Quantity(ErrorModel.CallZ * Math.Sqrt(placing + (camera * camera)), unit);
                return (Repetition: rep.Key, value, Of(value, band, reach));
            })
            .OrderBy(r => r.Repetition);

    /// <summary>Judges a value. An edge exactly as far away as the reach is still too close to call.</summary>
    /// <param name="value">The value.</param>
    /// <param name="band">What is accepted.</param>
    /// <param name="reach">How far the error reaches; see <see cref="ErrorBudget.Reach"/>. Not negative.</param>
    /// <returns>The verdict, on which side of the band and by how much, in the value's unit.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The reach is negative.</exception>
    public static Judgement Of(Quantity value, Band band, Quantity reach)
    {
        ArgumentNullException.ThrowIfNull(band);
        ArgumentOutOfRangeException.ThrowIfNegative(reach.Value, nameof(reach));
        var where =
            band.Lower is { } floor && value < floor ? BandSide.Short
            : band.Upper is { } ceiling && value > ceiling ? BandSide.Beyond
            : BandSide.Within;
        var edgeInReach =
            (band.Lower is { } low && (value - low).Abs() <= reach)
            || (band.Upper is { } high && (value - high).Abs() <= reach);
        var verdict =
            edgeInReach ? Verdict.TooCloseToCall
            : where == BandSide.Within ? Verdict.InBand
            : Verdict.Outside;
        return new Judgement(verdict, where, band.Margin(value), band, reach);
    }
}
