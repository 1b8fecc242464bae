using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Pictures;

/// <summary>Lets pictures go whose days are over, and takes away files that nothing names: theirs, and what an upload that was cut off has left. Points and readings are never touched.</summary>
internal sealed class PictureSweep(
    StudioContext db,
    PictureFolder folder,
    StudioScope scope,
    FactWriter facts,
    PictureBook book,
    ILogger<PictureSweep> log
)
{
    public async Task SweepAsync(CancellationToken stop)
    {
        // One whose record is committed while this reads is still under way when its file is looked at.
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        if (StudioForm.Column(connection, "SELECT 1 FROM Pictures LIMIT 1").Count > 0)
            await LetGoAsync(stop);
        var named = StudioForm.Column(connection, StandingFacts.PicturesHere).ToHashSet();
        if (folder.Sweep(named) is > 0 and var gone)
            log.LogInformation("{Count} picture files that nothing names were taken away.", gone);
    }

    /// <summary>A picture whose days are over is said to be gone by a fact of its own, before its file goes.</summary>
    private async Task LetGoAsync(CancellationToken stop)
    {
        if (!await book.AnyGoAsync(stop))
            return;
        var today = await scope.TodayAsync(stop);
        foreach (
            var over in (await book.PicturesAsync(stop))
                .TakeWhile(p => p.LastDay is not null)
                .Where(p => p.Keep.IsOver(p.Came, today))
        )
        {
            var picture = await db.Pictures.AsNoTracking().FirstAsync(p => p.Id == over.Id, stop);
            await facts.AddAsync(
                new PictureFact
                {
                    Id = Guid.CreateVersion7(scope.Now),
                    ClientId = picture.ClientId,
                    Hash = StandingFacts.Gone,
                    Width = picture.Width,
                    Height = picture.Height,
                    Bytes = 0,
                    Side = picture.Side,
                    View = picture.View,
                    Moment = picture.Moment,
                    Supersedes = picture.Id,
                },
                new KeptUpload(picture.ClientId, StandingFacts.Gone),
                stop
            );
        }
    }
}
