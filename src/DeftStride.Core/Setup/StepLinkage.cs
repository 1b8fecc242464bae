using System.Diagnostics.CodeAnalysis;
using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>Foot on the box, the other leg straight on the floor: the moment a step-up begins.</summary>
/// <param name="BoxMetres">Height of the box.</param>
/// <param name="ToeGapMetres">Floor toe tip to the face of the box; negative would put the toes inside it.</param>
/// <param name="KneeFlexion">κ of the leg on the box.</param>
/// <param name="Shin">φ of the leg on the box, + knee ahead of the ankle.</param>
/// <param name="FrontThigh">α against horizontal, + hip higher.</param>
public sealed record StepPosture(double BoxMetres, double ToeGapMetres, Angle KneeFlexion, Angle Shin, Angle FrontThigh)
{
    /// <summary>Hip flexion against a trunk that leans so far.</summary>
    /// <returns>0° for a thigh in line with the trunk.</returns>
    public Angle HipFlexion(Angle trunkLean) => Angle.FromDegrees(90) - FrontThigh + trunkLean;
}

/// <summary>Where everything is at the start of a step-up, in the side view; the face of the box stands at x = 0, the body behind it.</summary>
public sealed record StepPoints(
    Place FloorHeel,
    Place FloorToe,
    Place FloorAnkle,
    Place FloorKnee,
    Place Hip,
    Place Shoulder,
    Place Knee,
    Place Ankle,
    Place Heel,
    Place Toe
);

/// <summary>
/// The geometry of a step: from knee flexion and shin to the box and the distance to it, or from the box to the shin. The
/// floor leg is straight and may lean. An estimate while shank and thigh are unmeasured.
/// </summary>
public static class StepLinkage
{
    /// <summary>A box that suits while nothing is known of the client.</summary>
    public const double UnknownStatureBoxMetres = 0.40;

    /// <summary>The box and distance for a knee flexion and a shin.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="kneeFlexion">κ, above 0 and below 180°.</param>
    /// <param name="shin">φ.</param>
    /// <param name="heelInsetMetres">How far inside the edge the heel stands; 0 with the whole foot just on.</param>
    /// <param name="floorLegLean">ε, from vertical.</param>
    /// <returns>Box and distance in metres.</returns>
    public static StepPosture ForFlexion(
        Body body,
        Angle kneeFlexion,
        Angle shin,
        double heelInsetMetres = 0,
        Angle floorLegLean = default
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        var alpha = Angle.FromDegrees(90) + shin - kneeFlexion;
        var rise = (body.Shank * Math.Cos(shin.Radians)) + (body.Thigh * Math.Sin(alpha.Radians));
        var reach = (body.Thigh * Math.Cos(alpha.Radians)) - (body.Shank * Math.Sin(shin.Radians));
        var leg = body.Shank + body.Thigh;
        return new StepPosture(
            (leg * Math.Cos(floorLegLean.Radians)) - rise,
            (leg * Math.Sin(floorLegLean.Radians)) + reach - body.Foot - heelInsetMetres,
            kneeFlexion,
            shin,
            alpha
        );
    }

    /// <summary>The points of a step with the floor leg upright and the heel just inside the edge.</summary>
    /// <returns>Metres from the floor and from the face of the box.</returns>
    public static StepPoints Points(Body body, StepPosture step, Angle trunkLean)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(step);
        var ankle = new Place(Proportions.HeelToAnkle * body.Foot, step.BoxMetres + body.AnkleHeight);
        var knee = new Place(
            ankle.X + (body.Shank * Math.Sin(step.Shin.Radians)),
            ankle.Y + (body.Shank * Math.Cos(step.Shin.Radians))
        );
        var hip = new Place(
            knee.X - (body.Thigh * Math.Cos(step.FrontThigh.Radians)),
            knee.Y + (body.Thigh * Math.Sin(step.FrontThigh.Radians))
        );
        var shoulder = new Place(
            hip.X + (body.Trunk * Math.Sin(trunkLean.Radians)),
            hip.Y + (body.Trunk * Math.Cos(trunkLean.Radians))
        );
        return new StepPoints(
            new Place(hip.X - (Proportions.HeelToAnkle * body.Foot), 0),
            new Place(hip.X + (Proportions.AnkleToToe * body.Foot), 0),
            new Place(hip.X, body.AnkleHeight),
            new Place(hip.X, body.AnkleHeight + body.Shank),
            hip,
            shoulder,
            knee,
            ankle,
            new Place(0, step.BoxMetres),
            new Place(body.Foot, step.BoxMetres)
        );
    }

    /// <summary>
    /// The shin and distance for a knee flexion on a box that is there. Of the two forms the one with the hip behind the ankle is taken;
    /// do not use it for a posture that already hangs over the box.
    /// </summary>
    /// <returns>False when the leg cannot fold that way.</returns>
    public static bool TryForBox(
        Body body,
        Angle kneeFlexion,
        double boxMetres,
        [NotNullWhen(true)] out StepPosture? posture,
        double heelInsetMetres = 0,
        Angle floorLegLean = default
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        posture = null;
        var (s, t, leg) = (body.Shank, body.Thigh, body.Shank + body.Thigh);
        var rise = (leg * Math.Cos(floorLegLean.Radians)) - boxMetres;
        // Nobody steps onto something that is higher than the hip.
        if (rise <= 0)
            return false;
        var squared = (s * s) + (t * t) + (2 * s * t * Math.Cos(kneeFlexion.Radians));
        if (!double.IsFinite(boxMetres) || squared < rise * rise)
            return false;
        var reach = Math.Sqrt(squared - (rise * rise));
        var phi =
            Math.Atan2(t * Math.Sin(kneeFlexion.Radians), s + (t * Math.Cos(kneeFlexion.Radians)))
            - Math.Atan2(reach, rise);
        posture = ForFlexion(body, kneeFlexion, Angle.FromRadians(phi), heelInsetMetres, floorLegLean);
        return true;
    }

    /// <summary>The knee flexion that a box gives with a shin held so far.</summary>
    /// <returns>False when the box is too high or too low for it.</returns>
    public static bool TryForBoxAndShin(
        Body body,
        double boxMetres,
        Angle shin,
        [NotNullWhen(true)] out StepPosture? posture,
        double heelInsetMetres = 0,
        Angle floorLegLean = default
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        posture = null;
        var rise = ((body.Shank + body.Thigh) * Math.Cos(floorLegLean.Radians)) - boxMetres;
        if (rise <= 0)
            return false;
        var sine = (rise - (body.Shank * Math.Cos(shin.Radians))) / body.Thigh;
        if (sine is not (>= -1 and <= 1))
            return false;
        var alpha = Angle.FromRadians(Math.Asin(sine));
        posture = ForFlexion(body, Angle.FromDegrees(90) + shin - alpha, shin, heelInsetMetres, floorLegLean);
        return true;
    }
}
