using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Plans;

/// <summary>How a visit of the calendar stands.</summary>
internal enum VisitStands
{
    /// <summary>To come, or today and not begun.</summary>
    Ahead,

    /// <summary>Somebody has begun it.</summary>
    Running,

    /// <summary>Done: put away, logged or looked at on its day.</summary>
    Done,

    /// <summary>Its day is over and nothing was done.</summary>
    Missed,
}

/// <summary>A visit in the calendar.</summary>
/// <param name="Record">As it is kept.</param>
/// <param name="Day">The studio's own day.</param>
/// <param name="At">By the studio's own clock.</param>
/// <param name="Stands">How it stands.</param>
/// <param name="Planned">What is intended in it; null for one that stands alone.</param>
/// <param name="Items">That, with the exercises that the ladders have come to.</param>
internal sealed record CalendarVisit(
    SessionRecord Record,
    DateOnly Day,
    TimeOnly At,
    VisitStands Stands,
    KeptPlanned? Planned,
    IReadOnlyList<PlanItem> Items
)
{
    /// <summary>What is due on it beside the work, as it stands now.</summary>
    public IReadOnlyList<PlanDue> Due { get; init; } = [];

    /// <summary>As the rule of missed visits reads it.</summary>
    public VisitDay ToDay() => new(Record.Id, Day, At, Stands is VisitStands.Done or VisitStands.Running);
}

/// <summary>The standing plan of a client with its visits.</summary>
/// <param name="Record">As it is kept.</param>
/// <param name="Kept">The block.</param>
internal sealed record StandingPlan(PlanRecord Record, KeptPlan Kept);

/// <summary>Reads plans and the calendar, and puts together what a plan is made from.</summary>
internal sealed class PlanBook(
    StudioContext db,
    StudioScope scope,
    TodayBook days,
    LadderShelf shelf,
    LadderBook ladders
)
{
    /// <summary>So many of the last sessions say whether warm-ups are left out.</summary>
    private const int SessionsForWarmUps = 6;

    /// <summary>So many weeks back say on which days somebody comes.</summary>
    private const int HabitWeeks = 6;

    /// <summary>What is known of a client that a plan is made from.</summary>
    public async Task<PlanFacts> FactsAsync(ClientRecord client, Block block, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var day = await days.OfAsync(studio, client, scope.Now, stop);
        var today = await scope.TodayAsync(stop);
        var steps = day.Facts.Steps;
        Spot[] places =
        [
            .. Spot.Stands(steps)
                .OrderBy(s => s.Since)
                .Select(s => s.LadderId)
                .Distinct()
                .Select(id => day.Facts.Ladders.FirstOrDefault(l => l.Id == id))
                .OfType<Ladder>()
                .Select(l => Spot.On(l, l.Rungs[0], steps, day.Facts.Logs, day.Facts.Rack)),
        ];
        var reaches = new Dictionary<string, Func<Rung, RungReach>>();
        // Only where the client stands: of the other ladders nothing is planned.
        foreach (
            var ladder in places
                .Select(p => p.Ladder)
                .Append(day.Today.Spot?.Ladder)
                .OfType<Ladder>()
                .DistinctBy(l => l.Id)
        )
            reaches[ladder.Id] = await ladders.ReachAsync(client, ladder, stop);
        var intake = KeptIntake.Of(client);
        var seen = await SeenAsync([client.Id], stop);
        return new PlanFacts(block, day.Today)
        {
            Places = places,
            Goals = intake.Goals,
            Trained = intake.TrainingAge,
            Rack = day.Facts.Rack,
            Helper = intake
                .Build()
                .Helpers()
                .FirstOrDefault(h => h.Exercise.Lacking(ChoicesInForce.Kit(studio).Things?.ToHashSet()) is null),
            Out = exercise => Condition.Refusing(day.Facts.Conditions, exercise)?.Line ?? Unreached(exercise),
            Props = Props(client, today),
            Seen = seen.TryGetValue((client.Id, day.Today.Exercise.Id), out var last) ? last : null,
            WarmUps = await WarmUpsAsync(client.Id, stop),
            Standstill = Still(day.Facts.Logs, day.Today.Spot),
            Swaps = day.Today.Spot is { } spot
                ? Swap.For(spot.Ladder, spot.Rung, reaches[spot.Ladder.Id], day.Facts.Conditions)
                : [],
        };

        string? Unreached(Exercise exercise)
        {
            foreach (var spot in places.Where(p => p.Rung.ExerciseId == exercise.Id))
            {
                if (reaches[spot.Ladder.Id](spot.Rung) is { Reachable: false } no)
                    return no.Why;
            }

            return null;
        }
    }

    /// <summary>How many logs running asked for the same again on the rung that is trained.</summary>
    private static int Still(IReadOnlyCollection<DoseLogged> logs, Spot? spot)
    {
        if (spot is not { Placed: true })
            return 0;
        var since = spot.Last?.Place ?? 0;
        DoseLogged[] mine =
        [
            .. logs.Where(l => l.RungId == spot.Rung.Id && l.Place >= since).OrderByDescending(l => l.Place),
        ];
        return mine.Zip(mine.Skip(1))
            .TakeWhile(p =>
                (p.First.Next.Sets, p.First.Next.Amount, p.First.Next.Load)
                == (p.Second.Next.Sets, p.Second.Next.Amount, p.Second.Next.Load)
            )
            .Count();
    }

    /// <summary>How many of the last sessions left their warm-up out, of how many that had one.</summary>
    private async Task<(int Skipped, int Of)> WarmUpsAsync(Guid clientId, CancellationToken stop)
    {
        var bodies = await db
            .Sessions.AsNoTracking()
            .Where(s => s.ClientId == clientId && s.ClosedAt != null && s.Body != null)
            .OrderByDescending(s => s.StartsAt)
            .Take(SessionsForWarmUps)
            .Select(s => s.Body!)
            .ToListAsync(stop);
        var runs = bodies
            .Select(b => KeptSession.Kept.TryRead(b, out var kept, out _) ? kept : null)
            .OfType<KeptSession>()
            .Select(k => SessionRun.Of(k.ToItems(), k.Guard.ToCore(), k.ToTaps()))
            .Where(r => r.Items.Any(i => i.Place == SessionPlace.WarmUp))
            .ToArray();
        return (
            runs.Count(r =>
                r.Items.Where(i => i.Place == SessionPlace.WarmUp).All(i => r.Over.All(o => o.Step.Item != i.Id))
            ),
            runs.Length
        );
    }

    /// <summary>The plan of a client that stands, or null.</summary>
    public async Task<StandingPlan?> StandingAsync(Guid clientId, CancellationToken stop) =>
        await db.Plans.AsNoTracking().FirstOrDefaultAsync(p => p.ClientId == clientId && p.EndedAt == null, stop)
            is { } record
            ? new(record, KeptPlan.Kept.Read(record.Body))
            : null;

    /// <summary>The visits of some clients, or of all, between two of the studio's own days (the second not in it), in order of time.</summary>
    public async Task<IReadOnlyList<CalendarVisit>> VisitsAsync(
        DateOnly from,
        DateOnly to,
        Guid? clientId,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var today = await scope.TodayAsync(stop);
        var (since, until) = (Start(from, zone), Start(to, zone));
        var records = await db
            .Sessions.AsNoTracking()
            .Where(s =>
                s.StudioId == studio.Id
                && s.StartsAt >= since
                && s.StartsAt < until
                && (clientId == null || s.ClientId == clientId)
            )
            .OrderBy(s => s.StartsAt)
            // What was tapped is not needed here and is long.
            .Select(s => new
            {
                Record = new SessionRecord
                {
                    Id = s.Id,
                    StudioId = s.StudioId,
                    ClientId = s.ClientId,
                    StartsAt = s.StartsAt,
                    ExerciseId = s.ExerciseId,
                    PlanId = s.PlanId,
                    Planned = s.Planned,
                    DeviceName = s.DeviceName,
                    ClosedAt = s.ClosedAt,
                    Version = s.Version,
                },
                Begun = s.Body != null,
            })
            .ToListAsync(stop);
        Guid[] ids = [.. records.Select(r => r.Record.ClientId).Distinct()];
        var done = await DoneAsync(ids, since, zone, stop);
        var inForce = await shelf.LaddersAsync(studio.Id, stop);
        var ways = await shelf.WaysAsync(ids, stop);
        var steps = ids.ToDictionary(id => id, id => ways[id].Select(LadderShelf.Step).ToArray());
        CalendarVisit[] visits =
        [
            .. records.Select(r =>
            {
                var local = TimeZoneInfo.ConvertTime(r.Record.StartsAt, zone);
                var day = DateOnly.FromDateTime(local.Date);
                var planned =
                    r.Record.Planned is { } kept && KeptPlanned.Kept.TryRead(kept, out var read, out _) ? read : null;
                return new CalendarVisit(
                    r.Record,
                    day,
                    TimeOnly.FromTimeSpan(local.TimeOfDay),
                    r.Record.ClosedAt is not null || (!r.Begun && done.Contains((r.Record.ClientId, day)))
                            ? VisitStands.Done
                        : r.Begun ? VisitStands.Running
                        : day < today ? VisitStands.Missed
                        : VisitStands.Ahead,
                    planned,
                    planned is null ? [] : Items(planned, inForce, steps[r.Record.ClientId])
                )
                {
                    Due = [.. (planned?.Due ?? []).Select(d => d.ToCore())],
                };
            }),
        ];
        // From a window that begins later it cannot be told what is due first.
        return from <= today ? await DueNowAsync(visits, today, stop) : visits;
    }

    /// <summary>Films and props of visits to come by what is known now: one that was made or given back since is due no more.</summary>
    private async Task<IReadOnlyList<CalendarVisit>> DueNowAsync(
        CalendarVisit[] visits,
        DateOnly today,
        CancellationToken stop
    )
    {
        var plans = visits
            .Where(v => v is { Stands: VisitStands.Ahead, Planned: not null, Items.Count: > 0 })
            .GroupBy(v => v.Record.ClientId)
            .ToArray();
        if (plans.Length == 0)
            return visits;
        Guid[] ids = [.. plans.Select(p => p.Key)];
        var clients = await db.Clients.AsNoTracking().Where(c => ids.Contains(c.Id)).ToDictionaryAsync(c => c.Id, stop);
        var seen = await SeenAsync(ids, stop);
        var due = new Dictionary<Guid, IReadOnlyList<PlanDue>>();
        foreach (var plan in plans)
        {
            CalendarVisit[] ahead = [.. plan];
            var main = Exercise.Find(
                ahead[0].Items.FirstOrDefault(i => i.Place == SessionPlace.Main)?.ExerciseId
                    ?? ahead[0].Record.ExerciseId
            );
            if (main is null)
                continue;
            PlanDue[][] ranges =
            [
                .. ahead.Select(v =>
                    v.Due.Where(d => d.Kind is PlanDueKind.RangeBefore or PlanDueKind.RangeAfter).ToArray()
                ),
            ];
            var more = Plan.DueOn(
                main,
                seen.TryGetValue((plan.Key, main.Id), out var last) ? last : null,
                Props(clients[plan.Key], today),
                [.. ahead.Select(v => v.Day)],
                today,
                ahead[^1].Day.AddDays(1),
                [.. ranges.Select(r => r.Length)]
            );
            foreach (var (visit, i) in ahead.Select((v, i) => (v, i)))
                due[visit.Record.Id] = [.. ranges[i], .. more[i]];
        }

        return [.. visits.Select(v => due.TryGetValue(v.Record.Id, out var now) ? v with { Due = now } : v)];
    }

    private static PlanProp[] Props(ClientRecord client, DateOnly today) =>
        [
            .. ChoicesInForce
                .Props(client, today)
                .Select(p => new PlanProp(p.Correction.Id, p.Correction.Short, p.Until)),
        ];

    /// <summary>When each exercise of some clients was looked at or filmed last, by the studio's own days.</summary>
    private async Task<Dictionary<(Guid, string), DateOnly>> SeenAsync(Guid[] ids, CancellationToken stop)
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var looks = await db
            .Checks.AsNoTracking()
            .Where(c => ids.Contains(c.ClientId))
            .GroupBy(c => new { c.ClientId, c.ExerciseId })
            .Select(g => new
            {
                g.Key.ClientId,
                g.Key.ExerciseId,
                At = g.Max(c => c.RecordedAt),
            })
            .ToListAsync(stop);
        var films = await db
            .Clips.AsNoTracking()
            .Where(c => ids.Contains(c.ClientId))
            .GroupBy(c => new { c.ClientId, c.ExerciseId })
            .Select(g => new
            {
                g.Key.ClientId,
                g.Key.ExerciseId,
                At = g.Max(c => c.RecordedAt),
            })
            .ToListAsync(stop);
        return looks
            .Concat(films)
            .GroupBy(s => (s.ClientId, s.ExerciseId))
            .ToDictionary(
                g => g.Key,
                g => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(g.Max(s => s.At), zone).Date)
            );
    }

    /// <summary>What is intended in a visit, each exercise what its ladder has come to, in the order in which it is done.</summary>
    public static IReadOnlyList<PlanItem> Items(
        KeptPlanned planned,
        IReadOnlyList<Ladder> ladders,
        IReadOnlyCollection<StepTaken> steps
    )
    {
        PlanItem[] items =
        [
            .. planned
                .Items.Select(i => i.ToCore())
                .Select(i =>
                    i.LadderId is { } id && ladders.FirstOrDefault(l => l.Id == id) is { } ladder
                        ? i with
                        {
                            ExerciseId = Rung(ladder, i).ExerciseId,
                        }
                        : i
                ),
        ];
        return planned.Turned ? PlanTime.Turned(items) ?? items : items;

        Rung Rung(Ladder ladder, PlanItem item)
        {
            var stands = Spot.Stands(steps.Where(s => s.LadderId == ladder.Id && ladder.Rung(s.RungId) is not null));
            string? On(BodySide side) => stands.FirstOrDefault(s => s.Side == side)?.RungId;
            return stands.Count == 0
                ? ladder.Rungs.FirstOrDefault(r => r.ExerciseId == item.ExerciseId) ?? ladder.Rungs[0]
                : Stride.Planned(ladder, On(BodySide.Left) ?? stands[0].RungId, On(BodySide.Right) ?? stands[0].RungId);
        }
    }

    /// <summary>On which of the studio's own days some clients did something: a log, or a look that was decided on.</summary>
    private async Task<HashSet<(Guid, DateOnly)>> DoneAsync(
        Guid[] ids,
        DateTimeOffset since,
        TimeZoneInfo zone,
        CancellationToken stop
    )
    {
        var from = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(since, zone).Date);
        var logged = await db.Standing<LogFact>()
            .AsNoTracking()
            .Where(l => ids.Contains(l.ClientId) && l.Day >= from)
            .Select(l => new { l.ClientId, l.Day })
            .ToListAsync(stop);
        var looked = await db.Standing<DecisionFact>()
            .AsNoTracking()
            .Where(d => ids.Contains(d.ClientId) && d.RecordedAt >= since)
            .Select(d => new { d.ClientId, d.RecordedAt })
            .ToListAsync(stop);
        return
        [
            .. logged.Select(l => (l.ClientId, l.Day)),
            .. looked.Select(d =>
                (d.ClientId, DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(d.RecordedAt, zone).Date))
            ),
        ];
    }

    /// <summary>On which days and when somebody has come lately: what a new block begins with. Empty where nobody knows.</summary>
    public async Task<IReadOnlyList<PlanDay>> HabitAsync(Guid clientId, CancellationToken stop)
    {
        var today = await scope.TodayAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var since = Start(today.AddDays(-7 * HabitWeeks), zone);
        var starts = await db
            .Sessions.AsNoTracking()
            .Where(s => s.ClientId == clientId && s.StartsAt >= since)
            .Select(s => s.StartsAt)
            .ToListAsync(stop);
        return
        [
            .. starts
                .Select(s => TimeZoneInfo.ConvertTime(s, zone))
                .GroupBy(s => s.DayOfWeek)
                .OrderByDescending(g => g.Count())
                .ThenByDescending(g => g.Max())
                .Take(3)
                .Where(g => g.Count() > 1 || starts.Count <= 2)
                .OrderBy(g => ((int)g.Key + 6) % 7)
                .Select(g => new PlanDay(g.Key, Quarter(g.Max()))),
        ];

        // An hour that nobody planned began at any minute.
        static TimeOnly Quarter(DateTimeOffset at) => new(at.Hour, at.Minute / 15 * 15);
    }

    /// <summary>Whether the studio is open on a day of the week, as far as its own calendar tells: it is where anybody comes on such a day.</summary>
    public async Task<IReadOnlySet<DayOfWeek>> OpenAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var today = await scope.TodayAsync(stop);
        var (since, until) = (Start(today.AddDays(-28), zone), Start(today.AddDays(28), zone));
        var starts = await db
            .Sessions.AsNoTracking()
            .Where(s => s.StudioId == studio.Id && s.StartsAt >= since && s.StartsAt < until)
            .Select(s => s.StartsAt)
            .ToListAsync(stop);
        return starts.Select(s => TimeZoneInfo.ConvertTime(s, zone).DayOfWeek).ToHashSet();
    }

    /// <summary>Where every missed visit of a client goes, with those that move on for it; empty where none was missed.</summary>
    public async Task<IReadOnlyList<VisitMove>> MovesAsync(StandingPlan plan, CancellationToken stop)
    {
        var today = await scope.TodayAsync(stop);
        var visits = await VisitsAsync(
            Earliest(plan.Kept.First, today),
            today.AddDays(7 * (Block.MostWeeks + 2)),
            plan.Record.ClientId,
            stop
        );
        var open = await OpenAsync(stop);
        return MissedVisits.Moves(
            plan.Kept.ToCore(),
            [.. visits.Where(v => v.Record.PlanId == plan.Record.Id || v.Day >= today).Select(v => v.ToDay())],
            today,
            d => open.Contains(d.DayOfWeek)
        );
    }

    /// <summary>From where the visits of a plan are read: it may have taken over some from before its first day.</summary>
    public static DateOnly Earliest(DateOnly first, DateOnly today) =>
        first < today.AddDays(-14) ? first : today.AddDays(-14);

    /// <summary>Midnight of one of the studio's own days.</summary>
    public static DateTimeOffset Start(DateOnly day, TimeZoneInfo zone) =>
        StudioScope.Instant(day.ToDateTime(TimeOnly.MinValue), zone);

    /// <summary>A time of one of the studio's own days; an hour later where the clocks go forward over it.</summary>
    public static DateTimeOffset Instant(DateOnly day, TimeOnly at, TimeZoneInfo zone)
    {
        var local = day.ToDateTime(at);
        return StudioScope.Instant(zone.IsInvalidTime(local) ? local.AddHours(1) : local, zone);
    }
}
