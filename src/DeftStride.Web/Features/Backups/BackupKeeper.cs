using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Records;
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

    public BackupFolder Folder { get; } = new(settings.Folder);

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
    /// Brings one back in the place of what is there, after saving that: the folder is made ready and looked through while the studio
    /// goes on, and exchanged between two requests.
    /// </summary>
    /// <exception cref="BackupException">It is not whole, or does not open; nothing was changed.</exception>
    public async Task RestoreAsync(string name, string? passphrase, Visitor by, CancellationToken stop)
    {
        Begin(restoring: true);
        try
        {
            var ready = Path.Combine(studio.Path, StudioSwap.Coming);
            if (Directory.Exists(ready))
                Directory.Delete(ready, recursive: true);
            await OnItsOwn(() =>
                Folder.Restore(name, ready, passphrase ?? settings.Passphrase(), new Heard(this), stop)
            );
            await TakenAsync("before-restore", stop);
            var seals = await SealsAsync(stop);
            using (await media.TakeAsync(stop))
                await services.GetRequiredService<StudioStart>().ExchangeAsync(stop);
            services.GetRequiredService<StudioCache>().Forget();
            services.GetRequiredService<IStanding>().Forget();
            await NoteAsync(name, seals, by, stop);
            _trouble = null;
            log.LogWarning("The studio was brought back from {Backup}.", name);
        }
        catch (BackupException e)
        {
            _trouble = e.Message;
            throw;
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
    public void Look() => standing.Last = Folder.List().FirstOrDefault(b => b.Why != BackupSaid.BeforeUpgrade)?.At;

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

    /// <summary>What closes waiting things on devices: a device that was given one after the backup must still find it.</summary>
    private async Task<List<SealRecord>> SealsAsync(CancellationToken stop)
    {
        await using var scope = services.CreateAsyncScope();
        return await scope.ServiceProvider.GetRequiredService<StudioContext>().Seals.AsNoTracking().ToListAsync(stop);
    }

    private async Task NoteAsync(string name, List<SealRecord> seals, Visitor by, CancellationToken stop)
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
