using DeftStride.Core.Measuring;
using DeftStride.Data;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Standing;

/// <summary>Somebody who stands on a rung, with one side.</summary>
internal sealed record Stander(Guid ClientId, string Name, BodySide Side);

/// <summary>Who stands where.</summary>
internal static class Standers
{
    /// <summary>Who stands where now: the last step of every client, ladder and side.</summary>
    public static async Task<ILookup<(string Ladder, string Rung), Stander>> StandersAsync(
        this StudioContext db,
        Guid studioId,
        string? ladderId,
        CancellationToken stop
    )
    {
        var steps = db.StandingSteps();
        return (
            await (
                from step in steps.AsNoTracking()
                join client in db.Clients.AsNoTracking() on step.ClientId equals client.Id
                where
                    step.StudioId == studioId
                    && (ladderId == null || step.LadderId == ladderId)
                    && !steps.Any(n =>
                        n.ClientId == step.ClientId
                        && n.LadderId == step.LadderId
                        && n.Side == step.Side
                        && n.Sequence > step.Sequence
                    )
                orderby client.Name
                select new
                {
                    step.LadderId,
                    step.RungId,
                    step.Side,
                    client.Id,
                    client.Name,
                }
            ).ToListAsync(stop)
        ).ToLookup(s => (s.LadderId, s.RungId), s => new Stander(s.Id, s.Name, s.Side));
    }
}
