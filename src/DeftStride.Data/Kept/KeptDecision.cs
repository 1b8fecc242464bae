using DeftStride.Core.Deciding;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>Repetitions a side: asked for, done, clean.</summary>
internal sealed record KeptRepetitions(int Prescribed, int Done, int Clean) : Stored;

/// <summary>What the coach decided after a look, and what the screen had recommended.</summary>
internal sealed record KeptDecision(
    Guid Id,
    Guid CheckId,
    KeptPain? PainAfter,
    KeptRepetitions? Repetitions,
    string RuleId,
    DecisionOutcome Recommended,
    DecisionOutcome Chosen,
    string? Reason = null,
    Guid? Supersedes = null,
    KeptDone? Log = null,
    int? Way = null
) : StoredDocument, IKept<KeptDecision>
{
    public static StoredForm<KeptDecision> Kept { get; } = new("decision", "a decision");

    /// <summary>The way on that was taken of those that were offered, the first where none was named; null where it did not go on, or none was offered.</summary>
    public KeptWay? Taken(KeptRecommendation said) =>
        Chosen == DecisionOutcome.Progress && said.Ways is { Count: > 0 } ways
            ? ways[Math.Clamp(Way ?? 0, 0, ways.Count - 1)]
            : null;
}

/// <summary>A fact that a rule rested on, in words.</summary>
internal sealed record KeptFact(string Label, string Value) : Stored;

/// <summary>A way on, as it was offered.</summary>
internal sealed record KeptWay(
    ProgressKind Kind,
    string Text,
    string Why,
    string RungId,
    bool Open,
    KeptPrescription Dose
) : Stored;

/// <summary>A side that would go to another rung, by the rungs' names of the day.</summary>
internal sealed record KeptMove(BodySide Side, string From, string To) : Stored;

/// <summary>Where one side was put after a first look.</summary>
internal sealed record KeptPlaced(BodySide Side, string RungId, string RungName, string Why, string WhyNotNext)
    : Stored;

/// <summary>Where a client started on a ladder.</summary>
internal sealed record KeptPlacement(string LadderId, string LadderName, KeptPlaced Left, KeptPlaced Right) : Stored;

/// <summary>A recommendation with everything behind it, as it was given.</summary>
internal sealed record KeptRecommendation(
    DecisionOutcome Outcome,
    string RuleId,
    string RuleName,
    string Reason,
    string Headline,
    IReadOnlyList<KeptFact> Facts,
    IReadOnlyList<string> WouldChange,
    IReadOnlyList<string>? Missing = null,
    IReadOnlyList<KeptWay>? Ways = null,
    IReadOnlyList<KeptMove>? Moves = null,
    KeptPlacement? Placement = null,
    KeptPrescription? Asked = null,
    KeptPrescription? Next = null,
    string? NextWhy = null,
    string? RungName = null,
    bool AskMorning = false,
    int? Edition = null,
    string? Changed = null
) : StoredDocument, IKept<KeptRecommendation>
{
    /// <summary>The edition of the rule book it was given by; the first ones did not say.</summary>
    public int ByEdition() => Edition ?? 1;

    public static StoredForm<KeptRecommendation> Kept { get; } = new("recommendation", "what was recommended");
}
