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
internal sealed class PictureShelf(StudioContext db, StudioScope scope, FactWriter facts, PictureFolder folder, TimeProvider clock)
{
    private static readonly SemaphoreSlim OneAtATime = new(1);

    public async Task<PictureView> AddAsync(Guid id, Guid clientId, byte[] file, CancellationToken stop)
    {
        var client = await scope.ClientAsync(clientId, stop);
        var body = new PictureBody(clientId, Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(file)));
        if (await facts.ExistingAsync<PictureFact>(id, body, stop) is { } kept) return View(kept);

        CleanPicture clean;
        await OneAtATime.WaitAsync(stop);
        try
        {
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

        // Asked once per client: the first kept picture records that the client agreed, as the front end has just asked.
        if (client.PictureConsentAt is null)
        {
            client.PictureConsentAt = clock.GetUtcNow();
            client.Version++;
        }

        return await KeepAsync(id, clientId, clean, body, stop);
    }

    /// <summary>Keeps a picture that is known to be clean.</summary>
    public async Task<PictureView> KeepAsync(Guid id, Guid clientId, CleanPicture clean, PictureBody body, CancellationToken stop) => View(await facts.AddAsync(new PictureFact
    {
        Id = id,
        ClientId = clientId,
        Body = Json.Write(body),
        Hash = folder.Keep(clean.WebP),
        Width = clean.Width,
        Height = clean.Height,
        Bytes = clean.WebP.Length,
    }, body, stop));

    public async Task<string> PathAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var hash = await db.Pictures.Where(p => p.Id == id && p.StudioId == studio.Id).Select(p => p.Hash).FirstOrDefaultAsync(stop);
        return hash is not null && folder.PathOf(hash) is var path && File.Exists(path)
            ? path
            : throw Refusal.Missing("This picture is not kept here any more.");
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
