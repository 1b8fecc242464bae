using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Clients;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Floor;

internal sealed record VisitView(
    Guid Id,
    DateTimeOffset StartsAt,
    string Time,
    VisitState State,
    ClientSummary Client,
    TodayView Today,
    string? Logged,
    LastLookView? LastLook,
    VisitSessionView? Session,
    IReadOnlyList<string> Unreadable
);

/// <summary>The session of a visit that somebody has begun: who runs it, and whether it is put away.</summary>
internal sealed record VisitSessionView(Guid? DeviceId, [property: AsWritten] string DeviceName, bool Closed);

/// <summary>The latest finished look: its sentence, the three checks as they stood uncued, and which of them matters today.</summary>
internal sealed record LastLookView(
    string ExerciseId,
    string ExerciseName,
    IReadOnlyList<PartView> Sentence,
    IReadOnlyList<ResultView> Results,
    Instrument? Matters
)
{
    public static LastLookView Of(CheckFact fact, PastLookView look, string? lookAt)
    {
        ResultView[] results = [.. look.Results.Where(r => r.Standing && Instruments.Of(r.MeasureId) is not null)];
        return new(
            fact.ExerciseId,
            Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId,
            look.Finding.Sentence,
            results,
            Instruments.Mattering(results.Select(r => (r.MeasureId, r.Verdict)), lookAt)
        );
    }
}

/// <summary>Today on the floor, in the studio's own day and in time order.</summary>
/// <param name="Day">Which day it is.</param>
/// <param name="DayText">The same in words.</param>
/// <param name="Visits">Who comes.</param>
/// <param name="Unplanned">Who else could be looked at.</param>
/// <param name="Backup">What is said where the studio was not saved for too long; null when all is well.</param>
[System.ComponentModel.ImmutableObject(true)]
internal sealed record FloorView(
    DateOnly Day,
    string DayText,
    IReadOnlyList<VisitView> Visits,
    IReadOnlyList<ClientSummary> Unplanned,
    string? Backup
);

/// <summary>A visit, today or on a day to come. Without a day it is today's.</summary>
internal sealed record VisitRequest(
    Guid OperationId,
    Guid Id,
    Guid ClientId,
    string Time,
    string ExerciseId,
    DateOnly? Day = null
);

internal static class FloorEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/floor", TodayAsync).WithName("getFloor");
    }

    public static void MapVisits(IEndpointRouteBuilder api) =>
        api.MapPost("/visits", PlanAsync).WithName("addVisit").InTurn();

    /// <summary>Somebody not seen for longer is no longer on the floor's list of those with nothing planned.</summary>
    private const int SeenWithinDays = 92;

    private const int MostDaysAhead = 366;

    /// <summary>No more than so many are named at once.</summary>
    private const int MostUnplanned = 30;

    private static async Task<Ok<FloorView>> TodayAsync(
        StudioContext db,
        StudioScope scope,
        TodayBook book,
        StudioCache cache,
        BackupStanding saved
    ) => TypedResults.Ok(await cache.OnceAsync("floor", scope, stop => DayAsync(db, scope, book, saved, stop)));

    private static async Task<FloorView> DayAsync(
        StudioContext db,
        StudioScope scope,
        TodayBook book,
        BackupStanding saved,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var now = scope.Now;
        var (dayStart, dayEnd, zone) = await scope.DayAsync(stop);
        var visits = await (
            from visit in db.Sessions.AsNoTracking()
            join client in db.Clients.AsNoTracking() on visit.ClientId equals client.Id
            where visit.StudioId == studio.Id && visit.StartsAt >= dayStart && visit.StartsAt < dayEnd
            orderby visit.StartsAt, client.Name
            select new { visit, client }
        ).ToListAsync(stop);
        var days = await book.OfAsync(studio, [.. visits.Select(v => v.client).DistinctBy(c => c.Id)], now, stop);
        var today = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, zone).Date);
        var rows = new List<VisitView>();
        var own = visits.ConvertAll(v => days[v.client.Id].Of(v.visit.ExerciseId));
        var states = DayOrder.Of([
            .. visits.Select((v, i) => (Done(v.visit, days[v.client.Id], dayStart), own[i].Barred)),
        ]);
        foreach (var (i, row) in visits.Index())
        {
            var day = days[row.client.Id];
            rows.Add(
                new VisitView(
                    row.visit.Id,
                    row.visit.StartsAt,
                    TimeZoneInfo.ConvertTime(row.visit.StartsAt, zone).ToString("HH:mm"),
                    states[i],
                    new ClientSummary(row.client.Id, row.client.Name),
                    TodayView.Of(day, own[i]),
                    day.LoggedToday is { } logged && KeptLogResult.Kept.TryRead(logged.Judged, out var led, out _)
                        ? $"Logged. Next time: {led.Next.Text}."
                        : null,
                    day.Brief is { } brief ? LastLookView.Of(day.Look!, brief.ToWire(), own[i].What?.Id) : null,
                    row.visit.Body is null
                        ? null
                        : new VisitSessionView(
                            row.visit.DeviceId,
                            row.visit.DeviceName ?? "",
                            row.visit.ClosedAt is not null
                        ),
                    day.Unreadable
                )
            );
        }

        var seen = dayStart.AddDays(-SeenWithinDays);
        var unplanned = await db
            .Clients.AsNoTracking()
            .Where(c =>
                c.StudioId == studio.Id
                && !db.Sessions.Any(v => v.ClientId == c.Id && v.StartsAt >= dayStart)
                && (
                    c.CreatedAt >= seen
                    || db.Sessions.Any(v => v.ClientId == c.Id && v.StartsAt >= seen)
                    || db.Checks.Any(k => k.ClientId == c.Id && k.RecordedAt >= seen)
                )
            )
            .OrderBy(c => c.Name)
            .Take(MostUnplanned)
            .Select(c => new ClientSummary(c.Id, c.Name))
            .ToListAsync(stop);
        return new FloorView(
            today,
            today.ToString("dddd d MMMM", System.Globalization.CultureInfo.InvariantCulture),
            rows,
            unplanned,
            saved.Warning(zone)
        );
    }

    /// <summary>A session that runs is not done, whatever was decided or logged beside it; one that was put away is.</summary>
    private static bool Done(SessionRecord visit, ClientDay day, DateTimeOffset dayStart) =>
        visit.ClosedAt is not null || (visit.Body is null && day.DoneSince(dayStart));

    private static async Task<NoContent> PlanAsync(
        VisitRequest request,
        StudioScope scope,
        RecordChanger changer,
        ConditionGuard guard,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        await guard.RefuseAsync(client, exercise, loaded: false, stop);
        if (!TimeOnly.TryParseExact(request.Time, "HH:mm", out var time))
            throw Refusal.BadInput("time", "Give the time as hours and minutes, like 09:30.");
        var (from, _, zone) = await scope.DayAsync(stop);
        var today = TimeZoneInfo.ConvertTime(from, zone).Date;
        var day = request.Day is { } asked ? asked.ToDateTime(TimeOnly.MinValue) : today;
        if (day < today || day > today.AddDays(MostDaysAhead))
            throw Refusal.BadInput("day", "Choose today, or a day within a year from now.");
        var local = day + time.ToTimeSpan();
        if (zone.IsInvalidTime(local))
            throw Refusal.BadInput("time", "The clocks go forward over that time on that day. Choose an hour later.");
        await changer.CreateAsync(
            request.OperationId,
            request,
            () =>
                Task.FromResult(
                    new SessionRecord
                    {
                        Id = request.Id,
                        ClientId = client.Id,
                        StartsAt = StudioScope.Instant(local, zone),
                        ExerciseId = exercise.Id,
                    }
                ),
            v => new { v.Id },
            stop
        );
        return TypedResults.NoContent();
    }
}
