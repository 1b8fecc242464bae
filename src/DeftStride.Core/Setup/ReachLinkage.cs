using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>How the two legs stand at the bottom of a form that reaches over the floor.</summary>
/// <param name="Way">Where the foot goes.</param>
/// <param name="Shin">φ of the working leg from vertical, + knee ahead.</param>
/// <param name="OtherKnee">Flexion of the other leg's knee, 0 straight.</param>
/// <param name="OtherOnBall">Whether the other foot stands on its ball, its heel up; else it is flat.</param>
/// <param name="Usual">The direction from the working foot to the other, as <see cref="ReachLinkage"/> measures it.</param>
/// <param name="Least">The least direction at which it is still this form.</param>
/// <param name="Most">The greatest.</param>
/// <param name="KneeUsual">The working knee's flexion at the bottom, to begin with.</param>
public sealed record ReachForm(
    ReachWay Way,
    Angle Shin,
    Angle OtherKnee,
    bool OtherOnBall,
    Angle Usual,
    Angle Least,
    Angle Most,
    Angle KneeUsual
)
{
    private static Angle Deg(double degrees) => Angle.FromDegrees(degrees);

    /// <summary>The forms; their angles are house rules of ours, from the clean postures of the catalogue.</summary>
    /// <returns>Null for a way that has none.</returns>
    public static ReachForm? Of(ReachWay way) =>
        way switch
        {
            ReachWay.Side => new(way, Deg(16), Deg(0), false, Deg(90), Deg(70), Deg(110), Deg(88)),
            ReachWay.Behind => new(way, Deg(14), Deg(42), true, Deg(35), Deg(15), Deg(60), Deg(58)),
            ReachWay.Across => new(way, Deg(16), Deg(40), true, Deg(45), Deg(30), Deg(60), Deg(60)),
            ReachWay.Open => new(way, Deg(4), Deg(48), false, Deg(0), Deg(0), Deg(20), Deg(80)),
            ReachWay.Slide => new(way, Deg(16), Deg(4), true, Deg(0), Deg(0), Deg(10), Deg(62)),
            _ => null,
        };
}

/// <summary>
/// The floor under a reach, metres over the floor: x ahead of the working ankle, y toward the other foot's own side. The tape runs from
/// the heel of the foot that stays to where the other touches: its toe tip where it reaches on its ball, else its heel.
/// </summary>
/// <param name="Form">Which form.</param>
/// <param name="Knee">Flexion of the working knee.</param>
/// <param name="Direction">Of the tape: from straight back of the foot that stays (straight ahead where the working foot steps across); across for <see cref="ReachWay.Behind"/> and <see cref="ReachWay.Across"/>, toward the other's own side else.</param>
/// <param name="TapeMetres">How long the tape is.</param>
/// <param name="OtherAnkle">The other ankle from the working one.</param>
/// <param name="HipHeightMetres">The hips above the floor.</param>
/// <param name="HipBackMetres">The working hip behind its ankle.</param>
public sealed record ReachPosture(
    ReachForm Form,
    Angle Knee,
    Angle Direction,
    double TapeMetres,
    Place OtherAnkle,
    double HipHeightMetres,
    double HipBackMetres
);

/// <summary>
/// Two legs over a floor, seen from above: the working foot flat, its leg in its own plane; the other leg from its own hip joint,
/// 0.10 of stature to the side, to where it meets the floor. Closed form.
/// </summary>
public static class ReachLinkage
{
    /// <summary>How far a foot on its ball has its toes extended.</summary>
    private static readonly Angle OnBall = Angle.FromDegrees(60);

    /// <summary>The most a working knee bends in these forms.</summary>
    public static readonly Angle MostKnee = Angle.FromDegrees(110);

    /// <summary>Where the other foot stands for a bend of the working knee.</summary>
    /// <returns>Metres, with how far the tape runs; null where the other leg does not reach the floor.</returns>
    public static ReachPosture? At(Body body, ReachForm form, Angle knee, Angle direction)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(form);
        var (phi, alpha) = (form.Shin.Radians, (Math.PI / 2) + form.Shin.Radians - knee.Radians);
        var height = body.AnkleHeight + (body.Shank * Math.Cos(phi)) + (body.Thigh * Math.Sin(alpha));
        var back = (body.Thigh * Math.Cos(alpha)) - (body.Shank * Math.Sin(phi));
        var leg = Math.Sqrt(
            (body.Shank * body.Shank)
                + (body.Thigh * body.Thigh)
                + (2 * body.Shank * body.Thigh * Math.Cos(form.OtherKnee.Radians))
        );
        var raised = body.AnkleBallAngle + OnBall.Radians;
        var ankle = form.OtherOnBall ? body.AnkleBallRadius * Math.Sin(raised) : body.AnkleHeight;
        var over = (leg * leg) - ((height - ankle) * (height - ankle));
        if (over < 0)
            return null;
        // From the other ankle to the end of the tape, less from the working ankle to its beginning; for a step across the other way round.
        var (heel, ball) = (Proportions.HeelToAnkle * body.Foot, body.AnkleBallRadius * Math.Cos(raised));
        var (ox, oy) = form.Way switch
        {
            ReachWay.Behind or ReachWay.Slide => (ball + body.BallToToe + heel, 0.0),
            // The planted heel is taped where it stands before it lifts.
            ReachWay.Across => (ball - (Proportions.HeelToBall * body.Foot) + heel, 0.0),
            ReachWay.Open => (heel, -heel),
            _ => (0.0, 0.0),
        };
        // A unit vector along the tape, and the other hip joint with what lies between ankle and tape taken off.
        var sign = form.Way is ReachWay.Behind or ReachWay.Across ? -1 : 1;
        var (ux, uy) = (-Math.Cos(direction.Radians), sign * Math.Sin(direction.Radians));
        var (hx, hy) = (ox - back, oy + body.HipJointWidth);
        var along = (ux * hx) + (uy * hy);
        var under = (along * along) - ((hx * hx) + (hy * hy) - over);
        if (under < 0)
            return null;
        var far = along + Math.Sqrt(under);
        return far <= 0
            ? null
            : new ReachPosture(form, knee, direction, far, new Place((far * ux) - ox, (far * uy) - oy), height, back);
    }

    /// <summary>The bend of the working knee at which the tape is so long.</summary>
    /// <returns>The posture; null where no bend up to <see cref="MostKnee"/> does it.</returns>
    public static ReachPosture? ForTape(Body body, ReachForm form, double tapeMetres, Angle direction)
    {
        double Off(double knee) =>
            (At(body, form, Angle.FromRadians(knee), direction)?.TapeMetres ?? double.NaN) - tapeMetres;
        // The deeper the further: the first bend that is far enough and the one before it lie to either side.
        const double step = Math.PI / 360;
        double? low = null;
        for (var knee = Math.Max(0, form.Shin.Radians); knee <= MostKnee.Radians + 1e-9; knee += step)
        {
            var off = Off(knee);
            if (double.IsNaN(off))
                continue;
            if (off < 0)
            {
                low = knee;
                continue;
            }

            return low is { } from && Roots.Between(Off, from, knee) is { } zero
                ? At(body, form, Angle.FromRadians(zero), direction)
                : null;
        }

        // The very deepest itself, which a step may miss by a rounding.
        return Math.Abs(Off(MostKnee.Radians)) < 1e-9 ? At(body, form, MostKnee, direction) : null;
    }
}
