using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Bench;

/// <summary>Set-ups that were kept.</summary>
internal sealed class SetupShelf(StudioContext db)
{
    private static readonly Question<SetupFact> Standing = new(
        (db, asked) => db.Standing<SetupFact>().AsNoTracking().OfClients(asked).OrderByDescending(s => s.Sequence)
    );

    /// <summary>The set-up in force for each exercise of some clients: the latest that nothing supersedes.</summary>
    public async Task<ILookup<Guid, SetupFact>> InForceAsync(
        IReadOnlyCollection<Guid> clients,
        CancellationToken stop
    ) =>
        (await Standing.OfAsync(db, clients, stop))
            .GroupBy(s => (s.ClientId, s.ExerciseId))
            .Select(g => g.First())
            .ToLookup(s => s.ClientId);
}
