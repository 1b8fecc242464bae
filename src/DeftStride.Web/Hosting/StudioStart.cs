using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>Opens the data folder when the server starts: upgrades the file (after a copy) and makes sure that there is a studio and a coach.</summary>
internal static class StudioStart
{
    public static async Task OpenAsync(IServiceProvider services, string folder)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        var clock = scope.ServiceProvider.GetRequiredService<TimeProvider>();
        if (StudioDatabase.Upgrade(db, folder, clock.GetUtcNow()) is { } copy)
            scope.ServiceProvider.GetRequiredService<ILogger<StudioContext>>().LogInformation("Data copied to {Copy} before the upgrade.", copy);
        if (await db.Studios.AnyAsync()) return;

        var studio = new StudioRecord { Id = Guid.CreateVersion7(), Name = "Our studio", TimeZone = LocalZone(), PainLimit = Core.Practice.Pain.DefaultLimit, CreatedAt = clock.GetUtcNow() };
        studio.StudioId = studio.Id;
        db.Add(studio);
        await db.SaveChangesAsync();
        db.Add(new CoachRecord { Id = Guid.CreateVersion7(), StudioId = studio.Id, Name = "Coach", CreatedAt = clock.GetUtcNow() });
        await db.SaveChangesAsync();
    }

    private static string LocalZone() =>
        TimeZoneInfo.Local.HasIanaId ? TimeZoneInfo.Local.Id : TimeZoneInfo.TryConvertWindowsIdToIanaId(TimeZoneInfo.Local.Id, out var iana) ? iana : "UTC";
}
