using System.Threading.RateLimiting;

namespace DeftStride.Web.Hosting;

/// <summary>
/// As many pages are put together at once as there are cores; who comes later waits with nothing begun. Reading a page is work
/// from its first line to its last, without a wait in it: begun side by side, ten would each take ten times as long, hold their
/// memory all the while, and each want a connection of its own.
/// </summary>
/// <remarks>For what ends by itself. What stays open, or takes minutes, would keep everybody else out.</remarks>
internal sealed class PageTurns : IDisposable
{
    /// <summary>How many at once.</summary>
    public static readonly int Most = Math.Max(2, Environment.ProcessorCount);

    private readonly ConcurrencyLimiter _turns = new(
        new ConcurrencyLimiterOptions
        {
            PermitLimit = Most,
            QueueLimit = int.MaxValue,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    /// <summary>How many wait for a turn.</summary>
    public long Waiting => _turns.GetStatistics()!.CurrentQueuedCount;

    /// <summary>Waits for a turn; it ends when what is returned is disposed.</summary>
    /// <param name="stop">Whoever went away waits no longer.</param>
    /// <returns>The turn.</returns>
    public ValueTask<RateLimitLease> TakeAsync(CancellationToken stop) => _turns.AcquireAsync(1, stop);

    public void Dispose() => _turns.Dispose();
}

/// <summary>Endpoints that put a page together.</summary>
internal static class PageEndpoints
{
    private sealed class Page;

    /// <summary>The endpoint reads much: it waits until a core is free for it.</summary>
    public static RouteHandlerBuilder InPageTurn(this RouteHandlerBuilder endpoint) =>
        endpoint.WithMetadata(new Page());

    /// <summary>Those of a group that read much wait before anything else of them is begun.</summary>
    public static RouteGroupBuilder WithPageTurns(this RouteGroupBuilder group) =>
        group.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                if (http.GetEndpoint()?.Metadata.GetMetadata<Page>() is null)
                    return await next(context);
                using var turn = await http
                    .RequestServices.GetRequiredService<PageTurns>()
                    .TakeAsync(http.RequestAborted);
                return await next(context);
            }
        );
}
