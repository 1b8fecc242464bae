using System.Security.Cryptography;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>
/// Lets people in and out: makes the owner, signs in by passphrase or code, hands a device over by number, signs out. Every
/// refusal is a sentence that says what to do, and tells nobody which names there are.
/// </summary>
internal sealed class DoorKeeper(
    StudioContext db,
    StudioScope scope,
    SignIns signIns,
    Tries tries,
    Strangers strangers,
    DeedLog deeds,
    IPasswordHasher<PersonRecord> hasher,
    ILookupNormalizer names
)
{
    private static readonly TimeSpan InvitationLasts = TimeSpan.FromDays(7);
    private static readonly TimeSpan ClientCodeLasts = TimeSpan.FromDays(30);

    /// <summary>What a client's own page stays open for on a device.</summary>
    private static readonly TimeSpan ClientStays = TimeSpan.FromDays(90);

    private const string Wrong =
        "This name and passphrase do not go together. Try again, or ask the owner for a new way in.";

    /// <summary>The name of a coach that a new studio is founded with, until somebody says who it is.</summary>
    public const string FoundingCoach = "Coach";

    /// <summary>Whether the studio has an owner.</summary>
    public Task<bool> OwnedAsync(CancellationToken stop) =>
        db.People.AnyAsync(p => p.Role == Role.Owner && p.RemovedAt == null, stop);

    /// <summary>The first start: whoever sits at the machine becomes the owner.</summary>
    public async Task<Guid> OwnAsync(
        string name,
        string passphrase,
        Guid? coachId,
        string device,
        CancellationToken stop
    )
    {
        if (await OwnedAsync(stop))
            throw Refusal.Conflict("The studio has an owner already, since a moment ago perhaps. Sign in instead.");
        name = Text.Required("name", name, "Enter your name: it is what you sign in with.");
        Passphrases.Check(passphrase, name);
        var studio = await scope.StudioAsync(stop);
        var coach = coachId is { } known
            ? await db.Coaches.FirstOrDefaultAsync(c => c.Id == known && c.StudioId == studio.Id, stop)
                ?? throw Refusal.BadInput("coachId", "This coach is not on record. Reload the page and choose again.")
            : await FoundingAsync(studio, stop) ?? db.Coaches.Add(NewCoach(studio, name)).Entity;
        if (coachId is null)
            coach.Name = name;
        var person = await PersonAsync(coach, name, Role.Owner, false, true, stop);
        person.PasswordHash = hasher.HashPassword(person, passphrase);
        db.Deeds.Add(deeds.Line(Deed.OwnerMade, studio.Id, coach.Id, device));
        return await EnterAsync(studio, person.Id, person.Id, null, false, device, SignIns.Lasts, stop);
    }

    /// <summary>Signs in by name and passphrase.</summary>
    public async Task<Guid> SignInAsync(string name, string passphrase, string device, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var normal = names.NormalizeName(name.Trim());
        var person = await db.People.FirstOrDefaultAsync(
            p => p.NormalizedUserName == normal && p.RemovedAt == null && p.PasswordHash != null,
            stop
        );
        if (person is null)
        {
            // As long as for a name that is there, and shut like one.
            if (strangers.Tried(normal, scope.Now) is { } shut)
                throw Shut(shut, "passphrases", "passphrase");
            hasher.VerifyHashedPassword(Nobody, NobodysHash(), passphrase);
            db.Deeds.Add(deeds.Line(Deed.SignInFailed, studio.Id, null, device));
            await db.SaveChangesAsync(stop);
            throw Refusal.BadInput("passphrase", Wrong);
        }

        if (person.LockoutEnd is { } until && scope.Now < until)
            throw Shut(until, "passphrases", "passphrase");
        if (hasher.VerifyHashedPassword(person, person.PasswordHash!, passphrase) == PasswordVerificationResult.Failed)
        {
            person.AccessFailedCount++;
            if (Lockout.After(person.AccessFailedCount) is { } wait)
            {
                person.LockoutEnd = scope.Now + wait;
                db.Deeds.Add(deeds.Line(Deed.LockedOut, studio.Id, person.CoachId, device, "passphrase"));
            }

            db.Deeds.Add(deeds.Line(Deed.SignInFailed, studio.Id, person.CoachId, device));
            await db.SaveChangesAsync(stop);
            throw Refusal.BadInput("passphrase", Wrong);
        }

        (person.AccessFailedCount, person.LockoutEnd) = (0, null);
        db.Deeds.Add(deeds.Line(Deed.SignedIn, studio.Id, person.CoachId, device, "passphrase"));
        return await EnterAsync(studio, person.Id, person.Id, null, false, device, SignIns.Lasts, stop);
    }

    /// <summary>Signs in whoever a key of the device was found to be.</summary>
    public async Task<Guid> SignInByPasskeyAsync(PersonRecord person, string device, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        db.Deeds.Add(deeds.Line(Deed.SignedIn, studio.Id, person.CoachId, device, "passkey"));
        return await EnterAsync(studio, person.Id, person.Id, null, false, device, SignIns.Lasts, stop);
    }

    /// <summary>Takes away the keys by which a person came in, to be saved.</summary>
    public async Task ForgetPasskeysAsync(Guid person, CancellationToken stop) =>
        db.RemoveRange(await db.Set<IdentityUserPasskey<Guid>>().Where(k => k.UserId == person).ToListAsync(stop));

    /// <summary>One tap, for people who were made up.</summary>
    public async Task<Guid> TryOutAsync(Guid personId, string device, Visitor? here, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var person =
            await db.People.FirstOrDefaultAsync(p => p.Id == personId && p.MadeUp && p.RemovedAt == null, stop)
            ?? throw Refusal.Missing("Nobody who was made up has this name. Reload the page and choose again.");
        await EndAsync(here, stop);
        db.Deeds.Add(deeds.Line(Deed.SignedIn, studio.Id, person.CoachId, device, "demo"));
        return await EnterAsync(studio, person.Id, person.Id, null, false, device, SignIns.Lasts, stop);
    }

    /// <summary>Somebody else takes over a device that is signed in.</summary>
    public async Task<Guid> TakeOverAsync(Visitor here, Guid personId, string pin, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var person = await db.People.FirstOrDefaultAsync(p => p.Id == personId && p.RemovedAt == null, stop);
        if (person?.PinHash is null)
            throw Refusal.BadInput(
                "pin",
                "There is no number for this person. They sign in with their passphrase once and set one under their name."
            );
        if (person.PinLockedUntil is { } until && scope.Now < until)
            throw Shut(until, "numbers", "pin");
        if (hasher.VerifyHashedPassword(person, person.PinHash, pin) == PasswordVerificationResult.Failed)
        {
            person.PinFailures++;
            if (Lockout.After(person.PinFailures) is { } wait)
            {
                person.PinLockedUntil = scope.Now + wait;
                db.Deeds.Add(deeds.Line(Deed.LockedOut, studio.Id, person.CoachId, here.Device, "number"));
            }

            await db.SaveChangesAsync(stop);
            throw Refusal.BadInput("pin", "This is not the number. Try again, or sign in with the passphrase.");
        }

        (person.PinFailures, person.PinLockedUntil) = (0, null);
        var ends = await db.SignIns.Where(s => s.Id == here.SignIn).Select(s => s.EndsAt).FirstAsync(stop);
        await EndAsync(here, stop);
        db.Deeds.Add(deeds.Line(Deed.TookOver, studio.Id, person.CoachId, here.Device));
        // It ends when the sign-in that it stands on would have ended.
        return await EnterAsync(studio, here.Door, person.Id, null, true, here.Device, ends - scope.Now, stop);
    }

    /// <summary>What a code opens; refused in a sentence where it opens nothing.</summary>
    public async Task<InvitationRecord> LookUpAsync(string code, CancellationToken stop)
    {
        if (Codes.Hash(code) is not { } hash)
            throw Refusal.BadInput("code", "A code has twenty letters and digits, in groups of five. Enter all of it.");
        var invitation =
            await db.Invitations.FirstOrDefaultAsync(i => i.CodeHash == hash, stop)
            ?? throw Refusal.BadInput(
                "code",
                "This code opens nothing here. Check it sign by sign, or ask for a new one."
            );
        if (invitation.UsedAt is not null)
            throw Refusal.BadInput("code", "This code was used already; each opens once. Ask for a new one.");
        if (invitation.RevokedAt is not null)
            throw Refusal.BadInput("code", "This code was taken back. Ask for a new one.");
        if (invitation.EndsAt <= scope.Now)
            throw Refusal.BadInput("code", "This code has ended. Ask for a new one.");
        return invitation;
    }

    /// <summary>A client opens their own page.</summary>
    public async Task<Guid> OpenOwnAsync(InvitationRecord invitation, string device, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        invitation.UsedAt = scope.Now;
        db.Deeds.Add(deeds.Line(Deed.CodeUsed, studio.Id, null, device, "", invitation.ClientId));
        return await EnterAsync(studio, null, null, invitation.ClientId, false, device, ClientStays, stop);
    }

    /// <summary>Somebody who was invited takes their way in.</summary>
    public async Task<Guid> JoinAsync(
        InvitationRecord invitation,
        string name,
        string passphrase,
        string device,
        CancellationToken stop
    )
    {
        name = Text.Required("name", name, "Enter your name: it is what you sign in with.");
        Passphrases.Check(passphrase, name);
        var studio = await scope.StudioAsync(stop);
        var coach = await db.Coaches.FirstAsync(c => c.Id == invitation.CoachId, stop);
        var person = await PersonAsync(coach, name, invitation.Role, invitation.OnlyOwn, invitation.Pictures, stop);
        person.PasswordHash = hasher.HashPassword(person, passphrase);
        (person.AccessFailedCount, person.LockoutEnd) = (0, null);
        invitation.UsedAt = scope.Now;
        // Whatever was open before with the old passphrase is not any more.
        await EndAllAsync(person.Id, stop);
        await ForgetPasskeysAsync(person.Id, stop);
        db.Deeds.Add(
            deeds.Line(
                Deed.InvitationUsed,
                studio.Id,
                coach.Id,
                device,
                $"as {invitation.Role.ToString().ToLowerInvariant()}"
            )
        );
        return await EnterAsync(studio, person.Id, person.Id, null, false, device, SignIns.Lasts, stop);
    }

    /// <summary>Makes a code. Earlier ones for the same person are taken back.</summary>
    /// <returns>The record, to be saved, and the code, which is shown once.</returns>
    public async Task<(InvitationRecord Record, string Code)> InviteAsync(
        InvitationRecord invitation,
        string device,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        foreach (
            var earlier in await db
                .Invitations.Where(i =>
                    i.UsedAt == null
                    && i.RevokedAt == null
                    && i.CoachId == invitation.CoachId
                    && i.ClientId == invitation.ClientId
                )
                .ToListAsync(stop)
        )
            earlier.RevokedAt = scope.Now;
        var code = Codes.New();
        invitation.StudioId = studio.Id;
        invitation.CodeHash = Codes.Hash(code)!;
        invitation.CreatedAt = scope.Now;
        invitation.EndsAt = scope.Now + (invitation.ClientId is null ? InvitationLasts : ClientCodeLasts);
        db.Invitations.Add(invitation);
        db.Deeds.Add(
            deeds.Line(
                invitation.ClientId is null ? Deed.Invited : Deed.CodeMade,
                studio.Id,
                invitation.ChangedBy,
                device,
                invitation.ClientId is null ? $"as {invitation.Role.ToString().ToLowerInvariant()}" : "",
                invitation.ClientId
            )
        );
        return (invitation, code);
    }

    /// <summary>Signs this device out.</summary>
    public async Task SignOutAsync(Visitor here, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        await EndAsync(here, stop);
        db.Deeds.Add(deeds.Line(Deed.SignedOut, studio.Id, here.Coach, here.Device, "", here.Client));
        await db.SaveChangesAsync(stop);
        signIns.Changed();
    }

    /// <summary>Signs a person out on every device.</summary>
    public async Task SignOutEverywhereAsync(Visitor here, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        await EndAsync(here, stop);
        if (here.Person is { } person)
            await EndAllAsync(person, stop);
        db.Deeds.Add(deeds.Line(Deed.SignedOutEverywhere, studio.Id, here.Coach, here.Device));
        await db.SaveChangesAsync(stop);
        signIns.Changed();
    }

    /// <summary>Ends every sign-in of a person, to be saved.</summary>
    public async Task EndAllAsync(Guid person, CancellationToken stop)
    {
        foreach (
            var open in await db
                .SignIns.Where(s => s.EndedAt == null && (s.PersonId == person || s.DoorId == person))
                .ToListAsync(stop)
        )
            open.EndedAt = scope.Now;
    }

    /// <summary>Sets another passphrase; every other device is signed out.</summary>
    public async Task ChangePassphraseAsync(Visitor here, string old, string passphrase, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var person = await db.People.FirstAsync(p => p.Id == here.Person, stop);
        Known(person, old);
        Passphrases.Check(passphrase, person.UserName ?? "");
        person.PasswordHash = hasher.HashPassword(person, passphrase);
        foreach (
            var open in await db
                .SignIns.Where(s =>
                    s.EndedAt == null && s.Id != here.SignIn && (s.PersonId == person.Id || s.DoorId == person.Id)
                )
                .ToListAsync(stop)
        )
            open.EndedAt = scope.Now;
        db.Deeds.Add(deeds.Line(Deed.PassphraseChanged, studio.Id, here.Coach, here.Device));
        await db.SaveChangesAsync(stop);
        signIns.Changed();
    }

    /// <summary>Sets the number by which somebody takes over a device.</summary>
    public async Task ChangePinAsync(Visitor here, string pin, CancellationToken stop)
    {
        if (here.ByPin)
            throw Refusal.BadInput("pin", "Sign in with your passphrase to set another number.");
        var studio = await scope.StudioAsync(stop);
        Passphrases.CheckPin(pin);
        var person = await db.People.FirstAsync(p => p.Id == here.Person, stop);
        person.PinHash = hasher.HashPassword(person, pin);
        (person.PinFailures, person.PinLockedUntil) = (0, null);
        db.Deeds.Add(deeds.Line(Deed.PinChanged, studio.Id, here.Coach, here.Device));
        await db.SaveChangesAsync(stop);
    }

    /// <summary>Refuses tries that come too fast from one place, whatever is tried.</summary>
    public void Pace(string what, string from)
    {
        tries.Count($"{what} {from}", 20, TimeSpan.FromMinutes(5), "That was tried too often from this device.");
        tries.Count(what, 300, TimeSpan.FromHours(1), "That was tried too often.");
    }

    private void Known(PersonRecord person, string passphrase)
    {
        if (
            person.PasswordHash is null
            || hasher.VerifyHashedPassword(person, person.PasswordHash, passphrase) == PasswordVerificationResult.Failed
        )
            throw Refusal.BadInput("old", "This is not your passphrase. Enter the one you sign in with.");
    }

    /// <summary>What opens what somebody's facts wait under on a device; made when it is asked for first.</summary>
    public async Task<byte[]> SealAsync(Visitor here, CancellationToken stop)
    {
        var coach = here.Coach!.Value;
        var seal = await db.Seals.FirstOrDefaultAsync(s => s.CoachId == coach, stop);
        if (seal is null)
        {
            seal = new SealRecord { CoachId = coach, Key = RandomNumberGenerator.GetBytes(32) };
            db.Seals.Add(seal);
            await db.SaveChangesAsync(stop);
        }

        return seal.Key;
    }

    private HttpRefusal Shut(DateTimeOffset until, string what, string field) =>
        new(
            StatusCodes.Status429TooManyRequests,
            $"Too many wrong {what}. Wait {Tries.Words(until - scope.Now)}, or {(field == "pin" ? "sign in with the passphrase" : "ask the owner for a new way in")}.",
            field
        );

    private async Task<Guid> EnterAsync(
        StudioRecord studio,
        Guid? door,
        Guid? person,
        Guid? client,
        bool byPin,
        string device,
        TimeSpan lasts,
        CancellationToken stop
    )
    {
        var row = new SignInRecord
        {
            // Always a new one: what was in the browser before is worth nothing.
            Id = Guid.NewGuid(),
            StudioId = studio.Id,
            DoorId = door,
            PersonId = person,
            ClientId = client,
            ByPin = byPin,
            Device = device,
            Since = scope.Now,
            SeenAt = scope.Now,
            EndsAt = scope.Now + lasts,
        };
        db.SignIns.Add(row);
        await db.SaveChangesAsync(stop);
        signIns.Changed();
        return row.Id;
    }

    private async Task EndAsync(Visitor? here, CancellationToken stop)
    {
        if (here is not null && await db.SignIns.FirstOrDefaultAsync(s => s.Id == here.SignIn, stop) is { } row)
            row.EndedAt ??= scope.Now;
    }

    /// <summary>The person of a coach on record, with this name and role; a new one where there is none yet.</summary>
    private async Task<PersonRecord> PersonAsync(
        CoachRecord coach,
        string name,
        Role role,
        bool onlyOwn,
        bool pictures,
        CancellationToken stop
    )
    {
        var normal = names.NormalizeName(name);
        if (await db.People.AnyAsync(p => p.NormalizedUserName == normal && p.CoachId != coach.Id, stop))
            throw Refusal.BadInput("name", "Somebody signs in with this name already. Add a letter of your last name.");
        var person = await db.People.FirstOrDefaultAsync(p => p.CoachId == coach.Id, stop);
        if (person is null)
        {
            person = new PersonRecord
            {
                Id = Guid.CreateVersion7(),
                StudioId = coach.StudioId,
                CoachId = coach.Id,
                CreatedAt = scope.Now,
            };
            db.People.Add(person);
        }

        (person.UserName, person.NormalizedUserName) = (name, normal);
        (person.Role, person.OnlyOwn, person.Pictures, person.RemovedAt) = (role, onlyOwn, pictures, null);
        person.SecurityStamp = Guid.NewGuid().ToString("N");
        return person;
    }

    /// <summary>The coach that a studio was founded with, while nobody has said who it is.</summary>
    private async Task<CoachRecord?> FoundingAsync(StudioRecord studio, CancellationToken stop) =>
        await db.Coaches.Where(c => c.StudioId == studio.Id).Take(2).ToListAsync(stop) is [var one]
        && one.Name == FoundingCoach
        && one.ChangedBy is null
            ? one
            : null;

    private CoachRecord NewCoach(StudioRecord studio, string name) =>
        new()
        {
            Id = Guid.CreateVersion7(),
            StudioId = studio.Id,
            Name = name,
            CreatedAt = scope.Now,
        };

    private static readonly PersonRecord Nobody = new();
    private static string? _nobodysHash;

    private string NobodysHash() => _nobodysHash ??= hasher.HashPassword(Nobody, Guid.NewGuid().ToString());
}
