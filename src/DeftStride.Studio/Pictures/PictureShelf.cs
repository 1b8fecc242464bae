using DeftStride.Core.Measuring;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Pictures;

/// <summary>What a picture was taken for; all null where the device was not asked for anything.</summary>
internal readonly record struct TakenFor(BodySide? Side, View? View, Moment? Moment);

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
    public async Task<PictureFact> AddAsync(
        Guid id,
        Guid clientId,
        string file,
        string uploadHash,
        TakenFor takenFor,
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
                return kept;
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

        return await KeepAsync(id, clientId, clean, body, takenFor, stop);
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
    public async Task<PictureFact> KeepAsync(
        Guid id,
        Guid clientId,
        CleanPicture clean,
        KeptUpload body,
        TakenFor takenFor,
        CancellationToken stop,
        Guid? supersedes = null
    )
    {
        using var file = folder.Keep(clean.WebP);
        return await facts.AddAsync(
            new PictureFact
            {
                Id = id,
                ClientId = clientId,
                Hash = file.Hash,
                Width = clean.Width,
                Height = clean.Height,
                Bytes = clean.WebP.Length,
                Side = takenFor.Side,
                View = takenFor.View,
                Moment = takenFor.Moment,
                Supersedes = supersedes,
            },
            body,
            stop
        );
    }

    /// <summary>The file of a picture was lost or damaged and the picture was sent again: the file is written anew.</summary>
    private async Task<PictureFact> HealAsync(
        PictureFact damaged,
        CleanPicture clean,
        KeptUpload body,
        CancellationToken stop
    )
    {
        var latest = await Latest(damaged.Id).Select(p => p.Hash).FirstOrDefaultAsync(stop);
        // Its days are over: it was taken, and is not taken again.
        if (latest == StandingFacts.Gone)
            return damaged;
        using var file = folder.Keep(clean.WebP);
        if (file.Hash == damaged.Hash || latest == file.Hash)
            return damaged;
        // Another version of the encoder made other bytes of the same picture: they are kept in the old file's place.
        await KeepAsync(
            Guid.CreateVersion7(scope.Now),
            damaged.ClientId,
            clean,
            body,
            new(damaged.Side, damaged.View, damaged.Moment),
            stop,
            damaged.Id
        );
        return damaged;
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
        // Written anew, or let go, or the one after the other.
        var (at, latest) = (id, (PictureFact?)null);
        while (await Latest(at).FirstOrDefaultAsync(stop) is { } next)
            (at, latest) = (next.Id, next);
        if (latest?.Hash == StandingFacts.Gone)
            throw new Refusal(
                RefusalKind.Gone,
                "This picture’s days are over: pictures are kept for a while here. Its points and readings are kept."
            );
        if (folder.Whole(hash))
            return folder.PathOf(hash);
        if (latest is not null && folder.Whole(latest.Hash))
            return folder.PathOf(latest.Hash);
        throw new Refusal(
            RefusalKind.Gone,
            "This picture's file is damaged or missing on the studio's disk. Its points and readings are kept. Choose the same picture again and it is mended."
        );
    }
}
