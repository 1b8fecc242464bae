using DeftStride.Core.Correcting;
using DeftStride.Core.Practice;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Pain now or the morning after.</summary>
internal static class PainFirst
{
    public static DecisionRule Rule { get; } =
        new(
            "pain",
            "Pain decides",
            "Pain of 5 or more stops the exercise. Above the limit, one change is tried and asked about again; if that eases it the exercise can stay. A worse morning after counts as much as the set itself.",
            Fire
        )
        {
            Settings = ["pain"],
            Place = 20,
        };

    private static Firing? Fire(DecisionFacts facts)
    {
        var (limit, easier) = (facts.PainLimit.Value, facts.Easier);
        Fact[] pain = [.. PainFacts(facts)];
        if (facts.Pain.Any(p => p.Pain.Score >= Pain.StopScore))
            return new(
                DecisionOutcome.StepBack,
                $"Stop this exercise today. {easier}",
                pain,
                [$"Pain below {Pain.StopScore} at the next visit."]
            )
            {
                Sides = SidesOf(facts),
            };

        var rise = facts.NextMorning - (facts.Previous?.LastPain ?? 0);
        if (facts.NextMorning is { } morning && (morning > limit || rise >= Trial.PainStep))
            return new(
                DecisionOutcome.StepBack,
                $"Step back: the morning after was worse. {easier}",
                pain,
                [$"A next morning at {limit} or less, and not up by {Trial.PainStep}."]
            );

        var onset = facts.Pain.ToList().FindIndex(p => p.Pain.Score > limit);
        if (onset >= 0)
        {
            var (first, last) = (facts.Pain[onset].Pain.Score, facts.Pain[^1].Pain.Score);
            if (facts.StepBackAtOnce)
                return new(
                    DecisionOutcome.StepBack,
                    $"Step back: pain above {limit} is answered so here. {easier}",
                    [.. pain, new("Answer to pain above the limit", "step back at once (setting)")],
                    [$"Pain at {limit} or less."]
                )
                {
                    Sides = SidesOf(facts),
                };
            if (!facts.Pain.Skip(onset + 1).Any(p => p.AfterChange))
                return new(
                    DecisionOutcome.ModifyAndRetest,
                    "Change one thing and ask about the pain again.",
                    pain,
                    ["Pain gone, or down by 2 points, after one change."]
                );
            return last == 0 || first - last >= Trial.PainStep
                ? new(
                    DecisionOutcome.Hold,
                    "Keep the change that eased it, at today's load.",
                    pain,
                    ["Two clean sessions with pain within the limit."]
                )
                : new(
                    DecisionOutcome.StepBack,
                    $"Step back: the change did not ease it. {easier}",
                    pain,
                    ["Pain gone, or down by 2 points, after one change."]
                )
                {
                    Sides = SidesOf(facts),
                };
        }

        return rise > 0
            ? new(
                DecisionOutcome.Hold,
                "Keep as it is: the morning after was a little worse.",
                pain,
                ["A next morning no worse than the session before."]
            )
            : null;
    }
}
