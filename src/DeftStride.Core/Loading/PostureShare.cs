using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Loading;

/// <summary>
/// The front foot's share of the load as a still posture has it, worked out from a picture from the side. An estimate and a
/// range: where under the front foot the pressure lies is not seen, and scales read in movement show some ten points more.
/// It is never judged. Do not use it for stances on one leg.
/// </summary>
/// <param name="Side">The client's own working side.</param>
/// <param name="LeastPercent">With the pressure at the ball of the front foot.</param>
/// <param name="MostPercent">With the pressure at its heel.</param>
public sealed record PostureShare(BodySide Side, double LeastPercent, double MostPercent)
{
    /// <summary>What a still has to show for it.</summary>
    public static IReadOnlyList<Landmark> Needs { get; } =
    [Landmark.Ankle, Landmark.Knee, Landmark.Hip, Landmark.Shoulder, Landmark.RearKnee, Landmark.RearAnkle];

    /// <summary>The share from one still of the bottom from the side, its camera as it is.</summary>
    /// <returns>Null when a point is missing or the body would fall.</returns>
    public static PostureShare? TryOf(PointSet still, Body body, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(still);
        return MeasureReader.Sound(still, errors) is { } sound ? TryOf(sound, body) : null;
    }

    /// <summary>The same of a still that was levelled, and whose camera was taken out where it is known.</summary>
    /// <returns>Null when a point is missing or the body would fall.</returns>
    public static PostureShare? TryOf(Levelled f, Body body)
    {
        ArgumentNullException.ThrowIfNull(f);
        ArgumentNullException.ThrowIfNull(body);
        var still = f.Still;
        if (still.View != View.Side || !Needs.All(f.Has))
            return null;
        var metres = body.Shank / f.Distance(Landmark.Ankle, Landmark.Knee);
        Place At(Landmark l) => new((f.X(l) - f.X(Landmark.Ankle)) * metres, (f.Up(l) - f.Up(Landmark.Ankle)) * metres);
        var rearBall = f.Has(Landmark.RearToe)
            ? At(Landmark.RearToe) with
            {
                X = At(Landmark.RearToe).X - (0.2 * body.Foot),
            }
            : At(Landmark.RearAnkle);
        var (ankle, knee, hip, rearKnee, rearAnkle) = (
            At(Landmark.Ankle),
            At(Landmark.Knee),
            At(Landmark.Hip),
            At(Landmark.RearKnee),
            At(Landmark.RearAnkle)
        );
        var lean = Angle.FromDegrees(
            Math.Atan2(At(Landmark.Shoulder).X - hip.X, At(Landmark.Shoulder).Y - hip.Y) * 180 / Math.PI
        );
        var (_, centre) = Mass.Sum([
            Mass.Foot(body, ankle, new Place(ankle.X + (Proportions.AnkleToBall * body.Foot), 0)),
            Mass.Shank(body, knee, ankle),
            Mass.Thigh(body, hip, knee),
            Mass.Foot(body, rearAnkle, rearBall),
            Mass.Shank(body, rearKnee, rearAnkle),
            Mass.Thigh(body, hip, rearKnee),
            .. Mass.Upper(body, hip, lean, Load.None),
        ]);
        // The ankle lies a quarter of the foot ahead of its heel.
        double Percent(double pressure) =>
            100 * (centre.X - rearBall.X) / (ankle.X + ((pressure - 0.25) * body.Foot) - rearBall.X);
        var (least, most) = (Percent(Pressure.Ball), Percent(Pressure.Heel));
        return least is < 0 or > 110 || most is < 0 or > 130
            ? null
            : new PostureShare(still.FrontLeg, Math.Min(least, 100), Math.Min(most, 100));
    }
}
