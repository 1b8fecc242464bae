using DeftStride.Web.Access;
using Microsoft.Extensions.FileProviders;

namespace DeftStride.Web.Hosting;

/// <summary>Serves the built front end: files with a hash in their name for ever, the page itself never from a cache.</summary>
internal static class FrontEnd
{
    private const string Policy =
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; media-src 'self' blob:; img-src 'self' blob: data:; style-src 'self' 'unsafe-inline'; connect-src 'self'; frame-ancestors 'none'; base-uri 'none'; form-action 'self'";

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
                    return serve(context);
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

            Headers(context.Response, lasting: false);
            context.Response.ContentType = "text/html; charset=utf-8";
            await context.Response.SendFileAsync(files.GetFileInfo("index.html"));
        }
    }

    private static void Headers(HttpResponse response, bool lasting)
    {
        response.Headers.CacheControl = lasting ? "public, max-age=31536000, immutable" : "no-cache";
        response.Headers.ContentSecurityPolicy = Policy;
        response.Headers.XContentTypeOptions = "nosniff";
        response.Headers["Referrer-Policy"] = "no-referrer";
        response.Headers["Cross-Origin-Resource-Policy"] = "same-origin";
    }
}
