using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Deciding;

/// <summary>What is recommended.</summary>
public enum DecisionOutcome
{
    /// <summary>No training; a clinician is asked.</summary>
    StopAndRefer,

    /// <summary>The nearest easier form that is not sore.</summary>
    StepBack,

    /// <summary>Change one thing and ask about pain again.</summary>
    ModifyAndRetest,

    /// <summary>Correct one thing and look again.</summary>
    Correct,

    /// <summary>More repetitions or another picture before anything is decided.</summary>
    LookAgain,

    /// <summary>One thing harder.</summary>
    Progress,

    /// <summary>The same again.</summary>
    Hold,
}

/// <summary>A fact a rule used.</summary>
/// <param name="Label">What it is.</param>
/// <param name="Value">Its value with unit and error.</param>
public sealed record Fact(string Label, string Value);

/// <summary>A recommendation with everything that stands behind it.</summary>
/// <param name="Outcome">What is recommended.</param>
/// <param name="RuleId">The rule that fired.</param>
/// <param name="Reason">The rule's own reason.</param>
/// <param name="Headline">What to do, in one sentence.</param>
/// <param name="Facts">The facts the rule used.</param>
/// <param name="WouldChange">What would change the answer.</param>
/// <param name="SessionClean">Whether this session met every condition to progress; the next session's decision needs it.</param>
public sealed record Recommendation(
    DecisionOutcome Outcome,
    string RuleId,
    string Reason,
    string Headline,
    IReadOnlyList<Fact> Facts,
    IReadOnlyList<string> WouldChange,
    bool SessionClean
)
{
    /// <summary>The sides that gave the reason; a step back is theirs alone.</summary>
    public IReadOnlyList<BodySide> Sides { get; init; } = BothSides;

    /// <summary>What is missing to decide with more.</summary>
    public IReadOnlyList<string> Missing { get; init; } = [];

    internal static readonly BodySide[] BothSides = [BodySide.Left, BodySide.Right];
}

/// <summary>What a rule says when it fires.</summary>
public sealed record Firing(
    DecisionOutcome Outcome,
    string Headline,
    IReadOnlyList<Fact> Facts,
    IReadOnlyList<string> WouldChange
)
{
    /// <summary>The sides that gave the reason; both where it is not one side's.</summary>
    public IReadOnlyList<BodySide> Sides { get; init; } = Recommendation.BothSides;
}

/// <summary>A decision rule: its id, its reason and when it fires. Rules are asked in order and the first that fires decides.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">A few words for it.</param>
/// <param name="Reason">Why the rule says what it says.</param>
/// <param name="Fire">What it says of the facts, or null when it does not apply.</param>
public sealed record DecisionRule(string Id, string Name, string Reason, Func<DecisionFacts, Firing?> Fire)
{
    /// <summary>Settings that change what it says, by id.</summary>
    public IReadOnlyList<string> Settings { get; init; } = [];

    /// <summary>A stop-and-refer sign stands uncleared.</summary>
    public static DecisionRule Flag { get; } =
        new(
            "uncleared-flag",
            "A stop sign stands",
            "A sign that could mean harm comes before everything: nothing is trained until someone qualified has looked and a coach has noted it.",
            facts =>
                facts.UnclearedFlags.Count == 0
                    ? null
                    : new Firing(
                        DecisionOutcome.StopAndRefer,
                        "Stop here and refer.",
                        [.. facts.UnclearedFlags.Select(f => new Fact("Stop sign", f))],
                        ["A clearance with who examined, when, and what is allowed."]
                    )
        );

    /// <summary>Pain now or the morning after.</summary>
    public static DecisionRule PainFirst { get; } =
        new(
            "pain",
            "Pain decides",
            "Pain of 5 or more stops the exercise. Above the limit, one change is tried and asked about again; if that eases it the exercise can stay. A worse morning after counts as much as the set itself.",
            FirePain
        )
        {
            Settings = ["pain"],
        };

    /// <summary>A must-pass check outside its band.</summary>
    public static DecisionRule CorrectOutside { get; } =
        new(
            "outside",
            "Correct, then step back",
            "A must-pass check outside its band is corrected one thing at a time; when words, touch and set-up have all been tried, this session or last, an easier form teaches it better.",
            FireOutside
        );

    /// <summary>Something cannot be called.</summary>
    public static DecisionRule TooClose { get; } =
        new(
            "too-close",
            "Look again before deciding",
            "Nobody is moved on or back by a reading whose error covers the edge of the band, or by one side alone.",
            FireTooClose
        );

    /// <summary>Two clean sessions.</summary>
    public static DecisionRule Progress { get; } =
        new(
            "two-clean-sessions",
            "Move on",
            "Two sessions running, uncued: every must-pass check in band, the sides equal, eight in ten repetitions clean, the dose done, pain within the limit and not rising. Then one thing gets harder, repetitions first.",
            facts =>
                facts.Unmet().Count > 0 || facts.Previous is not { Clean: true }
                    ? null
                    : new Firing(
                        DecisionOutcome.Progress,
                        $"Progress one thing: {(facts.Options is [{ } first, ..] ? first.Text : facts.Exercise.NextWhenClean)}.",
                        [
                            .. LookFacts(facts),
                            .. PainFacts(facts),
                            RepetitionFact(facts.Repetitions!),
                            new("Session before", "met the same conditions"),
                            .. facts.Options is [{ } way, ..] ? [new Fact("Why this", way.Why)] : Array.Empty<Fact>(),
                        ],
                        [
                            "Any must-pass check outside or too close to call, fewer clean repetitions, or pain above the limit.",
                        ]
                    )
        )
        {
            Settings = ["standard", "after-loaded", "first-lunge"],
        };

    /// <summary>Nothing else applies.</summary>
    public static DecisionRule Hold { get; } =
        new(
            "hold",
            "Stay here",
            "When nothing calls for a change the same work is repeated, with the cue that has helped this client most.",
            facts => new Firing(
                DecisionOutcome.Hold,
                facts.BestCorrection is { Helped: > 0 } best
                    ? $"Hold, with the cue that works: {best.Correction.Short}."
                    : "Hold. The same again next time.",
                [
                    .. LookFacts(facts),
                    .. PainFacts(facts),
                    .. facts.Repetitions is { } reps ? [RepetitionFact(reps)] : Array.Empty<Fact>(),
                ],
                facts.Unmet() is { Count: > 0 } unmet ? unmet : ["One more session like this one."]
            )
        );

    /// <summary>All rules in the order in which they are asked.</summary>
    public static IReadOnlyList<DecisionRule> InOrder { get; } =
    [Flag, PainFirst, CorrectOutside, TooClose, Progress, Hold];

    /// <summary>The recommendation: the first rule that fires.</summary>
    public static Recommendation Decide(DecisionFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        foreach (var rule in InOrder)
        {
            if (rule.Fire(facts) is { } said)
                return new Recommendation(
                    said.Outcome,
                    rule.Id,
                    rule.Reason,
                    said.Headline,
                    said.Facts,
                    said.WouldChange,
                    facts.Unmet().Count == 0 && facts.UnclearedFlags.Count == 0
                )
                {
                    Sides = said.Sides,
                    Missing = facts.NotKnown(),
                };
        }

        throw new InvalidOperationException("The last rule always fires.");
    }

    private static Firing? FirePain(DecisionFacts facts)
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
                "Hold: the morning after was a little worse.",
                pain,
                ["A next morning no worse than the session before."]
            )
            : null;
    }

    private static Firing? FireOutside(DecisionFacts facts)
    {
        var outside = facts.Standing.Where(s => s.Verdict == Verdict.Outside).ToArray();
        if (outside.Length == 0 && !facts.HalfUnclean)
            return null;
        BodySide[] sides =
            outside.Length == 0 ? Recommendation.BothSides : [.. outside.Select(o => o.Side).Distinct().Order()];
        var tried = facts
            .Trials.Where(t => t.Outcome != TrialOutcome.Helped)
            .Select(t => t.CorrectionId)
            .Concat(facts.Previous?.FailedCorrections ?? [])
            .Select(Fault.Find)
            .OfType<(Fault, Correction Correction)>()
            .Select(f => f.Correction.Level)
            .ToHashSet();
        Fact[] used =
        [
            .. LookFacts(facts),
            .. facts.Repetitions is { } reps ? [RepetitionFact(reps)] : Array.Empty<Fact>(),
            new(
                "Tried without help",
                tried.Count == 0 ? "nothing yet" : string.Join(", ", tried.Order().Select(LevelWord))
            ),
        ];
        CorrectionLevel[] needed = [CorrectionLevel.Say, CorrectionLevel.TouchOrBlock, CorrectionLevel.SetUp];
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
                outside.Length > 0
                    ? "Correct one thing, then look again."
                    : "Half the repetitions or more were not clean: correct one thing, then look again.",
                used,
                [outside.Length > 0 ? "A retest in band." : "More than half of the repetitions clean."]
            )
            {
                Sides = sides,
            };
    }

    private static Firing? FireTooClose(DecisionFacts facts)
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
                ["More repetitions, or a marked upright, narrow the error."]
            )
            : null;
    }

    /// <summary>The sides whose sets hurt; both when nobody said which.</summary>
    private static BodySide[] SidesOf(DecisionFacts facts)
    {
        BodySide[] sore =
        [
            .. facts
                .Pain.Where(p => p.Pain.Score > facts.PainLimit.Value)
                .Select(p => Placement.Working(p.Pain))
                .OfType<BodySide>()
                .Distinct()
                .Order(),
        ];
        return sore.Length > 0 ? sore : Recommendation.BothSides;
    }

    private static IEnumerable<Fact> LookFacts(DecisionFacts facts)
    {
        // The shin always; of the rest what is not plainly in band; then how many are.
        var told = facts
            .Check.MustPass.Where(r =>
                r.Measure.Id == "front-shin" || r.Verdict != Verdict.InBand || facts.Now(r.Measure.Id, r.Side) != r
            )
            .ToArray();
        foreach (var uncued in told)
        {
            var label = $"{Finding.Capital(uncued.Side)} {uncued.Measure.Short}";
            yield return new Fact($"{label}, uncued", Finding.VerdictWords(uncued));
            if (facts.Now(uncued.Measure.Id, uncued.Side) is { } now && now != uncued)
                yield return new Fact($"{label}, after the cue", Finding.VerdictWords(now));
        }

        var rest = facts.Check.MustPass.Except(told).ToArray();
        if (rest.Length > 0)
            yield return new Fact(
                "In band too",
                string.Join(
                    ", ",
                    rest.GroupBy(r => r.Measure.Short)
                        .Select(g =>
                            $"{g.Key}{(g.Count() == 1 ? $" ({Finding.Word(g.First().Side)})" : "")}{(g.All(r => r.Seen is not null) ? " (seen)" : "")}"
                        )
                )
            );
        if (facts.Check.Missing.Count > 0)
            yield return new Fact(
                "Not looked at",
                string.Join(", ", facts.Check.Missing.Select(m => m.Measure.Short).Distinct())
            );
        if (facts.Check.Compared("front-shin") is { } comparison)
            yield return new Fact("Left and right shin", Finding.DifferenceWords(comparison));
    }

    private static IEnumerable<Fact> PainFacts(DecisionFacts facts)
    {
        if (facts.Pain.Count > 0)
        {
            yield return new Fact(
                "Pain",
                string.Join(
                    ", then ",
                    facts.Pain.Select(p => p.Pain.ToString() + (p.AfterChange ? " after the change" : ""))
                )
            );
            yield return new Fact(
                "Pain limit",
                $"{facts.PainLimit.Value.ToString(CultureInfo.InvariantCulture)} ({facts.PainLimit.Source.ToString().ToLowerInvariant()} setting)"
            );
        }

        if (facts.NextMorning is { } morning)
            yield return new Fact(
                "Morning after last time",
                $"pain {morning}{(facts.Previous?.LastPain is { } last ? $", {last} at the end of that session" : "")}"
            );
    }

    private static Fact RepetitionFact(Repetitions reps) =>
        new("Repetitions a side", $"{reps.Clean} clean of {reps.Done}, {reps.Prescribed} asked for");

    private static string LevelWord(CorrectionLevel level) =>
        level switch
        {
            CorrectionLevel.Say => "words",
            CorrectionLevel.TouchOrBlock => "touch or block",
            CorrectionLevel.SetUp => "set-up",
            _ => "step down",
        };
}
