using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>Where a point of a track comes from.</summary>
public enum TrackSource
{
    /// <summary>A coach put it there.</summary>
    Placed,

    /// <summary>It was followed from one that was placed.</summary>
    Followed,

    /// <summary>A model found it.</summary>
    Found,
}

/// <summary>One landmark in one frame.</summary>
/// <param name="At">Pixels of the upright frame.</param>
/// <param name="Confidence">0 to 1; under <see cref="LeastConfidence"/> it was not seen.</param>
/// <param name="Source">Where it comes from.</param>
public readonly record struct TrackPoint(ImagePoint At, double Confidence, TrackSource Source)
{
    /// <summary>Less is not seen.</summary>
    public const double LeastConfidence = 0.5;

    /// <summary>Whether it counts.</summary>
    public bool Seen => Confidence >= LeastConfidence && At.IsFinite;
}

/// <summary>One frame of a track.</summary>
/// <param name="Seconds">From the start of the clip. Frames need not be evenly spaced: phones film at changing rates.</param>
/// <param name="Points">What was found, in pixels of the upright frame.</param>
public sealed record TrackFrame(double Seconds, IReadOnlyDictionary<Landmark, TrackPoint> Points);

/// <summary>
/// The points of one clip over time, as they came: nothing is smoothed or mended yet. It knows its view, facing, front leg,
/// upright and scale as a still does.
/// </summary>
/// <param name="View">From where it was filmed.</param>
/// <param name="FrontLeg">The client's own side of the front (working) leg.</param>
/// <param name="Facing">Where the toes point in a clip from the side.</param>
/// <param name="Picture">The size of an upright frame.</param>
/// <param name="Frames">In their order, times rising.</param>
/// <param name="Clip">Which clip, for the provenance of what is read from it.</param>
public sealed record Track(
    View View,
    BodySide FrontLeg,
    Facing Facing,
    PictureSize Picture,
    IReadOnlyList<TrackFrame> Frames,
    string Clip
)
{
    /// <summary>A marked upright, or null to take the frame's own edge as upright.</summary>
    public VerticalMark? Vertical { get; init; }

    /// <summary>A marked length, or null to take the client's shank.</summary>
    public ScaleMark? Scale { get; init; }

    /// <summary>Where the camera stood, as far as it is known.</summary>
    public CameraPlace? Camera { get; init; }

    /// <summary>Whether the clip shows left and right swapped.</summary>
    public bool Mirrored { get; init; }

    /// <summary>When the film goes on elsewhere from one frame to the next, seconds from its start, rising: nothing is smoothed across it.</summary>
    public IReadOnlyList<double> Jumps { get; init; } = [];
}

/// <summary>A question about a track that only a person can answer.</summary>
/// <param name="From">Seconds from the start of the clip.</param>
/// <param name="To">Until when.</param>
public readonly record struct SwapQuestion(double From, double To);
