using static System.Math;

namespace DeftStride.Core.Measuring;

/// <summary>A still that a formula needs: which moment it shows, and which points on it.</summary>
internal sealed record StillNeed(Moment Moment, IReadOnlyList<Landmark> Points);

/// <summary>How one measure is worked out from points. One place for each: the points asked for, the reading and its error all follow from it.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Views">From where it can be read.</param>
/// <param name="Needs">The stills it needs of one repetition, in the order in which <paramref name="Read"/> takes them. The last one names the moment of the reading.</param>
/// <param name="Lengths">Whether it needs a scale.</param>
/// <param name="Read">The value in the measure's unit, or NaN where it says nothing.</param>
internal sealed record MeasureFormula(
    string MeasureId,
    IReadOnlyList<View> Views,
    IReadOnlyList<StillNeed> Needs,
    bool Lengths,
    Func<Levelled[], ReadingContext, double> Read
)
{
    private const double DegreesPerRadian = 180 / PI;
    private static readonly View[] Side = [View.Side];
    private static readonly View[] Front = [View.Front];
    private static readonly View[] Back = [View.Back];
    private static readonly View[] Frontal = [View.Front, View.Back];
    private static readonly Landmark[] Leg = [Landmark.Ankle, Landmark.Knee, Landmark.Hip];
    private static readonly Landmark[] Pelvis = [Landmark.WorkingPelvis, Landmark.FreePelvis];

    /// <summary>The knee centre of a kneeling leg above whatever it rests on, metres.</summary>
    public const double KneeCentreHeight = 0.045;

    /// <summary>The thigh must be this far from level for the projection angle to mean anything, degrees.</summary>
    public const double ProjectionThighDegrees = 40;

    /// <summary>Foot length against shank length in an average body; only their ratio matters here.</summary>
    private const double FootOfShank = 0.152 / 0.246;

    /// <summary>Shank against thigh in an average body.</summary>
    private const double ShankOfThigh = 0.246 / 0.245;

    public Measure Measure { get; } =
        Measure.Find(MeasureId) ?? throw new InvalidOperationException($"There is no measure {MeasureId}.");

    /// <summary>All formulas. A measure that stands here more than once is read at more than one moment.</summary>
    public static IReadOnlyList<MeasureFormula> All { get; } =
    [
        .. At(
            [Moment.FirstSeen, Moment.Bottom],
            m =>
                One(
                    "front-shin",
                    Side,
                    m,
                    [Landmark.Ankle, Landmark.Knee],
                    false,
                    (f, _) =>
                        Direction(f.X(Landmark.Knee) - f.X(Landmark.Ankle), f.Up(Landmark.Knee) - f.Up(Landmark.Ankle))
                )
        ),
        One(
            "front-knee",
            Side,
            Moment.Bottom,
            Leg,
            false,
            (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)
        ),
        One(
            "start-knee",
            Side,
            Moment.Start,
            Leg,
            false,
            (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)
        ),
        One("top-knee", Side, Moment.Top, Leg, false, (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
        One(
            "front-thigh",
            Side,
            Moment.Bottom,
            [Landmark.Knee, Landmark.Hip],
            false,
            (f, _) => Direction(f.Up(Landmark.Hip) - f.Up(Landmark.Knee), f.X(Landmark.Knee) - f.X(Landmark.Hip))
        ),
        One(
            "rear-knee",
            Side,
            Moment.Bottom,
            [Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle],
            false,
            (f, _) => -Bend(f, Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle)
        ),
        One("rear-thigh", Side, Moment.Bottom, [Landmark.Hip, Landmark.RearKnee], false, (f, _) => RearThigh(f)),
        One(
            "rear-under-hip",
            Side,
            Moment.Bottom,
            [Landmark.Hip, Landmark.RearKnee],
            true,
            (f, c) => (f.X(Landmark.Hip) - f.X(Landmark.RearKnee)) * Scale(f, c)
        ),
        // Against the rear foot's own toes: the front foot stands on another track, and a camera sees the two tracks' floor at two heights.
        One(
            "depth",
            Side,
            Moment.Bottom,
            [Landmark.RearKnee, Landmark.RearToe],
            true,
            (f, c) =>
                ((f.Up(Landmark.RearKnee) - f.Up(Landmark.RearToe)) * Scale(f, c))
                + (100 * (c.RearRaiseMetres - KneeCentreHeight - c.PadMetres))
        ),
        .. At(
            [Moment.FirstSeen, Moment.Bottom],
            m => One("trunk-lean", Side, m, [Landmark.Hip, Landmark.Shoulder], false, (f, _) => TrunkLean(f))
        ),
        One(
            "lean-minus-shin",
            Side,
            Moment.Bottom,
            [Landmark.Ankle, Landmark.Knee, Landmark.Hip, Landmark.Shoulder],
            false,
            (f, _) =>
                TrunkLean(f)
                - Direction(f.X(Landmark.Knee) - f.X(Landmark.Ankle), f.Up(Landmark.Knee) - f.Up(Landmark.Ankle))
        ),
        One(
            "line",
            Side,
            Moment.Bottom,
            [Landmark.Hip, Landmark.Shoulder, Landmark.RearKnee],
            false,
            (f, _) => TrunkLean(f) - RearThigh(f)
        ),
        One(
            "head-over-pelvis",
            Side,
            Moment.Bottom,
            [Landmark.Hip, Landmark.Ear],
            true,
            (f, c) => (f.X(Landmark.Ear) - f.X(Landmark.Hip)) * Scale(f, c)
        ),
        .. At(
            [Moment.FirstSeen, Moment.Bottom],
            m =>
                One(
                    "heel-rise",
                    Side,
                    m,
                    [Landmark.Heel, Landmark.Toe],
                    true,
                    (f, c) => (f.Up(Landmark.Heel) - f.Up(Landmark.Toe)) * Scale(f, c)
                )
        ),
        One(
            "knee-past-toe",
            Side,
            Moment.Bottom,
            [Landmark.Knee, Landmark.Toe],
            true,
            (f, c) => (f.X(Landmark.Knee) - f.X(Landmark.Toe)) * Scale(f, c)
        ),
        One(
            "heel-ear",
            Side,
            Moment.Bottom,
            [Landmark.Hip, Landmark.Ear, Landmark.RearAnkle],
            false,
            (f, _) =>
                Direction(f.X(Landmark.Ear) - f.X(Landmark.Hip), f.Up(Landmark.Ear) - f.Up(Landmark.Hip))
                - Direction(f.X(Landmark.Hip) - f.X(Landmark.RearAnkle), f.Up(Landmark.Hip) - f.Up(Landmark.RearAnkle))
        ),
        One(
            "stance-length",
            Side,
            Moment.Bottom,
            [Landmark.Heel, Landmark.RearToe],
            true,
            (f, c) => (f.X(Landmark.Heel) - f.X(Landmark.RearToe)) * Scale(f, c)
        ),
        new(
            "order",
            Side,
            [
                new(Moment.Bottom, [.. Leg, Landmark.Shoulder]),
                new(Moment.HalfUp, [.. Leg, Landmark.Shoulder]),
                new(Moment.Top, [.. Leg, Landmark.Shoulder]),
            ],
            false,
            Order
        ),
        // In a step-up the low end is the start, foot on the box. A stance that starts tall has no way there, and the formula says nothing.
        new(
            "order",
            Side,
            [
                new(Moment.Start, [.. Leg, Landmark.Shoulder]),
                new(Moment.HalfUp, [.. Leg, Landmark.Shoulder]),
                new(Moment.Top, [.. Leg, Landmark.Shoulder]),
            ],
            false,
            Order
        ),
        new(
            "hip-path",
            Side,
            [
                new(Moment.Bottom, [.. Leg, Landmark.RearKnee, Landmark.RearAnkle]),
                new(Moment.HalfUp, [Landmark.Ankle, Landmark.Hip, Landmark.RearAnkle]),
            ],
            false,
            HipPath
        ),
        .. At(
            [Moment.FirstSeen, Moment.Bottom, Moment.HalfUp],
            m => One("knee-offset", Front, m, [Landmark.Ankle, Landmark.Toe, Landmark.Knee], true, KneeOffset)
        ),
        .. At(
            [Moment.Start, Moment.FirstSeen, Moment.Bottom, Moment.HalfUp],
            m => One("projection", Front, m, Leg, false, Projection)
        ),
        .. At(
            [Moment.Start, Moment.FirstSeen, Moment.Bottom, Moment.Top],
            m => One("pelvic-level", Frontal, m, Pelvis, false, (f, _) => PelvicLevel(f))
        ),
        new(
            "pelvic-change",
            Frontal,
            [new(Moment.Start, Pelvis), new(Moment.Bottom, Pelvis)],
            false,
            (f, _) => PelvicLevel(f[1]) - PelvicLevel(f[0])
        ),
        One(
            "pelvic-shift",
            Front,
            Moment.Bottom,
            [Landmark.Ankle, Landmark.RearAnkle, .. Pelvis],
            true,
            (f, c) =>
                c.BothFeetPlanted
                    ? -(
                        Middle(f, Landmark.WorkingPelvis, Landmark.FreePelvis)
                        - Middle(f, Landmark.Ankle, Landmark.RearAnkle)
                    ) * Scale(f, c)
                    : double.NaN
        ),
        new(
            "pelvic-shift",
            Front,
            [new(Moment.Start, [Landmark.Ankle, .. Pelvis]), new(Moment.Bottom, [Landmark.Ankle, .. Pelvis])],
            true,
            (f, c) =>
                c.BothFeetPlanted
                    ? double.NaN
                    : -(
                        (
                            (Middle(f[1], Landmark.WorkingPelvis, Landmark.FreePelvis) - f[1].X(Landmark.Ankle))
                            * Scale(f[1], c)
                        )
                        - (
                            (Middle(f[0], Landmark.WorkingPelvis, Landmark.FreePelvis) - f[0].X(Landmark.Ankle))
                            * Scale(f[0], c)
                        )
                    )
        ),
        One(
            "side-lean",
            Frontal,
            Moment.Bottom,
            [.. Pelvis, Landmark.WorkingShoulder, Landmark.FreeShoulder],
            false,
            (f, _) =>
                -Direction(
                    Middle(f, Landmark.WorkingShoulder, Landmark.FreeShoulder)
                        - Middle(f, Landmark.WorkingPelvis, Landmark.FreePelvis),
                    (
                        f.Up(Landmark.WorkingShoulder)
                        + f.Up(Landmark.FreeShoulder)
                        - f.Up(Landmark.WorkingPelvis)
                        - f.Up(Landmark.FreePelvis)
                    ) / 2
                )
        ),
        One(
            "stance-width",
            Front,
            Moment.Bottom,
            [Landmark.Ankle, Landmark.RearAnkle],
            true,
            (f, c) => Abs(f.X(Landmark.RearAnkle) - f.X(Landmark.Ankle)) * Scale(f, c)
        ),
        One(
            "inner-ankle",
            Back,
            Moment.Bottom,
            [Landmark.Ankle, Landmark.Heel],
            false,
            (f, _) => Direction(f.X(Landmark.Ankle) - f.X(Landmark.Heel), f.Up(Landmark.Ankle) - f.Up(Landmark.Heel))
        ),
        One("foot-ahead", Front, Moment.Bottom, [Landmark.Ankle, Landmark.Knee, Landmark.Toe], false, FootAhead),
        One(
            "trail-knee",
            Front,
            Moment.Bottom,
            [Landmark.FreeHip, Landmark.RearKnee, Landmark.RearAnkle],
            false,
            (f, _) => Abs(Bend(f, Landmark.FreeHip, Landmark.RearKnee, Landmark.RearAnkle))
        ),
    ];

    private static readonly ILookup<string, MeasureFormula> ByMeasure = All.ToLookup(f => f.MeasureId);

    /// <summary>The formulas of one measure; none for what is ticked, weighed or timed.</summary>
    public static IEnumerable<MeasureFormula> Of(string measureId) => ByMeasure[measureId];

    private static IEnumerable<MeasureFormula> At(Moment[] moments, Func<Moment, MeasureFormula> make) =>
        moments.Select(make);

    private static MeasureFormula One(
        string id,
        View[] views,
        Moment moment,
        Landmark[] points,
        bool lengths,
        Func<Levelled, ReadingContext, double> read
    ) => new(id, views, [new(moment, points)], lengths, (f, c) => read(f[0], c));

    private static double Scale(Levelled f, ReadingContext c) => f.Scale(c.Body, ShinAt(f.Still, c));

    /// <summary>The shin's lean at the moment of a still from front or back: at the start and the top it is about upright.</summary>
    private static double ShinAt(PointSet still, ReadingContext c) =>
        still.Moment switch
        {
            Moment.Start or Moment.Top => 0,
            Moment.FirstSeen or Moment.HalfUp => c.Shin(still.FrontLeg).Radians / 2,
            _ => c.Shin(still.FrontLeg).Radians,
        };

    /// <summary>The direction of a stretch against the axis it is compared with, degrees.</summary>
    private static double Direction(double across, double along) => Atan2(across, along) * DegreesPerRadian;

    private static double TrunkLean(Levelled f) =>
        Direction(f.X(Landmark.Shoulder) - f.X(Landmark.Hip), f.Up(Landmark.Shoulder) - f.Up(Landmark.Hip));

    private static double RearThigh(Levelled f) =>
        Direction(f.X(Landmark.Hip) - f.X(Landmark.RearKnee), f.Up(Landmark.Hip) - f.Up(Landmark.RearKnee));

    /// <summary>The bend at b between a→b and b→c; 0 straight, + turning left when ahead is right: a working knee from below, a rear knee from below too.</summary>
    private static double Bend(Levelled f, Landmark a, Landmark b, Landmark c)
    {
        var (ux, uy) = (f.X(b) - f.X(a), f.Up(b) - f.Up(a));
        var (vx, vy) = (f.X(c) - f.X(b), f.Up(c) - f.Up(b));
        return Direction((ux * vy) - (uy * vx), (ux * vx) + (uy * vy));
    }

    private static double Middle(Levelled f, Landmark a, Landmark b) => (f.X(a) + f.X(b)) / 2;

    private static double PelvicLevel(Levelled f) =>
        Direction(
            f.Up(Landmark.WorkingPelvis) - f.Up(Landmark.FreePelvis),
            Abs(f.X(Landmark.FreePelvis) - f.X(Landmark.WorkingPelvis))
        );

    private static double KneeOffset(Levelled f, ReadingContext c)
    {
        // How far forward over the foot the knee has come: s sin φ over ankle→toe, which is three quarters of the foot.
        var footOfShank = c.Body is { } body ? body.Foot / body.Shank : FootOfShank;
        var g = Sin(ShinAt(f.Still, c)) / (0.75 * footOfShank);
        var line = f.X(Landmark.Ankle) + (g * (f.X(Landmark.Toe) - f.X(Landmark.Ankle)));
        return (f.X(Landmark.Knee) - line) * Scale(f, c);
    }

    private static double Projection(Levelled f, ReadingContext c)
    {
        // The thigh is seen shortened by the sine of its height over level, the shank by the cosine of its lean.
        var shankOfThigh = c.Body is { } body ? body.Shank / body.Thigh : ShankOfThigh;
        var seen = f.Distance(Landmark.Hip, Landmark.Knee) / f.Distance(Landmark.Ankle, Landmark.Knee);
        var sine = seen * shankOfThigh * Cos(ShinAt(f.Still, c));
        return sine < Sin(ProjectionThighDegrees / DegreesPerRadian)
            ? double.NaN
            : -Bend(f, Landmark.Hip, Landmark.Knee, Landmark.Ankle);
    }

    private static double FootAhead(Levelled f, ReadingContext c)
    {
        var footOfShank = c.Body is { } body ? body.Foot / body.Shank : FootOfShank;
        var shank = f.Distance(Landmark.Ankle, Landmark.Knee) / Cos(ShinAt(f.Still, c));
        return Asin(Clamp((f.X(Landmark.Ankle) - f.X(Landmark.Toe)) / (0.75 * footOfShank * shank), -1, 1))
            * DegreesPerRadian;
    }

    /// <summary>Share of its way up that the knee has straightened at half rise, less the hip's; + knee first.</summary>
    private static double Order(Levelled[] f, ReadingContext c)
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
    private static double HipPath(Levelled[] f, ReadingContext c)
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
        (double from, double to) = (0.0, 1.0);
        (double X, double Up)? hip = null;
        for (var i = 0; i < 40; i++)
        {
            var share = (from + to) / 2;
            hip = Crossing(Reach(s1, t1, k1 * (1 - share)), bx, by, Reach(s2, t2, k2 * (1 - share)));
            if (hip is not { } at)
                return double.NaN;
            if (at.Up < wanted)
                from = share;
            else
                to = share;
        }

        var behind = hip!.Value.X - (half.X(Landmark.Hip) - half.X(Landmark.Ankle));
        return Abs(hip.Value.Up - wanted) > 0.02 * t1 ? double.NaN : 100 * behind / rise;
    }

    /// <summary>Ankle to hip over a knee bent by some degrees.</summary>
    private static double Reach(double shank, double thigh, double bendDegrees) =>
        Sqrt((shank * shank) + (thigh * thigh) + (2 * shank * thigh * Cos(bendDegrees / DegreesPerRadian)));

    /// <summary>The upper crossing of a circle about the origin and one about (bx, by), or null.</summary>
    private static (double X, double Up)? Crossing(double r1, double bx, double by, double r2)
    {
        var d = Sqrt((bx * bx) + (by * by));
        if (d < 1e-9 || d > r1 + r2 || d < Abs(r1 - r2))
            return null;
        var along = ((r1 * r1) - (r2 * r2) + (d * d)) / (2 * d);
        var off = Sqrt(Max(0, (r1 * r1) - (along * along)));
        var (ex, ey) = (bx / d, by / d);
        // Of the two crossings the one higher up.
        var (one, other) = (
            (X: (along * ex) - (off * ey), Up: (along * ey) + (off * ex)),
            (X: (along * ex) + (off * ey), Up: (along * ey) - (off * ex))
        );
        return one.Up >= other.Up ? one : other;
    }
}
