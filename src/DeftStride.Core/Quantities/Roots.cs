using MathNet.Numerics.RootFinding;

namespace DeftStride.Core.Quantities;

/// <summary>Where a function is zero.</summary>
public static class Roots
{
    /// <summary>As near as doubles of the size of an angle in radians come.</summary>
    public const double Finest = 1e-14;

    private const int MostSteps = 200;

    /// <summary>The zero between two places where the function has different signs, by Brent's method.</summary>
    /// <param name="function">The function, continuous between them.</param>
    /// <param name="from">One place.</param>
    /// <param name="to">The other.</param>
    /// <param name="accuracy">How near the zero has to be, in the unit of the places.</param>
    /// <returns>The zero; null when the signs do not differ or the function is not finite.</returns>
    public static double? Between(Func<double, double> function, double from, double to, double accuracy = Finest)
    {
        ArgumentNullException.ThrowIfNull(function);
        var finite = true;
        double Value(double x)
        {
            var y = function(x);
            if (double.IsFinite(y))
                return y;
            // The search ends here, without a zero.
            finite = false;
            return 0;
        }

        return Brent.TryFindRoot(Value, from, to, accuracy, MostSteps, out var root) && finite ? root : null;
    }
}
