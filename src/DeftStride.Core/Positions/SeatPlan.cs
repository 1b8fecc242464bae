using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>What a seat or a box on one leg is worked out for.</summary>
/// <param name="Body">Whose.</param>
/// <param name="Range">What the client has on the working side.</param>
/// <param name="Kit">What can be built, and the tape.</param>
/// <param name="Weights">What can be held ahead, kilograms.</param>
public sealed record SeatFacts(Body Body, RangeOfMotion Range, StudioKit Kit, IReadOnlyList<double> Weights);

/// <summary>
/// The seat for a squat on one leg, or the box from which the free leg hangs clear, in what the studio has. Still statics on a
/// stick figure: an estimate. That a body sits five hundredths of its stature below the hip joint is assumed.
/// </summary>
/// <param name="Way">Which of the two.</param>
/// <param name="Height">What the studio can build.</param>
/// <param name="Posture">Just above the seat, or at the bottom.</param>
/// <param name="Load">What is held ahead: arms alone, or a weight.</param>
/// <param name="Balance">Where the weight lies.</param>
/// <param name="Card">The numbers to lay out.</param>
/// <param name="Advice">What the kit and the balance make of it.</param>
public sealed record SeatPlan(
    SeatWay Way,
    KitHeight Height,
    OneLegPosture Posture,
    Load Load,
    OneLegLoad Balance,
    IReadOnlyList<CardLine> Card,
    IReadOnlyList<Rounding> Advice
)
{
    /// <summary>How far below the hip joint a body sits, a fraction of stature; assumed.</summary>
    public const double SeatBelowHip = 0.05;

    /// <summary>The bends of the knee that are asked for here.</summary>
    public static readonly Angle LeastKnee = Angle.FromDegrees(40),
        MostKnee = Angle.FromDegrees(125);

    /// <summary>What a coach could say of it aloud.</summary>
    /// <returns>Two sentences with the height and the knee.</returns>
    public Phrase Sentence(Tape tape)
    {
        var height = new PhrasePart(tape.Length(Height.Metres), Advice.Any(a => a.Matters) ? Tone.Off : Tone.Good);
        var tail = $"The knee bends to {Posture.Knee}.";
        return Way == SeatWay.Behind
            ? Phrase.Of(new("Sit to "), height, new($", {Held(Load)}. {tail}"))
            : Phrase.Of(new("Stand on "), height, new($", the other leg hangs clear. {tail}"));
    }

    /// <summary>A seat or a box for a bend of the knee, or for a height.</summary>
    /// <param name="facts">Whose, and in which studio.</param>
    /// <param name="way">Which of the two.</param>
    /// <param name="choice">Shared work, or hip work with a weight ahead.</param>
    /// <param name="knee">The working knee at the bottom, when no height is given.</param>
    /// <param name="seatMetres">The height of the seat, when that is given and the knee follows.</param>
    /// <returns>The height in metres and the posture on it; else a sentence with what would do.</returns>
    public static Result<SeatPlan, string> TryOf(
        SeatFacts facts,
        SeatWay way,
        OneLegChoice choice,
        Angle knee,
        double? seatMetres
    )
    {
        ArgumentNullException.ThrowIfNull(facts);
        if (way == SeatWay.None)
            return "No seat and no box decides this exercise.";
        if (seatMetres is null && (knee < LeastKnee || knee > MostKnee))
            return $"The knee bends between {LeastKnee} and {MostKnee} here. Set it between.";
        return way == SeatWay.Behind ? Behind(facts, choice, knee, seatMetres) : UnderFoot(facts, choice, knee);
    }

    private static Result<SeatPlan, string> Behind(SeatFacts facts, OneLegChoice choice, Angle knee, double? seatMetres)
    {
        const SeatWay way = SeatWay.Behind;
        var (body, kit) = (facts.Body, facts.Kit);
        var tape = kit.Tape;
        var (lowest, highest) = (
            Seat(facts, At(facts, way, choice, LowestThigh)),
            Seat(facts, At(facts, way, choice, HighestThigh))
        );
        if (seatMetres is { } asked && (asked < lowest || asked > highest))
        {
            return asked > highest
                ? $"{tape.Length(asked)} is standing for these legs. A seat lies between {tape.Length(lowest)} and {tape.Length(highest)}."
                : $"{tape.Length(asked)} is lower than one leg lowers these legs to. A seat lies between {tape.Length(lowest)} and {tape.Length(highest)}.";
        }

        var wanted = seatMetres is { } given
            ? Find(facts, way, choice, p => Seat(facts, p) - given)
            : Find(facts, way, choice, p => knee.Degrees - p.Posture.Knee.Degrees);
        var metres = Seat(facts, wanted);
        var height = kit.Nearest(metres);
        if (height.Metres < lowest || height.Metres > highest)
            return $"Nothing that can be built here is a seat for these legs: {tape.Length(metres)} would suit, and the nearest, {height.Parts}, is {tape.Length(height.Metres)}. Add a chair or a box to the kit in Studio, or take the squat off a box.";
        var (posture, load) = Find(facts, way, choice, p => Seat(facts, p) - height.Metres);
        var balance = OneLegLoading.Of(body, posture, load);
        var advice = new List<Rounding>();
        var off = height.Metres - metres;
        if (Math.Abs(off) >= 0.01)
            advice.Add(
                new(
                    $"{tape.Length(metres)} would suit; the nearest here, {height.Parts}, is {tape.Length(Math.Abs(off))} {(off > 0 ? "higher" : "lower")}: the knee bends {wanted.Posture.Knee} → {posture.Knee}.{(off < -0.03 ? " Hold a rail, or lay more on the seat." : off > 0.08 ? " A lower seat would be needed for this bend." : "")}",
                    Math.Abs(off) > 0.05
                )
            );
        advice.AddRange(Tips(facts, posture, load, balance));
        return new SeatPlan(
            SeatWay.Behind,
            height,
            posture,
            load,
            balance,
            [
                new("seat", "Seat", tape.Length(height.Metres), height.Parts),
                .. Lines(posture, load, balance, "just above the seat"),
            ],
            advice
        );
    }

    private static Result<SeatPlan, string> UnderFoot(SeatFacts facts, OneLegChoice choice, Angle knee)
    {
        const SeatWay way = SeatWay.UnderFoot;
        var kit = facts.Kit;
        var tape = kit.Tape;
        var (posture, load) = Find(facts, way, choice, p => knee.Degrees - p.Posture.Knee.Degrees);
        double Clear(OneLegPosture p) => Math.Max(0.03, p.ClearBoxMetres(facts.Body));
        var least = Clear(posture);
        var heights = kit.Heights().Where(h => h.Metres > 0.03).ToArray();
        var height = kit.HasHeights
            ? heights.Where(h => h.Metres >= least - 0.001).MinBy(h => h.Metres)
            : new KitHeight(Math.Ceiling(100 * least) / 100, "set by hand");
        if (height is null)
        {
            var most = heights.Length == 0 ? 0 : heights.Max(h => h.Metres);
            var reached = Find(facts, way, choice, p => Clear(p.Posture) - most, falling: true).Posture;
            return $"The other leg needs {tape.Length(least)} to hang clear at {posture.Knee}, and the tallest that can be built here is {tape.Length(most)}. "
                + (
                    reached.Knee > LeastKnee && Clear(reached) <= most + 0.005
                        ? $"Stop at {reached.Knee}, or hold that leg out in front."
                        : "Hold that leg out in front, or sit to a seat instead."
                );
        }

        var balance = OneLegLoading.Of(facts.Body, posture, load);
        return new SeatPlan(
            SeatWay.UnderFoot,
            height,
            posture.On(facts.Body, height.Metres),
            load,
            balance,
            [
                new("box", "Box", tape.Length(height.Metres), height.Parts),
                new("clear", "Least that clears", tape.Length(least), "the other foot 3 cm off the floor"),
                .. Lines(posture, load, balance, "at the bottom"),
            ],
            [.. Tips(facts, posture, load, balance)]
        );
    }

    private static CardLine[] Lines(OneLegPosture posture, Load load, OneLegLoad balance, string where) =>
        [
            new("knee", "Knee", posture.Knee.ToString(), where),
            new("shin", "Shin", MeasureSpeech.Shin(posture.Shin), "heel down"),
            new("hold", "Held ahead", load.Kilograms > 0 ? Kilograms(load) : "arms alone", "at arm’s length"),
            new("balance", "Weight lies", Over(balance), "an estimate; sideways is the harder axis"),
        ];

    /// <summary>What to do where it would not stand by itself.</summary>
    private static IEnumerable<Rounding> Tips(SeatFacts facts, OneLegPosture posture, Load load, OneLegLoad balance)
    {
        if (balance.Balance == OneLegBalance.Comfortable)
            yield break;
        var plan = OneLegPlan.Of(facts.Body, posture, load, facts.Range, facts.Weights, facts.Kit);
        yield return new(
            $"Held like this it {(balance.Balance == OneLegBalance.Falls ? "falls" : "tips")} {(balance.OverFoot < OneLegLoad.Middle ? "backward" : "forward")}. {plan.Gives ?? (plan.Ways is [var way, ..] ? way.Sentence : null) ?? "A hand on the rail, and a higher seat."}",
            balance.Balance == OneLegBalance.Falls
        );
    }

    private static string Over(OneLegLoad balance) =>
        balance.Balance switch
        {
            OneLegBalance.Comfortable => "over the middle of the foot",
            OneLegBalance.Held => balance.OverFoot < OneLegLoad.Middle ? "toward the heel" : "toward the toes",
            _ => "beside the foot",
        };

    private static string Held(Load load) => load.Kilograms > 0 ? $"{Kilograms(load)} held ahead" : "arms ahead";

    private static string Kilograms(Load load) => FormattableString.Invariant($"{load.Kilograms:0.##} kg");

    private static readonly Angle LowestThigh = Angle.FromDegrees(-15),
        HighestThigh = Angle.FromDegrees(70);

    private static double Seat(SeatFacts facts, (OneLegPosture Posture, Load Load) at) =>
        at.Posture.Points.Hip.Y - (SeatBelowHip * facts.Body.Stature);

    private static (OneLegPosture Posture, Load Load) At(
        SeatFacts facts,
        SeatWay way,
        OneLegChoice choice,
        Angle thigh
    ) =>
        OneLegPlan.For(
            facts.Body,
            choice,
            thigh,
            facts.Range,
            facts.Weights,
            way == SeatWay.Behind ? HeldAhead(facts, thigh) : null
        );

    /// <summary>The other leg of somebody who sits down: ahead, nearly straight, as high as its heel needs to clear the floor.</summary>
    private static (Angle Thigh, Angle Knee) HeldAhead(SeatFacts facts, Angle thigh)
    {
        var (body, ankle) = (facts.Body, facts.Range.Of(RangeTest.AnkleBend).Most);
        var hip = body.AnkleHeight + (body.Shank * Math.Cos(ankle.Radians)) + (body.Thigh * Math.Sin(thigh.Radians));
        var leg = body.Thigh + body.Shank + body.AnkleHeight;
        var clear = Math.Acos(Math.Clamp((hip - 0.09) / leg, 0, 1)) * 180 / Math.PI;
        return (Angle.FromDegrees(Math.Max(45, clear) + FreeKnee / 2), Angle.FromDegrees(FreeKnee));
    }

    private const double FreeKnee = 10;

    /// <summary>
    /// The posture at which something turns from below zero to above it as the hips rise (or from above to below): by halving,
    /// since the way of balancing may change on the way and with it the numbers jump.
    /// </summary>
    private static (OneLegPosture Posture, Load Load) Find(
        SeatFacts facts,
        SeatWay way,
        OneLegChoice choice,
        Func<(OneLegPosture Posture, Load Load), double> of,
        bool falling = false
    )
    {
        var (low, high) = (LowestThigh, HighestThigh);
        for (var n = 0; n < 40; n++)
        {
            var middle = Angle.FromDegrees((low.Degrees + high.Degrees) / 2);
            if (of(At(facts, way, choice, middle)) < 0 != falling)
                low = middle;
            else
                high = middle;
        }

        return At(facts, way, choice, high);
    }
}
