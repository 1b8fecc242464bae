using System.Buffers;
using System.Security.Cryptography;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Pictures;

internal sealed record PictureView(Guid Id, int Width, int Height);

/// <summary>What a picture was made of, for telling a repeated upload from a different one.</summary>
/// <summary>Takes pictures in and gives them out by record id. One picture is decoded at a time, so that memory stays bounded.</summary>
internal sealed class PictureShelf(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    PictureFolder folder,
    WriteTurns turns
)
{
    private static readonly SemaphoreSlim OneAtATime = new(1);

    /// <summary>More than so many wait for their turn on their own device, not here.</summary>
    private const int MostWaiting = 48;

    private static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(60);
    private static int _waiting;

    /// <summary>Takes a picture that was received onto the disk.</summary>
    public async Task<PictureView> AddAsync(
        Guid id,
        Guid clientId,
        string file,
        string uploadHash,
        CancellationToken stop
    )
    {
        await scope.ClientAsync(clientId, stop);
        var body = new KeptUpload(clientId, uploadHash);
        CleanPicture clean;
        await TakeTurnAsync(stop);
        try
        {
            // Asked once the turn has come: the same picture may have been sent twice at once.
            if (
                await facts.ExistingAsync<PictureFact, KeptUpload>(id, body, stop) is { } kept
                && folder.Whole(kept.Hash)
            )
                return View(kept);
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
        if (await facts.ExistingAsync<PictureFact, KeptUpload>(id, body, stop) is { } damaged)
            return await HealAsync(damaged, clean, body, stop);
        // Asked once per client: the first kept picture records that the client agreed, as the front end has just asked. No form
        // holds it, so what a form was based on stays true and the version stays as it is.
        var client = await db.Clients.FirstAsync(c => c.Id == clientId, stop);
        await db.Entry(client).ReloadAsync(stop);
        client.PictureConsentAt ??= scope.Now;

        return await KeepAsync(id, clientId, clean, body, stop);
    }

    /// <summary>One after the other, in the order of their coming; whoever would wait too long is told, and comes again.</summary>
    private static async Task TakeTurnAsync(CancellationToken stop)
    {
        var busy = Refusal.Later(
            "The studio is busy with other pictures. This one is kept on this device and is sent again by itself."
        );
        if (Interlocked.Increment(ref _waiting) > MostWaiting)
        {
            Interlocked.Decrement(ref _waiting);
            throw busy;
        }

        try
        {
            if (!await OneAtATime.WaitAsync(LongestWait, stop))
                throw busy;
        }
        finally
        {
            Interlocked.Decrement(ref _waiting);
        }
    }

    /// <summary>Keeps a picture that is known to be clean.</summary>
    public async Task<PictureView> KeepAsync(
        Guid id,
        Guid clientId,
        CleanPicture clean,
        KeptUpload body,
        CancellationToken stop,
        Guid? supersedes = null
    )
    {
        using var file = folder.Keep(clean.WebP);
        return View(
            await facts.AddAsync(
                new PictureFact
                {
                    Id = id,
                    ClientId = clientId,
                    Hash = file.Hash,
                    Width = clean.Width,
                    Height = clean.Height,
                    Bytes = clean.WebP.Length,
                    Supersedes = supersedes,
                },
                body,
                stop
            )
        );
    }

    /// <summary>The file of a picture was lost or damaged and the picture was sent again: the file is written anew.</summary>
    private async Task<PictureView> HealAsync(
        PictureFact damaged,
        CleanPicture clean,
        KeptUpload body,
        CancellationToken stop
    )
    {
        using var file = folder.Keep(clean.WebP);
        if (
            file.Hash == damaged.Hash
            || await Latest(damaged.Id).Select(p => p.Hash).FirstOrDefaultAsync(stop) == file.Hash
        )
            return View(damaged);
        // Another version of the encoder made other bytes of the same picture: they are kept in the old file's place.
        await KeepAsync(Guid.CreateVersion7(scope.Now), damaged.ClientId, clean, body, stop, damaged.Id);
        return View(damaged);
    }

    private IQueryable<PictureFact> Latest(Guid id) => db.Pictures.AsNoTracking().Where(p => p.Supersedes == id);

    /// <summary>Where the file of a picture lies. It is read through first: a damaged picture is said, never shown.</summary>
    public async Task<string> PathAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var hash =
            await db
                .Pictures.Where(p => p.Id == id && p.StudioId == studio.Id)
                .Select(p => p.Hash)
                .FirstOrDefaultAsync(stop)
            ?? throw Refusal.Missing("This picture is not kept here.");
        if (folder.Whole(hash))
            return folder.PathOf(hash);
        if (await Latest(id).Select(p => p.Hash).FirstOrDefaultAsync(stop) is { } healed && folder.Whole(healed))
            return folder.PathOf(healed);
        throw new Refusal(
            StatusCodes.Status410Gone,
            "This picture's file is damaged or missing on the studio's disk. Its points and readings are kept. Choose the same picture again and it is mended."
        );
    }

    private static PictureView View(PictureFact fact) => new(fact.Id, fact.Width, fact.Height);
}

internal static class PictureEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/pictures/{id:guid}", PutAsync)
            .WithName("putPicture")
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(PictureIntake.MostBytes + 1024));
        api.MapGet("/pictures/{id:guid}", GetAsync).WithName("getPicture");
    }

    private static async Task<Ok<PictureView>> PutAsync(
        Guid id,
        Guid client,
        HttpRequest request,
        PictureShelf shelf,
        PictureFolder folder,
        CancellationToken stop
    )
    {
        using var upload = folder.Receive();
        return TypedResults.Ok(
            await shelf.AddAsync(id, client, upload.File, await ReceiveAsync(request.Body, upload.File, stop), stop)
        );
    }

    /// <summary>Writes an upload to the disk as it comes; returns its SHA-256.</summary>
    private static async Task<string> ReceiveAsync(Stream body, string file, CancellationToken stop)
    {
        var buffer = ArrayPool<byte>.Shared.Rent(64 * 1024);
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            await using var disk = new FileStream(file, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1);
            var length = 0L;
            while (await body.ReadAsync(buffer, stop) is > 0 and var got)
            {
                if ((length += got) > PictureIntake.MostBytes)
                    throw new Refusal(
                        StatusCodes.Status413PayloadTooLarge,
                        PictureIntake.TooLarge().Message,
                        "picture"
                    );
                hash.AppendData(buffer.AsSpan(0, got));
                await disk.WriteAsync(buffer.AsMemory(0, got), stop);
            }

            return Convert.ToHexStringLower(hash.GetHashAndReset());
        }
        catch (ArgumentOutOfRangeException e)
        {
            // How .NET says that the system takes no file of that size: to us it is a disk without room.
            throw new IOException("There is no room for this picture.", DurableFiles.NoRoom) { Source = e.Source };
        }
        catch (BadHttpRequestException e) when (e.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            throw new Refusal(e.StatusCode, PictureIntake.TooLarge().Message, "picture");
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    private static async Task<PhysicalFileHttpResult> GetAsync(Guid id, PictureShelf shelf, CancellationToken stop)
    {
        var path = await shelf.PathAsync(id, stop);
        return TypedResults.PhysicalFile(path, "image/webp");
    }
}
