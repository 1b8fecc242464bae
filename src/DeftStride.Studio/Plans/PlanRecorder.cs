using System.Globalization;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Plans;

/// <summary>Keeps plans and moves visits. Whoever calls saves.</summary>
internal sealed class PlanRecorder(StudioContext db, StudioScope scope, PlanBook book)
{
    /// <summary>What was missed longer ago is left behind, days.</summary>
    private const int CarriedDays = 14;

    /// <summary>Nothing is planned further ahead.</summary>
    private const int MostDaysAhead = 366;

    /// <summary>
    /// Plans a block. The plan that stood before ends: its visits before the new block stay and belong to this one, those that nobody has
    /// begun from its first day on go. A visit that the client has anyway on one of the days becomes part of it, so that no day holds two.
    /// </summary>
    /// <exception cref="Refusal">It cannot be meant, or nothing is trained today.</exception>
    public async Task<PlanRecord> MakeAsync(Guid id, ClientRecord client, Block block, CancellationToken stop)
    {
        var today = await scope.TodayAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        if (block.First < today || block.First > today.AddDays(MostDaysAhead))
            throw Refusal.BadInput("first", "A plan begins today, or on a day within a year from now.");
        var plan = await PlanAsync(client, block, stop);
        if (await db.Plans.FirstOrDefaultAsync(p => p.ClientId == client.Id && p.EndedAt == null, stop) is { } before)
            await EndAsync(before, block.First, stop);
        var record = new PlanRecord
        {
            Id = id,
            StudioId = client.StudioId,
            ClientId = client.Id,
            Body = KeptPlan.Kept.Write(KeptPlan.Of(plan)),
        };
        // A block that begins later leaves this one as it is up to then, with what was missed lately; one that begins today begins anew.
        var until = PlanBook.Start(block.First, zone);
        var since = block.First > today ? PlanBook.Start(today.AddDays(-CarriedDays), zone) : until;
        foreach (
            var earlier in await db
                .Sessions.Where(s =>
                    s.ClientId == client.Id
                    && s.PlanId != null
                    && s.Body == null
                    && s.StartsAt >= since
                    && s.StartsAt < until
                )
                .ToListAsync(stop)
        )
        {
            earlier.PlanId = record.Id;
            earlier.Version++;
        }

        var there = (await book.VisitsAsync(block.First, block.End, client.Id, stop))
            .Where(v => v.Stands == VisitStands.Ahead)
            .ToLookup(v => v.Day, v => v.Record.Id);
        Guid[] ids = [.. there.SelectMany(g => g)];
        var kept = await db.Sessions.Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id, stop);
        foreach (var visit in plan.Visits)
        {
            var main = visit.Items.Single(i => i.Place == SessionPlace.Main);
            var session =
                there[visit.Day].Select(k => kept[k]).FirstOrDefault()
                ?? db.Sessions.Add(
                    new SessionRecord
                    {
                        Id = Guid.CreateVersion7(scope.Now),
                        StudioId = client.StudioId,
                        ClientId = client.Id,
                        ExerciseId = main.ExerciseId!,
                        CreatedAt = scope.Now,
                        Version = 0,
                    }
                ).Entity;
            session.StartsAt = PlanBook.Instant(visit.Day, visit.At, zone);
            session.ExerciseId = main.ExerciseId!;
            session.PlanId = record.Id;
            session.Planned = KeptPlanned.Kept.Write(KeptPlanned.Of(visit));
            session.Version++;
            session.ChangedBy = await scope.CoachIdAsync(stop);
        }

        return record;
    }

    /// <summary>A plan as it would be.</summary>
    /// <exception cref="Refusal">It cannot be meant, or nothing is trained today.</exception>
    public async Task<Plan> PlanAsync(ClientRecord client, Block block, CancellationToken stop)
    {
        if (block.Problem() is { } problem)
            throw Refusal.BadInput("block", problem);
        var facts = await book.FactsAsync(client, block, stop);
        return Plan.Problem(facts) is { } no ? throw Refusal.Conflict(no) : Plan.Of(facts);
    }

    /// <summary>Ends a plan: what was done stays, visits that nobody has begun go from a day on.</summary>
    public async Task EndAsync(PlanRecord plan, DateOnly from, CancellationToken stop)
    {
        plan.EndedAt = scope.Now;
        plan.Version++;
        plan.ChangedBy = await scope.CoachIdAsync(stop);
        var ahead = (await book.VisitsAsync(from, from.AddDays(7 * 2 * Block.MostWeeks), plan.ClientId, stop))
            .Where(v => v.Stands == VisitStands.Ahead && v.Record.PlanId == plan.Id)
            .Select(v => v.Record.Id)
            .ToArray();
        db.Sessions.RemoveRange(await db.Sessions.Where(s => ahead.Contains(s.Id)).ToListAsync(stop));
        // The next one may stand at once only when this one does not any more.
        await db.SaveChangesAsync(stop);
    }

    /// <summary>Whether a visit can go to a day, with why not.</summary>
    /// <exception cref="Refusal">It was begun, the day is over or too far, or the client comes then already.</exception>
    public async Task<DateTimeOffset> CanMoveAsync(
        SessionRecord visit,
        DateOnly day,
        TimeOnly at,
        CancellationToken stop
    )
    {
        var today = await scope.TodayAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        if (visit.Body is not null || visit.ClosedAt is not null)
            throw Refusal.Conflict("This session has been begun: it stays on its day.");
        if (day < today || day > today.AddDays(MostDaysAhead))
            throw Refusal.BadInput("day", "A visit goes to today, or to a day within a year from now.");
        var others = await book.VisitsAsync(day, day.AddDays(1), visit.ClientId, stop);
        if (others.Any(v => v.Record.Id != visit.Id && v.Stands != VisitStands.Missed))
            throw Refusal.Conflict(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"There is a visit on {day:dddd d MMMM} already. One a day is enough: choose another day."
                )
            );
        return PlanBook.Instant(day, at, zone);
    }

    /// <summary>Puts a visit on another day; what it was on before stays with it.</summary>
    public static void Move(SessionRecord visit, DateTimeOffset to)
    {
        if (visit.StartsAt == to)
            return;
        if (visit.Planned is { } kept)
        {
            var planned = KeptPlanned.Kept.Read(kept);
            visit.Planned = KeptPlanned.Kept.Write(
                planned with
                {
                    MovedFrom = [.. planned.MovedFrom ?? [], visit.StartsAt],
                }
            );
        }

        visit.StartsAt = to;
    }

    /// <summary>Moves every missed visit of a plan, and those that move on for it.</summary>
    /// <returns>What moved.</returns>
    public async Task<IReadOnlyList<VisitMove>> MoveMissedAsync(StandingPlan plan, CancellationToken stop)
    {
        var moves = await book.MovesAsync(plan, stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        Guid[] ids = [.. moves.Select(m => m.Id)];
        var records = await db.Sessions.Where(s => ids.Contains(s.Id)).ToDictionaryAsync(s => s.Id, stop);
        foreach (var move in moves)
        {
            var record = records[move.Id];
            Move(record, PlanBook.Instant(move.Day, move.At, zone));
            record.Version++;
            record.ChangedBy = await scope.CoachIdAsync(stop);
        }

        return moves;
    }

    /// <summary>Gives a visit another height for one exercise, or turns its order round.</summary>
    public static void Give(SessionRecord visit, string exerciseId, double? heightCm, string sentence)
    {
        var planned = visit.Planned is { } kept ? KeptPlanned.Kept.Read(kept) : new KeptPlanned(0, false, [], []);
        visit.Planned = KeptPlanned.Kept.Write(
            heightCm is { } cm
                ? planned with
                {
                    Heights =
                    [
                        .. (planned.Heights ?? []).Where(h => h.ExerciseId != exerciseId),
                        new KeptHeight(exerciseId, cm, sentence),
                    ],
                }
                : planned with
                {
                    Turned = !planned.Turned,
                }
        );
    }
}
