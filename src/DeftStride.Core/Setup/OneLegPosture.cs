using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>The points of a posture on one leg in the side view. The standing ankle stands at x = 0.</summary>
public sealed record OneLegPoints(
    Place Heel,
    Place Ball,
    Place Toe,
    Place Ankle,
    Place Knee,
    Place Hip,
    Place Shoulder,
    Place FreeKnee,
    Place FreeAnkle,
    Place FreeHeel,
    Place FreeBall,
    Place FreeToe
);

/// <summary>Bending on one leg, the other free: four angles fix it, and what the foot stands on.</summary>
/// <param name="Shin">φ from vertical, + knee ahead.</param>
/// <param name="Thigh">α against horizontal, + hip higher.</param>
/// <param name="TrunkLean">λ from vertical, + forward.</param>
/// <param name="FreeThigh">The free thigh from vertical, + ahead.</param>
/// <param name="FreeKnee">The free knee's flexion, 0 straight.</param>
/// <param name="Points">Where everything is.</param>
public sealed record OneLegPosture(
    Angle Shin,
    Angle Thigh,
    Angle TrunkLean,
    Angle FreeThigh,
    Angle FreeKnee,
    OneLegPoints Points
)
{
    /// <summary>The free leg hanging: thigh 15° ahead, knee bent by 15°.</summary>
    public static readonly Angle Hanging = Angle.FromDegrees(15);

    /// <summary>The standing knee's flexion, 0 straight.</summary>
    public Angle Knee => Angle.FromDegrees(90) + Shin - Thigh;

    /// <summary>The standing hip's flexion against the trunk.</summary>
    public Angle Hip => Angle.FromDegrees(90) - Thigh + TrunkLean;

    /// <summary>The posture for its angles.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="shin">φ.</param>
    /// <param name="thigh">α.</param>
    /// <param name="trunkLean">λ.</param>
    /// <param name="freeThigh">The free thigh, or null where it hangs.</param>
    /// <param name="freeKnee">The free knee, or null where it hangs.</param>
    /// <param name="boxMetres">What the foot stands on, above the floor.</param>
    /// <returns>Places in metres, the working ankle above 0.</returns>
    public static OneLegPosture Of(
        Body body,
        Angle shin,
        Angle thigh,
        Angle trunkLean,
        Angle? freeThigh = null,
        Angle? freeKnee = null,
        double boxMetres = 0
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        var (a, b) = (freeThigh ?? Hanging, freeKnee ?? Hanging);
        var ankle = new Place(0, boxMetres + body.AnkleHeight);
        var knee = new Place(body.Shank * Math.Sin(shin.Radians), ankle.Y + (body.Shank * Math.Cos(shin.Radians)));
        var hip = new Place(
            knee.X - (body.Thigh * Math.Cos(thigh.Radians)),
            knee.Y + (body.Thigh * Math.Sin(thigh.Radians))
        );
        var shank = a - b;
        var freeKneeAt = new Place(
            hip.X + (body.Thigh * Math.Sin(a.Radians)),
            hip.Y - (body.Thigh * Math.Cos(a.Radians))
        );
        var freeAnkle = new Place(
            freeKneeAt.X + (body.Shank * Math.Sin(shank.Radians)),
            freeKneeAt.Y - (body.Shank * Math.Cos(shank.Radians))
        );
        // The free foot stands square to its shank.
        var (c, s) = (Math.Cos(shank.Radians), Math.Sin(shank.Radians));
        Place OnSole(double ahead) =>
            new(freeAnkle.X + (ahead * c) + (body.AnkleHeight * s), freeAnkle.Y + (ahead * s) - (body.AnkleHeight * c));
        return new OneLegPosture(
            shin,
            thigh,
            trunkLean,
            a,
            b,
            new OneLegPoints(
                new Place(-Proportions.HeelToAnkle * body.Foot, boxMetres),
                new Place(body.AnkleToBall, boxMetres),
                new Place(Proportions.AnkleToToe * body.Foot, boxMetres),
                ankle,
                knee,
                hip,
                new Place(
                    hip.X + (body.Trunk * Math.Sin(trunkLean.Radians)),
                    hip.Y + (body.Trunk * Math.Cos(trunkLean.Radians))
                ),
                freeKneeAt,
                freeAnkle,
                OnSole(-Proportions.HeelToAnkle * body.Foot),
                OnSole(body.AnkleToBall),
                OnSole(Proportions.AnkleToToe * body.Foot)
            )
        );
    }

    /// <summary>The same posture on something of a height, metres.</summary>
    /// <returns>All places higher by it, metres.</returns>
    public OneLegPosture On(Body body, double boxMetres) =>
        Of(body, Shin, Thigh, TrunkLean, FreeThigh, FreeKnee, boxMetres);

    /// <summary>
    /// The least box on which the free leg hangs clear of the floor by 3 cm, with its foot square and the pelvis dropped on its side:
    /// t(cos a − sin α) + s(cos γ − cos φ) − h(1 − cos γ) + L·max(0.25 sin γ, −0.75 sin γ) + 0.10 H sin ζ + 3 cm, γ = a − b.
    /// </summary>
    /// <param name="body">Whose.</param>
    /// <param name="pelvicDrop">ζ, how far the free side hangs.</param>
    /// <returns>Metres above the floor.</returns>
    public double ClearBoxMetres(Body body, Angle pelvicDrop = default)
    {
        ArgumentNullException.ThrowIfNull(body);
        var free = FreeThigh - FreeKnee;
        var (cos, sin) = (Math.Cos(free.Radians), Math.Sin(free.Radians));
        return (body.Thigh * (Math.Cos(FreeThigh.Radians) - Math.Sin(Thigh.Radians)))
            + (body.Shank * (cos - Math.Cos(Shin.Radians)))
            - (body.AnkleHeight * (1 - cos))
            + (body.Foot * Math.Max(Proportions.HeelToAnkle * sin, -Proportions.AnkleToToe * sin))
            + (body.HipJointWidth * Math.Sin(pelvicDrop.Radians))
            + ClearMetres;
    }

    private const double ClearMetres = 0.03;
}
