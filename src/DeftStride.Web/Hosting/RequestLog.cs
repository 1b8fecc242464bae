using System.Diagnostics;

namespace DeftStride.Web.Hosting;

/// <summary>
/// One line for everything that was written, everything that failed and everything that somebody was not let in to: which address, by its pattern, with which outcome
/// and how long it took. Never who, nor what: the pattern holds no id, and no body is looked at.
/// </summary>
internal sealed class RequestLog(RequestDelegate next, ILogger<RequestLog> log, Telemetry telemetry, RestingMemory rest)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var begun = Stopwatch.GetTimestamp();
        rest.Asked();
        try
        {
            await next(context);
        }
        finally
        {
            rest.Asked();
            var (request, status) = (context.Request, context.Response.StatusCode);
            if (request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            {
                var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
                var pattern =
                    (context.GetEndpoint() as RouteEndpoint)?.RoutePattern.RawText ?? "an address that is not there";
                var took = Stopwatch.GetElapsedTime(begun);
                telemetry.Answered(request.Method, pattern, status, took);
                if (
                    (!reads || status is StatusCodes.Status403Forbidden or >= StatusCodes.Status500InternalServerError)
                    && log.IsEnabled(LogLevel.Information)
                )
                    log.LogInformation(
                        "{Method} {Address}: {Status} in {Milliseconds} ms",
                        request.Method,
                        pattern,
                        status,
                        (int)took.TotalMilliseconds
                    );
            }
        }
    }
}
