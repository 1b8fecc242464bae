using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.People;

/// <summary>Measured ranges of motion.</summary>
internal static class RangeShelf
{
    /// <summary>Every measurement of a client that stands, the newest first.</summary>
    public static Task<List<RangeFact>> RangesAsync(this StudioContext db, Guid clientId, CancellationToken stop) =>
        db.Standing<RangeFact>()
            .AsNoTracking()
            .Where(r => r.ClientId == clientId)
            .OrderByDescending(r => r.Sequence)
            .ToListAsync(stop);
}
