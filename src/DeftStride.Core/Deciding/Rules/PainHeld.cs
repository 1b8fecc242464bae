using DeftStride.Core.Correcting;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Pain that only holds the dose: eased by a change, or a morning after that was a little worse. A fault is corrected all the same, so this is asked after it.</summary>
internal static class PainHeld
{
    public static DecisionRule Rule { get; } =
        new(
            "pain-held",
            "Pain holds the dose",
            "Pain that one change eased keeps that change and today's load; a morning after that was up by one point keeps the dose. Neither hides a fault: that is corrected first.",
            Fire
        )
        {
            Settings = ["pain"],
            Place = 35,
            Change = new(
                2,
                "Pain that a change eased, and a morning after that was a little worse, keep the dose as it is now. A fault is corrected all the same."
            ),
        };

    /// <summary>Whether pain was above the limit and a change made it go, or fall by two points.</summary>
    public static bool Eased(DecisionFacts facts)
    {
        var onset = facts.Pain.ToList().FindIndex(p => p.Pain.Counted > facts.PainLimit.Value);
        if (onset < 0 || !facts.Pain.Skip(onset + 1).Any(p => p.AfterChange))
            return false;
        var (first, last) = (facts.Pain[onset].Pain.Counted, facts.Pain[^1].Pain.Counted);
        return last == 0 || first - last >= Trial.PainStep;
    }

    /// <summary>Whether anything about pain holds the dose.</summary>
    public static bool Holds(DecisionFacts facts) => Eased(facts) || facts.MorningRise > 0;

    private static Firing? Fire(DecisionFacts facts) =>
        Eased(facts)
            ? new(
                DecisionOutcome.Hold,
                "Keep the change that eased it, at today's load. Ask about the next morning.",
                [.. PainFacts(facts)],
                ["Two clean sessions with pain within the limit."]
            )
        : facts.MorningRise > 0
            ? new(
                DecisionOutcome.Hold,
                "Keep as it is: the morning after was a little worse.",
                [.. PainFacts(facts)],
                ["A next morning no worse than the session before."]
            )
        : null;
}
