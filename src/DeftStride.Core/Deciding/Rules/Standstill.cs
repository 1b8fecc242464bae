using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Three sessions in which nothing moved.</summary>
internal static class Standstill
{
    /// <summary>So many sessions running are said.</summary>
    public const int Sessions = 3;

    public static DecisionRule Rule { get; } =
        new(
            "standstill",
            "Nothing moves",
            "Three sessions running without a repetition, a load or a rung more: it is said, with what is most likely in the way, and two other forms are offered.",
            facts =>
                facts.Standstill < Sessions
                    ? null
                    : new Firing(
                        DecisionOutcome.Hold,
                        $"{Count(facts.Standstill)} sessions and nothing moved: {Reason(facts)}.{(facts.Swaps.Count > 0 ? $" Swap for {string.Join(" or ", facts.Swaps.Take(2))}, or stay with it." : "")}",
                        [
                            .. LookFacts(facts),
                            .. PainFacts(facts),
                            .. facts.Repetitions is { } reps ? [RepetitionFact(reps)] : Array.Empty<Fact>(),
                            .. EffortFact(facts),
                        ],
                        facts.Unmet() is { Count: > 0 } unmet ? unmet : ["One more session like this one."]
                    )
        )
        {
            Place = 900,
            Change = new(2, "When nothing has moved for three sessions it is said now, with what may be in the way."),
        };

    private static string Count(int sessions) => sessions == Sessions ? "Three" : $"{sessions}";

    /// <summary>What is most likely in the way: pain, effort, a side, range, else the form itself.</summary>
    private static string Reason(DecisionFacts facts) =>
        facts.Worst > 0 ? "pain holds it"
        : facts.Effort >= DecisionFacts.TooHard ? "it is too hard as it is"
        : facts.Check.Comparisons.Any(c => !c.Equal) ? "one side holds the other back"
        : facts.Repetitions is { } reps && reps.Clean < DecisionFacts.CleanShare * reps.Done
            ? "too few come clean, so the range may be more than the joints have"
        : "the form may have become a bore";
}
