namespace DeftStride.Core.Seeing;

/// <summary>The vertical force on the body just after the turn, beyond standing, in body weights; an estimate.</summary>
/// <param name="Gain">Its peak, averaged over a tenth of a second; at least 0.</param>
/// <param name="Sd">Its error, a standard deviation.</param>
/// <param name="At">When it falls, seconds from the start of the clip.</param>
public sealed record Drive(double Gain, double Sd, double At)
{
    /// <summary>Standard gravity, m/s².</summary>
    public const double Gravity = 9.80665;

    /// <summary>Fewer frames a second cannot tell it.</summary>
    public const double LeastRate = 20;

    /// <summary>A larger error cannot tell it either, body weights.</summary>
    public const double LargestSd = 0.10;

    /// <summary>What the model leaves beside scatter, body weights.</summary>
    private const double ModelSd = 0.03;

    /// <summary>Under so many errors it is only "less than".</summary>
    private const double Told = 3;
    private const double Over = 0.1;
    private const double EarlyPart = 0.6;

    /// <summary>The peak of a smooth (minimum-jerk) rise: 10√3 ÷ 3 = 5.774 of its height over its time squared.</summary>
    private const double PeakOfRise = 5.7735026918962576;

    /// <summary>Whether there is a number, or only a bound of three errors.</summary>
    public bool IsNumber => Gain >= Told * Sd;

    /// <summary>What follows from a rise without a clip: a smooth rise of a height in a time.</summary>
    /// <param name="metres">How far the centre of mass rises, over 0.</param>
    /// <param name="seconds">In which time, over 0.</param>
    /// <returns>The peak's gain in body weights. It falls 21.1 % of the way in time, 6.7 % in height.</returns>
    /// <exception cref="ArgumentOutOfRangeException">A number is not over 0.</exception>
    public static double OfRise(double metres, double seconds)
    {
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(metres);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(seconds);
        return PeakOfRise * metres / (seconds * seconds) / Gravity;
    }

    /// <summary>The force after the turn of one repetition.</summary>
    /// <param name="height">The height of the centre of mass over time, metres, not smoothed yet, evenly spaced.</param>
    /// <param name="filter">The filter for its rate.</param>
    /// <param name="scatter">The standard deviation of a height before smoothing, metres, at least 0.</param>
    /// <param name="repetition">The repetition.</param>
    /// <param name="begins">The time of the first height, seconds.</param>
    /// <returns>In body weights with its error; null where the clip cannot tell.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The scatter is negative.</exception>
    public static Drive? Of(
        IReadOnlyList<double> height,
        LowPass filter,
        double scatter,
        Repetition repetition,
        double begins = 0
    )
    {
        ArgumentNullException.ThrowIfNull(height);
        ArgumentNullException.ThrowIfNull(filter);
        ArgumentNullException.ThrowIfNull(repetition);
        ArgumentOutOfRangeException.ThrowIfNegative(scatter);
        if (filter.Rate < LeastRate)
            return null;
        var smooth = filter.Smooth([.. height]);
        var rate = filter.Rate;
        var wide = Math.Max(1, (int)Math.Round(Over * rate));
        var up = repetition.End.Seconds - repetition.Leaving.Seconds;
        var (from, to) = (repetition.Leaving.Seconds, repetition.Leaving.Seconds + (EarlyPart * up));
        var best = (Gain: double.NegativeInfinity, At: 0.0);
        for (var i = 1; i + wide < smooth.Length; i++)
        {
            var middle = begins + ((i + ((wide - 1) / 2.0)) / rate);
            if (middle < from || middle > to)
                continue;
            var mean = 0.0;
            for (var j = i; j < i + wide; j++)
                mean += (smooth[j - 1] - (2 * smooth[j]) + smooth[j + 1]) * rate * rate / wide;
            if (mean / Gravity > best.Gain)
                best = (mean / Gravity, middle);
        }

        if (double.IsNegativeInfinity(best.Gain))
            return null;
        // The mean of second differences over a stretch is the change of slope across it.
        var own = scatter * filter.GainOfMeanCurvature(wide) / Gravity;
        var sd = Math.Sqrt((own * own) + (ModelSd * ModelSd));
        // The largest of many is too large by about half its error.
        return sd > LargestSd ? null : new Drive(Math.Max(0, best.Gain - (own / 2)), sd, best.At);
    }
}
