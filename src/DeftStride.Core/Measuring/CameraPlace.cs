namespace DeftStride.Core.Measuring;

/// <summary>
/// A line of known length on the floor under the client that runs away from the camera: across the stance from the side,
/// along it from the front. It tells how far off square the camera stands.
/// </summary>
/// <param name="One">One end, in picture pixels.</param>
/// <param name="Other">The other end; the order does not matter.</param>
/// <param name="Metres">Its true length, at least <see cref="ShortestMetres"/>.</param>
public readonly record struct FloorLine(ImagePoint One, ImagePoint Other, double Metres)
{
    /// <summary>A shorter line tells too little: its yaw scatters by more than 1.5°.</summary>
    public const double ShortestMetres = 0.45;
}

/// <summary>Where the camera stood when a picture was taken, as far as it is known. The picture is uncropped: its middle is the lens's axis.</summary>
public sealed record CameraPlace
{
    /// <summary>How far it usually stands from the client's middle, metres.</summary>
    public const double UsualDistance = 3;

    /// <summary>Knee high, metres.</summary>
    public const double KneeHigh = 0.5;

    /// <summary>From front and back: the pelvis is then not seen much from below, metres.</summary>
    public const double FrontHigh = 0.85;

    /// <summary>From here on nearness no longer shows, metres.</summary>
    public const double Far = 8;

    /// <summary>A phone higher than this is aimed down at the client on purpose, metres; below it stands plumb.</summary>
    public const double PlumbUpTo = 1.0;

    /// <summary>The height on the client at which a high phone is aimed, metres.</summary>
    private const double AimedAt = 0.8;

    /// <summary>Three metres away, knee high, put up without the guide.</summary>
    public static CameraPlace Usual { get; } = new();

    /// <summary>The same, put up by the guide on the screen.</summary>
    public static CameraPlace ByGuide { get; } = new() { Guided = true };

    /// <summary>From the lens to the client's middle, metres; beyond <see cref="Far"/> no perspective is undone.</summary>
    public double DistanceMetres { get; init; } = UsualDistance;

    /// <summary>The lens above the floor, metres.</summary>
    public double HeightMetres { get; init; } = KneeHigh;

    /// <summary>Whether the guide on the screen was followed, which halves how far off square it may stand.</summary>
    public bool Guided { get; init; }

    /// <summary>The distance that is reckoned with, metres: very far where nearness does not show.</summary>
    internal double Reckoned => DistanceMetres > Far ? 1e5 : DistanceMetres;

    /// <summary>How far it is pitched up on purpose, radians; negative looks down, 0 plumb.</summary>
    internal double Pitch => HeightMetres > PlumbUpTo ? -Math.Atan((HeightMetres - AimedAt) / DistanceMetres) : 0;
}

/// <summary>What is known of the camera that a still was taken out of: how large an error it may have left follows from it.</summary>
/// <param name="Place">Where it stood.</param>
/// <param name="YawDegrees">How far off square, as a tapped line has it; 0 without one. + toward what lies ahead or inward.</param>
/// <param name="Tapped">Whether a line was tapped.</param>
/// <param name="Marked">Whether something upright was marked.</param>
/// <param name="MarkMetres">How far to the picture's right of the client's middle that mark is.</param>
/// <param name="OtherView">Whether another view of the same moment tells the depths.</param>
/// <param name="Near">Whether the working leg is the nearer one; from front and back without meaning.</param>
/// <param name="Stature">The figure's stature, metres.</param>
public sealed record CameraKnown(
    CameraPlace Place,
    double YawDegrees,
    bool Tapped,
    bool Marked,
    double MarkMetres,
    bool OtherView,
    bool Near,
    double Stature
)
{
    /// <summary>The guide followed, an upright marked 0.6 m aside, another view, a client of 1.75 m.</summary>
    public static CameraKnown Usual { get; } = new(CameraPlace.ByGuide, 0, false, true, 0.6, true, true, 1.75);

    /// <summary>How far off square it may stand, degrees: once a line was tapped, put up by the guide, and without it.</summary>
    public double YawSd =>
        Tapped ? 2
        : Place.Guided ? 5
        : 10;

    /// <summary>How far the level may be off, degrees.</summary>
    public double LevelSd => Marked ? 0.7 : 2;

    /// <summary>How far a point's depth may be off the figure's, metres.</summary>
    public double DepthSd => OtherView ? 0.02 : 0.04;
}

/// <summary>What a camera leaves in a reading, standard deviations in the measure's unit.</summary>
/// <param name="Whole">In the reading itself.</param>
/// <param name="SamePlace">In the difference between two postures seen from one place: a trial.</param>
/// <param name="Sides">In the difference between left and right from the side, both facing the same way.</param>
public readonly record struct CameraPart(double Whole, double SamePlace, double Sides)
{
    /// <summary>The larger of two, part by part: a camera's error does not average out.</summary>
    /// <returns>Standard deviations in the measure's unit.</returns>
    public CameraPart Worse(CameraPart other) =>
        new(Math.Max(Whole, other.Whole), Math.Max(SamePlace, other.SamePlace), Math.Max(Sides, other.Sides));

    /// <summary>The same with what found points are off by together: it too does not average out.</summary>
    /// <param name="sd">A standard deviation in the measure's unit; see <see cref="MeasureDefinition.FoundSd"/>.</param>
    /// <returns>Standard deviations in the measure's unit, the squares added.</returns>
    public CameraPart With(double sd) => new(Join(Whole, sd), Join(SamePlace, sd), Join(Sides, sd));

    private static double Join(double a, double b) => Math.Sqrt((a * a) + (b * b));
}
