using System.Text.Json;
using System.Text.RegularExpressions;
using DeftStride.Data.Files;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Net.Http.Headers;
using SQLitePCL;

namespace DeftStride.Web.Hosting;

/// <summary>A refusal that only a server of pages and pictures knows, with its status.</summary>
internal sealed class HttpRefusal(
    int status,
    string sentence,
    string? field = null,
    IReadOnlyDictionary<string, object?>? more = null
) : Refusal(status is 503 or 507 ? RefusalKind.NotNow : RefusalKind.NotAccepted, sentence, field, more)
{
    public int Status { get; } = status;

    /// <summary>Nothing is wrong with the request; the same one will be taken in a while.</summary>
    public static HttpRefusal Later(string sentence, int status) =>
        new(status, sentence, null, new Dictionary<string, object?> { ["again"] = true });
}

/// <summary>Refusals as problem details.</summary>
internal static class RefusalProblem
{
    /// <summary>The problem details of a refusal: its sentence, the entry it is about, and what goes with it.</summary>
    public static ProblemDetails Problem(this Refusal refusal)
    {
        var status = StatusOf(refusal);
        var problem = new ProblemDetails
        {
            Status = status,
            Title = Title(status),
            Detail = refusal.Message,
        };
        if (refusal.Field is not null)
            problem.Extensions["field"] = refusal.Field;
        foreach (var (key, value) in refusal.More)
            problem.Extensions[key] = value;
        return problem;
    }

    private static int StatusOf(Refusal refusal) =>
        refusal is HttpRefusal http
            ? http.Status
            : refusal.Kind switch
            {
                RefusalKind.Missing => StatusCodes.Status404NotFound,
                RefusalKind.Gone => StatusCodes.Status410Gone,
                RefusalKind.Conflict => StatusCodes.Status409Conflict,
                RefusalKind.NotNow => StatusCodes.Status503ServiceUnavailable,
                _ => StatusCodes.Status400BadRequest,
            };

    private static string Title(int status) =>
        status switch
        {
            404 => "Not found",
            409 => "Changed in the meantime",
            413 => "Too large",
            503 or 507 => "Not now",
            _ => "Not accepted",
        };
}

/// <summary>Turns refusals and unreadable requests into problem details: nothing is refused without a sentence.</summary>
internal sealed partial class RefusalMiddleware(RequestDelegate next, ILogger<RefusalMiddleware> log)
{
    /// <summary>No request is larger, bytes, but those below.</summary>
    private const int LargestBody = 1024 * 1024;

    /// <summary>Pictures and films say themselves how large they may be; the points of a minute at sixty frames a second take two million bytes.</summary>
    private static readonly (string Path, int? Bytes)[] Larger =
    [
        ("/api/pictures", null),
        ("/api/films", null),
        ("/api/clips", 4 * LargestBody),
        ("/api/compute/clip", 4 * LargestBody),
        // A hundred thousand sets of a table.
        ("/api/logs/import", 40 * LargestBody),
    ];

    public async Task InvokeAsync(HttpContext context)
    {
        var api = context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal);
        if (api)
        {
            // What is answered here is about people: no cache keeps it, and no other page may use it.
            context.Response.Headers.CacheControl = "no-store";
            context.Response.Headers.XContentTypeOptions = "nosniff";
            context.Response.Headers["Cross-Origin-Resource-Policy"] = "same-origin";
            if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
            {
                var larger = Array.FindIndex(
                    Larger,
                    l => context.Request.Path.StartsWithSegments(l.Path, StringComparison.Ordinal)
                );
                if (larger < 0 || Larger[larger].Bytes is not null)
                    size.MaxRequestBodySize = larger < 0 ? LargestBody : Larger[larger].Bytes;
            }
        }

        try
        {
            if (
                api
                && MediaTypeHeaderValue.TryParse(context.Request.ContentType, out var type)
                && type.Charset is { HasValue: true } charset
                && !charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
            )
                throw new HttpRefusal(
                    StatusCodes.Status415UnsupportedMediaType,
                    Plain(StatusCodes.Status415UnsupportedMediaType)
                );
            await next(context);
            // What the framework refuses by itself, it refuses without a word.
            if (api && context.Response is { HasStarted: false, StatusCode: >= 400, ContentType: null })
                await Write(
                    context,
                    new HttpRefusal(context.Response.StatusCode, Plain(context.Response.StatusCode)).Problem()
                );
        }
        catch (Refusal refusal)
        {
            await Write(context, refusal.Problem());
        }
        catch (UnreadableFormException unreadable) when (!context.Response.HasStarted)
        {
            log.LogError(unreadable, "Something that was kept cannot be read.");
            await Write(context, Refusal.Conflict(unreadable.Message).Problem());
        }
        catch (Exception e) when (Disk(e) is { } refusal && !context.Response.HasStarted)
        {
            log.LogError(e, "The data folder refused a read or a write.");
            await Write(context, refusal.Problem());
        }
        catch (BadHttpRequestException bad) when (!context.Response.HasStarted)
        {
            log.LogDebug(bad, "A request could not be read.");
            await Write(context, Unreadable(bad).Problem());
        }
        catch (Exception e) when (e is not OperationCanceledException && !context.Response.HasStarted)
        {
            log.LogError(e, "A request failed.");
            await Write(
                context,
                HttpRefusal
                    .Later(
                        "Something went wrong on the studio's computer, and nothing of this was kept there. It is sent again by itself; if it goes on, start Deft Stride again.",
                        StatusCodes.Status500InternalServerError
                    )
                    .Problem()
            );
        }
    }

    private static string Plain(int status) =>
        status switch
        {
            StatusCodes.Status405MethodNotAllowed =>
                "This cannot be done at this address. Reload the page and try again.",
            StatusCodes.Status413PayloadTooLarge => "That is more than can be kept at once. Shorten it.",
            StatusCodes.Status415UnsupportedMediaType =>
                "This is not sent in a form that is understood here. Reload the page and try again.",
            StatusCodes.Status404NotFound => "There is nothing at this address. Go back to the floor.",
            _ => "The request could not be read. Reload the page and try again.",
        };

    /// <summary>What cannot be read, with the field where the reader knows it.</summary>
    private static Refusal Unreadable(BadHttpRequestException bad)
    {
        if (bad.StatusCode != StatusCodes.Status400BadRequest)
            return new HttpRefusal(bad.StatusCode, Plain(bad.StatusCode));
        if (bad.InnerException is JsonException json)
            return Unreadable(json);
        return
            Quoted().Match(bad.Message) is { Success: true } named
            && named.Groups[1].Value.Split(' ')[^1] is { Length: > 0 } name
            ? Refusal.BadInput(
                name,
                $"“{RequestShape.Words(name)}” is missing or cannot be read. Reload the page and enter it again."
            )
            : new HttpRefusal(bad.StatusCode, Plain(bad.StatusCode));
    }

    /// <summary>JSON that does not say what it must.</summary>
    public static Refusal Unreadable(JsonException json)
    {
        var path = (json.Path ?? "$").TrimStart('$').TrimStart('.');
        if (
            json.Message.Contains("missing required", StringComparison.Ordinal)
            && Missing().Matches(json.Message) is { Count: > 0 } missing
        )
        {
            var name = path.Length == 0 ? missing[^1].Groups[1].Value : $"{path}.{missing[^1].Groups[1].Value}";
            return Refusal.BadInput(
                name,
                $"“{RequestShape.Words(name)}” is missing. Reload the page and enter it again."
            );
        }

        return path.Length == 0
            ? Refusal.BadInput("request", "The request could not be read. Reload the page and try again.")
            : Refusal.BadInput(
                path,
                $"“{RequestShape.Words(path)}” is not what belongs there. Reload the page and enter it again."
            );
    }

    [GeneratedRegex("\"([^\"]+)\"")]
    private static partial Regex Quoted();

    [GeneratedRegex("'([^']+)'")]
    private static partial Regex Missing();

    /// <summary>What the disk would not do, as a sentence; null when it is something else.</summary>
    private static Refusal? Disk(Exception e) =>
        e switch
        {
            DbUpdateException { InnerException: { } inner } => Disk(inner),
            SqliteException { SqliteErrorCode: raw.SQLITE_FULL or raw.SQLITE_IOERR }
            or IOException { HResult: DurableFiles.NoRoom or FileTooLarge or QuotaReached } => HttpRefusal.Later(
                "The disk of the studio's computer is full. Nothing of this was kept there; it waits on this device. Make room, and it is sent by itself.",
                StatusCodes.Status507InsufficientStorage
            ),
            SqliteException { SqliteErrorCode: raw.SQLITE_READONLY or raw.SQLITE_CANTOPEN or raw.SQLITE_PERM }
            or UnauthorizedAccessException
            or IOException { HResult: ReadOnlyDisk } => Refusal.Later(
                "The studio's data folder cannot be written to. Nothing of this was kept there; it waits on this device. Give the folder back to whoever runs Deft Stride, and it is sent by itself."
            ),
            SqliteException { SqliteErrorCode: raw.SQLITE_BUSY or raw.SQLITE_LOCKED } => Refusal.Later(
                "The studio is busy. Nothing of this was kept yet; it is sent again by itself."
            ),
            SqliteException { SqliteErrorCode: raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB } => Refusal.Later(
                "The studio's data file is damaged. Nothing of this was kept there; it waits on this device. Stop Deft Stride and start it again: it then says which copy to go back to."
            ),
            DbUpdateConcurrencyException => HttpRefusal.Later(
                "Someone changed the same at the same moment. Nothing of this was kept yet; it is sent again by itself.",
                StatusCodes.Status409Conflict
            ),
            _ => null,
        };

    // What .NET passes on of the system's own numbers: EFBIG, EDQUOT, EROFS.
    private const int FileTooLarge = 27;
    private const int QuotaReached = 122;
    private const int ReadOnlyDisk = 30;

    private static Task Write(HttpContext context, ProblemDetails problem)
    {
        context.Response.StatusCode = problem.Status!.Value;
        context.Response.Headers.CacheControl = "no-store";
        if (problem.Extensions.ContainsKey("again"))
            context.Response.Headers.RetryAfter = "1";
        return context.Response.WriteAsJsonAsync(
            problem,
            (System.Text.Json.JsonSerializerOptions?)null,
            "application/problem+json"
        );
    }
}
