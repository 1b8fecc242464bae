using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Correcting;

/// <summary>A small drill that makes the rest possible, and why for this client.</summary>
/// <param name="Exercise">The drill.</param>
/// <param name="Why">What was asked or seen that speaks for it, inside a sentence.</param>
public sealed record HelperFirst(Exercise Exercise, string Why);

/// <summary>A toe that suits a build better than the usual one.</summary>
/// <param name="OptionId">The option of the setting.</param>
/// <param name="Why">What speaks for it; a house rule of ours.</param>
public sealed record SuitingToe(string OptionId, string Why);

/// <summary>How feet and knees of a client stand, as asked when they were met. It changes what is tested first, never what is true.</summary>
/// <param name="LeftFoot">The left foot; null where nobody asked.</param>
/// <param name="RightFoot">The right foot.</param>
/// <param name="Knees">How the knees stand.</param>
/// <param name="KneesStraighten">Whether the knees straighten fully and strongly.</param>
public sealed record Build(FootType? LeftFoot, FootType? RightFoot, KneeShape? Knees, bool? KneesStraighten)
{
    /// <summary>Nothing was asked.</summary>
    public static Build Unknown { get; } = new(null, null, null, null);

    /// <summary>How one foot stands.</summary>
    /// <returns>Null while nobody has looked.</returns>
    public FootType? Foot(BodySide side) => side == BodySide.Left ? LeftFoot : RightFoot;

    /// <summary>
    /// The cause of a fault that this build makes likely, by id, with what speaks for it; null for the usual order. Knees that are
    /// built so are the cause only where both sides show it in the same look: one side alone has a reason of its own.
    /// </summary>
    /// <param name="fault">The fault.</param>
    /// <param name="side">The side it is on.</param>
    /// <param name="bothSides">Whether both sides show it.</param>
    /// <returns>Null for the usual order.</returns>
    public (string CauseId, string Why)? Likely(Fault fault, BodySide side, bool bothSides)
    {
        ArgumentNullException.ThrowIfNull(fault);
        var (which, foot) = (side == BodySide.Left ? "left" : "right", Foot(side));
        return (fault.Id, foot, Knees) switch
        {
            ("knee-in", _, KneeShape.KnockKneed) when bothSides => (
                "build",
                "Both sides show it and the knees are built to knock: keep what both sides and every position show."
            ),
            ("knee-out", _, KneeShape.BowLegged) when bothSides => (
                "build",
                "Both sides show it and the knees are built to bow: keep what both sides and every position show."
            ),
            ("knee-in", FootType.Collapsing, _) => (
                "inner-ankle",
                $"The {which} foot sinks in: its ankle is looked at first."
            ),
            ("knee-out", FootType.HighStiff, _) => (
                "stiff-foot",
                $"The {which} foot is high and stiff: it is looked at first."
            ),
            ("rolls-out", FootType.HighStiff, _) => (
                "high-arch",
                $"The {which} foot is high and stiff: it is looked at first."
            ),
            ("inner-ankle-sinks", FootType.Collapsing, _) => (
                "past-range",
                $"The {which} foot sinks in by itself: how far it is taken is looked at first."
            ),
            _ => null,
        };
    }

    /// <summary>Whether both sides of a look show a fault the same way.</summary>
    /// <returns>False without a look, and where one side shows it or both go wrong in different ways.</returns>
    public static bool OnBothSides(Fault fault, Look? look)
    {
        ArgumentNullException.ThrowIfNull(fault);
        return look is not null
            && fault.Detects.Any(d =>
                Sides.All(s =>
                    look.Results.Any(r =>
                        r.Measure.Id == d.MeasureId && r.Side == s && r.Verdict == Verdict.Outside && r.Where == d.Where
                    )
                )
            );
    }

    private static readonly BodySide[] Sides = [BodySide.Left, BodySide.Right];

    /// <summary>The drills that this build asks for first, the foot before the knee before the hip.</summary>
    /// <returns>In the order in which they are done; empty where nothing in the build asks for one.</returns>
    public IReadOnlyList<HelperFirst> Helpers()
    {
        var helpers = new List<HelperFirst>();
        void First(string id, string why) => helpers.Add(new(Exercise.Find(id)!, why));
        if (Feet(FootType.Collapsing) is { } sinking)
            First("foot-tripod", $"{sinking} in");
        if (Feet(FootType.HighStiff) is { } stiff)
            First("mid-foot-mobility", $"{stiff} high and stiff");
        if (KneesStraighten == false)
            First("end-range-knee", "the knees do not straighten fully and strongly");
        if (Knees == KneeShape.KnockKneed)
            First("half-kneeling-band", "the knees are built to knock");
        return helpers;
    }

    /// <summary>
    /// The toe that the knee follows where another than the second suits: toward the outside for a foot that sinks in or knees that
    /// knock. A house rule of ours, offered and never taken by itself.
    /// </summary>
    /// <returns>The toe and why; null where the second toe suits or the two speak against each other.</returns>
    public SuitingToe? Toe()
    {
        var outward = Feet(FootType.Collapsing) is not null || Knees == KneeShape.KnockKneed;
        var inward = Feet(FootType.HighStiff) is not null || Knees == KneeShape.BowLegged;
        return outward && !inward
            ? new(
                "middle",
                $"The middle toe suits: {(Feet(FootType.Collapsing) is { } sinking ? $"{sinking} in" : "the knees are built to knock")} (a house rule of ours)."
            )
            : null;
    }

    private string? Feet(FootType type) =>
        (LeftFoot == type, RightFoot == type, type) switch
        {
            (true, true, FootType.Collapsing) => "both feet sink",
            (true, false, FootType.Collapsing) => "the left foot sinks",
            (false, true, FootType.Collapsing) => "the right foot sinks",
            (true, true, _) => "both feet are",
            (true, false, _) => "the left foot is",
            (false, true, _) => "the right foot is",
            _ => null,
        };
}
