namespace DeftStride.Core.Seeing;

/// <summary>The few sums that movement over time needs.</summary>
internal static class Statistics
{
    /// <summary>The middle one, or between the two middle ones. There is at least one.</summary>
    public static double Median(IEnumerable<double> values)
    {
        double[] sorted = [.. values.Order()];
        return sorted.Length % 2 == 1
            ? sorted[sorted.Length / 2]
            : (sorted[(sorted.Length / 2) - 1] + sorted[sorted.Length / 2]) / 2;
    }

    /// <summary>A line through points: what it rises by for one, and where it is at 0.</summary>
    /// <returns>In the unit of the values; by one of the places, and at place 0.</returns>
    public static (double Slope, double Offset) Line(IReadOnlyList<(double X, double Y)> points)
    {
        var (x, y) = (points.Average(p => p.X), points.Average(p => p.Y));
        var run = points.Sum(p => (p.X - x) * (p.X - x));
        var slope = run == 0 ? 0 : points.Sum(p => (p.X - x) * (p.Y - y)) / run;
        return (slope, y - (slope * x));
    }

    /// <summary>The standard deviation of a sample; 0 of one value.</summary>
    public static double Sd(IReadOnlyCollection<double> values)
    {
        if (values.Count < 2)
            return 0;
        var mean = values.Average();
        return Math.Sqrt(values.Sum(v => (v - mean) * (v - mean)) / (values.Count - 1));
    }
}
