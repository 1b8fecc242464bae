using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Ladders;

/// <summary>What decides whether a rung can be stood on: a body, its ranges, what is there.</summary>
/// <param name="Body">The body, or null until it is measured.</param>
/// <param name="Front">Ranges of the working side.</param>
/// <param name="Rear">Ranges of the other side.</param>
/// <param name="Kit">Boxes, pads, wedges.</param>
/// <param name="Gear">Small things; null while nobody listed them, and then everything is taken to be there.</param>
/// <param name="School">In which school.</param>
public sealed record ReachFacts(
    Body? Body,
    RangeOfMotion Front,
    RangeOfMotion Rear,
    StudioKit Kit,
    IReadOnlySet<Gear>? Gear,
    SchoolCode School
)
{
    /// <summary>What holds for this client today; a rung that one of them forbids is out of reach.</summary>
    public IReadOnlyList<Condition> Conditions { get; init; } = [];

    /// <summary>Faults that the looks named lately; null while that is not known, and then no rung is kept back for want of one.</summary>
    public IReadOnlySet<string>? Seen { get; init; }
}

/// <summary>Whether a rung can be stood on here by this body, and if not why, and what is done instead.</summary>
/// <param name="Reachable">Whether it can.</param>
/// <param name="Why">What is in the way, what it takes, or what is not known; empty when it simply can.</param>
/// <param name="Instead">The nearest rung that can be stood on when this one cannot, or null.</param>
public sealed record RungReach(bool Reachable, string Why, Rung? Instead)
{
    private static readonly RungReach Plain = new(true, "", null);

    /// <summary>Tries the rung against the bench and the kit; where it cannot be stood on the fallback, or a branch beside it, is named.</summary>
    /// <returns>Whether it can be stood on, and where not, why and what stands in for it.</returns>
    public static RungReach Of(Ladder ladder, Rung rung, ReachFacts facts)
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(rung);
        ArgumentNullException.ThrowIfNull(facts);
        var (able, why) = Try(ladder, rung, facts);
        if (able)
            return why.Length == 0 ? Plain : new(true, why, null);
        var beside = ladder
            .Rungs.Where(r => r.Next.Contains(rung.Id))
            .SelectMany(r => r.Next)
            .Where(id => id != rung.Id);
        var instead = rung
            .Next.Concat(beside)
            .Append(rung.Fallback)
            .OfType<string>()
            .Select(ladder.Rung)
            .OfType<Rung>()
            .FirstOrDefault(r => Try(ladder, r, facts).Able);
        return new(false, why, instead);
    }

    private static (bool Able, string Why) Try(Ladder ladder, Rung rung, ReachFacts facts)
    {
        var exercise = Exercise.Find(rung.ExerciseId)!;
        if (Condition.Refusing(facts.Conditions, exercise, rung.Dose.Loaded) is { } no)
            return (false, no.Line);
        if (rung.MeantFor is { } meant && facts.Seen is { } seen && !seen.Contains(meant))
            return (
                false,
                $"It is meant for “{Fault.All.FirstOrDefault(f => f.Id == meant)?.Name ?? meant}”, and that was not seen."
            );
        if (facts.Gear is { } gear)
        {
            if (rung.Dose.Loaded && !gear.Contains(Gear.Weight))
                return (false, "It needs a weight to hold, and none is listed in the studio.");
            foreach (var lacking in exercise.Shape.Gear.Where(g => !gear.Contains(g)))
                return (
                    false,
                    $"It needs a {lacking.ToString().ToLowerInvariant()}, and none is listed in the studio."
                );
        }

        if (exercise.NeedsBox && facts.Kit.HasHeights && !facts.Kit.Heights().Any(h => h.Metres > 0.03))
            return (false, "It needs a box, and none is listed in the studio.");
        if (facts.Body is not { } body)
            return (
                true,
                exercise.Form is not null || exercise.NeedsBox
                    ? "Whether the body reaches it is not known until stature is measured."
                    : ""
            );
        if (exercise.Form is not { } form)
            return (true, "");
        var stance = SetupPlanner.Start(
            body,
            facts.School,
            form,
            facts.Front,
            facts.Rear,
            facts.Kit,
            new RearRaise(RearContact.Ball, ladder.StartsLow(rung))
        );
        if (!SplitLinkage.TrySolve(body, stance).Is(out _, out var fault))
            return (false, LinkageFaults.Sentence(fault));
        var plan = SetupPlanner.Plan(body, stance, facts.Front, facts.Rear, facts.Kit, facts.School, form);
        if (plan.Missing is { } missing)
            return (false, missing);
        return plan.Fits ? (true, "")
            : plan.Changes.Count > 0
                ? (
                    true,
                    $"The {plan.Binding.Name} is {plan.Binding.Spare.Abs()} short. {plan.Changes[0].Sentence(facts.Kit.Tape)}"
                )
            : (
                false,
                plan.Conflict?.Sentence
                    ?? $"The {plan.Binding.Name} is {plan.Binding.Spare.Abs()} short, and no single change gives it."
            );
    }
}
