using System.Security.Cryptography;
using DeftStride.Web.Access;
using Microsoft.Extensions.FileProviders;

namespace DeftStride.Web.Hosting;

/// <summary>Serves the built front end: files with a hash in their name for ever, the page itself never from a cache.</summary>
internal static class FrontEnd
{
    /// <summary>Stands in the page where the sign goes by which its own styles are told from anybody else's.</summary>
    private const string Place = "__nonce__";

    /// <summary>
    /// Everything from this server and nothing from anywhere else; no script in the page. What is left open is what reading
    /// clips needs: compiled code and workers, both from here.
    /// </summary>
    private static string Policy(string nonce) =>
        $"default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; media-src 'self' blob:; img-src 'self' blob: data:; style-src 'self'{(nonce.Length > 0 ? $" 'nonce-{nonce}'" : "")}; connect-src 'self'; object-src 'none'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'";

    public static void Map(WebApplication app, string folder)
    {
        if (!Directory.Exists(folder))
            return;
        var files = new PhysicalFileProvider(folder);
        var options = new StaticFileOptions
        {
            FileProvider = files,
            OnPrepareResponse = c => Headers(c.Context.Response, c.Context.Request.Path.StartsWithSegments("/assets")),
        };
        // The files too are an endpoint, so that they lie in a room like everything else.
        var serve = ((IApplicationBuilder)app).New().UseStaticFiles(options).Use(_ => PageAsync).Build();
        app.Room("page", Policies.Page)
            .MapFallback(
                "{*path}",
                context =>
                {
                    // Files are looked for only where no endpoint has been found.
                    context.SetEndpoint(null);
                    return context.Request.Path == "/index.html" ? SendPageAsync(context) : serve(context);
                }
            );

        async Task PageAsync(HttpContext context)
        {
            // Only the page lies here; whoever sends something means another address.
            if (!HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method))
                throw new HttpRefusal(
                    StatusCodes.Status405MethodNotAllowed,
                    "This cannot be done at this address. Reload the page and try again."
                );
            // A file that is not there is not the page.
            if (Path.HasExtension(context.Request.Path))
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return;
            }

            await SendPageAsync(context);
        }

        async Task SendPageAsync(HttpContext context)
        {
            var nonce = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
            var page = await File.ReadAllTextAsync(Path.Combine(folder, "index.html"), context.RequestAborted);
            Headers(context.Response, lasting: false, nonce);
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.WriteAsync(page.Replace(Place, nonce, StringComparison.Ordinal));
        }
    }

    private static void Headers(HttpResponse response, bool lasting, string nonce = "")
    {
        response.Headers.CacheControl = lasting ? "public, max-age=31536000, immutable" : "no-cache";
        response.Headers.ContentSecurityPolicy = Policy(nonce);
        // Alone in its own process: nothing else reads along, and threads may be used.
        response.Headers["Cross-Origin-Opener-Policy"] = "same-origin";
        response.Headers["Cross-Origin-Embedder-Policy"] = "require-corp";
        response.Headers["Permissions-Policy"] = "camera=(self), microphone=(), geolocation=(), payment=(), usb=()";
        response.Headers.XContentTypeOptions = "nosniff";
        response.Headers["Referrer-Policy"] = "no-referrer";
        response.Headers["Cross-Origin-Resource-Policy"] = "same-origin";
    }
}
