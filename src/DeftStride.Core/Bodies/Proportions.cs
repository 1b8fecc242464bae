namespace DeftStride.Core.Bodies;

/// <summary>
/// A body's lengths as fractions of the stature, and of the foot what lies along it: means of adults (Drillis and Contini 1966,
/// as tabulated in Winter 2009, fig. 4.1), each in one place. One client's own may differ by several per cent.
/// </summary>
public static class Proportions
{
    /// <summary>Knee to ankle, of the stature.</summary>
    public const double Shank = 0.246;

    /// <summary>Hip to knee, of the stature.</summary>
    public const double Thigh = 0.245;

    /// <summary>Heel to toe tip, of the stature.</summary>
    public const double Foot = 0.152;

    /// <summary>The ankle's axis above the sole, of the stature.</summary>
    public const double AnkleHeight = 0.039;

    /// <summary>Hip to shoulder, of the stature.</summary>
    public const double Trunk = 0.288;

    /// <summary>Shoulder to elbow, of the stature.</summary>
    public const double UpperArm = 0.186;

    /// <summary>Elbow to wrist, of the stature.</summary>
    public const double Forearm = 0.146;

    /// <summary>The hand, of the stature.</summary>
    public const double Hand = 0.108;

    /// <summary>Between the hip joints, of the stature.</summary>
    public const double HipJoints = 0.10;

    /// <summary>Between the outer hip bones, of the stature.</summary>
    public const double HipBones = 0.191;

    /// <summary>From the middle of the shoulders to one of them, of the stature.</summary>
    public const double HalfShoulders = 0.1295;

    /// <summary>Shoulders to ear, of the stature.</summary>
    public const double ShoulderToEar = 0.11;

    /// <summary>Heel to ankle along the sole, of the foot.</summary>
    public const double HeelToAnkle = 0.25;

    /// <summary>Ankle to ball along the sole, of the foot.</summary>
    public const double AnkleToBall = 0.47;

    /// <summary>Ball to toe tip along the sole, of the foot.</summary>
    public const double BallToToe = 0.28;

    /// <summary>Heel to ball along the sole, of the foot.</summary>
    public const double HeelToBall = 0.72;

    /// <summary>Ankle to toe tip along the sole, of the foot.</summary>
    public const double AnkleToToe = 0.75;
}
