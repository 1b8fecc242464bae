using MathNet.Numerics.Distributions;

namespace DeftStride.Core.Seeing;

/// <summary>How alike repetitions are in one number, beside what measuring alone would give. All in the number's own unit.</summary>
/// <param name="Sd">The standard deviation over the repetitions.</param>
/// <param name="Error">What measuring alone gives, a standard deviation.</param>
/// <param name="Drift">Whether it goes one way; null under five repetitions.</param>
public sealed record Sameness(double Sd, double Error, Drift? Drift)
{
    /// <summary>What the repetitions differ by beyond measuring: √(SD² − ε²), 0 where measuring explains all of it.</summary>
    public double News => Math.Sqrt(Math.Max(0, (Sd * Sd) - (Error * Error)));

    /// <summary>The sameness of repetitions in their order.</summary>
    /// <param name="values">One for each repetition.</param>
    /// <param name="error">What measuring alone gives, a standard deviation, at least 0.</param>
    /// <returns>In the values' unit; the news is 0 where measuring alone explains the scatter.</returns>
    /// <exception cref="ArgumentException">There is no repetition.</exception>
    /// <exception cref="ArgumentOutOfRangeException">The error is below 0.</exception>
    public static Sameness Of(IReadOnlyList<double> values, double error)
    {
        ArgumentNullException.ThrowIfNull(values);
        ArgumentOutOfRangeException.ThrowIfNegative(error);
        if (values.Count == 0)
            throw new ArgumentException("Sameness needs a repetition.", nameof(values));
        return new Sameness(Statistics.Sd(values), error, Seeing.Drift.Of(values));
    }

    /// <summary>How far curves lie from their mean, root mean square, as if the mean had not been made of them.</summary>
    /// <param name="curves">One for each repetition, all at the same phases.</param>
    /// <returns>0 for a single curve.</returns>
    /// <exception cref="ArgumentException">There is none, or they are not of one length.</exception>
    public static double OfCurves(IReadOnlyList<IReadOnlyList<double>> curves)
    {
        ArgumentNullException.ThrowIfNull(curves);
        if (curves.Count == 0 || curves.Any(c => c.Count != curves[0].Count || c.Count == 0))
            throw new ArgumentException("Curves are compared at the same phases.", nameof(curves));
        var n = curves.Count;
        if (n == 1)
            return 0;
        var sum = 0.0;
        for (var i = 0; i < curves[0].Count; i++)
        {
            var mean = curves.Average(c => c[i]);
            sum += curves.Sum(c => (c[i] - mean) * (c[i] - mean));
        }

        return Math.Sqrt(sum / (n * curves[0].Count) * n / (n - 1));
    }
}

/// <summary>A change from repetition to repetition.</summary>
/// <param name="Slope">In the number's unit, for one repetition.</param>
/// <param name="Sd">Its standard error.</param>
/// <param name="Repetitions">How many there were.</param>
public sealed record Drift(double Slope, double Sd, int Repetitions)
{
    /// <summary>Fewer say nothing of a drift.</summary>
    public const int LeastRepetitions = 5;

    /// <summary>Four in five, two-sided.</summary>
    private const double Sure = 0.8;

    /// <summary>How far the slope may be from the true one, four times in five.</summary>
    public double Reach => StudentT.InvCDF(0, 1, Repetitions - 2, 0.5 + (Sure / 2)) * Sd;

    /// <summary>Whether it is more than chance.</summary>
    public bool IsNews => Math.Abs(Slope) > Reach;

    /// <summary>The drift over repetitions in their order.</summary>
    /// <returns>A slope a repetition with its standard error, in the values' unit; null under <see cref="LeastRepetitions"/>.</returns>
    public static Drift? Of(IReadOnlyList<double> values)
    {
        ArgumentNullException.ThrowIfNull(values);
        var n = values.Count;
        if (n < LeastRepetitions)
            return null;
        var line = Statistics.Line([.. values.Select((v, i) => ((double)i, v))]);
        var left = values.Select((v, i) => v - line.Offset - (line.Slope * i)).Sum(r => r * r);
        var middle = (n - 1) / 2.0;
        var run = Enumerable.Range(0, n).Sum(i => (i - middle) * (i - middle));
        return new Drift(line.Slope, Math.Sqrt(left / (n - 2) / run), n);
    }
}
