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
    IReadOnlyList<TrialFeel>? Feels = null,
    IReadOnlyList<KeptMovement>? Movements = null
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
    string? Cue = null,
    bool? LeftOutside = null
) : StoredDocument, IKept<KeptTrialResult>
{
    public static StoredForm<KeptTrialResult> Kept { get; } = new("trial-result", "what a change did");

    /// <summary>
    /// What the corrections of the first form were called to the client: trials did not keep their words yet, and the cues
    /// have been reworded since. Never to be changed.
    /// </summary>
    private static readonly Dictionary<string, string> FirstWords = new()
    {
        ["sb-gatepost"] = "Sink straight under your own hips. The shin is a gatepost: leave it standing.",
        ["sb-well"] = "Let the back knee do the travelling, straight down, like a bucket into a well.",
        ["sb-dowel"] = "Stand a dowel a hand's breadth ahead of the shin. Come down without touching it.",
        ["sb-longer"] = "Slide the back foot one shoe length further back, ball of the foot down, heel free.",
        ["sb-floor-up"] = "Start half-kneeling with the shin upright and rise from there.",
        ["ss-laces"] = "Knee first: let it glide out over the laces while the heel stays heavy.",
        ["ss-lantern"] = "A lantern hangs ahead of your knee. Nudge it, gently, every time.",
        ["ss-hand"] = "Hold a hand where the knee should arrive. Touch it softly at the bottom.",
        ["ss-shorter"] = "Bring the back foot half a shoe length closer.",
        ["ss-raised"] = "Put the front foot on a firm 10 cm step and settle forward from there.",
        ["su-twin"] = "Do the steadier side first, then make the other leg its twin.",
        ["su-tape"] = "Tape both stances at the same length and start each side on the marks.",
    };

    /// <summary>What a trial was found to be, in the words it was said in.</summary>
    public static KeptTrialResult Of(Records.TrialFact fact)
    {
        var kept = Kept.Read(fact.Judged);
        return kept.Cue is null && FirstWords.TryGetValue(fact.CorrectionId, out var said)
            ? kept with
            {
                Cue = said,
            }
            : kept;
    }
}
