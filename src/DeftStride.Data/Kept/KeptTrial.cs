using System.Text.Json.Nodes;
using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>One change tried on one side: pictures after it, what was seen after it, or the coach's word; and the pain if it was asked.</summary>
internal sealed record KeptTrial(
    Guid Id,
    Guid CheckId,
    string CorrectionId,
    BodySide Side,
    IReadOnlyList<KeptStill> Stills,
    IReadOnlyList<KeptSeen> Seen,
    TrialOutcome? ByEye = null,
    KeptPain? Pain = null,
    Guid? Supersedes = null,
    IReadOnlyList<TrialFeel>? Feels = null
) : StoredDocument, IKept<KeptTrial>
{
    public static StoredForm<KeptTrial> Kept { get; } =
        new("trial", "what a change did", o => o.ContainsKey("seen") ? 2 : 1, WithViewsAndSide);

    /// <summary>The first form had pictures alone; the side was the pictures' own.</summary>
    private static JsonObject WithViewsAndSide(JsonObject first)
    {
        KeptCheck.StillsOfFirst(first);
        first["seen"] = new JsonArray();
        first["side"] = first["stills"]![0]!["side"]!.DeepClone();
        return first;
    }
}

/// <summary>Takes a trial back.</summary>
internal sealed record KeptWithdrawal(Guid Id) : StoredDocument, IKept<KeptWithdrawal>
{
    public static StoredForm<KeptWithdrawal> Kept { get; } = new("withdrawal", "a trial that was taken back");
}

/// <summary>What a trial was found to be at the time, and the words it was said in.</summary>
internal sealed record KeptTrialResult(
    TrialOutcome Outcome,
    IReadOnlyList<KeptPart> Sentence,
    string Because,
    string? Cue = null
) : StoredDocument, IKept<KeptTrialResult>
{
    public static StoredForm<KeptTrialResult> Kept { get; } = new("trial-result", "what a change did");
}
