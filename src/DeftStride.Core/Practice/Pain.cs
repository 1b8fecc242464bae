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

/// <summary>What kind of pain it is, as the client tells it.</summary>
public enum PainKind
{
    /// <summary>In a joint or a tendon: this is what the rules of pain are about.</summary>
    JointOrTendon,

    /// <summary>A sore muscle: asked apart, and it steps nobody back.</summary>
    Muscle,
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

    /// <summary>No limit, whoever set it, is higher: <see cref="StopScore"/> stops a set anyway.</summary>
    public const int MostLimit = StopScore - 1;

    /// <summary>Pain above the limit at every session for this long is somebody else's to look at.</summary>
    public const int ReferAfterDays = 28;

    /// <summary>Where it hurts, or null where nobody asked.</summary>
    public PainSite? Site { get; init; }

    /// <summary>Its kind, or null where nobody asked: then it counts as of a joint or tendon.</summary>
    public PainKind? Kind { get; init; }

    /// <summary>The score that the rules of pain go by: 0 for a sore muscle.</summary>
    public int Counted => Kind == PainKind.Muscle ? 0 : Score;

    /// <summary>Whether its kind is still to be asked.</summary>
    public bool KindOpen => Score > 0 && Kind is null;

    /// <summary>Whether a place is all joint or tendon, so that no sore muscle can be there.</summary>
    /// <returns>False where a sore muscle can be there.</returns>
    public static bool NoMuscle(PainSite site) =>
        site
            is PainSite.KneeInside
                or PainSite.KneeOutside
                or PainSite.KneeFront
                or PainSite.KneeBack
                or PainSite.BelowKneecap
                or PainSite.Achilles
                or PainSite.Ankle;

    /// <summary>No pain.</summary>
    public static Pain None { get; } = new(0, null, null);

    /// <summary>What is wrong with the report.</summary>
    /// <returns>A sentence; null when it is fine.</returns>
    public string? Problem() =>
        FieldRange.Pain.Problem(Score)
        ?? (Score, Leg, Role) switch
        {
            (0, _, _) when Site is not null || Kind is not null =>
                "Pain of 0 has no place. Give it a score, or leave the place out.",
            (> 0, null, _) => "Say which leg hurts, left or right.",
            (> 0, _, null) => "Say whether the leg hurts in front or behind.",
            (> 0, _, _) when Kind == PainKind.Muscle && Site is { } site && NoMuscle(site) =>
                $"There is no muscle to be sore there ({SitePain.Word(site)}). Choose joint or tendon, or another place.",
            _ => null,
        };

    /// <summary>In words: "no pain", "pain 3, left leg behind, front of the knee", "muscle soreness 3, left leg in front".</summary>
    public override string ToString() =>
        Score == 0
            ? "no pain"
            : $"{(Kind == PainKind.Muscle ? "muscle soreness" : "pain")} {Score}, {(Leg == BodySide.Left ? "left" : "right")} leg {(Role == LegRole.Front ? "in front" : "behind")}{(Site is { } site ? $", {SitePain.Word(site)}" : "")}";
}
