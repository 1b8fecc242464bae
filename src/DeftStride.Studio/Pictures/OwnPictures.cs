using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Pictures;

/// <summary>Whether pictures are a client's own.</summary>
internal sealed class OwnPictures(StudioContext db)
{
    /// <summary>Pictures must be this client's, and their sizes the kept ones: coordinates mean nothing otherwise.</summary>
    public async Task RefuseStrangeAsync(Guid clientId, IReadOnlyList<KeptStill> stills, CancellationToken stop)
    {
        if (stills.Count == 0)
            return;
        var ids = stills.Select(s => s.PictureId).Distinct().ToArray();
        var kept = await db
            .Pictures.AsNoTracking()
            .Where(p => ids.Contains(p.Id) && p.ClientId == clientId)
            .ToDictionaryAsync(p => p.Id, p => (p.Width, p.Height), stop);
        if (stills.Any(s => !kept.TryGetValue(s.PictureId, out var size) || size != (s.Width, s.Height)))
            throw Refusal.BadInput("stills", "A picture is not this client's, or was changed. Choose it again.");
    }
}
