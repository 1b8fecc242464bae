namespace DeftStride.Core.Measuring;

/// <summary>A part of a posed figure's posture. Angles in degrees, lengths in centimetres.</summary>
public enum PosePart
{
    /// <summary>Front shin, + forward.</summary>
    Shin,

    /// <summary>Front knee's bend.</summary>
    Knee,

    /// <summary>Trunk's lean, + forward.</summary>
    Trunk,

    /// <summary>Rear thigh, + knee behind the hip.</summary>
    RearThigh,

    /// <summary>How high the rear knee rests.</summary>
    RearKneeHeight,

    /// <summary>Front heel off the floor.</summary>
    HeelRise,

    /// <summary>Knee inside the line of its foot.</summary>
    KneeIn,

    /// <summary>Free side of the pelvis lower.</summary>
    PelvisDrop,

    /// <summary>Pelvis toward the working side.</summary>
    PelvisShift,

    /// <summary>Trunk toward the working side.</summary>
    SideLean,

    /// <summary>Hips behind the path of planted feet.</summary>
    HipsBack,

    /// <summary>Bend of the free knee, seen from the front.</summary>
    FreeKneeBend,

    /// <summary>Foot turned out.</summary>
    TurnOut,
}

/// <summary>At which moments a posture is spoiled.</summary>
public enum When
{
    /// <summary>At all of them.</summary>
    Always,

    /// <summary>At all but start and top.</summary>
    Moving,

    /// <summary>At the start alone.</summary>
    Start,

    /// <summary>At the bottom alone.</summary>
    Bottom,

    /// <summary>Half way up alone.</summary>
    HalfUp,

    /// <summary>At the top alone.</summary>
    Top,
}

/// <summary>
/// How a clean posture is spoiled so that one measure is wrong by clearly more than any band allows. The demo, the practice
/// and the tests put faults into posed figures by it; nothing is judged by it.
/// </summary>
/// <param name="When">At which moments.</param>
/// <param name="Parts">Which parts by how much, for too much of the measure; too little is the opposite.</param>
public sealed record Spoiling(When When, params (PosePart Part, double By)[] Parts)
{
    /// <summary>Whether the parts are set to the numbers instead of changed by them.</summary>
    public bool Sets { get; init; }

    /// <summary>Whether it goes wrong one way only.</summary>
    public bool OneWay { get; init; }

    /// <summary>Whether the figure sinks until its rear knee is as high as before, so that the depth stays right.</summary>
    public bool KeepsDepth { get; init; }

    /// <summary>Whether it shows at a moment.</summary>
    /// <returns>True at every moment for what lasts the whole repetition.</returns>
    public bool At(Moment moment) =>
        When switch
        {
            When.Always => true,
            When.Moving => moment is not (Moment.Start or Moment.Top),
            When.Start => moment == Moment.Start,
            When.Bottom => moment == Moment.Bottom,
            When.HalfUp => moment == Moment.HalfUp,
            _ => moment == Moment.Top,
        };
}
