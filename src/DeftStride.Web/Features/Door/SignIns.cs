using System.Collections.Concurrent;
using System.Security.Claims;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Access;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>
/// Devices that are signed in. The cookie names a row and proves nothing by itself: what the row says counts, so that a
/// sign-out, a removal or a new role counts at once and a copied cookie is worth nothing after it.
/// </summary>
internal sealed class SignIns(TimeProvider clock) : IStanding
{
    /// <summary>A sign-in ends by itself after this time.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromDays(30);

    private const string Claim = "sign-in";
    private static readonly TimeSpan NoteEvery = TimeSpan.FromHours(1);

    private sealed record Known(Visitor Visitor, DateTimeOffset EndsAt, DateTimeOffset SeenAt);

    private readonly ConcurrentDictionary<Guid, Known> _known = [];

    /// <summary>Forgets what was read: something about people or where they are signed in has changed.</summary>
    public void Changed() => _known.Clear();

    /// <inheritdoc />
    public void Forget() => Changed();

    /// <summary>Gives the browser its cookie.</summary>
    public static Task GiveAsync(HttpContext http, Guid signIn) =>
        http.SignInAsync(
            IdentityConstants.ApplicationScheme,
            new ClaimsPrincipal(
                new ClaimsIdentity([new System.Security.Claims.Claim(Claim, signIn.ToString("N"))], "Deft Stride")
            ),
            // Without a day on which it ends: the browser counts from when it came, whatever its clock says.
            new AuthenticationProperties()
        );

    /// <summary>Takes it away again.</summary>
    public static Task TakeAsync(HttpContext http) => http.SignOutAsync(IdentityConstants.ApplicationScheme);

    /// <summary>Looks at what a cookie names; whoever is found stands for the rest of the request.</summary>
    public async Task ValidateAsync(CookieValidatePrincipalContext context)
    {
        var http = context.HttpContext;
        var stop = http.RequestAborted;
        if (Guid.TryParseExact(context.Principal?.FindFirst(Claim)?.Value, "N", out var id))
        {
            var db = http.RequestServices.GetRequiredService<StudioContext>();
            var now = clock.GetUtcNow();
            if (await StandsAsync(db, id, stop) is { } known)
            {
                http.Features.Set(known.Visitor);
                if (now - known.SeenAt >= NoteEvery)
                {
                    _known[id] = known with { SeenAt = now };
                    await db
                        .SignIns.Where(s => s.Id == id)
                        .ExecuteUpdateAsync(s => s.SetProperty(r => r.SeenAt, now), stop);
                }

                return;
            }
        }

        context.RejectPrincipal();
    }

    /// <inheritdoc />
    public async Task<bool> StandsAsync(HttpContext http, CancellationToken stop) =>
        Visitor.Of(http) is { } here
        && await StandsAsync(http.RequestServices.GetRequiredService<StudioContext>(), here.SignIn, stop) is not null;

    private async Task<Known?> StandsAsync(StudioContext db, Guid id, CancellationToken stop)
    {
        if (!_known.TryGetValue(id, out var known))
        {
            known = await ReadAsync(db, id, stop);
            if (known is not null)
                _known[id] = known;
        }

        return known is not null && clock.GetUtcNow() < known.EndsAt ? known : null;
    }

    private static async Task<Known?> ReadAsync(StudioContext db, Guid id, CancellationToken stop)
    {
        if (
            await db.SignIns.AsNoTracking().FirstOrDefaultAsync(s => s.Id == id && s.EndedAt == null, stop)
            is not { } row
        )
            return null;
        if (row.ClientId is { } client)
            return await db.Clients.Where(c => c.Id == client).Select(c => c.Name).FirstOrDefaultAsync(stop) is { } own
                ? new Known(
                    new Visitor(row.Id, null, null, own, Role.Client, null, client, false, false, false, row.Device),
                    row.EndsAt,
                    row.SeenAt
                )
                : null;
        var found = await (
            from person in db.People.AsNoTracking()
            join coach in db.Coaches on person.CoachId equals coach.Id
            where person.Id == row.PersonId && person.RemovedAt == null
            select new { person, coach.Name }
        ).FirstOrDefaultAsync(stop);
        return found is null
            ? null
            : new Known(
                new Visitor(
                    row.Id,
                    row.DoorId,
                    found.person.Id,
                    found.Name,
                    found.person.Role,
                    found.person.CoachId,
                    null,
                    found.person is { OnlyOwn: true, Role: Role.Coach },
                    found.person.Pictures || found.person.Role != Role.Assistant,
                    row.ByPin,
                    row.Device
                ),
                row.EndsAt,
                row.SeenAt
            );
    }
}
