using DeftStride.Data;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Films;

/// <summary>Takes films in, piece by piece, and gives them out by the id of their clip.</summary>
internal sealed class FilmShelf(
    StudioContext db,
    StudioScope scope,
    FactWriter facts,
    FilmFolder folder,
    FilmBook book,
    WriteTurns turns
)
{
    /// <summary>The largest piece, bytes: what a break of the line costs.</summary>
    public const int MostBytesOfPiece = 4 * 1024 * 1024;

    /// <summary>One piece is written at a time, so that the same film from two places never mixes.</summary>
    private static readonly SemaphoreSlim OneAtATime = new(1);

    /// <summary>How far a film has come in.</summary>
    public async Task<Arrived> ArrivedAsync(Guid id, CancellationToken stop)
    {
        var clip = await ClipAsync(id, stop);
        return await KeptAsync(id, stop) is { } film ? new Arrived(film.Bytes, true)
            : await IsOverAsync(clip, stop) ? new Arrived(0, true)
            : new Arrived(folder.Bytes(id), false);
    }

    /// <summary>Takes the next piece; the answer says where to go on.</summary>
    /// <exception cref="Refusal">Nobody waits for this film, or it is damaged: then nothing of it is kept.</exception>
    public async Task<Arrived> AddAsync(Guid id, long from, ReadOnlyMemory<byte> piece, CancellationToken stop)
    {
        var clip = await ClipAsync(id, stop);
        var all = clip.FilmBytes ?? throw Refusal.BadInput("film", "No film goes with this clip. Leave the film out.");
        if (from < 0 || from + piece.Length > all || piece.Length == 0)
            throw Refusal.BadInput("film", "This is not the film that goes with the clip. Leave the film out.");
        await OneAtATime.WaitAsync(stop);
        try
        {
            if (await KeptAsync(id, stop) is { } kept)
                return new Arrived(kept.Bytes, true);
            if (await IsOverAsync(clip, stop))
                return new Arrived(0, true);
            var here = await folder.AddAsync(id, from, piece, stop);
            if (here < all)
                return new Arrived(here, false);
            await FinishAsync(clip, stop);
            return new Arrived(all, true);
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    /// <summary>Whether nobody waits for this film any more: films are not kept here, or its days are over. The device may let it go.</summary>
    private async Task<bool> IsOverAsync(ClipFact clip, CancellationToken stop) =>
        !(await book.KeepAsync(clip, stop)).Wanted
        || await db.Films.AnyAsync(f => f.Supersedes == clip.Id && f.Hash == StandingFacts.Gone, stop);

    private async Task FinishAsync(ClipFact clip, CancellationToken stop)
    {
        FilmType type;
        try
        {
            type = await Task.Run(() => FilmIntake.Check(folder.ComingOf(clip.Id)), stop);
        }
        catch (FilmRefusedException refused)
        {
            folder.Drop(clip.Id);
            throw Refusal.BadInput("film", refused.Message);
        }

        using var turn = await turns.TakeAsync(stop);
        using var file = folder.Finish(clip.Id);
        await AddFactAsync(clip, file.Hash, type, stop);
    }

    /// <summary>Keeps a film that lies on the disk and is known to be clean; for the demo data.</summary>
    public async Task KeepAsync(ClipFact clip, string from, CancellationToken stop)
    {
        using var file = folder.Keep(clip.Id, from);
        await AddFactAsync(clip, file.Hash, FilmIntake.Check(from), stop);
    }

    private async Task AddFactAsync(ClipFact clip, string hash, FilmType type, CancellationToken stop)
    {
        // One that was damaged on the disk and came again has its record already.
        var body = new KeptUpload(clip.ClientId, hash);
        if (await facts.ExistingAsync<FilmFact, KeptUpload>(clip.Id, body, stop) is not null)
            return;
        await facts.AddAsync(
            new FilmFact
            {
                Id = clip.Id,
                ClientId = clip.ClientId,
                Hash = hash,
                Type = type,
                Bytes = clip.FilmBytes ?? 0,
            },
            body,
            stop
        );
    }

    /// <summary>Where the film of a clip lies. It is read through first: a damaged film is said, never shown.</summary>
    public async Task<(string Path, FilmType Type)> PathAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var film =
            await db.StandingFilms()
                .AsNoTracking()
                .FirstOrDefaultAsync(f => f.Id == id && f.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing(
                await db.Films.AnyAsync(f => f.Id == id, stop)
                    ? "The days of this film are over: its points, pictures and numbers stay."
                    : "This film is not kept here. The clip's points and pictures are."
            );
        return folder.Whole(film.Hash)
            ? (folder.PathOf(film.Hash), film.Type)
            : throw new Refusal(
                RefusalKind.Gone,
                "This film's file is damaged or missing on the studio's disk. The clip's points and pictures are kept."
            );
    }

    private async Task<ClipFact> ClipAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        return await db.Clips.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing(
                "The points of this film are not kept here, so the film is not either. Leave it out."
            );
    }

    private async Task<FilmFact?> KeptAsync(Guid id, CancellationToken stop) =>
        await db.StandingFilms().AsNoTracking().FirstOrDefaultAsync(f => f.Id == id, stop) is { } film
        && folder.Whole(film.Hash)
            ? film
            : null;
}
