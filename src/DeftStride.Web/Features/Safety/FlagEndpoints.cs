using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Safety;

internal sealed record FlagRequest(Guid Id, Guid ClientId, string SignId, string? Note, Guid? Supersedes);

internal sealed record ClearingRequest(Guid Id, Guid FlagId, string ExaminedBy, DateOnly ExaminedOn, string Allowed);

internal sealed record FlagView(
    Guid Id,
    string SignId,
    string Text,
    string Note,
    DateTimeOffset At,
    string Coach,
    string? Question
);

internal static class FlagEndpoints
{
    private static KeptFlag Kept(FlagRequest r) => new(r.Id, r.ClientId, r.SignId, r.Note, r.Supersedes);

    private static KeptClearing Kept(ClearingRequest r) => new(r.Id, r.FlagId, r.ExaminedBy, r.ExaminedOn, r.Allowed);

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/flags", RaiseAsync).WithName("raiseFlag").InTurn();
        api.MapPost("/flag-clearings", ClearAsync).WithName("clearFlag").InTurn();
    }

    private static async Task<NoContent> RaiseAsync(
        FlagRequest request,
        StudioScope scope,
        FactWriter facts,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<FlagFact, KeptFlag>(request.Id, Kept(request), stop) is not null)
            return TypedResults.NoContent();
        var client = await scope.ClientAsync(request.ClientId, stop);
        var sign =
            RedFlag.Find(request.SignId) ?? throw Refusal.BadInput("sign", "Choose one of the signs in the list.");
        await facts.AddAsync(
            new FlagFact
            {
                Id = request.Id,
                ClientId = client.Id,
                SignId = sign.Id,
                Note = Text.Optional("note", request.Note),
                Supersedes = request.Supersedes,
            },
            Kept(request),
            stop
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ClearAsync(
        ClearingRequest request,
        StudioContext db,
        StudioScope scope,
        FactWriter facts,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<FlagClearingFact, KeptClearing>(request.Id, Kept(request), stop) is not null)
            return TypedResults.NoContent();
        var studio = await scope.StudioAsync(stop);
        var flag =
            await db
                .Flags.AsNoTracking()
                .FirstOrDefaultAsync(f => f.Id == request.FlagId && f.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This sign is not on record. Reload the page.");
        if (
            await db.Standing<FlagClearingFact>()
                .AnyAsync(c => c.FlagId == flag.Id && c.ExaminedOn >= StandingFacts.FirstDay, stop)
        )
            throw Refusal.Conflict("This sign was already cleared. Reload to see by whom.");
        var (_, to, zone) = await scope.DayAsync(stop);
        if (StudioScope.Instant(request.ExaminedOn.ToDateTime(TimeOnly.MinValue), zone) >= to)
            throw Refusal.BadInput(
                "examinedOn",
                "The examination lies in the future. Clear the sign once it has happened."
            );
        await facts.AddAsync(
            new FlagClearingFact
            {
                Id = request.Id,
                ClientId = flag.ClientId,
                FlagId = flag.Id,
                ExaminedBy = Text.Required("examinedBy", request.ExaminedBy, "Say who examined the client."),
                ExaminedOn = request.ExaminedOn,
                Allowed = Text.Required("allowed", request.Allowed, "Say what is allowed now."),
            },
            Kept(request),
            stop
        );
        return TypedResults.NoContent();
    }
}
