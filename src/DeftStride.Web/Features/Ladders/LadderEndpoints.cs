using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Ladders;

/// <summary>Ladders as paths, edited in place; and putting a client on a rung.</summary>
internal static class LadderEndpoints
{
    private const int MostNamed = 12;

    public static void MapOwner(IEndpointRouteBuilder api) =>
        api.MapPut("/ladders/{id}", ChangeAsync).WithName("changeLadder").InTurn();

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/ladders", ListAsync).WithName("getLadders");
        api.MapPost("/stands", StandAsync).WithName("addStand").InTurn();
    }

    private static async Task<Ok<LaddersView>> ListAsync(
        StudioContext db,
        StudioScope scope,
        LadderBook book,
        StudioCache cache
    ) => TypedResults.Ok(await cache.OnceAsync("ladders", scope, stop => AllAsync(db, scope, book, stop)));

    private static async Task<LaddersView> AllAsync(
        StudioContext db,
        StudioScope scope,
        LadderBook book,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var versions = await db
            .Ladders.AsNoTracking()
            .Where(l => l.StudioId == studio.Id)
            .ToDictionaryAsync(l => l.LadderId, l => l.Version, stop);
        var standers = await db.StandersAsync(studio.Id, null, stop);
        return new LaddersView([
            .. (await book.LaddersAsync(stop)).Select(l => View(l, versions.GetValueOrDefault(l.Id), standers)),
        ]);
    }

    private static LadderView View(Ladder ladder, long version, ILookup<(string, string), Stander> standers)
    {
        var tracks = new Dictionary<int, int>();
        var usual = Ladder.All.FirstOrDefault(l => l.Id == ladder.Id);
        return new LadderView(
            LadderDto.Of(ladder),
            version,
            usual is not null,
            usual is null
                || (
                    version > 0
                    && KeptLadder.Kept.Write(KeptLadder.Of(usual)) != KeptLadder.Kept.Write(KeptLadder.Of(ladder))
                ),
            ladder.Rungs.SelectMany(r => standers[(ladder.Id, r.Id)]).Select(s => s.ClientId).Distinct().Count(),
            [
                .. ladder.Rungs.Select(r =>
                {
                    var depth = ladder.Depth(r.Id);
                    var track = tracks.GetValueOrDefault(depth);
                    tracks[depth] = track + 1;
                    return new RungPlaceView(
                        r.Id,
                        depth,
                        track,
                        Exercise.Find(r.ExerciseId)!.Name,
                        r.Dose.ToString(),
                        [
                            .. standers[(ladder.Id, r.Id)]
                                .Take(MostNamed)
                                .Select(s => new StanderView(s.ClientId, s.Name, s.Side)),
                        ],
                        standers[(ladder.Id, r.Id)].Select(s => s.ClientId).Distinct().Count()
                    );
                }),
            ],
            [.. (usual?.Rungs ?? []).Where(r => ladder.Rung(r.Id) is null).Select(r => r.Name)]
        );
    }

    private static async Task<Ok<LaddersView>> ChangeAsync(
        string id,
        LadderChange request,
        StudioContext db,
        StudioScope scope,
        LadderBook book,
        LadderChecks checks,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if ((await changer.ReplayAsync<long>(request.OperationId, request, stop)).Found)
            return TypedResults.Ok(await AllAsync(db, scope, book, stop));
        var studio = await scope.StudioAsync(stop);
        var record = await db.Ladders.FirstOrDefaultAsync(l => l.StudioId == studio.Id && l.LadderId == id, stop);
        var usual = Ladder.All.FirstOrDefault(l => l.Id == id);
        var next =
            request.Ladder?.ToCore()
            ?? usual
            ?? throw Refusal.BadInput("ladder", "A ladder of the studio's own has no usual form to go back to.");
        if (next.Id != id)
            throw Refusal.BadInput("ladder", "The ladder and its address do not match. Reload the page.");
        await checks.RefuseAsync(next, studio.Id, stop);
        if (record is null)
        {
            if (request.Version != 0)
                throw Refusal.Conflict("This ladder is not kept here any more. Reload to see it.");
            await changer.CreateAsync(
                request.OperationId,
                request,
                () =>
                    Task.FromResult(
                        new LadderRecord
                        {
                            Id = Guid.CreateVersion7(),
                            LadderId = id,
                            Body = KeptLadder.Kept.Write(KeptLadder.Of(next)),
                        }
                    ),
                r => r.Version,
                stop,
                new Edit(
                    "ladder",
                    id,
                    "",
                    usual is null ? null : LadderChecks.Summary(usual),
                    LadderChecks.Summary(next)
                )
            );
        }
        else
        {
            await changer.ChangeAsync(
                request.OperationId,
                request,
                record,
                request.Version,
                r =>
                {
                    var before = KeptLadder.Kept.Read(r.Body);
                    r.Body = KeptLadder.Kept.Write(KeptLadder.Of(next, before));
                    return new Edit(
                        "ladder",
                        id,
                        "",
                        LadderChecks.Summary(before.ToCore()),
                        LadderChecks.Summary(next)
                    );
                },
                r => r.Version,
                stop
            );
        }

        return TypedResults.Ok(
            await AllAsync(db, scope, new LadderBook(db, scope, new LadderShelf(db), new ConditionShelf(db)), stop)
        );
    }

    private static KeptStand Kept(StandRequest r) =>
        new(r.Id, r.ClientId, r.LadderId, r.RungId, r.Sides, r.AfterBreak, r.Reason);

    private static async Task<Ok<StandsView>> StandAsync(
        StandRequest request,
        StandRecorder stands,
        CancellationToken stop
    )
    {
        await stands.StandAsync(Kept(request), stop);
        return TypedResults.Ok(new StandsView(request.ClientId));
    }
}
