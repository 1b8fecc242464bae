using System.Net.Mime;

namespace DeftStride.Web.Hosting;

/// <summary>While the studio is being opened: one sentence that says so, to the page and to whoever asks for data. The page looks again by itself.</summary>
internal sealed class DoorMiddleware(RequestDelegate next, StudioDoor door)
{
    public async Task InvokeAsync(HttpContext context)
    {
        // A line that is kept open for as long as a page is there is nobody's answer to wait for.
        var stays = context.Request.Headers.Upgrade == "websocket";
        if (stays ? door.Open : door.Enter())
        {
            try
            {
                await next(context);
            }
            finally
            {
                if (!stays)
                    door.Leave();
            }

            return;
        }

        if (context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            throw HttpRefusal.Later(door.Doing + " Wait a moment; it goes on by itself.");
        context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        context.Response.Headers.RetryAfter = "1";
        context.Response.Headers.CacheControl = "no-store";
        context.Response.ContentType = MediaTypeNames.Text.Html + "; charset=utf-8";
        await context.Response.WriteAsync(
            $$"""
            <!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta http-equiv="refresh" content="1"><title>Deft Stride</title>
            <style>body{margin:0;min-height:100vh;display:grid;place-items:center;background:#F1EEE6;color:#16211D;font:600 22px/1.4 system-ui,sans-serif}p{max-width:26em;margin:24px}</style>
            <p role="status">{{door.Doing}} This page goes on by itself.</p></html>
            """
        );
    }
}
