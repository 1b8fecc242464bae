using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Decisions;

/// <summary>Puts together what the rules decide on.</summary>
internal sealed class DecisionBook(
    StudioContext db,
    StudioScope scope,
    CorrectionBook corrections,
    TrialBook trials,
    LadderBook ladders,
    LadderShelf shelf,
    PainBook painBook,
    ConditionShelf conditions
)
{
    /// <summary>No more earlier trials or decisions than this are read.</summary>
    private const int MostEarlier = 60;

    /// <summary>Everything the rules look at after a session, with where the client is on the ladder.</summary>
    public async Task<SessionFacts> FactsAsync(
        JudgedCheck check,
        Pain? painAfter,
        Repetitions? counted,
        KeptDone? done,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(check.Fact.ClientId, stop);
        var way = (await shelf.WaysAsync([client.Id], stop, why: true))[client.Id].ToArray();
        var logs = (await shelf.LogsAsync([client.Id], scope.Now, stop))[client.Id]
            .Where(l => l.CheckId != check.Fact.Id)
            .ToArray();
        // What this check itself moved does not count while it is decided anew.
        var own = await db
            .Decisions.AsNoTracking()
            .Where(d => d.CheckId == check.Fact.Id)
            .Select(d => d.Id)
            .ToListAsync(stop);
        way = [.. way.Where(r => r.DecisionId is not { } d || !own.Contains(d))];
        var rack = await ladders.RackAsync(client, stop);
        var order = await ladders.OrderAsync(client, check.Fact.ExerciseId, stop);
        var spot = Spot.For(
            [.. (await ladders.LaddersAsync(stop)).Select(order.Of)],
            check.Fact.ExerciseId,
            [.. way.Select(LadderShelf.Step)],
            LadderShelf.Logged(logs),
            rack
        );
        var reach = spot is null ? null : await ladders.ReachAsync(client, spot.Ladder, stop);
        var did = done?.ToCore();
        var repetitions =
            did is not null && spot is not null ? did.Against(spot.Asked)
            : did is not null ? did.Against(Prescription.First(DoseRange.Practising, check.Standard.Exercise, rack))
            : counted;
        var pain = new List<PainReport>();
        if (check.Request.Pain is { } before)
            pain.Add(new(before.ToCore(), false));
        pain.AddRange(
            check
                .Trials.Where(t => t.Request.Pain is not null)
                .Select(t => new PainReport(t.Request.Pain!.ToCore(), true))
        );
        if ((painAfter ?? did?.Pain) is { } after)
            pain.Add(new(after, check.Trials.Count > 0) { AfterSet = true });

        // The session before is the last one of the same exercise: two exercises do not prove each other.
        var previous = await (
            from d in db.Standing<DecisionFact>().AsNoTracking()
            join c in db.Checks.AsNoTracking() on d.CheckId equals c.Id
            where
                d.ClientId == check.Fact.ClientId
                && c.ExerciseId == check.Fact.ExerciseId
                && d.CheckId != check.Fact.Id
                && d.Sequence < check.Fact.Sequence
            orderby d.Sequence descending
            select new
            {
                d.Id,
                d.CheckId,
                d.SessionClean,
                d.LastPain,
                d.Sequence,
            }
        ).FirstOrDefaultAsync(stop);
        // A clean session counts on the rung it was made on; the look that placed the client counts as the first.
        var counts =
            previous is not null
            && (
                spot?.Last is not { } came
                || previous.Sequence > came.Place
                || (came.Kind == MoveKind.Placed && came.DecisionId == previous.Id)
            );
        var failed = previous is null
            ? []
            : await db.StandingTrials()
                .AsNoTracking()
                .Where(t => t.CheckId == previous.CheckId && t.Outcome != TrialOutcome.Helped)
                .Select(t => t.CorrectionId)
                .ToListAsync(stop);
        // What was tried and decided in earlier sessions counts from when the client came to this rung.
        var since = spot?.Last?.Place ?? 0;
        var earlier = await (
            from t in db.StandingTrials().AsNoTracking()
            join c in db.Checks.AsNoTracking() on t.CheckId equals c.Id
            where
                t.ClientId == client.Id
                && c.ExerciseId == check.Fact.ExerciseId
                && c.Id != check.Fact.Id
                && t.Sequence >= since
                && t.Sequence < check.Fact.Sequence
            orderby t.Sequence
            select new
            {
                t.CorrectionId,
                t.Outcome,
                t.Body,
                t.Judged,
            }
        )
            .Take(MostEarlier)
            .ToListAsync(stop);
        var chosen = await (
            from d in db.Standing<DecisionFact>().AsNoTracking()
            join c in db.Checks.AsNoTracking() on d.CheckId equals c.Id
            where
                d.ClientId == client.Id
                && c.ExerciseId == check.Fact.ExerciseId
                && d.CheckId != check.Fact.Id
                && d.Sequence >= since
                && d.Sequence < check.Fact.Sequence
            orderby d.Sequence descending
            select d.Chosen
        )
            .Take(MostEarlier)
            .ToListAsync(stop);
        var past = await trials.PastTrialsAsync(check.Fact.ClientId, stop);
        var effort = new[] { check.Request.Effort, did?.Effort }.Max();
        // Two sessions running count at one load: what was clean with less in the hands says nothing of more.
        double? Held(Guid checkId) =>
            logs.LastOrDefault(l => l.CheckId == checkId) is { } logged
            && KeptLog.Kept.TryRead(logged.Body, out var kept, out _)
            && kept.Log.ToCore().Sets is { Count: > 0 } sets
                ? sets.Max(s => s.Load.Kilograms)
                : null;
        if (
            counts
            && did is { Sets.Count: > 0 }
            && Held(previous!.CheckId) is { } heldBefore
            && heldBefore < did.Sets.Max(s => s.Load.Kilograms) - 0.01
        )
            counts = false;
        var (limit, limitBy) = ChoicesInForce.PainLimit(await scope.StudioAsync(stop), client);
        var (_, _, zone) = await scope.DayAsync(stop);
        var faults = check.Named?.Corrections.Select(c => c.Id).ToHashSet() ?? [];

        var facts = new DecisionFacts(
            Exercise.Find(check.Fact.ExerciseId) ?? Exercise.SplitSquatToPad,
            [
                .. (await db.UnclearedAsync(check.Fact.ClientId, stop)).Select(f =>
                    RedFlag.Find(f.SignId)?.Text ?? f.SignId
                ),
            ],
            pain,
            limit,
            check.Request.NextMorning ?? done?.NextMorning,
            check.Look,
            [
                .. check.Trials.Select(t => new SessionTrial(
                    t.Fact.CorrectionId,
                    t.Fact.Outcome,
                    t.Request.Side,
                    t.After
                )),
            ],
            repetitions,
            previous is null ? null : new PreviousSession(previous.SessionClean && counts, previous.LastPain, failed),
            CorrectionChoice.Rank(past, null).FirstOrDefault(r => r.Helped > 0 && faults.Contains(r.Correction.Id))
        )
        {
            EarlierPain =
            [
                .. (
                    await painBook.DaysAsync(
                        [client.Id],
                        scope.Now.AddDays(-CheckBook.PainDays),
                        zone,
                        stop,
                        without: check.Fact.Id
                    )
                )[client.Id],
            ],
            Day = Day(),
            LimitBy = limitBy,
            EarlierTrials =
            [
                .. earlier
                    .Select(t =>
                        KeptTrial.Kept.TryRead(t.Body, out var trial, out _)
                            ? new SessionTrial(t.CorrectionId, t.Outcome, trial.Side, null)
                            {
                                LeftOutside =
                                    KeptTrialResult.Kept.TryRead(t.Judged, out var found, out _)
                                    && found.LeftOutside == true,
                            }
                            : null
                    )
                    .OfType<SessionTrial>(),
            ],
            Decided = await DecidedAsync(check, stop),
            Trained = KeptIntake.Of(client).TrainingAge,
            Standstill =
                1 + chosen.TakeWhile(d => d is not (DecisionOutcome.Progress or DecisionOutcome.StepBack)).Count(),
            Swaps = spot is null
                ? []
                : Swap.For(spot.Ladder, spot.Rung, reach!, await conditions.OfAsync(client, way, Day(), stop)),
            Effort = effort,
            Forms = await corrections.FormsAsync(check, client, stop),
            AllChecks = await ladders.SettingAsync("standard", client, check.Fact.ExerciseId, stop) == "all",
            StepBackAtOnce = await ladders.SettingAsync("pain", client, check.Fact.ExerciseId, stop) == "step-back",
            Options = spot is null
                ? []
                : ProgressOption.Gated(
                    (await ladders.OptionsAsync(client, spot, reach!, await scope.TodayAsync(stop), stop))(spot.Asked),
                    effort,
                    spot.Asked.Load.Kilograms
                ),
            Below = spot?.Rung.Fallback is { } f ? spot.Ladder.Rung(f) : null,
        };
        var placement = spot is { Placed: false }
            ? Placement.Of(
                spot.Ladder,
                spot.Rung,
                check.Look,
                facts.Trials,
                pain.LastOrDefault()?.Pain,
                facts.PainLimit.Value,
                reach!
            )
            : null;
        return new SessionFacts(facts, spot, placement, did, rack);

        DateOnly Day() => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(check.Fact.RecordedAt, zone).Date);
    }

    /// <summary>By which rules the client was decided before, the newest first, back to the first of an earlier edition.</summary>
    private async Task<IReadOnlyList<PastDecision>> DecidedAsync(JudgedCheck check, CancellationToken stop)
    {
        var decided = new List<PastDecision>();
        await foreach (
            var d in db.Standing<DecisionFact>()
                .AsNoTracking()
                .Where(d => d.ClientId == check.Fact.ClientId && d.CheckId != check.Fact.Id)
                .OrderByDescending(d => d.Sequence)
                .Select(d => new { d.RuleId, d.Judged })
                .Take(MostEarlier)
                .AsAsyncEnumerable()
                .WithCancellation(stop)
        )
        {
            var edition = KeptRecommendation.Kept.TryRead(d.Judged, out var said, out _) ? said.ByEdition() : 1;
            decided.Add(new(d.RuleId, edition));
            if (edition < DecisionRule.Edition)
                break;
        }

        return decided;
    }
}
