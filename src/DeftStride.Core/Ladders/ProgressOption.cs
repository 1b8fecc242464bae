using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;

namespace DeftStride.Core.Ladders;

/// <summary>The one thing that gets harder.</summary>
public enum ProgressKind
{
    /// <summary>A repetition, some seconds or a set more on the same rung.</summary>
    Dose,

    /// <summary>The ladder's next rung.</summary>
    Rung,

    /// <summary>Support is taken away.</summary>
    Support,

    /// <summary>More range.</summary>
    Range,

    /// <summary>More speed, or a foot that travels.</summary>
    Speed,

    /// <summary>More load.</summary>
    Load,
}

/// <summary>A way to go on.</summary>
/// <param name="Kind">What gets harder.</param>
/// <param name="Text">What, in a few words that follow "progress one thing:".</param>
/// <param name="Why">Why this, or what is in the way.</param>
/// <param name="RungId">The rung it leads to; the same rung where only the dose or the form changes.</param>
/// <param name="Dose">What is asked for then.</param>
/// <param name="Open">Whether it can be taken.</param>
public sealed record ProgressOption(
    ProgressKind Kind,
    string Text,
    string Why,
    string RungId,
    Prescription Dose,
    bool Open
)
{
    /// <summary>
    /// Every way on from a rung, the recommended one first: fill the range; then the next rung, those that cannot be reached
    /// named after those that can; without one, take away support, add range, add speed, add load.
    /// </summary>
    public static IReadOnlyList<ProgressOption> For(
        Ladder ladder,
        Rung rung,
        Prescription now,
        bool supported,
        LoadRack rack,
        BranchOrder order,
        Func<Rung, RungReach> reach
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(rung);
        ArgumentNullException.ThrowIfNull(now);
        ArgumentNullException.ThrowIfNull(order);
        ArgumentNullException.ThrowIfNull(reach);
        if (!now.Full && NextDose.Grow(now, false, rack) is { } grown)
            return
            [
                new(ProgressKind.Dose, grown.Prescription.ToString(), grown.Why, rung.Id, grown.Prescription, true),
            ];

        var next = order.From(ladder, rung).Select(r => (Rung: r, Reach: reach(r))).ToArray();
        var found = next.Select(n => Next(n.Rung, n.Reach, rack)).OrderBy(o => o.Open ? 0 : 1).ToList();
        // A rung that cannot be reached names another; that one is a way on as well.
        foreach (var instead in next.Where(n => !n.Reach.Reachable).Select(n => n.Reach.Instead).OfType<Rung>())
        {
            if (instead.Id != rung.Id && instead.Id != rung.Fallback && found.All(f => f.RungId != instead.Id))
                found.Insert(found.Count(f => f.Open), Next(instead, reach(instead), rack));
        }

        var heavier = NextDose.Grow(now, true, rack);
        if (found.Any(f => f.Open))
        {
            if (heavier.Step == DoseStep.Load)
                found.Add(
                    new(
                        ProgressKind.Load,
                        $"stay and add load: {heavier.Prescription}",
                        heavier.Why,
                        rung.Id,
                        heavier.Prescription,
                        true
                    )
                );
            return found;
        }

        var exercise = Exercise.Find(rung.ExerciseId)!;
        const string end =
            "No rung follows here, so the form gets harder: support first, then range, then speed, then load.";
        if (supported)
            found.Insert(0, new(ProgressKind.Support, "without the support", end, rung.Id, now, true));
        else
        {
            if (!now.Range.Held)
                found.Add(
                    new(
                        ProgressKind.Range,
                        exercise.NeedsBox ? "a plate higher" : "a little deeper, or a narrower track",
                        end,
                        rung.Id,
                        now,
                        true
                    )
                );
            if (!now.Range.Held)
                found.Add(new(ProgressKind.Speed, "quicker up, at the same tempo down", end, rung.Id, now, true));
        }

        if (heavier.Step == DoseStep.Load)
            found.Add(
                new(
                    ProgressKind.Load,
                    heavier.Prescription.ToString(),
                    heavier.Why,
                    rung.Id,
                    heavier.Prescription,
                    true
                )
            );
        if (!found.Any(f => f.Open))
            found.Add(
                new(
                    ProgressKind.Speed,
                    now.Range.Held ? "eyes closed, or a narrower base" : "slower down",
                    end,
                    rung.Id,
                    now,
                    true
                )
            );
        return [.. found.OrderBy(o => o.Open ? 0 : 1).ThenBy(o => o.Kind)];
    }

    /// <summary>Where the sides stand apart and the further one's rung was trained: the one behind catches up, and nothing else changes.</summary>
    public static ProgressOption CatchUp(Rung rung, Measuring.BodySide behind, Prescription now)
    {
        ArgumentNullException.ThrowIfNull(rung);
        return new(
            ProgressKind.Rung,
            $"the {(behind == Measuring.BodySide.Left ? "left" : "right")} catches up, {Lower(rung.Name)}",
            "Both sides were clean here twice: the one that stood lower stands here too.",
            rung.Id,
            now,
            true
        );
    }

    private static ProgressOption Next(Rung rung, RungReach reach, LoadRack rack)
    {
        var dose = Prescription.First(rung.Dose, Exercise.Find(rung.ExerciseId)!, rack);
        return new(
            ProgressKind.Rung,
            $"{Lower(rung.Name)}, {dose}",
            reach.Reachable ? $"{rung.Reason} {reach.Why}".Trim()
                : reach.Instead is { } instead ? $"{reach.Why} Instead: “{instead.Name}”."
                : reach.Why,
            rung.Id,
            dose,
            reach.Reachable
        );
    }

    private static string Lower(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
