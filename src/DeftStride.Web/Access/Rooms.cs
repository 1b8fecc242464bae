using Microsoft.AspNetCore.Authorization;

namespace DeftStride.Web.Access;

/// <summary>
/// Who may come through a door. Each endpoint, socket and file lies in a named room under one of these, so that sign-in only
/// has to say what each of them asks for. Until there is sign-in they let everybody in whom the door itself lets in: this
/// computer, and the names that were given with --hosts.
/// </summary>
internal static class Policies
{
    /// <summary>The front end's own files: nothing in them is about anybody.</summary>
    public const string Page = "page";

    /// <summary>Computations that know nothing but what they are asked, and keep nothing.</summary>
    public const string Compute = "compute";

    /// <summary>What a coach of the studio sees and records about clients.</summary>
    public const string Coach = "coach";

    /// <summary>What counts for the whole studio: its settings, bands, words, kit and ladders.</summary>
    public const string Owner = "owner";

    /// <summary>Pictures of clients.</summary>
    public const string Media = "media";

    /// <summary>What a long random address opens by itself: a calendar that a program asks for.</summary>
    public const string Token = "token";

    /// <summary>Every policy.</summary>
    public static IReadOnlyList<string> All { get; } = [Page, Compute, Coach, Owner, Media, Token];

    public static void Configure(AuthorizationOptions options)
    {
        foreach (var policy in All)
            options.AddPolicy(policy, p => p.RequireAssertion(_ => true));
    }
}

/// <summary>The room that an endpoint lies in.</summary>
internal sealed record Room(string Name);

internal static class RoomExtensions
{
    /// <summary>A named group of endpoints under a policy.</summary>
    public static RouteGroupBuilder Room(this IEndpointRouteBuilder routes, string name, string policy)
    {
        var room = routes.MapGroup("");
        room.WithMetadata(new Room(name));
        room.RequireAuthorization(policy);
        return room;
    }
}
