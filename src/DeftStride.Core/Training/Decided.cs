using DeftStride.Core.Deciding;
using DeftStride.Core.Ladders;

namespace DeftStride.Core.Training;

/// <summary>What was decided after a look. What counts from then on is the coach's choice; the recommendation is history.</summary>
/// <param name="Recommended">What the rules said.</param>
/// <param name="Chosen">What the coach chose.</param>
/// <param name="Headline">The recommendation's sentence of the day.</param>
/// <param name="Reason">The coach's reason for deciding otherwise, or empty.</param>
/// <param name="LastPain">The last pain of that session, or null when it was not asked.</param>
public sealed record Decided(
    DecisionOutcome Recommended,
    DecisionOutcome Chosen,
    string Headline,
    string Reason,
    int? LastPain
)
{
    /// <summary>The way on that the coach took, in its own words, where it was another than the first; else null.</summary>
    public string? OtherWay { get; init; }

    /// <summary>Whether the coach decided otherwise than was recommended.</summary>
    public bool Overruled => Chosen != Recommended;

    /// <summary>What was decided, in the words for every screen and print: the recommendation where it was taken, else the coach's own call with the reason.</summary>
    public string Sentence =>
        Overruled ? $"{Word(Chosen)}. The coach’s call: {Ended(Reason)}"
        : OtherWay is { } way ? ProgressOption.Headline(way)
        : Headline;

    /// <summary>An outcome in a few words.</summary>
    /// <returns>With a capital letter.</returns>
    public static string Word(DecisionOutcome outcome) =>
        outcome switch
        {
            DecisionOutcome.StopAndRefer => "Stop, and refer",
            DecisionOutcome.StepBack => "Step back",
            DecisionOutcome.ModifyAndRetest => "Change one thing, ask again",
            DecisionOutcome.Correct => "Change one thing, look again",
            DecisionOutcome.LookAgain => "Look again",
            DecisionOutcome.Progress => "Go on",
            _ => "Keep as it is",
        };

    private static string Ended(string reason) =>
        reason.Length == 0 ? "no reason given."
        : reason[^1] is '.' or '!' or '?' ? reason
        : $"{reason}.";
}
