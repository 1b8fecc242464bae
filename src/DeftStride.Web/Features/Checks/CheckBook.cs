using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>A check as the core sees it again: judged by the standard that was kept with it.</summary>
internal sealed record JudgedCheck(CheckFact Fact, CheckRequest Request, CheckStandard Standard, ShinCheck Shin, IReadOnlyList<JudgedTrial> Trials);

/// <summary>A trial of such a check.</summary>
internal sealed record JudgedTrial(TrialFact Fact, TrialRequest Request, ShinCheck Again, SideResult After, TrialJudged Said);

/// <summary>What a trial was found to be at the time.</summary>
internal sealed record TrialJudged(TrialOutcome Outcome, IReadOnlyList<PartView> Sentence, string Because);

/// <summary>Reads checks and trials back, and everything that follows from them.</summary>
internal sealed class CheckBook(StudioContext db, StudioScope scope)
{
    /// <summary>The standard in force for a client and exercise: the coach's choice, else the client's school, else the exercise's usual.</summary>
    public static StandardDto StandardFor(ClientRecord client, Exercise exercise, SchoolCode? chosen)
    {
        var usual = exercise.UsualSchool ?? SchoolCode.VerticalShin;
        var (school, source) = chosen is { } c && c != (client.School ?? usual) ? (c, SettingSource.Check)
            : client.School is { } own ? (own, SettingSource.Client)
            : (usual, SettingSource.Exercise);
        return new StandardDto(school, source, Ankle(client.LeftAnkleDegrees), Ankle(client.RightAnkleDegrees), client.HeelWedgeDegrees);
    }

    private static AnkleDto Ankle(double? measured) => new(measured ?? AnkleRange.Assumed.Ankle.Degrees, measured is not null);

    public async Task<JudgedCheck> LoadAsync(Guid checkId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var fact = await db.Checks.AsNoTracking().FirstOrDefaultAsync(c => c.Id == checkId && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This check is not kept here. Go back to the client and start a new one.");
        var trials = await db.Trials.AsNoTracking().Where(t => t.CheckId == checkId && !db.Trials.Any(n => n.Supersedes == t.Id))
            .OrderBy(t => t.RecordedAt).ToListAsync(stop);
        return Judge(fact, trials);
    }

    public static JudgedCheck Judge(CheckFact fact, IEnumerable<TrialFact> trials)
    {
        var request = Json.Read<CheckRequest>(fact.Body);
        var standard = Json.Read<StandardDto>(fact.Standard).ToCore();
        var shin = ShinEndpoints.Check(request.Stills, standard);
        return new JudgedCheck(fact, request, standard, shin, [.. trials.Select(t => JudgeTrial(t, standard))]);
    }

    private static JudgedTrial JudgeTrial(TrialFact fact, CheckStandard standard)
    {
        var request = Json.Read<TrialRequest>(fact.Body);
        var (again, after) = AgainOf(request, standard);
        return new JudgedTrial(fact, request, again, after, Json.Read<TrialJudged>(fact.Judged));
    }

    /// <summary>The side that a retest shows, or a refusal when its stills give no number or are of both sides.</summary>
    public static (ShinCheck Again, SideResult After) AgainOf(TrialRequest request, CheckStandard standard)
    {
        if (request.Stills.Select(s => s.Side).Distinct().Count() != 1)
            throw Refusal.BadInput("stills", "Look again at one side: the side the cue was for.");
        var again = ShinEndpoints.Check(request.Stills, standard);
        return again.On(request.Stills[0].Side) is { } after ? (again, after)
            : throw Refusal.BadInput("stills", again.Stills.Select(s => s.Fault).OfType<MeasurementFault>().Select(MeasurementFaults.Sentence).First());
    }

    public Task<List<PastTrial>> PastTrialsAsync(Guid clientId, CancellationToken stop) =>
        db.Trials.AsNoTracking().Where(t => t.ClientId == clientId && !db.Trials.Any(n => n.Supersedes == t.Id))
            .OrderBy(t => t.RecordedAt).Select(t => new PastTrial(t.CorrectionId, t.Outcome, t.RecordedAt)).ToListAsync(stop);

    /// <summary>Signs that stand: flagged, not superseded and not cleared.</summary>
    public Task<List<FlagFact>> UnclearedAsync(Guid clientId, CancellationToken stop) =>
        db.Flags.AsNoTracking().Where(f => f.ClientId == clientId
                && !db.Flags.Any(n => n.Supersedes == f.Id)
                && !db.FlagClearings.Any(c => c.FlagId == f.Id))
            .OrderBy(f => f.RecordedAt).ToListAsync(stop);

    /// <summary>The look that a client's coach is in the middle of. One that arrived after its check was finished does not count.</summary>
    public Task<DraftRecord?> DraftAsync(Guid clientId, CancellationToken stop) =>
        db.Drafts.FirstOrDefaultAsync(d => d.ClientId == clientId && !db.Checks.Any(c => c.Id == d.Id), stop);

    /// <summary>The correction to give now, or null when there is none or when a stop sign stands.</summary>
    public async Task<CorrectionView?> CorrectionAsync(JudgedCheck check, CancellationToken stop)
    {
        if ((await UnclearedAsync(check.Fact.ClientId, stop)).Count > 0) return null;
        var here = check.Trials.Select(t => new PastTrial(t.Fact.CorrectionId, t.Fact.Outcome, t.Fact.RecordedAt)).ToArray();
        var past = await PastTrialsAsync(check.Fact.ClientId, stop);
        return CorrectionChoice.For(check.Shin.Finding.Kind, [.. past.Where(t => t.At <= check.Fact.RecordedAt)], here) is not { } choice ? null
            : new CorrectionView(choice.Now.Id, choice.Fault.Name, choice.Fault.CanHurt, choice.Now.Level, choice.Now.Cue, choice.Why, choice.Now.Short, choice.OnDeck?.Short);
    }

    public async Task<DecisionFacts> FactsAsync(JudgedCheck check, Pain? painAfter, Repetitions? repetitions, CancellationToken stop)
    {
        var pain = new List<PainReport>();
        if (check.Request.Pain is { } before) pain.Add(new(before.ToCore("pain"), false));
        pain.AddRange(check.Trials.Where(t => t.Request.Pain is not null).Select(t => new PainReport(t.Request.Pain!.ToCore("pain"), true)));
        if (painAfter is not null) pain.Add(new(painAfter, check.Trials.Count > 0));

        var previous = await db.Decisions.AsNoTracking()
            .Where(d => d.ClientId == check.Fact.ClientId && d.CheckId != check.Fact.Id && d.RecordedAt < check.Fact.RecordedAt && !db.Decisions.Any(n => n.Supersedes == d.Id))
            .OrderByDescending(d => d.RecordedAt).Select(d => new { d.CheckId, d.SessionClean, d.LastPain }).FirstOrDefaultAsync(stop);
        var failed = previous is null ? [] : await db.Trials.AsNoTracking()
            .Where(t => t.CheckId == previous.CheckId && t.Outcome != TrialOutcome.Helped && !db.Trials.Any(n => n.Supersedes == t.Id))
            .Select(t => t.CorrectionId).ToListAsync(stop);
        var past = await PastTrialsAsync(check.Fact.ClientId, stop);
        var faults = Fault.For(check.Shin.Finding.Kind)?.Corrections.Select(c => c.Id).ToHashSet() ?? [];

        return new DecisionFacts(
            Exercise.Find(check.Fact.ExerciseId) ?? Exercise.SplitSquatToPad,
            [.. (await UnclearedAsync(check.Fact.ClientId, stop)).Select(f => RedFlag.Find(f.SignId)?.Text ?? f.SignId)],
            pain,
            new Sourced<int>((await scope.StudioAsync(stop)).PainLimit, SettingSource.Studio),
            check.Request.NextMorning,
            check.Shin,
            [.. check.Trials.Select(t => new SessionTrial(t.Fact.CorrectionId, t.Fact.Outcome, t.After))],
            repetitions,
            previous is null ? null : new PreviousSession(previous.SessionClean, previous.LastPain, failed),
            CorrectionChoice.Rank(past).FirstOrDefault(r => r.Helped > 0 && faults.Contains(r.Correction.Id)));
    }

    public async Task<CheckView> ViewAsync(JudgedCheck check, CancellationToken stop)
    {
        var coaches = await db.Coaches.AsNoTracking().Where(c => c.StudioId == check.Fact.StudioId).ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var decision = await db.Decisions.AsNoTracking()
            .Where(d => d.CheckId == check.Fact.Id && !db.Decisions.Any(n => n.Supersedes == d.Id)).OrderByDescending(d => d.RecordedAt).FirstOrDefaultAsync(stop);
        return View(check, coaches, decision, await CorrectionAsync(check, stop));
    }

    public static CheckView View(JudgedCheck check, IReadOnlyDictionary<Guid, string> coaches, DecisionFact? decision, CorrectionView? correction)
    {
        var fact = check.Fact;
        var standard = Json.Read<StandardDto>(fact.Standard);
        return new CheckView(
            fact.Id, fact.ClientId, fact.RecordedAt, coaches[fact.CoachId], fact.ExerciseId,
            Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId, standard, School.Of(fact.School).Name,
            Json.Read<ShinView>(fact.Judged), check.Request.Stills, check.Request.Pain, check.Request.NextMorning,
            [.. check.Trials.Select(TrialView)], correction, decision is null ? null : DecisionView(decision, coaches));
    }

    private static TrialView TrialView(JudgedTrial trial)
    {
        var correction = Fault.Find(trial.Fact.CorrectionId)?.Correction;
        return new TrialView(trial.Fact.Id, trial.Fact.CorrectionId, correction?.Short ?? trial.Fact.CorrectionId, correction?.Cue ?? "",
            trial.After.Mean.FrontLeg, trial.Fact.Outcome, trial.Said.Sentence, trial.Said.Because, ShinView.SideOf(trial.After), [.. trial.Again.Stills.Select(ShinView.StillOf)], trial.Request.Stills, trial.Request.Pain);
    }

    public static DecisionView DecisionView(DecisionFact fact, IReadOnlyDictionary<Guid, string> coaches)
    {
        var request = Json.Read<DecisionRequest>(fact.Body);
        return new DecisionView(fact.Id, fact.CheckId, fact.RecordedAt, coaches[fact.CoachId], Json.Read<RecommendationView>(fact.Judged),
            fact.Chosen, request.Reason, request.PainAfter, request.Repetitions);
    }
}
