using DeftStride.Core.Measuring;

namespace DeftStride.Core.Exercises;

/// <summary>What a measure's number is in.</summary>
public enum MeasureUnit
{
    /// <summary>Degrees.</summary>
    Degrees,

    /// <summary>Centimetres.</summary>
    Centimetres,

    /// <summary>Percent.</summary>
    Percent,

    /// <summary>Seconds.</summary>
    Seconds,

    /// <summary>Seen by the coach, yes or no; a picture does not give it.</summary>
    Tick,
}

/// <summary>Something that is looked at in an exercise.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Unit">What its number is in.</param>
/// <param name="Views">From where it is seen; empty for what is asked or weighed.</param>
/// <param name="Sign">What + means, in words; empty where there is no sign.</param>
public sealed record Measure(string Id, string Name, MeasureUnit Unit, IReadOnlyList<View> Views, string Sign)
{
    private static readonly View[] Side = [View.Side];
    private static readonly View[] Front = [View.Front];
    private static readonly View[] Frontal = [View.Front, View.Back];
    private static readonly View[] None = [];

    /// <summary>Every measure, from the foot up and then what is asked and weighed.</summary>
    public static IReadOnlyList<Measure> All { get; } =
    [
        new("front-shin", "Front shin angle", MeasureUnit.Degrees, Side, "knee ahead of the ankle"),
        new("knee-past-toe", "Knee past toe", MeasureUnit.Centimetres, Side, "knee ahead of the toe tip"),
        new("front-knee", "Front knee bend", MeasureUnit.Degrees, Side, ""),
        new("rear-knee", "Rear knee bend", MeasureUnit.Degrees, Side, ""),
        new("front-thigh", "Front thigh", MeasureUnit.Degrees, Side, "hip higher than the knee"),
        new("depth", "Rear knee above its target", MeasureUnit.Centimetres, Side, "short of the target"),
        new("rear-thigh", "Rear thigh", MeasureUnit.Degrees, Side, "knee behind the hip"),
        new("trunk-lean", "Trunk lean", MeasureUnit.Degrees, Side, "forward"),
        new("lean-minus-shin", "Trunk less shin", MeasureUnit.Degrees, Side, "trunk further forward than the shin"),
        new("line", "Shoulder, hip and rear knee on one line", MeasureUnit.Degrees, Side, "hip behind the line"),
        new("head-over-pelvis", "Head over pelvis", MeasureUnit.Centimetres, Side, "head ahead"),
        new("spine", "Spine stays as it is", MeasureUnit.Tick, Side, ""),
        new("heel-rise", "Front heel stays down", MeasureUnit.Centimetres, Side, "heel off the floor"),
        new("big-toe-lift", "Big toe stays down", MeasureUnit.Tick, Side, ""),
        new("heel-ear", "Heel to ear on one line", MeasureUnit.Degrees, Side, ""),
        new("hip-path", "Hips drift back on the way up", MeasureUnit.Percent, Side, "beyond what planted feet need"),
        new("order", "Hip and knee straighten together", MeasureUnit.Percent, Side, "knee first"),
        new("start-knee", "Knee at the start of the step", MeasureUnit.Degrees, Side, ""),
        new("top-knee", "Straight at the top", MeasureUnit.Degrees, Side, "still bent"),
        new("floor-push", "Push of the floor leg", MeasureUnit.Percent, Side, ""),
        new("knee-offset", "Knee over the foot", MeasureUnit.Centimetres, Front, "inward"),
        new("projection", "Hip, knee, ankle from the front", MeasureUnit.Degrees, Front, "inward"),
        new("pelvic-level", "Pelvic level", MeasureUnit.Degrees, Frontal, "free side lower"),
        new("pelvic-change", "Change of pelvic level on the way", MeasureUnit.Degrees, Frontal, "free side goes lower"),
        new("pelvic-turn", "Pelvis and trunk stay square", MeasureUnit.Tick, Frontal, ""),
        new("pelvic-shift", "Pelvis stays between the feet", MeasureUnit.Centimetres, Frontal, "toward the working side"),
        new("side-lean", "Trunk leans sideways", MeasureUnit.Degrees, Frontal, "toward the working side"),
        new("inner-ankle", "Inner ankle holds", MeasureUnit.Degrees, Frontal, "sinks inward"),
        new("foot-ahead", "Foot points ahead", MeasureUnit.Degrees, Front, "turned out"),
        new("trail-knee", "Trail knee stays straight", MeasureUnit.Degrees, Front, "bent"),
        new("trail-foot", "Trail foot stays flat", MeasureUnit.Tick, Front, ""),
        new("reach", "Reach, left against right", MeasureUnit.Percent, None, ""),
        new("load-share", "Load on the front foot", MeasureUnit.Percent, None, ""),
        new("descent", "Way down", MeasureUnit.Seconds, None, ""),
        new("free-foot", "Free foot does not help", MeasureUnit.Tick, Side, ""),
        new("balance", "Balanced over the foot", MeasureUnit.Tick, Frontal, ""),
    ];

    /// <summary>Finds a measure by id, or null.</summary>
    public static Measure? Find(string id) => All.FirstOrDefault(m => m.Id == id);
}

/// <summary>A measure as one exercise uses it: what is accepted, and whether it can block progress.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Low">Lower edge in the measure's unit, or null.</param>
/// <param name="High">Upper edge, or null. With neither the measure is recorded without a verdict, or its band is the school's.</param>
/// <param name="MustPass">Whether it can block progress.</param>
public sealed record ExerciseCheck(string MeasureId, double? Low, double? High, bool MustPass)
{
    /// <summary>The measure.</summary>
    public Measure Measure => Measure.Find(MeasureId) ?? throw new InvalidOperationException($"There is no measure {MeasureId}.");
}
