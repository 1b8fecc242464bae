using DeftStride.Core.Measuring;
using DeftStride.Core.Registers;

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

    /// <summary>What the rule says now that it did not say when this client was last decided by it; null where nothing changed, and once it was said.</summary>
    public string? Changed { get; init; }

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

/// <summary>A decision that was made before, as far as the rules it was made by go.</summary>
/// <param name="RuleId">The rule that had fired.</param>
/// <param name="Edition">The edition of the rule book then, from 1.</param>
public sealed record PastDecision(string RuleId, int Edition);

/// <summary>A rule that says something else than it did.</summary>
/// <param name="Edition">The first edition of the rule book in which it says so.</param>
/// <param name="What">What it says now, in a sentence.</param>
public sealed record RuleChange(int Edition, string What)
{
    /// <summary>
    /// The sentence for a client who was decided by an earlier edition and not yet by this rule as it is now: it is said once.
    /// </summary>
    /// <returns>Null where the client was decided by this edition or never.</returns>
    public string? NewsTo(string ruleId, IReadOnlyList<PastDecision> decided)
    {
        ArgumentNullException.ThrowIfNull(decided);
        return decided.Any(d => d.Edition < Edition) && !decided.Any(d => d.Edition >= Edition && d.RuleId == ruleId)
            ? What
            : null;
    }
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

    /// <summary>What it says now that earlier editions of the rule book did not, in a sentence; null where it is as it was.</summary>
    public RuleChange? Change { get; init; }

    /// <summary>The edition of the rule book, put on record with every decision. It goes up when a rule comes to say something else.</summary>
    public const int Edition = 2;

    /// <summary>Its place in the order in which rules are asked, from the lowest. The one that always fires comes last.</summary>
    public required int Place { get; init; }

    /// <summary>Every rule: each lies in a file of its own in Rules, and is found there.</summary>
    public static Register<DecisionRule> Register { get; } =
        new(
            r => r.Id,
            typeof(DecisionRule)
                .Assembly.GetTypes()
                .Where(t => t.Namespace == $"{typeof(DecisionRule).Namespace}.{nameof(Rules)}")
                .Select(t => t.GetProperty("Rule")?.GetValue(null))
                .OfType<DecisionRule>()
        );

    /// <summary>All rules in the order in which they are asked.</summary>
    public static IReadOnlyList<DecisionRule> InOrder => [.. Register.All.OrderBy(r => r.Place)];

    /// <summary>The recommendation: the first rule that fires.</summary>
    /// <returns>What is recommended with the rule, its edition and every fact it rests on; never null, since the last rule always fires.</returns>
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
                    Changed = rule.Change?.NewsTo(rule.Id, facts.Decided),
                };
        }

        throw new InvalidOperationException("The last rule always fires.");
    }
}
