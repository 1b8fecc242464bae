using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Nothing else applies.</summary>
internal static class Hold
{
    public static DecisionRule Rule { get; } =
        new(
            "hold",
            "Stay here",
            "When nothing calls for a change the same work is repeated, with the cue that has helped this client most; at an effort of 9 or more it may be a little lighter.",
            facts => new Firing(
                DecisionOutcome.Hold,
                facts.Effort >= DecisionFacts.TooHard
                        ? $"Keep as it is, or go a little lighter: effort {facts.Effort} of 10."
                    : facts.BestCorrection is { Helped: > 0 } best
                        ? $"Keep as it is, with the cue that works: {best.Correction.Short}."
                    : "Keep as it is. The same again next time.",
                [
                    .. LookFacts(facts),
                    .. PainFacts(facts),
                    .. facts.Repetitions is { } reps ? [RepetitionFact(reps)] : Array.Empty<Fact>(),
                    .. EffortFact(facts),
                    .. UnevenFacts(facts),
                ],
                facts.Unmet() is { Count: > 0 } unmet ? unmet : ["One more session like this one."]
            )
        )
        {
            Place = 1000,
            Change = new(
                2,
                "To move on, pain after the set and the morning after have to be asked now, and the effort has to be 8 or less."
            ),
        };
}
