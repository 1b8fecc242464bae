using System.ComponentModel.DataAnnotations;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>Whether somebody can come in.</summary>
internal enum WayIn
{
    /// <summary>On record only: nobody has invited them.</summary>
    None,

    /// <summary>Invited, and not come yet.</summary>
    Invited,

    /// <summary>They sign in.</summary>
    Open,

    /// <summary>It was closed.</summary>
    Closed,
}

/// <summary>
/// Somebody of the studio: what they are (or will be when they come; null while nobody has said), whether they can come in,
/// until when their code opens, and when a device of theirs was last heard of, to the hour.
/// </summary>
internal sealed record PersonView(
    Guid CoachId,
    [property: AsWritten] string Name,
    Role? Role,
    WayIn WayIn,
    bool OnlyOwn,
    bool Pictures,
    bool HasPin,
    DateTimeOffset? InvitedUntil,
    DateTimeOffset? SeenAt,
    int Devices,
    bool Me
);

/// <summary>Invites a coach on record (or, with a name, somebody new), or gives a client a code for their own page.</summary>
internal sealed record InvitationRequest(
    Guid Id,
    Role Role,
    Guid? CoachId = null,
    [MaxLength(80)] string? Name = null,
    bool OnlyOwn = false,
    bool Pictures = false
);

internal sealed record ClientCodeRequest(Guid Id, Guid ClientId);

/// <summary>A code. It is shown once.</summary>
internal sealed record InvitationView(Guid Id, [property: AsWritten] string Code, DateTimeOffset EndsAt);

internal sealed record PersonChange(Role Role, bool OnlyOwn, bool Pictures);

/// <summary>Who may come in, and as what.</summary>
internal static class PeopleEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/people", ListAsync).WithName("listPeople");
        api.MapPost("/invitations", InviteAsync).WithName("invite").InTurn();
        api.MapPut("/people/{id:guid}", ChangeAsync).WithName("changePerson").InTurn();
        api.MapPost("/people/{id:guid}/removal", RemoveAsync).WithName("removePerson").InTurn();
    }

    public static void MapCodes(IEndpointRouteBuilder api) =>
        api.MapPost("/client-codes", GiveCodeAsync).WithName("giveClientCode").InTurn();

    private static async Task<Ok<List<PersonView>>> ListAsync(
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var now = scope.Now;
        var coaches = await db.Coaches.Where(c => c.StudioId == studio.Id).OrderBy(c => c.CreatedAt).ToListAsync(stop);
        var people = await db.People.AsNoTracking().ToDictionaryAsync(p => p.CoachId, stop);
        var invited = (
            await db
                .Invitations.AsNoTracking()
                .Where(i => i.CoachId != null && i.UsedAt == null && i.RevokedAt == null && i.EndsAt > now)
                .OrderBy(i => i.CreatedAt)
                .ToListAsync(stop)
        )
            .GroupBy(i => i.CoachId!.Value)
            .ToDictionary(g => g.Key, g => g.Last());
        var devices = (
            await db
                .SignIns.AsNoTracking()
                .Where(s => s.EndedAt == null && s.EndsAt > now && s.PersonId != null)
                .ToListAsync(stop)
        ).ToLookup(s => s.PersonId!.Value);
        var me = Visitor.Of(http)!.Coach;
        return TypedResults.Ok(
            coaches.ConvertAll(c =>
            {
                var person = people.GetValueOrDefault(c.Id);
                var code = invited.GetValueOrDefault(c.Id);
                var open = person is { RemovedAt: null };
                var signed = person is null ? [] : devices[person.Id].ToArray();
                return new PersonView(
                    c.Id,
                    c.Name,
                    open ? person!.Role : code?.Role ?? person?.Role,
                    open ? WayIn.Open
                        : code is not null ? WayIn.Invited
                        : person is not null ? WayIn.Closed
                        : WayIn.None,
                    open ? person!.OnlyOwn : code?.OnlyOwn ?? false,
                    open ? person!.Pictures || person.Role != Role.Assistant : code?.Pictures ?? false,
                    person?.PinHash is not null,
                    code?.EndsAt,
                    signed.Length > 0 ? signed.Max(s => s.SeenAt) : null,
                    signed.Length,
                    c.Id == me
                );
            })
        );
    }

    private static async Task<Ok<InvitationView>> InviteAsync(
        InvitationRequest request,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        if (request.Role == Role.Client)
            throw Refusal.BadInput(
                "role",
                "A client gets a code on their own page. Open the client and give one there."
            );
        await FreshAsync(db, request.Id, stop);
        var studio = await scope.StudioAsync(stop);
        CoachRecord? coach;
        if (request.CoachId is { } known && request.Name is null)
            coach =
                await db.Coaches.FirstOrDefaultAsync(c => c.Id == known && c.StudioId == studio.Id, stop)
                ?? throw Refusal.BadInput("coachId", "This coach is not on record. Reload the page and choose again.");
        else
        {
            var name = Text.Required("name", request.Name, "Enter the name of whom you invite.");
            if (await db.Coaches.AnyAsync(c => c.StudioId == studio.Id && c.Name == name, stop))
                throw Refusal.BadInput(
                    "name",
                    "Somebody with this name is on record already. Invite them from the list, or add a letter of the last name."
                );
            coach = new CoachRecord
            {
                Id = Guid.CreateVersion7(),
                StudioId = studio.Id,
                Name = name,
                CreatedAt = scope.Now,
                ChangedBy = await scope.CoachIdAsync(stop),
            };
            db.Coaches.Add(coach);
        }

        var (record, code) = await keeper.InviteAsync(
            new InvitationRecord
            {
                Id = request.Id,
                Role = request.Role,
                CoachId = coach.Id,
                OnlyOwn = request is { OnlyOwn: true, Role: Role.Coach },
                Pictures = request.Pictures || request.Role != Role.Assistant,
                CodeHash = "",
                ChangedBy = await scope.CoachIdAsync(stop),
            },
            Visitor.Of(http)!.Device,
            stop
        );
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(new InvitationView(record.Id, code, record.EndsAt));
    }

    private static async Task<Ok<InvitationView>> GiveCodeAsync(
        ClientCodeRequest request,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        await FreshAsync(db, request.Id, stop);
        var client = await scope.ClientAsync(request.ClientId, stop);
        var (record, code) = await keeper.InviteAsync(
            new InvitationRecord
            {
                Id = request.Id,
                Role = Role.Client,
                ClientId = client.Id,
                CodeHash = "",
                ChangedBy = await scope.CoachIdAsync(stop),
            },
            Visitor.Of(http)!.Device,
            stop
        );
        await db.SaveChangesAsync(stop);
        return TypedResults.Ok(new InvitationView(record.Id, code, record.EndsAt));
    }

    private static async Task<NoContent> ChangeAsync(
        Guid id,
        PersonChange request,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        SignIns signIns,
        DeedLog deeds,
        CancellationToken stop
    )
    {
        var person = await OpenAsync(db, id, stop);
        if (request.Role == Role.Client)
            throw Refusal.BadInput(
                "role",
                "A client is not one of the studio's people. Choose owner, coach or assistant."
            );
        if (person.Role == Role.Owner && request.Role != Role.Owner)
            await NotTheLastAsync(db, person, stop);
        (person.Role, person.OnlyOwn, person.Pictures) = (
            request.Role,
            request is { OnlyOwn: true, Role: Role.Coach },
            request.Pictures || request.Role != Role.Assistant
        );
        db.Deeds.Add(
            deeds.Line(
                Deed.RoleChanged,
                person.StudioId,
                await scope.CoachIdAsync(stop),
                Visitor.Of(http)!.Device,
                $"{person.UserName}, {request.Role.ToString().ToLowerInvariant()} now"
            )
        );
        await db.SaveChangesAsync(stop);
        signIns.Changed();
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> RemoveAsync(
        Guid id,
        HttpContext http,
        StudioContext db,
        StudioScope scope,
        SignIns signIns,
        DoorKeeper keeper,
        DeedLog deeds,
        CancellationToken stop
    )
    {
        foreach (
            var waiting in await db
                .Invitations.Where(i => i.CoachId == id && i.UsedAt == null && i.RevokedAt == null)
                .ToListAsync(stop)
        )
            waiting.RevokedAt = scope.Now;
        if (await db.People.FirstOrDefaultAsync(p => p.CoachId == id && p.RemovedAt == null, stop) is { } person)
        {
            if (person.Role == Role.Owner)
                await NotTheLastAsync(db, person, stop);
            person.RemovedAt = scope.Now;
            person.PasswordHash = null;
            person.PinHash = null;
            await keeper.EndAllAsync(person.Id, stop);
            await keeper.ForgetPasskeysAsync(person.Id, stop);
            db.Deeds.Add(
                deeds.Line(
                    Deed.Removed,
                    person.StudioId,
                    await scope.CoachIdAsync(stop),
                    Visitor.Of(http)!.Device,
                    person.UserName ?? ""
                )
            );
        }

        await db.SaveChangesAsync(stop);
        signIns.Changed();
        return TypedResults.NoContent();
    }

    private static async Task<PersonRecord> OpenAsync(StudioContext db, Guid coach, CancellationToken stop) =>
        await db.People.FirstOrDefaultAsync(p => p.CoachId == coach && p.RemovedAt == null, stop)
        ?? throw Refusal.Missing("This person has no way in. Invite them first.");

    private static async Task NotTheLastAsync(StudioContext db, PersonRecord person, CancellationToken stop)
    {
        if (!await db.People.AnyAsync(p => p.Role == Role.Owner && p.RemovedAt == null && p.Id != person.Id, stop))
            throw Refusal.Conflict("This is the only owner. Make somebody else an owner first.");
    }

    private static async Task FreshAsync(StudioContext db, Guid id, CancellationToken stop)
    {
        if (id == Guid.Empty)
            throw Refusal.BadInput("id", "The request has no id. Reload the page and try again.");
        // The code of an answer that was lost can never be read again: another one is made.
        if (await db.Invitations.AnyAsync(i => i.Id == id, stop))
            throw Refusal.Conflict("This code was made already, and it is shown only once. Make another one.");
    }
}
