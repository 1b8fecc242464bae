using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Decisions;

/// <summary>Turns what a coach decides into facts, with all that follows from it in the same step.</summary>
internal sealed class DecisionRecorder(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    CheckBook book,
    DecisionBook decisions
)
{
    /// <summary>Keeps a decision; the same one again is answered as the first time.</summary>
    public async Task<DecisionFact> KeepAsync(KeptDecision request, CancellationToken stop)
    {
        if (await facts.ExistingAsync<DecisionFact, KeptDecision>(request.Id, request, stop) is { } kept)
            return kept;
        var check = await book.LoadAsync(request.CheckId, stop);
        var painAfter = request.PainAfter?.ToCore();
        var session = await decisions.FactsAsync(
            check,
            painAfter,
            request.Repetitions is { } n ? new Repetitions(n.Prescribed, n.Done, n.Clean) : null,
            request.Log,
            stop
        );
        var said = DecisionRule.Decide(session.Facts);
        if (said.RuleId != request.RuleId || said.Outcome != request.Recommended)
            throw Refusal.Conflict(
                "The facts changed since this was shown. Look at the new recommendation, then decide.",
                new Dictionary<string, object?> { ["current"] = RecommendationSaid.Of(said, session) }
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
        var view = RecommendationSaid.Of(said, session);
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
                Judged = KeptRecommendation.Kept.Write(view),
                Supersedes = request.Supersedes,
            },
            request,
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

    private static ProgressOption? WayOf(KeptDecision request, IReadOnlyList<ProgressOption> options)
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
        KeptDecision request,
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

        var earlier = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => l.CheckId == check.Fact.Id)
            .Select(l => (Guid?)l.Id)
            .FirstOrDefaultAsync(stop);
        if (session.Spot is not { } spot)
        {
            // What was done of an exercise that no ladder has is kept all the same, and the numbers go on from it.
            if (session.Log is not { } did)
                return;
            var first = Prescription.First(DoseRange.Practising, Exercise.Find(check.Fact.ExerciseId)!, session.Rack);
            var after = NextDose.After(first, did, session.Facts.PainLimit.Value, false, false, session.Rack);
            await LogAsync(
                request.Log,
                check,
                session,
                said,
                null,
                earlier,
                first,
                after.Prescription,
                after,
                null,
                stop
            );
        }
        else if (
            session.Next(request.Chosen, way) is { } next
            && (
                request.Log is not null
                || way is { Kind: ProgressKind.Dose or ProgressKind.Load or ProgressKind.Slower }
                // What the decision before asked for does not outlive it.
                || earlier is not null
            )
        )
            // On another rung the numbers begin anew; what is kept here is what this rung would go on with.
            await LogAsync(
                request.Log,
                check,
                session,
                said,
                spot,
                earlier,
                spot.Asked,
                way is { Kind: ProgressKind.Rung } ? spot.Asked : next.Prescription,
                next,
                way is { Kind: ProgressKind.Slower } ? way.Tempo : null,
                stop
            );
    }

    /// <summary>What was done, with what was asked for and what is asked for next.</summary>
    private async Task LogAsync(
        KeptDone? done,
        JudgedCheck check,
        SessionFacts session,
        Recommendation said,
        Spot? spot,
        Guid? earlier,
        Prescription asked,
        Prescription goesOn,
        NextDose next,
        Tempo? tempo,
        CancellationToken stop
    )
    {
        var exercise = Exercise.Find(spot?.Rung.ExerciseId ?? check.Fact.ExerciseId)!;
        await facts.AddAsync(
            new LogFact
            {
                Id = Guid.CreateVersion7(scope.Now),
                ClientId = check.Fact.ClientId,
                Day = await scope.TodayAsync(stop),
                ExerciseId = exercise.Id,
                RungId = spot?.Rung.Id,
                CheckId = check.Fact.Id,
                NextMorning = done?.NextMorning,
                Pain = session.Log?.Pain?.Counted,
                Supersedes = earlier,
                Judged = KeptLogResult.Kept.Write(
                    new KeptLogResult(
                        spot?.Ladder.Id,
                        spot?.Rung.Id,
                        AskedSaid.Of(asked, exercise, spot?.Tempo),
                        AskedSaid.Of(goesOn, exercise, tempo ?? spot?.Tempo),
                        next.Step,
                        next.Why,
                        said.SessionClean,
                        KeptTempo.Of(tempo)
                    )
                ),
            },
            new KeptLog(done ?? new KeptDone()),
            stop
        );
    }
}
