using System.Security.Cryptography;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Sessions;

/// <summary>A session with the client's day that it belongs to.</summary>
/// <param name="Record">As it is kept; for one that nobody planned nor began, as it would be.</param>
/// <param name="Day">The client's day.</param>
/// <param name="Today">The same for what is planned in it.</param>
/// <param name="Plan">What it consists of while nobody has begun it.</param>
/// <param name="Kept">What was asked for and tapped, or null while nobody has begun it.</param>
internal sealed record SessionOfDay(
    SessionRecord Record,
    ClientDay Day,
    Core.Training.Today Today,
    SessionPlan Plan,
    KeptSession? Kept
)
{
    /// <summary>What is asked for, in order.</summary>
    public IReadOnlyList<SessionItem> Items => Kept?.ToItems() ?? Plan.Items();

    /// <summary>What it may not go past, as it is known now.</summary>
    public SessionGuard Guard => SessionGuard.Of(Today);
}

/// <summary>Reads sessions: those of the day, those that were left open, one for a client whom nobody planned.</summary>
internal sealed class SessionBook(StudioContext db, StudioScope scope, TodayBook days)
{
    /// <summary>A session that was begun and not put away is shown so long.</summary>
    public const int OpenDays = 28;

    /// <summary>The day's sessions in time order, those that were left open on a day before first.</summary>
    public async Task<IReadOnlyList<SessionOfDay>> OfDayAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var (from, to, _) = await scope.DayAsync(stop);
        var since = from.AddDays(-OpenDays);
        var records = await db
            .Sessions.AsNoTracking()
            .Where(s =>
                s.StudioId == studio.Id
                && s.StartsAt < to
                && (s.StartsAt >= from || (s.StartsAt >= since && s.Body != null && s.ClosedAt == null))
            )
            .OrderBy(s => s.StartsAt)
            .ToListAsync(stop);
        Guid[] ids = [.. records.Select(r => r.ClientId).Distinct()];
        var clients = await db.Clients.AsNoTracking().Where(c => ids.Contains(c.Id)).ToListAsync(stop);
        return await WithDaysAsync(studio, records, clients, stop);
    }

    /// <summary>The session of a client today: the one that is open, also from a day before, else the next that is planned, else one that nobody planned.</summary>
    public async Task<SessionOfDay> OfClientAsync(Guid clientId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var client = await scope.ClientAsync(clientId, stop);
        var (from, to, _) = await scope.DayAsync(stop);
        var since = from.AddDays(-OpenDays);
        var records = await db
            .Sessions.AsNoTracking()
            .Where(s =>
                s.ClientId == clientId
                && s.ClosedAt == null
                && s.StartsAt < to
                && (s.StartsAt >= from || (s.StartsAt >= since && s.Body != null))
            )
            .OrderBy(s => s.StartsAt)
            .ToListAsync(stop);
        var record =
            records.FirstOrDefault(r => r.Body is not null)
            ?? records.FirstOrDefault()
            ?? new SessionRecord
            {
                Id = await UnplannedAsync(clientId, from, to, stop),
                ClientId = clientId,
                StudioId = studio.Id,
                StartsAt = scope.Now,
                ExerciseId = "",
                Version = 0,
            };
        return (await WithDaysAsync(studio, [record], [client], stop))[0];
    }

    /// <summary>One session by its id, as it is kept.</summary>
    public async Task<SessionOfDay> OfAsync(SessionRecord record, ClientRecord client, CancellationToken stop) =>
        (await WithDaysAsync(await scope.StudioAsync(stop), [record], [client], stop))[0];

    /// <summary>The id of a session that nobody planned: the same however often it is asked for, until one was put away.</summary>
    private async Task<Guid> UnplannedAsync(
        Guid clientId,
        DateTimeOffset from,
        DateTimeOffset to,
        CancellationToken stop
    )
    {
        var before = await db.Sessions.CountAsync(
            s => s.ClientId == clientId && s.StartsAt >= from && s.StartsAt < to,
            stop
        );
        return new Guid(
            SHA256
                .HashData([
                    .. clientId.ToByteArray(),
                    .. BitConverter.GetBytes(from.UtcTicks),
                    .. BitConverter.GetBytes(before),
                ])
                .AsSpan(0, 16)
        );
    }

    private async Task<IReadOnlyList<SessionOfDay>> WithDaysAsync(
        StudioRecord studio,
        List<SessionRecord> records,
        IReadOnlyCollection<ClientRecord> clients,
        CancellationToken stop
    )
    {
        var of = await days.OfAsync(studio, clients, scope.Now, stop);
        var beside = await BesideAsync([.. clients.Select(c => c.Id)], [.. records.Select(r => r.Id)], stop);
        var day = await scope.TodayAsync(stop);
        return
        [
            .. records.Select(record =>
            {
                var its = of[record.ClientId];
                var planned =
                    record.Planned is { } kept
                    && KeptPlanned.Kept.TryRead(kept, out var read, out _)
                    && read.Items.Count > 0
                        ? read
                        : null;
                var today = record.ExerciseId.Length == 0 ? its.Today : its.Of(record.ExerciseId);
                return new SessionOfDay(
                    record,
                    its,
                    today,
                    new SessionPlan(
                        record.Id,
                        today,
                        ChoicesInForce.Style(studio, its.Client, today.Exercise.Id, today.School)
                    )
                    {
                        LongRests = its.Care.LongRests(day),
                        Beside = planned is null
                            ? beside.GetValueOrDefault(record.ClientId) ?? []
                            : Beside(studio, its, planned),
                        Lighter = planned?.Lighter == true,
                        Turned = planned?.Turned == true,
                    },
                    record.Body is { } body ? KeptSession.Kept.Read(body) : null
                );
            }),
        ];
    }

    /// <summary>What the plan puts beside the main work, with the numbers that its ladder has come to; nothing that is out for the client today.</summary>
    private static SessionItem[] Beside(StudioRecord studio, ClientDay its, KeptPlanned planned)
    {
        var (facts, client) = (its.Facts, its.Client);
        return
        [
            .. PlanBook
                .Items(planned, facts.Ladders, facts.Steps)
                .Select(i => (Item: i, Exercise: Exercise.Find(i.ExerciseId ?? "")))
                .Where(p => p.Exercise is { } e && Condition.Refusing(facts.Conditions, e) is null)
                .Where(p =>
                    p.Item.Place == SessionPlace.Accessory
                    || (p.Item.Place == SessionPlace.WarmUp && p.Exercise!.Family == ExerciseFamily.Helper)
                )
                .Select(p => Item(p.Item, p.Exercise!)),
        ];

        SessionItem Item(PlanItem item, Exercise exercise)
        {
            var style = ChoicesInForce.Style(studio, client, exercise.Id);
            var spot = item.LadderId is null
                ? null
                : Spot.Of(facts.Ladders, exercise.Id, facts.Steps, facts.Logs, facts.Rack);
            if (spot is null)
                return SessionPlan.Extra(exercise, style, longRests: false) with
                {
                    Place = item.Place,
                    Sets = item.Sets,
                };
            var asked = spot.Asked with
            {
                Sets = item.Place == SessionPlace.WarmUp ? 1 : Math.Max(1, spot.Asked.Sets - (planned.Lighter ? 1 : 0)),
            };
            if (Condition.Refusing(facts.Conditions, exercise, loaded: true) is not null)
                asked = asked with { Load = Load.None };
            return SessionPlan.Asked(exercise, asked, item.Place, style);
        }
    }

    /// <summary>What clients did beside the main work the last time, as it was asked for.</summary>
    private async Task<Dictionary<Guid, SessionItem[]>> BesideAsync(Guid[] clients, Guid[] not, CancellationToken stop)
    {
        var last = await db
            .Sessions.AsNoTracking()
            .Where(s => clients.Contains(s.ClientId) && s.ClosedAt != null && s.Body != null && !not.Contains(s.Id))
            .GroupBy(s => s.ClientId)
            .Select(g => g.OrderByDescending(s => s.StartsAt).Select(s => new { s.ClientId, s.Body }).First())
            .ToListAsync(stop);
        return last.ToDictionary(
            l => l.ClientId,
            l =>
                KeptSession.Kept.TryRead(l.Body!, out var kept, out _)
                    ? SessionRun
                        .Of(kept.ToItems(), kept.Guard.ToCore(), kept.ToTaps())
                        .Items.Where(i =>
                            i.Place is not (SessionPlace.Main or SessionPlace.WarmUp or SessionPlace.RangeTest)
                            && Exercise.Find(i.ExerciseId) is not null
                        )
                        .ToArray()
                    : []
        );
    }
}
