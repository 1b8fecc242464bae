using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Checks;

/// <summary>Turns what a coach sends into facts: checks, trials and decisions. Judging happens here once and is kept.</summary>
internal sealed class CheckRecorder(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    CheckBook book,
    ConditionGuard guard,
    StudioExperience experience
)
{
    public async Task<CheckFact> CheckAsync(CheckRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<CheckFact, KeptCheck>(request.Id, request.ToKept(), stop) is { } kept)
            return kept;
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        await guard.RefuseAsync(client, exercise, loaded: false, stop);
        request.Pain?.ToCore("pain");
        Refusal.Unless(FieldRange.Pain, "nextMorning", request.NextMorning);
        Refusal.Unless(FieldRange.Pain, "soreness", request.Soreness);
        Refusal.Unless(FieldRange.Effort, "effort", request.Effort);
        if (request.Felt is { AsExpected: false } felt)
            Text.Required("felt", felt.Where, "Say where it is felt instead.");
        await RefuseStrangePicturesAsync(request.ClientId, request.Stills, stop);

        var standard = await book.StandardForAsync(client, exercise, request.School, stop);
        var core = standard.ToCore();
        var context = standard.Context(core);
        var look = LookEndpoints.Look(request.Stills, request.Seen, request.Stated, core, context);
        if (look.Results.Count == 0)
            throw Refusal.BadInput(
                "stills",
                "Nothing can be read yet. Place the first points on at least one side, or say what you see."
            );

        var judged = LookView.Of(look, core, context).ToKept();
        // The draft ends with the check, whatever version a late keystroke has given it.
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        await db.Drafts.Where(d => d.Id == request.Id).ExecuteDeleteAsync(stop);
        var check = await facts.AddAsync(
            new CheckFact
            {
                Id = request.Id,
                ClientId = request.ClientId,
                ExerciseId = exercise.Id,
                School = standard.School,
                Standard = KeptStandard.Kept.Write(standard),
                Judged = KeptLook.Kept.Write(judged),
                Brief = KeptBrief.Kept.Write(judged.Brief()),
                FaultId = Fault.For(look.Finding, core.Forms)?.Id ?? "",
                Supersedes = request.Supersedes,
            },
            request.ToKept(),
            stop
        );
        await whole.CommitAsync(stop);
        return check;
    }

    public async Task<TrialFact> TrialAsync(TrialRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<TrialFact, KeptTrial>(request.Id, request.ToKept(), stop) is { } kept)
            return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        var without = Without.Find(request.CorrectionId);
        if (without is null && Fault.Find(request.CorrectionId) is null)
            throw Refusal.BadInput("correction", "This correction is not known. Reload the page.");
        await RefuseStrangePicturesAsync(check.Fact.ClientId, request.Stills, stop);
        var painAfter = request.Pain?.ToCore("pain");
        var baseline =
            check.Baseline(request.Side, request.CorrectionId)
            ?? throw Refusal.BadInput(
                "stills",
                $"There is no first look at the {Finding.Word(request.Side)} side to compare with. Mark that side first."
            );
        var (target, painBefore) = (baseline.Target, baseline.Pain?.ToCore().Counted);
        // What no picture shows is judged by the eye, or by what it does to the pain.
        var other = check.Other(request.CorrectionId);
        if (other is { Detects.Count: 0 } && request.ByEye is null && painAfter is null)
            throw Refusal.BadInput(
                "stills",
                $"No picture shows this ({char.ToLowerInvariant(other.Name[0])}{other.Name[1..]}). Say in one tap what it did."
            );
        var after = request.ByEye is null ? After(check, request, target) : null;
        var trial = request.ByEye is { } seen
            ? Trial.ByEye(
                seen,
                target,
                painBefore,
                painAfter?.Counted,
                other is null || other.Detects.Any(d => d.MeasureId == target.MeasureId) ? null : other.Name
            )
            : Trial.Of(Before(baseline), after!, target, painBefore, painAfter?.Counted);

        // The words it was said in are kept with the trial: they may be changed later.
        var said = without is not null
            ? Without.Follows(without, trial.Outcome).Sentence
            : ChoicesInForce
                .Words(
                    await scope.StudioAsync(stop),
                    await scope.ClientAsync(check.Fact.ClientId, stop),
                    check.Fact.ExerciseId
                )
                .Of(Fault.Find(request.CorrectionId)!.Value.Correction)
                .Text;
        experience.Changed(check.Fact.StudioId);
        return await facts.AddAsync(
            new TrialFact
            {
                Id = request.Id,
                ClientId = check.Fact.ClientId,
                CheckId = request.CheckId,
                CorrectionId = request.CorrectionId,
                Outcome = trial.Outcome,
                Judged = KeptTrialResult.Kept.Write(
                    new KeptTrialResult(
                        trial.Outcome,
                        KeptPart.Of(trial.Sentence),
                        trial.Because,
                        said,
                        after?.On(target.MeasureId, target.Side) is { } result
                            ? result.Verdict == Verdict.Outside
                            : null
                    )
                ),
                Supersedes = request.Supersedes,
            },
            request.ToKept(),
            stop
        );
    }

    /// <summary>Takes a trial back, while nothing has been decided on it.</summary>
    public async Task<TrialFact> WithdrawAsync(Guid trialId, TrialWithdrawal request, CancellationToken stop)
    {
        if (
            await facts.ExistingAsync<TrialFact, KeptWithdrawal>(request.Id, new KeptWithdrawal(request.Id), stop) is
            { } already
        )
            return already;
        var studio = await scope.StudioAsync(stop);
        var trial =
            await db.StandingTrials()
                .AsNoTracking()
                .FirstOrDefaultAsync(t => t.Id == trialId && t.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This trial is not there any more. Reload to see what was kept.");
        if (await db.Decisions.AnyAsync(d => d.CheckId == trial.CheckId, stop))
            throw Refusal.Conflict("A decision rests on this trial already. Change the decision instead.");
        experience.Changed(studio.Id);
        return await facts.AddAsync(
            new TrialFact
            {
                Id = request.Id,
                ClientId = trial.ClientId,
                CheckId = trial.CheckId,
                CorrectionId = StandingFacts.Withdrawn,
                Outcome = TrialOutcome.NoDifference,
                Judged = trial.Judged,
                Supersedes = trial.Id,
            },
            new KeptWithdrawal(request.Id),
            stop
        );
    }

    public async Task<DecisionFact> DecisionAsync(DecisionRequest request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<DecisionFact, KeptDecision>(request.Id, request.ToKept(), stop) is { } kept)
            return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        var painAfter = request.PainAfter?.ToCore("painAfter");
        var session = await book.FactsAsync(check, painAfter, request.Repetitions?.ToCore(), request.Log, stop);
        var said = DecisionRule.Decide(session.Facts);
        if (said.RuleId != request.RuleId || said.Outcome != request.Recommended)
            throw Refusal.Conflict(
                "The facts changed since this was shown. Look at the new recommendation, then decide.",
                new Dictionary<string, object?> { ["current"] = RecommendationView.Of(said, session) }
            );
        if (said.Outcome == DecisionOutcome.StopAndRefer && request.Chosen != DecisionOutcome.StopAndRefer)
            throw Refusal.BadInput("chosen", "A red flag stands. Clear it with a note before deciding anything else.");
        if (
            session.Facts.Worst >= Pain.StopScore
            && request.Chosen is not (DecisionOutcome.StepBack or DecisionOutcome.StopAndRefer or DecisionOutcome.Hold)
        )
            throw Refusal.BadInput(
                "chosen",
                $"Pain of {Pain.StopScore} or more ended today: step back, stop and refer, or keep as it is for another day."
            );
        var reason = Text.Optional("reason", request.Reason);
        if (request.Chosen != said.Outcome && reason.Length == 0)
            throw Refusal.BadInput("reason", "Say in a few words why you decide otherwise.");
        if (request.Supersedes is null && await db.Decisions.AnyAsync(d => d.CheckId == request.CheckId, stop))
            throw Refusal.Conflict("This check already has a decision. Reload to see it.");
        // A later look was decided on already: an older one cannot decide what comes after it.
        if (
            request.Supersedes is null
            && await (
                from d in db.Standing<DecisionFact>().AsNoTracking()
                join c in db.Checks.AsNoTracking() on d.CheckId equals c.Id
                where
                    d.ClientId == check.Fact.ClientId
                    && c.ExerciseId == check.Fact.ExerciseId
                    && c.Sequence > check.Fact.Sequence
                orderby d.Sequence descending
                select d.RecordedAt
            ).FirstOrDefaultAsync(stop)
                is { } later
            && later != default
        )
        {
            var (_, _, zone) = await scope.DayAsync(stop);
            throw Refusal.Conflict(
                $"A later look at this exercise was decided on already, on {TimeZoneInfo.ConvertTime(later, zone):d MMMM}. Look again and decide on that, or change that decision."
            );
        }

        var way = request.Chosen == DecisionOutcome.Progress ? WayOf(request, session.Facts.Options) : null;
        var view = RecommendationView.Of(said, session);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        var decision = await facts.AddAsync(
            new DecisionFact
            {
                Id = request.Id,
                ClientId = check.Fact.ClientId,
                CheckId = request.CheckId,
                RuleId = said.RuleId,
                Recommended = said.Outcome,
                Chosen = request.Chosen,
                SessionClean = said.SessionClean,
                LastPain =
                    painAfter?.Counted
                    ?? session.Log?.Pain?.Counted
                    ?? check.Trials.Select(t => t.Request.Pain?.ToCore().Counted).LastOrDefault(s => s is not null)
                    ?? check.Request.Pain?.ToCore().Counted,
                Judged = KeptRecommendation.Kept.Write(view.ToKept()),
                Supersedes = request.Supersedes,
            },
            request.ToKept(),
            stop
        );
        // Somebody sent the same at the same moment and was first: everything below is theirs already.
        if (!db.ChangeTracker.Entries<DecisionFact>().Any(e => e.Entity == decision))
            return decision;
        await FollowAsync(request, check, session, said, way, decision, reason, stop);
        // What the rules refer stands as a red flag: nothing is offered until somebody has looked.
        if (said.Outcome == DecisionOutcome.StopAndRefer && request.Chosen == said.Outcome && said.RuleId == "pain")
            await PainFlag.RaiseAsync(facts, scope, check.Fact.ClientId, said.Facts[^1].Value, stop);
        await whole.CommitAsync(stop);
        return decision;
    }

    private static ProgressOption? WayOf(DecisionRequest request, IReadOnlyList<ProgressOption> options)
    {
        if (options.Count == 0)
            return null;
        if (request.Way is not { } index)
            return options[0];
        return index >= 0 && index < options.Count && options[index].Open
            ? options[index]
            : throw Refusal.BadInput("way", "This way on is not open. Choose another one.");
    }

    /// <summary>What follows from a decision, in the same step: where the sides stand, what was done, what is asked for next.</summary>
    private async Task FollowAsync(
        DecisionRequest request,
        JudgedCheck check,
        SessionFacts session,
        Recommendation said,
        ProgressOption? way,
        DecisionFact decision,
        string reason,
        CancellationToken stop
    )
    {
        IReadOnlyList<KeptFact> used = [.. said.Facts.Select(f => new KeptFact(f.Label, f.Value))];
        var rule = DecisionRule.InOrder.Single(r => r.Id == said.RuleId);
        async Task StepAsync(Ladder ladder, BodySide side, string rungId, MoveKind kind, string sentence) =>
            await facts.AddAsync(
                new RungFact
                {
                    Id = Guid.CreateVersion7(scope.Now),
                    ClientId = check.Fact.ClientId,
                    LadderId = ladder.Id,
                    RungId = rungId,
                    Side = side,
                    Kind = kind,
                    DecisionId = decision.Id,
                    Judged = KeptStep.Kept.Write(
                        new KeptStep(sentence, rule.Id, rule.Name, reason.Length > 0 ? reason : null, used)
                    ),
                },
                new KeptNothing(),
                stop
            );

        // Where the rules would place somebody takes effect with their recommendation, not when the coach decides otherwise.
        if (
            session.Placement is { } placed
            && request.Chosen == said.Outcome
            && request.Chosen != DecisionOutcome.StopAndRefer
        )
        {
            foreach (var side in new[] { placed.Left, placed.Right })
                await StepAsync(
                    placed.Ladder,
                    side.Side,
                    side.Rung.Id,
                    MoveKind.Placed,
                    $"{side.Why} {side.WhyNotNext}"
                );
        }

        var moves = session.Moves(
            request.Chosen,
            said.Outcome == request.Chosen ? said.Sides : [BodySide.Left, BodySide.Right],
            way
        );
        foreach (var move in moves)
        {
            var to = session.Spot!.Ladder.Rung(move.To)!;
            var from = session.Spot.Ladder.Rung(move.From)!;
            await StepAsync(
                session.Spot.Ladder,
                move.Side,
                move.To,
                move.Kind,
                move.Kind == MoveKind.Up
                    ? $"Up from “{from.Name}” to “{to.Name}”. {rule.Reason}"
                    : $"Back from “{from.Name}” to “{to.Name}”. {rule.Reason}"
            );
        }

        if (session.Spot is null && request.Log is not null)
            await LogAloneAsync(request.Log, check, session, said, stop);
        if (
            session.Spot is not { } spot
            || session.Next(request.Chosen, way) is not { } next
            || (request.Log is null && way is not { Kind: ProgressKind.Dose or ProgressKind.Load })
        )
            return;
        var exercise = Exercise.Find(spot.Rung.ExerciseId)!;
        // On another rung the numbers begin anew; what is kept here is what this rung would go on with.
        var kept = way is { Kind: ProgressKind.Rung } ? spot.Asked : next.Prescription;
        var earlier = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => l.CheckId == check.Fact.Id)
            .Select(l => (Guid?)l.Id)
            .FirstOrDefaultAsync(stop);
        await facts.AddAsync(
            new LogFact
            {
                Id = Guid.CreateVersion7(scope.Now),
                ClientId = check.Fact.ClientId,
                Day = await scope.TodayAsync(stop),
                ExerciseId = exercise.Id,
                RungId = spot.Rung.Id,
                CheckId = check.Fact.Id,
                NextMorning = request.Log?.NextMorning,
                Pain = session.Log?.Pain?.Counted,
                Supersedes = earlier,
                Judged = KeptLogResult.Kept.Write(
                    new KeptLogResult(
                        spot.Ladder.Id,
                        spot.Rung.Id,
                        spot.Asked.ToKept(exercise),
                        kept.ToKept(exercise),
                        next.Step,
                        next.Why,
                        said.SessionClean
                    )
                ),
            },
            new KeptLog(request.Log.ToKept() ?? new KeptDone()),
            stop
        );
    }

    /// <summary>What was done of an exercise that no ladder has: it is kept all the same, and the numbers go on from it.</summary>
    private async Task LogAloneAsync(
        LogDto log,
        JudgedCheck check,
        SessionFacts session,
        Recommendation said,
        CancellationToken stop
    )
    {
        var exercise = Exercise.Find(check.Fact.ExerciseId)!;
        var asked = Prescription.First(DoseRange.Practising, exercise, session.Rack);
        var next = NextDose.After(asked, session.Log!, session.Facts.PainLimit.Value, false, false, session.Rack);
        var earlier = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => l.CheckId == check.Fact.Id)
            .Select(l => (Guid?)l.Id)
            .FirstOrDefaultAsync(stop);
        await facts.AddAsync(
            new LogFact
            {
                Id = Guid.CreateVersion7(scope.Now),
                ClientId = check.Fact.ClientId,
                Day = await scope.TodayAsync(stop),
                ExerciseId = exercise.Id,
                CheckId = check.Fact.Id,
                NextMorning = log.NextMorning,
                Pain = session.Log!.Pain?.Counted,
                Supersedes = earlier,
                Judged = KeptLogResult.Kept.Write(
                    new KeptLogResult(
                        null,
                        null,
                        asked.ToKept(exercise),
                        next.Prescription.ToKept(exercise),
                        next.Step,
                        next.Why,
                        said.SessionClean
                    )
                ),
            },
            new KeptLog(log.ToKept()!),
            stop
        );
    }

    /// <summary>What the change is held against, which must answer for the target.</summary>
    private static Look Before(Baseline baseline) =>
        baseline.Look.On(baseline.Target.MeasureId, baseline.Target.Side) is not null
            ? baseline.Look
            : throw Refusal.BadInput(
                "stills",
                $"There is no first look at the {Finding.Word(baseline.Target.Side)} side to compare with. Mark that side first."
            );

    private static Look After(JudgedCheck check, TrialRequest request, TrialTarget target)
    {
        if (request.Stills.Any(s => s.Side != request.Side) || request.Seen.Any(s => s.Side != request.Side))
            throw Refusal.BadInput("stills", "Look again at one side: the side the cue was for.");
        var after = LookEndpoints.Look(request.Stills, request.Seen, [], check.Standard, check.Context);
        if (after.On(target.MeasureId, target.Side) is not null)
            return after;
        var measure = MeasureDefinition.Find(target.MeasureId)!;
        throw Refusal.BadInput(
            "stills",
            after
                .Stills.Select(s => s.Fault)
                .OfType<MeasurementFault>()
                .Select(MeasurementFaults.Sentence)
                .FirstOrDefault()
                ?? $"The retest does not show the {measure.Short}. Mark it{(measure.Views is [var view, ..] ? $" from the {view.ToString().ToLowerInvariant()}" : "")}, or say what you saw."
        );
    }

    /// <summary>Pictures must be this client's, and their sizes the kept ones: coordinates mean nothing otherwise.</summary>
    private async Task RefuseStrangePicturesAsync(Guid clientId, IReadOnlyList<StillDto> stills, CancellationToken stop)
    {
        if (stills.Count == 0)
            return;
        var ids = stills.Select(s => s.PictureId).Distinct().ToArray();
        var kept = await db
            .Pictures.AsNoTracking()
            .Where(p => ids.Contains(p.Id) && p.ClientId == clientId)
            .ToDictionaryAsync(p => p.Id, p => (p.Width, p.Height), stop);
        if (stills.Any(s => !kept.TryGetValue(s.PictureId, out var size) || size != (s.Width, s.Height)))
            throw Refusal.BadInput("stills", "A picture is not this client's, or was changed. Choose it again.");
    }
}
