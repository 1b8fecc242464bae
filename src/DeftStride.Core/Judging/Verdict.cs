using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>How a value stands to its band, given its error.</summary>
public enum Verdict
{
    /// <summary>Inside, and both edges are further away than the error reaches.</summary>
    InBand,

    /// <summary>Outside, and the edge is further away than the error reaches.</summary>
    Outside,

    /// <summary>An edge lies within the error's reach: more repetitions or another look decide.</summary>
    TooCloseToCall,
}

/// <summary>On which side of the band a value lies.</summary>
public enum BandSide
{
    /// <summary>Below the lower edge.</summary>
    Short,

    /// <summary>Between the edges.</summary>
    Within,

    /// <summary>Above the upper edge.</summary>
    Beyond,
}

/// <summary>A value judged against a band.</summary>
/// <param name="Verdict">The verdict.</param>
/// <param name="Where">Which side of the band the value itself lies on, error aside.</param>
/// <param name="Margin">How far inside the nearer edge the value lies; negative outside.</param>
/// <param name="Band">The band it was judged by.</param>
/// <param name="Reach">The error's reach that was used.</param>
public sealed record Judgement(Verdict Verdict, BandSide Where, Quantity Margin, Band Band, Quantity Reach)
{
    /// <summary>Judges a value. An edge exactly as far away as the reach is still too close to call.</summary>
    /// <param name="value">The value.</param>
    /// <param name="band">What is accepted.</param>
    /// <param name="reach">How far the error reaches; see <see cref="ErrorBudget.Reach"/>. Not negative.</param>
    public static Judgement Of(Quantity value, Band band, Quantity reach)
    {
        ArgumentNullException.ThrowIfNull(band);
        ArgumentOutOfRangeException.ThrowIfNegative(reach.Value, nameof(reach));
        var where =
            band.Lower is { } floor && value < floor ? BandSide.Short
            : band.Upper is { } ceiling && value > ceiling ? BandSide.Beyond
            : BandSide.Within;
        var edgeInReach =
            (band.Lower is { } low && (value - low).Abs() <= reach)
            || (band.Upper is { } high && (value - high).Abs() <= reach);
        var verdict =
            edgeInReach ? Verdict.TooCloseToCall
            : where == BandSide.Within ? Verdict.InBand
            : Verdict.Outside;
        return new Judgement(verdict, where, band.Margin(value), band, reach);
    }
}
