using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>
/// For an owner who has forgotten the passphrase: whoever may start the server on the machine itself makes a new way in
/// (<c>--new-way-in true</c>). It says the code, writes down that there is one, and ends.
/// </summary>
internal sealed class NewWayIn(IServiceScopeFactory scopes, IConfiguration configuration, IHostApplicationLifetime life)
    : IHostedLifecycleService
{
    /// <summary>Makes a code for the studio's first owner.</summary>
    /// <returns>The code; null where there is no owner yet.</returns>
    public static async Task<(string Name, string Code)?> MakeAsync(IServiceProvider services, CancellationToken stop)
    {
        var db = services.GetRequiredService<StudioContext>();
        if (
            await db
                .People.Where(p => p.Role == Role.Owner && p.RemovedAt == null)
                .OrderBy(p => p.CreatedAt)
                .FirstOrDefaultAsync(stop)
            is not { } owner
        )
            return null;
        const string machine = "the machine itself";
        var (_, code) = await services
            .GetRequiredService<DoorKeeper>()
            .InviteAsync(
                new InvitationRecord
                {
                    Id = Guid.CreateVersion7(),
                    Role = Role.Owner,
                    CoachId = owner.CoachId,
                    Pictures = true,
                    CodeHash = "",
                },
                machine,
                stop
            );
        db.Deeds.Add(
            services.GetRequiredService<DeedLog>().Line(Deed.WayInMade, owner.StudioId, owner.CoachId, machine)
        );
        await db.SaveChangesAsync(stop);
        return (owner.UserName ?? "the owner", code);
    }

    /// <summary>After the studio is open.</summary>
    public async Task StartedAsync(CancellationToken cancellationToken)
    {
        if (!configuration.GetValue<bool>("new-way-in"))
            return;
        await using var scope = scopes.CreateAsyncScope();
        Console.WriteLine(
            await MakeAsync(scope.ServiceProvider, cancellationToken) is var (name, code)
                ? $"A new way in for {name}: {code}\nStart Deft Stride, tap “I have a code”, enter it and choose another passphrase. It opens once, within seven days."
                : "The studio has no owner yet. Start Deft Stride and make one on its first page."
        );
        life.StopApplication();
    }

    public Task StartingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StartAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppedAsync(CancellationToken cancellationToken) => Task.CompletedTask;
}
