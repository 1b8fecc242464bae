using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using DeftStride.Demo;
using DeftStride.Studio.Upkeep;
using DeftStride.Studio.Work;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Opens the data folder while the address is being listened on, so that a start is short and whoever looks meanwhile is told
/// what is going on: takes the folder for this process, brings the database up to date, tidies up what was cut off, and makes
/// sure that there is a studio and a coach.
/// </summary>
internal sealed class StudioStart(
    IServiceProvider services,
    IConfiguration configuration,
    StudioFolder folder,
    BackupSettings backups,
    StudioDoor door,
    WriteTurns turns,
    WriteOrder order,
    StudioConnections connections,
    TimeProvider clock,
    ILogger<StudioStart> log
) : IHostedLifecycleService, IDisposable
{
    /// <summary>Stands in the folder while made-up people are put in: nothing else is there then.</summary>
    private const string Filling = "demo.filling";

    /// <summary>Whatever was begun before the studio is exchanged has its answer by then.</summary>
    private static readonly TimeSpan LongestRequest = TimeSpan.FromSeconds(20);

    private StudioLock? _lock;
    private StudioMark? _mark;
    private Task _opening = Task.CompletedTask;

    public Task StartingAsync(CancellationToken cancellationToken)
    {
        _opening = Task.Run(() => OpenAsync(cancellationToken), cancellationToken);
        return Task.CompletedTask;
    }

    /// <summary>A studio that cannot be opened ends the start here, once the address was ready to say why.</summary>
    public Task StartedAsync(CancellationToken cancellationToken) => _opening;

    private async Task OpenAsync(CancellationToken cancellationToken)
    {
        Open();
        if (IsWanting(out var empty))
        {
            await using var scope = services.CreateAsyncScope();
            await FoundAsync(scope.ServiceProvider.GetRequiredService<StudioContext>(), cancellationToken);
            await scope.ServiceProvider.GetRequiredService<SpoiltData>().HealAsync(cancellationToken);
            await scope.ServiceProvider.GetRequiredService<Eraser>().FinishAsync(cancellationToken);
        }

        if (configuration.GetValue<bool>("demo"))
            await FillAsync(empty, cancellationToken);
        door.Open = true;
    }

    /// <summary>
    /// Puts an earlier state that lies ready (see <see cref="StudioSwap"/>) in the place of this one, between two requests: whoever
    /// asks meanwhile is told so, and goes on with the other one.
    /// </summary>
    /// <exception cref="StudioClosedException">It could not be opened; the door stays shut and says why.</exception>
    public async Task ExchangeAsync(CancellationToken stop)
    {
        using (await turns.TakeAsync(stop))
        {
            await door.ShutAsync("An earlier state of the studio is brought back.", LongestRequest);
            connections.Clear();
            _mark?.Dispose();
            Guarded(() => StudioSwap.Begin(folder.Path));
        }

        try
        {
            await OpenAsync(stop);
        }
        catch (StudioClosedException closed)
        {
            Say(closed.Message);
            throw;
        }
    }

    private void Open()
    {
        Guarded(() => DurableFiles.OwnerOnly(folder.Path));
        Guarded(() => _lock ??= StudioLock.Take(folder.Path));
        Guarded(() => StudioSwap.Continue(folder.Path));
        Guarded(() =>
        {
            if (Directory.Exists(folder.Passing))
                Directory.Delete(folder.Passing, recursive: true);
        });
        if (configuration.GetValue<bool>("demo") && File.Exists(Path.Combine(folder.Path, Filling)))
            Guarded(Empty);
        var opened = new StudioOpening(folder.Path, Say, SaveFirst).Open(clock.GetUtcNow());
        Guarded(() => _mark = StudioMark.Continue(folder.Path, opened.Last));
        order.Continue(opened.Last, _mark!);
    }

    /// <summary>Everything, closed where backups are, where backups lie: before the form of what is kept is changed.</summary>
    private string SaveFirst(DateTimeOffset now)
    {
        try
        {
            return new BackupFolder(backups.Folder, make: !backups.Given)
                .Take(folder.Path, now, BackupSaid.BeforeUpgrade, backups.Passphrase())
                .Name;
        }
        catch (BackupException e)
        {
            throw new StudioClosedException(
                $"The studio is from an earlier version, and is saved before it is brought up to date: {e.Message} Until then the version before opens it.",
                e
            );
        }
    }

    private void Say(string sentence)
    {
        door.Doing = sentence;
#pragma warning disable CA2254 // The sentence is whole: the same one that the screen shows.
        log.LogWarning(sentence);
#pragma warning restore CA2254
    }

    private void Guarded(Action act)
    {
        try
        {
            act();
        }
        catch (Exception e) when (e is UnauthorizedAccessException or IOException)
        {
            throw new StudioClosedException(
                $"The folder {folder.Path} cannot be written to: {e.Message} Give it to whoever starts Deft Stride and see that the disk has room, then start again.",
                e
            );
        }
    }

    /// <summary>
    /// Whether anything has to be done before somebody comes in. Nearly always there is nothing: that is seen without the model
    /// of the database, which is being thought through meanwhile.
    /// </summary>
    /// <param name="empty">Whether there is no client yet.</param>
    private bool IsWanting(out bool empty)
    {
        using var connection = new SqliteConnection(StudioDatabase.Writing(folder.Database));
        connection.Open();
        StudioForm.LeaveLog(connection);
        empty = !Has("SELECT 1 FROM Clients LIMIT 1");
        return !Has("SELECT 1 FROM Studios s JOIN Coaches c ON c.StudioId = s.Id LIMIT 1")
            || SpoiltData.IsIn(connection)
            || Eraser.IsCutOff(connection);

        bool Has(string query) => StudioForm.Column(connection, query).Count > 0;
    }

    /// <summary>A studio and its first coach, in one write.</summary>
    private async Task FoundAsync(StudioContext db, CancellationToken stop)
    {
        var studio = await db.Studios.OrderBy(s => s.CreatedAt).FirstOrDefaultAsync(stop);
        if (studio is not null && await db.Coaches.AnyAsync(c => c.StudioId == studio.Id, stop))
            return;
        if (studio is null)
        {
            studio = new StudioRecord
            {
                Id = Guid.CreateVersion7(),
                Name = "Our studio",
                TimeZone = LocalZone(),
                PainLimit = Core.Practice.Pain.DefaultLimit,
                CreatedAt = clock.GetUtcNow(),
            };
            studio.StudioId = studio.Id;
            db.Add(studio);
        }

        db.Add(
            new CoachRecord
            {
                Id = Guid.CreateVersion7(),
                StudioId = studio.Id,
                Name = "Coach",
                CreatedAt = clock.GetUtcNow(),
            }
        );
        await db.SaveChangesAsync(stop);
    }

    private async Task FillAsync(bool empty, CancellationToken stop)
    {
        await using var scope = services.CreateAsyncScope();
        if (empty)
        {
            Say("Made-up people are put in. This takes a few seconds.");
            var marker = Path.Combine(folder.Path, Filling);
            await File.WriteAllTextAsync(
                marker,
                "Made-up people are being put in. If this is here while no server runs, it was stopped in the middle and the next start begins again.",
                stop
            );
            DurableFiles.SyncFolder(folder.Path);
            await scope.ServiceProvider.GetRequiredService<DemoStudio>().SeedAsync(stop);
            File.Delete(marker);
        }

        if (configuration.GetValue<int>("crowd") is > 0 and var crowd)
            await scope.ServiceProvider.GetRequiredService<DemoCrowd>().GatherAsync(crowd, stop);
    }

    /// <summary>A filling that was cut off: nobody was served from it, so it goes and is begun anew.</summary>
    private void Empty()
    {
        Say("The made-up people were only half put in when this was stopped the last time. They are put in again.");
        foreach (var ending in new[] { "", "-wal", "-shm", "-journal" })
            File.Delete(Path.Combine(folder.Path, StudioDatabase.FileName + ending));
        File.Delete(Path.Combine(folder.Path, StudioMark.FileName));
        if (Directory.Exists(folder.Pictures))
            Directory.Delete(folder.Pictures, recursive: true);
        // Last, so that a stop in the middle of this is noticed too.
        File.Delete(Path.Combine(folder.Path, Filling));
    }

    private string LocalZone() =>
        clock.LocalTimeZone.HasIanaId ? clock.LocalTimeZone.Id
        : TimeZoneInfo.TryConvertWindowsIdToIanaId(clock.LocalTimeZone.Id, out var iana) ? iana
        : "UTC";

    /// <summary>After the last request was answered: the log is folded into the file, so that the folder can be copied as it lies.</summary>
    public Task StoppedAsync(CancellationToken cancellationToken)
    {
        connections.Clear();
        if (door.Open)
            _mark?.Closed(folder.Database);
        return Task.CompletedTask;
    }

    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Ends when the opening has come to its end, whichever.</summary>
    public Task OpenedAsync() => _opening.ContinueWith(_ => { }, TaskScheduler.Default);

    public void Dispose()
    {
        OpenedAsync().Wait();
        _mark?.Dispose();
        _lock?.Dispose();
    }
}
