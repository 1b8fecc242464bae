using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Ladders;

/// <summary>Ladders as paths, edited in place; and putting a client on a rung.</summary>
internal static class LadderEndpoints
{
    private const int LongestText = 300;
    private const int MostNamed = 12;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/ladders", ListAsync).WithName("getLadders");
        api.MapPut("/ladders/{id}", ChangeAsync).WithName("changeLadder").InTurn();
        api.MapPost("/stands", StandAsync).WithName("addStand").InTurn();
    }

    private static async Task<Ok<LaddersView>> ListAsync(
        StudioContext db,
        StudioScope scope,
        LadderBook book,
        StudioPulse pulse,
        CancellationToken stop
    ) => TypedResults.Ok(await pulse.OnceAsync("ladders", scope.Now, () => AllAsync(db, scope, book, stop)));

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
        var standers = await StandersAsync(db, studio.Id, null, stop);
        return new LaddersView([
            .. (await book.LaddersAsync(stop)).Select(l => View(l, versions.GetValueOrDefault(l.Id), standers)),
        ]);
    }

    private static LadderView View(Ladder ladder, long version, ILookup<(string, string), StanderView> standers)
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
                        [.. standers[(ladder.Id, r.Id)].Take(MostNamed)],
                        standers[(ladder.Id, r.Id)].Select(s => s.ClientId).Distinct().Count()
                    );
                }),
            ],
            [.. (usual?.Rungs ?? []).Where(r => ladder.Rung(r.Id) is null).Select(r => r.Name)]
        );
    }

    /// <summary>Who stands where now: the last step of every client, ladder and side.</summary>
    private static async Task<ILookup<(string, string), StanderView>> StandersAsync(
        StudioContext db,
        Guid studioId,
        string? ladderId,
        CancellationToken stop
    ) =>
        (
            await (
                from step in db.StandingSteps().AsNoTracking()
                join client in db.Clients.AsNoTracking() on step.ClientId equals client.Id
                where
                    step.StudioId == studioId
                    && (ladderId == null || step.LadderId == ladderId)
                    && !db.StandingSteps()
                        .Any(n =>
                            n.ClientId == step.ClientId
                            && n.LadderId == step.LadderId
                            && n.Side == step.Side
                            && n.Sequence > step.Sequence
                        )
                orderby client.Name
                select new
                {
                    step.LadderId,
                    step.RungId,
                    step.Side,
                    client.Id,
                    client.Name,
                }
            ).ToListAsync(stop)
        ).ToLookup(s => (s.LadderId, s.RungId), s => new StanderView(s.Id, s.Name, s.Side));

    private static async Task<Ok<LaddersView>> ChangeAsync(
        string id,
        LadderChange request,
        StudioContext db,
        StudioScope scope,
        LadderBook book,
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
        Text.Required("name", next.Name, "Give the ladder a name.");
        foreach (var rung in next.Rungs)
        {
            if (rung.Name.Length > 40)
                throw Refusal.BadInput(
                    "rung",
                    $"\"{rung.Name[..20]}…\" is too long for the path. Use at most 40 letters."
                );
            if (rung.Entry.Length > LongestText || rung.Reason.Length > LongestText)
                throw Refusal.BadInput(
                    "rung",
                    $"{rung.Name}: keep what it needs and why it is here under {LongestText} letters."
                );
            if (rung.Id.Length is 0 or > 60)
                throw Refusal.BadInput("rung", "A rung has no name of its own. Reload the page.");
        }

        if (next.Problem() is { } problem)
            throw Refusal.BadInput("ladder", problem);
        // A rung in use is never lost.
        var gone = (await StandersAsync(db, studio.Id, id, stop))
            .Where(g => next.Rung(g.Key.Item2) is null)
            .SelectMany(g => g, (g, s) => (RungId: g.Key.Item2, s.Name))
            .ToArray();
        if (gone.Length > 0)
        {
            var name =
                (await book.LaddersAsync(stop)).FirstOrDefault(l => l.Id == id)?.Rung(gone[0].RungId)?.Name
                ?? gone[0].RungId;
            var names = gone.Where(g => g.RungId == gone[0].RungId).Select(g => g.Name).Distinct().ToArray();
            throw Refusal.Conflict(
                $"{name} cannot be taken away: {string.Join(", ", names.Take(4))}{(names.Length > 4 ? $" and {names.Length - 4} more" : "")} {(names.Length == 1 ? "stands" : "stand")} on it. Put them on another rung first."
            );
        }

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
                new Edit("ladder", id, "", usual is null ? null : Summary(usual), Summary(next))
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
                    return new Edit("ladder", id, "", Summary(before.ToCore()), Summary(next));
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

    /// <summary>A ladder in a line, for its history.</summary>
    private static string Summary(Ladder ladder) =>
        string.Join(" → ", ladder.Rungs.Select(r => $"{r.Name} ({r.Dose})"));

    private static async Task<Ok<StandsView>> StandAsync(
        StandRequest request,
        StudioContext db,
        StudioScope scope,
        LadderBook book,
        CheckBook checks,
        FactWriter facts,
        ConditionGuard guard,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<RungFact, KeptStand>(request.Id, Kept(request), stop) is not null)
            return TypedResults.Ok(new StandsView(request.ClientId));
        var client = await scope.ClientAsync(request.ClientId, stop);
        if ((await checks.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands. Clear it with a note before anything is moved.");
        var ladder =
            (await book.LaddersAsync(stop)).FirstOrDefault(l => l.Id == request.LadderId)
            ?? throw Refusal.BadInput("ladder", "This ladder is not there any more. Reload the page.");
        var rung =
            ladder.Rung(request.RungId)
            ?? throw Refusal.BadInput("rung", "This rung is not there any more. Reload the page.");
        await guard.RefuseAsync(client, Exercise.Find(rung.ExerciseId)!, rung.Dose.Loaded, stop);
        var sides = request.Sides.Distinct().Order().ToArray();
        if (sides.Length == 0)
            throw Refusal.BadInput("sides", "Say which side.");
        var reason = request.AfterBreak
            ? Text.Optional("reason", request.Reason)
            : Text.Required("reason", request.Reason, "Say in a few words why.");
        var sentence = request.AfterBreak ? $"After a break: “{rung.Name}”." : $"Put on “{rung.Name}” by the coach.";
        var judged = KeptStep.Kept.Write(new KeptStep(sentence, null, null, reason.Length > 0 ? reason : null, []));
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        foreach (var (side, i) in sides.Select((s, i) => (s, i)))
        {
            await facts.AddAsync(
                new RungFact
                {
                    Id = i == 0 ? request.Id : Guid.CreateVersion7(),
                    ClientId = client.Id,
                    LadderId = ladder.Id,
                    RungId = rung.Id,
                    Side = side,
                    Kind = request.AfterBreak ? MoveKind.AfterBreak : MoveKind.ByCoach,
                    Judged = judged,
                },
                Kept(request),
                stop
            );
        }

        await whole.CommitAsync(stop);
        return TypedResults.Ok(new StandsView(client.Id));
    }
}
