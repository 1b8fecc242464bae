using DeftStride.Core.Judging;

namespace DeftStride.Core.Correcting;

/// <summary>A trial of this client's past, newest known by its time.</summary>
/// <param name="CorrectionId">What was tried.</param>
/// <param name="Outcome">What it did.</param>
/// <param name="At">When.</param>
public sealed record PastTrial(string CorrectionId, TrialOutcome Outcome, DateTimeOffset At);

/// <summary>How a correction has done for one client.</summary>
/// <param name="Correction">Which.</param>
/// <param name="Helped">How often it helped.</param>
/// <param name="Tried">How often it was tried.</param>
/// <param name="LastHelped">When it last helped, or null.</param>
public sealed record CorrectionRecord(Correction Correction, int Helped, int Tried, DateTimeOffset? LastHelped);

/// <summary>The correction to give now, why, and the one after it.</summary>
public sealed record CorrectionChoice(Fault Fault, Correction Now, string Why, Correction? OnDeck)
{
    /// <summary>
    /// Chooses: what has helped this client before comes first (newest first); otherwise the weakest means not yet tried
    /// this session. What did not help this session is not offered again. Null when there is nothing to correct or
    /// nothing left to try.
    /// </summary>
    public static CorrectionChoice? For(Finding finding, IReadOnlyList<PastTrial> past, IReadOnlyList<PastTrial> thisSession)
    {
        ArgumentNullException.ThrowIfNull(finding);
        ArgumentNullException.ThrowIfNull(past);
        ArgumentNullException.ThrowIfNull(thisSession);
        if (Fault.For(finding) is not { } fault) return null;

        var spent = thisSession.Where(t => t.Outcome != TrialOutcome.Helped).Select(t => t.CorrectionId).ToHashSet();
        var records = Rank(past).Where(r => r.LastHelped is not null).ToArray();
        var order = records.Select(r => r.Correction).Concat(fault.Corrections).Distinct()
            .Where(c => fault.Corrections.Contains(c) && !spent.Contains(c.Id)).ToArray();
        if (order.Length == 0) return null;

        var helped = records.FirstOrDefault(r => r.Correction == order[0]);
        var why = helped is null ? order[0].Why : $"It helped {helped.Helped} of {helped.Tried} times before. {order[0].Why}";
        return new CorrectionChoice(fault, order[0], why, order.Skip(1).FirstOrDefault());
    }

    /// <summary>A client's corrections, what helped first and newest first, then the rest by name.</summary>
    public static IReadOnlyList<CorrectionRecord> Rank(IReadOnlyList<PastTrial> past)
    {
        ArgumentNullException.ThrowIfNull(past);
        return [.. past.Where(t => Fault.Find(t.CorrectionId) is not null).GroupBy(t => t.CorrectionId)
            .Select(g => new CorrectionRecord(
                Fault.Find(g.Key)!.Value.Correction,
                g.Count(t => t.Outcome == TrialOutcome.Helped),
                g.Count(),
                g.Where(t => t.Outcome == TrialOutcome.Helped).Select(t => (DateTimeOffset?)t.At).Max()))
            .OrderByDescending(r => r.LastHelped ?? DateTimeOffset.MinValue)
            .ThenBy(r => r.Correction.Id, StringComparer.Ordinal)];
    }
}
