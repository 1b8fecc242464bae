using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.People;

/// <summary>Measured ranges of motion.</summary>
internal static class RangeShelf
{
    /// <summary>Every measurement that stands, the newest first.</summary>
    public static readonly Question<RangeFact> Ranges = new(
        (db, asked) => db.Standing<RangeFact>().AsNoTracking().OfClients(asked).OrderByDescending(r => r.Sequence)
    );

    /// <summary>Every measurement of a client that stands, the newest first.</summary>
    public static Task<List<RangeFact>> RangesAsync(this StudioContext db, Guid clientId, CancellationToken stop) =>
        Ranges.OfAsync(db, clientId, stop);
}
