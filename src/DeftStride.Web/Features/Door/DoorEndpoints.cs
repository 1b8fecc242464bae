using System.ComponentModel.DataAnnotations;
using System.Net;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>Where somebody stands who comes to the door.</summary>
internal enum DoorState
{
    /// <summary>The studio has no owner yet: whoever sits at the machine makes one.</summary>
    First,

    /// <summary>Nobody is signed in on this device.</summary>
    Closed,

    /// <summary>Somebody is.</summary>
    In,
}

/// <summary>Who acts on this device, and what they may do.</summary>
internal sealed record MeView(
    Guid? PersonId,
    Guid? CoachId,
    Guid? ClientId,
    [property: AsWritten] string Name,
    Role Role,
    bool Owns,
    bool Coaches,
    bool Pictures,
    bool OnlyOwn,
    bool ByPin,
    bool HasPin,
    [property: AsWritten] string Device
);

/// <summary>Somebody who may take a device over, or a coach on record at the first start.</summary>
/// <param name="Id">The person, or the coach on record.</param>
/// <param name="Name">Their name.</param>
/// <param name="Role">What they are here.</param>
/// <param name="HasPin">Whether they have a number to take over with.</param>
/// <param name="Coach">The coach whom their facts name.</param>
/// <param name="SeesAll">Whether all clients are theirs to see: on a device without a signal nobody else takes over.</param>
internal sealed record DoorPersonView(
    Guid Id,
    [property: AsWritten] string Name,
    Role Role,
    bool HasPin,
    Guid Coach,
    bool SeesAll
);

/// <summary>What the door shows.</summary>
/// <param name="State">Where whoever asks stands.</param>
/// <param name="Me">Who acts here; null while nobody is signed in.</param>
/// <param name="Here">Whether the first owner can be made from where this was asked.</param>
/// <param name="Coaches">Coaches on record without a way in; only at the first start, on the machine itself.</param>
/// <param name="People">Who may take this device over; only for somebody who is in.</param>
/// <param name="Erased">Clients of whom a device may hold nothing any more; only for somebody who is in.</param>
/// <param name="MadeUp">People of the demo who come in by one tap; only on the machine itself, only with made-up data.</param>
internal sealed record DoorView(
    DoorState State,
    MeView? Me,
    bool Here,
    IReadOnlyList<DoorPersonView> Coaches,
    IReadOnlyList<DoorPersonView> People,
    IReadOnlyList<DoorPersonView> MadeUp,
    IReadOnlyList<Guid> Erased
);

internal sealed record OwnerRequest(
    [MaxLength(80)] string Name,
    [MaxLength(400)] string Passphrase,
    [MaxLength(80)] string Device,
    Guid? CoachId = null
);

internal sealed record SignInRequest(
    [MaxLength(80)] string Name,
    [MaxLength(400)] string Passphrase,
    [MaxLength(80)] string Device
);

internal sealed record TryOutRequest(Guid PersonId, [MaxLength(80)] string Device);

internal sealed record TakeOverRequest(Guid PersonId, [MaxLength(20)] string Pin);

internal sealed record CodeRequest([MaxLength(80)] string Code, [MaxLength(80)] string Device);

/// <summary>What a code opened: a client's page at once, or a way in that still needs a passphrase.</summary>
internal sealed record CodeView(Role Role, [property: AsWritten] string Name, bool Open);

internal sealed record JoinRequest(
    [MaxLength(80)] string Code,
    [MaxLength(80)] string Name,
    [MaxLength(400)] string Passphrase,
    [MaxLength(80)] string Device
);

internal sealed record PassphraseChange([MaxLength(400)] string Old, [MaxLength(400)] string Passphrase);

/// <summary>What opens what whoever is in entered on this device earlier: 256 bits in base 64.</summary>
internal sealed record SealView(string Key);

internal sealed record PinChange([MaxLength(20)] string Pin);

/// <summary>Coming in and going out.</summary>
internal static class DoorEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/door", GetAsync).WithName("getDoor");
        api.MapPost("/door/owner", OwnAsync).WithName("makeOwner").InTurn();
        api.MapPost("/door/sign-in", SignInAsync).WithName("signIn").InTurn();
        api.MapPost("/door/demo", TryOutAsync).WithName("tryOut").InTurn();
        api.MapPost("/door/code", CodeAsync).WithName("openCode").InTurn();
        api.MapPost("/door/join", JoinAsync).WithName("join").InTurn();
    }

    public static void MapInside(IEndpointRouteBuilder api)
    {
        api.MapPost("/door/sign-out", SignOutAsync).WithName("signOut").InTurn();
        api.MapPost("/door/sign-out-everywhere", SignOutEverywhereAsync).WithName("signOutEverywhere").InTurn();
    }

    public static void MapStaff(IEndpointRouteBuilder api)
    {
        api.MapPost("/door/take-over", TakeOverAsync).WithName("takeOver").InTurn();
        api.MapPost("/door/seal", SealAsync).WithName("giveSeal").InTurn();
        api.MapPut("/door/passphrase", ChangePassphraseAsync).WithName("changePassphrase").InTurn();
        api.MapPut("/door/pin", ChangePinAsync).WithName("changePin").InTurn();
    }

    /// <summary>Whether a request comes from the machine that the studio runs on, and not through something in front of it.</summary>
    public static bool OnTheMachine(HttpContext http) =>
        (http.Connection.RemoteIpAddress is not { } from || IPAddress.IsLoopback(from))
        && !http.Request.Headers.ContainsKey("X-Forwarded-For")
        && !http.Request.Headers.ContainsKey("Forwarded");

    private static bool Demo(HttpContext http) =>
        OnTheMachine(http) && http.RequestServices.GetRequiredService<IConfiguration>().GetValue<bool>("demo");

    private static async Task<Ok<DoorView>> GetAsync(
        HttpContext http,
        StudioContext db,
        DoorKeeper keeper,
        CancellationToken stop
    ) => TypedResults.Ok(await ViewAsync(http, db, keeper, Visitor.Of(http), stop));

    private static async Task<DoorView> ViewAsync(
        HttpContext http,
        StudioContext db,
        DoorKeeper keeper,
        Visitor? visitor,
        CancellationToken stop
    )
    {
        var here = OnTheMachine(http);
        var madeUp = Demo(http) ? await PeopleAsync(db, db.People.Where(p => p.MadeUp), stop) : [];
        if (visitor is not null)
        {
            var people = visitor.Staff ? await PeopleAsync(db, db.People, stop) : [];
            return new DoorView(
                DoorState.In,
                new MeView(
                    visitor.Person,
                    visitor.Coach,
                    visitor.Client,
                    visitor.Name,
                    visitor.Role,
                    visitor.Owns,
                    visitor.Coaches,
                    visitor.Pictures,
                    visitor.OnlyOwn,
                    visitor.ByPin,
                    people.FirstOrDefault(p => p.Id == visitor.Person)?.HasPin ?? false,
                    visitor.Device
                ),
                here,
                [],
                people,
                visitor.Staff ? madeUp : [],
                visitor.Staff
                    ? await db
                        .Erased.Where(e => e.ReturnedAt == null)
                        .OrderByDescending(e => e.At)
                        .Select(e => e.ClientId)
                        .ToListAsync(stop)
                    : []
            );
        }

        if (await keeper.OwnedAsync(stop))
            return new DoorView(DoorState.Closed, null, here, [], [], madeUp, []);
        return new DoorView(
            DoorState.First,
            null,
            here,
            here
                ? await db
                    .Coaches.Where(c => c.Name != DoorKeeper.FoundingCoach || c.ChangedBy != null)
                    .OrderBy(c => c.CreatedAt)
                    .Select(c => new DoorPersonView(c.Id, c.Name, Role.Coach, false, c.Id, true))
                    .ToListAsync(stop)
                : [],
            [],
            [],
            []
        );
    }

    private static async Task<List<DoorPersonView>> PeopleAsync(
        StudioContext db,
        IQueryable<PersonRecord> people,
        CancellationToken stop
    ) =>
        [
            .. (
                await (
                    from person in people.AsNoTracking()
                    join coach in db.Coaches on person.CoachId equals coach.Id
                    where person.RemovedAt == null
                    orderby coach.CreatedAt, coach.Name
                    select new DoorPersonView(
                        person.Id,
                        coach.Name,
                        person.Role,
                        person.PinHash != null,
                        coach.Id,
                        person.Role != Role.Assistant && !person.OnlyOwn
                    )
                ).ToListAsync(stop)
            ).OrderBy(p => p.Role),
        ];

    private static async Task<NoContent> OwnAsync(
        OwnerRequest request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        if (!OnTheMachine(http))
            throw new HttpRefusal(
                StatusCodes.Status403Forbidden,
                "The owner is made on the machine that Deft Stride runs on. Open it there once, then sign in here."
            );
        await SignIns.GiveAsync(
            http,
            await keeper.OwnAsync(request.Name, request.Passphrase, request.CoachId, Device(request.Device), stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignInAsync(
        SignInRequest request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("sign-in", From(http));
        await SignIns.GiveAsync(
            http,
            await keeper.SignInAsync(request.Name, request.Passphrase, Device(request.Device), stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> TryOutAsync(
        TryOutRequest request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        if (!Demo(http))
            throw Refusal.Missing("There is no demo here. Sign in with your name and passphrase.");
        await SignIns.GiveAsync(
            http,
            await keeper.TryOutAsync(request.PersonId, Device(request.Device), Visitor.Of(http), stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<Ok<CodeView>> CodeAsync(
        CodeRequest request,
        HttpContext http,
        StudioContext db,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("code", From(http));
        var invitation = await keeper.LookUpAsync(request.Code, stop);
        if (invitation.ClientId is { } client)
        {
            await SignIns.GiveAsync(http, await keeper.OpenOwnAsync(invitation, Device(request.Device), stop));
            var own = await db.Clients.Where(c => c.Id == client).Select(c => c.Name).FirstAsync(stop);
            return TypedResults.Ok(new CodeView(Role.Client, own, true));
        }

        var name = await db.Coaches.Where(c => c.Id == invitation.CoachId).Select(c => c.Name).FirstAsync(stop);
        return TypedResults.Ok(new CodeView(invitation.Role, name, false));
    }

    private static async Task<NoContent> JoinAsync(
        JoinRequest request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("code", From(http));
        var invitation = await keeper.LookUpAsync(request.Code, stop);
        if (invitation.CoachId is null)
            throw Refusal.BadInput("code", "This code opens a client's own page. Enter it where it asks for a code.");
        await SignIns.GiveAsync(
            http,
            await keeper.JoinAsync(invitation, request.Name, request.Passphrase, Device(request.Device), stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutAsync(HttpContext http, DoorKeeper keeper, CancellationToken stop)
    {
        await keeper.SignOutAsync(Visitor.Of(http)!, stop);
        await SignIns.TakeAsync(http);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> SignOutEverywhereAsync(
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        await keeper.SignOutEverywhereAsync(Visitor.Of(http)!, stop);
        await SignIns.TakeAsync(http);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> TakeOverAsync(
        TakeOverRequest request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("number", From(http));
        await SignIns.GiveAsync(
            http,
            await keeper.TakeOverAsync(Visitor.Of(http)!, request.PersonId, request.Pin, stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<Ok<SealView>> SealAsync(HttpContext http, DoorKeeper keeper, CancellationToken stop) =>
        TypedResults.Ok(new SealView(Convert.ToBase64String(await keeper.SealAsync(Visitor.Of(http)!, stop))));

    private static async Task<NoContent> ChangePassphraseAsync(
        PassphraseChange request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("sign-in", From(http));
        await keeper.ChangePassphraseAsync(Visitor.Of(http)!, request.Old, request.Passphrase, stop);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ChangePinAsync(
        PinChange request,
        HttpContext http,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        await keeper.ChangePinAsync(Visitor.Of(http)!, request.Pin, stop);
        return TypedResults.NoContent();
    }

    /// <summary>Where a request comes from, for counting tries.</summary>
    public static string From(HttpContext http) => http.Connection.RemoteIpAddress?.ToString() ?? "here";

    /// <summary>What a device calls itself.</summary>
    public static string Device(string given) =>
        Text.Optional("device", given) is { Length: > 0 } device ? device : "a device";
}
