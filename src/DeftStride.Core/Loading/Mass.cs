using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Loading;

/// <summary>A mass at a place.</summary>
internal readonly record struct PointMass(double Kilograms, Place At);

/// <summary>
/// Segment masses and their centres (Dempster, as tabulated in Winter 2009, table 4.1): foot 0.0145 of body mass, shank
/// 0.0465, thigh 0.100, head, arms and trunk 0.678, one arm 0.050 of that.
/// </summary>
internal static class Mass
{
    public const double Gravity = 9.80665;
    private const double FootPart = 0.0145;
    private const double ShankPart = 0.0465;
    private const double ThighPart = 0.100;
    private const double UpperPart = 0.678;
    private const double ArmPart = 0.050;
    private const double FromProximal = 0.433;
    private const double UpperCentre = 0.626;
    private const double ArmCentre = 0.530;

    public static PointMass Foot(Body body, Place ankle, Place ball) =>
        new(FootPart * body.Mass, Along(ankle, ball, 0.5));

    public static PointMass Shank(Body body, Place knee, Place ankle) =>
        new(ShankPart * body.Mass, Along(knee, ankle, FromProximal));

    public static PointMass Thigh(Body body, Place hip, Place knee) =>
        new(ThighPart * body.Mass, Along(hip, knee, FromProximal));

    /// <summary>Head, arms and trunk with whatever is held.</summary>
    public static IEnumerable<PointMass> Upper(Body body, Place hip, Angle lean, Load load)
    {
        var up = (X: Math.Sin(lean.Radians), Y: Math.Cos(lean.Radians));
        Place OnTrunk(double part) => new(hip.X + (part * body.Trunk * up.X), hip.Y + (part * body.Trunk * up.Y));
        var shoulder = OnTrunk(1);
        yield return new PointMass(UpperPart * body.Mass, OnTrunk(UpperCentre));

        // The table has the arms along the trunk; when they hang or reach, the difference is moved.
        Place? arms = load.Position switch
        {
            LoadPosition.Sides or LoadPosition.Opposite or LoadPosition.Same => new Place(
                shoulder.X,
                shoulder.Y - (ArmCentre * body.Arm)
            ),
            LoadPosition.Forward => new Place(shoulder.X + (ArmCentre * body.Arm), shoulder.Y),
            _ => null,
        };
        if (arms is { } moved)
        {
            var resting = new Place(
                shoulder.X - (ArmCentre * body.Arm * up.X),
                shoulder.Y - (ArmCentre * body.Arm * up.Y)
            );
            yield return new PointMass(2 * ArmPart * body.Mass, moved);
            yield return new PointMass(-2 * ArmPart * body.Mass, resting);
        }

        if (load.Kilograms <= 0 || load.Position == LoadPosition.None)
            yield break;
        yield return new PointMass(load.Kilograms, Held(body, hip, lean, load.Position));
    }

    /// <summary>Where a load is, as fractions of the trunk up it and of stature ahead of it; hanging or reached from the shoulder.</summary>
    /// <returns>Metres, where the posture has its origin.</returns>
    public static Place Held(Body body, Place hip, Angle lean, LoadPosition position)
    {
        var (up, ahead) = (
            (X: Math.Sin(lean.Radians), Y: Math.Cos(lean.Radians)),
            (X: Math.Cos(lean.Radians), Y: -Math.Sin(lean.Radians))
        );
        Place OnTrunk(double part, double aheadOfStature) =>
            new(
                hip.X + (part * body.Trunk * up.X) + (aheadOfStature * body.Stature * ahead.X),
                hip.Y + (part * body.Trunk * up.Y) + (aheadOfStature * body.Stature * ahead.Y)
            );
        var shoulder = OnTrunk(1, 0);
        return position switch
        {
            LoadPosition.Goblet => OnTrunk(0.75, 0.12),
            LoadPosition.ElbowCrook => OnTrunk(0.50, 0.13),
            LoadPosition.Front => OnTrunk(1.00, 0.07),
            LoadPosition.Back => OnTrunk(1.00, -0.035),
            LoadPosition.Sandbag => OnTrunk(0.60, 0.12),
            LoadPosition.Sides or LoadPosition.Opposite or LoadPosition.Same => new Place(
                shoulder.X,
                shoulder.Y - body.Reach
            ),
            _ => new Place(shoulder.X + body.Reach, shoulder.Y),
        };
    }

    public static Place Along(Place from, Place to, double part) =>
        new(from.X + (part * (to.X - from.X)), from.Y + (part * (to.Y - from.Y)));

    public static (double Kilograms, Place Centre) Sum(IReadOnlyCollection<PointMass> masses)
    {
        var total = masses.Sum(m => m.Kilograms);
        return (
            total,
            new Place(masses.Sum(m => m.Kilograms * m.At.X) / total, masses.Sum(m => m.Kilograms * m.At.Y) / total)
        );
    }
}
