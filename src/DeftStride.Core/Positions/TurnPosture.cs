using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>
/// A split stance just after the turn, where the force peaks: feet where they are, the hip 6.7 % of the way along the line from the
/// bottom to the top position (knees 5°, rear foot pitched 40° on its ball), the pitch in step, the lean kept. An estimate: a rise on a
/// smooth path (least jerk) peaks 21.1 % of the way in time. Do not use it where a foot leaves the ground.
/// </summary>
/// <param name="Posture">The posture at that moment.</param>
/// <param name="RiseMetres">R, how far the centre of mass of body and load rises from bottom to top.</param>
public sealed record TurnPosture(SplitPosture Posture, double RiseMetres)
{
    /// <summary>How far along the line the hip is when the force peaks.</summary>
    public const double Along = 0.067;

    private const double PeakOfLeastJerk = 5.774;

    private static readonly Angle KneesAtTop = Angle.FromDegrees(5),
        PitchAtTop = Angle.FromDegrees(40);

    /// <summary>How much more than standing still weighs: 5.774 R/(T² g).</summary>
    /// <param name="riseMetres">R, from bottom to top.</param>
    /// <param name="seconds">T, for the way up.</param>
    /// <returns>Of the load standing still, 0 or more.</returns>
    public static double Gain(double riseMetres, double seconds) =>
        PeakOfLeastJerk * riseMetres / (seconds * seconds) / Loading.Mass.Gravity;

    /// <summary>The posture.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="bottom">At the bottom.</param>
    /// <param name="load">What is held.</param>
    /// <returns>Null where a leg does not reach a top from its feet.</returns>
    public static TurnPosture? TryOf(Body body, SplitPosture bottom, Loading.Load load)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(bottom);
        ArgumentNullException.ThrowIfNull(load);
        var p = bottom.Points;
        var onBall = bottom.RearAnkle is not null;
        Place RearAnkle(Angle pitch) =>
            onBall
                ? new(
                    p.RearBall.X - (body.AnkleBallRadius * Math.Cos(body.AnkleBallAngle + pitch.Radians)),
                    p.RearBall.Y + (body.AnkleBallRadius * Math.Sin(body.AnkleBallAngle + pitch.Radians))
                )
                : p.RearAnkle;
        var leg = Math.Sqrt(
            (body.Shank * body.Shank)
                + (body.Thigh * body.Thigh)
                + (2 * body.Shank * body.Thigh * Math.Cos(KneesAtTop.Radians))
        );
        var rearAtTop = RearAnkle(PitchAtTop);
        if (Circles.Upper(leg, rearAtTop.X - p.FrontAnkle.X, rearAtTop.Y - p.FrontAnkle.Y, leg) is not var (x, y))
            return null;
        var top = new Place(p.FrontAnkle.X + x, p.FrontAnkle.Y + y);
        if (With(body, bottom, top, rearAtTop, PitchAtTop) is not { } standing)
            return null;
        var hip = new Place(p.Hip.X + (Along * (top.X - p.Hip.X)), p.Hip.Y + (Along * (top.Y - p.Hip.Y)));
        var pitch = onBall ? bottom.BigToe + (Along * (PitchAtTop - bottom.BigToe)) : bottom.BigToe;
        if (With(body, bottom, hip, RearAnkle(pitch), pitch) is not { } turn)
            return null;
        double Height(SplitPosture posture) => Loading.SplitLoading.Of(body, posture, load).CentreOfMass.Y;
        return new TurnPosture(turn, Height(standing) - Height(bottom));
    }

    /// <summary>The stance with its hip elsewhere, feet where they are.</summary>
    private static SplitPosture? With(Body body, SplitPosture bottom, Place hip, Place rearAnkle, Angle pitch)
    {
        var p = bottom.Points;
        if (Knee(body, hip, p.FrontAnkle) is not { } frontKnee || Knee(body, hip, rearAnkle) is not { } rearKnee)
            return null;
        var lean = bottom.Stance.TrunkLean;
        static Angle FromVertical(Place low, Place high) =>
            Angle.FromRadians(Math.Atan2(high.X - low.X, high.Y - low.Y));
        var shin = FromVertical(p.FrontAnkle, frontKnee);
        var thigh = Angle.FromRadians(Math.Asin(Math.Clamp((hip.Y - frontKnee.Y) / body.Thigh, -1, 1)));
        var rearThigh = FromVertical(rearKnee, hip);
        var rearShank = FromVertical(rearAnkle, rearKnee);
        var quarter = Angle.FromDegrees(90);
        return bottom with
        {
            Stance = bottom.Stance with { FrontShin = shin, RearThigh = rearThigh, RearKneeMetres = rearKnee.Y },
            Points = p with
            {
                FrontKnee = frontKnee,
                Hip = hip,
                Shoulder = new Place(
                    hip.X + (body.Trunk * Math.Sin(lean.Radians)),
                    hip.Y + (body.Trunk * Math.Cos(lean.Radians))
                ),
                RearKnee = rearKnee,
                RearAnkle = rearAnkle,
            },
            FrontThigh = thigh,
            FrontKnee = shin + quarter - thigh,
            FrontHip = quarter - thigh + lean,
            FrontAnkle = shin - bottom.Stance.HeelWedge,
            RearKnee = rearShank - rearThigh,
            RearHip = rearThigh - lean,
            RearShank = rearShank,
            RearAnkle = bottom.RearAnkle is null ? null : rearShank - pitch,
            BigToe = pitch,
            KneePastToeMetres = frontKnee.X - p.FrontToe.X,
        };
    }

    /// <summary>The knee between hip and ankle, bent forward.</summary>
    private static Place? Knee(Body body, Place hip, Place ankle)
    {
        var (dx, dy) = (hip.X - ankle.X, hip.Y - ankle.Y);
        var apart = Math.Sqrt((dx * dx) + (dy * dy));
        if (apart <= 0 || apart > body.Shank + body.Thigh)
            return null;
        var along = ((body.Shank * body.Shank) - (body.Thigh * body.Thigh) + (apart * apart)) / (2 * apart);
        var off = Math.Sqrt(Math.Max(0, (body.Shank * body.Shank) - (along * along)));
        // To the right of the way up: ahead of it.
        return new Place(
            ankle.X + (along * dx / apart) + (off * dy / apart),
            ankle.Y + (along * dy / apart) - (off * dx / apart)
        );
    }
}
