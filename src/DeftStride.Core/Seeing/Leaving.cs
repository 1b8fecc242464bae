namespace DeftStride.Core.Seeing;

/// <summary>When a measure left its band on the way down.</summary>
/// <param name="At">The instant, with its error.</param>
/// <param name="FromTheStart">It was outside before the way down began: nothing was left.</param>
/// <param name="Slope">How fast it went there, in the measure's unit a second.</param>
public sealed record Left(Instant At, bool FromTheStart, double Slope)
{
    /// <summary>With more scatter for its slope than this the instant is not said, seconds.</summary>
    public const double LargestBlur = 0.06;

    /// <summary>Whether it went fast enough to be timed.</summary>
    public bool Timed => !FromTheStart && Blur <= LargestBlur;

    /// <summary>Scatter over slope, seconds.</summary>
    public double Blur { get; init; }
}

/// <summary>Which of two came first, over several repetitions.</summary>
public enum Order
{
    /// <summary>No order is surer than chance.</summary>
    Together,

    /// <summary>The first one leads.</summary>
    First,

    /// <summary>The second one leads.</summary>
    Second,
}

/// <summary>Finds when a measure leaves its band, and which of two leads.</summary>
public static class Leaving
{
    private const double Beyond = 1.28;
    private const double LeastSeconds = 0.1;
    private const double Window = 0.1;
    private const double MostWindow = 0.3;

    /// <summary>What an instant is unsure by beside scatter, seconds.</summary>
    private const double InstantSd = 0.01;

    /// <summary>Two-sided, nineteen in twenty.</summary>
    private const double Sure = 1.96;

    /// <summary>Fewer repetitions show no order.</summary>
    private const int LeastRepetitions = 3;

    /// <summary>When a measure first leaves its band upward.</summary>
    /// <param name="values">The measure, smoothed, evenly spaced; turned over where it is the lower edge that matters.</param>
    /// <param name="rate">Samples a second, over 0.</param>
    /// <param name="edge">The edge of the band, in the measure's unit.</param>
    /// <param name="scatter">The standard deviation of a value within this clip; what the camera leaves is not in it.</param>
    /// <param name="from">The start of the way down, seconds after the first value.</param>
    /// <param name="to">Its end.</param>
    /// <returns>The instant in seconds after the first value; null where it stays in its band.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The rate is not over 0, or the scatter below 0.</exception>
    public static Left? Find(
        IReadOnlyList<double> values,
        double rate,
        double edge,
        double scatter,
        double from,
        double to
    )
    {
        ArgumentNullException.ThrowIfNull(values);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(rate);
        ArgumentOutOfRangeException.ThrowIfNegative(scatter);
        var begin = Math.Max(0, (int)Math.Ceiling((from * rate) - 1e-9));
        var end = Math.Min(values.Count - 1, (int)Math.Floor((to * rate) + 1e-9));
        var lasts = (int)Math.Round(LeastSeconds * rate);
        for (var i = begin; i <= end; i++)
        {
            // A value that is not known ends it.
            var run = 0;
            while (i + run < values.Count && values[i + run] > edge + (Beyond * scatter))
                run++;
            if (run == 0)
                continue;
            if (run <= lasts && i + run < values.Count)
            {
                i += run;
                continue;
            }

            var back = i;
            while (back > begin && values[back - 1] > edge)
                back--;
            if (back == begin)
                return new Left(new Instant(from, 0), true, 0);
            return Timed(values, rate, edge, scatter, back);
        }

        return null;
    }

    /// <summary>Where a line through the values near the crossing meets the edge; the slower it goes, the longer the line.</summary>
    private static Left Timed(IReadOnlyList<double> values, double rate, double edge, double scatter, int after)
    {
        var crossing = (after - 1 + ((edge - values[after - 1]) / (values[after] - values[after - 1]))) / rate;
        var (at, slope, window) = (crossing, 0.0, Window);
        for (var round = 0; round < 3; round++)
        {
            var near = Enumerable
                .Range(0, values.Count)
                .Where(i => Math.Abs((i / rate) - crossing) <= window + 1e-9 && double.IsFinite(values[i]))
                .Select(i => (X: (i / rate) - crossing, Y: values[i]))
                .ToArray();
            if (near.Length < 2)
                near =
                [
                    (((after - 1) / rate) - crossing, values[after - 1]),
                    ((after / rate) - crossing, values[after]),
                ];
            var line = Statistics.Line(near);
            if (line.Slope <= 0)
                break;
            (at, slope) = (crossing + ((edge - line.Offset) / line.Slope), line.Slope);
            window = Math.Clamp(2 * scatter / slope, 1 / rate, MostWindow);
        }

        var blur = slope > 0 ? scatter / slope : double.PositiveInfinity;
        var sd = Math.Sqrt((blur * blur * (1 + (5 * blur)) * (1 + (5 * blur))) + (InstantSd * InstantSd));
        return new Left(new Instant(at, sd), false, slope) { Blur = blur };
    }

    /// <summary>Which of two left its band first.</summary>
    /// <param name="pairs">Their instants, repetition by repetition.</param>
    /// <returns>An order only where it is surer than the errors of the instants and than what the repetitions differ by.</returns>
    public static Order Leads(IReadOnlyList<(Instant First, Instant Second)> pairs)
    {
        ArgumentNullException.ThrowIfNull(pairs);
        if (pairs.Count < LeastRepetitions)
            return Order.Together;
        double[] later = [.. pairs.Select(p => p.Second.Seconds - p.First.Seconds)];
        var joined = Math.Sqrt(pairs.Average(p => (p.First.Sd * p.First.Sd) + (p.Second.Sd * p.Second.Sd)));
        var least = Sure * Math.Max(joined, Statistics.Sd(later)) / Math.Sqrt(pairs.Count);
        var mean = later.Average();
        return Math.Abs(mean) <= least ? Order.Together
            : mean > 0 ? Order.First
            : Order.Second;
    }
}
