using System.Text.Json.Nodes;
using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>One set of one side.</summary>
internal sealed record KeptSet(BodySide Side, int Amount, int Clean, double LoadKg, LoadPosition Position, int Resets)
    : Stored;

/// <summary>All sets alike on both sides but for how many were clean.</summary>
internal sealed record KeptEvenSets(
    int Sets,
    int Amount,
    int CleanLeft,
    int CleanRight,
    double LoadKg,
    LoadPosition Position,
    int Resets
) : Stored;

/// <summary>
/// What was done of one exercise: set by set, or all sets alike; effort, worst pain, the morning after last time, where it was felt;
/// the tempo that was asked and the seconds that one repetition took, where both are known; the sides that were only tired.
/// </summary>
internal sealed record KeptDone(
    IReadOnlyList<KeptSet>? Sets = null,
    KeptEvenSets? Even = null,
    int? Effort = null,
    KeptPain? Pain = null,
    int? NextMorning = null,
    KeptFelt? Felt = null,
    KeptTempo? Tempo = null,
    double? PaceSeconds = null,
    IReadOnlyList<BodySide>? Tired = null,
    int? Soreness = null
) : Stored
{
    /// <summary>The log as the rules read it.</summary>
    public SessionLog ToCore()
    {
        var log = Even is { } even
            ? SessionLog.Even(
                even.Sets,
                even.Amount,
                even.CleanLeft,
                even.CleanRight,
                Held(even.LoadKg, even.Position),
                Effort,
                Pain?.ToCore()
            )
            : new SessionLog(
                [
                    .. (Sets ?? []).Select(s => new SetDone(
                        s.Side,
                        s.Amount,
                        s.Clean,
                        Held(s.LoadKg, s.Position),
                        s.Resets
                    )),
                ],
                Effort,
                Pain?.ToCore()
            );
        return Even is { Resets: > 0 } reset && log.Sets.Count > 0
            ? log with
            {
                Sets = [log.Sets[0] with { Resets = reset.Resets }, .. log.Sets.Skip(1)],
            }
            : log;
    }

    /// <summary>A weight without a place is held at the chest.</summary>
    private static Load Held(double kilograms, LoadPosition position) =>
        new(kilograms > 0 && position == LoadPosition.None ? LoadPosition.Goblet : position, kilograms);
}

/// <summary>A log as it was sent. One that came with a decision has nothing but what was done; the rest is in the row.</summary>
internal sealed record KeptLog(
    KeptDone Log,
    Guid? Id = null,
    Guid? ClientId = null,
    DateOnly? Day = null,
    string? ExerciseId = null,
    Guid? Supersedes = null
) : StoredDocument, IKept<KeptLog>
{
    public static StoredForm<KeptLog> Kept { get; } = new("log", "a log", o => o.ContainsKey("log") ? 2 : 1, InALog);

    /// <summary>The first form of a log that came with a decision was what was done and nothing around it.</summary>
    private static JsonObject InALog(JsonObject done) => new() { ["log"] = done };
}

/// <summary>What was asked for: numbers, and the same in words with rest and tempo as they were said.</summary>
internal sealed record KeptPrescription(
    Phase Phase,
    int Sets,
    int Amount,
    bool Held,
    double LoadKg,
    LoadPosition Position,
    string Text,
    string Rest,
    string? Tempo = null
) : Stored
{
    /// <summary>The same with its tempo, where that is what changes.</summary>
    public string Slower() => Tempo is { } tempo ? $"{Text}; {tempo}" : Text;

    /// <summary>Within the range a rung has now; what was kept may be from before the range was changed.</summary>
    public Prescription ToCore(DoseRange range) =>
        new(
            range,
            Math.Clamp(Sets, 1, Math.Max(range.SetsHigh, 1)),
            Math.Clamp(Amount, 1, range.High),
            new Load(Position, LoadKg)
        );
}

/// <summary>What a log led to; the tempo of next time where it was decided on.</summary>
internal sealed record KeptLogResult(
    string? LadderId,
    string? RungId,
    KeptPrescription Asked,
    KeptPrescription Next,
    DoseStep Step,
    string Why,
    bool Good,
    KeptTempo? NextTempo = null
) : StoredDocument, IKept<KeptLogResult>
{
    public static StoredForm<KeptLogResult> Kept { get; } = new("log-result", "what a log led to");
}
