using DeftStride.Core.Exercises;

namespace DeftStride.Data.Records;

/// <summary>A record that changes. Every change raises <see cref="Version"/>; a change based on an older version is refused.</summary>
internal abstract class Mutable
{
    public Guid Id { get; set; }
    public Guid StudioId { get; set; }
    public long Version { get; set; } = 1;
    public DateTimeOffset CreatedAt { get; set; }
    public Guid? ChangedBy { get; set; }
}

/// <summary>The studio: its name, its clock and its defaults.</summary>
internal sealed class StudioRecord : Mutable
{
    public required string Name { get; set; }

    /// <summary>IANA name; decides which day it is on the floor.</summary>
    public required string TimeZone { get; set; }

    /// <summary>Highest pain that counts as ordinary, 0–4.</summary>
    public int PainLimit { get; set; }

    /// <summary>What the studio owns and the tape it reads (<see cref="Kept.KeptKit"/>); null until somebody lists it.</summary>
    public string? Kit { get; set; }

    /// <summary>Settings, bands and words chosen for the studio, its schools and its exercises (<see cref="Kept.KeptStudioChoices"/>); null for the defaults.</summary>
    public string? Settings { get; set; }
}

/// <summary>A coach of the studio. Whoever acts is written on every fact.</summary>
internal sealed class CoachRecord : Mutable
{
    public required string Name { get; set; }
}

/// <summary>A client.</summary>
internal sealed class ClientRecord : Mutable
{
    public required string Name { get; set; }

    /// <summary>What the client comes for, in their words.</summary>
    public string Goal { get; set; } = "";

    /// <summary>The coach whose client it is; null while it is nobody's own.</summary>
    public Guid? CoachId { get; set; }

    /// <summary>The school set for this client, or null for the exercise's usual.</summary>
    public SchoolCode? School { get; set; }

    /// <summary>The latest measured weight-bearing ankle bend, degrees, or null until measured; kept here too since every check is judged by it.</summary>
    public double? LeftAnkleDegrees { get; set; }

    /// <summary>The same for the right.</summary>
    public double? RightAnkleDegrees { get; set; }

    /// <summary>Angle of the heel wedge in use, degrees; 0 for none.</summary>
    public double HeelWedgeDegrees { get; set; }

    /// <summary>What was asked when the client was met (<see cref="Kept.KeptIntake"/>); null until asked.</summary>
    public string? Intake { get; set; }

    /// <summary>What was chosen for this client, lent and kept (<see cref="Kept.KeptClientChoices"/>); null for none.</summary>
    public string? Settings { get; set; }

    /// <summary>When the client agreed to pictures being kept, or null while nobody asked.</summary>
    public DateTimeOffset? PictureConsentAt { get; set; }
}

/// <summary>A ladder that the studio changed or added; it stands in for the usual one with the same name.</summary>
internal sealed class LadderRecord : Mutable
{
    public required string LadderId { get; set; }

    /// <summary>The ladder (<see cref="Kept.KeptLadder"/>).</summary>
    public required string Body { get; set; }
}

/// <summary>An hour of a client: planned, a visit; once somebody taps, with what was asked for and every tap since.</summary>
internal sealed class SessionRecord : Mutable
{
    public Guid ClientId { get; set; }

    /// <summary>When it is planned for; for one that nobody planned, when it came to be known.</summary>
    public DateTimeOffset StartsAt { get; set; }

    /// <summary>What it is for.</summary>
    public required string ExerciseId { get; set; }

    /// <summary>The plan that it belongs to; null for one that stands alone.</summary>
    public Guid? PlanId { get; set; }

    /// <summary>What is intended in it (<see cref="Kept.KeptPlanned"/>); null for one that stands alone.</summary>
    public string? Planned { get; set; }

    /// <summary>What was asked for and tapped (<see cref="Kept.KeptSession"/>); null while nobody has begun it.</summary>
    public string? Body { get; set; }

    /// <summary>The device that runs it, by its own id; null while none does.</summary>
    public Guid? DeviceId { get; set; }

    /// <summary>What that device is called: "Mira’s phone".</summary>
    public string? DeviceName { get; set; }

    /// <summary>Since when that device runs it.</summary>
    public DateTimeOffset? RunSince { get; set; }

    /// <summary>When it was put away and logged; null while it was not.</summary>
    public DateTimeOffset? ClosedAt { get; set; }
}

/// <summary>Some weeks of a client that were planned together. Its visits are sessions that nobody has begun.</summary>
internal sealed class PlanRecord : Mutable
{
    public Guid ClientId { get; set; }

    /// <summary>The block (<see cref="Kept.KeptPlan"/>).</summary>
    public required string Body { get; set; }

    /// <summary>When another one took its place or it was ended; null while it stands.</summary>
    public DateTimeOffset? EndedAt { get; set; }
}

/// <summary>A private address under which a calendar is given out. The address itself is nowhere: only what it hashes to.</summary>
internal sealed class CalendarRecord : Mutable
{
    /// <summary>Whose visits, or null for the whole studio's.</summary>
    public Guid? ClientId { get; set; }

    /// <summary>SHA-256 of the token in the address, in lower-case hexadecimal digits.</summary>
    public required string TokenHash { get; set; }

    /// <summary>Whether names of clients are in it.</summary>
    public bool Names { get; set; }

    /// <summary>When it was asked for last; null for never.</summary>
    public DateTimeOffset? AskedAt { get; set; }

    /// <summary>When it was taken back; null while it stands.</summary>
    public DateTimeOffset? RevokedAt { get; set; }
}

/// <summary>A check that is being made. The front end's own state; it becomes a fact when the coach is done.</summary>
internal sealed class DraftRecord : Mutable
{
    public Guid ClientId { get; set; }
    public required string Body { get; set; }
    public DateTimeOffset ChangedAt { get; set; }
}

/// <summary>The answer that a change was given, so that a repeated request gets the same one.</summary>
internal sealed class OperationRecord : IOrdered
{
    public Guid Id { get; set; }
    public required string Request { get; set; }
    public required string Answer { get; set; }
    public DateTimeOffset At { get; set; }

    /// <summary>Its place in the order in which writes were taken; given when it is saved.</summary>
    public long Sequence { get; set; }
}
