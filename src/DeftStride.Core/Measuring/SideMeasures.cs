using DeftStride.Core.Quantities;
using static DeftStride.Core.Measuring.MeasureFormula;
using static DeftStride.Core.Measuring.MeasureGeometry;
using static DeftStride.Core.Measuring.MeasureWords;

namespace DeftStride.Core.Measuring;

/// <summary>What is seen from the side. One entry is all there is to a measure.</summary>
internal static class SideMeasures
{
    private static readonly View[] Side = [View.Side];
    private static readonly View[] Front = [View.Front];
    private static readonly View[] Back = [View.Back];
    private static readonly View[] Frontal = [View.Front, View.Back];
    private static readonly View[] None = [];
    private static readonly Landmark[] Leg = [Landmark.Ankle, Landmark.Knee, Landmark.Hip];
    private static readonly Landmark[] Pelvis = [Landmark.WorkingPelvis, Landmark.FreePelvis];

    public static IReadOnlyList<MeasureDefinition> All { get; } =
    [
        new(
            "front-shin",
            "Front shin angle",
            "shin",
            MeasureUnit.Degrees,
            Side,
            "knee ahead of the ankle",
            Region.ShinAndTrunk
        )
        {
            SelfCheck = "A phone on a box, filming from the side.",
            Best = 35,
            Words = new(
                "{v} forward",
                "{v} back",
                "upright",
                "shin is {m} past the band",
                "shin is {m} short of the band",
                "Bring the {side} shin back first.",
                "Bring the {side} shin forward first."
            ),
            Spread = new(1.5, 1, 2, 2),
            FoundSd = 1.6,
            Formulas =
            [
                .. At(
                    [Moment.FirstSeen, Moment.Bottom],
                    m =>
                        One(
                            Side,
                            m,
                            [Landmark.Ankle, Landmark.Knee],
                            false,
                            (f, _) =>
                                Direction(
                                    f.X(Landmark.Knee) - f.X(Landmark.Ankle),
                                    f.Up(Landmark.Knee) - f.Up(Landmark.Ankle)
                                )
                        )
                ),
            ],
            QuickRank = 1,
            Spoiling = new(When.Moving, (PosePart.Shin, 26), (PosePart.Knee, 26)) { KeepsDepth = true },
        },
        new(
            "knee-past-toe",
            "Knee past toe",
            "knee past toe",
            MeasureUnit.Centimetres,
            Side,
            "knee ahead of the toe tip",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} past the toe",
                "{v} behind the toe",
                "over the toe",
                "knee goes {v} past the toe",
                "knee stays {v} behind the toe",
                "Bring the knee back first.",
                "Let the knee lead first."
            ),
            Spread = new(1, 0.5, 1, 1),
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Knee, Landmark.Toe],
                    true,
                    (f, c) => (f.X(Landmark.Knee) - f.X(Landmark.Toe)) * Scale(f, c)
                ),
            ],
        },
        new("front-knee", "Front knee bend", "front knee bend", MeasureUnit.Degrees, Side, "", Region.ShinAndTrunk)
        {
            Words = new(
                "{v} bent",
                "{v} past straight",
                "straight",
                "front knee bends {m} too far",
                "front knee bends {m} too little",
                "Less depth first.",
                "Sink deeper first."
            ),
            Spread = new(3, 0, 0, 3),
            FoundSd = 2,
            Formulas =
            [
                One(Side, Moment.Bottom, Leg, false, (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
            ],
        },
        new("rear-knee", "Rear knee bend", "rear knee bend", MeasureUnit.Degrees, Side, "", Region.ShinAndTrunk)
        {
            Words = new(
                "{v} bent",
                "{v} past straight",
                "straight",
                "rear knee bends {m} too far",
                "rear knee bends {m} too little",
                "Come up a little first.",
                "Let the {side} leg's rear knee bend first."
            ),
            Spread = new(3, 0, 0, 3),
            FoundSd = 2,
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle],
                    false,
                    (f, _) => -Bend(f, Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle)
                ),
            ],
        },
        new(
            "front-thigh",
            "Front thigh",
            "front thigh",
            MeasureUnit.Degrees,
            Side,
            "hip higher than the knee",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "hip {v} higher",
                "hip {v} lower",
                "level",
                "front thigh stays {m} too steep",
                "front thigh goes {m} too low",
                "Sink deeper first.",
                "Less depth first."
            ),
            Spread = new(2, 1, 2, 2),
            FoundSd = 2.6,
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Knee, Landmark.Hip],
                    false,
                    (f, _) =>
                        Direction(f.Up(Landmark.Hip) - f.Up(Landmark.Knee), f.X(Landmark.Knee) - f.X(Landmark.Hip))
                ),
            ],
        },
        new(
            "depth",
            "Rear knee above its target",
            "depth",
            MeasureUnit.Centimetres,
            Side,
            "short of the target",
            Region.Whole
        )
        {
            Words = new(
                "{v} above the target",
                "{v} below the target",
                "on the target",
                "rear knee stops {v} above its target",
                "rear knee goes {v} below its target",
                "Come down to the target first.",
                "Raise the target first."
            ),
            Spread = new(0.5, 0.3, 0.6, 1),
            Formulas =
            [
                // Against the rear foot's own toes: the front foot stands on another track, and a camera sees the two tracks' floor at two heights.
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.RearKnee, Landmark.RearToe],
                    true,
                    (f, c) =>
                        ((f.Up(Landmark.RearKnee) - f.Up(Landmark.RearToe)) * Scale(f, c))
                        + (100 * (c.RearRaiseMetres - KneeCentreHeight - c.PadMetres))
                ),
            ],
            Spoiling = new(When.Bottom, (PosePart.RearKneeHeight, 8)),
        },
        new(
            "rear-thigh",
            "Rear thigh",
            "rear thigh",
            MeasureUnit.Degrees,
            Side,
            "knee behind the hip",
            Region.ShinAndTrunk
        )
        {
            SelfCheck = "A hand on the front of the back hip: it stays soft.",
            Words = new(
                "{v} behind",
                "{v} ahead",
                "upright",
                "hangs on the rear hip, its thigh {v} behind",
                "sits behind the rear hip, its thigh {v} ahead",
                "Ease back off the rear hip first.",
                "Grow tall over the rear hip first."
            ),
            Spread = new(2, 1, 2, 2),
            Formulas = [One(Side, Moment.Bottom, [Landmark.Hip, Landmark.RearKnee], false, (f, _) => RearThigh(f))],
            Spoiling = new(When.Moving, (PosePart.RearThigh, 20)) { KeepsDepth = true },
        },
        new(
            "rear-under-hip",
            "Rear knee under the hip",
            "rear knee under the hip",
            MeasureUnit.Centimetres,
            Side,
            "knee behind the hip",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} behind the hip",
                "{v} ahead of the hip",
                "under the hip",
                "rear knee trails {v} behind the hip",
                "rear knee runs {v} ahead of the hip",
                "Bring the rear knee under the hip first.",
                "Bring the rear knee under the hip first."
            ),
            Spread = new(1, 0.5, 1, 1),
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Hip, Landmark.RearKnee],
                    true,
                    (f, c) => (f.X(Landmark.Hip) - f.X(Landmark.RearKnee)) * Scale(f, c)
                ),
            ],
        },
        new("trunk-lean", "Trunk lean", "trunk", MeasureUnit.Degrees, Side, "forward", Region.ShinAndTrunk)
        {
            SelfCheck = "A mirror from the side, glanced at between repetitions.",
            Words = new(
                "{v} forward",
                "{v} back",
                "upright",
                "trunk leans {m} past the band",
                "trunk stays {m} short of the band",
                "Lift the trunk first.",
                "Let the trunk lean first."
            ),
            Spread = new(2, 1, 2, 2),
            FoundSd = 2,
            Formulas =
            [
                .. At(
                    [Moment.FirstSeen, Moment.Bottom],
                    m => One(Side, m, [Landmark.Hip, Landmark.Shoulder], false, (f, _) => TrunkLean(f))
                ),
            ],
            QuickRank = 4,
            Spoiling = new(When.Always, (PosePart.Trunk, 24)),
        },
        new(
            "lean-minus-shin",
            "Trunk less shin",
            "trunk less shin",
            MeasureUnit.Degrees,
            Side,
            "trunk further forward than the shin",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} past the shin",
                "{v} behind the shin",
                "parallel",
                "trunk leans {v} more than the shin",
                "trunk leans {v} less than the shin",
                "Bring trunk and shin parallel first.",
                "Bring trunk and shin parallel first."
            ),
            // Of a difference both parts vary.
            Spread = new(2.5, 0, 0, 2) { RepetitionBefore = 2 },
            FoundSd = 2.6,
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Ankle, Landmark.Knee, Landmark.Hip, Landmark.Shoulder],
                    false,
                    (f, _) =>
                        TrunkLean(f)
                        - Direction(
                            f.X(Landmark.Knee) - f.X(Landmark.Ankle),
                            f.Up(Landmark.Knee) - f.Up(Landmark.Ankle)
                        )
                ),
            ],
            Spoiling = new(When.Always, (PosePart.Trunk, 24)),
        },
        new(
            "line",
            "Shoulder, hip and rear knee on one line",
            "line of shoulder, hip and rear knee",
            MeasureUnit.Degrees,
            Side,
            "hip behind the line",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "folded {v}",
                "arched {v}",
                "one line",
                "body folds {v} at the hip",
                "body arches {v} at the hip",
                "Make one line from rear knee to shoulder first.",
                "Make one line from rear knee to shoulder first."
            ),
            HouseRule = true,
            Spread = new(2.8, 0, 0, 2) { RepetitionBefore = 2 },
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Hip, Landmark.Shoulder, Landmark.RearKnee],
                    false,
                    (f, _) => TrunkLean(f) - RearThigh(f)
                ),
            ],
        },
        new(
            "head-over-pelvis",
            "Head over pelvis",
            "head over pelvis",
            MeasureUnit.Centimetres,
            Side,
            "head ahead",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} ahead",
                "{v} behind",
                "over the pelvis",
                "head runs {v} ahead of the pelvis",
                "head stays {v} behind the pelvis",
                "Bring the head over the pelvis first.",
                "Bring the head over the pelvis first."
            ),
            HouseRule = true,
            Spread = new(2, 1, 2, 1) { RepetitionBefore = 1 },
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Hip, Landmark.Ear],
                    true,
                    (f, c) => (f.X(Landmark.Ear) - f.X(Landmark.Hip)) * Scale(f, c)
                ),
            ],
        },
        new("spine", "Spine stays as it is", "spine", MeasureUnit.Tick, Side, "", Region.ShinAndTrunk)
        {
            Words = Tick("long", "spine changes its shape on the way", "Keep the spine long first."),
        },
        new(
            "heel-rise",
            "Front heel stays down",
            "heel",
            MeasureUnit.Centimetres,
            Side,
            "heel off the floor",
            Region.Foot
        )
        {
            SelfCheck = "Lift the toes and feel the heel; a sheet of paper must not slide under it.",
            OnlyOutside = true,
            Words = new(
                "{v} up",
                "{v} down",
                "down",
                "heel lifts {v}",
                "heel sinks {v}",
                "Keep the {side} heel heavy first.",
                "Keep the {side} heel heavy first."
            ),
            Spread = new(0.3, 0.3, 0.6, 0.5),
            FoundSd = 1,
            Formulas =
            [
                .. At(
                    [Moment.FirstSeen, Moment.Bottom],
                    m => One(Side, m, [Landmark.Heel, Landmark.Toe], true, HeelRise)
                ),
            ],
            FoundFormulas =
            [
                .. At(
                    [Moment.FirstSeen, Moment.Bottom],
                    m => FromRest(Side, m, [Landmark.Heel, Landmark.Toe], HeelRise)
                ),
            ],
            Spoiling = new(When.Moving, (PosePart.HeelRise, 5)) { Sets = true, OneWay = true },
        },
        new("rear-heel", "Rear heel stays free and a little out", "rear heel", MeasureUnit.Tick, Side, "", Region.Foot)
        {
            Words = Tick("free", "rear heel is pinned or turned in", "Free the rear heel first."),
        },
        new("big-toe-lift", "Big toe stays down", "big toe", MeasureUnit.Tick, Side, "", Region.Foot)
        {
            Words = Tick("down", "big toe lifts", "Press the big toe down first."),
        },
        new(
            "heel-ear",
            "Heel to ear on one line",
            "heel-to-ear line",
            MeasureUnit.Degrees,
            Side,
            "folded at the hip",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "folded {v}",
                "arched {v}",
                "one line",
                "heel-to-ear line folds {v}",
                "heel-to-ear line arches {v}",
                "Make one line from heel to ear first.",
                "Make one line from heel to ear first."
            ),
            Spread = new(2, 0, 0, 2),
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Hip, Landmark.Ear, Landmark.RearAnkle],
                    false,
                    (f, _) =>
                        Direction(f.X(Landmark.Ear) - f.X(Landmark.Hip), f.Up(Landmark.Ear) - f.Up(Landmark.Hip))
                        - Direction(
                            f.X(Landmark.Hip) - f.X(Landmark.RearAnkle),
                            f.Up(Landmark.Hip) - f.Up(Landmark.RearAnkle)
                        )
                ),
            ],
            QuickRank = 5,
            Spoiling = new(When.Moving, (PosePart.Trunk, 30)),
        },
        new(
            "stance-length",
            "Stance length, front heel to rear toes",
            "stance length, front heel to rear toes",
            MeasureUnit.Centimetres,
            Side,
            "",
            Region.Whole
        )
        {
            Words = new(
                "{v}",
                "{v} crossed",
                "none",
                "stance is {m} too long",
                "stance is {m} too short",
                "Shorten the stance first.",
                "Lengthen the stance first."
            ),
            Spread = new(1, 0, 0, 1),
            Formulas =
            [
                One(
                    Side,
                    Moment.Bottom,
                    [Landmark.Heel, Landmark.RearToe],
                    true,
                    (f, c) => (f.X(Landmark.Heel) - f.X(Landmark.RearToe)) * Scale(f, c)
                ),
            ],
        },
        new(
            "hip-path",
            "Hips drift back on the way up",
            "hip path",
            MeasureUnit.Percent,
            Side,
            "beyond what planted feet need",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} of the rise back",
                "{v} of the rise ahead",
                "on its path",
                "hips drift back by {v} of the rise",
                "hips drift ahead by {v} of the rise",
                "Rise straight up first.",
                "Rise straight up first."
            ),
            Spread = new(8, 2, 4, 5) { RepetitionBefore = 5 },
            Formulas =
            [
                new(
                    Side,
                    [
                        new(Moment.Bottom, [.. Leg, Landmark.RearKnee, Landmark.RearAnkle]),
                        new(Moment.HalfUp, [Landmark.Ankle, Landmark.Hip, Landmark.RearAnkle]),
                    ],
                    false,
                    HipPath
                ),
            ],
            Spoiling = new(When.HalfUp, (PosePart.HipsBack, 32)) { Sets = true, OneWay = true },
        },
        new(
            "order",
            "Hip and knee straighten together",
            "hip and knee order",
            MeasureUnit.Percent,
            Side,
            "knee first",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "knee ahead by {v}",
                "hip ahead by {v}",
                "together",
                "knee straightens {v} ahead of the hip",
                "hips rise {v} ahead of the knee",
                "Finish hip and knee together first.",
                "Finish hip and knee together first."
            ),
            Spread = new(5, 0, 0, 5),
            Formulas =
            [
                new(
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
                    Side,
                    [
                        new(Moment.Start, [.. Leg, Landmark.Shoulder]),
                        new(Moment.HalfUp, [.. Leg, Landmark.Shoulder]),
                        new(Moment.Top, [.. Leg, Landmark.Shoulder]),
                    ],
                    false,
                    Order
                ),
            ],
            Spoiling = new(When.HalfUp, (PosePart.Trunk, 34)),
        },
        new(
            "start-knee",
            "Knee at the start of the step",
            "knee at the start",
            MeasureUnit.Degrees,
            Side,
            "",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} bent",
                "{v} past straight",
                "straight",
                "knee starts {m} too bent",
                "knee starts {m} too straight",
                "Take a lower box first.",
                "Take a higher box first."
            ),
            Spread = new(3, 0, 0, 3),
            FoundSd = 2,
            Formulas =
            [
                One(Side, Moment.Start, Leg, false, (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
            ],
            Spoiling = new(When.Start, (PosePart.Knee, 22)),
        },
        new(
            "top-knee",
            "Straight at the top",
            "knee at the top",
            MeasureUnit.Degrees,
            Side,
            "still bent",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} bent",
                "{v} past straight",
                "straight",
                "knee stays {v} bent at the top",
                "knee goes {v} past straight",
                "Stand tall at the top first.",
                "Keep the knee soft at the top first."
            ),
            // A straight knee hardly varies; a bent one does.
            Spread = new(1.5, 0, 0, 2),
            FoundSd = 2,
            Formulas =
            [
                One(Side, Moment.Top, Leg, false, (f, _) => Bend(f, Landmark.Ankle, Landmark.Knee, Landmark.Hip)),
            ],
            Spoiling = new(When.Top, (PosePart.Knee, 16), (PosePart.Shin, 8)) { Sets = true, OneWay = true },
        },
        new("floor-push", "Push of the floor leg", "push of the floor leg", MeasureUnit.Percent, Side, "", Region.Whole)
        {
            Words = new(
                "{v}",
                "{v}",
                "none",
                "floor leg pushes off",
                "floor leg pushes off",
                "Lift the floor toes first.",
                "Lift the floor toes first."
            ),
            Spread = new(3, 0, 0, 4),
            JudgedBySides = true,
        },
    ];
}
