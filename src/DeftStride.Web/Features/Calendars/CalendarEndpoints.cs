using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Training.Planning;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Calendars;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Calendars;

/// <summary>Asks for a private address: of one client, or, without one, of the studio.</summary>
internal sealed record CalendarRequest(Guid Id, Guid? ClientId, bool Names);

/// <summary>A private address. Its token is shown once, when it is made.</summary>
internal sealed record CalendarView(
    Guid Id,
    Guid? ClientId,
    [property: AsWritten] string? Client,
    bool Names,
    DateTimeOffset MadeAt,
    DateTimeOffset? AskedAt,
    [property: AsWritten] string? Path
);

/// <summary>Visits in iCalendar: as a file, and under a private address that a calendar program asks now and then.</summary>
internal static class CalendarEndpoints
{
    private const string Type = "text/calendar";

    /// <summary>So many weeks back stay in a calendar.</summary>
    private const int WeeksBack = 4;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/calendars", ListAsync).WithName("listCalendars");
        api.MapPost("/calendars", MakeAsync).WithName("makeCalendar").InTurn();
        api.MapPut("/calendars/{id:guid}/revocation", RevokeAsync).WithName("revokeCalendar").InTurn();
        api.MapGet("/calendar.ics", FileAsync)
            .WithName("getCalendarFile")
            .Noted(Deed.Exported, "the calendar")
            .ExcludeFromDescription();
    }

    /// <summary>Whoever knows an address needs nothing else.</summary>
    public static void MapPrivate(IEndpointRouteBuilder api) =>
        api.MapGet("/calendar/{token}", SubscribedAsync).WithName("getCalendar").ExcludeFromDescription();

    private static async Task<Ok<List<CalendarView>>> ListAsync(
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var rows = await (
            from calendar in db.Calendars.AsNoTracking()
            join client in db.Clients.AsNoTracking() on calendar.ClientId equals client.Id into clients
            from client in clients.DefaultIfEmpty()
            where calendar.StudioId == studio.Id && calendar.RevokedAt == null
            orderby calendar.CreatedAt
            select new { calendar, Name = client == null ? null : client.Name }
        ).ToListAsync(stop);
        return TypedResults.Ok(rows.ConvertAll(r => View(r.calendar, r.Name, null)));
    }

    private static async Task<Ok<CalendarView>> MakeAsync(
        CalendarRequest request,
        StudioScope scope,
        CalendarKeeper keeper,
        CancellationToken stop
    )
    {
        var (record, token) = await keeper.MakeAsync(request.Id, request.ClientId, request.Names, stop);
        var client = record.ClientId is { } id ? (await scope.ClientAsync(id, stop)).Name : null;
        return TypedResults.Ok(View(record, client, $"/api/calendar/{token}.ics"));
    }

    private static async Task<NoContent> RevokeAsync(Guid id, CalendarKeeper keeper, CancellationToken stop)
    {
        await keeper.RevokeAsync(id, stop);
        return TypedResults.NoContent();
    }

    private static async Task<FileContentHttpResult> FileAsync(
        StudioContext db,
        StudioScope scope,
        PlanBook book,
        CancellationToken stop,
        Guid? client = null,
        bool names = true
    ) =>
        TypedResults.File(
            await WriteAsync(
                db,
                scope,
                book,
                client is { } id ? (await scope.ClientAsync(id, stop)).Id : null,
                names,
                stop
            ),
            Type,
            "deft-stride.ics"
        );

    private static async Task<Results<FileContentHttpResult, StatusCodeHttpResult>> SubscribedAsync(
        [MaxLength(120)] string token,
        StudioContext db,
        StudioScope scope,
        PlanBook book,
        CalendarKeeper keeper,
        CalendarPace pace,
        HttpContext context,
        CancellationToken stop
    )
    {
        var record =
            (
                token.EndsWith(".ics", StringComparison.Ordinal)
                    ? await keeper.OpenAsync(token[..^".ics".Length], stop)
                    : null
            )
            ?? throw Refusal.Missing(
                "There is no calendar at this address. It may have been taken back: ask the studio for a new one."
            );
        if (pace.Wait(record.Id) is { } wait)
        {
            context.Response.Headers.RetryAfter = FormattableString.Invariant($"{Math.Ceiling(wait.TotalSeconds):0}");
            throw new HttpRefusal(
                StatusCodes.Status429TooManyRequests,
                "This calendar answers once a minute. Ask again in a while; once an hour is enough."
            );
        }

        await keeper.NoteAsync(record, stop);
        return TypedResults.File(
            await WriteAsync(db, scope, book, record.ClientId, record.Names, stop),
            Type,
            "deft-stride.ics"
        );
    }

    private static async Task<byte[]> WriteAsync(
        StudioContext db,
        StudioScope scope,
        PlanBook book,
        Guid? clientId,
        bool names,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var today = await scope.TodayAsync(stop);
        var visits = (
            await book.VisitsAsync(
                today.AddDays(-7 * WeeksBack),
                today.AddDays(7 * (Block.MostWeeks + 2)),
                clientId,
                stop
            )
        )
            .Where(v => v.Stands != VisitStands.Missed)
            .ToArray();
        Guid[] ids = [.. visits.Select(v => v.Record.ClientId).Distinct()];
        var all = names
            ? await db
                .Clients.AsNoTracking()
                .Where(c => ids.Contains(c.Id))
                .ToDictionaryAsync(c => c.Id, c => c.Name, stop)
            : [];
        return CalendarFile.Write(
            clientId is null || !names ? studio.Name : $"{studio.Name}: {all.Values.FirstOrDefault() ?? "visits"}",
            visits,
            names && clientId is null ? id => all[id] : null,
            scope.Now
        );
    }

    private static CalendarView View(CalendarRecord c, string? client, string? path) =>
        new(c.Id, c.ClientId, client, c.Names, c.CreatedAt, c.AskedAt, path);
}
