using DeftStride.Core.Judging;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Something cannot be called.</summary>
internal static class TooClose
{
    public static DecisionRule Rule { get; } =
        new(
            "too-close",
            "Look again before deciding",
            "Nobody is moved on or back by a reading whose measuring error covers the edge of the band, or by one side alone.",
            Fire
        )
        {
            Place = 40,
        };

    private static Firing? Fire(DecisionFacts facts)
    {
        if (facts.Sides < 2)
            return new(
                DecisionOutcome.LookAgain,
                facts.Sides == 0 ? "Look at both sides before moving on." : "Mark the other side before deciding.",
                [.. LookFacts(facts), .. PainFacts(facts)],
                ["Both sides marked."]
            );
        return facts.Standing.FirstOrDefault(s => s.Verdict == Verdict.TooCloseToCall) is { } close
            ? new(
                DecisionOutcome.LookAgain,
                $"{Finding.Capital(close.Side)} {close.Measure.Short} is too close to call: mark another repetition or film again.",
                [.. LookFacts(facts)],
                ["More repetitions, or a marked upright, narrow the measuring error."]
            )
            : null;
    }
}
