using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Practice;

/// <summary>What a leg was doing when it hurt.</summary>
public enum LegRole
{
    /// <summary>In front, working.</summary>
    Front,

    /// <summary>Behind, trailing.</summary>
    Rear,
}

/// <summary>Pain as the client gave it.</summary>
/// <param name="Score">0 none – 10 worst imaginable.</param>
/// <param name="Leg">The client's own side, or null when the score is 0.</param>
/// <param name="Role">What the leg was doing, or null when the score is 0.</param>
public sealed record Pain(int Score, BodySide? Leg, LegRole? Role)
{
    /// <summary>At this score the variation stops for today.</summary>
    public const int StopScore = 5;

    /// <summary>Up to this score counts as ordinary, unless set otherwise.</summary>
    public const int DefaultLimit = 2;

    /// <summary>No pain.</summary>
    public static Pain None { get; } = new(0, null, null);

    /// <summary>What is wrong with the report, in a sentence, or null when it is fine.</summary>
    public string? Problem() =>
        FieldRange.Pain.Problem(Score)
        ?? (Score, Leg, Role) switch
        {
            (> 0, null, _) => "Say which leg hurts, left or right.",
            (> 0, _, null) => "Say whether the leg hurts in front or behind.",
            _ => null,
        };

    /// <summary>In words: "no pain", "pain 3, left leg behind".</summary>
    public override string ToString() =>
        Score == 0
            ? "no pain"
            : $"pain {Score}, {(Leg == BodySide.Left ? "left" : "right")} leg {(Role == LegRole.Front ? "in front" : "behind")}";
}
