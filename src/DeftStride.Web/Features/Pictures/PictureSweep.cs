using DeftStride.Data;
using DeftStride.Data.Pictures;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Pictures;

/// <summary>Takes away picture files that nothing names: what an upload that was cut off has left.</summary>
internal sealed class PictureSweep(StudioContext db, PictureFolder folder, ILogger<PictureSweep> log)
{
    public async Task SweepAsync(CancellationToken stop)
    {
        // The names are read under way files in mind: one whose record is committed in between is still under way when it is looked at.
        var named = (await db.Pictures.AsNoTracking().Select(p => p.Hash).ToListAsync(stop)).ToHashSet();
        if (folder.Sweep(named) is > 0 and var gone) log.LogInformation("{Count} picture files that nothing names were taken away.", gone);
    }
}

/// <summary>Sweeps once a day, in turn with the writes, so that no record is on its way meanwhile.</summary>
internal sealed class PictureSweeping(IServiceScopeFactory scopes, WriteTurns turns, TimeProvider clock) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var daily = new PeriodicTimer(TimeSpan.FromDays(1), clock);
        try
        {
            while (await daily.WaitForNextTickAsync(stoppingToken))
            {
                using var turn = await turns.TakeAsync(stoppingToken);
                await using var scope = scopes.CreateAsyncScope();
                await scope.ServiceProvider.GetRequiredService<PictureSweep>().SweepAsync(stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }
}
