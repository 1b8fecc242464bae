using System.Buffers.Text;
using System.ComponentModel.DataAnnotations;
using System.Text.Json;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>What a browser made with its key, as it says it itself.</summary>
internal sealed record PasskeyRequest([MaxLength(20_000)] string Credential, [MaxLength(80)] string Device);

/// <summary>A key that opens the studio for whoever is in.</summary>
/// <param name="Id">What it is taken away by.</param>
/// <param name="Device">The device that it was made on, as that called itself.</param>
/// <param name="Since">When it was added.</param>
internal sealed record PasskeyView(string Id, [property: AsWritten] string Device, DateTimeOffset Since);

/// <summary>What a browser is asked for, in the form that the browser reads.</summary>
internal sealed record PasskeyOptionsView([property: AsWritten] string Options);

/// <summary>
/// Keys of the device in place of a passphrase, where the browser has them: over https and on localhost. The framework asks and
/// judges; what it keeps is the public half.
/// </summary>
internal static class PasskeyEndpoints
{
    private const string Broken = "The key of this device was not taken. Try again, or sign in with your passphrase.";

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/door/passkey-options", AskAsync).WithName("askPasskey");
        api.MapPost("/door/passkey", SignInAsync).WithName("signInByPasskey").InTurn();
    }

    public static void MapStaff(IEndpointRouteBuilder api)
    {
        api.MapPost("/door/passkeys/options", OfferAsync).WithName("offerPasskey");
        api.MapPost("/door/passkeys", AddAsync).WithName("addPasskey").InTurn();
        api.MapGet("/door/passkeys", ListAsync).WithName("listPasskeys");
        api.MapDelete("/door/passkeys/{id}", RemoveAsync).WithName("removePasskey").InTurn();
    }

    private static async Task<Ok<PasskeyOptionsView>> AskAsync(
        HttpContext http,
        DoorKeeper keeper,
        SignInManager<PersonRecord> keys
    )
    {
        keeper.Pace("key", DoorEndpoints.From(http));
        return TypedResults.Ok(new PasskeyOptionsView(await keys.MakePasskeyRequestOptionsAsync(null)));
    }

    private static async Task<NoContent> SignInAsync(
        PasskeyRequest request,
        HttpContext http,
        SignInManager<PersonRecord> keys,
        UserManager<PersonRecord> people,
        DoorKeeper keeper,
        CancellationToken stop
    )
    {
        keeper.Pace("key", DoorEndpoints.From(http));
        var found = await TakenAsync(() => keys.PerformPasskeyAssertionAsync(request.Credential));
        if (!found.Succeeded || found.User.RemovedAt is not null)
            throw Refusal.BadInput("credential", Broken);
        // How often the key was used is kept with it: a copy of it gives itself away.
        await people.AddOrUpdatePasskeyAsync(found.User, found.Passkey);
        await SignIns.GiveAsync(
            http,
            await keeper.SignInByPasskeyAsync(found.User, DoorEndpoints.Device(request.Device), stop)
        );
        return TypedResults.NoContent();
    }

    private static async Task<Ok<PasskeyOptionsView>> OfferAsync(
        HttpContext http,
        StudioContext db,
        SignInManager<PersonRecord> keys,
        CancellationToken stop
    )
    {
        var person = await OwnAsync(http, db, stop);
        return TypedResults.Ok(
            new PasskeyOptionsView(
                await keys.MakePasskeyCreationOptionsAsync(
                    new PasskeyUserEntity
                    {
                        Id = person.Id.ToString(),
                        Name = person.UserName!,
                        DisplayName = person.UserName!,
                    }
                )
            )
        );
    }

    private static async Task<NoContent> AddAsync(
        PasskeyRequest request,
        HttpContext http,
        StudioContext db,
        SignInManager<PersonRecord> keys,
        UserManager<PersonRecord> people,
        DeedLog deeds,
        CancellationToken stop
    )
    {
        var person = await OwnAsync(http, db, stop);
        var made = await TakenAsync(() => keys.PerformPasskeyAttestationAsync(request.Credential));
        if (!made.Succeeded || made.UserEntity.Id != person.Id.ToString())
            throw Refusal.BadInput("credential", Broken);
        made.Passkey.Name = DoorEndpoints.Device(request.Device);
        if (!(await people.AddOrUpdatePasskeyAsync(person, made.Passkey)).Succeeded)
            throw Refusal.BadInput("credential", Broken);
        var here = Visitor.Of(http)!;
        db.Deeds.Add(deeds.Line(Deed.PasskeyAdded, person.StudioId, here.Coach, here.Device));
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<List<PasskeyView>>> ListAsync(
        HttpContext http,
        StudioContext db,
        UserManager<PersonRecord> people,
        CancellationToken stop
    ) =>
        TypedResults.Ok(
            (await KeysAsync(http, db, people, stop)).ConvertAll(k => new PasskeyView(
                Base64Url.EncodeToString(k.CredentialId),
                k.Name ?? "a device",
                k.CreatedAt
            ))
        );

    private static async Task<NoContent> RemoveAsync(
        string id,
        HttpContext http,
        StudioContext db,
        UserManager<PersonRecord> people,
        DeedLog deeds,
        CancellationToken stop
    )
    {
        var person = await OwnAsync(http, db, stop);
        var key =
            (await people.GetPasskeysAsync(person)).FirstOrDefault(k => Base64Url.EncodeToString(k.CredentialId) == id)
            ?? throw Refusal.Missing("This key is gone already. Reload the page to see which ones are left.");
        await people.RemovePasskeyAsync(person, key.CredentialId);
        var here = Visitor.Of(http)!;
        db.Deeds.Add(deeds.Line(Deed.PasskeyRemoved, person.StudioId, here.Coach, here.Device, key.Name ?? ""));
        await db.SaveChangesAsync(stop);
        return TypedResults.NoContent();
    }

    private static async Task<List<UserPasskeyInfo>> KeysAsync(
        HttpContext http,
        StudioContext db,
        UserManager<PersonRecord> people,
        CancellationToken stop
    )
    {
        var id = Visitor.Of(http)!.Person;
        var person = await db.People.FirstAsync(p => p.Id == id, stop);
        return [.. (await people.GetPasskeysAsync(person)).OrderBy(k => k.CreatedAt)];
    }

    /// <summary>Who acts, signed in with more than a short number.</summary>
    private static async Task<PersonRecord> OwnAsync(HttpContext http, StudioContext db, CancellationToken stop) =>
        Visitor.Of(http) is { ByPin: false, Person: { } id }
            ? await db.People.FirstAsync(p => p.Id == id, stop)
            : throw Refusal.BadInput(
                "credential",
                "Sign in with your passphrase to change which keys open the studio."
            );

    /// <summary>What cannot be read, and what nobody asked for, is refused like a key that is not known.</summary>
    private static async Task<T> TakenAsync<T>(Func<Task<T>> judge)
    {
        try
        {
            return await judge();
        }
        catch (Exception e)
            when (e is JsonException or InvalidOperationException or PasskeyException or FormatException)
        {
            throw Refusal.BadInput("credential", Broken);
        }
    }
}
