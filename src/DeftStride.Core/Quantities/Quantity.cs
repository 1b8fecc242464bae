using System.Globalization;

namespace DeftStride.Core.Quantities;

/// <summary>What a measure's number is in.</summary>
public enum MeasureUnit
{
    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>Centimetres.</summary>
    Centimetres,

    /// <summary>Percent.</summary>
    Percent,

    /// <summary>Seconds.</summary>
    Seconds,

    /// <summary>Seen by the coach, yes or no; a picture does not give it.</summary>
    Tick,
}

/// <summary>
/// A number with its unit. Two quantities are only compared, added or subtracted in the same unit. Signs belong to the
/// measure. Do not use it for lengths and forces inside the linkages: those are plain SI numbers.
/// </summary>
public readonly record struct Quantity : IComparable<Quantity>
{
    /// <summary>Makes a quantity.</summary>
    /// <exception cref="ArgumentOutOfRangeException">The number is NaN or infinite.</exception>
    public Quantity(double value, MeasureUnit unit)
    {
        if (!double.IsFinite(value))
            throw new ArgumentOutOfRangeException(nameof(value), value, "A quantity must be a finite number.");
        (Value, Unit) = (value, unit);
    }

    /// <summary>The number, in <see cref="Unit"/>.</summary>
    public double Value { get; }

    /// <summary>The unit.</summary>
    public MeasureUnit Unit { get; }

    /// <summary>Degrees.</summary>
    /// <returns>That many.</returns>
    public static Quantity Degrees(double value) => new(value, MeasureUnit.Degrees);

    /// <summary>Centimetres.</summary>
    /// <returns>That many.</returns>
    public static Quantity Centimetres(double value) => new(value, MeasureUnit.Centimetres);

    /// <summary>Percent.</summary>
    /// <returns>That many.</returns>
    public static Quantity Percent(double value) => new(value, MeasureUnit.Percent);

    /// <summary>Seconds.</summary>
    /// <returns>That many.</returns>
    public static Quantity Seconds(double value) => new(value, MeasureUnit.Seconds);

    /// <summary>The size without its sign.</summary>
    /// <returns>Zero or more, in the same unit.</returns>
    public Quantity Abs() => new(Math.Abs(Value), Unit);

    /// <summary>The larger of two.</summary>
    /// <returns>One of the two, sign and all.</returns>
    public static Quantity Max(Quantity a, Quantity b) => a >= b ? a : b;

    /// <summary>The smaller of two.</summary>
    /// <returns>One of the two, sign and all.</returns>
    public static Quantity Min(Quantity a, Quantity b) => a <= b ? a : b;

    /// <inheritdoc/>
    public int CompareTo(Quantity other) => Value.CompareTo(Same(other));

    /// <summary>The sum.</summary>
    public static Quantity operator +(Quantity a, Quantity b) => new(a.Value + a.Same(b), a.Unit);

    /// <summary>The difference.</summary>
    public static Quantity operator -(Quantity a, Quantity b) => new(a.Value - a.Same(b), a.Unit);

    /// <summary>The same size with the other sign.</summary>
    public static Quantity operator -(Quantity a) => new(-a.Value, a.Unit);

    /// <summary>The quantity times a finite number.</summary>
    public static Quantity operator *(double factor, Quantity a) => new(factor * a.Value, a.Unit);

    /// <summary>Whether the left is smaller.</summary>
    public static bool operator <(Quantity a, Quantity b) => a.Value < a.Same(b);

    /// <summary>Whether the left is larger.</summary>
    public static bool operator >(Quantity a, Quantity b) => a.Value > a.Same(b);

    /// <summary>Whether the left is not larger.</summary>
    public static bool operator <=(Quantity a, Quantity b) => a.Value <= a.Same(b);

    /// <summary>Whether the left is not smaller.</summary>
    public static bool operator >=(Quantity a, Quantity b) => a.Value >= a.Same(b);

    /// <summary>Whole units (seconds to a tenth), rounded half away from zero, with a true minus sign: "24°", "−3 cm", "55 %".</summary>
    public override string ToString()
    {
        var rounded = Math.Round(Value, Unit == MeasureUnit.Seconds ? 1 : 0, MidpointRounding.AwayFromZero);
        var number = Math.Abs(rounded).ToString("0.#", CultureInfo.InvariantCulture);
        return (rounded < 0 ? "\u2212" : "")
            + number
            + Unit switch
            {
                MeasureUnit.Degrees => "°",
                MeasureUnit.Centimetres => " cm",
                MeasureUnit.Percent => " %",
                MeasureUnit.Seconds => " s",
                _ => "",
            };
    }

    private double Same(Quantity other) =>
        other.Unit == Unit
            ? other.Value
            : throw new InvalidOperationException($"{Unit} and {other.Unit} cannot be compared.");
}
