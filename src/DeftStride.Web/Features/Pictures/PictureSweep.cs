using DeftStride.Data;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Pictures;

/// <summary>Takes away picture files that nothing names: what an upload that was cut off has left.</summary>
internal sealed class PictureSweep(StudioContext db, PictureFolder folder, ILogger<PictureSweep> log)
{
    public async Task SweepAsync(CancellationToken stop)
    {
        // One whose record is committed while this reads is still under way when its file is looked at.
        await db.Database.OpenConnectionAsync(stop);
        var named = StudioForm.Column(db.Database.GetDbConnection(), "SELECT Hash FROM Pictures").ToHashSet();
        if (folder.Sweep(named) is > 0 and var gone)
            log.LogInformation("{Count} picture files that nothing names were taken away.", gone);
    }
}

/// <summary>Sweeps once a day, in turn with the writes, so that no record is on its way meanwhile.</summary>
internal sealed class PictureSweeping(IServiceScopeFactory scopes, WriteTurns turns, TimeProvider clock)
    : BackgroundService
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
