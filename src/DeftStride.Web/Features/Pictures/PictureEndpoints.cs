using DeftStride.Data;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Pictures;

internal sealed record PictureView(Guid Id, int Width, int Height);

/// <summary>What a picture was made of, for telling a repeated upload from a different one.</summary>
internal sealed record PictureBody(Guid ClientId, string UploadHash);

/// <summary>Takes pictures in and gives them out by record id. One picture is decoded at a time, so that memory stays bounded.</summary>
internal sealed class PictureShelf(StudioContext db, StudioScope scope, FactWriter facts, PictureFolder folder, WriteTurns turns, TimeProvider clock)
{
    private static readonly SemaphoreSlim OneAtATime = new(1);

    public async Task<PictureView> AddAsync(Guid id, Guid clientId, byte[] file, CancellationToken stop)
    {
        await scope.ClientAsync(clientId, stop);
        var body = new PictureBody(clientId, Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(file)));
        CleanPicture clean;
        await OneAtATime.WaitAsync(stop);
        try
        {
            // Asked once the turn has come: the same picture may have been sent twice at once.
            if (await facts.ExistingAsync<PictureFact>(id, body, stop) is { } kept && folder.Whole(kept.Hash)) return View(kept);
            clean = await Task.Run(() => PictureIntake.Clean(file), stop);
        }
        catch (PictureRefusedException refused)
        {
            throw Refusal.BadInput("picture", refused.Message);
        }
        finally
        {
            OneAtATime.Release();
        }

        using var turn = await turns.TakeAsync(stop);
        if (await facts.ExistingAsync<PictureFact>(id, body, stop) is { } damaged) return await HealAsync(damaged, clean, body, stop);
        // Asked once per client: the first kept picture records that the client agreed, as the front end has just asked.
        var client = await db.Clients.FirstAsync(c => c.Id == clientId, stop);
        await db.Entry(client).ReloadAsync(stop);
        if (client.PictureConsentAt is null)
        {
            client.PictureConsentAt = clock.GetUtcNow();
            client.Version++;
        }

        return await KeepAsync(id, clientId, clean, body, stop);
    }

    /// <summary>Keeps a picture that is known to be clean.</summary>
    public async Task<PictureView> KeepAsync(Guid id, Guid clientId, CleanPicture clean, PictureBody body, CancellationToken stop, Guid? supersedes = null)
    {
        using var file = folder.Keep(clean.WebP);
        return View(await facts.AddAsync(new PictureFact
        {
            Id = id,
            ClientId = clientId,
            Body = Json.Write(body),
            Hash = file.Hash,
            Width = clean.Width,
            Height = clean.Height,
            Bytes = clean.WebP.Length,
            Supersedes = supersedes,
        }, body, stop));
    }

    /// <summary>The file of a picture was lost or damaged and the picture was sent again: the file is written anew.</summary>
    private async Task<PictureView> HealAsync(PictureFact damaged, CleanPicture clean, PictureBody body, CancellationToken stop)
    {
        using var file = folder.Keep(clean.WebP);
        if (file.Hash == damaged.Hash || await Latest(damaged.Id).Select(p => p.Hash).FirstOrDefaultAsync(stop) == file.Hash) return View(damaged);
        // Another version of the encoder made other bytes of the same picture: they are kept in the old file's place.
        await KeepAsync(Guid.CreateVersion7(clock.GetUtcNow()), damaged.ClientId, clean, body, stop, damaged.Id);
        return View(damaged);
    }

    private IQueryable<PictureFact> Latest(Guid id) => db.Pictures.AsNoTracking().Where(p => p.Supersedes == id);

    /// <summary>Where the file of a picture lies. It is read through first: a damaged picture is said, never shown.</summary>
    public async Task<string> PathAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var hash = await db.Pictures.Where(p => p.Id == id && p.StudioId == studio.Id).Select(p => p.Hash).FirstOrDefaultAsync(stop) ?? throw Refusal.Missing("This picture is not kept here.");
        if (folder.Whole(hash)) return folder.PathOf(hash);
        if (await Latest(id).Select(p => p.Hash).FirstOrDefaultAsync(stop) is { } healed && folder.Whole(healed)) return folder.PathOf(healed);
        throw new Refusal(StatusCodes.Status410Gone, "This picture's file is damaged or missing on the studio's disk. Its points and readings are kept. Choose the same picture again and it is mended.");
    }

    private static PictureView View(PictureFact fact) => new(fact.Id, fact.Width, fact.Height);
}

internal static class PictureEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/pictures/{id:guid}", PutAsync).WithName("putPicture").Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(PictureIntake.MostBytes + 1024));
        api.MapGet("/pictures/{id:guid}", GetAsync).WithName("getPicture");
    }

    private static async Task<Ok<PictureView>> PutAsync(Guid id, Guid client, HttpRequest request, PictureShelf shelf, CancellationToken stop)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body, stop);
        return TypedResults.Ok(await shelf.AddAsync(id, client, body.ToArray(), stop));
    }

    private static async Task<PhysicalFileHttpResult> GetAsync(Guid id, HttpResponse response, PictureShelf shelf, CancellationToken stop)
    {
        var path = await shelf.PathAsync(id, stop);
        response.Headers.CacheControl = "private, max-age=31536000, immutable";
        response.Headers.XContentTypeOptions = "nosniff";
        return TypedResults.PhysicalFile(path, "image/webp");
    }
}
