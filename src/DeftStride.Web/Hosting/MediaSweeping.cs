using System.Data.Common;
using DeftStride.Studio.Films;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Sweeps once the studio is open, whenever an earlier state of it is brought back, and once a day, in turn with the writes, so
/// that no record is on its way meanwhile. Nobody who comes in waits for it.
/// </summary>
internal sealed class MediaSweeping(
    IServiceScopeFactory scopes,
    IHostApplicationLifetime server,
    WriteTurns turns,
    MediaTurn media,
    TimeProvider clock,
    ILogger<MediaSweeping> log
) : BackgroundService
{
    /// <summary>Takes away pictures and films whose days are over and files that nothing names. What cannot be done now is done the next time.</summary>
    public async Task SweepAsync(CancellationToken stop)
    {
        try
        {
            using var saved = await media.TakeAsync(stop);
            using var turn = await turns.TakeAsync(stop);
            await using var scope = scopes.CreateAsyncScope();
            await scope.ServiceProvider.GetRequiredService<PictureSweep>().SweepAsync(stop);
            await scope.ServiceProvider.GetRequiredService<FilmSweep>().SweepAsync(stop);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException or DbException or DbUpdateException)
        {
            // A disk that is full or a folder that is not ours must not end a server that everything else goes on with.
            log.LogWarning(e, "Pictures and films could not be swept; the next time is within a day.");
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var daily = new PeriodicTimer(TimeSpan.FromDays(1), clock);
        try
        {
            // A start that fails, such as at an address that is taken, sweeps nothing.
            var started = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
            await using (server.ApplicationStarted.Register(started.SetResult))
                await started.Task.WaitAsync(stoppingToken);
            do await SweepAsync(stoppingToken);
            while (await daily.WaitForNextTickAsync(stoppingToken));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }
}
