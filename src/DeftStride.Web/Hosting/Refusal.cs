using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>A request that is not carried out, with a sentence for the coach that says what to do. Nothing was changed.</summary>
internal sealed class Refusal(int status, string sentence, string? field = null, IReadOnlyDictionary<string, object?>? more = null) : Exception(sentence)
{
    public int Status { get; } = status;

    public static Refusal BadInput(string field, string sentence) => new(StatusCodes.Status400BadRequest, sentence, field);

    public static Refusal Missing(string sentence) => new(StatusCodes.Status404NotFound, sentence);

    public static Refusal Conflict(string sentence, IReadOnlyDictionary<string, object?>? more = null) => new(StatusCodes.Status409Conflict, sentence, null, more);

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
        catch (DbUpdateConcurrencyException)
        {
            // A fact that also touches its client (a measured ankle, a first picture) met another change of the same client.
            await Write(context, Refusal.Conflict("Someone changed this client at the same moment. Nothing was kept; try again.").Problem());
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

    private static Task Write(HttpContext context, ProblemDetails problem)
    {
        context.Response.StatusCode = problem.Status!.Value;
        return context.Response.WriteAsJsonAsync(problem, (System.Text.Json.JsonSerializerOptions?)null, "application/problem+json");
    }
}
