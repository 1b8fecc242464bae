using DeftStride.Data;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Pictures;

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
