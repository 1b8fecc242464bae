using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Bench;

/// <summary>Set-ups that were kept.</summary>
internal sealed class SetupShelf(StudioContext db)
{
    /// <summary>The set-up in force for each exercise of some clients: the latest that nothing supersedes.</summary>
    public async Task<ILookup<Guid, SetupFact>> InForceAsync(
        IReadOnlyCollection<Guid> clients,
        CancellationToken stop
    ) =>
        (
            await db.Standing<SetupFact>()
                .AsNoTracking()
                .OfClients(clients)
                .OrderByDescending(s => s.Sequence)
                .ToListAsync(stop)
        )
            .GroupBy(s => (s.ClientId, s.ExerciseId))
            .Select(g => g.First())
            .ToLookup(s => s.ClientId);
}
