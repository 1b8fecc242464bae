namespace DeftStride.Core.Ladders;

/// <summary>Why a side came to stand on a rung.</summary>
public enum MoveKind
{
    /// <summary>Placed after a first look.</summary>
    Placed,

    /// <summary>Moved on by a decision.</summary>
    Up,

    /// <summary>Stepped back by a decision.</summary>
    Back,

    /// <summary>Stepped back after a lay-off.</summary>
    AfterBreak,

    /// <summary>Put there by the coach against or without a recommendation.</summary>
    ByCoach,
}
