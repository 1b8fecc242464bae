namespace DeftStride.Core.Measuring;

/// <summary>Two points on something that hangs or stands truly upright in the picture (a door post, a rack, a plumb line).</summary>
/// <param name="One">One end of the mark, in picture pixels.</param>
/// <param name="Other">The other end; the order does not matter.</param>
public readonly record struct VerticalMark(ImagePoint One, ImagePoint Other);

/// <summary>Two points whose distance is known, at about the depth of the working leg: a box, a stick, a taped line.</summary>
/// <param name="One">One end, in picture pixels.</param>
/// <param name="Other">The other end; the order does not matter.</param>
/// <param name="Centimetres">The true distance, more than 0.</param>
public readonly record struct ScaleMark(ImagePoint One, ImagePoint Other, double Centimetres);

/// <summary>
/// The points placed on one still of one repetition, with everything needed to read measures from them. Immutable.
/// A point that has not been placed is absent from <see cref="Points"/>; so is a guess that nobody has put in its place yet.
/// </summary>
/// <param name="View">From where the picture was taken.</param>
/// <param name="FrontLeg">The client's own side of the front (working) leg.</param>
/// <param name="Facing">Where the toes point in a picture from the side; without meaning in the other views.</param>
/// <param name="Picture">The size of the picture the coordinates refer to.</param>
/// <param name="Points">Landmarks, in picture pixels.</param>
/// <param name="Vertical">A marked upright, or null to take the picture's own edge as upright.</param>
/// <param name="Placer">Who placed the points.</param>
/// <param name="Frame">Which picture this is, for the provenance of what is read from it.</param>
public sealed record PointSet(
    View View,
    BodySide FrontLeg,
    Facing Facing,
    PictureSize Picture,
    IReadOnlyDictionary<Landmark, ImagePoint> Points,
    VerticalMark? Vertical,
    PointPlacer Placer,
    string Frame
)
{
    /// <summary>Which moment of the repetition the still shows.</summary>
    public Moment Moment { get; init; } = Moment.Bottom;

    /// <summary>Which repetition of its side, from 1. Stills of one repetition and view belong together.</summary>
    public int Repetition { get; init; } = 1;

    /// <summary>A marked length, or null to take the client's shank.</summary>
    public ScaleMark? Scale { get; init; }

    /// <summary>Where the camera stood, as far as it is known. Null from before cameras were undone: then it is read as it was in its day.</summary>
    public CameraPlace? Camera { get; init; }

    /// <summary>A line that was tapped on the floor, or null.</summary>
    public FloorLine? Line { get; init; }

    /// <summary>Whether the picture shows left and right swapped, as a mirror or a selfie camera does.</summary>
    public bool Mirrored { get; init; }

    /// <summary>How far each point that a model found, or that was followed, scatters after smoothing: pixels, a standard deviation along each axis. A point that is not among them was placed by hand.</summary>
    public IReadOnlyDictionary<Landmark, double>? Sds { get; init; }

    /// <summary>Whether a point is where a model found it. Once a hand has moved one of them the whole still is the hand's.</summary>
    /// <returns>False once a hand has moved any point of the still.</returns>
    public bool IsFound(Landmark landmark) => Placer == PointPlacer.Found && Sds?.ContainsKey(landmark) == true;

    /// <summary>Whether the working leg is the one nearer to a camera at the side.</summary>
    public bool WorkingNear => ((FrontLeg == BodySide.Right) == (Facing == Facing.Right)) != Mirrored;
}
