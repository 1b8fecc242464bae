using DeftStride.Studio.Sessions;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Sessions;

/// <summary>The hour on the floor: what it consists of, who runs it, and every tap of it.</summary>
internal static class SessionEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/sessions", DayAsync).WithName("getSessions");
        api.MapGet("/clients/{clientId:guid}/session", OfClientAsync).WithName("getClientSession");
        api.MapPut("/sessions", KeepAsync).WithName("keepSession").InTurn();
    }

    private static async Task<Ok<SessionsView>> DayAsync(
        StudioScope scope,
        SessionBook book,
        SessionPages pages,
        StudioCache cache
    ) =>
        TypedResults.Ok(
            await cache.OnceAsync(
                "sessions",
                scope,
                async stop => new SessionsView(
                    await scope.TodayAsync(stop),
                    await pages.OfAsync(await book.OfDayAsync(stop), stop),
                    SessionPages.Extras(await scope.StudioAsync(stop))
                )
            )
        );

    private static async Task<Ok<SessionsView>> OfClientAsync(
        Guid clientId,
        StudioScope scope,
        SessionBook book,
        SessionPages pages,
        CancellationToken stop
    ) =>
        TypedResults.Ok(
            new SessionsView(
                await scope.TodayAsync(stop),
                await pages.OfAsync([await book.OfClientAsync(clientId, stop)], stop),
                SessionPages.Extras(await scope.StudioAsync(stop))
            )
        );

    /// <summary>Keeps what a device has of a session and answers with what the studio has: what another device counted included.</summary>
    private static async Task<Ok<SessionView>> KeepAsync(
        SessionRequest request,
        StudioScope scope,
        SessionRecorder recorder,
        SessionBook book,
        SessionPages pages,
        CancellationToken stop
    )
    {
        var record = await recorder.KeepAsync(request.ToSent(), stop);
        var client = await scope.ClientAsync(request.ClientId, stop);
        return TypedResults.Ok((await pages.OfAsync([await book.OfAsync(record, client, stop)], stop))[0]);
    }
}
