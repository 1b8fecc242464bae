using DeftStride.Data.Opening;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using SQLitePCL;

namespace DeftStride.Web.Hosting;

/// <summary>A request that is not carried out, with a sentence for the coach that says what to do. Nothing was changed.</summary>
internal sealed class Refusal(int status, string sentence, string? field = null, IReadOnlyDictionary<string, object?>? more = null) : Exception(sentence)
{
    public int Status { get; } = status;

    public static Refusal BadInput(string field, string sentence) => new(StatusCodes.Status400BadRequest, sentence, field);

    public static Refusal Missing(string sentence) => new(StatusCodes.Status404NotFound, sentence);

    public static Refusal Conflict(string sentence, IReadOnlyDictionary<string, object?>? more = null) => new(StatusCodes.Status409Conflict, sentence, null, more);

    /// <summary>Nothing is wrong with the request; the same one will be taken in a while.</summary>
    public static Refusal Later(string sentence, int status = StatusCodes.Status503ServiceUnavailable) => new(status, sentence, null, new Dictionary<string, object?> { ["again"] = true });

    public ProblemDetails Problem()
    {
        var problem = new ProblemDetails { Status = Status, Title = Title(Status), Detail = Message };
        if (field is not null) problem.Extensions["field"] = field;
        foreach (var (key, value) in more ?? new Dictionary<string, object?>()) problem.Extensions[key] = value;
        return problem;
    }

    private static string Title(int status) => status switch
    {
        404 => "Not found",
        409 => "Changed in the meantime",
        413 => "Too large",
        503 or 507 => "Not now",
        _ => "Not accepted",
    };
}

/// <summary>Turns refusals and unreadable requests into problem details.</summary>
internal sealed class RefusalMiddleware(RequestDelegate next, ILogger<RefusalMiddleware> log)
{
    public async Task InvokeAsync(HttpContext context)
    {
        try
        {
            await next(context);
        }
        catch (Refusal refusal)
        {
            await Write(context, refusal.Problem());
        }
        catch (Exception e) when (Disk(e) is { } refusal && !context.Response.HasStarted)
        {
            log.LogError(e, "The data folder refused a read or a write.");
            await Write(context, refusal.Problem());
        }
        catch (Exception e) when (e is not (BadHttpRequestException or OperationCanceledException) && !context.Response.HasStarted)
        {
            log.LogError(e, "A request failed.");
            await Write(context, Refusal.Later("Something went wrong on the studio's computer, and nothing of this was kept there. It is sent again by itself; if it goes on, start Deft Stride anew.", StatusCodes.Status500InternalServerError).Problem());
        }
        catch (BadHttpRequestException bad)
        {
            log.LogInformation(bad, "A request could not be read.");
            var sentence = bad.StatusCode == StatusCodes.Status413PayloadTooLarge
                ? "The picture is larger than 25 MB. Choose a smaller one."
                : "The request could not be read. Reload the page and try again.";
            await Write(context, new Refusal(bad.StatusCode, sentence).Problem());
        }
    }

    /// <summary>What the disk would not do, as a sentence; null when it is something else.</summary>
    private static Refusal? Disk(Exception e) => e switch
    {
        DbUpdateException { InnerException: { } inner } => Disk(inner),
        SqliteException { SqliteErrorCode: raw.SQLITE_FULL or raw.SQLITE_IOERR } or IOException { HResult: DurableFiles.NoRoom or FileTooLarge or QuotaReached } => Refusal.Later(
            "The disk of the studio's computer is full. Nothing of this was kept there; it waits on this device. Make room, and it is sent by itself.", StatusCodes.Status507InsufficientStorage),
        SqliteException { SqliteErrorCode: raw.SQLITE_READONLY or raw.SQLITE_CANTOPEN or raw.SQLITE_PERM } or UnauthorizedAccessException or IOException { HResult: ReadOnlyDisk } => Refusal.Later(
            "The studio's data folder cannot be written to. Nothing of this was kept there; it waits on this device. Give the folder back to whoever runs Deft Stride, and it is sent by itself."),
        SqliteException { SqliteErrorCode: raw.SQLITE_BUSY or raw.SQLITE_LOCKED } => Refusal.Later("The studio is busy. Nothing of this was kept yet; it is sent again by itself."),
        SqliteException { SqliteErrorCode: raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB } => Refusal.Later("The studio's data file is damaged. Nothing of this was kept there; it waits on this device. Stop Deft Stride and start it again: it then says which copy to go back to."),
        DbUpdateConcurrencyException => Refusal.Later("Someone changed the same at the same moment. Nothing of this was kept yet; it is sent again by itself.", StatusCodes.Status409Conflict),
        _ => null,
    };

    // What .NET passes on of the system's own numbers: EFBIG, EDQUOT, EROFS.
    private const int FileTooLarge = 27;
    private const int QuotaReached = 122;
    private const int ReadOnlyDisk = 30;

    private static Task Write(HttpContext context, ProblemDetails problem)
    {
        context.Response.StatusCode = problem.Status!.Value;
        if (problem.Extensions.ContainsKey("again")) context.Response.Headers.RetryAfter = "1";
        return context.Response.WriteAsJsonAsync(problem, (System.Text.Json.JsonSerializerOptions?)null, "application/problem+json");
    }
}
