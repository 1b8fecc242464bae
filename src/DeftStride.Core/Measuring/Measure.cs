namespace DeftStride.Core.Measuring;

/// <summary>Which part of the body a measure speaks of, in the order in which a deviation is taken: from the foot up the chain.</summary>
public enum Region
{
    /// <summary>The working foot.</summary>
    Foot,

    /// <summary>The pelvis.</summary>
    Pelvis,

    /// <summary>The working knee, from the front.</summary>
    Knee,

    /// <summary>Shin, thighs and trunk, from the side.</summary>
    ShinAndTrunk,

    /// <summary>The way the whole is done: depth, tempo, load.</summary>
    Whole,
}

/// <summary>Something that is looked at in an exercise.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Unit">What its number is in.</param>
/// <param name="Views">From where it is seen; empty for what is asked or weighed.</param>
/// <param name="Sign">What + means, in words; empty where there is no sign.</param>
/// <param name="Region">Which part of the body it speaks of.</param>
public sealed record Measure(
    string Id,
    string Name,
    MeasureUnit Unit,
    IReadOnlyList<View> Views,
    string Sign,
    Region Region
)
{
    private static readonly View[] Side = [View.Side];
    private static readonly View[] Front = [View.Front];
    private static readonly View[] Back = [View.Back];
    private static readonly View[] Frontal = [View.Front, View.Back];
    private static readonly View[] None = [];

    /// <summary>Every measure, from the foot up and then what is asked and weighed.</summary>
    public static IReadOnlyList<Measure> All { get; } =
    [
        new(
            "front-shin",
            "Front shin angle",
            MeasureUnit.Degrees,
            Side,
            "knee ahead of the ankle",
            Region.ShinAndTrunk
        ),
        new(
            "knee-past-toe",
            "Knee past toe",
            MeasureUnit.Centimetres,
            Side,
            "knee ahead of the toe tip",
            Region.ShinAndTrunk
        ),
        new("front-knee", "Front knee bend", MeasureUnit.Degrees, Side, "", Region.ShinAndTrunk),
        new("rear-knee", "Rear knee bend", MeasureUnit.Degrees, Side, "", Region.ShinAndTrunk),
        new("front-thigh", "Front thigh", MeasureUnit.Degrees, Side, "hip higher than the knee", Region.ShinAndTrunk),
        new("depth", "Rear knee above its target", MeasureUnit.Centimetres, Side, "short of the target", Region.Whole),
        new("rear-thigh", "Rear thigh", MeasureUnit.Degrees, Side, "knee behind the hip", Region.ShinAndTrunk),
        new(
            "rear-under-hip",
            "Rear knee under the hip",
            MeasureUnit.Centimetres,
            Side,
            "knee behind the hip",
            Region.ShinAndTrunk
        ),
        new("trunk-lean", "Trunk lean", MeasureUnit.Degrees, Side, "forward", Region.ShinAndTrunk),
        new(
            "lean-minus-shin",
            "Trunk less shin",
            MeasureUnit.Degrees,
            Side,
            "trunk further forward than the shin",
            Region.ShinAndTrunk
        ),
        new(
            "line",
            "Shoulder, hip and rear knee on one line",
            MeasureUnit.Degrees,
            Side,
            "hip behind the line",
            Region.ShinAndTrunk
        ),
        new("head-over-pelvis", "Head over pelvis", MeasureUnit.Centimetres, Side, "head ahead", Region.ShinAndTrunk),
        new("spine", "Spine stays as it is", MeasureUnit.Tick, Side, "", Region.ShinAndTrunk),
        new("heel-rise", "Front heel stays down", MeasureUnit.Centimetres, Side, "heel off the floor", Region.Foot),
        new("rear-heel", "Rear heel stays free and a little out", MeasureUnit.Tick, Side, "", Region.Foot),
        new("big-toe-lift", "Big toe stays down", MeasureUnit.Tick, Side, "", Region.Foot),
        new("heel-ear", "Heel to ear on one line", MeasureUnit.Degrees, Side, "folded at the hip", Region.ShinAndTrunk),
        new("stance-length", "Stance length, front heel to rear toes", MeasureUnit.Centimetres, Side, "", Region.Whole),
        new(
            "hip-path",
            "Hips drift back on the way up",
            MeasureUnit.Percent,
            Side,
            "beyond what planted feet need",
            Region.ShinAndTrunk
        ),
        new("order", "Hip and knee straighten together", MeasureUnit.Percent, Side, "knee first", Region.ShinAndTrunk),
        new("start-knee", "Knee at the start of the step", MeasureUnit.Degrees, Side, "", Region.ShinAndTrunk),
        new("top-knee", "Straight at the top", MeasureUnit.Degrees, Side, "still bent", Region.ShinAndTrunk),
        new("floor-push", "Push of the floor leg", MeasureUnit.Percent, Side, "", Region.Whole),
        new("knee-offset", "Knee over the foot", MeasureUnit.Centimetres, Front, "inward", Region.Knee),
        new("projection", "Hip, knee, ankle from the front", MeasureUnit.Degrees, Front, "inward", Region.Knee),
        new("pelvic-level", "Pelvic level", MeasureUnit.Degrees, Frontal, "free side lower", Region.Pelvis),
        new(
            "pelvic-change",
            "Change of pelvic level on the way",
            MeasureUnit.Degrees,
            Frontal,
            "free side goes lower",
            Region.Pelvis
        ),
        new("pelvic-turn", "Pelvis and trunk stay square", MeasureUnit.Tick, Frontal, "", Region.Pelvis),
        new(
            "pelvic-shift",
            "Pelvis stays between the feet",
            MeasureUnit.Centimetres,
            Frontal,
            "toward the working side",
            Region.Pelvis
        ),
        new("stance-width", "Stance width, ankle to ankle", MeasureUnit.Centimetres, Front, "", Region.Whole),
        new(
            "side-lean",
            "Trunk leans sideways",
            MeasureUnit.Degrees,
            Frontal,
            "toward the working side",
            Region.ShinAndTrunk
        ),
        new("inner-ankle", "Inner ankle holds", MeasureUnit.Degrees, Back, "sinks inward", Region.Foot),
        new("foot-ahead", "Foot points ahead", MeasureUnit.Degrees, Front, "turned out", Region.Foot),
        new("trail-knee", "Trail knee stays straight", MeasureUnit.Degrees, Front, "bent", Region.Knee),
        new("trail-foot", "Trail foot stays flat", MeasureUnit.Tick, Front, "", Region.Foot),
        new("reach", "Reach, left against right", MeasureUnit.Centimetres, None, "", Region.Whole),
        new("load-share", "Load on the front foot", MeasureUnit.Percent, None, "", Region.Whole),
        new("descent", "Way down", MeasureUnit.Seconds, None, "", Region.Whole),
        new("free-foot", "Free foot does not help", MeasureUnit.Tick, Side, "", Region.Whole),
        new("balance", "Balanced over the foot", MeasureUnit.Tick, Frontal, "", Region.Whole),
    ];

    /// <summary>Two measures are the same when their ids are.</summary>
    public bool Equals(Measure? other) => ReferenceEquals(this, other) || (other is not null && other.Id == Id);

    /// <inheritdoc/>
    public override int GetHashCode() => Id.GetHashCode(StringComparison.Ordinal);

    private static readonly Dictionary<string, Measure> ById = All.ToDictionary(m => m.Id);

    /// <summary>Finds a measure by id, or null.</summary>
    public static Measure? Find(string id) => ById.GetValueOrDefault(id);
}
