using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>What an exercise on one leg is meant to be.</summary>
public enum OneLegChoice
{
    /// <summary>The knee comes forward over the foot: knee and hip share the work, and little or nothing is held.</summary>
    Shared,

    /// <summary>The hips go back and the shin stays: the hip does more, a weight held ahead keeps the balance.</summary>
    Hip,
}

/// <summary>One thing that alone brings the weight over the middle of the foot.</summary>
/// <param name="Kind">Which.</param>
/// <param name="Sentence">What to do.</param>
/// <param name="Posture">The posture then.</param>
/// <param name="Load">What is held then.</param>
/// <param name="OverFoot">Where the weight lies then.</param>
public sealed record OneLegWay(OneLegWayKind Kind, string Sentence, OneLegPosture Posture, Load Load, double OverFoot);

/// <summary>A way to balance on one leg.</summary>
public enum OneLegWayKind
{
    /// <summary>Reaching the arms ahead, less than horizontal.</summary>
    Arms,

    /// <summary>A weight held at arm's length.</summary>
    Counterweight,

    /// <summary>Leaning the trunk.</summary>
    Lean,

    /// <summary>Bringing the knee forward.</summary>
    Shin,

    /// <summary>Not going so deep.</summary>
    Depth,
}

/// <summary>The knee further back, and what it costs.</summary>
/// <param name="Shin">φ.</param>
/// <param name="HipShare">Of what ankle, knee and hip answer together.</param>
/// <param name="Kilograms">The least weight at arm's length that balances it; null where none would that a client can hold.</param>
public sealed record OneLegTrade(Angle Shin, double HipShare, double? Kilograms);

/// <summary>
/// Balance of a posture on one leg: where the weight lies along the foot, what alone would bring it over the middle, the box from which
/// the free leg hangs clear. Still statics: an estimate. It is balance along the foot only; sideways half a foot's width is all there is.
/// </summary>
/// <param name="Posture">As asked.</param>
/// <param name="Load">What is held, as asked.</param>
/// <param name="Read">Where the weight lies, and the moments.</param>
/// <param name="Ways">Each alone; those that a client has the range for, the least first.</param>
/// <param name="Gives">Where no weight helps: what must give, or null.</param>
/// <param name="ClearBox">The least box from which the free leg hangs clear, metres.</param>
/// <param name="Trade">From the knee forward to the knee back.</param>
public sealed record OneLegPlan(
    OneLegPosture Posture,
    Load Load,
    OneLegLoad Read,
    IReadOnlyList<OneLegWay> Ways,
    string? Gives,
    double ClearBox,
    IReadOnlyList<OneLegTrade> Trade
)
{
    /// <summary>A counterweight over this part of body mass is none that arms hold out.</summary>
    public const double MostOfMass = 0.2;

    /// <summary>How far the hips must go outward over the foot: to its inner edge, and to its middle; fractions of stature.</summary>
    public const double HipsToEdge = 0.024,
        HipsToMiddle = 0.054;

    private static readonly Angle MostLean = Angle.FromDegrees(80);

    /// <summary>The least weight held at arm's length that brings the weight over the middle of the foot, arms ahead already; kilograms.</summary>
    /// <returns>0 where none is needed; null where the hands are not ahead of the middle, or more than a fifth of body mass would be.</returns>
    public static double? Counterweight(Body body, OneLegPosture posture)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        var (from, hands) = Arms(body, posture);
        var middle = Middle(body, posture);
        if (from >= middle)
            return 0;
        if (hands <= middle)
            return null;
        var kilograms = body.Mass * (middle - from) / (hands - middle);
        return kilograms > MostOfMass * body.Mass ? null : kilograms;
    }

    /// <summary>Where the weight lies with the arms ahead, and the hands, metres ahead of the ankle.</summary>
    /// <returns>Metres, + ahead.</returns>
    public static (double Centre, double Hands) Arms(Body body, OneLegPosture posture)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        return (
            OneLegLoading.Of(body, posture, Load.ArmsForward).CentreOfMass.X,
            posture.Points.Shoulder.X + body.Reach
        );
    }

    /// <summary>The lean that alone brings the weight over the middle of the foot.</summary>
    /// <returns>From vertical, forward positive; null where none up to 80° does.</returns>
    public static Angle? Lean(Body body, OneLegPosture posture, Load load) =>
        Solve(body, load, 0, MostLean.Degrees, d => With(body, posture, lean: d));

    /// <summary>The shin that alone does, thigh as it is.</summary>
    /// <returns>From vertical, forward positive; null where none up to 50° does.</returns>
    public static Angle? Shin(Body body, OneLegPosture posture, Load load) =>
        Solve(body, load, 0, 50, d => With(body, posture, shin: d));

    /// <summary>The height of the thigh that alone does.</summary>
    /// <returns>Of the thigh; null where none does.</returns>
    public static Angle? Depth(Body body, OneLegPosture posture, Load load) =>
        Solve(body, load, posture.Thigh.Degrees, 89, d => With(body, posture, thigh: d));

    /// <summary>
    /// The posture for a choice at a depth: shared solves the shin with the arms ahead and nothing in the hands; hip keeps the shin and
    /// holds the weight that it takes.
    /// </summary>
    /// <param name="body">Whose.</param>
    /// <param name="choice">What it is meant to be.</param>
    /// <param name="thigh">α, how deep.</param>
    /// <param name="range">What the client has.</param>
    /// <param name="weights">The studio's weights, kilograms.</param>
    /// <param name="free">How the other leg is held; null where it hangs.</param>
    /// <returns>The posture and what is held with it.</returns>
    public static (OneLegPosture Posture, Load Load) For(
        Body body,
        OneLegChoice choice,
        Angle thigh,
        RangeOfMotion range,
        IReadOnlyList<double> weights,
        (Angle Thigh, Angle Knee)? free = null
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(weights);
        var ankle = range.Of(RangeTest.AnkleBend).Most;
        var hip = range.Of(RangeTest.HipFlexion).Most;
        // As far as the hip has with this thigh, five degrees short of its end.
        var most = Angle.Min(MostLean, hip - Angle.FromDegrees(95) + thigh);
        if (choice == OneLegChoice.Shared)
        {
            var start = OneLegPosture.Of(
                body,
                ankle,
                thigh,
                Angle.Min(Angle.FromDegrees(35), most),
                free?.Thigh,
                free?.Knee
            );
            if (Shin(body, start, Load.ArmsForward) is { } shin && shin <= ankle)
                return (With(body, start, shin: shin.Degrees), Load.ArmsForward);
            // The ankle ends first: the trunk leans for what is missing.
            return Lean(body, start, Load.ArmsForward) is { } lean && lean <= most
                ? (With(body, start, lean: lean.Degrees), Load.ArmsForward)
                : Held(body, With(body, start, lean: most.Degrees), weights);
        }

        // From a plumb shin: the knee comes forward only as far as it must for a weight that is there.
        var back = OneLegPosture.Of(
            body,
            Angle.Zero,
            thigh,
            Angle.Min(Angle.FromDegrees(60), most),
            free?.Thigh,
            free?.Knee
        );
        return Held(body, back, weights);
    }

    /// <summary>Looks at a posture.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="posture">As asked.</param>
    /// <param name="load">What is held.</param>
    /// <param name="range">What the client has.</param>
    /// <param name="weights">The studio's weights, kilograms.</param>
    /// <param name="kit">Its boxes and plates.</param>
    /// <returns>Whether it stands, what it asks, and each thing that would bring it into balance by itself.</returns>
    public static OneLegPlan Of(
        Body body,
        OneLegPosture posture,
        Load load,
        RangeOfMotion range,
        IReadOnlyList<double> weights,
        StudioKit kit
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(load);
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(weights);
        ArgumentNullException.ThrowIfNull(kit);
        var read = OneLegLoading.Of(body, posture, load);
        var ways =
            read.Balance == OneLegBalance.Comfortable ? [] : WaysOf(body, posture, load, range, weights, kit).ToArray();
        return new OneLegPlan(
            posture,
            load,
            read,
            ways,
            GivesOf(body, posture, read, ways),
            posture.ClearBoxMetres(body),
            TradeOf(body, posture, range)
        );
    }

    private static string? GivesOf(Body body, OneLegPosture posture, OneLegLoad read, OneLegWay[] ways)
    {
        if (read.OverFoot >= OneLegLoad.Middle || Counterweight(body, posture) is not null)
            return null;
        return
            ways.FirstOrDefault(w => w.Kind is OneLegWayKind.Shin or OneLegWayKind.Lean or OneLegWayKind.Depth)
                is { } way
            ? $"No weight that arms can hold out balances this. {way.Sentence}"
            : "No weight that arms can hold out balances this, and no one joint does it alone: bring the knee forward, lean, and stay higher.";
    }

    private static IEnumerable<OneLegWay> WaysOf(
        Body body,
        OneLegPosture posture,
        Load load,
        RangeOfMotion range,
        IReadOnlyList<double> weights,
        StudioKit kit
    )
    {
        var held = load.Position == LoadPosition.Forward ? load : Load.ArmsForward;
        OneLegWay Way(OneLegWayKind kind, string sentence, OneLegPosture then, Load with) =>
            new(kind, sentence, then, with, OneLegLoading.Of(body, then, with).OverFoot);
        var hanging = OneLegLoading.Of(body, posture, new Load(LoadPosition.Sides, 0)).OverFoot;
        var ahead = OneLegLoading.Of(body, posture, Load.ArmsForward).OverFoot;
        // The arms' own weight moves with the sine of their height.
        if (hanging < OneLegLoad.Middle && ahead >= OneLegLoad.Middle && load.Kilograms == 0)
        {
            var height = Math.Asin((OneLegLoad.Middle - hanging) / (ahead - hanging)) * 180 / Math.PI;
            yield return new OneLegWay(
                OneLegWayKind.Arms,
                Say($"Reach the arms ahead, {height:0}° up from hanging: nothing in the hands is needed."),
                posture,
                Load.ArmsForward,
                OneLegLoad.Middle
            );
        }

        if (ahead < OneLegLoad.Middle && Counterweight(body, posture) is > 0 and var least)
        {
            if (Weight(body, posture, least, weights) is { } there)
                yield return Way(
                    OneLegWayKind.Counterweight,
                    Say($"Hold {there:0.##} kg at arm’s length: {least:0.0} kg would just do."),
                    posture,
                    new Load(LoadPosition.Forward, there)
                );
            else
                yield return Way(
                    OneLegWayKind.Counterweight,
                    Say($"{least:0.0} kg at arm’s length would do it; no weight of this studio is near."),
                    posture,
                    new Load(LoadPosition.Forward, least)
                );
        }

        var ankle = range.Of(RangeTest.AnkleBend).Most;
        if (Shin(body, posture, held) is { } shin && shin <= ankle && Math.Abs((shin - posture.Shin).Degrees) > 0.5)
            yield return Way(
                OneLegWayKind.Shin,
                Say(
                    $"Let the knee {(shin > posture.Shin ? "come forward" : "go back")} to a shin of {shin.Degrees:0}°: knee and hip share the work."
                ),
                With(body, posture, shin: shin.Degrees),
                held
            );
        var hip = range.Of(RangeTest.HipFlexion).Most;
        if (
            Lean(body, posture, held) is { } lean
            && Angle.FromDegrees(90) - posture.Thigh + lean <= hip
            && Math.Abs((lean - posture.TrunkLean).Degrees) > 0.5
        )
            yield return Way(
                OneLegWayKind.Lean,
                Say($"Lean the trunk to {lean.Degrees:0}°."),
                With(body, posture, lean: lean.Degrees),
                held
            );
        if (Depth(body, posture, held) is { } depth && (depth - posture.Thigh).Degrees > 0.5)
            yield return Higher(body, posture, held, depth, kit);
    }

    /// <summary>A higher seat: by whole plates where the studio has a pile near enough to be comfortable.</summary>
    private static OneLegWay Higher(Body body, OneLegPosture posture, Load held, Angle depth, StudioKit kit)
    {
        double Rise(OneLegPosture then) => then.Points.Hip.Y - posture.Points.Hip.Y;
        var exact = With(body, posture, thigh: depth.Degrees);
        var piles = kit.Heights().Where(h => h is { BoxMetres: null, Metres: > 0 });
        foreach (var pile in piles.OrderBy(h => Math.Abs(h.Metres - Rise(exact))))
        {
            var sine = Math.Sin(posture.Thigh.Radians) + (pile.Metres / body.Thigh);
            if (sine > 1)
                continue;
            var then = With(body, posture, thigh: Math.Asin(sine) * 180 / Math.PI);
            var read = OneLegLoading.Of(body, then, held);
            if (read.Balance == OneLegBalance.Comfortable)
                return new(
                    OneLegWayKind.Depth,
                    $"Sit higher by {kit.Tape.Length(pile.Metres)}: {pile.Parts} more on the seat.",
                    then,
                    held,
                    read.OverFoot
                );
        }

        return new(
            OneLegWayKind.Depth,
            $"Sit higher by {kit.Tape.Length(Rise(exact))}.",
            exact,
            held,
            OneLegLoading.Of(body, exact, held).OverFoot
        );
    }

    /// <summary>The lightest of the studio's weights that does, or the heaviest below that is still comfortable.</summary>
    private static double? Weight(Body body, OneLegPosture posture, double least, IReadOnlyList<double> weights)
    {
        double Over(double kilograms) =>
            OneLegLoading.Of(body, posture, new Load(LoadPosition.Forward, kilograms)).OverFoot;
        bool Comfortable(double kilograms) =>
            Over(kilograms) is >= OneLegLoad.ComfortableLeast and <= OneLegLoad.ComfortableMost;
        double[] sorted = [.. weights.Where(w => w <= MostOfMass * body.Mass).Order()];
        return sorted.Where(w => w >= least && Comfortable(w)).Cast<double?>().FirstOrDefault()
            ?? sorted.Where(w => w < least && Comfortable(w)).Cast<double?>().LastOrDefault();
    }

    /// <summary>Holds what it takes; where no weight does, the knee comes forward until one does.</summary>
    private static (OneLegPosture, Load) Held(Body body, OneLegPosture posture, IReadOnlyList<double> weights)
    {
        for (var at = posture; at.Shin.Degrees <= 50; at = With(body, at, shin: at.Shin.Degrees + 1))
        {
            if (Counterweight(body, at) is not { } least)
                continue;
            if (least == 0)
                return (at, Load.ArmsForward);
            if (Weight(body, at, least, weights) is { } there)
                return (at, new Load(LoadPosition.Forward, there));
            if (weights.Count == 0)
                return (at, new Load(LoadPosition.Forward, Math.Ceiling(2 * least) / 2));
        }

        return (posture, Load.ArmsForward);
    }

    private static OneLegTrade[] TradeOf(Body body, OneLegPosture posture, RangeOfMotion range)
    {
        var most = Math.Floor(range.Of(RangeTest.AnkleBend).Most.Degrees);
        return
        [
            .. Enumerable
                .Range(0, 9)
                .Select(i => With(body, posture, shin: most * (8 - i) / 8))
                .Select(at =>
                {
                    var kilograms = Counterweight(body, at);
                    var read = OneLegLoading.Of(body, at, new Load(LoadPosition.Forward, kilograms ?? 0));
                    return new OneLegTrade(at.Shin, read.Moments.Shares().Hip, kilograms);
                }),
        ];
    }

    private static double Middle(Body body, OneLegPosture posture) =>
        posture.Points.Heel.X + (OneLegLoad.Middle * body.Foot);

    private static OneLegPosture With(
        Body body,
        OneLegPosture p,
        double? shin = null,
        double? thigh = null,
        double? lean = null
    ) =>
        OneLegPosture.Of(
            body,
            shin is { } s ? Angle.FromDegrees(s) : p.Shin,
            thigh is { } t ? Angle.FromDegrees(t) : p.Thigh,
            lean is { } l ? Angle.FromDegrees(l) : p.TrunkLean,
            p.FreeThigh,
            p.FreeKnee,
            p.Points.Heel.Y
        );

    private static Angle? Solve(Body body, Load load, double from, double to, Func<double, OneLegPosture> at) =>
        Roots.Between(d => OneLegLoading.Of(body, at(d), load).OverFoot - OneLegLoad.Middle, from, to, 1e-9) is { } d
            ? Angle.FromDegrees(d)
            : null;

    private static string Say(FormattableString text) => FormattableString.Invariant(text);
}
