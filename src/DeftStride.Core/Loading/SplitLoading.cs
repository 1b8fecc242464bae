using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Loading;

/// <summary>Moments about the joints of one leg, N·m, + where the extensors (or the calf) must answer. External, and net of the leg's own weight.</summary>
public sealed record JointMoments(double Ankle, double Knee, double Hip)
{
    /// <summary>The share of each joint in what the extensors answer together, 0–1; moments the other way count as none.</summary>
    /// <returns>They add up to 1; all 0 where nothing asks the extensors.</returns>
    public (double Ankle, double Knee, double Hip) Shares()
    {
        var (a, k, h) = (Math.Max(0, Ankle), Math.Max(0, Knee), Math.Max(0, Hip));
        var sum = a + k + h;
        return sum <= 0 ? (0, 0, 0) : (a / sum, k / sum, h / sum);
    }
}

/// <summary>How a split stance carries its weight. A model of a still posture: an estimate, and lower than scales read in movement.</summary>
/// <param name="FrontShare">Of the two feet's load, on the front one. Below 0 or above 1 the client would fall.</param>
/// <param name="CentreOfMass">Of body and load.</param>
/// <param name="Front">Moments about the front leg's joints.</param>
/// <param name="Under">Where under the front foot its force acts.</param>
/// <param name="Newtons">How large that force is.</param>
/// <param name="Tilt">How far it leans from vertical, + forward.</param>
public sealed record SplitLoad(
    double FrontShare,
    Place CentreOfMass,
    JointMoments Front,
    Place Under,
    double Newtons,
    Angle Tilt
);

/// <summary>Load share and joint moments of a split stance standing still.</summary>
public static class SplitLoading
{
    /// <summary>Share and moments.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="posture">Where everything is.</param>
    /// <param name="load">What is held.</param>
    /// <param name="pressure">Where under the front foot the pressure lies, fraction of its length from the heel. Under the rear one it lies at the ball.</param>
    /// <param name="force">How the forces are tilted.</param>
    /// <returns>The front foot's share, below 0 or above 1 where the client would fall; moments in newton metres, positive where the extensors (or the calf) must answer.</returns>
    public static SplitLoad Of(
        Body body,
        SplitPosture posture,
        Load load,
        double pressure = Pressure.Instep,
        ForceRule? force = null
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(load);
        var p = posture.Points;
        var shank = Mass.Shank(body, p.FrontKnee, p.FrontAnkle);
        var foot = Mass.Foot(body, p.FrontAnkle, p.FrontBall);
        var thigh = Mass.Thigh(body, p.Hip, p.FrontKnee);
        PointMass[] all =
        [
            foot,
            shank,
            thigh,
            Mass.Foot(body, p.RearAnkle, p.RearBall),
            Mass.Shank(body, p.RearKnee, p.RearAnkle),
            Mass.Thigh(body, p.Hip, p.RearKnee),
            .. Mass.Upper(body, p.Hip, posture.Stance.TrunkLean, load),
        ];
        var (kilograms, centre) = Mass.Sum(all);
        var weight = kilograms * Mass.Gravity;
        // On the sole itself: with a wedge it is tilted, from the ball back.
        var wedge = posture.Stance.HeelWedge.Radians;
        var behind = Math.Max(0, Pressure.Ball - pressure) * body.Foot;
        var ahead = Math.Max(0, pressure - Pressure.Ball) * body.Foot;
        var under = new Place(
            p.FrontBall.X - (behind * Math.Cos(wedge)) + ahead,
            posture.Stance.FrontRaiseMetres + (behind * Math.Sin(wedge))
        );
        var (dx, dy) = (under.X - p.RearBall.X, under.Y - p.RearBall.Y);
        var (share, tilt) = force switch
        {
            ForceRule.RearAimed aimed => Aimed(Math.Tan(aimed.Aim.Radians)),
            ForceRule.Tilted tilted => Tilted(Math.Tan(tilted.Tilt.Radians)),
            _ => Tilted(0),
        };
        (double, double) Tilted(double tan) => ((centre.X - p.RearBall.X) / (dx - (tan * dy)), tan);
        (double, double) Aimed(double k)
        {
            var front = (centre.X - p.RearBall.X - (k * dy)) / (dx - (k * dy));
            return (front, -k * (1 - front) / front);
        }

        var up = share * weight;
        var along = up * tilt;
        double About(Place joint, params PointMass[] below) =>
            ((under.X - joint.X) * up)
            - ((under.Y - joint.Y) * along)
            - below.Sum(m => (m.At.X - joint.X) * m.Kilograms * Mass.Gravity);
        return new SplitLoad(
            share,
            centre,
            new JointMoments(
                About(p.FrontAnkle, foot),
                -About(p.FrontKnee, foot, shank),
                About(p.Hip, foot, shank, thigh)
            ),
            under,
            Math.Sqrt((up * up) + (along * along)),
            Angle.FromRadians(Math.Atan(tilt))
        );
    }

    /// <summary>The share as the range it is: with the pressure from heel to ball, standing still.</summary>
    /// <returns>Of the load, 0–1 where it stands; outside that it would fall.</returns>
    public static (double Least, double Most) ShareRange(Body body, SplitPosture posture, Load load)
    {
        double[] shares =
        [
            .. new[] { Pressure.Heel, Pressure.Instep, Pressure.Ball }.Select(at =>
                Of(body, posture, load, at).FrontShare
            ),
        ];
        return (shares.Min(), shares.Max());
    }
}
