using DeftStride.Core.Ladders;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Two clean sessions.</summary>
internal static class TwoCleanSessions
{
    public static DecisionRule Rule { get; } =
        new(
            "two-clean-sessions",
            "Move on",
            "Two sessions running, before any cue: every key check in band, eight in ten repetitions clean, the dose done, effort 8 or less, pain within the limit and not rising, the morning after asked. Then one thing gets harder, repetitions first.",
            facts =>
                facts.Unmet().Count > 0 || facts.Previous is not { Clean: true }
                    ? null
                    : new Firing(
                        DecisionOutcome.Progress,
                        ProgressOption.Headline(
                            facts.Options.FirstOrDefault(o => o.Open)?.Text ?? facts.Exercise.NextWhenClean
                        ),
                        [
                            .. LookFacts(facts),
                            .. PainFacts(facts),
                            RepetitionFact(facts.Repetitions!),
                            .. EffortFact(facts),
                            new("Session before", "met the same conditions"),
                            .. facts.Options.FirstOrDefault(o => o.Open) is { } way
                                ? [new Fact("Why this", way.Why)]
                                : Array.Empty<Fact>(),
                            .. UnevenFacts(facts),
                        ],
                        [
                            "Any key check outside or too close to call, fewer clean repetitions, or pain above the limit.",
                        ]
                    )
        )
        {
            Settings = ["standard", "after-loaded", "first-lunge"],
            Place = 50,
            Change = new(
                2,
                "To move on, pain after the set and the morning after have to be asked now, and the effort has to be 8 or less. A small difference between two sides in band no longer blocks it."
            ),
        };
}
