using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Hosting;

/// <summary>One step up of what an older page sends: from the interface with this number to the next one.</summary>
/// <param name="From">The number it comes from; it gives what <c>From + 1</c> would have sent.</param>
/// <param name="Method">The method of the request, in capitals.</param>
/// <param name="Path">The address below which it applies, for instance <c>/api/logs</c>.</param>
/// <param name="Lift">Gives the body in its next form. It may change and return what it is given.</param>
internal sealed record InterfaceStep(int From, string Method, string Path, Func<JsonObject, JsonObject> Lift);

/// <summary>
/// The number of the interface that this server speaks, since which number it still answers a page, and the steps that take
/// up what older pages wrote. docs/interface.md says what each number means and when it must be raised.
/// </summary>
/// <param name="Number">What this server speaks, 1 or more.</param>
/// <param name="Since">Pages below this are too old to be answered; what they had waiting is taken all the same.</param>
/// <param name="Steps">The steps from each older number; none is ever taken away.</param>
internal sealed record Interface(int Number, int Since, IReadOnlyList<InterfaceStep> Steps)
{
    /// <summary>The header that carries a number, both ways. A page of before there were numbers sends none and speaks 1.</summary>
    public const string Header = "Deft-Interface";

    /// <summary>The header in which the server says since which number it answers a page.</summary>
    public const string SinceHeader = "Deft-Interface-Since";

    /// <summary>The interface of this build.</summary>
    public static Interface Current { get; } = new(1, 1, []);

    /// <summary>Takes a body up to this server's number, one step at a time; what no step is about passes as it is.</summary>
    public JsonObject Lifted(int from, string method, PathString path, JsonObject body)
    {
        for (var at = from; at < Number; at++)
            foreach (var step in Steps.Where(s => s.From == at && Meets(s, method, path)))
                body = step.Lift(body);
        return body;
    }

    /// <summary>Whether any step changes a request of a page that speaks a number.</summary>
    public bool Changes(int from, string method, PathString path) =>
        Steps.Any(s => s.From >= from && s.From < Number && Meets(s, method, path));

    private static bool Meets(InterfaceStep step, string method, PathString path) =>
        step.Method == method && path.StartsWithSegments(step.Path, StringComparison.Ordinal);
}

/// <summary>
/// Says with every answer which interface the server speaks. A page too old to be answered hears so; what it wrote is taken
/// up step by step all the same. What a newer page wrote than the server knows waits until the server is as new.
/// </summary>
internal sealed class InterfaceMiddleware(RequestDelegate next, Interface speaks)
{
    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        if (!request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
        {
            await next(context);
            return;
        }

        context.Response.Headers[Interface.Header] = speaks.Number.ToString(CultureInfo.InvariantCulture);
        context.Response.Headers[Interface.SinceHeader] = speaks.Since.ToString(CultureInfo.InvariantCulture);
        var number = 1;
        var said = request.Headers[Interface.Header].ToString();
        if (
            said.Length > 0
            && !(int.TryParse(said, NumberStyles.None, CultureInfo.InvariantCulture, out number) && number > 0)
        )
            throw new HttpRefusal(
                StatusCodes.Status400BadRequest,
                "The page does not say which interface it speaks. Reload the page and try again."
            );
        // A health check and a page that asks who is there say no number: only pages that say one are told that they are too old.
        var reads = HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method);
        // The door too answers a page of any age: whoever is in is told by the other answers that the page is too old.
        var door = request.Path.StartsWithSegments("/api/door", StringComparison.Ordinal);
        if (reads && !door && said.Length > 0 && number < speaks.Since)
            throw new HttpRefusal(
                StatusCodes.Status426UpgradeRequired,
                "This page is older than the studio's server. It starts again by itself once everything on it is kept."
            );
        if (!reads && number > speaks.Number)
            throw Refusal.Later(
                "The studio's server is older than this page. What you entered waits until the server is as new."
            );
        if (!reads && number < speaks.Number && speaks.Changes(number, request.Method, request.Path))
            await LiftAsync(request, number);
        await next(context);
    }

    private async Task LiftAsync(HttpRequest request, int number)
    {
        JsonNode? body;
        try
        {
            body = await JsonNode.ParseAsync(request.Body, cancellationToken: request.HttpContext.RequestAborted);
        }
        catch (JsonException unreadable)
        {
            throw RefusalMiddleware.Unreadable(unreadable);
        }

        JsonNode? lifted;
        try
        {
            // What is no object is refused further on in its own words.
            lifted = body is JsonObject given ? speaks.Lifted(number, request.Method, request.Path, given) : body;
        }
        catch (Exception e)
            when (e is NullReferenceException or InvalidOperationException or FormatException or KeyNotFoundException)
        {
            // It is not what that page sent in its day; sending it again would change nothing.
            throw new HttpRefusal(
                StatusCodes.Status400BadRequest,
                "This was written by an older page and cannot be read. Reload the page and enter it again."
            );
        }

        var bytes = JsonSerializer.SerializeToUtf8Bytes(lifted);
        request.Body = new MemoryStream(bytes);
        request.ContentLength = bytes.Length;
    }
}
