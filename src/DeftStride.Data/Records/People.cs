using Microsoft.AspNetCore.Identity;

namespace DeftStride.Data.Records;

/// <summary>What somebody is in the studio, and with that what they may do.</summary>
internal enum Role
{
    /// <summary>Everything: the studio itself, its people, backups, erasure.</summary>
    Owner,

    /// <summary>Clients, all or their own.</summary>
    Coach,

    /// <summary>The day, the running sessions and what was done in them.</summary>
    Assistant,

    /// <summary>A client: their own page and nothing else.</summary>
    Client,
}

/// <summary>Somebody with a way in. The name is what they sign in with; a coach on record without one of these has no way in.</summary>
/// <remarks>Kept through ASP.NET Core Identity: name, passphrase hash, failed tries, passkeys.</remarks>
internal sealed class PersonRecord : IdentityUser<Guid>
{
    public Guid StudioId { get; set; }

    public Role Role { get; set; }

    /// <summary>The coach that their facts name. Assistants too record what was done.</summary>
    public Guid CoachId { get; set; }

    /// <summary>A coach who sees only the clients that are theirs.</summary>
    public bool OnlyOwn { get; set; }

    /// <summary>Whether pictures and films are shown to them.</summary>
    public bool Pictures { get; set; }

    /// <summary>The hash of the short number by which they take over a device that somebody is signed in on; null for none.</summary>
    public string? PinHash { get; set; }

    /// <summary>Wrong numbers since the last right one.</summary>
    public int PinFailures { get; set; }

    /// <summary>Until when no number is taken; null for now.</summary>
    public DateTimeOffset? PinLockedUntil { get; set; }

    /// <summary>Put in with made-up data: whoever tries the demo comes in by one tap.</summary>
    public bool MadeUp { get; set; }

    public DateTimeOffset CreatedAt { get; set; }

    /// <summary>When their way in was closed; null while it is open.</summary>
    public DateTimeOffset? RemovedAt { get; set; }
}

/// <summary>A device on which somebody signed in, until they sign out. The cookie names it and says nothing else.</summary>
internal sealed class SignInRecord
{
    public Guid Id { get; set; }
    public Guid StudioId { get; set; }

    /// <summary>Who signed in by passphrase, passkey or code; null for a client.</summary>
    public Guid? DoorId { get; set; }

    /// <summary>Who acts now; null for a client.</summary>
    public Guid? PersonId { get; set; }

    /// <summary>The client whose own page it opens; null for people of the studio.</summary>
    public Guid? ClientId { get; set; }

    /// <summary>Taken over by number: enough for the floor, not for the studio itself.</summary>
    public bool ByPin { get; set; }

    /// <summary>What the device is called.</summary>
    public required string Device { get; set; }

    public DateTimeOffset Since { get; set; }

    /// <summary>When it was last heard of, to the hour.</summary>
    public DateTimeOffset SeenAt { get; set; }

    /// <summary>When it ends by itself.</summary>
    public DateTimeOffset EndsAt { get; set; }

    /// <summary>When somebody signed out; null while it stands.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A way in for somebody: a long code that opens once and ends by itself. The code is nowhere, only what it hashes to.</summary>
internal sealed class InvitationRecord : Mutable
{
    public Role Role { get; set; }

    /// <summary>The coach on record who is invited; null for a client.</summary>
    public Guid? CoachId { get; set; }

    /// <summary>The client who is invited; null for people of the studio.</summary>
    public Guid? ClientId { get; set; }

    public bool OnlyOwn { get; set; }

    public bool Pictures { get; set; }

    /// <summary>SHA-256 of the code, in lower-case hexadecimal digits.</summary>
    public required string CodeHash { get; set; }

    public DateTimeOffset EndsAt { get; set; }

    /// <summary>When it was used; null while it was not.</summary>
    public DateTimeOffset? UsedAt { get; set; }

    /// <summary>When it was taken back; null while it stands.</summary>
    public DateTimeOffset? RevokedAt { get; set; }
}

/// <summary>
/// What closes on a device what somebody entered there and could not send yet, once they are no longer in: given out to whoever
/// signs in as them and to nobody else. In no copy that leaves the studio.
/// </summary>
internal sealed class SealRecord
{
    /// <summary>The coach whose facts wait.</summary>
    public Guid CoachId { get; set; }

    /// <summary>A random key of 256 bits.</summary>
    public required byte[] Key { get; set; }
}

/// <summary>A client who was erased: that it was done, when and by whom, and nothing of them.</summary>
internal sealed class ErasedRecord : IOrdered
{
    /// <summary>What they were called among records; a device that still has something of them knows it by this.</summary>
    public Guid ClientId { get; set; }
    public Guid StudioId { get; set; }
    public DateTimeOffset At { get; set; }

    /// <summary>The coach on record who did it.</summary>
    public Guid By { get; set; }

    /// <summary>When the last byte of them was gone from the studio's own files; null while that is still to be done.</summary>
    public DateTimeOffset? FinishedAt { get; set; }

    /// <summary>When they came back with their own export; null while they have not.</summary>
    public DateTimeOffset? ReturnedAt { get; set; }

    /// <inheritdoc />
    public long Sequence { get; set; }
}

/// <summary>What is written down of who did what.</summary>
internal enum Deed
{
    OwnerMade,
    SignedIn,
    SignInFailed,
    LockedOut,
    SignedOut,
    SignedOutEverywhere,
    TookOver,
    PassphraseChanged,
    PinChanged,
    PasskeyAdded,
    PasskeyRemoved,
    Invited,
    InvitationUsed,
    CodeMade,
    CodeUsed,
    RoleChanged,
    Removed,
    WayInMade,
    PictureSeen,
    FilmSeen,
    Exported,
    Restored,
    Erased,
    BroughtIn,
    Overruled,
    SettingChanged,
}

/// <summary>Something that somebody did which the owner may want to know of later. Only ever added.</summary>
internal sealed class DeedRecord
{
    public Guid Id { get; set; }
    public Guid StudioId { get; set; }
    public DateTimeOffset At { get; set; }
    public Deed Deed { get; set; }

    /// <summary>The coach on record who did it; null for a client or for nobody who is known.</summary>
    public Guid? CoachId { get; set; }

    /// <summary>The client whom it is about, or who did it by their own code; null for none.</summary>
    public Guid? ClientId { get; set; }

    /// <summary>What it was about, in words without anything private: a setting's name, a kind of file.</summary>
    public required string Subject { get; set; }

    /// <summary>What the device is called on which it was done; empty where it was done on the machine itself.</summary>
    public required string Device { get; set; }
}
