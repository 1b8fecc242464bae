using DeftStride.Studio.Work;

namespace DeftStride.Web.Hosting;

/// <summary>Endpoints that write.</summary>
internal static class InTurnEndpoints
{
    /// <summary>The endpoint writes: it waits for its turn first.</summary>
    public static RouteHandlerBuilder InTurn(this RouteHandlerBuilder endpoint) =>
        endpoint.AddEndpointFilter(
            async (context, next) =>
            {
                using var turn = await context
                    .HttpContext.RequestServices.GetRequiredService<WriteTurns>()
                    .TakeAsync(context.HttpContext.RequestAborted);
                return await next(context);
            }
        );
}
