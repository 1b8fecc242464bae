using DeftStride.Core.Quantities;
using DeftStride.Core.Registers;

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

/// <summary>
/// Something that is looked at in an exercise, with all there is to it: from where it is seen, how it is worked out at which
/// moment, how much it scatters, how it is spoken of. What judges, plans, draws or exports reads it from here.
/// </summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Short">Its name inside a sentence.</param>
/// <param name="Unit">What its number is in.</param>
/// <param name="Views">From where it is seen, the leading view first; empty for what is asked or weighed.</param>
/// <param name="Sign">What + means, in words; empty where there is no sign.</param>
/// <param name="Region">Which part of the body it speaks of.</param>
public sealed record MeasureDefinition(
    string Id,
    string Name,
    string Short,
    MeasureUnit Unit,
    IReadOnlyList<View> Views,
    string Sign,
    Region Region
)
{
    /// <summary>Every measure: those seen from the side, from the front and behind, and those asked, weighed or only seen.</summary>
    public static Register<MeasureDefinition> Register { get; } =
        new(m => m.Id, [.. SideMeasures.All, .. FrontMeasures.All, .. AskedMeasures.All]);

    /// <summary>Every measure.</summary>
    public static IReadOnlyList<MeasureDefinition> All => Register.All;

    /// <summary>Finds a measure by id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static MeasureDefinition? Find(string id) => Register.Find(id);

    /// <summary>How it is spoken of.</summary>
    public required MeasureWords Words { get; init; }

    /// <summary>How much it scatters apart from the placing of points; null for what has no number.</summary>
    public Spread? Spread { get; init; }

    /// <summary>How it is worked out from points, one for each moment or set of moments; none for what is ticked, weighed or timed.</summary>
    public IReadOnlyList<MeasureFormula> Formulas { get; init; } = [];

    /// <summary>How it is worked out from points that a model found, where that is another way; none where it is the same.</summary>
    public IReadOnlyList<MeasureFormula> FoundFormulas { get; init; } = [];

    /// <summary>
    /// By how much points that a model found (and for the pelvis, stickers that were followed) are off together, a standard
    /// deviation in the measure's unit, from drawn clips of known truth. It does not average out over repetitions. Null where
    /// nothing is read from such points.
    /// </summary>
    public double? FoundSd { get; init; }

    /// <summary>Whether it can be read from pictures.</summary>
    public bool IsRead => Formulas.Count > 0;

    /// <summary>The view in which it is first of all looked for, or null.</summary>
    public View? LeadView => Views.Count > 0 ? Views[0] : null;

    /// <summary>Its place among the measures that the shortest look takes, from 1; null for none of them.</summary>
    public int? QuickRank { get; init; }

    /// <summary>How a clean posture is spoiled so that it is wrong; null where no picture shows it.</summary>
    public Spoiling? Spoiling { get; init; }

    /// <summary>Whether a high box tilts it at one end: lowering, the first half counts; rising, the top.</summary>
    public bool TiltedByABox { get; init; }

    /// <summary>Whether it is judged by comparing the sides, without a band.</summary>
    public bool JudgedBySides { get; init; }

    /// <summary>How a client can feel or see it alone, in a sentence; empty where there is no such way.</summary>
    public string SelfCheck { get; init; } = "";

    /// <summary>Whether a clip answers it by how long it lowers.</summary>
    public bool TimedByClip { get; init; }

    /// <summary>The number that goes well in any body, for what is weighed, timed or taped; null for none.</summary>
    public double? CleanNumber { get; init; }

    /// <summary>The best value where a band has a lower edge alone; null where there is none to speak of. With an upper edge alone it is 0.</summary>
    public double? Best { get; init; }

    /// <summary>Whether a picture of the whole body can only say that it is off; that it is fine the coach's eye says.</summary>
    public bool OnlyOutside { get; init; }

    /// <summary>Whether its usual band is a house rule of ours and published nowhere; the screen says so.</summary>
    public bool HouseRule { get; init; }

    /// <summary>Two measures are the same when their ids are.</summary>
    /// <returns>False for none.</returns>
    public bool Equals(MeasureDefinition? other) =>
        ReferenceEquals(this, other) || (other is not null && other.Id == Id);

    /// <inheritdoc/>
    public override int GetHashCode() => Id.GetHashCode(StringComparison.Ordinal);
}
