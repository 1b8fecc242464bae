using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Records;
using DeftStride.Studio.Upkeep;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Backups;

/// <summary>What is being done with backups just now.</summary>
/// <param name="Restoring">Whether one is brought back; else one is taken.</param>
/// <param name="Done">How much of it, 0–1.</param>
internal sealed record BackupWork(bool Restoring, double Done);

/// <summary>Takes backups of the studio while it goes on, and brings one back. One at a time.</summary>
internal sealed class BackupKeeper(
    IServiceProvider services,
    StudioFolder studio,
    BackupSettings settings,
    BackupStanding standing,
    MediaTurn media,
    TimeProvider clock,
    ILogger<BackupKeeper> log
)
{
    private readonly Lock _turn = new();
    private volatile BackupWork? _work;
    private volatile string? _trouble;

    public BackupFolder Folder { get; } = new(settings.Folder, make: !settings.Given);

    /// <summary>What is under way; null for nothing.</summary>
    public BackupWork? Work => _work;

    /// <summary>Why the last one failed; null when it did not.</summary>
    public string? Trouble => _trouble;

    /// <summary>What was asked to be brought back last, until that is done.</summary>
    public Task Restoring { get; set; } = Task.CompletedTask;

    /// <summary>Takes one, thins out what is too many, and says when the last good one is of.</summary>
    /// <exception cref="BackupException">It could not be taken.</exception>
    public async Task<BackupSaid> TakeAsync(string why, CancellationToken stop)
    {
        Begin(restoring: false);
        try
        {
            return await TakenAsync(why, stop);
        }
        finally
        {
            _work = null;
        }
    }

    /// <summary>
    /// Makes one ready beside the studio while that goes on: read through, and known to open. <see cref="ExchangeAsync"/> follows.
    /// </summary>
    /// <exception cref="BackupException">It is not whole, or does not open; nothing was changed.</exception>
    public async Task ReadyAsync(string name, string? passphrase, CancellationToken stop)
    {
        Begin(restoring: true);
        try
        {
            var ready = Path.Combine(studio.Path, StudioSwap.Coming);
            await OnItsOwn(() =>
            {
                if (Directory.Exists(ready))
                    Directory.Delete(ready, recursive: true);
                return Folder.Restore(name, ready, passphrase ?? settings.Passphrase(), new Heard(this), stop);
            });
        }
        catch
        {
            _work = null;
            throw;
        }
    }

    /// <summary>
    /// Puts what was made ready in the place of what is there, between two requests, after saving that. Who was erased since stays
    /// erased, and what closes waiting things on devices stays theirs.
    /// </summary>
    /// <exception cref="BackupException">What is there could not be saved; nothing was changed.</exception>
    public async Task ExchangeAsync(string name, Visitor by, CancellationToken stop)
    {
        try
        {
            await TakenAsync("before-restore", stop);
            var (seals, erased) = await OutlastAsync(stop);
            using (await media.TakeAsync(stop))
            {
                await services.GetRequiredService<StudioStart>().ExchangeAsync(stop);
                services.GetRequiredService<StudioCache>().Forget();
                services.GetRequiredService<IStanding>().Forget();
                await NoteAsync(name, seals, erased, by, stop);
            }

            await services.GetRequiredService<MediaSweeping>().SweepAsync(stop);
            log.LogWarning("The studio was brought back from {Backup}.", name);
        }
        finally
        {
            _work = null;
        }
    }

    /// <summary>Whether one can begin now; says so where not.</summary>
    public void Begin(bool restoring)
    {
        lock (_turn)
        {
            if (_work is not null)
                throw new BackupException("A backup is being written or brought back just now. Wait until it is done.");
            _work = new BackupWork(restoring, 0);
        }
    }

    /// <summary>Looks which one is the last.</summary>
    public void Look() => standing.Last = Folder.List().FirstOrDefault(b => b.Why != BackupSaid.DatabaseAlone)?.At;

    private async Task<BackupSaid> TakenAsync(string why, CancellationToken stop)
    {
        try
        {
            using var saved = await media.TakeAsync(stop);
            var taken = await OnItsOwn(() =>
                Folder.Take(studio.Path, clock.GetUtcNow(), why, settings.Passphrase(), new Heard(this), stop)
            );
            _trouble = null;
            Folder.Thin();
            Look();
            return taken;
        }
        catch (BackupException e)
        {
            _trouble = e.Message;
            throw;
        }
    }

    /// <summary>Long work of the disk holds up no thread that answers.</summary>
    private static Task<T> OnItsOwn<T>(Func<T> work) =>
        Task.Factory.StartNew(work, CancellationToken.None, TaskCreationOptions.LongRunning, TaskScheduler.Default);

    /// <summary>What an earlier state must not take back: keys that devices were given since, and that somebody was erased.</summary>
    private async Task<(List<SealRecord> Seals, List<ErasedRecord> Erased)> OutlastAsync(CancellationToken stop)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        return (
            await db.Seals.AsNoTracking().ToListAsync(stop),
            await db.Erased.AsNoTracking().Where(e => e.ReturnedAt == null).ToListAsync(stop)
        );
    }

    private async Task NoteAsync(
        string name,
        List<SealRecord> seals,
        List<ErasedRecord> erased,
        Visitor by,
        CancellationToken stop
    )
    {
        using var turn = await services.GetRequiredService<WriteTurns>().TakeAsync(stop);
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        foreach (var seal in seals)
        {
            if (await db.Seals.FindAsync([seal.CoachId], stop) is { } other)
                other.Key = seal.Key;
            else
                db.Seals.Add(seal);
        }

        db.Deeds.Add(
            new DeedRecord
            {
                Id = Guid.CreateVersion7(),
                StudioId = await db.Studios.Select(s => s.Id).FirstAsync(stop),
                At = clock.GetUtcNow(),
                Deed = Deed.Restored,
                CoachId = by.Coach,
                Subject = name,
                Device = by.Device,
            }
        );
        await db.SaveChangesAsync(stop);
        foreach (var gone in erased)
        {
            if (await db.Clients.AnyAsync(c => c.Id == gone.ClientId, stop))
                await scope.ServiceProvider.GetRequiredService<Eraser>().EraseAsync(gone.ClientId, gone.By, stop);
        }
    }

    private sealed class Heard(BackupKeeper keeper) : IProgress<Progress>
    {
        public void Report(Progress value) =>
            keeper._work = keeper._work is { } work
                ? work with
                {
                    Done = value.Of == 0 ? 1 : (double)value.Done / value.Of,
                }
                : null;
    }
}
