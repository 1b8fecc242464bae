using System.ComponentModel.DataAnnotations;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Upkeep;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Features.Exports;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Erasing;

/// <summary>The client's name once more, so that a slip of the hand erases nobody.</summary>
internal sealed record ErasureRequest([MaxLength(200)] string Name);

/// <summary>What there is of a client, before it goes.</summary>
internal sealed record ErasureView(int Looks, int Logs, int Pictures, int Films, bool Running);

/// <summary>What was done.</summary>
/// <param name="Finished">Whether the studio's own files hold nothing any more; else the next start takes the last away.</param>
internal sealed record ErasedView(bool Finished);

/// <summary>A client leaves for good.</summary>
internal static class ErasureEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients/{id:guid}/erasure", WhatAsync).WithName("getErasure");
        api.MapPost("/clients/{id:guid}/erasure", EraseAsync).WithName("eraseClient");
    }

    private static async Task<Ok<ErasureView>> WhatAsync(Guid id, StudioContext db, CancellationToken stop)
    {
        if (!await db.Clients.AnyAsync(c => c.Id == id, stop))
            throw Refusal.Missing("This client is not here any more.");
        return TypedResults.Ok(
            new ErasureView(
                await db.Standing<CheckFact>().CountAsync(f => f.ClientId == id, stop),
                await db.Standing<LogFact>().CountAsync(f => f.ClientId == id, stop),
                await db.StandingPictures().CountAsync(f => f.ClientId == id, stop),
                await db.StandingFilms().CountAsync(f => f.ClientId == id, stop),
                await db.Sessions.AnyAsync(s => s.ClientId == id && s.Body != null && s.ClosedAt == null, stop)
            )
        );
    }

    private static async Task<Ok<ErasedView>> EraseAsync(
        Guid id,
        ErasureRequest request,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        Eraser eraser,
        ArrivalDesk passing,
        MediaTurn media,
        WriteTurns turns,
        StudioCache cache,
        IStanding standing,
        IHostApplicationLifetime life,
        CancellationToken asked
    )
    {
        // Once begun it is gone through with, whoever goes away.
        var stop = life.ApplicationStopping;
        using var saved = await media.TakeAsync(asked);
        using var turn = await turns.TakeAsync(asked);
        var client =
            await db.Clients.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id, stop)
            ?? throw Refusal.Missing("This client is not here any more.");
        if (!string.Equals(client.Name.Trim(), request.Name.Trim(), StringComparison.CurrentCultureIgnoreCase))
            throw Refusal.BadInput("name", $"This is not the name of the client. Write “{client.Name}” to erase them.");
        await passing.ClearAsync(stop);
        var finished = await eraser.EraseAsync(id, await scope.CoachIdAsync(stop), stop);
        cache.Forget();
        standing.Forget();
        var here = Visitor.Of(http)!;
        db.Deeds.Add(
            new DeedRecord
            {
                Id = Guid.CreateVersion7(),
                StudioId = (await scope.StudioAsync(stop)).Id,
                At = scope.Now,
                Deed = Deed.Erased,
                CoachId = here.Coach,
                ClientId = id,
                Subject = "a client",
                Device = here.Device,
            }
        );
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(new ErasedView(finished));
    }
}
