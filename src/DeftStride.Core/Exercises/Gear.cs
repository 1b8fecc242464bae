namespace DeftStride.Core.Exercises;

/// <summary>A thing that a correction needs and that a studio may not have. Walls and hands are everywhere.</summary>
public enum Gear
{
    /// <summary>A light stick.</summary>
    Dowel,

    /// <summary>An elastic band.</summary>
    Band,

    /// <summary>A thin wedge for the edge of a foot or under a heel.</summary>
    Wedge,

    /// <summary>A firm block, for under a foot or between the knees.</summary>
    Block,

    /// <summary>A chair or a rail to hold.</summary>
    Support,

    /// <summary>Two scales.</summary>
    Scales,

    /// <summary>A weight to hold.</summary>
    Weight,

    /// <summary>A mirror.</summary>
    Mirror,

    /// <summary>Floor tape.</summary>
    Tape,
}
