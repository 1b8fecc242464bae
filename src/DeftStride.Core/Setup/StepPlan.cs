using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>A step-up worked out for a client and a studio.</summary>
/// <param name="Wanted">The step that was asked for, whatever box that takes.</param>
/// <param name="Height">The height that the studio can build for it.</param>
/// <param name="Step">The step on that height.</param>
/// <param name="Card">The numbers to lay out.</param>
/// <param name="Advice">Honest words about what the kit makes of it; empty when it is as wanted.</param>
/// <param name="Estimated">Whether the lengths are assumed.</param>
public sealed record StepPlan(
    StepPosture Wanted,
    KitHeight Height,
    StepPosture Step,
    IReadOnlyList<CardLine> Card,
    IReadOnlyList<Rounding> Advice,
    bool Estimated
)
{
    /// <summary>What a coach could say of it aloud.</summary>
    /// <returns>The height is set off by whether it is what the exercise wants.</returns>
    public Phrase Sentence(Tape tape, bool down)
    {
        var height = tape.Length(Height.Metres);
        if (down)
            return Phrase.Of(
                new("Step down from "),
                new(height, Advice.Any(a => a.Matters) ? Tone.Off : Tone.Good),
                new($". By the touch the knee bends to {Step.KneeFlexion}.")
            );
        var off = (Step.KneeFlexion - KneeAtStart).Abs() > KneeSpread;
        return Phrase.Of(
            new("Step on "),
            new(height, off ? Tone.Off : Tone.Good),
            new(
                $", toes {tape.Length(Math.Max(0, Step.ToeGapMetres))} from the box. The knee starts at {Step.KneeFlexion}."
            )
        );
    }

    /// <summary>
    /// Why a rhythm cannot be done on this height. Both feet side by side need the whole top of a box: a pile with plates on it holds one
    /// (a house rule of ours; a studio's list has no widths).
    /// </summary>
    /// <param name="feetMeet">Whether both feet meet on the box.</param>
    /// <param name="tape">How lengths are said.</param>
    /// <returns>A sentence with what would do; null where it can.</returns>
    public string? RhythmProblem(bool feetMeet, Tape tape) =>
        !feetMeet || Height.PlatesMetres.Count == 0
            ? null
            : $"In this rhythm both feet meet up there, and {Height.Parts} holds one foot. Take "
                + (
                    Height.BoxMetres is { } box
                        ? $"the {tape.Length(box)} box alone, or the rhythm on one side."
                        : "a box, or the rhythm on one side."
                );

    /// <summary>Knee flexion at the start of a step-up that counts as the right height.</summary>
    public static readonly Angle KneeAtStart = Angle.FromDegrees(90);

    /// <summary>Either side of it that is accepted.</summary>
    public static readonly Angle KneeSpread = Angle.FromDegrees(10);

    /// <summary>A shin that keeps the toes a hand from the box and the knee over the foot.</summary>
    public static readonly Angle UsualShin = Angle.FromDegrees(8);

    /// <summary>The shin at which the floor toes meet the box.</summary>
    private static readonly Angle MostShin = Angle.FromDegrees(18);

    private static readonly Angle LeastShin = Angle.FromDegrees(-5);

    /// <summary>Whether a step can be stood in: the shin neither back nor further than the toes allow, the toes before the box.</summary>
    /// <returns>False where one of them does not hold.</returns>
    public static bool Stands(StepPosture step)
    {
        ArgumentNullException.ThrowIfNull(step);
        return step.Shin >= LeastShin && step.Shin <= MostShin && step.ToeGapMetres >= 0;
    }

    /// <summary>A step down from a box that is given, else a step up whose box follows from the knee.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="range">What the joints have.</param>
    /// <param name="kit">What there is to stand on.</param>
    /// <param name="boxMetres">The box of a step down, or null.</param>
    /// <param name="kneeFlexion">The knee of a step up, or null for the usual.</param>
    /// <param name="shin">The shin, or null for the usual.</param>
    /// <param name="trunkLean">The trunk.</param>
    /// <returns>Heights in metres, with what the step asks of each joint and why this height.</returns>
    public static StepPlan Of(
        Body body,
        RangeOfMotion range,
        StudioKit kit,
        double? boxMetres,
        Angle? kneeFlexion,
        Angle? shin,
        Angle trunkLean
    ) =>
        boxMetres is { } box
            ? Down(body, range, kit, box, shin, trunkLean)
            : For(body, range, kit, kneeFlexion, shin, trunkLean);

    /// <summary>
    /// The box for a right angle at the knee. Of the heights the studio can build, the one that gives it with the most usual
    /// shin is taken; when none gives it, the nearest height with what it does to the knee.
    /// </summary>
    /// <returns>A height that can be built, metres, with what it does to the knee.</returns>
    public static StepPlan For(
        Body body,
        RangeOfMotion range,
        StudioKit kit,
        Angle? kneeFlexion = null,
        Angle? shin = null,
        Angle trunkLean = default
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(kit);
        var (knee, lean) = (kneeFlexion ?? KneeAtStart, shin ?? UsualShin);
        var wanted = StepLinkage.ForFlexion(body, knee, lean);
        var hip = range.Of(RangeTest.HipFlexion).Most;
        // What the hip has caps the box: a pelvis that tilts to reach it is no start.
        bool HipHas(StepPosture step) => step.HipFlexion(trunkLean) <= hip + Angle.FromDegrees(0.05);
        if (!kit.HasHeights && HipHas(wanted))
            return Made(
                kit,
                body,
                wanted,
                new KitHeight(Math.Round(wanted.BoxMetres, 2), "set by hand"),
                wanted,
                range,
                trunkLean,
                knee,
                []
            );

        KitHeight[] heights = kit.HasHeights
            ? [.. kit.Heights().Where(h => h.Metres > 0.05)]
            : [.. Enumerable.Range(6, 80).Select(cm => new KitHeight(cm / 100.0, "set by hand"))];
        var right = heights
            .Select(h => (Height: h, Step: StepLinkage.TryForBox(body, knee, h.Metres, out var step) ? step : null))
            .Where(p => p.Step is { } s && Stands(s))
            .Where(p => HipHas(p.Step!))
            .OrderBy(p => (p.Step!.Shin - lean).Abs().Radians)
            .FirstOrDefault();
        if (right.Step is { } found)
            return Made(
                kit,
                body,
                wanted,
                right.Height,
                found,
                range,
                trunkLean,
                knee,
                HipHas(wanted)
                    ? Advise(kit, wanted, right.Height, found, knee)
                    :
                    [
                        new(
                            $"{kit.Tape.Length(wanted.BoxMetres)} would suit the knee, but the hip has {hip}: on {kit.Tape.Length(right.Height.Metres)} with the shin {Judging.MeasureSpeech.Shin(found.Shin)} the knee still starts at {found.KneeFlexion}.",
                            false
                        ),
                    ]
            );

        if (!HipHas(wanted))
        {
            foreach (var lower in heights.Reverse().Where(h => h.Metres <= wanted.BoxMetres))
            {
                if (!StepLinkage.TryForBoxAndShin(body, lower.Metres, lean, out var within) || !HipHas(within))
                    continue;
                return Made(
                    kit,
                    body,
                    wanted,
                    lower,
                    within,
                    range,
                    trunkLean,
                    knee,
                    [
                        new(
                            $"{kit.Tape.Length(wanted.BoxMetres)} would suit the knee, but the hip has {hip}: on {kit.Tape.Length(lower.Metres)} the knee starts at {within.KneeFlexion} instead of {knee}.",
                            (within.KneeFlexion - knee).Abs() > KneeSpread
                        ),
                    ]
                );
            }
        }

        var near =
            heights.Length > 0
                ? heights.MinBy(h => Math.Abs(h.Metres - wanted.BoxMetres))!
                : new KitHeight(0, "nothing to stand on");
        var step = StepLinkage.TryForBoxAndShin(body, near.Metres, lean, out var forced) ? forced : wanted;
        return Made(kit, body, wanted, near, step, range, trunkLean, knee, Advise(kit, wanted, near, step, knee));
    }

    /// <summary>
    /// A step-down from a given height: the nearest that can be built, and how far the knee bends by the time the free foot,
    /// its leg straight, touches the floor with the pelvis level.
    /// </summary>
    /// <returns>A height that can be built, metres, and the bend of the knee when the free foot touches.</returns>
    public static StepPlan Down(
        Body body,
        RangeOfMotion range,
        StudioKit kit,
        double boxMetres,
        Angle? shin = null,
        Angle trunkLean = default
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(kit);
        var lean = shin ?? UsualShin;
        var heights = kit.HasHeights ? kit.Heights().Where(h => h.Metres > 0.03).ToArray() : [];
        var height =
            heights.Length > 0
                ? heights.MinBy(h => Math.Abs(h.Metres - boxMetres))!
                : new KitHeight(Math.Round(boxMetres, 2), "set by hand");
        StepPosture At(double metres) =>
            StepLinkage.TryForBoxAndShin(body, metres, lean, out var step)
                ? step
                : StepLinkage.ForFlexion(body, KneeAtStart, lean);
        var (wanted, stood) = (At(boxMetres), At(height.Metres));
        var off = height.Metres - boxMetres;
        List<Rounding> advice =
            Math.Abs(off) < 0.005
                ? []
                :
                [
                    new(
                        $"{kit.Tape.Length(boxMetres)} would suit; the nearest here, {height.Parts}, is {kit.Tape.Length(height.Metres)}: the knee bends {wanted.KneeFlexion} → {stood.KneeFlexion} by the touch.{(off > 0.03 ? " Hold a support, or stop before the floor." : "")}",
                        off > 0.03
                    ),
                ];
        return new StepPlan(
            wanted,
            height,
            stood,
            [
                new("box", "Box", kit.Tape.Length(height.Metres), height.Parts),
                new("knee", "Knee at the touch", stood.KneeFlexion.ToString(), "pelvis level, free leg straight"),
                new("shin", "Shin at the touch", Judging.MeasureSpeech.Shin(stood.Shin), "heel down"),
            ],
            advice,
            !body.SegmentsMeasured
        );
    }

    private static List<Rounding> Advise(
        StudioKit kit,
        StepPosture wanted,
        KitHeight height,
        StepPosture step,
        Angle knee
    )
    {
        var off = height.Metres - wanted.BoxMetres;
        if (Math.Abs(off) < 0.01)
            return [];
        var bent = (step.KneeFlexion - knee).Abs();
        var side = off > 0 ? "higher" : "lower";
        return bent <= Angle.FromDegrees(1)
            ?
            [
                new(
                    $"{kit.Tape.Length(wanted.BoxMetres)} would suit; {height.Parts} is {kit.Tape.Length(Math.Abs(off))} {side}. The knee still starts at {step.KneeFlexion} with the shin {Judging.MeasureSpeech.Shin(step.Shin)}.",
                    false
                ),
            ]
            :
            [
                new(
                    $"{kit.Tape.Length(wanted.BoxMetres)} would suit; the nearest here, {height.Parts}, is {kit.Tape.Length(Math.Abs(off))} {side}: the knee starts at {step.KneeFlexion} instead of {knee}{(bent > KneeSpread ? ", outside what is accepted" : "")}. {(off > 0 ? "Hold a support, or use the lower one for a longer set." : "Slow the way down, or add a plate.")}",
                    bent > KneeSpread
                ),
            ];
    }

    private static StepPlan Made(
        StudioKit kit,
        Body body,
        StepPosture wanted,
        KitHeight height,
        StepPosture step,
        RangeOfMotion range,
        Angle lean,
        Angle knee,
        List<Rounding> advice
    )
    {
        var hip = range.Of(RangeTest.HipFlexion);
        var folded = step.HipFlexion(lean);
        if (folded > hip.Most)
            advice.Add(
                new(
                    $"This height folds the hip to {folded}; it has {hip.Most}{(hip.Measured ? "" : " (assumed)")}. Take a lower box, or the pelvis will tilt to reach it.",
                    true
                )
            );
        if (step.ToeGapMetres < 0)
            advice.Add(
                new("The floor toes would be inside the box. Take a higher box or keep the shin more upright.", true)
            );
        return new StepPlan(
            wanted,
            height,
            step,
            [
                new("box", "Box", kit.Tape.Length(height.Metres), height.Parts),
                new(
                    "gap",
                    "Floor toes to the box",
                    kit.Tape.Length(Math.Max(0, step.ToeGapMetres)),
                    "whole foot on, heel just inside the edge"
                ),
                new("knee", "Knee at the start", step.KneeFlexion.ToString(), $"asked: {knee}"),
                new("shin", "Shin on the box", Judging.MeasureSpeech.Shin(step.Shin), "at the start"),
            ],
            advice,
            !body.SegmentsMeasured
        );
    }
}
