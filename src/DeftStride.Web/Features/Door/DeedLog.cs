using System.Collections.Concurrent;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>
/// Writes down who did what. What is looked at is written before it is shown, once an hour for each thing, person and device:
/// a screen that asks for a picture ten times was looked at once.
/// </summary>
internal sealed class DeedLog(StudioConnections connections, WriteTurns turns, TimeProvider clock)
{
    private static readonly TimeSpan SeenAgain = TimeSpan.FromHours(1);

    private readonly ConcurrentDictionary<(Guid SignIn, string Subject), DateTimeOffset> _seen = [];
    private readonly DbContextOptions<StudioContext> _options = Options(connections);

    /// <summary>A line of the log, to be saved with whatever else is saved.</summary>
    public DeedRecord Line(
        Deed deed,
        Guid studio,
        Guid? coach,
        string device,
        string subject = "",
        Guid? client = null
    ) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            StudioId = studio,
            At = clock.GetUtcNow(),
            Deed = deed,
            CoachId = coach,
            ClientId = client,
            Subject = subject,
            Device = device,
        };

    /// <summary>Notes that somebody looks at something, and returns once that is kept.</summary>
    public async Task LookedAtAsync(
        Visitor visitor,
        Deed deed,
        Guid studio,
        Func<Task<Guid?>> client,
        string subject,
        string key,
        CancellationToken stop
    )
    {
        var now = clock.GetUtcNow();
        var at = (visitor.SignIn, key);
        if (_seen.TryGetValue(at, out var before) && now - before < SeenAgain && before <= now)
            return;
        var whose = await client();
        using (await turns.TakeAsync(stop))
        {
            // A context without the memory of what was worked out: a look changes nothing that anybody else sees.
            await using var db = new StudioContext(_options);
            db.Deeds.Add(Line(deed, studio, visitor.Coach, visitor.Device, subject, whose));
            await db.SaveChangesAsync(stop);
        }

        if (_seen.Count > 20_000)
            _seen.Clear();
        _seen[at] = now;
    }

    private static DbContextOptions<StudioContext> Options(StudioConnections connections)
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        StudioDatabase.Configure(options, connections);
        return options.Options;
    }
}

/// <summary>What is given out only after it was written down who looked at it.</summary>
internal static class Watched
{
    /// <summary>Whoever reads this is written down before it goes: who, which client's, and when.</summary>
    /// <param name="endpoint">What is read.</param>
    /// <param name="deed">What reading it is called.</param>
    /// <param name="subject">What it is, in words without anything private.</param>
    /// <param name="whose">The client whom it is about; null where it is about many.</param>
    public static RouteHandlerBuilder Noted(
        this RouteHandlerBuilder endpoint,
        Deed deed,
        string subject,
        Func<StudioContext, HttpContext, CancellationToken, Task<Guid?>>? whose = null
    ) =>
        endpoint.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                var answer = await next(context);
                if (Visitor.Of(http) is not { } visitor)
                    return answer;
                var (services, stop) = (http.RequestServices, http.RequestAborted);
                await services
                    .GetRequiredService<DeedLog>()
                    .LookedAtAsync(
                        visitor,
                        deed,
                        (await services.GetRequiredService<StudioScope>().StudioAsync(stop)).Id,
                        () =>
                            whose?.Invoke(services.GetRequiredService<StudioContext>(), http, stop)
                            ?? Task.FromResult<Guid?>(null),
                        subject,
                        http.Request.Path,
                        stop
                    );
                return answer;
            }
        );

    /// <summary>The client of what an address names by its id.</summary>
    public static Func<StudioContext, HttpContext, CancellationToken, Task<Guid?>> Of<T>()
        where T : ClientFact =>
        (db, http, stop) =>
            Guid.TryParse(http.Request.RouteValues["id"] as string, out var id)
                ? db.Set<T>().Where(f => f.Id == id).Select(f => (Guid?)f.ClientId).FirstOrDefaultAsync(stop)
                : Task.FromResult<Guid?>(null);
}
