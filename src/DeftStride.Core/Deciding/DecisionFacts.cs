using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Deciding;

/// <summary>Pain at one moment of a session.</summary>
/// <param name="Pain">What was reported.</param>
/// <param name="AfterChange">Whether one thing had been changed before it was asked.</param>
public sealed record PainReport(Pain Pain, bool AfterChange)
{
    /// <summary>Whether it was asked once the set was done.</summary>
    public bool AfterSet { get; init; }
}

/// <summary>The worst joint or tendon pain of one day on which the client trained.</summary>
/// <param name="Day">The studio's own day.</param>
/// <param name="Worst">0–10.</param>
public sealed record PainDay(DateOnly Day, int Worst);

/// <summary>The session before this one, as far as a decision needs it.</summary>
/// <param name="Clean">Whether it met every condition to progress.</param>
/// <param name="LastPain">The last pain reported in it, or null when none was asked.</param>
/// <param name="FailedCorrections">Corrections tried in it that did not help.</param>
public sealed record PreviousSession(bool Clean, int? LastPain, IReadOnlyList<string> FailedCorrections);

/// <summary>Everything the decision rules look at. Nothing else decides.</summary>
/// <param name="Exercise">The exercise.</param>
/// <param name="UnclearedFlags">Texts of stop-and-refer signs that no coach has cleared.</param>
/// <param name="Pain">Reports in the order they were made; the first is before the set.</param>
/// <param name="PainLimit">The highest score that is ordinary, and where that limit comes from.</param>
/// <param name="NextMorning">Pain on the morning after the previous session, 0–10, or null when not asked.</param>
/// <param name="Check">The uncued look that the session began with.</param>
/// <param name="Trials">Trials of this session in order.</param>
/// <param name="Repetitions">What was done, or null when not counted.</param>
/// <param name="Previous">The session before, or null for a first.</param>
/// <param name="BestCorrection">What has helped this client most recently, or null.</param>
public sealed record DecisionFacts(
    Exercise Exercise,
    IReadOnlyList<string> UnclearedFlags,
    IReadOnlyList<PainReport> Pain,
    Sourced<int> PainLimit,
    int? NextMorning,
    Look Check,
    IReadOnlyList<SessionTrial> Trials,
    Repetitions? Repetitions,
    PreviousSession? Previous,
    CorrectionRecord? BestCorrection
)
{
    /// <summary>What there is in the exercise as it is done today; null while it is not known, and then every form counts.</summary>
    public Forms? Forms { get; init; }

    /// <summary>The worst counted pain of every earlier day on which it was asked, whatever was trained, in any order.</summary>
    public IReadOnlyList<PainDay> EarlierPain { get; init; } = [];

    /// <summary>The studio's own day of this session; with <see cref="EarlierPain"/> it tells for how long.</summary>
    public DateOnly Day { get; init; }

    /// <summary>Who set the limit and when, where it is a clinician's; null where it is the house's.</summary>
    public string? LimitBy { get; init; }

    /// <summary>The hardest that the sets felt, 0–10, or null when it was not asked.</summary>
    public int? Effort { get; init; }

    /// <summary>From this effort on nothing is added, and a little less is in order.</summary>
    public const int TooHard = 9;

    /// <summary>The worst counted pain of this session, or null while it was not asked.</summary>
    public int? Worst => Pain.Count == 0 ? null : Pain.Max(p => p.Pain.Counted);

    /// <summary>How far the morning after lay above the end of the session before; null while either was not asked: unknown is not 0.</summary>
    public int? MorningRise => NextMorning - Previous?.LastPain;

    /// <summary>Trials of earlier sessions with this exercise on this rung, oldest first: one a session adds up.</summary>
    public IReadOnlyList<SessionTrial> EarlierTrials { get; init; } = [];

    /// <summary>By which rules this client was decided before, in any order.</summary>
    public IReadOnlyList<PastDecision> Decided { get; init; } = [];

    /// <summary>How long the client has trained, or null when nobody asked.</summary>
    public TrainingAge? Trained { get; init; }

    /// <summary>How many sessions running, this one included, nothing moved: no repetition, no load, no rung.</summary>
    public int Standstill { get; init; }

    /// <summary>Other forms that the client could do now, in words, for when nothing moves.</summary>
    public IReadOnlyList<string> Swaps { get; init; } = [];

    /// <summary>Whether moving on needs all checks in band and not only those that must pass.</summary>
    public bool AllChecks { get; init; }

    /// <summary>Whether pain above the limit is answered by stepping back at once.</summary>
    public bool StepBackAtOnce { get; init; }

    /// <summary>The ways on from the rung, the recommended one first; empty while the client stands on no ladder with this exercise.</summary>
    public IReadOnlyList<ProgressOption> Options { get; init; } = [];

    /// <summary>The rung below, or null where the ladder begins or none is known.</summary>
    public Rung? Below { get; init; }

    /// <summary>What to go back to: the rung below, else the exercise's own easier form.</summary>
    public string Easier =>
        Below is { } rung
            ? $"One rung back: {char.ToLowerInvariant(rung.Name[0])}{rung.Name[1..]}."
            : Exercise.StepBack;

    /// <summary>Eight clean repetitions in ten are good enough to move on.</summary>
    public const double CleanShare = 0.8;

    /// <summary>A measure of a side as it stands now: its last retest, or the uncued look.</summary>
    /// <returns>Null where neither a look nor a retest has it.</returns>
    public MeasureResult? Now(string measureId, BodySide side) =>
        Trials.Where(t => t.Side == side).Select(t => t.After?.On(measureId, side)).LastOrDefault(r => r is not null)
        ?? Check.On(measureId, side);

    /// <summary>Every key check as it stands now, those that have an answer.</summary>
    public IEnumerable<MeasureResult> Standing => Check.MustPass.Select(r => Now(r.Measure.Id, r.Side)!);

    /// <summary>Sides that have been looked at; both where nothing about the exercise can block anybody.</summary>
    public int Sides =>
        Exercise.Checks.All(c => !c.MustPass)
            ? 2
            : (Check.Has(BodySide.Left) ? 1 : 0) + (Check.Has(BodySide.Right) ? 1 : 0);

    /// <summary>Whether half of the counted repetitions or more were not clean.</summary>
    public bool HalfUnclean => Repetitions is { Done: > 0 } reps && 2 * (reps.Done - reps.Clean) >= reps.Done;

    /// <summary>What nobody has looked at, asked or counted yet and a decision could use.</summary>
    /// <returns>Noun phrases as they stand in a list; empty where all is known.</returns>
    public IReadOnlyList<string> NotKnown()
    {
        var open = new List<string>();
        if (Sides < 2)
            open.Add(Sides == 0 ? "a look at both sides" : "the other side");
        open.AddRange(Check.Missing.Where(m => Check.Has(m.Side)).Select(m => m.Measure.Short).Distinct());
        if (Repetitions is null)
            open.Add("the repetitions, and how many were clean");
        if (Pain.Count == 0)
            open.Add("pain");
        if (Previous is not null && NextMorning is null)
            open.Add("pain on the morning after last time");
        return open;
    }

    /// <summary>The conditions to progress that this session does not meet.</summary>
    /// <returns>Each as what would meet it. Empty: this session was clean.</returns>
    public IReadOnlyList<string> Unmet()
    {
        var unmet = new List<string>();
        if (Sides < 2)
            unmet.Add("Mark both sides.");
        foreach (var r in Check.MustPass.Where(r => r.Verdict != Verdict.InBand))
            unmet.Add($"{Finding.Capital(r.Side)} {r.Measure.Short} in band before any cue.");
        if (
            AllChecks
            && Check
                .Results.Where(r => !r.MustPass && r.Verdict is Verdict.Outside or Verdict.TooCloseToCall)
                .Select(r => $"{r.Measure.Short}, {Finding.Word(r.Side)}")
                .Distinct()
                .ToArray()
                is { Length: > 0 } noted
        )
            unmet.Add($"In band too, since all checks are asked for here: {string.Join("; ", noted)}.");
        if (Check.Missing.Select(m => m.Measure.Short).Distinct().ToArray() is { Length: > 0 } open)
            unmet.Add($"Look at, or tick as seen: {string.Join(", ", open)}.");
        unmet.AddRange(Check.WouldCount);
        // A difference between two sides that are both in band is noted; it blocks nobody.
        foreach (
            var uneven in Check.Comparisons.Where(c =>
                !c.Equal && Check.MustPass.Any(r => r.Measure == c.Measure && r.Verdict != Verdict.InBand)
            )
        )
            unmet.Add($"Left and right {uneven.Measure.Short} within {uneven.Allowed} of each other.");
        if (Repetitions is not { } reps)
            unmet.Add("Count the repetitions, and the clean ones among them.");
        else
        {
            if (reps.Done < reps.Prescribed)
                unmet.Add($"All {reps.Prescribed} repetitions a side.");
            if (reps.Clean < CleanShare * reps.Done || reps.Done == 0)
                unmet.Add("At least eight in ten repetitions clean.");
        }

        if (Pain.Count == 0)
            unmet.Add("Ask about pain.");
        else if (!Pain.Any(p => p.AfterSet))
            unmet.Add("Ask about pain after the set.");
        else if (Worst > PainLimit.Value)
            unmet.Add($"Pain at {PainLimit.Value} or less.");
        else if (Pain[^1].Pain.Counted > Pain[0].Pain.Counted || Pain[^1].Pain.Counted > (Previous?.LastPain ?? 10))
            unmet.Add("Pain that is not rising.");
        if (Previous is not null && NextMorning is null)
            unmet.Add("Ask about the morning after last time.");
        if (Effort >= TooHard)
            unmet.Add($"Effort of {TooHard - 1} or less.");
        if (Options.Count > 0 && !Options.Any(o => o.Open))
            unmet.Add(Options[0].Why);
        return unmet;
    }
}
