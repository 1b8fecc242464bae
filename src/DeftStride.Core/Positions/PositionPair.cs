using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>Pairs that coaches argue about.</summary>
public enum PairKind
{
    /// <summary>The upright and the inclined lunge.</summary>
    UprightInclined,

    /// <summary>Front foot on the floor and raised.</summary>
    RaisedFront,

    /// <summary>Rear foot on the floor and on a bench.</summary>
    RearLowHigh,

    /// <summary>The start of a step-up far from the box and near it.</summary>
    NearFarStep,

    /// <summary>One weight at the chest and two at the sides.</summary>
    ChestSides,

    /// <summary>On one leg: the knee over the toes, and the hips back.</summary>
    KneeHipOneLeg,
}

/// <summary>What a pair is made from.</summary>
/// <param name="Body">Whose.</param>
/// <param name="Front">Ranges of the working leg's side.</param>
/// <param name="Rear">Ranges of the other.</param>
/// <param name="Weights">The studio's weights, kilograms.</param>
public sealed record PairFacts(Body Body, RangeOfMotion Front, RangeOfMotion Rear, IReadOnlyList<double> Weights)
{
    /// <summary>How high the front foot is raised, metres.</summary>
    public double RaiseMetres { get; init; } = 0.10;
}

/// <summary>Two positions to start from. Everything in them can be changed then.</summary>
/// <param name="Kind">Which pair.</param>
/// <param name="Question">What it answers, as a coach would ask.</param>
/// <param name="A">The first.</param>
/// <param name="B">The second.</param>
public sealed record PositionPair(PairKind Kind, string Question, Position A, Position B)
{
    private const double BenchOfStature = 0.17;

    private static readonly Angle SlightLean = Angle.FromDegrees(10);

    /// <summary>The pair for a client.</summary>
    /// <returns>Null where this body cannot take one of them.</returns>
    public static PositionPair? TryOf(PairKind kind, PairFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        var body = facts.Body;
        Position.OnTwo? Split(
            string name,
            double shin,
            double lean,
            double pressure,
            double frontRaise = 0,
            Load? load = null,
            double rearThigh = 0,
            double rearRaise = 0,
            RearFoot? rear = null
        ) =>
            SplitLinkage
                .TrySolve(
                    body,
                    new SplitStance(
                        Angle.FromDegrees(shin),
                        Angle.FromDegrees(rearThigh),
                        SplitStance.OnPadMetres,
                        Angle.FromDegrees(lean),
                        frontRaise,
                        rearRaise,
                        default,
                        rear ?? RearFoot.For(facts.Rear)
                    )
                )
                .Is(out var posture)
                ? new Position.OnTwo(name, posture, load ?? Load.None, pressure, ForceRule.RearPush)
                : null;
        Position? Step(string name, double shin)
        {
            var box = StepLinkage.ForFlexion(body, Angle.FromDegrees(90), SlightLean).BoxMetres;
            // Both lean alike, as far as the hip has with the shin upright: only the distance is another.
            if (
                !StepLinkage.TryForBoxAndShin(body, box, Angle.Zero, out var far)
                || !StepLinkage.TryForBoxAndShin(body, box, Angle.FromDegrees(shin), out var step)
            )
                return null;
            var lean = Angle.Min(
                Angle.FromDegrees(45),
                facts.Front.Of(RangeTest.HipFlexion).Most - far.HipFlexion(Angle.FromDegrees(5))
            );
            return Position.OfStep(name, body, step, lean, Load.None, Pressure.Instep);
        }

        Position OneLeg(string name, OneLegChoice choice)
        {
            var (posture, load) = OneLegPlan.For(body, choice, SlightLean, facts.Front, facts.Weights);
            return new Position.OnOne(name, posture, load);
        }

        var kilograms = facts.Weights.Where(w => w <= 0.2 * body.Mass).DefaultIfEmpty(10).Max();
        var (question, a, b) = kind switch
        {
            PairKind.UprightInclined => (
                "Upright or inclined?",
                Split("the upright lunge", 0, 10, Pressure.Instep),
                (Position?)Split("the inclined lunge", 20, 25, Pressure.Ball)
            ),
            PairKind.RaisedFront => (
                "Does raising the front foot spare the knee?",
                Split("the floor", 10, 10, Pressure.Instep),
                Split("the raised foot", 10, 10, Pressure.Instep, facts.RaiseMetres)
            ),
            PairKind.RearLowHigh => (
                "Rear foot on the floor or on the bench?",
                Split("the floor", 10, 15, Pressure.Instep),
                Split(
                    "the bench",
                    10,
                    15,
                    Pressure.Instep,
                    rearThigh: 20,
                    rearRaise: BenchOfStature * body.Stature,
                    rear: new RearFoot.Instep()
                )
            ),
            PairKind.NearFarStep => (
                "Far from the step or near it?",
                Step("the far step", 0),
                Step("the near step", 18)
            ),
            PairKind.ChestSides => (
                "At the chest or at the sides?",
                Split(
                    "the weight at the chest",
                    10,
                    10,
                    Pressure.Instep,
                    load: new Load(LoadPosition.Goblet, kilograms)
                ),
                Split(
                    "the weights at the sides",
                    10,
                    10,
                    Pressure.Instep,
                    load: new Load(LoadPosition.Sides, kilograms)
                )
            ),
            PairKind.KneeHipOneLeg => (
                "On one leg: knee over the toes or hips back?",
                OneLeg("the knee forward", OneLegChoice.Shared),
                OneLeg("the hips back", OneLegChoice.Hip)
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(kind), kind, null),
        };
        return a is null || b is null ? null : new PositionPair(kind, question, a, b);
    }
}

/// <summary>The front foot on a surface of a height, at the same depth of the rear knee.</summary>
/// <param name="HeightMetres">Of the surface.</param>
/// <param name="FrontShare">On the front foot, 0–1.</param>
/// <param name="KneeMoment">N·m, as in <see cref="PositionReading"/>.</param>
/// <param name="KneeBend">Flexion of the front knee.</param>
public sealed record RaisedFoot(double HeightMetres, double FrontShare, double KneeMoment, Angle KneeBend)
{
    /// <summary>The heights that are told, metres.</summary>
    public static IReadOnlyList<double> Heights { get; } = [0, 0.05, 0.10, 0.15, 0.20];

    /// <summary>
    /// What raising the front foot does to its share, knee moment and knee bend: with the shin held as it is, or with the stance held as long
    /// as it is. Heights at which no posture fits are left out.
    /// </summary>
    /// <param name="body">Whose.</param>
    /// <param name="floor">The position with the foot on the floor.</param>
    /// <param name="sameStance">Whether the length of the stance is held instead of the shin.</param>
    /// <returns>Lowest first; empty where no height fits.</returns>
    public static IReadOnlyList<RaisedFoot> Of(Body body, Position.OnTwo floor, bool sameStance)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(floor);
        List<RaisedFoot> rows = [];
        foreach (var height in Heights)
        {
            var stance = floor.Posture.Stance with { FrontRaiseMetres = height };
            if (
                sameStance
                    ? SplitLinkage.TryFromStanceLength(body, floor.Posture.StanceMetres, stance).Is(out var posture)
                    : SplitLinkage.TrySolve(body, stance).Is(out posture)
            )
            {
                var load = SplitLoading.Of(body, posture, floor.Load, floor.Pressure, floor.Force);
                rows.Add(new(height, load.FrontShare, load.Front.Knee, posture.FrontKnee));
            }
        }

        return rows;
    }
}
