using DeftStride.Core.Exercises;
using DeftStride.Core.Keeping;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Pictures;

/// <summary>A picture that is here, with the day on which it came and how long it is kept.</summary>
internal sealed record KeptPictureOf(Guid Id, Guid ClientId, long Bytes, DateOnly Came, MediaKeep Keep)
{
    /// <summary>The last day on which it is here; null for ever.</summary>
    public DateOnly? LastDay => Keep.LastDay(Came);
}

/// <summary>Which pictures are here, and for how long: by the setting of their client and the studio.</summary>
internal sealed class PictureBook(StudioContext db, StudioScope scope)
{
    /// <summary>Every picture that is here, those that go first in front.</summary>
    public async Task<IReadOnlyList<KeptPictureOf>> PicturesAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var zone = TimeZoneInfo.FindSystemTimeZoneById(studio.TimeZone);
        var all = KeptStudioChoices.Of(studio);
        var setting = Setting.Find(MediaKeep.Pictures)!;
        var keeps = (
            await db.Clients.AsNoTracking().Where(c => c.StudioId == studio.Id).ToListAsync(stop)
        ).ToDictionary(
            c => c.Id,
            c => MediaKeep.Of(ChoicesInForce.Setting(setting, all, KeptClientChoices.Of(c), null, c.School).Value.Id)
        );
        var pictures = await db.StandingPictures()
            .AsNoTracking()
            .Where(p => p.StudioId == studio.Id)
            .OrderBy(p => p.Sequence)
            .Select(p => new
            {
                p.Id,
                p.ClientId,
                p.Bytes,
                p.RecordedAt,
            })
            .ToListAsync(stop);
        return
        [
            .. pictures
                .Where(p => keeps.ContainsKey(p.ClientId))
                .Select(p => new KeptPictureOf(
                    p.Id,
                    p.ClientId,
                    p.Bytes,
                    DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(p.RecordedAt, zone).DateTime),
                    keeps[p.ClientId]
                ))
                .OrderBy(p => p.LastDay ?? DateOnly.MaxValue),
        ];
    }

    /// <summary>Whether any pictures go at all: nearly always none do, and nothing needs to be read for it.</summary>
    public async Task<bool> AnyGoAsync(CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        return (studio.Settings?.Contains(Named, StringComparison.Ordinal) ?? false)
            || await db.Clients.AnyAsync(c => c.Settings != null && c.Settings.Contains(Named), stop);
    }

    private const string Named = $"\"{MediaKeep.Pictures}\"";
}
