using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;

namespace DeftStride.Core.Exercises;

/// <summary>The catalogue: every exercise as data, in the order in which they are usually met.</summary>
internal static class Catalogue
{
    private static readonly LoadPosition[] Any =
    [
        LoadPosition.Goblet,
        LoadPosition.ElbowCrook,
        LoadPosition.Front,
        LoadPosition.Back,
        LoadPosition.Sides,
        LoadPosition.Sandbag,
    ];
    private static readonly LoadPosition[] Light = [LoadPosition.Goblet, LoadPosition.ElbowCrook, LoadPosition.Sandbag];
    private static readonly string[] Height =
    [
        "Check the box before every set; a hand on a support until it is easy.",
        "Raise heights slowly, a plate at a time.",
    ];

    private static ExerciseCheck Must(string measure, double? low = null, double? high = null) =>
        new(measure, low, high, true);

    private static ExerciseCheck Note(string measure, double? low = null, double? high = null) =>
        new(measure, low, high, false);

    // What every split stance is looked at for; bands that the school sets are left open here.
    private static readonly ExerciseCheck[] Split =
    [
        Must("front-shin"),
        Must("heel-rise", null, 1.5),
        Must("depth", -3, 3),
        Must("knee-offset", -4, 4),
        Must("pelvic-level", -5, 5),
        Must("pelvic-change", null, 6),
        Must("spine"),
        Note("ribs"),
        Note("rear-knee"),
        Note("rear-thigh"),
        Note("trunk-lean"),
        Note("lean-minus-shin"),
        Note("pelvic-shift", -3, 3),
        Note("side-lean", -5, 5),
        Note("pelvic-turn"),
        Note("knee-past-toe"),
        Note("front-knee"),
        Note("front-thigh"),
        Note("rear-under-hip"),
        Note("line"),
        Note("inner-ankle"),
        Note("big-toe-lift"),
        Note("rear-heel"),
        Note("head-over-pelvis"),
        Note("hip-path"),
        Note("order"),
        Note("stance-length"),
        Note("stance-width"),
        Note("load-share"),
    ];

    private static readonly ExerciseCheck[] Lowering =
    [
        Must("pelvic-level", -5, 5),
        Must("pelvic-change", null, 6),
        Must("knee-offset", -4, 4),
        Must("projection", -6, 12),
        Must("descent", 2),
        Must("free-foot"),
        Note("pelvic-shift", -3, 3),
        Note("side-lean", -5, 5),
        Note("trunk-lean"),
        Note("heel-rise", null, 1.5),
    ];

    // On the way up a box: whole foot on neither edge, hips between the feet, ribs low.
    private static readonly ExerciseCheck[] Rising =
    [
        Note("pelvic-change"),
        Note("pelvic-shift", -3, 3),
        Note("side-lean", -5, 5),
        Note("ribs"),
        Note("heel-rise", null, 1.5),
        Note("inner-ankle"),
        Note("trunk-lean"),
        Note("front-shin"),
    ];

    // The weight goes well over the front foot and comes home again.
    private static readonly ExerciseCheck[] Shifted =
    [
        Must("pelvic-level", -5, 5),
        Must("knee-offset", -4, 4),
        Must("heel-rise", null, 1.5),
        Note("settled"),
        Note("back-to-even"),
        Note("load-share"),
    ];

    private static readonly ExerciseCheck[] OnOneLeg =
    [
        Must("balance"),
        Must("knee-offset", -4, 4),
        Must("pelvic-level", -5, 5),
        Must("heel-rise", null, 1.5),
        Must("spine"),
        Note("inner-ankle"),
        Note("foot-ahead"),
        Note("front-shin"),
        Note("trunk-lean"),
    ];

    private static readonly Pose HalfKneeling = new(1, 91, 0, 0, 82);

    private static readonly ExerciseShape FrontFootRaised = ExerciseShape.Split with
    {
        Clean = new CleanPosture(new Pose(4, 18, 6, 16, 42), School: SchoolCode.KneeForward),
    };

    private static readonly ExerciseShape Travelling = ExerciseShape.Split with { FootTravels = true };

    private static readonly ExerciseShape OnBoth = new()
    {
        BothFeetPlanted = true,
        Clean = CleanPosture.UpFrom(new Pose(24, 82, 30, -34, 24)),
    };

    private static ExerciseShape Off(MovementPlane plane, ReachWay reach, Pose bottom) =>
        new()
        {
            FootTravels = true,
            Plane = plane,
            Reach = reach,
            Clean = CleanPosture.UpFrom(bottom),
        };

    private static ExerciseShape FromABox(Pose bottom) =>
        new()
        {
            OneLeg = true,
            Box = BoxWay.Lowers,
            Clean = CleanPosture.UpFrom(bottom),
        };

    private static ExerciseShape OnOne(Pose bottom) => new() { OneLeg = true, Clean = CleanPosture.UpFrom(bottom) };

    public static IReadOnlyList<Exercise> All { get; } =
    [
        new(
            "half-kneeling-hold",
            "Half-kneeling hold",
            ExerciseFamily.HalfKneeling,
            "Kneel on one knee and hold still.",
            "Feet on two tracks between hip-joint and hip-bone width, rear toes tucked under, front shin upright. Ease the pelvis back until the front of the rear hip goes soft under the fingers, then tuck it a little.",
            [
                "Rear thigh straight up and down, not hanging forward on its hip",
                "Trunk upright: folding at the hip is the usual next way out",
                "No drift to either side, front foot not swung across",
                "Then narrow the tracks to show more",
            ],
            ["stretch high on the rear thigh", "abdomen"],
            SchoolCode.VerticalShin,
            [
                Must("front-shin", -5, 10),
                Must("rear-thigh", -5, 5),
                Must("trunk-lean", -5, 5),
                Must("pelvic-level", -5, 5),
                Note("pelvic-shift", -3, 3),
                Note("side-lean", -5, 5),
                Note("pelvic-turn"),
            ],
            "narrower tracks, then rise from it: the split squat from the floor",
            "Half-kneeling with a hand on a chair."
        )
        {
            Plain = "one knee down, stay tall",
            Shape = new()
            {
                BothFeetPlanted = true,
                BackLeg = true,
                Kneels = true,
                Held = true,
                Clean = CleanPosture.Holding(HalfKneeling),
            },
            Form = SplitForm.FromFloor,
        },
        new(
            "split-squat-from-floor",
            "Split squat from the floor",
            ExerciseFamily.SplitSquat,
            "From one knee, stand up and come down again. Three a side.",
            "The same tracks; begin in half-kneeling and rise from there, back to the same place.",
            [
                "The same picture at the bottom every time",
                "Shin upright first: it teaches the legs to brake",
                "Down and up on one line",
            ],
            ["front glute and thigh", "stretch in the rear thigh"],
            SchoolCode.VerticalShin,
            Split,
            "repetitions up to 3 × 8 a side, then the split squat to a pad",
            "Half-kneeling hold, then rising with a hand on a support or a block before the shin."
        )
        {
            Plain = "up from one knee",
            Depth = DepthTarget.Pad,
            Shape = ExerciseShape.Split,
            Form = SplitForm.FromFloor,
        },
        new(
            "held-split-squat",
            "Held split squat",
            ExerciseFamily.SplitSquat,
            "Stand in a split stance, sink a little and hold still.",
            "Hands near a rail. As deep as is easy to hold for twenty seconds, tracks between hip-joint and hip-bone width.",
            ["Trunk upright, long spine", "Pelvis level and square", "Whole front foot down"],
            ["front thigh and glute"],
            SchoolCode.VerticalShin,
            [
                Must("front-shin", -5, 10),
                Must("pelvic-level", -5, 5),
                Must("spine"),
                Note("pelvic-shift", -3, 3),
                Note("side-lean", -5, 5),
                Note("trunk-lean"),
                Note("pelvic-turn"),
            ],
            "seconds, then moving with a hand on the rail",
            "Less depth, both hands on the rail."
        )
        {
            Plain = "hold a shallow split stance",
            Arms = Arms.Support,
            Depth = DepthTarget.Easy,
            Shape = ExerciseShape.Split with { Held = true, Clean = CleanPosture.Holding(new Pose(2, 50, 4, 10, 60)) },
        },
        new(
            "supported-split-squat",
            "Supported split squat",
            ExerciseFamily.SplitSquat,
            "Hands on the rail: lower as far as is easy, and come up again. Three a side.",
            "Both hands on a rail or a chair, stance from the planner, depth as far as is easy.",
            ["Down and up on one line, both knees bending", "Hands light on the rail", "Level and square, long spine"],
            ["front glute and thigh"],
            SchoolCode.VerticalShin,
            [
                Must("front-shin"),
                Must("heel-rise", null, 1.5),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Must("spine"),
                .. Split.Where(c => !c.MustPass),
            ],
            "less hand, then deeper, then without the rail",
            "A held split squat, shallow."
        )
        {
            Plain = "a split squat with a rail to hold",
            Arms = Arms.Support,
            Depth = DepthTarget.Easy,
            Shape = ExerciseShape.Split with { Gear = [Gear.Support] },
            Form = SplitForm.ToPad,
        },
        new(
            "split-squat-to-pad",
            "Split squat to pad",
            ExerciseFamily.SplitSquat,
            "Lower until the back knee meets the pad, and come up again. Three a side.",
            "Stance from the planner. Ball of the rear foot down with its toes ahead, the whole front foot down, a line between the feet, and a pad or the floor as target. A light squeeze of the feet toward each other steadies it.",
            [
                "Down and up on one line, both knees bending",
                "Soft contact with the pad",
                "Level and square, long spine",
            ],
            ["front glute and thigh", "stretch in the rear thigh"],
            SchoolCode.VerticalShin,
            Split,
            "repetitions up to 3 × 8 a side; once those are clean, one of: a load, an elevated front foot, the reverse lunge",
            "Split squat from the floor: start half-kneeling with the shin upright and rise from there."
        )
        {
            Plain = "knee to the pad",
            Depth = DepthTarget.Pad,
            Shape = ExerciseShape.Split,
            Form = SplitForm.ToPad,
            Loads = Any,
        },
        new(
            "front-foot-raised",
            "Front-foot-elevated split squat",
            ExerciseFamily.SplitSquat,
            "Lower until the back knee meets the pad, front foot on the step. Three a side.",
            "Something firm and flat, 5 to 15 cm to begin with.",
            [
                "More bend in front knee, hip and ankle, less reach in rear hip and toes",
                "Head, ribs and pelvis stacked",
                "Goes down and forward over the mid-foot; rear knee soft at the top",
            ],
            ["whole front thigh", "groin, when the inner foot holds"],
            SchoolCode.KneeForward,
            Split,
            "repetitions, then 2 cm more height, then the knee-forward form",
            "Split squat to pad on the floor, shallower."
        )
        {
            Plain = "front foot on a step",
            Arms = Arms.Forward,
            Depth = DepthTarget.Pad,
            Shape = FrontFootRaised,
            Form = SplitForm.FrontFootRaised,
            Loads = Light,
        },
        new(
            "knee-forward-split-squat",
            "Knee-forward split squat",
            ExerciseFamily.SplitSquat,
            "Sit into the front hip, then lower until the back knee meets the pad. Three a side.",
            "Front foot elevated. Turn the pelvis a little over the working hip and sit into that hip, the knee staying over the foot: that small turn is meant. Arms or a load ahead keep the weight back.",
            [
                "Knee travels until heel, inner ankle or tracking would give",
                "Rises straight up and never locks",
                "A knee falling outward is the usual fault here",
            ],
            ["abdomen and front glute at the set-up", "inner thigh", "then everything"],
            SchoolCode.KneeForward,
            Split,
            "repetitions, then a light load in the crook of the elbows",
            "Front-foot-elevated split squat without the turn."
        )
        {
            Plain = "knee well over the toes",
            Arms = Arms.Forward,
            Depth = DepthTarget.ThighToCalf,
            Shape = FrontFootRaised,
            Form = SplitForm.FrontFootRaised,
            Loads = Light,
        },
        new(
            "rear-foot-raised",
            "Rear-foot-elevated split squat",
            ExerciseFamily.SplitSquat,
            "Back foot on the step, lower straight down and come up. Three a side.",
            "Surface by leg length and by what the front of the thigh gives, not by whatever surface is free. Front foot two to three of the client's own foot lengths from it. Ball of the foot, or instep over a roll; rear heel a little out.",
            [
                "Hips up and down; a form that travels back is a choice and is marked",
                "Both knees bend",
                "A slight lean helps load the front leg; no arching",
            ],
            ["front leg", "stretch high in the rear thigh"],
            null,
            [
                Must("front-shin", -5, 30),
                Must("trunk-lean", 0, 30),
                Must("hip-path", null, 25),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Must("heel-rise", null, 1.5),
                Must("spine"),
                Note("lean-minus-shin", -10, 10),
                Note("rear-knee", 80),
            ],
            "repetitions, then load held at the chest, then heavier",
            "Split squat to pad with a load."
        )
        {
            Plain = "back foot on a step",
            Depth = DepthTarget.Pad,
            Shape = ExerciseShape.Split with
            {
                Clean = new CleanPosture(new Pose(2, 14, 8, 22, 70), new Pose(12, 98, 14, 12, 118)),
            },
            Form = SplitForm.RearFootRaised,
            Loads = Any,
            Cautions = ["A spotter or a support within reach when it is heavy."],
        },
        new(
            "reverse-lunge",
            "Reverse lunge",
            ExerciseFamily.Lunge,
            "Step back into the bottom and come up again. Three a side.",
            "Step back into the same bottom as the split squat.",
            ["Front shin still", "Push back through the {return}", "Slight lean; a good screen of left against right"],
            ["hamstring of the front leg", "front glute"],
            SchoolCode.VerticalShin,
            Split,
            "repetitions, then a load on the opposite side, then the forward lunge",
            "Split squat to pad."
        )
        {
            Plain = "step back",
            Depth = DepthTarget.Pad,
            Shape = Travelling,
            Form = SplitForm.ToPad,
            Loads = Any,
        },
        new(
            "forward-lunge",
            "Forward lunge",
            ExerciseFamily.Lunge,
            "Step forward into the bottom and push back. Three a side.",
            "A stride long enough for the hips to sink.",
            ["The most braking of all: usually last, and some never need it", "A lean spares the front of the hip"],
            ["front thigh", "front glute"],
            SchoolCode.VerticalShin,
            Split,
            "repetitions, then the walking lunge",
            "Reverse lunge."
        )
        {
            Plain = "step forward",
            Depth = DepthTarget.Pad,
            Shape = Travelling,
            Form = SplitForm.ToPad,
            Loads = Any,
        },
        new(
            "walking-lunge",
            "Walking lunge",
            ExerciseFamily.Lunge,
            "Lunge forward step by step, five a side.",
            "As the forward lunge, without a stop.",
            ["Each side repeats the other"],
            ["front thigh", "front glute"],
            SchoolCode.Inclined,
            Split,
            "more steps, then a load",
            "Forward lunge, resetting between steps."
        )
        {
            Plain = "walk on",
            Depth = DepthTarget.Pad,
            Shape = Travelling,
            Form = SplitForm.ToPad,
            Loads = Any,
        },
        new(
            "lateral-lunge",
            "Lateral lunge",
            ExerciseFamily.OtherPlanes,
            "Step out to the side, sit back over that leg, and come back. Three a side.",
            "{lateral} Weights, when held, either side of the shin toward the mid-foot.",
            [
                "Stepping foot flat, toes ahead, knee over the laces",
                "Trail knee straight, trail foot flat",
                "Trunk hinges over the leg; the body does not travel past the foot or twist",
            ],
            ["glutes", "inner thigh"],
            null,
            [
                Must("knee-offset", -3, 3),
                Must("trail-knee", null, 10),
                Must("trail-foot"),
                Note("foot-ahead", -15, 15),
                Note("heel-rise", null, 1.5),
                Note("hips-back"),
                Note("stops-over"),
                Note("knee-past-toe"),
                Note("pelvic-shift"),
            ],
            "a longer step, then the curtsy lunge",
            "A shorter step with a hand on a support."
        )
        {
            Plain = "step to the side",
            Arms = Arms.Forward,
            Depth = DepthTarget.Holds,
            Shape = Off(MovementPlane.Sideways, ReachWay.Side, new Pose(16, 88, 34, 2, 2) { FreeLegOut = 46 }) with
            {
                Slot = Slot.HipDominant,
            },
            Loads = [LoadPosition.Goblet, LoadPosition.Sides],
        },
        new(
            "crossing-behind",
            "Curtsy lunge",
            ExerciseFamily.OtherPlanes,
            "Reach one foot behind and across to the mark, and bring the feet together. Three a side.",
            "A mark on the floor behind. Feet come fully together between repetitions.",
            ["Standing knee steady over its ankle", "Reach equal both sides"],
            ["side of the hip"],
            null,
            [
                Must("knee-offset", -4, 4),
                Must("reach"),
                Must("pelvic-level", -5, 5),
                Note("step-angle"),
                Note("feet-together"),
                Note("balance"),
            ],
            "a further mark, then the crossover lunge",
            "A nearer mark, slower."
        )
        {
            Plain = "step behind and across",
            Depth = DepthTarget.Touch,
            Shape = Off(MovementPlane.Crossing, ReachWay.Behind, new Pose(14, 58, 14, 30, 72) { FreeLegOut = -28 }),
            Loads = [LoadPosition.Goblet],
        },
        new(
            "crossing-front",
            "Crossover lunge",
            ExerciseFamily.OtherPlanes,
            "Step across in front at the angle of the mark and drop both knees. Three a side.",
            "A mark at about 45°.",
            [
                "Both knees drop",
                "Planted forefoot and toes stay down and point ahead",
                "The same angle both sides; fine as a warm-up",
            ],
            ["side of the hip", "front thigh"],
            null,
            [
                Must("foot-ahead", -15, 15),
                Must("reach"),
                Note("step-angle"),
                Note("planted-toes"),
                Note("knee-offset", -4, 4),
                Note("balance"),
            ],
            "deeper, then the rotational lunge",
            "A smaller angle."
        )
        {
            Plain = "step in front and across",
            Depth = DepthTarget.Holds,
            Shape = Off(MovementPlane.Crossing, ReachWay.Across, new Pose(16, 60, 10, 26, 66) { FreeLegOut = -18 }),
            Loads = [LoadPosition.Goblet],
        },
        new(
            "rotating-open",
            "Rotational lunge",
            ExerciseFamily.OtherPlanes,
            "Step back, turn that foot out a quarter turn, and sink. Three a side.",
            "Step back and turn the foot out 90°.",
            [
                "Trunk turns with it",
                "Front knee stays over its ankle",
                "Lifting the front toes adds a stretch in the calf",
            ],
            ["inner thigh", "glutes"],
            null,
            [
                Must("knee-offset", -4, 4),
                Note("reach"),
                Note("trunk-turn"),
                Note("front-shin"),
                Note("knee-past-toe"),
                Note("balance"),
            ],
            "deeper",
            "A smaller turn."
        )
        {
            Plain = "step back and open",
            Gaze = Gaze.Turns,
            Depth = DepthTarget.Holds,
            Shape = Off(MovementPlane.Turning, ReachWay.Open, new Pose(4, 80, 8, 14, 62) { FreeLegOut = 22 }),
        },
        new(
            "step-down-tap",
            "Step-down tap",
            ExerciseFamily.Step,
            "Stand on the box, tap the other heel to the floor, and come up. Three a side.",
            "A low box, 10 cm. The free foot touches without weight.",
            [
                "Pelvis level for the first half at least; the low half will drop, and less of it is success",
                "Knee over the second or third toe",
                "Hips back",
            ],
            ["side of the standing hip", "back of the standing hip"],
            null,
            Lowering,
            "repetitions, then a higher box",
            "One-leg stand, pelvis level."
        )
        {
            Plain = "down in front, a light tap",
            Depth = DepthTarget.Touch,
            Shape = FromABox(new Pose(20, 56, 16, 8, 24)),
            StartBoxMetres = 0.10,
            Cautions = Height,
        },
        new(
            "lateral-step-down",
            "Lateral step-down",
            ExerciseFamily.Step,
            "Stand at the side of the box, tap the other heel to the floor beside it, and come up. Three a side.",
            "A low box, 10 cm, the free leg beside it. The free foot touches without weight.",
            [
                "Pelvis level for the first half at least",
                "Knee over the second or third toe",
                "Hips back, back up before the knee starts to roll in",
            ],
            ["side of the standing hip", "back of the standing hip"],
            null,
            Lowering,
            "repetitions, then a higher box",
            "One-leg stand, pelvis level."
        )
        {
            Plain = "down beside the box, a light tap",
            Depth = DepthTarget.Touch,
            Shape = FromABox(new Pose(20, 56, 16, 8, 24)),
            StartBoxMetres = 0.10,
            Cautions = Height,
        },
        new(
            "front-weighted-lunge",
            "Front-weighted lunge",
            ExerciseFamily.Step,
            "Lunge with the weight well over the front foot, coming back to even between. Three a side.",
            "Split stance, weight shifted to the front foot on the way down and back to even on the way up.",
            ["Pelvis level through the middle of the range", "Knee over the foot"],
            ["side of the front hip"],
            SchoolCode.Inclined,
            Shifted,
            "repetitions, then the higher step-down",
            "Low step-down tap."
        )
        {
            Plain = "most weight in front",
            Depth = DepthTarget.Holds,
            Shape = ExerciseShape.Split with { WeightsFront = true },
            Form = SplitForm.ToPad,
        },
        new(
            "banded-lunge",
            "Banded lunge",
            ExerciseFamily.Step,
            "Lunge with the band pulling the front knee across; keep the knee over the foot. Three a side.",
            "Band round the outside of the front knee, pulling across the body. Level the pelvis first; write down the day on which the band is dropped.",
            ["Pelvis level first", "The knee does not give way to the band"],
            ["side of the front hip"],
            SchoolCode.Inclined,
            Shifted,
            "repetitions, then without the band",
            "Front-weighted lunge."
        )
        {
            Plain = "a lunge against a band",
            Depth = DepthTarget.Holds,
            Band = "Round the knee, pelvis level first.",
            Banded = true,
            Shape = ExerciseShape.Split with { WeightsFront = true, Gear = [Gear.Band] },
            Form = SplitForm.ToPad,
        },
        new(
            "banded-step-down",
            "Banded step-down",
            ExerciseFamily.Step,
            "Stand on the box, tap the other heel to the floor; keep the knee over the foot against the band. Three a side.",
            "A low box, 10 cm. Band round the outside of the standing knee, pulling across the body. Level the pelvis first; write down the day on which the band is dropped.",
            [
                "Pelvis level first, for the first half at least",
                "The knee does not give way to the band",
                "Back up before the knee starts to roll in",
            ],
            ["side of the standing hip"],
            null,
            Lowering,
            "repetitions, then without the band",
            "Step-down tap without the band, a hand on the rail."
        )
        {
            Plain = "down in front against a band",
            Depth = DepthTarget.Touch,
            Band = "Round the knee, pelvis level first.",
            Banded = true,
            Shape = FromABox(new Pose(20, 56, 16, 8, 24)) with { Gear = [Gear.Band] },
            StartBoxMetres = 0.10,
            Cautions = Height,
        },
        new(
            "step-down-to-lunge",
            "Step-down into lunge",
            ExerciseFamily.Step,
            "From the box, step down and back into a lunge, then drive up, free knee high. Three a side.",
            "A higher step. Arms swing only without a load.",
            [
                "Level as long as control lasts, then the lunge",
                "Up with the free knee high and the opposite arm",
                "Slow down, quick up",
            ],
            ["side and back of the standing hip", "front thigh"],
            null,
            [.. Lowering, Note("free-knee")],
            "repetitions, then a higher step",
            "Higher step-down without the lunge."
        )
        {
            Plain = "down and back into a lunge",
            Arms = Arms.Opposite,
            Depth = DepthTarget.Holds,
            Shape = FromABox(new Pose(20, 56, 16, 8, 24)) with { Slot = Slot.WholeLeg },
            StartBoxMetres = 0.20,
            Cautions = Height,
        },
        new(
            "curtsy-step-down",
            "Curtsy step-down",
            ExerciseFamily.Step,
            "From the box, tap the little toes of the free foot behind and across. Three a side.",
            "A low box first. The little toes of the free foot tap behind.",
            [
                "Crossing turns the standing hip outward",
                "Knee in line with the middle to outer toes",
                "Knee straight at the top",
            ],
            ["side of the hip"],
            null,
            [.. Lowering, Must("top-knee", null, 6)],
            "repetitions, then a higher box",
            "Step-down tap."
        )
        {
            Plain = "down behind and across",
            Depth = DepthTarget.Touch,
            Shape = FromABox(new Pose(18, 50, 12, 18, 46) { FreeLegOut = -22 }),
            StartBoxMetres = 0.10,
            Cautions = Height,
        },
        new(
            "low-step-up",
            "Low step-up",
            ExerciseFamily.Step,
            "Step up on the low box and stand tall; come down slowly. Three a side.",
            "A box of 10 to 20 cm and a rail in reach. Whole foot on, weight neither on its inner nor its outer edge; brace before the first one.",
            [
                "Floor leg barely helps",
                "Hips never out to the side",
                "Chest and head up over low ribs, shoulders away from the ears",
                "Slow down",
            ],
            ["front thigh", "glutes"],
            null,
            [
                Must("top-knee", null, 6),
                Must("floor-push"),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Must("descent", 2),
                .. Rising,
            ],
            "less hand, then repetitions, then a higher box",
            "One-leg stand, a hand on the rail."
        )
        {
            Plain = "up a low step, a rail in reach",
            Arms = Arms.Support,
            Shape = new()
            {
                OneLeg = true,
                Box = BoxWay.Rises,
                Clean = new CleanPosture(CleanPosture.Tall, new Pose(6, 48, 16, 10, 12)),
            },
            StartBoxMetres = 0.10,
            Rhythms = [StepRhythm.OneSide, StepRhythm.Alternate, StepRhythm.FeetMeet],
            Cautions = Height,
        },
        new(
            "step-up",
            "Step-up",
            ExerciseFamily.Step,
            "Step up on the box and stand tall, free knee high; come down slowly. Three a side.",
            "Whole foot on. Box and distance from the planner for a right angle at the knee. Come close; lean and fold more to level a pelvis that a high box tilts.",
            [
                "Floor leg barely helps",
                "Rises straight, full extension, free knee high",
                "A high box tilts the pelvis at the start: recorded, not judged; the change should shrink over weeks and nothing drops near the top",
                "Slow down; the floor foot lands far enough back to start at a right angle again",
            ],
            ["front thigh", "glutes"],
            null,
            [
                Must("start-knee", 80, 100),
                Must("top-knee", null, 6),
                Must("floor-push"),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Must("order", -15, 15),
                Must("descent", 2),
                Note("free-foot"),
                Note("free-knee"),
                .. Rising,
            ],
            "repetitions, then a load, then a higher box or a slower way down",
            "A lower box."
        )
        {
            Plain = "up a step",
            Arms = Arms.Opposite,
            Shape = new()
            {
                OneLeg = true,
                Box = BoxWay.Rises,
                Clean = new CleanPosture(
                    CleanPosture.Tall with
                    {
                        RearThigh = -84,
                        RearShank = 4,
                    },
                    new Pose(8, 90, 22, 12, 14)
                ),
            },
            Rhythms = [StepRhythm.OneSide, StepRhythm.Alternate, StepRhythm.FeetMeet],
            Loads = Any,
            Cautions = Height,
        },
        new(
            "one-leg-stand",
            "One-leg stand, pelvis level",
            ExerciseFamily.OneLeg,
            "Stand on one leg for twenty seconds.",
            "Flat shoes, or none where the record allows it; something still to look at.",
            ["Pelvis level", "Foot quiet on its three points", "Trunk not leaning over the leg"],
            ["side of the standing hip", "foot"],
            null,
            [Must("pelvic-level", -5, 5), Must("side-lean", -5, 5), Note("inner-ankle"), Note("balance")],
            "half a minute, then bending at the hip",
            "A fingertip on a wall."
        )
        {
            Plain = "stand on one leg",
            Shape = new()
            {
                OneLeg = true,
                Held = true,
                Clean = CleanPosture.Holding(new Pose(2, 5, 2, -20, 40)),
            },
        },
        new(
            "one-leg-hip-bend",
            "One-leg stand with hip bend",
            ExerciseFamily.OneLeg,
            "On one leg, bow from the hip and come up. Three a side.",
            "Knee soft, free leg long behind.",
            ["Pelvis square", "Long back", "Foot quiet"],
            ["back of the standing hip and thigh"],
            null,
            OnOneLeg,
            "repetitions, then the rear-toe tap",
            "A hand on a support."
        )
        {
            Plain = "bow on one leg",
            Arms = Arms.Hanging,
            Gaze = Gaze.Floor,
            Depth = DepthTarget.LongBack,
            Shape = OnOne(new Pose(5, 20, 52, 46, 50)) with { Slot = Slot.HipDominant },
        },
        new(
            "rear-toe-tap",
            "Rear-toe tap squat",
            ExerciseFamily.OneLeg,
            "Slide one foot straight back along the floor as you bow and bend; come up tall. Three a side.",
            "Hands on a support first. The free leg slides straight back, its big toe drawing a line on the floor; the trunk bows as one piece and in proportion, heel to ear in one line.",
            [
                "95 % on the front foot",
                "Hip, knee, ankle and trunk straighten together; the pelvis drives up and forward",
                "Free knee to a right angle at the end",
            ],
            ["back of the hip"],
            null,
            [
                Must("heel-ear", -15, 15),
                Must("knee-offset", -4, 4),
                Must("spine"),
                Must("balance"),
                Note("back-toe"),
                Note("order", -15, 15),
                Note("pelvic-shift", -3, 3),
                Note("side-lean", -5, 5),
                Note("free-knee"),
                Note("load-share", 85),
                Note("heel-rise", null, 1.5),
            ],
            "from two hands to one to none, then repetitions to ten",
            "Two hands on a support, shallower."
        )
        {
            Plain = "back toe slides back",
            Arms = Arms.Support,
            Gaze = Gaze.Floor,
            Depth = DepthTarget.LongBack,
            Shape = new()
            {
                Slot = Slot.HipDominant,
                OneLeg = true,
                SlidesBack = true,
                Reach = ReachWay.Slide,
                Clean = new CleanPosture(
                    CleanPosture.Tall with
                    {
                        RearThigh = -60,
                        RearShank = 6,
                    },
                    new Pose(16, 62, 42, 40, 44)
                ),
            },
        },
        new(
            "one-leg-half-depth",
            "Single-leg box squat, high seat",
            ExerciseFamily.OneLeg,
            "On one leg, sit to the high box and stand. Three a side.",
            "A box high enough for half the depth.",
            ["Weight over the instep", "Knee over the foot"],
            ["front thigh", "glutes"],
            null,
            OnOneLeg,
            "a lower box",
            "Rear-toe tap squat."
        )
        {
            Plain = "sit to a seat on one leg",
            Arms = Arms.Forward,
            Depth = DepthTarget.Seat,
            Shape = OnOne(new Pose(24, 74, 26, -18, 6)) with { Sits = true },
            SeatKneeDegrees = 75,
        },
        new(
            "one-leg-full-depth",
            "Single-leg box squat, low seat",
            ExerciseFamily.OneLeg,
            "On one leg, sit to the low box and stand. Three a side.",
            "A box at the height of a chair or a little lower; arms ahead trim the balance.",
            ["Weight over the instep", "Knee over the foot", "Heel down all the way"],
            ["front thigh", "glutes"],
            null,
            OnOneLeg,
            "repetitions, then the hinge",
            "Single-leg box squat, high seat."
        )
        {
            Plain = "sit low on one leg",
            Arms = Arms.Forward,
            Depth = DepthTarget.Seat,
            Shape = OnOne(new Pose(27, 88, 28, -18, 6)) with { Sits = true },
            SeatKneeDegrees = 100,
        },
        new(
            "kickstand-hinge",
            "Kickstand hinge",
            ExerciseFamily.OneLeg,
            "Rear toes down beside the heel: hips back, trunk down as one piece, and come up. Three a side.",
            "Rear toes down beside the front heel, hardly any weight on them. Front shin near upright, knee soft.",
            ["Back one shape", "Pelvis square", "Stops where the back would bend"],
            ["back of the standing thigh", "glutes"],
            null,
            [
                Must("spine"),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Note("free-foot"),
                Note("pelvic-turn"),
                Note("front-shin"),
                Note("trunk-lean"),
            ],
            "repetitions, then without the kickstand",
            "One-leg stand with hip bend, a hand on a support."
        )
        {
            Plain = "bow with the other toes as a prop",
            Arms = Arms.Hanging,
            Gaze = Gaze.Floor,
            Depth = DepthTarget.LongBack,
            Shape = OnOne(new Pose(5, 20, 52, 46, 50)) with { Slot = Slot.HipDominant },
        },
        new(
            "single-leg-hinge",
            "Single-leg hinge",
            ExerciseFamily.OneLeg,
            "On one leg, hips back and trunk down as one piece, free leg long behind; come up. Three a side.",
            "Shin near upright, knee soft, back long; later a weight in the opposite hand or in both.",
            ["Back one shape", "Pelvis square", "Knee over the foot", "Stops where the back would bend"],
            ["back of the standing thigh", "glutes"],
            null,
            [
                Must("spine"),
                Must("balance"),
                Must("knee-offset", -4, 4),
                Must("pelvic-level", -5, 5),
                Note("pelvic-turn"),
                Note("front-shin"),
                Note("trunk-lean"),
            ],
            "repetitions, then a weight in the opposite hand",
            "Kickstand hinge."
        )
        {
            Plain = "bow long on one leg",
            Arms = Arms.Hanging,
            Gaze = Gaze.Floor,
            Depth = DepthTarget.LongBack,
            Shape = OnOne(new Pose(5, 20, 52, 46, 50)) with { Slot = Slot.HipDominant },
            Loads = [LoadPosition.Opposite],
        },
        new(
            "box-squat-free-leg",
            "Single-leg squat off a box",
            ExerciseFamily.OneLeg,
            "Stand on the box edge, free leg hanging, squat and stand. Three a side.",
            "The box gives the free leg room; or hold it in front. Arms trim the balance; a light weight held ahead helps at first.",
            [
                "Weight over the instep",
                "Balance from side to side is the harder axis",
                "Knee forward for shared work; hips back with a weight held ahead for hip work",
            ],
            ["front thigh", "glutes"],
            null,
            OnOneLeg,
            "repetitions, then without the counterbalance",
            "Single-leg box squat to a high seat."
        )
        {
            Plain = "squat on one leg, the other hanging",
            Arms = Arms.Forward,
            Depth = DepthTarget.Holds,
            Shape = OnOne(new Pose(28, 88, 30, -14, 8)) with { HangsFree = true },
            Loads = [LoadPosition.Forward],
            Cautions = Height,
        },
        new(
            "jump-and-stick",
            "Small jump and stick",
            ExerciseFamily.OneLeg,
            "Jump a hand high from both feet, land on one and hold it still. Three a side.",
            "A hand high and no more, flat shoes, room around. Land soft and stay.",
            ["Lands without a sound", "Knee over the foot", "Still within a second"],
            ["front thigh", "side of the standing hip"],
            null,
            [.. OnOneLeg, Must("landing"), Must("still")],
            "repetitions, then a little further",
            "Single-leg squat off a box."
        )
        {
            Plain = "a small jump, landed on one leg",
            Arms = Arms.Forward,
            Shape = OnOne(new Pose(18, 56, 22, -18, 20)) with { Slot = Slot.WholeLeg, Jumps = true },
            Cautions = ["Not in a growth spurt with soreness, and never tired."],
        },
        new(
            "foot-tripod",
            "Foot-tripod squat",
            ExerciseFamily.Helper,
            "Squat slowly with the loop under both big toes kept tight.",
            "A small loop under the bases of both big toes, kept taut all the way.",
            ["Three points down: both toe bases and heel", "The foot lengthens going down and gathers coming up"],
            ["arch of the foot"],
            null,
            [Note("inner-ankle"), Note("big-toe-lift")],
            "one leg at a time",
            "Sitting, with the hands helping."
        )
        {
            Plain = "squat on heel, big toe, little toe",
            Arms = Arms.Forward,
            Depth = DepthTarget.Holds,
            Band = "A small loop under both big-toe bases, kept taut.",
            Shape = OnBoth with { Gear = [Gear.Band] },
        },
        new(
            "end-range-knee",
            "Terminal knee extension",
            ExerciseFamily.Helper,
            "Straighten the knee against the band, slowly, ten times.",
            "Band behind the knee, hip extended, weight toward the little toes.",
            ["Full, quiet extension"],
            ["low front thigh"],
            null,
            [Must("top-knee", null, 6)],
            "a stronger band",
            "Without the band."
        )
        {
            Plain = "straighten the last bit against a band",
            Arms = Arms.Support,
            Band = "Behind the knee, the hip long.",
            WeightOn = "the outer edge, toward the little toes",
            Shape = new() { Gear = [Gear.Band], Clean = CleanPosture.Holding(new Pose(0.5, 0.5, 2, 6, 8)) },
        },
        new(
            "half-kneeling-band",
            "Half-kneeling with a band",
            ExerciseFamily.Helper,
            "Half-kneeling, press the knee out against the band and hold.",
            "A band pulls the front knee inward; the knee is driven out over the foot.",
            ["Heel and big-toe base stay down", "Pelvis square"],
            ["deep outer hip"],
            null,
            [Must("knee-offset", -4, 4), Note("pelvic-turn")],
            "the split squat with the band",
            "A lighter band."
        )
        {
            Plain = "one knee down, press out",
            Band = "Round the knee, pelvis level first.",
            Banded = true,
            Shape = new()
            {
                BothFeetPlanted = true,
                BackLeg = true,
                Kneels = true,
                Held = true,
                Gear = [Gear.Band],
                Clean = CleanPosture.Holding(HalfKneeling),
            },
            Form = SplitForm.FromFloor,
        },
        new(
            "kneeling-squat",
            "Kneeling squat",
            ExerciseFamily.Helper,
            "Kneeling tall, sit back to the heels and rise.",
            "Two pads. Hips back, then tall.",
            ["Long back", "Hips finish under the ribs"],
            ["glutes"],
            null,
            [Must("spine")],
            "the two-leg squat",
            "A smaller range."
        )
        {
            Plain = "kneeling, hips back and up",
            Arms = Arms.Forward,
            Depth = DepthTarget.LongBack,
            Shape = new()
            {
                Slot = Slot.HipDominant,
                Kneels = true,
                Clean = new CleanPosture(new Pose(0, 90, 4, 0, 88), new Pose(0, 90, 34, -60, 88)),
            },
        },
        new(
            "two-leg-squat",
            "Two-leg squat",
            ExerciseFamily.Helper,
            "Squat to the box and stand. Five times.",
            "Box behind, feet hip-bone wide.",
            ["Even on both feet", "Knees over feet"],
            ["thighs and glutes"],
            null,
            [Must("knee-offset", -4, 4), Must("spine"), Must("heel-rise", null, 1.5)],
            "one-leg stand with hip bend",
            "A higher box."
        )
        {
            Plain = "sit to a box and stand",
            Arms = Arms.Forward,
            Depth = DepthTarget.Seat,
            Shape = OnBoth,
            Loads = [LoadPosition.Goblet, LoadPosition.Front, LoadPosition.Back],
        },
        new(
            "mid-foot-mobility",
            "Mid-foot mobility",
            ExerciseFamily.Helper,
            "Standing, roll the foot slowly inward and outward, heel and toes down.",
            "Flat shoes, or none where the record allows it; a hand on a support.",
            ["Small, slow, even"],
            ["middle of the foot"],
            null,
            [Note("inner-ankle")],
            "foot-tripod squat",
            "Sitting."
        )
        {
            Plain = "roll the foot in and out",
            Arms = Arms.Support,
            Shape = new() { Clean = CleanPosture.Holding(new Pose(0.5, 0.5, 2, 6, 8)) },
        },
        new(
            "wedge-exploration",
            "Wedge exploration",
            ExerciseFamily.Helper,
            "Three split squats on each edge of a thin wedge, one foot at a time.",
            "A thin wedge that does not tip, outer edge first, then inner, each foot by itself.",
            [
                "Kept only when it is easier, steadier or measurably better",
                "The knee may turn in on an outside wedge, and out on an inside one",
            ],
            ["steadier"],
            null,
            [Must("knee-offset", -4, 4), Note("inner-ankle")],
            "try without again after a set",
            "No wedge; mid-foot mobility."
        )
        {
            Plain = "try a thin wedge, foot by foot",
            Depth = DepthTarget.Easy,
            Shape = ExerciseShape.Split with { Gear = [Gear.Wedge] },
        },
    ];
}
