using DeftStride.Data;
using DeftStride.Studio.Work;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>Whether the studio can be worked with. While it is being opened the door answers instead.</summary>
/// <param name="Open">Whether it is open.</param>
/// <param name="RoomMegabytes">What the disk of the data folder has left.</param>
internal sealed record HealthView(bool Open, long RoomMegabytes);

/// <summary>An answer for whoever watches the server, without anything about anybody.</summary>
internal static class Health
{
    /// <summary>With less than this nothing can be kept for long.</summary>
    private const long LeastMegabytes = 64;

    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/health", AskAsync).WithName("getHealth");

    private static async Task<Ok<HealthView>> AskAsync(StudioContext db, StudioFolder folder, CancellationToken stop)
    {
        await db.Database.ExecuteSqlRawAsync("SELECT 1", stop);
        var room = new DriveInfo(folder.Path).AvailableFreeSpace / (1024 * 1024);
        return room < LeastMegabytes
            ? throw Refusal.Later(
                $"The disk of the studio's computer has {room} MB left. Make room, and everything that waits is kept."
            )
            : TypedResults.Ok(new HealthView(true, room));
    }
}
