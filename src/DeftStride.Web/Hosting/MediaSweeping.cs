using DeftStride.Studio.Films;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Hosting;

/// <summary>Sweeps once a day, in turn with the writes, so that no record is on its way meanwhile.</summary>
internal sealed class MediaSweeping(IServiceScopeFactory scopes, WriteTurns turns, MediaTurn media, TimeProvider clock)
    : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var daily = new PeriodicTimer(TimeSpan.FromDays(1), clock);
        try
        {
            while (await daily.WaitForNextTickAsync(stoppingToken))
            {
                using var saved = await media.TakeAsync(stoppingToken);
                using var turn = await turns.TakeAsync(stoppingToken);
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<PictureSweep>().SweepAsync(stoppingToken);
                await scope.ServiceProvider.GetRequiredService<FilmSweep>().SweepAsync(stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }
}
