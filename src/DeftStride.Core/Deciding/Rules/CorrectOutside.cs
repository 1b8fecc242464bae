using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>A key check outside its band.</summary>
internal static class CorrectOutside
{
    public static DecisionRule Rule { get; } =
        new(
            "outside",
            "Correct, then step back",
            "A key check outside its band is corrected one thing at a time; when words, touch and set-up have all been tried, this session or before, and it is still outside, an easier form teaches it better.",
            Fire
        )
        {
            Place = 30,
            Change = new(
                2,
                "What was tried in earlier sessions counts now, also what helped and was not enough. Once words, touch and set-up are used up, the answer is a step back."
            ),
        };

    private static Firing? Fire(DecisionFacts facts)
    {
        var outside = facts.Standing.Where(s => s.Verdict == Verdict.Outside).ToArray();
        // One side alone decides nothing: the other is looked at first.
        if (facts.Sides < 2 || (outside.Length == 0 && !facts.HalfUnclean))
            return null;
        BodySide[] sides =
            outside.Length == 0 ? Recommendation.BothSides : [.. outside.Select(o => o.Side).Distinct().Order()];
        var fault = Fault.For(facts.Check.Finding, facts.Forms);
        // A trial counts for its own fault and side. One that helped and was measured counts as well: it is outside still.
        var tried = facts
            .Trials.Where(t => (t.Outcome != TrialOutcome.Helped || t.After is not null) && sides.Contains(t.Side))
            .Concat(
                facts.EarlierTrials.Where(t =>
                    (t.Outcome != TrialOutcome.Helped || t.LeftOutside) && sides.Contains(t.Side)
                )
            )
            .Select(t => t.CorrectionId)
            .Concat(facts.Previous?.FailedCorrections ?? [])
            .Select(Fault.Find)
            .OfType<(Fault Fault, Correction Correction)>()
            .Where(f => fault is null || f.Fault == fault)
            .Select(f => f.Correction.Level)
            .ToHashSet();
        Fact[] used =
        [
            .. LookFacts(facts),
            .. facts.Repetitions is { } reps ? [RepetitionFact(reps)] : Array.Empty<Fact>(),
            new(
                "Tried, and still outside",
                tried.Count == 0 ? "nothing yet" : string.Join(", ", tried.Order().Select(LevelWord))
            ),
            .. PainHeld.Holds(facts) ? PainFacts(facts) : [],
        ];
        // Pain that only holds the dose goes with the correction; it does not stand in its way.
        var held =
            PainHeld.Eased(facts) ? " Keep the change that eased the pain, at today's load."
            : facts.MorningRise > 0 ? " The dose holds: the morning after was a little worse."
            : "";
        // When every level that exists for this fault here was tried, that counts as all.
        CorrectionLevel[] all = [CorrectionLevel.Say, CorrectionLevel.TouchOrBlock, CorrectionLevel.SetUp];
        CorrectionLevel[] needed = fault is null
            ? all
            :
            [
                .. all.Where(l =>
                    fault.Corrections.Any(c => c.Level == l && c.Fits(facts.Check.Finding.Where, facts.Forms))
                ),
            ];
        return needed.All(tried.Contains)
            ? new(
                DecisionOutcome.StepBack,
                $"Step back. {facts.Easier}",
                used,
                ["One of the corrections bringing it into its band."]
            )
            {
                Sides = sides,
            }
            : new(
                DecisionOutcome.Correct,
                (
                    outside.Length > 0
                        ? Seen(facts, sides) is { } seen
                            ? $"{seen.Short} helped, seen by eye. Keep to it, then look again and measure."
                            : "Correct one thing, then look again."
                        : "Half the repetitions or more were not clean: correct one thing, then look again."
                ) + held,
                used,
                [outside.Length > 0 ? "A retest in band." : "More than half of the repetitions clean."]
            )
            {
                Sides = sides,
            };
    }

    /// <summary>The correction that the coach saw help on one of these sides, with no retest that would say whether it is enough.</summary>
    private static Correction? Seen(DecisionFacts facts, BodySide[] sides) =>
        facts
            .Trials.Where(t => t is { Outcome: TrialOutcome.Helped, After: null } && sides.Contains(t.Side))
            .Select(t => Fault.Find(t.CorrectionId)?.Correction)
            .LastOrDefault(c => c is not null);
}
