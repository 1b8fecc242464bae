using DeftStride.Core.Correcting;
using DeftStride.Core.Practice;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Pain now or the morning after that stops or changes something. Only joint or tendon pain counts.</summary>
internal static class PainFirst
{
    public static DecisionRule Rule { get; } =
        new(
            "pain",
            "Pain decides",
            "Joint or tendon pain of 5 or more stops for today; at the second session running, or above the limit for four weeks, somebody qualified looks first. Above the limit, one change is tried and asked about again; if that eases it the exercise can stay. A worse morning after counts as much as the set itself.",
            Fire
        )
        {
            Settings = ["pain"],
            Place = 20,
            Change = new(
                2,
                "Only joint or tendon pain counts now, not sore muscles; at 5 it stops the day, and at the second session running somebody looks first."
            ),
        };

    private static Firing? Fire(DecisionFacts facts)
    {
        var (limit, easier) = (facts.PainLimit.Value, facts.Easier);
        Fact[] pain = [.. PainFacts(facts)];
        if (facts.Worst is { } worst && PainCourse.Refers(facts.EarlierPain, facts.Day, worst, limit) is { } course)
            return new(
                DecisionOutcome.StopAndRefer,
                "Stop here, and refer: no squat until someone has looked.",
                [.. pain, new("Over the sessions", course)],
                ["A clearance with who examined, when, and what is allowed."]
            )
            {
                Sides = SidesOf(facts),
            };
        if (facts.Worst >= Pain.StopScore)
            return new(
                DecisionOutcome.StepBack,
                facts.Below is { } below
                    ? $"Stop for today: no further set. Next visit one rung back, {Lower(below.Name)}."
                    : $"Stop for today: no further set. Next visit: {Lower(easier)}",
                pain,
                [$"Pain below {Pain.StopScore} at the next visit."]
            )
            {
                Sides = SidesOf(facts),
            };

        if (facts.NextMorning is { } morning && (morning > limit || facts.MorningRise >= Trial.PainStep))
            return new(
                DecisionOutcome.StepBack,
                $"Step back: the morning after was worse. {easier}",
                pain,
                [$"A next morning at {limit} or less, and not up by {Trial.PainStep}."]
            );

        var onset = facts.Pain.ToList().FindIndex(p => p.Pain.Counted > limit);
        if (onset < 0)
            return null;
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
        return PainHeld.Eased(facts)
            ? null
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

    private static string Lower(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
