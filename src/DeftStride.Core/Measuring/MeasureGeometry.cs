using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using static System.Math;

namespace DeftStride.Core.Measuring;

/// <summary>What formulas of several measures share. Angles in degrees, lengths in the picture's own unit until they are scaled.</summary>
internal static class MeasureGeometry
{
    private const double DegreesPerRadian = 180 / PI;

    /// <summary>The knee centre of a kneeling leg above whatever it rests on, metres.</summary>
    public const double KneeCentreHeight = 0.045;

    /// <summary>The thigh must be this far from level for the projection angle to mean anything, degrees.</summary>
    public const double ProjectionThighDegrees = 40;

    /// <summary>Foot length against shank length in an average body; only their ratio matters here.</summary>
    private const double FootOfShank = 0.152 / 0.246;

    /// <summary>Shank against thigh in an average body.</summary>
    private const double ShankOfThigh = 0.246 / 0.245;

    public static double Scale(Levelled f, ReadingContext c) => f.Scale(c.Body, ShinAt(f.Still, c));

    /// <summary>The shin's lean at the moment of a still from front or back: at the start and the top it is about upright.</summary>
    /// <returns>Degrees, + knee ahead of the ankle.</returns>
    public static double ShinAt(PointSet still, ReadingContext c) =>
        still.Moment switch
        {
            Moment.Start or Moment.Top => 0,
            Moment.FirstSeen or Moment.HalfUp => c.Shin(still.FrontLeg).Radians / 2,
            _ => c.Shin(still.FrontLeg).Radians,
        };

    /// <summary>The direction of a stretch against the axis it is compared with, degrees.</summary>
    public static double Direction(double across, double along) => Atan2(across, along) * DegreesPerRadian;

    public static double TrunkLean(Levelled f) =>
        Direction(f.X(Landmark.Shoulder) - f.X(Landmark.Hip), f.Up(Landmark.Shoulder) - f.Up(Landmark.Hip));

    public static double RearThigh(Levelled f) =>
        Direction(f.X(Landmark.Hip) - f.X(Landmark.RearKnee), f.Up(Landmark.Hip) - f.Up(Landmark.RearKnee));

    /// <summary>The bend at b between a→b and b→c; 0 straight, + turning left when ahead is right: a working knee from below, a rear knee from below too.</summary>
    /// <returns>Degrees.</returns>
    public static double Bend(Levelled f, Landmark a, Landmark b, Landmark c)
    {
        var (ux, uy) = (f.X(b) - f.X(a), f.Up(b) - f.Up(a));
        var (vx, vy) = (f.X(c) - f.X(b), f.Up(c) - f.Up(b));
        return Direction((ux * vy) - (uy * vx), (ux * vx) + (uy * vy));
    }

    public static double Middle(Levelled f, Landmark a, Landmark b) => (f.X(a) + f.X(b)) / 2;

    public static double PelvicLevel(Levelled f) =>
        Direction(
            f.Up(Landmark.WorkingPelvis) - f.Up(Landmark.FreePelvis),
            Abs(f.X(Landmark.FreePelvis) - f.X(Landmark.WorkingPelvis))
        );

    /// <summary>The line from the middle of the pelvis points to that of the shoulders against vertical, + toward the working side.</summary>
    /// <returns>Degrees.</returns>
    public static double SideLean(Levelled f) =>
        -Direction(
            Middle(f, Landmark.WorkingShoulder, Landmark.FreeShoulder)
                - Middle(f, Landmark.WorkingPelvis, Landmark.FreePelvis),
            (
                f.Up(Landmark.WorkingShoulder)
                + f.Up(Landmark.FreeShoulder)
                - f.Up(Landmark.WorkingPelvis)
                - f.Up(Landmark.FreePelvis)
            ) / 2
        );

    public static double KneeOffset(Levelled f, ReadingContext c)
    {
        // How far forward over the foot the knee has come: s sin φ over ankle→toe, which is three quarters of the foot.
        var g = Sin(ShinAt(f.Still, c)) / (Proportions.AnkleToToe * FootOf(c));
        var line = f.X(Landmark.Ankle) + (g * (f.X(Landmark.Toe) - f.X(Landmark.Ankle)));
        return (f.X(Landmark.Knee) - line) * Scale(f, c);
    }

    private static double FootOf(ReadingContext c) => c.Body is { } body ? body.Foot / body.Shank : FootOfShank;

    public static double HeelRise(Levelled f, ReadingContext c) =>
        (f.Up(Landmark.Heel) - f.Up(Landmark.Toe)) * Scale(f, c);

    public static double Projection(Levelled f, ReadingContext c) =>
        -Bend(f, Landmark.Hip, Landmark.Knee, Landmark.Ankle);

    /// <summary>Whether the thigh is far enough from level for the projection angle to mean anything.</summary>
    public static bool Projects(Levelled[] stills, ReadingContext c)
    {
        var f = stills[0];
        // The thigh is seen shortened by the sine of its height over level, the shank by the cosine of its lean.
        var shankOfThigh = c.Body is { } body ? body.Shank / body.Thigh : ShankOfThigh;
        var seen = f.Distance(Landmark.Hip, Landmark.Knee) / f.Distance(Landmark.Ankle, Landmark.Knee);
        var sine = seen * shankOfThigh * Cos(ShinAt(f.Still, c));
        return sine >= Sin(ProjectionThighDegrees / DegreesPerRadian);
    }

    public static double FootAhead(Levelled f, ReadingContext c)
    {
        var shank = f.Distance(Landmark.Ankle, Landmark.Knee) / Cos(ShinAt(f.Still, c));
        return Asin(
                Clamp((f.X(Landmark.Ankle) - f.X(Landmark.Toe)) / (Proportions.AnkleToToe * FootOf(c) * shank), -1, 1)
            ) * DegreesPerRadian;
    }

    /// <summary>Share of its way up that the knee has straightened at half rise, less the hip's; + knee first.</summary>
    /// <returns>Percent of a whole way; NaN where either joint moves less than 15°.</returns>
    public static double Order(Levelled[] f, ReadingContext c)
    {
        double Knee(int i) => Bend(f[i], Landmark.Ankle, Landmark.Knee, Landmark.Hip);
        double Hip(int i) => -Bend(f[i], Landmark.Knee, Landmark.Hip, Landmark.Shoulder);
        var (knee, hip) = (Knee(0) - Knee(2), Hip(0) - Hip(2));
        // Less than 15° of way has no order.
        return Abs(knee) < 15 || Abs(hip) < 15
            ? double.NaN
            : 100 * (((Knee(0) - Knee(1)) / knee) - ((Hip(0) - Hip(1)) / hip));
    }

    /// <summary>
    /// How far behind the planted-foot path the hips are at half rise, percent of the rise so far. The path: both knees
    /// straighten by the same share of their bend, the hip at the upper crossing of two circles about the ankles.
    /// </summary>
    /// <returns>Percent, + behind the path; NaN where the circles do not meet.</returns>
    public static double HipPath(Levelled[] f, ReadingContext c)
    {
        var (low, half) = (f[0], f[1]);
        var (s1, t1) = (low.Distance(Landmark.Ankle, Landmark.Knee), low.Distance(Landmark.Knee, Landmark.Hip));
        var (s2, t2) = (
            low.Distance(Landmark.RearAnkle, Landmark.RearKnee),
            low.Distance(Landmark.RearKnee, Landmark.Hip)
        );
        var (k1, k2) = (
            Abs(Bend(low, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
            Abs(Bend(low, Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle))
        );
        // The two stills may be framed differently; the front ankle is the common place, the scale taken as the same.
        var rise = half.Up(Landmark.Hip) - half.Up(Landmark.Ankle) - (low.Up(Landmark.Hip) - low.Up(Landmark.Ankle));
        if (rise < 0.15 * t1)
            return double.NaN;
        var (bx, by) = (
            half.X(Landmark.RearAnkle) - half.X(Landmark.Ankle),
            half.Up(Landmark.RearAnkle) - half.Up(Landmark.Ankle)
        );
        var wanted = half.Up(Landmark.Hip) - half.Up(Landmark.Ankle);
        (double X, double Y)? HipAt(double share) =>
            Circles.Upper(Reach(s1, t1, k1 * (1 - share)), bx, by, Reach(s2, t2, k2 * (1 - share)));
        // Legs too bent to reach from foot to foot are too low.
        double Above(double share) => (HipAt(share)?.Y ?? 0) - wanted;
        // Knees that straighten in step raise the hip; where neither end brackets it, the end that comes nearer counts.
        var at =
            Above(0) >= 0 ? 0
            : Above(1) <= 0 ? 1
            : Roots.Between(Above, 0, 1);
        if (at is not { } straightened || HipAt(straightened) is not { } hip)
            return double.NaN;
        var behind = hip.X - (half.X(Landmark.Hip) - half.X(Landmark.Ankle));
        return Abs(hip.Y - wanted) > 0.02 * t1 ? double.NaN : 100 * behind / rise;
    }

    /// <summary>Ankle to hip over a knee bent by some degrees.</summary>
    /// <returns>In the unit of the two lengths.</returns>
    public static double Reach(double shank, double thigh, double bendDegrees) =>
        Sqrt((shank * shank) + (thigh * thigh) + (2 * shank * thigh * Cos(bendDegrees / DegreesPerRadian)));
}
