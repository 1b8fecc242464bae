using DeftStride.Core.Quantities;

namespace DeftStride.Core.Measuring;

/// <summary>What a school or exercise accepts. Either edge may be absent, not both; the edges belong to the band.</summary>
public sealed record Band
{
    /// <summary>Makes a band.</summary>
    /// <exception cref="ArgumentException">Both edges are absent, or the lower is not below the upper.</exception>
    public Band(Quantity? lower, Quantity? upper)
    {
        if (lower is null && upper is null)
            throw new ArgumentException("A band needs at least one edge.", nameof(lower));
        if (lower is { } low && upper is { } high && low >= high)
            throw new ArgumentException("The lower edge must be below the upper.", nameof(lower));
        (Lower, Upper) = (lower, upper);
    }

    /// <summary>The lower edge, or null for none.</summary>
    public Quantity? Lower { get; }

    /// <summary>The upper edge, or null for none.</summary>
    public Quantity? Upper { get; }

    /// <summary>A band in a unit.</summary>
    /// <returns>Null without any edge.</returns>
    public static Band? Of(double? lower, double? upper, MeasureUnit unit) =>
        lower is null && upper is null
            ? null
            : new Band(
                lower is { } low ? new Quantity(low, unit) : null,
                upper is { } high ? new Quantity(high, unit) : null
            );

    /// <summary>How far inside the nearer edge a value lies; negative outside.</summary>
    /// <returns>In the band's unit.</returns>
    public Quantity Margin(Quantity value) =>
        (Lower, Upper) switch
        {
            ({ } low, { } high) => Quantity.Min(value - low, high - value),
            ({ } low, null) => value - low,
            (null, { } high) => high - value,
            _ => throw new InvalidOperationException("A band without edges cannot exist."),
        };

    /// <summary>The band in words: "−5° to 10°", "25° or more".</summary>
    public override string ToString() =>
        (Lower, Upper) switch
        {
            ({ } low, { } high) => $"{low} to {high}",
            ({ } low, null) => $"{low} or more",
            _ => $"{Upper} or less",
        };
}
