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
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Logs;

/// <summary>Keeps what was done, with what it leads to: the next dose, and what pain asks for by itself.</summary>
internal sealed class LogRecorder(
    StudioContext db,
    StudioScope scope,
    LadderBook ladders,
    LadderShelf shelf,
    FactWriter facts,
    ConditionGuard guard,
    PainBook pains
)
{
    /// <summary>A log may be entered later, but not from memory of another block.</summary>
    private const int DaysBack = 28;

    /// <summary>Keeps a log that came without a look. The same log sent twice is kept once.</summary>
    /// <exception cref="Refusal">It cannot be meant, a red flag stands, or what was trained is out for this client.</exception>
    public Task<LogFact> AddAsync(KeptLog sent, CancellationToken stop) => AddAsync(sent, null, stop);

    /// <summary>
    /// Keeps what was counted in a session. It has happened: a red flag or a condition that came to be known meanwhile takes
    /// nothing back. What was kept of the same exercise before is replaced where more was counted since; a coach's own correction stands.
    /// </summary>
    /// <param name="sent">What was counted; its id is the item's.</param>
    /// <param name="sessionId">In which session.</param>
    /// <param name="stop">Gives up.</param>
    /// <returns>The log that stands.</returns>
    public async Task<LogFact> CountedAsync(KeptLog sent, Guid sessionId, CancellationToken stop)
    {
        var standing = await db.Logs.AsNoTracking().FirstOrDefaultAsync(l => l.Id == sent.Id, stop);
        while (
            standing is not null
            && await db.Logs.AsNoTracking().FirstOrDefaultAsync(l => l.Supersedes == standing.Id, stop) is { } newer
        )
            standing = newer;
        if (standing is null)
            return await AddAsync(sent, sessionId, stop);
        if (
            standing.SessionId != sessionId
            || KeptLog.Kept.Same(standing.Body, sent with { Id = standing.Id, Supersedes = standing.Supersedes })
        )
            return standing;
        return await AddAsync(
            sent with
            {
                Id = Guid.CreateVersion7(scope.Now),
                Supersedes = standing.Id,
            },
            sessionId,
            stop
        );
    }

    private async Task<LogFact> AddAsync(KeptLog sent, Guid? sessionId, CancellationToken stop)
    {
        var corrects =
            sessionId is null && sent.Supersedes is { } corrected
                ? await db.Logs.AsNoTracking().FirstOrDefaultAsync(l => l.Id == corrected, stop)
                : null;
        if (corrects is not null)
            sent = sent with { Log = Corrected(sent.Log, corrects) };
        if (await facts.ExistingAsync<LogFact, KeptLog>(sent.Id!.Value, sent, stop) is { } kept)
            return kept;
        var studio = await scope.StudioAsync(stop);
        var client = await scope.ClientAsync(sent.ClientId!.Value, stop);
        var exercise =
            Exercise.Find(sent.ExerciseId!)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        if (sessionId is null && (await db.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands: nothing is trained until it is cleared with a note.");
        var today = await scope.TodayAsync(stop);
        var day = sent.Day ?? today;
        if (day > today)
            throw Refusal.BadInput("day", $"{day:d MMMM} has not come yet. Log it on its day.");
        if (sessionId is null && day < today.AddDays(-DaysBack))
            throw Refusal.BadInput("day", $"A log goes back at most {DaysBack} days.");
        var did = sent.Log.ToCore();
        if (did.Sets.Count == 0)
            throw Refusal.BadInput("sets", "Enter at least one set.");
        if (sessionId is null)
            await guard.RefuseAsync(client, exercise, did.Sets.Any(s => s.Load.Kilograms > 0), stop);

        var way = (await shelf.WaysAsync([client.Id], stop))[client.Id];
        var logs = (await shelf.LogsAsync([client.Id], scope.Now, stop))[client.Id]
            .Where(l => l.Id != sent.Supersedes)
            .ToArray();
        var limit = ChoicesInForce.PainLimit(studio, client).Limit.Value;
        var rack = await ladders.RackAsync(client, stop);
        StepTaken[] steps = [.. way.Select(LadderShelf.Step)];
        var logged = LadderShelf.Logged(logs);
        var spot = Spot.For(await ladders.LaddersAsync(stop), exercise.Id, steps, logged, rack);
        var asked = spot?.Asked ?? Prescription.First(DoseRange.Practising, exercise, rack);
        // What was asked for after a break was less: what was done is held against that.
        var back = Core.Training.Today.AwaySince(
            steps,
            logged,
            await LookAsync(client.Id, stop),
            scope.Now,
            spot?.Rung.Dose.Phase == Phase.Learning
        );
        var before = asked;
        if (day != today)
            back = null;
        if (back is not null)
            asked = back.First(asked, rack);
        // Without a look the numbers go on within the rung's range, after two good logs running; the rung itself needs a look.
        var earlier = spot is null ? null : logs.LastOrDefault(l => l.RungId == spot.Rung.Id);
        var twoGood = earlier is not null && KeptLogResult.Kept.Read(earlier.Judged).Good;
        var next = back is null
            ? NextDose.After(asked, did, limit, twoGood, false, rack)
            : back.After(before, asked, did, limit, rack);
        next = next.Tired(asked, did, [.. sent.Log.Tired ?? []], limit);
        var good = did.Good(asked, limit);
        // A tempo that was decided on with the log that is corrected here is still decided on.
        var tempo =
            corrects is not null && KeptLogResult.Kept.TryRead(corrects.Judged, out var result, out _)
                ? result.NextTempo
                : null;
        var ran = sent.Log.Tempo?.ToCore() ?? spot?.Tempo;
        await using var whole = db.Database.CurrentTransaction is null
            ? await db.Database.BeginTransactionAsync(stop)
            : null;
        var fact = await facts.AddAsync(
            new LogFact
            {
                Id = sent.Id!.Value,
                ClientId = client.Id,
                Day = day,
                ExerciseId = exercise.Id,
                RungId = spot?.Rung.Id,
                NextMorning = sent.Log.NextMorning,
                Pain = did.Pain?.Counted,
                SessionId = sessionId,
                Supersedes = sent.Supersedes,
                Judged = KeptLogResult.Kept.Write(
                    new KeptLogResult(
                        spot?.Ladder.Id,
                        spot?.Rung.Id,
                        AskedSaid.Of(asked, exercise, ran),
                        AskedSaid.Of(next.Prescription, exercise, tempo?.ToCore() ?? ran),
                        next.Step,
                        next.Why,
                        good,
                        tempo
                    )
                ),
            },
            sent,
            stop
        );
        if (did.Pain?.Counted > limit)
            await AfterPainAsync(client.Id, spot, did.Pain, day, limit, stop);
        if (whole is not null)
            await whole.CommitAsync(stop);
        return fact;
    }

    /// <summary>
    /// What a correction by hand says, with what such a correction never asks for: the session's tempo and pace, whether a side was
    /// only tired, how sore the muscles were.
    /// </summary>
    private static KeptDone Corrected(KeptDone log, LogFact before) =>
        KeptLog.Kept.TryRead(before.Body, out var kept, out _)
            ? log with
            {
                Tempo = log.Tempo ?? kept.Log.Tempo,
                PaceSeconds = log.PaceSeconds ?? kept.Log.PaceSeconds,
                Tired = log.Tired ?? StillTired(log, kept.Log.Tired),
                Soreness = log.Soreness ?? kept.Log.Soreness,
            }
            : log;

    /// <summary>Of the sides that were tired, those whose corrected sets can still have been.</summary>
    private static BodySide[]? StillTired(KeptDone log, IReadOnlyList<BodySide>? tired)
    {
        var sets = log.ToCore().Sets;
        BodySide[] still =
        [
            .. (tired ?? []).Where(side => sets.Any(s => s.Side == side && SetDone.TiredAtTheEnd(s.Amount, s.Clean))),
        ];
        return still.Length == 0 ? null : still;
    }

    /// <summary>Place and time of the last look that stands, or null.</summary>
    private async Task<(long, DateTimeOffset)?> LookAsync(Guid clientId, CancellationToken stop) =>
        await db.Standing<CheckFact>()
            .AsNoTracking()
            .Where(c => c.ClientId == clientId)
            .OrderByDescending(c => c.Sequence)
            .Select(c => new { c.Sequence, c.RecordedAt })
            .FirstOrDefaultAsync(stop)
            is { } look
            ? (look.Sequence, look.RecordedAt)
            : null;

    /// <summary>
    /// What pain in a log leads to by itself: at <see cref="Pain.StopScore"/> the side goes one rung back from the next visit;
    /// where it has gone on too long a red flag stands until somebody has looked.
    /// </summary>
    private async Task AfterPainAsync(
        Guid clientId,
        Spot? spot,
        Pain pain,
        DateOnly day,
        int limit,
        CancellationToken stop
    )
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var earlier = await pains.DaysAsync([clientId], scope.Now.AddDays(-CheckBook.PainDays), zone, stop);
        if (PainCourse.Refers([.. earlier[clientId]], day, pain.Counted, limit) is { } course)
            await PainFlag.RaiseAsync(facts, scope, clientId, course, stop);
        if (pain.Counted < Pain.StopScore || spot is not { Placed: true } at)
            return;
        BodySide[] sides = Placement.Working(pain) is { } sore ? [sore] : [BodySide.Left, BodySide.Right];
        foreach (
            var move in Following.Moves(at.Ladder, at.Rung.Id, at.Left, at.Right, DecisionOutcome.StepBack, sides, null)
        )
            await facts.AddAsync(
                new RungFact
                {
                    Id = Guid.CreateVersion7(scope.Now),
                    ClientId = clientId,
                    LadderId = at.Ladder.Id,
                    RungId = move.To,
                    Side = move.Side,
                    Kind = move.Kind,
                    Judged = KeptStep.Kept.Write(
                        new KeptStep(
                            $"Back from “{at.Ladder.Rung(move.From)!.Name}” to “{at.Ladder.Rung(move.To)!.Name}”: {pain}. {Pain.StopScore} or more stops for the day.",
                            "pain",
                            "Pain decides",
                            null,
                            [new KeptFact("Pain", pain.ToString())]
                        )
                    ),
                },
                new KeptNothing(),
                stop
            );
    }
}
