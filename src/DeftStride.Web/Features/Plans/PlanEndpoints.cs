using System.ComponentModel.DataAnnotations;
using System.Globalization;
using DeftStride.Core.Training.Planning;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Plans;

/// <summary>Weeks ahead: of a client, of the studio; visits that move, and who needs which box.</summary>
internal static class PlanEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plan", StudioAsync).WithName("getStudioPlan");
        api.MapGet("/clients/{clientId:guid}/plan", ClientAsync).WithName("getClientPlan");
        api.MapPost("/compute/plan", DraftAsync).WithName("draftPlan");
        api.MapPut("/plans", KeepAsync).WithName("keepPlan").InTurn();
        api.MapPut("/plans/{id:guid}/end", EndAsync).WithName("endPlan").InTurn();
        api.MapPut("/visits/{id:guid}", MoveAsync).WithName("moveVisit").InTurn();
        api.MapPut("/visits/{id:guid}/kit", GiveAsync).WithName("giveKit").InTurn();
        api.MapPut("/visits/{id:guid}/removal", RemoveAsync).WithName("removeVisit").InTurn();
        api.MapPut("/missed-visits", MissedAsync).WithName("moveMissedVisits").InTurn();
    }

    private static async Task<Ok<StudioPlanView>> StudioAsync(
        StudioScope scope,
        StudioPlanPages pages,
        StudioCache cache,
        DateOnly? first = null,
        [Range(1, StudioPlanPages.MostWeeks)] int weeks = Block.UsualWeeks
    )
    {
        var today = await scope.TodayAsync(CancellationToken.None);
        var from = first ?? MissedVisits.Monday(today);
        if (Math.Abs(from.DayNumber - today.DayNumber) > 800)
            throw Refusal.BadInput("first", "Choose a week within two years from now.");
        return TypedResults.Ok(
            await cache.OnceAsync(
                FormattableString.Invariant($"plan from {from:yyyyMMdd} for {weeks}"),
                scope,
                stop => pages.OfAsync(from, weeks, stop)
            )
        );
    }

    private static async Task<Ok<ClientPlanView>> ClientAsync(
        Guid clientId,
        StudioScope scope,
        PlanPages pages,
        CancellationToken stop
    ) => TypedResults.Ok(await pages.OfAsync(await scope.ClientAsync(clientId, stop), stop));

    private static async Task<Ok<PlanDraftView>> DraftAsync(
        PlanDraftRequest request,
        StudioScope scope,
        PlanRecorder recorder,
        PlanPages pages,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        return TypedResults.Ok(
            await pages.DraftAsync(client, await recorder.PlanAsync(client, ToCore(request.Block), stop), stop)
        );
    }

    private static async Task<Ok<PlanAnswer>> KeepAsync(
        PlanRequest request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        PlanRecorder recorder,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<PlanAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var client = await scope.ClientAsync(request.ClientId, stop);
        var block = ToCore(request.Block);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        var answer = await changer.CreateAsync(
            request.OperationId,
            request,
            () => recorder.MakeAsync(request.Id, client, block, stop),
            p => new PlanAnswer(p.Id, p.Version),
            stop,
            new Edit(
                "plan",
                client.Id.ToString(),
                "",
                null,
                $"{block.Weeks} weeks from {block.First:yyyy-MM-dd}, {block.DaysSaid}"
            )
        );
        await whole.CommitAsync(stop);
        return TypedResults.Ok(answer);
    }

    private static async Task<Ok<PlanAnswer>> EndAsync(
        Guid id,
        PlanEnding request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        PlanRecorder recorder,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<PlanAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var studio = await scope.StudioAsync(stop);
        var plan =
            await db.Plans.FirstOrDefaultAsync(p => p.Id == id && p.StudioId == studio.Id && p.EndedAt == null, stop)
            ?? throw Refusal.Missing("This plan has ended already. Reload to see what stands.");
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        var basedOn = request.Version;
        if (plan.Version == basedOn)
        {
            await recorder.EndAsync(plan, await scope.TodayAsync(stop), stop);
            basedOn = plan.Version;
        }

        var answer = await changer.ChangeAsync(
            request.OperationId,
            request,
            plan,
            basedOn,
            p => new Edit("plan", p.ClientId.ToString(), "", "planned", "ended"),
            p => new PlanAnswer(p.Id, p.Version),
            stop
        );
        await whole.CommitAsync(stop);
        return TypedResults.Ok(answer);
    }

    private static async Task<Ok<VisitAnswer>> MoveAsync(
        Guid id,
        VisitMoveRequest request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        PlanRecorder recorder,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<VisitAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var visit = await VisitAsync(id, db, scope, stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        // Of two who moved the same visit the second sees both before anything else is asked of it.
        var to =
            visit.Version == request.Version
                ? await recorder.CanMoveAsync(visit, request.Day, At(request.Time), stop)
                : visit.StartsAt;
        var before = visit.StartsAt;
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                visit,
                request.Version,
                v =>
                {
                    PlanRecorder.Move(v, to);
                    return new Edit("visit", v.ClientId.ToString(), v.Id.ToString(), Iso(before), Iso(to));
                },
                v => Answer(v, zone),
                stop
            )
        );
    }

    private static async Task<Ok<VisitAnswer>> GiveAsync(
        Guid id,
        KitGift request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        PlanBook book,
        KitBook kit,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<VisitAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var visit = await VisitAsync(id, db, scope, stop);
        if (visit.Body is not null || visit.ClosedAt is not null)
            throw Refusal.Conflict("This session has been begun: change the height on the floor.");
        var (_, _, zone) = await scope.DayAsync(stop);
        var day = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(visit.StartsAt, zone).Date);
        var visits = await book.VisitsAsync(day, day.AddDays(1), null, stop);
        // Only what does for the client is given: what was offered may have been taken meanwhile.
        var way =
            visit.Version != request.Version
                ? null
                : (await kit.ClashesAsync(visits, stop))
                    .SelectMany(c => c.WaysOut)
                    .FirstOrDefault(w =>
                        w.VisitId == id
                        && w.ExerciseId == request.ExerciseId
                        && (w.Height is null) == (request.HeightCm is null)
                        && (w.Height is null || Math.Abs((100 * w.Height.Metres) - request.HeightCm!.Value) < 0.06)
                    )
                    ?? throw Refusal.Conflict(
                        "There is no clash any more that this would solve. Reload to see how it stands."
                    );
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                visit,
                request.Version,
                v => PlanRecorder.Give(v, request.ExerciseId, request.HeightCm, way!.Sentence),
                v => Answer(v, zone),
                stop
            )
        );
    }

    private static async Task<Ok<VisitAnswer>> RemoveAsync(
        Guid id,
        VisitRemoval request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<VisitAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var visit = await VisitAsync(id, db, scope, stop);
        if (visit.Body is not null || visit.ClosedAt is not null)
            throw Refusal.Conflict("This session has been begun: what was counted in it stays.");
        var (_, _, zone) = await scope.DayAsync(stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                visit,
                request.Version,
                v =>
                {
                    db.Sessions.Remove(v);
                    return new Edit("visit", v.ClientId.ToString(), v.Id.ToString(), Iso(v.StartsAt), null);
                },
                v => Answer(v, zone),
                stop
            )
        );
    }

    private static async Task<Ok<MissedAnswer>> MissedAsync(
        MissedRequest request,
        StudioContext db,
        StudioScope scope,
        RecordChanger changer,
        PlanBook book,
        PlanRecorder recorder,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<MissedAnswer>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var client = await scope.ClientAsync(request.ClientId, stop);
        var standing =
            await book.StandingAsync(client.Id, stop)
            ?? throw Refusal.Missing("No plan stands for this client any more. Reload to see what stands.");
        var plan = await db.Plans.FirstAsync(p => p.Id == standing.Record.Id, stop);
        var moves = await recorder.MoveMissedAsync(standing, stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                plan,
                plan.Version,
                _ => { },
                _ => new MissedAnswer([
                    .. moves.Select(m => new VisitMoveView(m.Id, m.From, m.Day, PlanPages.Time(m.At))),
                ]),
                stop
            )
        );
    }

    private static async Task<SessionRecord> VisitAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        return await db.Sessions.FirstOrDefaultAsync(s => s.Id == id && s.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This visit is not in the calendar any more. Reload to see what is.");
    }

    private static VisitAnswer Answer(SessionRecord visit, TimeZoneInfo zone)
    {
        var local = TimeZoneInfo.ConvertTime(visit.StartsAt, zone);
        return new(
            visit.Id,
            visit.Version,
            DateOnly.FromDateTime(local.Date),
            PlanPages.Time(TimeOnly.FromTimeSpan(local.TimeOfDay))
        );
    }

    private static Block ToCore(BlockDto block)
    {
        if (block.Own.DistinctBy(o => o.Slot).Count() < block.Own.Count)
            throw Refusal.BadInput("own", "A slot is named twice. Once is enough.");
        return new(block.First, block.Weeks, [.. block.Days.Select(d => new PlanDay(d.Day, At(d.Time)))])
        {
            Own = block
                .Own.Where(o => o.Words.Trim().Length > 0)
                .ToDictionary(o => o.Slot, o => Text.Required("own", o.Words, "Say what is done.")),
        };
    }

    private static TimeOnly At(string time) =>
        TimeOnly.TryParseExact(time, "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var at)
            ? at
            : throw Refusal.BadInput("time", "Give the time as hours and minutes, like 09:30.");

    private static string Iso(DateTimeOffset at) => at.ToString("yyyy-MM-ddTHH:mm:ssZ", CultureInfo.InvariantCulture);
}

/// <summary>A plan after it was kept.</summary>
internal sealed record PlanAnswer(Guid Id, long Version);

/// <summary>What moved.</summary>
internal sealed record MissedAnswer(IReadOnlyList<VisitMoveView> Moves);
