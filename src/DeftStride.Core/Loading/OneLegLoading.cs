using DeftStride.Core.Bodies;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Loading;

/// <summary>How safely a centre of mass lies over the foot.</summary>
public enum OneLegBalance
{
    /// <summary>Not over the foot, or on its very edge: the client falls or steps.</summary>
    Falls,

    /// <summary>Over the foot, toward heel or toes: it can be held.</summary>
    Held,

    /// <summary>Over its middle third.</summary>
    Comfortable,
}

/// <summary>Standing on one leg: where the centre of mass lies over the foot, and the moments about the joints under it.</summary>
/// <param name="OverFoot">The centre of mass as a fraction of the foot from the heel.</param>
/// <param name="Moments">With the pressure under the centre of mass.</param>
/// <param name="CentreOfMass">Of body and load.</param>
/// <param name="Newtons">The whole weight, on this foot.</param>
public sealed record OneLegLoad(double OverFoot, JointMoments Moments, Place CentreOfMass, double Newtons)
{
    /// <summary>The part of the foot, from the heel, over which a centre of mass can be held.</summary>
    public const double Least = 0.10,
        Most = 0.90;

    /// <summary>The part over which it is held without effort, and its middle.</summary>
    public const double ComfortableLeast = 0.35,
        ComfortableMost = 0.65,
        Middle = 0.50;

    /// <summary>Whether the centre of mass lies over the foot, a tenth of it left at either end.</summary>
    public bool Balanced => Balance != OneLegBalance.Falls;

    /// <summary>How safely.</summary>
    public OneLegBalance Balance =>
        OverFoot is >= ComfortableLeast and <= ComfortableMost ? OneLegBalance.Comfortable
        : OverFoot is >= Least and <= Most ? OneLegBalance.Held
        : OneLegBalance.Falls;
}

/// <summary>The load of standing or bending on one leg.</summary>
public static class OneLegLoading
{
    /// <summary>Centre of mass and moments.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="posture">Where everything is.</param>
    /// <param name="load">What is held.</param>
    /// <returns>The centre of mass as a fraction of the foot from the heel; moments in newton metres, positive where the extensors (or the calf) must answer.</returns>
    public static OneLegLoad Of(Body body, OneLegPosture posture, Load load)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(load);
        var p = posture.Points;
        var (foot, shank, thigh) = (
            Mass.Foot(body, p.Ankle, p.Ball),
            Mass.Shank(body, p.Knee, p.Ankle),
            Mass.Thigh(body, p.Hip, p.Knee)
        );
        PointMass[] all =
        [
            foot,
            shank,
            thigh,
            Mass.Foot(body, p.FreeAnkle, p.FreeBall),
            Mass.Shank(body, p.FreeKnee, p.FreeAnkle),
            Mass.Thigh(body, p.Hip, p.FreeKnee),
            .. Mass.Upper(body, p.Hip, posture.TrunkLean, load),
        ];
        var (kilograms, centre) = Mass.Sum(all);
        double About(Place joint, params PointMass[] below) =>
            ((centre.X - joint.X) * kilograms * Mass.Gravity)
            - below.Sum(m => (m.At.X - joint.X) * m.Kilograms * Mass.Gravity);
        return new OneLegLoad(
            (centre.X - p.Heel.X) / body.Foot,
            new JointMoments(About(p.Ankle, foot), -About(p.Knee, foot, shank), About(p.Hip, foot, shank, thigh)),
            centre,
            kilograms * Mass.Gravity
        );
    }
}
