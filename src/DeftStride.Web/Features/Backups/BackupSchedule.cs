using DeftStride.Data.Backups;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Backups;

/// <summary>One backup a day, by the clock given: looked at every ten minutes, so that a server that runs for an hour a day is saved too.</summary>
internal sealed class BackupSchedule(
    BackupKeeper keeper,
    BackupStanding standing,
    TimeProvider clock,
    ILogger<BackupSchedule> log
) : BackgroundService
{
    private static readonly TimeSpan Every = TimeSpan.FromDays(1);
    private static readonly TimeSpan Looks = TimeSpan.FromMinutes(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            // Reading the folder is not worth holding up a start.
            await Task.Yield();
            LookOnce();
            using var ticks = new PeriodicTimer(Looks, clock);
            while (await ticks.WaitForNextTickAsync(stoppingToken))
            {
                await TickAsync(stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    /// <summary>Takes one if the last is a day old.</summary>
    internal async Task TickAsync(CancellationToken stop)
    {
        var since = clock.GetUtcNow() - standing.Last;
        // One from a day to come was taken before the clock was set right: it saves nothing of today.
        if (since is { } age && age < Every && age > -Every)
            return;
        try
        {
            await keeper.TakeAsync("daily", stop);
        }
        catch (BackupException e)
        {
            log.LogWarning("{Sentence}", e.Message);
        }
    }

    private void LookOnce()
    {
        try
        {
            keeper.Look();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            log.LogWarning("{Sentence}", e.Message);
        }
    }
}
