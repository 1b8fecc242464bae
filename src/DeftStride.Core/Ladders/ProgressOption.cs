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

    /// <summary>Slower down, or with a pause.</summary>
    Slower,

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
    /// <summary>The headline of a decision that takes this way.</summary>
    /// <param name="text">The way's <see cref="Text"/>.</param>
    /// <returns>"Go on: 3 × 6 a side."</returns>
    public static string Headline(string text) => $"Go on: {text}.";

    /// <summary>The tempo that it asks for; null for the usual one.</summary>
    public Tempo? Tempo { get; init; }

    /// <summary>
    /// Every way on from a rung, the recommended one first: fill the range; then the next rung, those that cannot be reached
    /// named after those that can; without one, take away support, add range, slow down, add load, add speed, each once. Where
    /// all of that is done the ladder ends, and the only way on is closed and says so.
    /// </summary>
    /// <param name="ladder">The ladder.</param>
    /// <param name="rung">Where both sides, or the weaker one, stand.</param>
    /// <param name="now">What is asked for there.</param>
    /// <param name="supported">Whether something is held that can be let go.</param>
    /// <param name="rack">The weights that are there, and what is known of the client.</param>
    /// <param name="order">How branches are taken.</param>
    /// <param name="reach">Whether a rung can be stood on.</param>
    /// <param name="taken">Ways that were taken on this rung since the client came to it.</param>
    /// <param name="toward">Where the other side stands further up, or null: the sides stay on one branch.</param>
    /// <param name="tempo">The tempo that is asked for, where it is another than the usual one.</param>
    /// <returns>The recommended one first; never empty, a closed one where the ladder ends.</returns>
    public static IReadOnlyList<ProgressOption> For(
        Ladder ladder,
        Rung rung,
        Prescription now,
        bool supported,
        LoadRack rack,
        BranchOrder order,
        Func<Rung, RungReach> reach,
        IReadOnlySet<ProgressKind>? taken = null,
        string? toward = null,
        Tempo? tempo = null
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
                new(ProgressKind.Dose, grown.Prescription.ToString(), grown.Why, rung.Id, grown.Prescription, true)
                {
                    Tempo = tempo,
                },
            ];

        var ahead = order.From(ladder, rung);
        // The sides stay on one branch unless the coach parts them.
        if (toward is not null && ahead.Where(r => ladder.Leads(r.Id, toward)).ToArray() is { Length: > 0 } same)
            ahead = same;
        var next = ahead.Select(r => (Rung: r, Reach: reach(r))).ToArray();
        var found = next.Select(n => Next(n.Rung, n.Reach, rack, rung, now)).OrderBy(o => o.Open ? 0 : 1).ToList();
        // A rung that cannot be reached names another; that one is a way on as well.
        foreach (var instead in next.Where(n => !n.Reach.Reachable).Select(n => n.Reach.Instead).OfType<Rung>())
        {
            if (instead.Id != rung.Id && instead.Id != rung.Fallback && found.All(f => f.RungId != instead.Id))
                found.Insert(found.Count(f => f.Open), Next(instead, reach(instead), rack, rung, now));
        }

        var heavier = NextDose.Grow(now, true, rack);
        var exercise = Exercise.Find(rung.ExerciseId)!;
        var slower = (now.Range.TempoFor(exercise) is { } usual ? tempo ?? usual : null)?.Slower();
        void Once(ProgressKind kind, string text, string why, Tempo? asks = null)
        {
            if (taken?.Contains(kind) != true)
                found.Add(new(kind, text, why, rung.Id, now, true) { Tempo = asks ?? tempo });
        }

        if (found.Any(f => f.Open))
        {
            if (heavier.Step == DoseStep.Load)
                found.Add(
                    new(
                        ProgressKind.Load,
                        $"heavier on this rung ({heavier.Prescription})",
                        heavier.Why,
                        rung.Id,
                        heavier.Prescription,
                        true
                    )
                    {
                        Tempo = tempo,
                    }
                );
            // Where weights are scarce something else gets harder with the one that is there.
            var scarce =
                heavier.Step == DoseStep.Load
                    ? NextDose.Jump(now.Load.Kilograms, heavier.Prescription.Load.Kilograms).Length > 0
                        ? "The next weight is a big step: slower with the one that is held comes between."
                        : null
                    : now.Range.Loaded && now.Load.Kilograms > 0
                        ? "There is no heavier weight here: slower makes it harder with the one that is held."
                        : null;
            if (scarce is not null && slower is not null)
                Once(ProgressKind.Slower, $"slower on this rung ({slower.Words})", scarce, slower);
            return found;
        }

        const string end =
            "No rung follows here, so the form gets harder: support first, then range, then slower, then load, then speed. Each once.";
        if (supported)
            Once(ProgressKind.Support, "without the support", end);
        Once(
            ProgressKind.Range,
            now.Range.Held ? "a narrower base"
                : exercise.NeedsBox ? "a plate higher"
                : "a little deeper, or a narrower track",
            end
        );
        if (slower is not null)
            Once(ProgressKind.Slower, $"slower ({slower.Words})", end, slower);
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
                {
                    Tempo = tempo,
                }
            );
        if (!now.Range.Held)
            Once(ProgressKind.Speed, "quicker up, at the same tempo down", end);
        return found.Any(f => f.Open)
            ? [.. found.OrderBy(o => o.Open ? 0 : 1).ThenBy(o => Order.IndexOf(o.Kind))]
            :
            [
                new(
                    ProgressKind.Rung,
                    "the ladder ends here",
                    $"The ladder ends here: every way on was taken.{(heavier.Step == DoseStep.Full && now.Range.Loaded ? " There is no heavier weight here." : "")} Keep it, or choose another ladder.",
                    rung.Id,
                    now,
                    false
                ),
                .. found,
            ];
    }

    /// <summary>In which order the form gets harder where no rung follows.</summary>
    private static readonly List<ProgressKind> Order =
    [
        ProgressKind.Rung,
        ProgressKind.Dose,
        ProgressKind.Support,
        ProgressKind.Range,
        ProgressKind.Slower,
        ProgressKind.Load,
        ProgressKind.Speed,
    ];

    /// <summary>
    /// The same ways once the effort of the sets is known: at <see cref="Deciding.DecisionFacts.TooHard"/> or more none is
    /// open; where nobody asked none is that adds load, and that is said. Open ones first, else in their order.
    /// </summary>
    /// <returns>As many as before, open ones first, each closed one with its reason.</returns>
    public static IReadOnlyList<ProgressOption> Gated(
        IReadOnlyList<ProgressOption> options,
        int? effort,
        double heldKilograms
    )
    {
        ArgumentNullException.ThrowIfNull(options);
        return
        [
            .. options
                .Select(o =>
                    effort is null && o.Open && o.Dose.Load.Kilograms > heldKilograms + 0.01
                        ? o with
                        {
                            Open = false,
                            Why = $"The effort was not asked: no load is added. {o.Why}",
                        }
                        : o
                )
                .OrderBy(o => o.Open ? 0 : 1),
        ];
    }

    /// <summary>Where the sides stand apart and the further one's rung was trained: the one behind catches up, and nothing else changes.</summary>
    /// <returns>An open way whose dose is what is asked for now.</returns>
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

    private static ProgressOption Next(Rung rung, RungReach reach, LoadRack rack, Rung from, Prescription now)
    {
        var exercise = Exercise.Find(rung.ExerciseId)!;
        var carried =
            now.Load.Kilograms > 0 ? new CarriedLoad(Exercise.Find(from.ExerciseId)!, now.Load.Kilograms) : null;
        var dose = Prescription.First(rung.Dose, exercise, rack, rung.Load, carried);
        var load = rung.Dose.Loaded
            ? rack.Client.For(exercise, Prescription.Position(exercise, rung.Load, rack), rack, carried).Why
            : "";
        return new(
            ProgressKind.Rung,
            $"{Lower(rung.Name)}, {dose}",
            reach.Reachable ? string.Join(' ', new[] { rung.Reason, reach.Why, load }.Where(t => t.Length > 0))
                : reach.Instead is { } instead ? $"{reach.Why} Instead: “{instead.Name}”."
                : reach.Why,
            rung.Id,
            dose,
            reach.Reachable
        );
    }

    private static string Lower(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
