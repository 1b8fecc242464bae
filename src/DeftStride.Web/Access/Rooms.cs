using Microsoft.AspNetCore.Authorization;

namespace DeftStride.Web.Access;

/// <summary>
/// Who may come through a door. Each endpoint, socket and file lies in a named room under one of these; what lies in none is
/// open to nobody.
/// </summary>
internal static class Policies
{
    /// <summary>The front end's own files and the door itself: nothing in them is about anybody.</summary>
    public const string Page = "page";

    /// <summary>Whoever is signed in, a client too.</summary>
    public const string SignedIn = "signed-in";

    /// <summary>Computations that know nothing but what they are asked, and keep nothing: for everybody of the studio.</summary>
    public const string Compute = "compute";

    /// <summary>The day, its sessions and what was done in them: assistants too.</summary>
    public const string Assist = "assist";

    /// <summary>What a coach of the studio sees and records about clients.</summary>
    public const string Coach = "coach";

    /// <summary>What counts for the whole studio: its settings, bands, words, kit, ladders and people.</summary>
    public const string Owner = "owner";

    /// <summary>Pictures of clients.</summary>
    public const string Media = "media";

    /// <summary>A client's own page.</summary>
    public const string Own = "own";

    /// <summary>What a long random address opens by itself: a calendar that a program asks for.</summary>
    public const string Token = "token";

    private static readonly Dictionary<string, Func<Visitor?, bool>> Asked = new()
    {
        [Page] = _ => true,
        [Token] = _ => true,
        [SignedIn] = v => v is not null,
        [Compute] = v => v is { Staff: true },
        [Assist] = v => v is { Staff: true },
        [Coach] = v => v is { Coaches: true },
        [Owner] = v => v is { Owns: true },
        [Media] = v => v is { Staff: true, Pictures: true },
        [Own] = v => v is { Client: not null },
    };

    /// <summary>Every policy.</summary>
    public static IReadOnlyList<string> All { get; } = [.. Asked.Keys];

    /// <summary>Whether a policy lets somebody in; null for nobody who is signed in.</summary>
    public static bool Lets(string policy, Visitor? visitor) => Asked[policy](visitor);

    public static void Configure(AuthorizationOptions options)
    {
        foreach (var policy in All)
            options.AddPolicy(
                policy,
                p => p.RequireAssertion(c => Lets(policy, Visitor.Of(c.Resource as HttpContext)))
            );
        options.FallbackPolicy = new AuthorizationPolicyBuilder().RequireAssertion(_ => false).Build();
    }
}

/// <summary>The room that an endpoint lies in.</summary>
internal sealed record Room(string Name, string Policy);

internal static class RoomExtensions
{
    /// <summary>A named group of endpoints under a policy.</summary>
    public static RouteGroupBuilder Room(this IEndpointRouteBuilder routes, string name, string policy)
    {
        var room = routes.MapGroup("");
        room.WithMetadata(new Room(name, policy));
        room.RequireAuthorization(policy);
        return room;
    }
}
