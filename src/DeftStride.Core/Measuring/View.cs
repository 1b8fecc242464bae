namespace DeftStride.Core.Measuring;

/// <summary>From where the camera looks at the client.</summary>
public enum View
{
    /// <summary>Across the line of travel: shin, trunk, depth.</summary>
    Side,

    /// <summary>From ahead: knee tracking, pelvic level.</summary>
    Front,

    /// <summary>From behind: pelvic level, heel.</summary>
    Back,
}

/// <summary>How a view is spoken of.</summary>
public static class Views
{
    /// <summary>Where the camera stands.</summary>
    /// <returns>"the side", "the front" or "behind".</returns>
    public static string Place(this View view) =>
        view switch
        {
            View.Side => "the side",
            View.Front => "the front",
            View.Back => "behind",
            _ => throw new ArgumentOutOfRangeException(nameof(view), view, null),
        };

    /// <summary>From where it looks.</summary>
    /// <returns>"from the side", "from the front" or "from behind".</returns>
    public static string From(this View view) => $"from {view.Place()}";
}

/// <summary>The client's own left or right, never the picture's.</summary>
public enum BodySide
{
    /// <summary>The client's left.</summary>
    Left,

    /// <summary>The client's right.</summary>
    Right,
}

/// <summary>Which edge of a side-view picture the client's toes point to.</summary>
public enum Facing
{
    /// <summary>Toes point to the left edge of the picture.</summary>
    Left,

    /// <summary>Toes point to the right edge of the picture.</summary>
    Right,
}

/// <summary>A moment of one repetition. A still shows one of them.</summary>
public enum Moment
{
    /// <summary>Before the way down; in a step-up, foot on the box and not yet rising.</summary>
    Start,

    /// <summary>On the way down, where something first goes wrong, or half-way when nothing does.</summary>
    FirstSeen,

    /// <summary>The bottom, or the position that is held.</summary>
    Bottom,

    /// <summary>Half-way up.</summary>
    HalfUp,

    /// <summary>The top.</summary>
    Top,
}

/// <summary>A named point on the body.</summary>
public enum Landmark
{
    /// <summary>
    /// The axis of the ankle: seen from the side, the middle of the ankle bone that is seen, the outer one of a leg near the
    /// camera, the inner one of the far leg.
    /// </summary>
    Ankle,

    /// <summary>The centre of the knee: seen from the side, half-way front to back on the joint line.</summary>
    Knee,

    /// <summary>The tip of the toe that the knee should follow (the second, unless set otherwise), at the sole.</summary>
    Toe,

    /// <summary>The back of the working heel, at the sole.</summary>
    Heel,

    /// <summary>The hip joint, at the bony point on the side.</summary>
    Hip,

    /// <summary>The tip of the shoulder.</summary>
    Shoulder,

    /// <summary>The opening of the ear.</summary>
    Ear,

    /// <summary>The centre of the rear (or trailing) knee.</summary>
    RearKnee,

    /// <summary>The rear (or trailing) ankle.</summary>
    RearAnkle,

    /// <summary>The point of the pelvis on the working side: from the front its bony front point, from behind the top of the hip bone.</summary>
    WorkingPelvis,

    /// <summary>The same on the free side.</summary>
    FreePelvis,

    /// <summary>The tip of the shoulder on the working side.</summary>
    WorkingShoulder,

    /// <summary>The same on the free side.</summary>
    FreeShoulder,

    /// <summary>The hip joint of the free (trailing) leg.</summary>
    FreeHip,

    /// <summary>The tip of the rear foot's toes, at the floor.</summary>
    RearToe,
}

/// <summary>Who placed the points; it decides their placing error.</summary>
public enum PointPlacer
{
    /// <summary>A coach, by hand.</summary>
    Hand,

    /// <summary>A model found them in a clip, or they were followed there; nobody has moved one.</summary>
    Found,
}
