using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Keeping;
using DeftStride.Data.Backups;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Backups;

/// <summary>A backup in the list.</summary>
/// <param name="Name">What it is brought back by.</param>
/// <param name="At">When it was taken.</param>
/// <param name="Why">"daily", "asked", "before-restore" or "before-upgrade".</param>
/// <param name="Bytes">How much it holds.</param>
/// <param name="Sealed">Whether it is closed with a passphrase.</param>
/// <param name="Missing">Pictures and films that the studio names and nobody had.</param>
/// <param name="Goes">About when it goes by itself, with one backup a day from now on; null for not.</param>
internal sealed record BackupView(
    [property: AsWritten] string Name,
    DateTimeOffset At,
    string Why,
    long Bytes,
    bool Sealed,
    int Missing,
    DateOnly? Goes
);

/// <summary>What is saved, where, what is being done, and how many of them cannot be read.</summary>
internal sealed record BackupsView(
    [property: AsWritten] string Folder,
    bool Closes,
    string? Warning,
    [property: AsWritten] string? Trouble,
    BackupWork? Work,
    int Unreadable,
    IReadOnlyList<BackupView> Backups
);

/// <summary>How one is brought back: its passphrase where it is another than the one set now.</summary>
internal sealed record RestoreRequest([MaxLength(400)] string? Passphrase = null);

/// <summary>Saving the studio, and bringing it back.</summary>
internal static class BackupEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/backups", ListAsync).WithName("listBackups");
        api.MapPost("/backups", TakeAsync).WithName("takeBackup");
        api.MapPost("/backups/{name}/restore", RestoreAsync).WithName("restoreBackup");
    }

    private static async Task<Ok<BackupsView>> ListAsync(
        BackupKeeper keeper,
        BackupSettings settings,
        BackupStanding standing,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var all = keeper.Folder.List(out var unreadable);
        TakenBackup[] taken = [.. all.Select(b => b.Taken)];
        var today = DateOnly.FromDateTime(scope.Now.UtcDateTime);
        return TypedResults.Ok(
            new BackupsView(
                settings.Folder,
                settings.PassphraseFile is not null,
                standing.Warning(zone),
                keeper.Trouble,
                keeper.Work,
                unreadable,
                [
                    .. all.Select(b => new BackupView(
                        b.Name,
                        b.At,
                        b.Why,
                        b.Bytes,
                        b.Sealed,
                        b.Missing,
                        BackupThinning.Goes(taken, b.Name, today)
                    )),
                ]
            )
        );
    }

    /// <summary>Goes on when the page that asked goes away.</summary>
    private static async Task<NoContent> TakeAsync(BackupKeeper keeper, IHostApplicationLifetime life)
    {
        await SaidAsync(() => keeper.TakeAsync("asked", life.ApplicationStopping));
        return TypedResults.NoContent();
    }

    /// <summary>Answered once it is clear that it can be done; the exchange itself shuts every door, this one too.</summary>
    private static async Task<NoContent> RestoreAsync(
        string name,
        RestoreRequest request,
        HttpContext http,
        BackupKeeper keeper,
        IHostApplicationLifetime life,
        ILogger<BackupKeeper> log
    )
    {
        var by = Visitor.Of(http)!;
        var stop = life.ApplicationStopping;
        await SaidAsync(async () =>
        {
            await keeper.ReadyAsync(name, request.Passphrase, stop);
            return true;
        });
        keeper.Restoring = Task.Run(
            async () =>
            {
                try
                {
                    await keeper.ExchangeAsync(name, by, stop);
                }
                catch (Exception e) when (e is BackupException or Data.Files.StudioClosedException)
                {
                    // Said where the backups are listed, and while the door is shut by the door.
                    log.LogWarning("{Sentence}", e.Message);
                }
            },
            CancellationToken.None
        );
        return TypedResults.NoContent();
    }

    private static async Task<T> SaidAsync<T>(Func<Task<T>> act)
    {
        try
        {
            return await act();
        }
        catch (BackupException e)
        {
            throw Refusal.Conflict(e.Message);
        }
    }
}
