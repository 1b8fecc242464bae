namespace DeftStride.Core.Seeing;

/// <summary>
/// A second-order Butterworth low-pass, run forward and back: nothing is shifted in time. Its cut-off is where both passes
/// together leave 1/√2, at every rate. It knows what it makes of scatter: the error of what is smoothed, and of its slope and
/// curvature, follows from the same coefficients that smooth.
/// </summary>
/// <remarks>For evenly spaced samples without a gap. Not for showing a point live: it looks ahead.</remarks>
public sealed class LowPass
{
    /// <summary>What bodies do in a repetition lies below it; what finding a point adds lies mostly above, hertz.</summary>
    public const double UsualCutoff = 4;

    /// <summary>The highest cut-off, as a part of the rate.</summary>
    public const double HighestCutoff = 0.45;

    /// <summary>How much of each end is mirrored, seconds.</summary>
    private const double Mirrored = 1;

    /// <summary>How much of each end the line is fitted to, through whose end it is mirrored, seconds; at least four samples.</summary>
    private const double EndLine = 0.3;

    /// <summary>Below this many samples a second the scatter cannot be told from the movement: 15, with room for times in whole milliseconds.</summary>
    public const double LeastRateForScatter = 14.5;

    private readonly double _b;
    private readonly double _a1;
    private readonly double _a2;

    /// <summary>The filter for a rate.</summary>
    /// <param name="rate">Samples a second, over 0.</param>
    /// <param name="cutoff">Hertz, over 0; at most <see cref="HighestCutoff"/> of the rate is used.</param>
    /// <exception cref="ArgumentOutOfRangeException">A number is not over 0.</exception>
    public LowPass(double rate, double cutoff = UsualCutoff)
    {
        if (!(rate > 0) || !double.IsFinite(rate))
            throw new ArgumentOutOfRangeException(nameof(rate), rate, "A rate is more than 0 samples a second.");
        if (!(cutoff > 0) || !double.IsFinite(cutoff))
            throw new ArgumentOutOfRangeException(nameof(cutoff), cutoff, "A cut-off is more than 0 hertz.");
        (Rate, Cutoff) = (rate, Math.Min(cutoff, HighestCutoff * rate));
        // Two passes: on the tangent, so that the fall lies at the cut-off at every rate.
        var k = Math.Tan(Math.PI * Cutoff / rate) / Math.Pow(Math.Sqrt(2) - 1, 0.25);
        var d = 1 + (Math.Sqrt(2) * k) + (k * k);
        (_b, _a1, _a2) = (k * k / d, 2 * ((k * k) - 1) / d, (1 - (Math.Sqrt(2) * k) + (k * k)) / d);
        // Long enough for what is left of an impulse to be nothing.
        var reach = (int)Math.Ceiling(8 * rate / Cutoff) + 8;
        var impulse = new double[(2 * reach) + 1];
        impulse[reach] = 1;
        BothWays(impulse);
        var (sum, slope, curve) = (0.0, 0.0, 0.0);
        for (var i = 1; i < impulse.Length - 1; i++)
        {
            var (before, here, after) = (impulse[i - 1], impulse[i], impulse[i + 1]);
            sum += here * here;
            slope += Square((after - before) * rate / 2);
            curve += Square((after - (2 * here) + before) * rate * rate);
        }

        _impulse = impulse;
        (Gain, SlopeGain, CurvatureGain) = (Math.Sqrt(sum), Math.Sqrt(slope), Math.Sqrt(curve));
        _left = Math.Sqrt(1 - (2 * impulse[reach]) + sum);
    }

    /// <summary>Samples a second.</summary>
    public double Rate { get; }

    /// <summary>Hertz.</summary>
    public double Cutoff { get; }

    /// <summary>What it leaves of a point's scatter: √Σh².</summary>
    public double Gain { get; }

    /// <summary>What a point's scatter makes of the slope of what is smoothed (central difference), 1/s.</summary>
    public double SlopeGain { get; }

    /// <summary>The same for its curvature (second difference), 1/s².</summary>
    public double CurvatureGain { get; }

    private readonly double _left;
    private readonly double[] _impulse;

    /// <summary>What it leaves of a point's scatter in the mean of some samples.</summary>
    /// <param name="samples">How many, at least 1.</param>
    /// <returns>To be multiplied by the scatter of one point.</returns>
    /// <exception cref="ArgumentOutOfRangeException">There is none.</exception>
    public double GainOfMean(int samples) => GainOf(samples, i => i < 0 || i >= _impulse.Length ? 0 : _impulse[i]);

    /// <summary>What a point's scatter makes of the mean of the curvature over some samples, 1/s².</summary>
    /// <param name="samples">How many, at least 1.</param>
    /// <returns>1/s², to be multiplied by the scatter of one point.</returns>
    /// <exception cref="ArgumentOutOfRangeException">There is none.</exception>
    public double GainOfMeanCurvature(int samples) =>
        GainOf(
            samples,
            i =>
                i < 1 || i >= _impulse.Length - 1
                    ? 0
                    : (_impulse[i + 1] - (2 * _impulse[i]) + _impulse[i - 1]) * Rate * Rate
        );

    private double GainOf(int samples, Func<int, double> response)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(samples, 1);
        var sum = 0.0;
        for (var i = 1 - samples; i < _impulse.Length; i++)
        {
            var mean = 0.0;
            for (var j = 0; j < samples; j++)
                mean += response(i + j) / samples;
            sum += Square(mean);
        }

        return Math.Sqrt(sum);
    }

    /// <summary>The samples, smoothed.</summary>
    /// <param name="samples">Evenly spaced, without a gap. Fewer than four come back as they are.</param>
    /// <returns>As many as there were.</returns>
    public double[] Smooth(ReadOnlySpan<double> samples)
    {
        var n = samples.Length;
        if (n < 4)
            return samples.ToArray();
        // Each end is turned about the end of its line, as far as there is anything to turn.
        var more = Math.Min((int)Math.Round(Mirrored * Rate), n - 1);
        var (first, last) = (LineEnd(samples, false), LineEnd(samples, true));
        var longer = new double[n + (2 * more)];
        samples.CopyTo(longer.AsSpan(more));
        for (var j = 1; j <= more; j++)
        {
            longer[more - j] = (2 * first) - samples[j];
            longer[more + n - 1 + j] = (2 * last) - samples[n - 1 - j];
        }

        BothWays(longer);
        return longer.AsSpan(more, n).ToArray();
    }

    /// <summary>How far points scatter, from what smoothing takes off them.</summary>
    /// <param name="samples">As they came.</param>
    /// <param name="smooth">The same, smoothed by this filter.</param>
    /// <returns>A standard deviation in the samples' own unit; null below <see cref="LeastRateForScatter"/> samples a second.</returns>
    public double? Scatter(ReadOnlySpan<double> samples, ReadOnlySpan<double> smooth)
    {
        if (Rate < LeastRateForScatter || samples.Length < 4)
            return null;
        var sum = 0.0;
        for (var i = 0; i < samples.Length; i++)
            sum += Square(samples[i] - smooth[i]);
        return Math.Sqrt(sum / samples.Length) / _left;
    }

    private double LineEnd(ReadOnlySpan<double> samples, bool last)
    {
        var n = Math.Min(samples.Length, Math.Max(4, (int)Math.Round(EndLine * Rate)));
        var middle = (n - 1) / 2.0;
        var (mean, rise, run) = (0.0, 0.0, 0.0);
        for (var i = 0; i < n; i++)
            mean += samples[last ? samples.Length - 1 - i : i] / n;
        for (var i = 0; i < n; i++)
        {
            rise += (i - middle) * (samples[last ? samples.Length - 1 - i : i] - mean);
            run += Square(i - middle);
        }

        return mean - (rise / run * middle);
    }

    private void BothWays(double[] samples)
    {
        Pass(samples);
        Array.Reverse(samples);
        Pass(samples);
        Array.Reverse(samples);
    }

    private void Pass(double[] samples)
    {
        var (x1, x2, y1, y2) = (0.0, 0.0, 0.0, 0.0);
        for (var i = 0; i < samples.Length; i++)
        {
            var x = samples[i];
            var y = (_b * (x + (2 * x1) + x2)) - (_a1 * y1) - (_a2 * y2);
            (x2, x1, y2, y1, samples[i]) = (x1, x, y1, y, y);
        }
    }

    private static double Square(double x) => x * x;
}
