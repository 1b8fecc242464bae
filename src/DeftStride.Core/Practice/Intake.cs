using DeftStride.Core.Measuring;

namespace DeftStride.Core.Practice;

/// <summary>What a client comes for.</summary>
public enum Goal
{
    /// <summary>To be stronger.</summary>
    Strength,

    /// <summary>Front of the thigh.</summary>
    FrontThigh,

    /// <summary>Buttocks.</summary>
    Buttock,

    /// <summary>A sport, or running.</summary>
    Running,

    /// <summary>Hills and stairs.</summary>
    HillsAndStairs,

    /// <summary>A steady pelvis.</summary>
    PelvicControl,

    /// <summary>Freer hips.</summary>
    HipFreedom,

    /// <summary>Coming back after a lay-off.</summary>
    Return,
}

/// <summary>How long somebody has trained.</summary>
public enum TrainingAge
{
    /// <summary>New to it.</summary>
    New,

    /// <summary>Some months.</summary>
    Months,

    /// <summary>Years.</summary>
    Years,
}

/// <summary>How a foot stands.</summary>
public enum FootType
{
    /// <summary>Sinks inward, often with a drifting big toe.</summary>
    Collapsing,

    /// <summary>Neither.</summary>
    Neutral,

    /// <summary>High and stiff, often with tight deep hip rotators.</summary>
    HighStiff,
}

/// <summary>How the knees stand.</summary>
public enum KneeShape
{
    /// <summary>Knock-kneed.</summary>
    KnockKneed,

    /// <summary>Straight.</summary>
    Straight,

    /// <summary>Bow-legged.</summary>
    BowLegged,
}

/// <summary>Where it hurts.</summary>
public enum PainSite
{
    /// <summary>Inside of the knee.</summary>
    KneeInside,

    /// <summary>Outside of the knee.</summary>
    KneeOutside,

    /// <summary>Front of the knee.</summary>
    KneeFront,

    /// <summary>The tendon below the kneecap.</summary>
    BelowKneecap,

    /// <summary>Front of the hip.</summary>
    HipFront,

    /// <summary>Low back.</summary>
    Back,

    /// <summary>Back of the knee.</summary>
    KneeBack,

    /// <summary>Side of the hip.</summary>
    HipSide,

    /// <summary>Groin.</summary>
    Groin,

    /// <summary>Buttock.</summary>
    Buttock,

    /// <summary>Back of the thigh.</summary>
    Hamstring,

    /// <summary>Shin.</summary>
    Shin,

    /// <summary>Calf.</summary>
    Calf,

    /// <summary>The tendon above the heel.</summary>
    Achilles,

    /// <summary>Ankle.</summary>
    Ankle,

    /// <summary>Foot, its sole and toes.</summary>
    Foot,
}

/// <summary>A pain that a client comes with.</summary>
/// <param name="Leg">The client's own side.</param>
/// <param name="Role">What the leg does when it hurts.</param>
/// <param name="Site">Where.</param>
/// <param name="Score">0–10.</param>
public sealed record SitePain(BodySide Leg, LegRole Role, PainSite Site, int Score)
{
    /// <summary>Its kind, or null where nobody asked: then it counts as of a joint or tendon.</summary>
    public PainKind? Kind { get; init; }

    /// <summary>The score that the rules of pain go by: 0 for a sore muscle.</summary>
    public int Counted => Kind == PainKind.Muscle ? 0 : Score;

    /// <summary>What is wrong with the mark.</summary>
    /// <returns>A sentence; null where nothing is.</returns>
    public string? Problem() =>
        Kind == PainKind.Muscle && Pain.NoMuscle(Site)
            ? $"There is no muscle to be sore there ({Word(Site)}). Choose joint or tendon, or another place."
            : null;

    /// <summary>A site in words.</summary>
    /// <returns>In lower case.</returns>
    public static string Word(PainSite site) =>
        site switch
        {
            PainSite.KneeInside => "inside of the knee",
            PainSite.KneeOutside => "outside of the knee",
            PainSite.KneeFront => "front of the knee",
            PainSite.BelowKneecap => "below the kneecap",
            PainSite.HipFront => "front of the hip",
            PainSite.KneeBack => "back of the knee",
            PainSite.HipSide => "side of the hip",
            PainSite.Groin => "groin",
            PainSite.Buttock => "glute",
            PainSite.Hamstring => "hamstring",
            PainSite.Shin => "shin",
            PainSite.Calf => "calf",
            PainSite.Achilles => "Achilles tendon",
            PainSite.Ankle => "ankle",
            PainSite.Foot => "foot",
            _ => "low back",
        };
}
