using DeftStride.Core.Exercises;
using DeftStride.Core.Telling;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

internal sealed record OwnVisitView(DateTimeOffset StartsAt, string Exercise);

internal sealed record OwnCardView(string Exercise, IReadOnlyList<CardLineView> Lines, IReadOnlyList<string> LookFor);

internal sealed record OwnDoneView(DateOnly Day, string Exercise);

/// <summary>What a client sees of themselves: when they come next, how each exercise is set up for them, what they did lately.</summary>
internal sealed record OwnView(
    [property: AsWritten] string Name,
    [property: AsWritten] string Goal,
    [property: AsWritten] string Emergency,
    IReadOnlyList<OwnVisitView> Visits,
    IReadOnlyList<OwnCardView> Cards,
    IReadOnlyList<OwnDoneView> Done,
    DayOrder Days,
    WallClock WallClock
);

/// <summary>A client's own page. Nothing here takes an id: whose page it is, the sign-in says.</summary>
internal static class OwnEndpoints
{
    private const int MostVisits = 8;
    private const int MostDone = 12;
    private static readonly TimeSpan VisitLasts = TimeSpan.FromHours(1);

    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/own", GetAsync).WithName("getOwn");

    private static async Task<Ok<OwnView>> GetAsync(
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        SetupShelf setups,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var client = await scope.ClientAsync(Visitor.Of(http)!.Client!.Value, stop);
        // A visit that has begun is not over yet.
        var from = scope.Now - VisitLasts;
        var visits = await db
            .Sessions.AsNoTracking()
            .Where(s => s.ClientId == client.Id && s.StartsAt >= from && s.ClosedAt == null)
            .OrderBy(s => s.StartsAt)
            .Take(MostVisits)
            .Select(s => new { s.StartsAt, s.ExerciseId })
            .ToListAsync(stop);
        var done = await db.Standing<Data.Records.LogFact>()
            .AsNoTracking()
            .Where(l => l.ClientId == client.Id)
            .OrderByDescending(l => l.Day)
            .ThenByDescending(l => l.Sequence)
            .Take(MostDone)
            .Select(l => new { l.Day, l.ExerciseId })
            .ToListAsync(stop);
        var cards = (await setups.InForceAsync([client.Id], stop))[client.Id];
        return TypedResults.Ok(
            new OwnView(
                client.Name,
                client.Goal,
                KeptStudioChoices.Of(studio).Emergency ?? "",
                visits.ConvertAll(v => new OwnVisitView(v.StartsAt, Name(v.ExerciseId))),
                [
                    .. cards.Select(c => new OwnCardView(
                        Name(c.ExerciseId),
                        [.. KeptCard.Kept.Read(c.Judged).Card.Select(l => l.ToWire())],
                        Exercise.Find(c.ExerciseId)?.LookFor ?? []
                    )),
                ],
                done.ConvertAll(d => new OwnDoneView(d.Day, Name(d.ExerciseId))),
                Telling.Of(studio).Days,
                Telling.Of(studio).Clock
            )
        );
    }

    private static string Name(string exercise) => Exercise.Find(exercise)?.Name ?? exercise;
}
