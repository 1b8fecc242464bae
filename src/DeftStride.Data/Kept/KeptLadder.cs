using DeftStride.Core.Dosing;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>The range of a rung: repetitions a side, or seconds where it is held.</summary>
internal sealed record KeptDoseRange(Phase Phase, int SetsLow, int SetsHigh, int Low, int High, bool Held) : Stored
{
    public DoseRange ToCore() => new(Phase, SetsLow, SetsHigh, Low, High, Held);

    public static KeptDoseRange Of(DoseRange range) =>
        new(range.Phase, range.SetsLow, range.SetsHigh, range.Low, range.High, range.Held);
}

/// <summary>A rung of a studio's own ladder.</summary>
internal sealed record KeptRung(
    string Id,
    string Name,
    string ExerciseId,
    string Entry,
    IReadOnlyList<string> Next,
    string? Fallback,
    KeptDoseRange Dose,
    string Reason,
    LoadPosition? Load = null,
    string? MeantFor = null
) : Stored
{
    public Rung ToCore() =>
        new(Id, Name, ExerciseId, Entry, Next, Fallback, Dose.ToCore(), Reason) { Load = Load, MeantFor = MeantFor };
}

/// <summary>A ladder that a studio changed or added.</summary>
internal sealed record KeptLadder(string Id, string Name, IReadOnlyList<KeptRung> Rungs)
    : StoredDocument,
        IKept<KeptLadder>
{
    public static StoredForm<KeptLadder> Kept { get; } = new("ladder", "a ladder of the studio's own");

    public Ladder ToCore() => new(Id, Name, [.. Rungs.Select(r => r.ToCore())]);

    /// <summary>A ladder as it is kept; what a newer version added to the one before and its rungs stays.</summary>
    public static KeptLadder Of(Ladder ladder, KeptLadder? before = null) =>
        new(
            ladder.Id,
            ladder.Name,
            [
                .. ladder.Rungs.Select(r =>
                {
                    var was = before?.Rungs.FirstOrDefault(b => b.Id == r.Id);
                    return new KeptRung(
                        r.Id,
                        r.Name,
                        r.ExerciseId,
                        r.Entry,
                        r.Next,
                        r.Fallback,
                        KeptDoseRange.Of(r.Dose) with
                        {
                            Unknown = was?.Dose.Unknown,
                        },
                        r.Reason,
                        r.Load,
                        r.MeantFor
                    )
                    {
                        Unknown = was?.Unknown,
                    };
                }),
            ]
        )
        {
            Unknown = before?.Unknown,
        };
}

/// <summary>A coach put sides of a client onto a rung.</summary>
internal sealed record KeptStand(
    Guid Id,
    Guid ClientId,
    string LadderId,
    string RungId,
    IReadOnlyList<BodySide> Sides,
    bool AfterBreak,
    string? Reason = null
) : StoredDocument, IKept<KeptStand>
{
    public static StoredForm<KeptStand> Kept { get; } = new("stand", "a step on a ladder");
}

/// <summary>Why a side came to a rung.</summary>
internal sealed record KeptStep(
    string Sentence,
    string? RuleId,
    string? RuleName,
    string? Reason,
    IReadOnlyList<KeptFact> Facts
) : StoredDocument, IKept<KeptStep>
{
    public static StoredForm<KeptStep> Kept { get; } = new("step", "a step on a ladder");
}
