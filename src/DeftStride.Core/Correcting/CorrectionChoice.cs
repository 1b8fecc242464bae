using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Correcting;

/// <summary>A trial of this client's past, newest known by its time.</summary>
/// <param name="CorrectionId">What was tried.</param>
/// <param name="Outcome">What it did.</param>
/// <param name="At">When.</param>
public sealed record PastTrial(string CorrectionId, TrialOutcome Outcome, DateTimeOffset At);

/// <summary>How often a correction helped in a whole studio.</summary>
/// <param name="Helped">How often it helped.</param>
/// <param name="Tried">How often it was tried.</param>
public sealed record Experience(int Helped, int Tried);

/// <summary>How a correction has done for one client.</summary>
/// <param name="Correction">Which.</param>
/// <param name="Helped">How often it helped.</param>
/// <param name="Tried">How often it was tried.</param>
/// <param name="LastHelped">When it last helped, or null.</param>
/// <param name="Expected">How often it may be expected to help this client, 0–1: an estimate, see <see cref="CorrectionChoice.Rank"/>.</param>
public sealed record CorrectionRecord(
    Correction Correction,
    int Helped,
    int Tried,
    DateTimeOffset? LastHelped,
    double Expected
);

/// <summary>How a cause stands after what has been looked at, said and tried.</summary>
public enum CauseStanding
{
    /// <summary>The look or the coach says that it is this one.</summary>
    Shown,

    /// <summary>Possible; its test would tell.</summary>
    Open,

    /// <summary>What it would need was looked at and is not so, or all it asks for was tried.</summary>
    RuledOut,
}

/// <summary>A cause with its standing.</summary>
public sealed record WeighedCause(Cause Cause, CauseStanding Standing);

/// <summary>What the next correction is chosen from besides the finding.</summary>
/// <param name="Look">The uncued look; null when only its finding is known.</param>
/// <param name="Past">What this client tried before, at any visit.</param>
/// <param name="ThisSession">What was tried since the look.</param>
/// <param name="Gear">What is there; null while nobody has listed it, and then everything is taken to be there.</param>
/// <param name="CauseId">The cause that the coach says it is, or null.</param>
/// <param name="Pains">Where it hurts, when pain is above the limit and is itself a reason to change something; null when it is not.</param>
public sealed record CorrectionFacts(
    Look? Look,
    IReadOnlyList<PastTrial> Past,
    IReadOnlyList<PastTrial> ThisSession,
    IReadOnlySet<Gear>? Gear = null,
    string? CauseId = null,
    IReadOnlyList<SitePain>? Pains = null
)
{
    /// <summary>What there is in the exercise as it is done today; null while it is not known, and then every form counts.</summary>
    public Forms? Forms { get; init; }

    /// <summary>The fault that the coach picked, whatever the numbers say; null for the one that the look names.</summary>
    public string? FaultId { get; init; }

    /// <summary>How feet and knees stand: what it makes likely is tested first.</summary>
    public Build Build { get; init; } = Build.Unknown;

    /// <summary>Corrections that are no longer offered here.</summary>
    public Func<string, bool> Retired { get; init; } = _ => false;

    /// <summary>Cues that the studio has added to a fault.</summary>
    public Func<Fault, IReadOnlyList<Correction>> Added { get; init; } = _ => [];
}

/// <summary>The correction to give now, why, for which cause, and the one after it.</summary>
public sealed record CorrectionChoice(
    Fault Fault,
    Correction Now,
    string Why,
    Cause? Cause,
    IReadOnlyList<WeighedCause> Causes,
    Correction? OnDeck
)
{
    /// <summary>How many trials of the studio's kind weigh as much as this client's own.</summary>
    public const double StudioWeight = 2;

    /// <summary>A cue comes first for having helped only while it may be expected to help this often.</summary>
    public const double OftenEnough = 0.4;

    /// <summary>What was tried so often with this client and never helped waits until the rest was tried.</summary>
    public const int FailedAfter = 2;

    /// <summary>
    /// Chooses. The cause that the coach names comes first; then what has helped this client with this fault before, newest
    /// first; then the causes: one that the look shows before the rest, else in test order, passing over those that are ruled out; the
    /// weakest means first. What failed with this client <see cref="FailedAfter"/> times and never helped waits until the rest
    /// was tried, and that is said. What did not help this session is not offered again, nothing is offered whose things
    /// are not there or that the form does not have, and nothing that deepens or loads while pain is above the limit. A fault
    /// that the coach picks stands above what the look names. Null when there is nothing to correct or nothing left to try.
    /// </summary>
    /// <returns>What to try and why, with what is left out and for what reason; null when there is nothing to correct or nothing left to try.</returns>
    public static CorrectionChoice? For(Finding finding, CorrectionFacts facts)
    {
        ArgumentNullException.ThrowIfNull(finding);
        ArgumentNullException.ThrowIfNull(facts);
        if (facts.FaultId is { } picked)
            return Fault.All.FirstOrDefault(f => f.Id == picked) is { } chosen
                ? For(chosen, WayOf(chosen, finding, facts), finding, facts, "")
                : null;
        if (Fault.For(finding, facts.Forms) is { } named && For(named, finding.Where, finding, facts, "") is { } choice)
            return choice;
        // Pain stands in where the look names nothing, or where all that answers the look would ask for more.
        return facts is { Pains: { } pains, Look: { } looked } && PainRoute.For(looked, pains, facts.Forms) is var route
            ? For(route.Fault, WayOf(route.Fault, finding, facts), finding, facts, route.Why)
            : null;
    }

    /// <summary>Which way a fault goes wrong here: as the finding or the look shows it, else as it always does.</summary>
    private static BandSide WayOf(Fault fault, Finding finding, CorrectionFacts facts)
    {
        var shown = fault.Detects.FirstOrDefault(d =>
            (d.MeasureId == finding.MeasureId && d.Where == finding.Where)
            || facts.Look?.Results.Any(r =>
                r.Measure.Id == d.MeasureId && r.Verdict == Verdict.Outside && r.Where == d.Where
            ) == true
        );
        return shown?.Where ?? fault.Way;
    }

    private static CorrectionChoice? For(
        Fault fault,
        BandSide where,
        Finding finding,
        CorrectionFacts facts,
        string before
    )
    {
        var spent = facts
            .ThisSession.Where(t => t.Outcome != TrialOutcome.Helped)
            .Select(t => t.CorrectionId)
            .ToHashSet();
        bool Offered(Correction c) =>
            !spent.Contains(c.Id)
            && !facts.Retired(c.Id)
            && c.Fits(where, facts.Forms)
            && (facts.Pains is null || c.Asks == AsksMore.Nothing)
            && (facts.Gear is not { } gear || c.Needs.All(gear.Contains));
        var likely = finding.Side is { } shownOn
            ? facts.Build.Likely(fault, shownOn, Build.OnBothSides(fault, facts.Look))
            : null;
        var causes = fault
            .Causes.OrderBy(c => c.Id == likely?.CauseId ? 0 : 1)
            .Select(c => new WeighedCause(c, Standing(c, finding, fault, facts, spent)))
            .ToArray();
        IEnumerable<(Correction Correction, Cause? For)> Answers(CauseStanding standing) =>
            causes
                .Where(c => c.Standing == standing)
                .OrderBy(c => c.Cause.Id == facts.CauseId ? 0 : 1)
                .SelectMany(c =>
                    c.Cause.Corrections.Select(id =>
                        (Correction: fault.Corrections.Single(f => f.Id == id), For: (Cause?)c.Cause)
                    )
                );
        // While no cause is shown, words are tried for all of them before anything is touched or set.
        var byCause = Answers(CauseStanding.Shown)
            .Concat(Answers(CauseStanding.Open).OrderBy(p => p.Correction.Level).ThenBy(p => p.Correction.AskFirst));
        Correction[] every = [.. fault.Corrections, .. facts.Added(fault)];
        var known = Rank(facts.Past, null).Where(r => every.Any(c => c.Id == r.Correction.Id)).ToArray();
        // What helped once in many tries is no first choice any more.
        var helped = known.Where(r => r.LastHelped is not null && r.Expected >= OftenEnough).ToArray();
        var failed = known.Where(r => r.Helped == 0 && r.Tried >= FailedAfter).ToDictionary(r => r.Correction.Id);
        // What the coach names now outranks what helped at another time.
        var named = byCause.Where(p => facts.CauseId is not null && p.For?.Id == facts.CauseId);
        var offered = named
            .Concat(helped.Select(r => (r.Correction, For: (Cause?)null)))
            .Concat(byCause)
            .Concat(every.OrderBy(c => c.Level).ThenBy(c => c.AskFirst).Select(c => (Correction: c, For: (Cause?)null)))
            .Where(p => Offered(p.Correction))
            .DistinctBy(p => p.Correction.Id)
            .ToArray();
        if (offered.Length == 0)
            return null;
        var order = offered
            .OrderBy(p => failed.ContainsKey(p.Correction.Id) && (facts.CauseId is null || p.For?.Id != facts.CauseId))
            .ToArray();

        var (now, cause) = order[0];
        var record = helped.FirstOrDefault(r => r.Correction == now);
        var why =
            (record ?? failed.GetValueOrDefault(now.Id)) is { } tried
                ? $"It helped {tried.Helped} of {tried.Tried} times before. {now.Why}"
            : cause is not null
            && (cause.Id == facts.CauseId || causes.First(c => c.Cause == cause).Standing == CauseStanding.Shown)
                ? $"Because {cause.Name}. {now.Why}"
            : cause is { Sign.Where: BandSide.Within } ? $"Because {cause.Name}. {now.Why}"
            : cause is not null && cause.Id == likely?.CauseId ? $"{likely.Value.Why} {now.Why}"
            : now.Why;
        if (offered[0].Correction is var first && first != now && failed.TryGetValue(first.Id, out var given))
            why = $"“{first.Short}” was tried {given.Tried} times and did not help. {why}";
        if (before.Length > 0)
            why = $"{before} {why}";
        return new CorrectionChoice(
            fault,
            now,
            why,
            cause,
            causes,
            order.Skip(1).Select(p => p.Correction).FirstOrDefault()
        );
    }

    private static CauseStanding Standing(
        Cause cause,
        Finding finding,
        Fault fault,
        CorrectionFacts facts,
        HashSet<string> spent
    )
    {
        if (cause.Id == facts.CauseId)
            return CauseStanding.Shown;
        if (cause.Corrections.All(spent.Contains))
            return CauseStanding.RuledOut;
        if (
            cause.Sign is not { } sign
            || finding.Side is not { } side
            || facts.Look?.On(sign.MeasureId, side) is not { Verdict: { } verdict } seen
        )
            return CauseStanding.Open;
        if (sign.Where == BandSide.Within)
            return verdict == Verdict.Outside ? CauseStanding.RuledOut : CauseStanding.Open;
        return verdict == Verdict.Outside && seen.Where == sign.Where ? CauseStanding.Shown
            : verdict == Verdict.InBand && !fault.Detects.Contains(sign) ? CauseStanding.RuledOut
            : CauseStanding.Open;
    }

    /// <summary>
    /// A client's corrections, what helped first and newest first, then the rest by how often they may be expected to help.
    /// The expectation is (helped + 2·rate) ÷ (tried + 2): a few trials of one client are drawn toward the studio's own rate
    /// for that correction (one half while the studio has none), as if the studio's experience were two more trials.
    /// </summary>
    /// <returns>One entry a correction, with how often it was tried, how often it helped and what may be expected.</returns>
    public static IReadOnlyList<CorrectionRecord> Rank(
        IReadOnlyList<PastTrial> past,
        IReadOnlyDictionary<string, Experience>? studio
    )
    {
        ArgumentNullException.ThrowIfNull(past);
        return
        [
            .. past.Where(t => Fault.Find(t.CorrectionId) is not null)
                .GroupBy(t => t.CorrectionId)
                .Select(g =>
                {
                    var (helped, tried) = (g.Count(t => t.Outcome == TrialOutcome.Helped), g.Count());
                    var rate = studio?.GetValueOrDefault(g.Key) is { Tried: > 0 } known
                        ? (double)known.Helped / known.Tried
                        : 0.5;
                    return new CorrectionRecord(
                        Fault.Find(g.Key)!.Value.Correction,
                        helped,
                        tried,
                        g.Where(t => t.Outcome == TrialOutcome.Helped).Select(t => (DateTimeOffset?)t.At).Max(),
                        (helped + (StudioWeight * rate)) / (tried + StudioWeight)
                    );
                })
                .OrderByDescending(r => r.LastHelped ?? DateTimeOffset.MinValue)
                .ThenByDescending(r => r.Expected)
                .ThenBy(r => r.Correction.Id, StringComparer.Ordinal),
        ];
    }
}
