namespace DeftStride.Core.Exercises;

/// <summary>What the hands do while nothing is held. Never behind: the head follows them forward.</summary>
public enum Arms
{
    /// <summary>On the hips.</summary>
    Hips,

    /// <summary>Reached ahead, to keep the weight back.</summary>
    Forward,

    /// <summary>The arm opposite the free knee swings with it; only without a load.</summary>
    Opposite,

    /// <summary>On a rail or a chair.</summary>
    Support,

    /// <summary>Hanging under the shoulders.</summary>
    Hanging,
}

/// <summary>Where the eyes rest.</summary>
public enum Gaze
{
    /// <summary>On one still thing ahead.</summary>
    Ahead,

    /// <summary>On the floor two steps ahead, so that the neck stays long in a bow.</summary>
    Floor,

    /// <summary>They go with the trunk.</summary>
    Turns,
}

/// <summary>How deep an exercise goes. A shallower depth may be chosen for a client, and is no fault then.</summary>
public enum DepthTarget
{
    /// <summary>Until the rear knee meets its pad.</summary>
    Pad,

    /// <summary>Until the thigh meets the calf: the far end of knee-forward work.</summary>
    ThighToCalf,

    /// <summary>As far as is easy.</summary>
    Easy,

    /// <summary>As far as foot, knee and pelvis hold.</summary>
    Holds,

    /// <summary>Until the free foot touches, without weight.</summary>
    Touch,

    /// <summary>To a seat.</summary>
    Seat,

    /// <summary>As far as the back stays long.</summary>
    LongBack,
}

/// <summary>How arms, eyes and depth are said before the first repetition.</summary>
public static class PostureWords
{
    /// <summary>What the empty hands do.</summary>
    /// <returns>Words with a full stop.</returns>
    public static string Of(Arms arms) =>
        arms switch
        {
            Arms.Forward => "Reached ahead, never behind.",
            Arms.Opposite => "The arm opposite the free knee goes with it, never behind.",
            Arms.Support => "On the rail, light; fewer as it holds.",
            Arms.Hanging => "Hanging under the shoulders.",
            _ => "On the hips, never behind.",
        };

    /// <summary>Where the eyes rest, inside a sentence.</summary>
    /// <returns>In lower case, without a full stop.</returns>
    public static string Of(Gaze gaze) =>
        gaze switch
        {
            Gaze.Floor => "neck long, eyes on the floor two steps ahead",
            Gaze.Turns => "chin level, eyes go with the trunk",
            _ => "chin level, eyes on one still thing",
        };

    /// <summary>How deep, as a sentence.</summary>
    /// <returns>A whole sentence.</returns>
    public static string Of(DepthTarget depth) =>
        depth switch
        {
            DepthTarget.Pad => "Back knee to the pad, touched softly.",
            DepthTarget.ThighToCalf => "Back knee to the pad; the deepest is thigh on calf.",
            DepthTarget.Easy => "As deep as is easy.",
            DepthTarget.Touch => "Until the free foot touches, without weight.",
            DepthTarget.Seat => "To the seat, without dropping onto it.",
            DepthTarget.LongBack => "As far as the back stays long.",
            _ => "As deep as foot, knee and pelvis hold.",
        };
}
