using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>
/// What fixes the bottom of a split stance: four of its freedoms, the floor under it and the rear foot's rule.
/// </summary>
/// <param name="FrontShin">φ from vertical, + knee ahead of the ankle.</param>
/// <param name="RearThigh">ρ from vertical, + knee behind the hip.</param>
/// <param name="RearKneeMetres">c, the rear knee's centre above the floor.</param>
/// <param name="TrunkLean">λ from vertical, + forward.</param>
/// <param name="FrontRaiseMetres">f, the surface under the front foot above the floor.</param>
/// <param name="RearRaiseMetres">e, the surface under the rear foot above the floor.</param>
/// <param name="HeelWedge">ω under the front heel.</param>
/// <param name="RearFoot">How the rear foot stands.</param>
public sealed record SplitStance(
    Angle FrontShin,
    Angle RearThigh,
    double RearKneeMetres,
    Angle TrunkLean,
    double FrontRaiseMetres = 0,
    double RearRaiseMetres = 0,
    Angle HeelWedge = default,
    RearFoot? RearFoot = null
)
{
    /// <summary>The knee's centre above a surface that it touches.</summary>
    public const double KneeRadiusMetres = 0.045;

    /// <summary>A pad of 2 cm and the knee on it.</summary>
    public const double OnPadMetres = 0.02 + KneeRadiusMetres;

    /// <summary>
    /// The knee's centre at which, with front shin and rear thigh vertical, the front knee is bent to exactly 90°: 0.040 H.
    /// The rear knee is then about 100°, since on the ball of the foot the ankle stands higher than the knee.
    /// </summary>
    /// <returns>Metres above the floor.</returns>
    public static double TwoRightAnglesMetres(Body body)
    {
        ArgumentNullException.ThrowIfNull(body);
        return body.AnkleHeight + body.Shank - body.Thigh;
    }
}

/// <summary>Why no posture exists.</summary>
public enum LinkageFault
{
    /// <summary>The front thigh is too short to reach from the front knee to the hip's height.</summary>
    FrontKneeAndHipHeight,

    /// <summary>The rear shank cannot reach from the rear knee to the rear foot.</summary>
    RearKneeAndRearFoot,

    /// <summary>The hip lies out of reach of the front ankle.</summary>
    StanceAndFrontLeg,

    /// <summary>A number is not finite or beyond anything that bodies do.</summary>
    BeyondBodies,
}

/// <summary>Sentences for linkage faults.</summary>
public static class LinkageFaults
{
    /// <summary>The two things that are too far apart, and what brings them together.</summary>
    /// <returns>What is too far apart, then what to do.</returns>
    public static string Sentence(LinkageFault fault) =>
        fault switch
        {
            LinkageFault.FrontKneeAndHipHeight =>
                "The front knee and the hips are too far apart in height. Lower the front foot, or go deeper or less deep.",
            LinkageFault.RearKneeAndRearFoot =>
                "The rear knee and the rear foot are too far apart in height. Lower the rear surface, or go less deep.",
            LinkageFault.StanceAndFrontLeg => "The stance is too long for the front leg to reach the hips. Shorten it.",
            LinkageFault.BeyondBodies => "One of the numbers is beyond anything a body does. Set it back.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, null),
        };
}

/// <summary>The points of a posture in the side view. The front ankle stands at x = 0.</summary>
public sealed record SplitPoints(
    Place FrontHeel,
    Place FrontBall,
    Place FrontToe,
    Place FrontAnkle,
    Place FrontKnee,
    Place Hip,
    Place Shoulder,
    Place RearKnee,
    Place RearAnkle,
    Place RearBall,
    Place RearToe
);

/// <summary>A posture that fits: its points, its joint angles and its stance.</summary>
/// <param name="Stance">What it was solved from.</param>
/// <param name="Points">Where everything is.</param>
/// <param name="StanceMetres">S, front heel to rear toe tip.</param>
/// <param name="FrontThigh">α against horizontal, + hip higher.</param>
/// <param name="FrontKnee">Flexion, 0 straight.</param>
/// <param name="FrontHip">Flexion against the trunk.</param>
/// <param name="FrontAnkle">Dorsiflexion over what it stands on; the wedge is taken off.</param>
/// <param name="RearKnee">Flexion, 0 straight.</param>
/// <param name="RearHip">Extension against the trunk.</param>
/// <param name="RearShank">ψ from vertical.</param>
/// <param name="RearAnkle">δ dorsiflexion, or null on the instep.</param>
/// <param name="BigToe">θ extension; zero on the instep.</param>
/// <param name="KneePastToeMetres">How far the front knee is ahead of the toe tip; negative behind.</param>
public sealed record SplitPosture(
    SplitStance Stance,
    SplitPoints Points,
    double StanceMetres,
    Angle FrontThigh,
    Angle FrontKnee,
    Angle FrontHip,
    Angle FrontAnkle,
    Angle RearKnee,
    Angle RearHip,
    Angle RearShank,
    Angle? RearAnkle,
    Angle BigToe,
    double KneePastToeMetres
);

/// <summary>
/// The linkage of a split stance at its bottom, in the side view: two legs of fixed segments that meet at one hip point,
/// both feet on their surfaces. Solved in closed form, except for the shared rear-foot rule (a root to 1e-14 rad).
/// </summary>
public static class SplitLinkage
{
    /// <summary>The posture.</summary>
    /// <returns>Places in metres.</returns>
    /// <exception cref="FaultException{LinkageFault}">Nothing fits; the fault names what is too far apart.</exception>
    public static SplitPosture Solve(Body body, SplitStance stance) =>
        TrySolve(body, stance).OrThrow(LinkageFaults.Sentence);

    /// <summary>The posture of a stance.</summary>
    /// <returns>Places in metres; else the fault.</returns>
    public static Result<SplitPosture, LinkageFault> TrySolve(Body body, SplitStance stance)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(stance);
        if (!Sensible(stance))
            return LinkageFault.BeyondBodies;
        if (Rear(body, stance) is not { } rear)
            return LinkageFault.RearKneeAndRearFoot;
        var (phi, rho) = (stance.FrontShin.Radians, stance.RearThigh.Radians);
        var ankle = FrontAnkle(body, stance);
        var knee = new Place(ankle.X + (body.Shank * Math.Sin(phi)), ankle.Y + (body.Shank * Math.Cos(phi)));
        var hipY = stance.RearKneeMetres + (body.Thigh * Math.Cos(rho));
        var sine = (hipY - knee.Y) / body.Thigh;
        if (sine is > 1 or < -1 || !double.IsFinite(sine))
            return LinkageFault.FrontKneeAndHipHeight;
        var alpha = Math.Asin(sine);
        var hip = new Place(knee.X - (body.Thigh * Math.Cos(alpha)), hipY);
        return Compose(body, stance, rear, ankle, knee, hip, alpha);
    }

    /// <summary>
    /// The posture that a stance length leaves when the rear thigh, the depth and the rear rule are given: the front shin follows from
    /// them.
    /// </summary>
    /// <param name="body">Whose.</param>
    /// <param name="stanceMetres">S, front heel to rear toe tip.</param>
    /// <param name="stance">Everything else; its front shin is ignored.</param>
    /// <returns>The posture with its front shin; else the fault.</returns>
    public static Result<SplitPosture, LinkageFault> TryFromStanceLength(
        Body body,
        double stanceMetres,
        SplitStance stance
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(stance);
        if (!Sensible(stance) || !double.IsFinite(stanceMetres))
            return LinkageFault.BeyondBodies;
        if (Rear(body, stance) is not { } rear)
            return LinkageFault.RearKneeAndRearFoot;
        var (s, t, rho) = (body.Shank, body.Thigh, stance.RearThigh.Radians);
        var ankle = FrontAnkle(body, stance);
        var toe = FrontHeel(body, stance).X - stanceMetres;
        var hip = new Place(toe - rear.ToeFromHipX(body, rho), stance.RearKneeMetres + (t * Math.Cos(rho)));
        var (dx, dy) = (hip.X - ankle.X, hip.Y - ankle.Y);
        var cosine = ((dx * dx) + (dy * dy) - (s * s) - (t * t)) / (2 * s * t);
        if (cosine is > 1 or < -1 || !double.IsFinite(cosine))
            return LinkageFault.StanceAndFrontLeg;
        var bend = Math.Acos(cosine);
        var phi = Math.Atan2(dx, dy) + Math.Atan2(t * Math.Sin(bend), s + (t * Math.Cos(bend)));
        if (phi is <= -Math.PI / 2 or >= Math.PI / 2)
            return LinkageFault.StanceAndFrontLeg;
        var solved = TrySolve(body, stance with { FrontShin = Angle.FromRadians(phi) });
        // Of the two ways the front leg can fold the linkage knows one: a length that needs the other has no posture.
        return solved.Is(out var posture) && Math.Abs(posture.StanceMetres - stanceMetres) > 1e-6
            ? LinkageFault.StanceAndFrontLeg
            : solved;
    }

    /// <summary>
    /// Where the hip is with the feet where they are and the knees bent so far: the upper crossing of two circles about the
    /// ankles. The way from the bottom to the top along it is the planted-foot path; hips that drift back leave it.
    /// </summary>
    /// <returns>The hip, or null when the circles do not meet.</returns>
    public static Place? HipAt(Body body, SplitPosture posture, Angle frontKnee, Angle rearKnee)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        double Radius(Angle bend) =>
            Math.Sqrt(
                (body.Shank * body.Shank)
                    + (body.Thigh * body.Thigh)
                    + (2 * body.Shank * body.Thigh * Math.Cos(bend.Radians))
            );
        var (a, b) = (posture.Points.FrontAnkle, posture.Points.RearAnkle);
        return Circles.Upper(Radius(frontKnee), b.X - a.X, b.Y - a.Y, Radius(rearKnee)) is var (x, y)
            ? new Place(a.X + x, a.Y + y)
            : null;
    }

    /// <summary>The planted-foot path from the bottom to a top with the given knee bends, both knees straightening in step.</summary>
    /// <returns>The hips' places, metres, <paramref name="steps"/> + 1 of them from the bottom up; it ends where a leg no longer reaches.</returns>
    public static IReadOnlyList<Place> PlantedPath(
        Body body,
        SplitPosture posture,
        Angle frontKneeAtTop,
        Angle rearKneeAtTop,
        int steps = 20
    )
    {
        ArgumentNullException.ThrowIfNull(posture);
        var path = new List<Place> { posture.Points.Hip };
        for (var i = 1; i <= steps; i++)
        {
            var u = (double)i / steps;
            if (
                HipAt(
                    body,
                    posture,
                    Between(posture.FrontKnee, frontKneeAtTop, u),
                    Between(posture.RearKnee, rearKneeAtTop, u)
                )
                is not { } hip
            )
                break;
            path.Add(hip);
        }

        return path;
    }

    private static Angle Between(Angle from, Angle to, double u) => from + (u * (to - from));

    private static bool Sensible(SplitStance q) =>
        Within(q.FrontShin, 89)
        && Within(q.RearThigh, 89)
        && Within(q.TrunkLean, 120)
        && Within(q.HeelWedge, 45)
        && q.HeelWedge >= Angle.Zero
        && q.RearKneeMetres is > 0 and < 1
        && q.FrontRaiseMetres is >= 0 and <= 1
        && q.RearRaiseMetres is >= 0 and <= 1;

    private static bool Within(Angle angle, double degrees) => Math.Abs(angle.Degrees) <= degrees;

    private static Place FrontAnkle(Body body, SplitStance q) =>
        new(0, q.FrontRaiseMetres + (body.AnkleBallRadius * Math.Sin(body.AnkleBallAngle + q.HeelWedge.Radians)));

    private static double FrontBallX(Body body, SplitStance q) =>
        body.AnkleBallRadius * Math.Cos(body.AnkleBallAngle + q.HeelWedge.Radians);

    private static Place FrontHeel(Body body, SplitStance q) =>
        new(
            FrontBallX(body, q) - (Proportions.HeelToBall * body.Foot * Math.Cos(q.HeelWedge.Radians)),
            q.FrontRaiseMetres + (Proportions.HeelToBall * body.Foot * Math.Sin(q.HeelWedge.Radians))
        );

    /// <summary>Shank angle and toe pitch of the rear leg, radians; both as the rule has them.</summary>
    private readonly record struct RearLeg(double Psi, double Theta, bool OnInstep)
    {
        /// <summary>Toe tip less hip, forward.</summary>
        public double ToeFromHipX(Body body, double rho)
        {
            var ankle = -(body.Thigh * Math.Sin(rho)) - (body.Shank * Math.Sin(Psi));
            return OnInstep
                ? ankle - (Proportions.AnkleToToe * body.Foot)
                : ankle + (body.AnkleBallRadius * Math.Cos(body.AnkleBallAngle + Theta)) + body.BallToToe;
        }
    }

    private static RearLeg? Rear(Body body, SplitStance q)
    {
        var (s, r, beta) = (body.Shank, body.AnkleBallRadius, body.AnkleBallAngle);
        var above = q.RearKneeMetres - q.RearRaiseMetres;
        RearLeg? OfToe(double theta) =>
            Acos((above - (r * Math.Sin(beta + theta))) / s) is { } psi ? new RearLeg(psi, theta, false) : null;
        switch (q.RearFoot ?? Setup.RearFoot.Usual)
        {
            case Setup.RearFoot.BigToe toe:
                return OfToe(toe.Extension.Radians);
            case Setup.RearFoot.Ankle ankle:
            {
                var delta = ankle.Bend.Radians;
                var p = body.AnkleHeight + (s * Math.Cos(delta));
                var w = body.AnkleToBall - (s * Math.Sin(delta));
                var theta = Math.Atan2(w, p) + Acos(above / Math.Sqrt((p * p) + (w * w)));
                return theta is { } found && double.IsFinite(found) ? new RearLeg(found + delta, found, false) : null;
            }

            case Setup.RearFoot.Instep instep:
                return Acos((above - instep.AnkleAboveSurfaceMetres) / s) is { } flat
                    ? new RearLeg(flat, 0, true)
                    : null;
            case Setup.RearFoot.Shared shared:
                return Shared(shared, OfToe);
            default:
                return null;
        }
    }

    /// <summary>θ/θmax − δ/δmax grows with θ: while the heel rises the ankle opens. Its zero is found between the first two angles that lie to either side of it.</summary>
    private static RearLeg? Shared(RearFoot.Shared rule, Func<double, RearLeg?> ofToe)
    {
        if (rule.BigToeMost <= Angle.Zero || rule.AnkleMost <= Angle.Zero)
            return null;
        double? Excess(double theta) =>
            ofToe(theta) is { } leg
                ? (theta / rule.BigToeMost.Radians) - ((leg.Psi - theta) / rule.AnkleMost.Radians)
                : null;
        const int Samples = 60;
        var most = Math.PI * 0.61;
        double? low = null;
        for (var i = 0; i <= Samples; i++)
        {
            var theta = most * i / Samples;
            if (Excess(theta) is not { } excess)
            {
                low = null;
                continue;
            }

            if (excess < 0)
                low = theta;
            else if (low is { } from)
            {
                return Roots.Between(t => Excess(t) ?? double.NaN, from, theta) is { } zero ? ofToe(zero) : null;
            }
            else if (excess == 0)
                return ofToe(theta);
        }

        return null;
    }

    private static double? Acos(double cosine) => cosine is >= -1 and <= 1 ? Math.Acos(cosine) : null;

    private static SplitPosture Compose(
        Body body,
        SplitStance q,
        RearLeg rear,
        Place ankle,
        Place knee,
        Place hip,
        double alpha
    )
    {
        var (rho, lean, wedge) = (q.RearThigh.Radians, q.TrunkLean.Radians, q.HeelWedge.Radians);
        var rearKnee = new Place(hip.X - (body.Thigh * Math.Sin(rho)), q.RearKneeMetres);
        var rearAnkle = new Place(
            rearKnee.X - (body.Shank * Math.Sin(rear.Psi)),
            rearKnee.Y - (body.Shank * Math.Cos(rear.Psi))
        );
        var rearToeX = hip.X + rear.ToeFromHipX(body, rho);
        var rearBall = rear.OnInstep
            ? new Place(rearAnkle.X - (Proportions.AnkleToBall * body.Foot), q.RearRaiseMetres)
            : new Place(
                rearAnkle.X + (body.AnkleBallRadius * Math.Cos(body.AnkleBallAngle + rear.Theta)),
                q.RearRaiseMetres
            );
        var frontBall = new Place(FrontBallX(body, q), q.FrontRaiseMetres);
        var heel = FrontHeel(body, q);
        var toe = new Place(frontBall.X + body.BallToToe, q.FrontRaiseMetres);
        var shoulder = new Place(hip.X + (body.Trunk * Math.Sin(lean)), hip.Y + (body.Trunk * Math.Cos(lean)));
        var points = new SplitPoints(
            heel,
            frontBall,
            toe,
            ankle,
            knee,
            hip,
            shoulder,
            rearKnee,
            rearAnkle,
            rearBall,
            new Place(rearToeX, q.RearRaiseMetres)
        );
        var quarter = Math.PI / 2;
        return new SplitPosture(
            q,
            points,
            heel.X - rearToeX,
            Angle.FromRadians(alpha),
            Angle.FromRadians(q.FrontShin.Radians + quarter - alpha),
            Angle.FromRadians(quarter - alpha + lean),
            Angle.FromRadians(q.FrontShin.Radians - wedge),
            Angle.FromRadians(rear.Psi - rho),
            Angle.FromRadians(rho - lean),
            Angle.FromRadians(rear.Psi),
            rear.OnInstep ? null : Angle.FromRadians(rear.Psi - rear.Theta),
            Angle.FromRadians(rear.Theta),
            knee.X - toe.X
        );
    }
}
