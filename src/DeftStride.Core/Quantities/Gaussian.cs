using MathNet.Numerics.Distributions;

namespace DeftStride.Core.Quantities;

/// <summary>Normal scatter, for stand-ins of hands and devices. Nothing that is judged is drawn.</summary>
public static class Gaussian
{
    /// <summary>A draw around zero.</summary>
    /// <param name="random">Where the draws come from.</param>
    /// <param name="sd">The standard deviation, in the unit of the result; at least 0.</param>
    /// <returns>In the unit of <paramref name="sd"/>; 0 where that is 0.</returns>
    /// <exception cref="ArgumentException">The deviation is negative.</exception>
    public static double Sample(Random random, double sd) => Normal.Sample(random, 0, sd);
}
