using DeftStride.Core.Quantities;
using static DeftStride.Core.Measuring.MeasureWords;

namespace DeftStride.Core.Measuring;

/// <summary>What is weighed, timed, taped or asked, and what the eye alone can tell. One entry is all there is to a measure.</summary>
internal static class AskedMeasures
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
        new("reach", "Reach, left against right", "reach", MeasureUnit.Centimetres, None, "", Region.Whole)
        {
            Words = new(
                "{v}",
                "{v}",
                "none",
                "reach is {m} too far",
                "reach is {m} too short",
                "Give both sides the same mark first.",
                "Give both sides the same mark first."
            ),
            Spread = new(2, 0, 0, 3),
            JudgedBySides = true,
            CleanNumber = 60,
        },
        new(
            "step-angle",
            "Direction of the step, left against right",
            "direction of the step",
            MeasureUnit.Degrees,
            None,
            "",
            Region.Whole
        )
        {
            Words = new(
                "{v}",
                "{v}",
                "none",
                "step turns {m} too far",
                "step turns {m} too little",
                "Give both sides the same direction first.",
                "Give both sides the same direction first."
            ),
            Spread = new(3, 0, 0, 4),
            JudgedBySides = true,
            CleanNumber = 45,
        },
        new("load-share", "Front share", "load on the front foot", MeasureUnit.Percent, None, "", Region.Whole)
        {
            Words = new(
                "{v} in front",
                "{v}",
                "none",
                "front foot carries {m} too much",
                "front foot carries {m} too little",
                "Share the load first.",
                "Press into the front foot first."
            ),
            Spread = new(3, 0, 0, 4),
        },
        new("descent", "Way down", "way down", MeasureUnit.Seconds, None, "", Region.Whole)
        {
            Words = new(
                "{v} down",
                "{v}",
                "none",
                "way down takes {m} too long",
                "way down takes {v}: too quick",
                "Keep the way down steady first.",
                "Slow the way down first."
            ),
            Spread = new(0.2, 0.1, 0.1, 0.3),
            CleanNumber = 3,
            TimedByClip = true,
        },
        new("free-foot", "Free foot does not help", "free foot", MeasureUnit.Tick, Side, "", Region.Whole)
        {
            Words = Tick("quiet", "free foot helps", "Keep the weight off the free foot first."),
        },
        new("balance", "Balanced over the foot", "balance", MeasureUnit.Tick, Frontal, "", Region.Whole)
        {
            Words = Tick("steady", "balance goes", "Give something still to look at first, then slow down."),
        },
        new("ribs", "Ribs low, back not hollowed", "ribs", MeasureUnit.Tick, Side, "", Region.ShinAndTrunk)
        {
            Words = Tick("low", "ribs flare or the back hollows", "Bring the ribs down first."),
            SelfCheck = "One hand on the low ribs: they stay down.",
        },
        new("hips-back", "Hips go back over the leg", "hips going back", MeasureUnit.Tick, Side, "", Region.Pelvis)
        {
            Words = Tick("back", "body leans to the side, hips not back", "Take the hips back first."),
        },
        new(
            "stops-over",
            "Stops over the foot, without a twist",
            "stopping over the foot",
            MeasureUnit.Tick,
            Front,
            "",
            Region.Whole
        )
        {
            Words = Tick("stops", "body carries on past the foot or twists", "Stop over the foot first."),
        },
        new("feet-together", "Feet meet between repetitions", "feet meeting", MeasureUnit.Tick, Front, "", Region.Foot)
        {
            Words = Tick("meet", "feet stay apart", "Bring the feet together first."),
        },
        new(
            "planted-toes",
            "Planted forefoot and toes stay down",
            "planted toes",
            MeasureUnit.Tick,
            Side,
            "",
            Region.Foot
        )
        {
            Words = Tick("down", "planted toes lift", "Keep the planted toes down first."),
        },
        new(
            "trunk-turn",
            "Trunk turns the full quarter",
            "trunk turn",
            MeasureUnit.Tick,
            Front,
            "",
            Region.ShinAndTrunk
        )
        {
            Words = Tick("whole", "trunk stops short of the turn", "Turn the trunk with the foot first."),
        },
        new(
            "settled",
            "Level over the front leg before each one",
            "settling before each one",
            MeasureUnit.Tick,
            Front,
            "",
            Region.Pelvis
        )
        {
            Words = Tick("settled", "sinks before it is level", "Level the pelvis over the front leg first."),
        },
        new("back-to-even", "Back to even at the top", "coming back to even", MeasureUnit.Tick, Side, "", Region.Whole)
        {
            Words = Tick("even", "stays on the front foot at the top", "Come back to both feet first."),
        },
        new("back-toe", "Back toe only dusts the floor", "back toe", MeasureUnit.Tick, Side, "", Region.Foot)
        {
            Words = Tick("light", "weight goes to the back toe", "Keep the weight in front first."),
        },
        new("free-knee", "Free knee comes up high", "free knee", MeasureUnit.Tick, Side, "", Region.Whole)
        {
            Words = Tick("high", "free knee stays low", "Stand tall first, then the knee comes up."),
        },
        new("landing", "Lands without a sound", "landing", MeasureUnit.Tick, Side, "", Region.Whole)
        {
            Words = Tick("quiet", "landing is loud or stiff", "Land softly first."),
        },
        new("still", "Still for two counts", "stillness after landing", MeasureUnit.Tick, Front, "", Region.Whole)
        {
            Words = Tick("still", "moves on after landing", "Land and stay first."),
        },
    ];
}
