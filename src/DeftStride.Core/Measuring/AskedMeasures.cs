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
        new(
            "reach",
            "Reach, left against right",
            "reach, left against right",
            MeasureUnit.Centimetres,
            None,
            "",
            Region.Whole
        )
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
        },
        new("free-foot", "Free foot does not help", "free foot", MeasureUnit.Tick, Side, "", Region.Whole)
        {
            Words = Tick("quiet", "free foot helps", "Keep the weight off the free foot first."),
        },
        new("balance", "Balanced over the foot", "balance", MeasureUnit.Tick, Frontal, "", Region.Whole)
        {
            Words = Tick("steady", "balance goes", "Give something still to look at first, then slow down."),
        },
    ];
}
