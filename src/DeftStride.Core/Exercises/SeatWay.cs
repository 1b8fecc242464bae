namespace DeftStride.Core.Exercises;

/// <summary>What decides the height in a squat on one leg.</summary>
public enum SeatWay
{
    /// <summary>Nothing does.</summary>
    None,

    /// <summary>A seat behind, that is sat to.</summary>
    Behind,

    /// <summary>A box under the foot, from which the other leg hangs clear.</summary>
    UnderFoot,
}
