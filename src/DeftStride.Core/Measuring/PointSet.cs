namespace DeftStride.Core.Measuring;

/// <summary>Two points on something that hangs or stands truly upright in the picture (a door post, a rack, a plumb line).</summary>
/// <param name="One">One end of the mark, in picture pixels.</param>
/// <param name="Other">The other end; the order does not matter.</param>
public readonly record struct VerticalMark(ImagePoint One, ImagePoint Other);

/// <summary>
/// The points placed on one still of one repetition, with everything needed to read angles from them. Immutable.
/// A point that has not been placed is absent from <see cref="Points"/>.
/// </summary>
/// <param name="View">From where the picture was taken.</param>
/// <param name="FrontLeg">The client's own side of the front (working) leg.</param>
/// <param name="Facing">Where the toes point in the picture; decides the sign of "forward".</param>
/// <param name="Picture">The size of the picture the coordinates refer to.</param>
/// <param name="Points">Landmarks of the front leg, in picture pixels.</param>
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
    string Frame);
