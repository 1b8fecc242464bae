using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Records;

/// <summary>
/// Something that happened. Written once and never changed; a mistake is mended by a new fact that supersedes it.
/// The id is made by whoever recorded it, so that sending it twice is harmless.
/// </summary>
internal abstract class Fact
{
    public Guid Id { get; set; }
    public Guid StudioId { get; set; }
    public Guid CoachId { get; set; }
    public DateTimeOffset RecordedAt { get; set; }

    /// <summary>The fact this one replaces. At most one fact may replace another.</summary>
    public Guid? Supersedes { get; set; }

    /// <summary>What was sent, as JSON with a fixed order of fields.</summary>
    public required string Body { get; set; }
}

/// <summary>A fact about one client.</summary>
internal abstract class ClientFact : Fact
{
    public Guid ClientId { get; set; }
}

/// <summary>A finished look at both shins.</summary>
internal sealed class CheckFact : ClientFact
{
    public required string ExerciseId { get; set; }
    public SchoolCode School { get; set; }

    /// <summary>The standard it was judged by, as JSON, so that later changes of bands leave it alone.</summary>
    public required string Standard { get; set; }

    /// <summary>What was found at the time, as JSON.</summary>
    public required string Judged { get; set; }
}

/// <summary>One change tried against a check.</summary>
internal sealed class TrialFact : ClientFact
{
    public Guid CheckId { get; set; }
    public required string CorrectionId { get; set; }
    public TrialOutcome Outcome { get; set; }

    /// <summary>What was found at the time, as JSON.</summary>
    public required string Judged { get; set; }
}

/// <summary>What was recommended after a check and what the coach decided.</summary>
internal sealed class DecisionFact : ClientFact
{
    public Guid CheckId { get; set; }
    public required string RuleId { get; set; }
    public DecisionOutcome Recommended { get; set; }
    public DecisionOutcome Chosen { get; set; }
    public bool SessionClean { get; set; }
    public int? LastPain { get; set; }

    /// <summary>The recommendation as it was given, as JSON.</summary>
    public required string Judged { get; set; }
}

/// <summary>A stop-and-refer sign that was seen or told.</summary>
internal sealed class FlagFact : ClientFact
{
    public required string SignId { get; set; }
    public string Note { get; set; } = "";
}

/// <summary>A flag cleared, with who examined, when and what is allowed.</summary>
internal sealed class FlagClearingFact : ClientFact
{
    public Guid FlagId { get; set; }
    public required string ExaminedBy { get; set; }
    public DateOnly ExaminedOn { get; set; }
    public required string Allowed { get; set; }
}

/// <summary>A range of motion measured on one side.</summary>
internal sealed class RangeFact : ClientFact
{
    public RangeTest Test { get; set; }
    public BodySide Side { get; set; }
    public double Degrees { get; set; }
}

/// <summary>A set-up that was worked out and kept for a client and an exercise; the latest one is in force.</summary>
internal sealed class SetupFact : ClientFact
{
    public required string ExerciseId { get; set; }

    /// <summary>The card as it was given, as JSON.</summary>
    public required string Judged { get; set; }
}

/// <summary>A coach confirmed the studio's cautions.</summary>
internal sealed class CautionFact : Fact;

/// <summary>A picture that was accepted. The file is named by its content.</summary>
internal sealed class PictureFact : ClientFact
{
    /// <summary>SHA-256 of the stored file, lower-case hex: its name in the picture folder.</summary>
    public required string Hash { get; set; }
    public int Width { get; set; }
    public int Height { get; set; }
    public long Bytes { get; set; }
}
