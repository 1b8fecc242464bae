using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>A joint of the working leg whose moment is worked out.</summary>
public enum MomentJoint
{
    /// <summary>The front ankle: the calf answers.</summary>
    Ankle,

    /// <summary>The front knee: the front of the thigh answers.</summary>
    Knee,

    /// <summary>The front hip: buttock and hamstrings answer.</summary>
    Hip,
}

/// <summary>What a joint has to answer. N·m, + where extensors or calf must; an estimate, net of the leg's own weight.</summary>
/// <param name="Joint">Which.</param>
/// <param name="At">Where it is.</param>
/// <param name="Moment">With the pressure as drawn.</param>
/// <param name="Least">The least over heel, instep, ball and the pressure as drawn.</param>
/// <param name="Most">The most over them.</param>
/// <param name="Share">Of what the three answer together, 0–1, as drawn.</param>
/// <param name="OnLine">Where the square from the joint meets the line of force.</param>
/// <param name="ArmMetres">From the joint to there.</param>
public sealed record JointReading(
    MomentJoint Joint,
    Place At,
    double Moment,
    double Least,
    double Most,
    double Share,
    Place OnLine,
    double ArmMetres
);

/// <summary>
/// What a position does, worked out from still statics. An estimate: moving scales read some ten points more on the front foot.
/// </summary>
/// <param name="Position">Which.</param>
/// <param name="Posture">On two feet: the posture that was loaded, at the bottom or just after the turn; null on one leg.</param>
/// <param name="FrontShare">On the front foot, 0–1; 1 on one leg.</param>
/// <param name="ShareLeast">The least over the pressure points.</param>
/// <param name="ShareMost">The most over them.</param>
/// <param name="Newtons">The force under the front foot, the gain of the turn in it.</param>
/// <param name="BodyWeights">The same in body weights, the load not counted as body.</param>
/// <param name="Tilt">How far the force leans, + forward.</param>
/// <param name="Under">Where it acts.</param>
/// <param name="Gain">How much more than standing still weighs, 0 at the bottom.</param>
/// <param name="OverFoot">Where the pressure lies, fraction of the foot from the heel.</param>
/// <param name="Joints">Ankle, knee and hip.</param>
/// <param name="HipFlexion">Of the working leg against the trunk.</param>
/// <param name="Left">What the posture asks of each joint, and what is left of it.</param>
/// <param name="OuterHip">What the outer hip has to answer more (+) for a weight in one hand, N·m, from lever arms; null without one.</param>
public sealed record PositionReading(
    Position Position,
    SplitPosture? Posture,
    double FrontShare,
    double ShareLeast,
    double ShareMost,
    double Newtons,
    double BodyWeights,
    Angle Tilt,
    Place Under,
    double Gain,
    double OverFoot,
    IReadOnlyList<JointReading> Joints,
    Angle HipFlexion,
    IReadOnlyList<Demand> Left,
    double? OuterHip
)
{
    /// <summary>Where the hands are: at the load, or reached ahead without one; null where they rest on the hips.</summary>
    public Place? Hands { get; init; }

    /// <summary>The points of pressure over which a range is told, fraction of the foot from the heel.</summary>
    public static IReadOnlyList<double> Points { get; } = [Pressure.Heel, Pressure.Instep, Pressure.Ball];

    /// <summary>Moments for each of <see cref="Points"/>, null where the stance would fall pressing there; the pressure as drawn stands last.</summary>
    internal IReadOnlyList<JointMoments?> Moments { get; init; } = [];

    /// <summary>One joint.</summary>
    /// <returns>Newton metres as drawn, with the least and the most over where the foot may press.</returns>
    public JointReading Of(MomentJoint joint) => Joints[(int)joint];

    /// <summary>What a position does.</summary>
    /// <returns>Shares 0 to 1 and moments in newton metres.</returns>
    /// <exception cref="FaultException{String}">It cannot be read; the sentence names what must give.</exception>
    public static PositionReading Of(
        Position position,
        Instant when,
        Body body,
        RangeOfMotion front,
        RangeOfMotion rear
    ) => TryOf(position, when, body, front, rear).OrThrow(sentence => sentence);

    /// <summary>What a position does, or the sentence that says what must give.</summary>
    /// <param name="position">The position.</param>
    /// <param name="when">At the bottom or just after the turn.</param>
    /// <param name="body">Whose.</param>
    /// <param name="front">Ranges of the working leg's side.</param>
    /// <param name="rear">Ranges of the other.</param>
    /// <returns>Shares 0 to 1 and moments in newton metres; else the sentence that says what must give.</returns>
    public static Result<PositionReading, string> TryOf(
        Position position,
        Instant when,
        Body body,
        RangeOfMotion front,
        RangeOfMotion rear
    )
    {
        ArgumentNullException.ThrowIfNull(position);
        ArgumentNullException.ThrowIfNull(when);
        ArgumentNullException.ThrowIfNull(body);
        return Problem(position, when, body) is { } problem ? problem
            : position is Position.OnTwo two ? OnTwo(two, when, body, front, rear)
            : OnOne((Position.OnOne)position, body, front);
    }

    private static string? Problem(Position position, Instant when, Body body)
    {
        if (position.Load.Kilograms > body.Mass)
            return Sentence(
                $"{position.Load.Kilograms:0.#} kg is more than the client weighs. Take at most {body.Mass:0} kg; a first load is 10 to 30 % of body mass."
            );
        if (position is Position.OnTwo { Pressure: var pressure } && pressure is not (>= 0 and <= 1))
            return "The foot cannot press outside its sole. Put the pressure between heel and toes.";
        return when is Instant.AfterTurn turn && turn.UpSeconds is not (>= 0.2 and <= 10)
            ? "The way up takes 0.2 to 10 seconds. Give a time between."
            : null;
    }

    private static Result<PositionReading, string> OnTwo(
        Position.OnTwo p,
        Instant when,
        Body body,
        RangeOfMotion front,
        RangeOfMotion rear
    )
    {
        var (posture, gain) = (p.Posture, 0.0);
        if (when is Instant.AfterTurn { UpSeconds: var seconds })
        {
            // A step's rear foot leaves the floor: there is no line between two planted feet.
            if (p.Step || TurnPosture.TryOf(body, posture, p.Load) is not { } turn)
                return "Just after the turn is worked out for stances in which both feet stay. Compare these at the bottom.";
            (posture, gain) = (turn.Posture, TurnPosture.Gain(turn.RiseMetres, seconds));
        }

        SplitLoad At(double pressure) => SplitLoading.Of(body, posture, p.Load, pressure, p.Force);
        static bool Stands(SplitLoad load) => load.FrontShare is > 0 and <= 1;
        var drawn = At(p.Pressure);
        if (!Stands(drawn))
        {
            return drawn.FrontShare > 1
                ? "The weight lies ahead of where the front foot presses: the client would fall forward. Lean less, sit back, or press nearer the ball."
                : "The weight lies behind the rear foot: the client would fall backward. Lean more, or bring the hips forward.";
        }

        SplitLoad[] points = [.. Points.Select(At)];
        SplitLoad[] standing = [.. points.Append(drawn).Where(Stands)];
        var more = 1 + gain;
        JointMoments Times(JointMoments m) => new(more * m.Ankle, more * m.Knee, more * m.Hip);
        JointMoments?[] moments = [.. points.Select(l => Stands(l) ? Times(l.Front) : null), Times(drawn.Front)];
        var force = more * drawn.Newtons;
        var line = (X: Math.Sin(drawn.Tilt.Radians), Y: Math.Cos(drawn.Tilt.Radians));
        return new PositionReading(
            p,
            posture,
            drawn.FrontShare,
            standing.Min(l => l.FrontShare),
            standing.Max(l => l.FrontShare),
            force,
            force / (body.Mass * Mass.Gravity),
            drawn.Tilt,
            drawn.Under,
            gain,
            p.Pressure,
            Read([posture.Points.FrontAnkle, posture.Points.FrontKnee, posture.Points.Hip], moments, drawn.Under, line),
            posture.FrontHip,
            Demand.Of(posture, front, rear),
            Outer(body, p.Load, more * drawn.FrontShare)
        )
        {
            Hands = HandsOf(body, posture.Points.Hip, posture.Stance.TrunkLean, p.Load),
            Moments = moments,
        };
    }

    private static Result<PositionReading, string> OnOne(Position.OnOne p, Body body, RangeOfMotion front)
    {
        var load = OneLegLoading.Of(body, p.Posture, p.Load);
        if (!load.Balanced)
            return $"The client would fall {(load.OverFoot < OneLegLoad.Middle ? "backward: bring the knee forward, lean, reach the arms or hold a weight ahead" : "forward: lean less, or hold less ahead")}.";
        JointMoments?[] moments = [load.Moments, load.Moments, load.Moments, load.Moments];
        var under = new Place(load.CentreOfMass.X, p.Posture.Points.Heel.Y);
        return new PositionReading(
            p,
            null,
            1,
            1,
            1,
            load.Newtons,
            load.Newtons / (body.Mass * Mass.Gravity),
            Angle.Zero,
            under,
            0,
            load.OverFoot,
            Read([p.Posture.Points.Ankle, p.Posture.Points.Knee, p.Posture.Points.Hip], moments, under, (0, 1)),
            p.Posture.Hip,
            [
                new(DemandedJoint.FrontAnkle, p.Posture.Shin, front.Of(RangeTest.AnkleBend)),
                new(DemandedJoint.FrontKnee, p.Posture.Knee, new Limit(RangeOfMotion.FrontKneeBend, false)),
                new(DemandedJoint.FrontHip, p.Posture.Hip, front.Of(RangeTest.HipFlexion)),
            ],
            Outer(body, p.Load, 1)
        )
        {
            Hands = HandsOf(body, p.Posture.Points.Hip, p.Posture.TrunkLean, p.Load),
            Moments = moments,
        };
    }

    private static Place? HandsOf(Body body, Place hip, Angle lean, Load load) =>
        load.Position == LoadPosition.None ? null : Mass.Held(body, hip, lean, load.Position);

    private static JointReading[] Read(
        Place[] joints,
        IReadOnlyList<JointMoments?> moments,
        Place under,
        (double X, double Y) line
    )
    {
        var drawn = moments[^1]!;
        var (ankle, knee, hip) = drawn.Shares();
        double[] shares = [ankle, knee, hip];
        JointReading Of(MomentJoint joint)
        {
            var at = joints[(int)joint];
            var along = ((at.X - under.X) * line.X) + ((at.Y - under.Y) * line.Y);
            var on = new Place(under.X + (along * line.X), under.Y + (along * line.Y));
            double[] all = [.. moments.OfType<JointMoments>().Select(m => m.At(joint))];
            return new(joint, at, drawn.At(joint), all.Min(), all.Max(), shares[(int)joint], on, at.DistanceTo(on));
        }

        return [Of(MomentJoint.Ankle), Of(MomentJoint.Knee), Of(MomentJoint.Hip)];
    }

    /// <summary>
    /// What a weight in one hand asks of the outer hip beside the body: its weight times its lever about the working hip joint, hand under the
    /// tip of the shoulder; of the part that this leg carries.
    /// </summary>
    private static double? Outer(Body body, Load load, double share)
    {
        var hand = Proportions.HalfShoulders * body.Stature;
        var joint = body.HipJointWidth / 2;
        double? lever = load switch
        {
            { Kilograms: <= 0 } => null,
            { Position: LoadPosition.Opposite } => hand + joint,
            { Position: LoadPosition.Same } => joint - hand,
            _ => null,
        };
        return lever * share * load.Kilograms * Mass.Gravity;
    }

    private static string Sentence(FormattableString text) => FormattableString.Invariant(text);
}

/// <summary>Moments by joint.</summary>
internal static class MomentJoints
{
    public static double At(this JointMoments moments, MomentJoint joint) =>
        joint switch
        {
            MomentJoint.Ankle => moments.Ankle,
            MomentJoint.Knee => moments.Knee,
            MomentJoint.Hip => moments.Hip,
            _ => throw new ArgumentOutOfRangeException(nameof(joint), joint, null),
        };
}
