using DeftStride.Core.Quantities;
using static System.Math;
using static DeftStride.Core.Measuring.MeasureFormula;
using static DeftStride.Core.Measuring.MeasureGeometry;
using static DeftStride.Core.Measuring.MeasureWords;

namespace DeftStride.Core.Measuring;

/// <summary>What is seen from the front or from behind. One entry is all there is to a measure.</summary>
internal static class FrontMeasures
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
            "knee-offset",
            "Knee over the foot",
            "knee over the foot",
            MeasureUnit.Centimetres,
            Front,
            "inward",
            Region.Knee
        )
        {
            SelfCheck = "Look down past the knee: it hides the middle of the foot.",
            Words = new(
                "{v} in",
                "{v} out",
                "over the foot",
                "knee falls {v} in",
                "knee falls {v} out",
                "Bring the {side} knee over the foot first.",
                "Bring the {side} knee over the foot first."
            ),
            Spread = new(0.5, 0.7, 1.2, 1),
            // The foot is taken from where it stood; what is left is the knee's own bias at the bottom, from seven drawn clips.
            FoundSd = 1,
            Formulas =
            [
                .. At(
                    [Moment.FirstSeen, Moment.Bottom, Moment.HalfUp],
                    m => One(Front, m, [Landmark.Ankle, Landmark.Toe, Landmark.Knee], true, KneeOffset)
                ),
            ],
            QuickRank = 3,
            Spoiling = new(When.Moving, (PosePart.KneeIn, 7)) { Sets = true },
        },
        new(
            "projection",
            "Hip, knee, ankle from the front",
            "knee line",
            MeasureUnit.Degrees,
            Front,
            "inward",
            Region.Knee
        )
        {
            Words = new(
                "{v} in",
                "{v} out",
                "one line",
                "knee falls {v} in from the line of hip and ankle",
                "knee falls {v} out from the line of hip and ankle",
                "Bring the {side} knee over the foot first.",
                "Bring the {side} knee over the foot first."
            ),
            HouseRule = true,
            Spread = new(2, 1, 2, 3),
            Formulas =
            [
                .. At(
                    [Moment.Start, Moment.FirstSeen, Moment.Bottom, Moment.HalfUp],
                    m => One(Front, m, Leg, false, Projection) with { Says = Projects }
                ),
            ],
            QuickRank = 6,
            Spoiling = new(When.Moving, (PosePart.KneeIn, 7)) { Sets = true },
        },
        new("pelvic-level", "Pelvic level", "pelvis", MeasureUnit.Degrees, Frontal, "free side lower", Region.Pelvis)
        {
            SelfCheck = "Two fingers on the front hip bones: they stay level.",
            Words = new(
                "drops {v}",
                "hikes {v}",
                "level",
                "pelvis drops {v}",
                "pelvis hikes {v}",
                "Level the pelvis first.",
                "Level the pelvis first."
            ),
            Spread = new(1, 1, 2, 1.5),
            FoundSd = 0.5,
            Formulas =
            [
                .. At(
                    [Moment.Start, Moment.FirstSeen, Moment.Bottom, Moment.Top],
                    m => One(Frontal, m, Pelvis, false, (f, _) => PelvicLevel(f))
                ),
            ],
            QuickRank = 2,
            Spoiling = new(When.Always, (PosePart.PelvisDrop, 10)) { Sets = true },
            TiltedByABox = true,
        },
        new(
            "pelvic-change",
            "Change of pelvic level on the way",
            "pelvis on the way down",
            MeasureUnit.Degrees,
            Frontal,
            "free side goes lower",
            Region.Pelvis
        )
        {
            Words = new(
                "drops {v} on the way",
                "rises {v} on the way",
                "stays as it began",
                "pelvis drops {v} on the way down",
                "pelvis hikes {v} on the way down",
                "Keep the pelvis as it began first.",
                "Keep the pelvis as it began first."
            ),
            Spread = new(1, 0, 0, 1.5),
            FoundSd = 0.5,
            Formulas =
            [
                new(
                    Frontal,
                    [new(Moment.Start, Pelvis), new(Moment.Bottom, Pelvis)],
                    false,
                    (f, _) => PelvicLevel(f[1]) - PelvicLevel(f[0])
                ),
            ],
            QuickRank = 7,
            Spoiling = new(When.Bottom, (PosePart.PelvisDrop, 12)) { Sets = true, OneWay = true },
        },
        new(
            "pelvic-turn",
            "Pelvis and trunk stay square",
            "turn of the pelvis",
            MeasureUnit.Tick,
            Frontal,
            "",
            Region.Pelvis
        )
        {
            Words = Tick("square", "pelvis turns away", "Square both hip bones first."),
        },
        new(
            "pelvic-shift",
            "Pelvis stays between the feet",
            "pelvic shift",
            MeasureUnit.Centimetres,
            Frontal,
            "toward the working side",
            Region.Pelvis
        )
        {
            Words = new(
                "{v} to the working side",
                "{v} to the free side",
                "between the feet",
                "hips slide {v} out over the leg",
                "hips hang {v} to the free side",
                "Bring the hips between the feet first.",
                "Bring the hips between the feet first."
            ),
            Spread = new(0.5, 0.7, 1.2, 1),
            Formulas =
            [
                One(
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
            ],
            Spoiling = new(When.Moving, (PosePart.PelvisShift, 7)) { Sets = true },
        },
        new(
            "stance-width",
            "Stance width, ankle to ankle",
            "stance width, ankle to ankle",
            MeasureUnit.Centimetres,
            Front,
            "",
            Region.Whole
        )
        {
            Words = new(
                "{v}",
                "{v}",
                "one line",
                "stance is {m} too wide",
                "stance is {m} too narrow",
                "Narrow the track first.",
                "Widen the track first."
            ),
            Spread = new(1, 0, 0, 1),
            Formulas =
            [
                One(
                    Front,
                    Moment.Bottom,
                    [Landmark.Ankle, Landmark.RearAnkle],
                    true,
                    (f, c) => Abs(f.X(Landmark.RearAnkle) - f.X(Landmark.Ankle)) * Scale(f, c)
                ),
            ],
        },
        new(
            "side-lean",
            "Trunk leans sideways",
            "sideways lean",
            MeasureUnit.Degrees,
            Frontal,
            "toward the working side",
            Region.ShinAndTrunk
        )
        {
            Words = new(
                "{v} over the leg",
                "{v} away from the leg",
                "upright",
                "trunk bends {v} over the leg",
                "trunk bends {v} away from the leg",
                "Bring the trunk over the hips first.",
                "Bring the trunk over the hips first."
            ),
            Spread = new(1, 1, 2, 2),
            Formulas =
            [
                One(
                    Frontal,
                    Moment.Bottom,
                    [.. Pelvis, Landmark.WorkingShoulder, Landmark.FreeShoulder],
                    false,
                    (f, _) => SideLean(f)
                ),
            ],
            Spoiling = new(When.Always, (PosePart.SideLean, 13)) { Sets = true },
        },
        new("inner-ankle", "Inner ankle holds", "inner ankle", MeasureUnit.Degrees, Back, "sinks inward", Region.Foot)
        {
            Words = new(
                "tilts {v} in",
                "tilts {v} out",
                "upright",
                "inner ankle sinks {v}",
                "foot rolls {v} out",
                "Put three points of the foot down first.",
                "Press the big toe down first."
            ),
            Spread = new(1, 1, 2, 1.5),
            Formulas =
            [
                One(
                    Back,
                    Moment.Bottom,
                    [Landmark.Ankle, Landmark.Heel],
                    false,
                    (f, _) =>
                        Direction(f.X(Landmark.Ankle) - f.X(Landmark.Heel), f.Up(Landmark.Ankle) - f.Up(Landmark.Heel))
                ),
            ],
        },
        new("foot-ahead", "Foot points ahead", "foot direction", MeasureUnit.Degrees, Front, "turned out", Region.Foot)
        {
            Words = new(
                "{v} out",
                "{v} in",
                "ahead",
                "foot turns {v} out",
                "foot turns {v} in",
                "Point the toes ahead first.",
                "Point the toes ahead first."
            ),
            Spread = new(2, 0, 0, 2),
            Formulas = [One(Front, Moment.Bottom, [Landmark.Ankle, Landmark.Knee, Landmark.Toe], false, FootAhead)],
            Spoiling = new(When.Always, (PosePart.TurnOut, 34)) { Sets = true },
        },
        new("trail-knee", "Trail knee stays straight", "trail knee", MeasureUnit.Degrees, Front, "bent", Region.Knee)
        {
            Words = new(
                "{v} bent",
                "{v} past straight",
                "straight",
                "trail knee bends {v}",
                "trail knee bends {v}",
                "Keep the trail leg long first.",
                "Keep the trail leg long first."
            ),
            Spread = new(2, 0, 0, 2),
            Formulas =
            [
                One(
                    Front,
                    Moment.Bottom,
                    [Landmark.FreeHip, Landmark.RearKnee, Landmark.RearAnkle],
                    false,
                    (f, _) => -Bend(f, Landmark.FreeHip, Landmark.RearKnee, Landmark.RearAnkle)
                ),
            ],
            Spoiling = new(When.Moving, (PosePart.FreeKneeBend, 26)) { Sets = true, OneWay = true },
        },
        new("trail-foot", "Trail foot stays flat", "trail foot", MeasureUnit.Tick, Front, "", Region.Foot)
        {
            Words = Tick("flat", "trail foot comes off the floor", "Keep the trail foot flat first."),
        },
    ];
}
