namespace DeftStride.Core.Exercises;

/// <summary>
/// What there is in an exercise as it is done now, so that a correction can say what it speaks of: a back foot, a box, a load.
/// One exercise has several.
/// </summary>
[Flags]
public enum Forms
{
    /// <summary>Any.</summary>
    Any = 0,

    /// <summary>A leg behind that carries a share.</summary>
    BackLeg = 1 << 0,

    /// <summary>A back knee that is lowered, to a pad, the floor or where it ends.</summary>
    BackKnee = 1 << 1,

    /// <summary>A foot that leaves its place and lands elsewhere.</summary>
    FootTravels = 1 << 2,

    /// <summary>A box that is stepped onto.</summary>
    StepsUp = 1 << 3,

    /// <summary>A box that is lowered from.</summary>
    StepsDown = 1 << 4,

    /// <summary>One leg alone carries.</summary>
    OneLeg = 1 << 5,

    /// <summary>Both feet side by side.</summary>
    TwoLegs = 1 << 6,

    /// <summary>Sideways.</summary>
    Sideways = 1 << 7,

    /// <summary>Crossing behind or in front, or turning open.</summary>
    Crossing = 1 << 8,

    /// <summary>The quarter turn is part of it.</summary>
    Turns = 1 << 9,

    /// <summary>The rear foot stands on something.</summary>
    BackRaised = 1 << 10,

    /// <summary>The front foot of a split stance stands on the floor, so that it could be raised.</summary>
    FrontOnFloor = 1 << 11,

    /// <summary>Something moves; without it a posture is held.</summary>
    Moves = 1 << 12,

    /// <summary>A knee or both knees are on the floor.</summary>
    Kneels = 1 << 13,

    /// <summary>It is sat to a seat behind.</summary>
    Sits = 1 << 14,

    /// <summary>The free foot slides back along the floor.</summary>
    SlidesBack = 1 << 15,

    /// <summary>Most of the weight goes to the front foot and comes back to even.</summary>
    WeightsFront = 1 << 16,

    /// <summary>A load is held.</summary>
    Loaded = 1 << 17,

    /// <summary>The knee is never straight at the top.</summary>
    SoftTop = 1 << 18,

    /// <summary>Settled into the front hip before the first repetition: a small turn of the pelvis is meant.</summary>
    Settled = 1 << 19,

    /// <summary>Both feet meet on the box and the other leg does the lowering.</summary>
    FeetMeet = 1 << 20,

    /// <summary>Pushed back off the ball of the front foot on purpose.</summary>
    BallPush = 1 << 21,

    /// <summary>A posture that is held.</summary>
    Held = 1 << 22,

    /// <summary>Both feet leave the floor.</summary>
    Jumps = 1 << 23,
}
