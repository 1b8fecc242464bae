namespace DeftStride.Web.Access;

/// <summary>Within a room of coaches: what counts for the whole studio is the owner's.</summary>
internal static class Owning
{
    /// <summary>What whoever is no owner is told.</summary>
    public const string Sentence =
        "Only the owner changes what counts for the whole studio. Set it for this client, or ask the owner.";

    /// <summary>Whether whoever asks may change what counts for everybody.</summary>
    public static bool Owns(HttpContext http) => Visitor.Of(http) is { Owns: true };
}
