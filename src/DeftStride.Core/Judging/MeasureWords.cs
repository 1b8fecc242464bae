using System.Text.RegularExpressions;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>
/// How a measure is spoken of. {v} stands for the size of the value, {m} for how far outside it lies, {side} for the side.
/// </summary>
/// <param name="Plus">The value in words when it is positive.</param>
/// <param name="Minus">When it is negative.</param>
/// <param name="Zero">When it rounds to nothing.</param>
/// <param name="Beyond">What is wrong above the band, after the side's name.</param>
/// <param name="Short">What is wrong below the band.</param>
/// <param name="MendBeyond">The first thing to do about it.</param>
/// <param name="MendShort">The first thing to do below the band.</param>
public sealed partial record MeasureWords(
    string Plus,
    string Minus,
    string Zero,
    string Beyond,
    string Short,
    string MendBeyond,
    string MendShort
)
{
    private static readonly Dictionary<string, MeasureWords> All = new()
    {
        ["front-shin"] = new(
            "{v} forward",
            "{v} back",
            "upright",
            "shin is {m} past the band",
            "shin is {m} short of the band",
            "Settle the {side} shin first.",
            "Bring the {side} shin forward first."
        ),
        ["knee-past-toe"] = new(
            "{v} past the toe",
            "{v} behind the toe",
            "over the toe",
            "knee goes {v} past the toe",
            "knee stays {v} behind the toe",
            "Bring the knee back first.",
            "Let the knee lead first."
        ),
        ["front-knee"] = new(
            "{v} bent",
            "{v} past straight",
            "straight",
            "front knee bends {m} too far",
            "front knee bends {m} too little",
            "Less depth first.",
            "Sink deeper first."
        ),
        ["rear-knee"] = new(
            "{v} bent",
            "{v} past straight",
            "straight",
            "rear knee bends {m} too far",
            "rear knee bends {m} too little",
            "Come up a little first.",
            "Let the {side} leg's rear knee bend first."
        ),
        ["front-thigh"] = new(
            "hip {v} higher",
            "hip {v} lower",
            "level",
            "front thigh stays {m} too steep",
            "front thigh goes {m} too low",
            "Sink deeper first.",
            "Less depth first."
        ),
        ["depth"] = new(
            "{v} above the target",
            "{v} below the target",
            "on the target",
            "rear knee stops {v} above its target",
            "rear knee goes {v} below its target",
            "Come down to the target first.",
            "Raise the target first."
        ),
        ["rear-thigh"] = new(
            "{v} behind",
            "{v} ahead",
            "upright",
            "rear thigh trails {v} behind",
            "rear thigh hangs {v} forward",
            "Bring the rear knee under the hip first.",
            "Ease back off the rear hip first."
        ),
        ["rear-under-hip"] = new(
            "{v} behind the hip",
            "{v} ahead of the hip",
            "under the hip",
            "rear knee trails {v} behind the hip",
            "rear knee runs {v} ahead of the hip",
            "Rear knee under the hip first.",
            "Rear knee under the hip first."
        ),
        ["trunk-lean"] = new(
            "{v} forward",
            "{v} back",
            "upright",
            "trunk leans {m} past the band",
            "trunk stays {m} short of the band",
            "Lift the trunk first.",
            "Let the trunk lean first."
        ),
        ["lean-minus-shin"] = new(
            "{v} past the shin",
            "{v} behind the shin",
            "parallel",
            "trunk leans {v} more than the shin",
            "trunk leans {v} less than the shin",
            "Bring trunk and shin parallel first.",
            "Bring trunk and shin parallel first."
        ),
        ["line"] = new(
            "folded {v}",
            "arched {v}",
            "one line",
            "body folds {v} at the hip",
            "body arches {v} at the hip",
            "Long line from rear knee to shoulder first.",
            "Long line from rear knee to shoulder first."
        ),
        ["head-over-pelvis"] = new(
            "{v} ahead",
            "{v} behind",
            "over the pelvis",
            "head runs {v} ahead of the pelvis",
            "head stays {v} behind the pelvis",
            "Head back over the pelvis first.",
            "Head back over the pelvis first."
        ),
        ["heel-rise"] = new(
            "{v} up",
            "{v} down",
            "down",
            "heel lifts {v}",
            "heel sinks {v}",
            "Keep the {side} heel heavy first.",
            "Keep the {side} heel heavy first."
        ),
        ["heel-ear"] = new(
            "folded {v}",
            "arched {v}",
            "one line",
            "heel-to-ear line folds {v}",
            "heel-to-ear line arches {v}",
            "One line from heel to ear first.",
            "One line from heel to ear first."
        ),
        ["stance-length"] = new(
            "{v}",
            "{v} crossed",
            "none",
            "stance is {m} too long",
            "stance is {m} too short",
            "Shorten the stance first.",
            "Lengthen the stance first."
        ),
        ["hip-path"] = new(
            "{v} of the rise back",
            "{v} of the rise ahead",
            "on its path",
            "hips drift back by {v} of the rise",
            "hips drift ahead by {v} of the rise",
            "Rise straight up first.",
            "Rise straight up first."
        ),
        ["order"] = new(
            "knee ahead by {v}",
            "hip ahead by {v}",
            "together",
            "knee straightens {v} ahead of the hip",
            "hips rise {v} ahead of the knee",
            "Finish hip and knee together first.",
            "Finish hip and knee together first."
        ),
        ["start-knee"] = new(
            "{v} bent",
            "{v} past straight",
            "straight",
            "knee starts {m} too bent",
            "knee starts {m} too straight",
            "A lower box first.",
            "A higher box first."
        ),
        ["top-knee"] = new(
            "{v} bent",
            "{v} past straight",
            "straight",
            "knee stays {v} bent at the top",
            "knee goes {v} past straight",
            "Stand tall at the top first.",
            "Soft knee at the top first."
        ),
        ["knee-offset"] = new(
            "{v} in",
            "{v} out",
            "over the foot",
            "knee falls {v} in",
            "knee falls {v} out",
            "Bring the {side} knee over the foot first.",
            "Bring the {side} knee over the foot first."
        ),
        ["projection"] = new(
            "{v} in",
            "{v} out",
            "one line",
            "knee falls {v} in from the line of hip and ankle",
            "knee falls {v} out from the line of hip and ankle",
            "Bring the {side} knee over the foot first.",
            "Bring the {side} knee over the foot first."
        ),
        ["pelvic-level"] = new(
            "drops {v}",
            "hikes {v}",
            "level",
            "pelvis drops {v}",
            "pelvis hikes {v}",
            "Level the pelvis first.",
            "Level the pelvis first."
        ),
        ["pelvic-change"] = new(
            "drops {v} on the way",
            "rises {v} on the way",
            "stays as it began",
            "pelvis drops {v} on the way down",
            "pelvis hikes {v} on the way down",
            "Keep the pelvis as it began first.",
            "Keep the pelvis as it began first."
        ),
        ["pelvic-shift"] = new(
            "{v} to the working side",
            "{v} to the free side",
            "between the feet",
            "hips slide {v} out over the leg",
            "hips hang {v} to the free side",
            "Hips between the feet first.",
            "Hips between the feet first."
        ),
        ["stance-width"] = new(
            "{v}",
            "{v}",
            "one line",
            "stance is {m} too wide",
            "stance is {m} too narrow",
            "A narrower track first.",
            "A wider track first."
        ),
        ["side-lean"] = new(
            "{v} over the leg",
            "{v} away from the leg",
            "upright",
            "trunk bends {v} over the leg",
            "trunk bends {v} away from the leg",
            "Trunk upright over the hips first.",
            "Trunk upright over the hips first."
        ),
        ["inner-ankle"] = new(
            "tilts {v} in",
            "tilts {v} out",
            "upright",
            "inner ankle sinks {v}",
            "foot rolls {v} out",
            "Even pressure on three corners first.",
            "Big toe heavy first."
        ),
        ["foot-ahead"] = new(
            "{v} out",
            "{v} in",
            "ahead",
            "foot turns {v} out",
            "foot turns {v} in",
            "Toes ahead first.",
            "Toes ahead first."
        ),
        ["trail-knee"] = new(
            "{v} bent",
            "{v} bent",
            "straight",
            "trail knee bends {v}",
            "trail knee bends {v}",
            "Trail leg long first.",
            "Trail leg long first."
        ),
        ["reach"] = new(
            "{v}",
            "{v}",
            "none",
            "reach is {m} too far",
            "reach is {m} too short",
            "The same mark for both sides first.",
            "The same mark for both sides first."
        ),
        ["load-share"] = new(
            "{v} in front",
            "{v}",
            "none",
            "front foot carries {m} too much",
            "front foot carries {m} too little",
            "Share the load first.",
            "Press into the front foot first."
        ),
        ["descent"] = new(
            "{v} down",
            "{v}",
            "none",
            "way down takes {m} too long",
            "way down takes {v}: too quick",
            "A steady way down first.",
            "Slow the way down first."
        ),
        ["floor-push"] = new(
            "{v}",
            "{v}",
            "none",
            "floor leg pushes off",
            "floor leg pushes off",
            "Floor toes up first.",
            "Floor toes up first."
        ),
        ["spine"] = Tick("long", "spine changes its shape on the way", "Long from crown to tail first."),
        ["big-toe-lift"] = Tick("down", "big toe lifts", "Big toe heavy first."),
        ["rear-heel"] = Tick("free", "rear heel is pinned or turned in", "Rear heel free first."),
        ["pelvic-turn"] = Tick("square", "pelvis turns away", "Square the two front points first."),
        ["trail-foot"] = Tick("flat", "trail foot comes off the floor", "Trail foot flat first."),
        ["free-foot"] = Tick("quiet", "free foot helps", "Free foot without weight first."),
        ["balance"] = Tick("steady", "balance goes", "Something still to look at, then slower, first."),
    };

    /// <summary>The words of a measure.</summary>
    public static MeasureWords Of(Measure measure) =>
        All[(measure ?? throw new ArgumentNullException(nameof(measure))).Id];

    /// <summary>A value in words: "24° forward", "3 cm in", "level".</summary>
    public static string Say(Measure measure, Quantity value)
    {
        var words = Of(measure);
        var size = value.Abs().ToString();
        return size.StartsWith('0') && !size.Contains('.', StringComparison.Ordinal)
            ? words.Zero
            : (value.Value > 0 ? words.Plus : words.Minus).Replace("{v}", size, StringComparison.Ordinal);
    }

    /// <summary>A front shin in words: "24° forward", "3° back", "upright".</summary>
    public static string Shin(Angle angle) => Say(FrontShin, Quantity.Degrees(angle.Degrees));

    private static readonly Measure FrontShin = Measure.Find("front-shin")!;

    /// <summary>What is wrong, after the side's name: "knee falls 4 cm in"; without numbers when it was only seen.</summary>
    public static string Fault(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        var words = Of(result.Measure);
        var said = result.Where == BandSide.Short ? words.Short : words.Beyond;
        if (result.Seen is not null || result.Mean is null || result.Judgement is null)
            return Numbers().Replace(said, "");
        return said.Replace("{v}", result.Mean.Value.Abs().ToString(), StringComparison.Ordinal)
            .Replace("{m}", result.Judgement.Margin.Abs().ToString(), StringComparison.Ordinal);
    }

    /// <summary>The first thing to do about it.</summary>
    public static string Mend(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        var words = Of(result.Measure);
        return (result.Where == BandSide.Short ? words.MendShort : words.MendBeyond).Replace(
            "{side}",
            Finding.Word(result.Side),
            StringComparison.Ordinal
        );
    }

    private static MeasureWords Tick(string fine, string wrong, string mend) =>
        new(fine, fine, fine, wrong, wrong, mend, mend);

    [GeneratedRegex(@"( by| takes)? \{[vm]\}( of the rise| too|: too)?")]
    private static partial Regex Numbers();
}
