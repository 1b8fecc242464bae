using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Looks;

/// <summary>
/// A check as the core sees it again: judged by the standard that was kept with it, when somebody asks for more than what was
/// kept of it.
/// </summary>
internal sealed class JudgedCheck(
    CheckFact fact,
    KeptCheck request,
    KeptStandard kept,
    CheckStandard standard,
    ReadingContext context,
    IReadOnlyList<JudgedTrial> trials
)
{
    private readonly Lazy<Look> _look = new(
        () => LookReading.Read(request.Stills, request.Seen, request.Stated, standard, context, request.Movements),
        LazyThreadSafetyMode.None
    );

    private readonly Lazy<KeptBrief> _brief = new(() => KeptBrief.Of(fact), LazyThreadSafetyMode.None);

    /// <summary>What was recorded.</summary>
    public CheckFact Fact => fact;

    /// <summary>What was kept of what it found, for lists and histories.</summary>
    /// <exception cref="UnreadableFormException">It cannot be read.</exception>
    public KeptBrief Brief => _brief.Value;

    /// <summary>What was said and placed.</summary>
    public KeptCheck Request => request;

    /// <summary>The standard as it was kept.</summary>
    public KeptStandard Kept => kept;

    /// <summary>The standard.</summary>
    public CheckStandard Standard => standard;

    /// <summary>What had to be known besides.</summary>
    public ReadingContext Context => context;

    /// <summary>What was tried on it, oldest first.</summary>
    public IReadOnlyList<JudgedTrial> Trials => trials;

    /// <summary>What it found, worked out once it is asked for.</summary>
    public Look Look => _look.Value;

    /// <summary>The fault that the look names, or null; the load of the day does not tell one fault from another.</summary>
    public Fault? Named => Fault.For(Look.Finding, Standard.Forms);

    /// <summary>The fault of a correction, when it is another one than the look names: picked by the coach, or for pain's sake.</summary>
    public Fault? Other(string? correctionId) =>
        correctionId is not null && Fault.Find(correctionId)?.Fault is { } fault && fault != Named ? fault : null;

    /// <summary>
    /// What a change is for: what the look named first, or the measure that differs most between the sides; for a fault that the
    /// coach picked what shows that one, where it was looked at; where nothing was named (a change tried for pain alone) the
    /// first thing that was looked at on that side.
    /// </summary>
    public TrialTarget? Target(BodySide side, string? correctionId = null)
    {
        if (Other(correctionId)?.Detects.FirstOrDefault(d => Look.On(d.MeasureId, side) is not null) is { } shows)
            return new TrialTarget(shows.MeasureId, side);
        var (finding, first) = (
            Look.Finding,
            Look.On("front-shin", side) ?? Look.MustPass.FirstOrDefault(r => r.Side == side)
        );
        return finding
                is { MeasureId: { } named, Kind: FindingKind.Outside or FindingKind.Uneven or FindingKind.Unsure }
                ? new TrialTarget(
                    named,
                    side,
                    finding.Kind == FindingKind.Uneven
                        ? Look.On(named, side == BodySide.Left ? BodySide.Right : BodySide.Left)?.Mean?.Value
                        : null
                )
            : first is null ? null
            : new TrialTarget(first.Measure.Id, side);
    }

    /// <summary>
    /// What the next change on a side is held against: the last one that helped stays in force. Its look, where that answers
    /// for the target, else the first look; the pain told with it, else the first.
    /// </summary>
    public Baseline? Baseline(BodySide side, string? correctionId = null)
    {
        if (Target(side, correctionId) is not { } target)
            return null;
        var helped = Trials.LastOrDefault(t => t.Fact.Outcome == TrialOutcome.Helped && t.Request.Side == side);
        var seen = helped?.After?.On(target.MeasureId, side) is not null ? helped : null;
        return new(target, seen, seen?.After ?? Look, helped?.Request.Pain ?? Request.Pain);
    }
}

/// <summary>What a retest is held against.</summary>
/// <param name="Target">What the change is for.</param>
/// <param name="Trial">The trial whose look it is, or null for the first look.</param>
/// <param name="Look">The look.</param>
/// <param name="Pain">The pain before, or null when it was not asked.</param>
internal sealed record Baseline(TrialTarget Target, JudgedTrial? Trial, Look Look, KeptPain? Pain);

/// <summary>A trial of such a check; the look after the change, or null when the coach judged it by eye.</summary>
internal sealed record JudgedTrial(TrialFact Fact, KeptTrial Request, Look? After, KeptTrialResult Said);
