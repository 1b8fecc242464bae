using DeftStride.Core.Deciding;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Looks;

/// <summary>
/// Where an earlier version may have put something in the place of what was missing. Nobody but a coach knows what was
/// meant, so the record shows the question and keeps what it has.
/// </summary>
internal static class Questions
{
    /// <summary>Pain of 0 names no leg: a score may be missing.</summary>
    public static string? Of(KeptPain? pain) =>
        pain is { Score: 0 } and not { Leg: null, Role: null }
            ? "Pain is kept as 0 here, yet with a leg: its score may have been lost. Ask again before anything is built on it."
            : null;

    /// <summary>To stop was decided against the recommendation: the choice may be missing.</summary>
    public static string? Of(DecisionFact decision) =>
        decision is { Chosen: DecisionOutcome.StopAndRefer, Recommended: not DecisionOutcome.StopAndRefer }
            ? "This says to stop and refer, though the rules did not. If that is not what you decided, its choice was lost: change the decision."
            : null;

    /// <summary>A clearing that does not say when the client was examined clears nothing.</summary>
    public static string? Of(FlagClearingFact? clearing) =>
        clearing is { } c && c.ExaminedOn < StandingFacts.FirstDay
            ? $"It was cleared by {c.ExaminedBy}, but the day of the examination is missing. Until somebody clears it with the day it stands."
            : null;
}
