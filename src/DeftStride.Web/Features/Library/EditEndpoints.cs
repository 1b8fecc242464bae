using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Library;

/// <summary>One version of something that can be set: who set it when, for whom, from what to what. Null stands for the usual.</summary>
internal sealed record EditView(
    string Kind,
    string Subject,
    DateTimeOffset At,
    string Coach,
    string For,
    [property: AsWritten] string? Before,
    [property: AsWritten] string? After
);

/// <summary>What was changed over time, the newest first. What was judged before a change keeps what it was judged by.</summary>
internal static class EditEndpoints
{
    private const int Most = 200;

    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/edits", ListAsync).WithName("listEdits");

    private static async Task<Ok<List<EditView>>> ListAsync(
        string? kind,
        string? subject,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var found = await (
            from edit in db.Edits.AsNoTracking()
            join coach in db.Coaches.AsNoTracking() on edit.CoachId equals coach.Id
            where
                edit.StudioId == studio.Id
                && (kind == null || edit.Kind == kind)
                && (subject == null || edit.Subject == subject)
            orderby edit.Sequence descending
            select new { edit, coach.Name }
        )
            .Take(Most)
            .ToListAsync(stop);
        var whose = found
            .Select(f => f.edit.At)
            .Where(a => Guid.TryParse(a, out _))
            .Select(Guid.Parse)
            .Distinct()
            .ToArray();
        var clients = await db
            .Clients.AsNoTracking()
            .Where(c => whose.Contains(c.Id))
            .ToDictionaryAsync(c => c.Id.ToString(), c => c.Name, stop);
        return TypedResults.Ok(
            found
                .Select(f => new EditView(
                    f.edit.Kind,
                    f.edit.Subject,
                    f.edit.RecordedAt,
                    f.Name,
                    For(f.edit.At, clients),
                    f.edit.Before,
                    f.edit.After
                ))
                .ToList()
        );
    }

    private static string For(string at, Dictionary<string, string> clients) =>
        at.Length == 0 ? "the studio"
        : clients.TryGetValue(at, out var name) ? name
        : Exercise.Find(at) is { } exercise ? exercise.Name
        : Names.TryRead<SchoolCode>(at, out var school) ? School.Of(school).Name
        : at;
}
