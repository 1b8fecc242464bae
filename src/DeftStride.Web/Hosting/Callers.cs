using System.Net;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Who may ask: only whoever called this server by a name of its own, and no page of another origin. One place for both,
/// before any endpoint. A name that merely points here (another site's, by its own name server) is not this server's.
/// </summary>
internal sealed class Callers(RequestDelegate next, IConfiguration configuration)
{
    /// <summary>Names added on the command line: <c>--hosts studio.local,192.168.1.20</c>.</summary>
    private readonly HashSet<string> _added =
    [
        .. (configuration["hosts"] ?? "")
            .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(h => h.ToLowerInvariant()),
    ];

    public Task InvokeAsync(HttpContext context)
    {
        var host = context.Request.Host;
        if (!host.HasValue || !Allowed(host.Host))
            throw new HttpRefusal(
                StatusCodes.Status400BadRequest,
                "Deft Stride is not called by this name. Open it at the address that it prints when it starts, or start it with --hosts and the name.",
                "host"
            );

        foreach (var origin in context.Request.Headers.Origin)
        {
            if (!Own(origin, context.Request))
                throw new HttpRefusal(
                    StatusCodes.Status403Forbidden,
                    "Another page asked for this. Only the studio's own page may; open Deft Stride itself.",
                    "origin"
                );
        }

        // A page of another site that sends no origin (a link, a picture) is told apart by what the browser says of it.
        if (
            context.Request.Headers["Sec-Fetch-Site"] == "cross-site"
            && context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal)
        )
            throw new HttpRefusal(
                StatusCodes.Status403Forbidden,
                "Another site asked for this. Open Deft Stride itself.",
                "origin"
            );
        return next(context);
    }

    private bool Allowed(string name)
    {
        var plain = name.Trim('[', ']').ToLowerInvariant();
        return plain == "localhost"
            || (IPAddress.TryParse(plain, out var address) && IPAddress.IsLoopback(address))
            || _added.Contains(plain);
    }

    /// <summary>Whether an origin is the page that this server itself gave out. "null" is nobody's page.</summary>
    private static bool Own(string? origin, HttpRequest request) =>
        Uri.TryCreate(origin, UriKind.Absolute, out var uri)
        && uri.Scheme is "http" or "https"
        && string.Equals(
            uri.Authority,
            new Uri($"{uri.Scheme}://{request.Host.Value}").Authority,
            StringComparison.OrdinalIgnoreCase
        );
}
