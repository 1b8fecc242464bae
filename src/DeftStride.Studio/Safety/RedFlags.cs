using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Safety;

/// <summary>Red flags on record.</summary>
internal static class RedFlags
{
    /// <summary>Signs of a client that stand: raised, not taken back and not cleared, the oldest first.</summary>
    public static Task<List<FlagFact>> UnclearedAsync(this StudioContext db, Guid clientId, CancellationToken stop) =>
        db.OpenFlags().AsNoTracking().Where(f => f.ClientId == clientId).OrderBy(f => f.Sequence).ToListAsync(stop);
}
