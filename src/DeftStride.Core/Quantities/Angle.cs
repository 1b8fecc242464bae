using System.Globalization;

namespace DeftStride.Core.Quantities;

/// <summary>
/// A plane angle. Degrees on its face, radians inside, any magnitude: it is never wrapped.
/// Signs belong to the measure that produced it (see the measure), not to the angle.
/// Do not use it for a heading or for anything that is the same again after a full turn.
/// </summary>
public readonly record struct Angle : IComparable<Angle>
{
    private const double DegreesPerRadian = 180.0 / Math.PI;

    private Angle(double radians) => Radians = radians;

    /// <summary>The size in radians.</summary>
    public double Radians { get; }

    /// <summary>The size in degrees.</summary>
    public double Degrees => Radians * DegreesPerRadian;

    /// <summary>No angle at all.</summary>
    public static Angle Zero => default;

    /// <summary>Makes an angle from degrees.</summary>
    /// <returns>The angle, never wrapped.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The number is NaN or infinite.</exception>
    public static Angle FromDegrees(double degrees) => FromRadians(degrees / DegreesPerRadian);

    /// <summary>Makes an angle from radians.</summary>
    /// <returns>The angle, never wrapped.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The number is NaN or infinite.</exception>
    public static Angle FromRadians(double radians) =>
        double.IsFinite(radians)
            ? new Angle(radians)
            : throw new ArgumentOutOfRangeException(nameof(radians), radians, "An angle must be a finite number.");

    /// <summary>The size without its sign.</summary>
    /// <returns>Zero or more.</returns>
    public Angle Abs() => new(Math.Abs(Radians));

    /// <summary>The larger of two angles.</summary>
    /// <returns>One of the two, sign and all.</returns>
    public static Angle Max(Angle a, Angle b) => a >= b ? a : b;

    /// <summary>The smaller of two angles.</summary>
    /// <returns>One of the two, sign and all.</returns>
    public static Angle Min(Angle a, Angle b) => a <= b ? a : b;

    /// <inheritdoc/>
    public int CompareTo(Angle other) => Radians.CompareTo(other.Radians);

    /// <summary>The sum.</summary>
    public static Angle operator +(Angle a, Angle b) => new(a.Radians + b.Radians);

    /// <summary>The difference.</summary>
    public static Angle operator -(Angle a, Angle b) => new(a.Radians - b.Radians);

    /// <summary>The same size with the other sign.</summary>
    public static Angle operator -(Angle a) => new(-a.Radians);

    /// <summary>The angle times a finite number.</summary>
    public static Angle operator *(double factor, Angle a) => FromRadians(factor * a.Radians);

    /// <summary>Whether the left is smaller.</summary>
    public static bool operator <(Angle a, Angle b) => a.Radians < b.Radians;

    /// <summary>Whether the left is larger.</summary>
    public static bool operator >(Angle a, Angle b) => a.Radians > b.Radians;

    /// <summary>Whether the left is not larger.</summary>
    public static bool operator <=(Angle a, Angle b) => a.Radians <= b.Radians;

    /// <summary>Whether the left is not smaller.</summary>
    public static bool operator >=(Angle a, Angle b) => a.Radians >= b.Radians;

    /// <summary>Whole degrees, rounded half away from zero, with a true minus sign: "24°", "−3°".</summary>
    public override string ToString()
    {
        var whole = Math.Round(Degrees, MidpointRounding.AwayFromZero);
        var sign = whole < 0 ? "\u2212" : "";
        return sign + Math.Abs(whole).ToString("0", CultureInfo.InvariantCulture) + "°";
    }
}
