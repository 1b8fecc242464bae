using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Data.Films;

namespace DeftStride.Data.Records;

/// <summary>What has a place in the order in which the studio took its writes.</summary>
internal interface IOrdered
{
    public long Sequence { get; set; }
}

/// <summary>
/// Something that happened. Written once and never changed; a mistake is mended by a new fact that supersedes it.
/// The id is made by whoever recorded it, so that sending it twice is harmless.
/// </summary>
internal abstract class Fact : IOrdered
{
    public Guid Id { get; set; }
    public Guid StudioId { get; set; }
    public Guid CoachId { get; set; }

    /// <summary>What the clock said. Clocks are set back: what came before what is told by <see cref="Sequence"/>.</summary>
    public DateTimeOffset RecordedAt { get; set; }

    /// <summary>Its place in the order in which writes were taken; given when it is saved.</summary>
    public long Sequence { get; set; }

    /// <summary>The fact this one replaces. At most one fact may replace another.</summary>
    public Guid? Supersedes { get; set; }

    /// <summary>What was entered, in a stored form (see <c>Kept/</c>); set when it is added.</summary>
    public string Body { get; set; } = "";
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

    /// <summary>The standard it was judged by (<see cref="Kept.KeptStandard"/>), so that later changes of bands leave it alone.</summary>
    public required string Standard { get; set; }

    /// <summary>What was found at the time (<see cref="Kept.KeptLook"/>).</summary>
    public required string Judged { get; set; }

    /// <summary>The fault that was named first, empty for none; null for checks from before it was kept.</summary>
    public string? FaultId { get; set; }

    /// <summary>What lists and histories show of it (<see cref="Kept.KeptBrief"/>): a part of <see cref="Judged"/>, so that a page need not read the whole of many. Null for checks from before it was kept.</summary>
    public string? Brief { get; set; }
}

/// <summary>One change tried against a check.</summary>
internal sealed class TrialFact : ClientFact
{
    public Guid CheckId { get; set; }
    public required string CorrectionId { get; set; }
    public TrialOutcome Outcome { get; set; }

    /// <summary>What was found at the time (<see cref="Kept.KeptTrialResult"/>).</summary>
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

    /// <summary>The recommendation as it was given (<see cref="Kept.KeptRecommendation"/>).</summary>
    public required string Judged { get; set; }
}

/// <summary>What was done of one exercise on one day: sets a side, load, pain, effort.</summary>
internal sealed class LogFact : ClientFact
{
    /// <summary>The studio's own day.</summary>
    public DateOnly Day { get; set; }
    public required string ExerciseId { get; set; }
    public string? RungId { get; set; }

    /// <summary>The look it was done with, or null when nothing was looked at.</summary>
    public Guid? CheckId { get; set; }

    /// <summary>The session it was counted in, or null where it was entered.</summary>
    public Guid? SessionId { get; set; }

    /// <summary>Pain on the morning after the time before, 0–10, or null when it was not asked.</summary>
    public int? NextMorning { get; set; }

    /// <summary>The highest pain of the sets, or null when it was not asked.</summary>
    public int? Pain { get; set; }

    /// <summary>What follows for next time (<see cref="Kept.KeptLogResult"/>).</summary>
    public required string Judged { get; set; }
}

/// <summary>A side was put onto a rung. The latest per ladder and side is where it stands; all of them are the way it took.</summary>
internal sealed class RungFact : ClientFact
{
    public required string LadderId { get; set; }
    public required string RungId { get; set; }
    public BodySide Side { get; set; }
    public MoveKind Kind { get; set; }

    /// <summary>The decision that moved it, or null when the coach placed it.</summary>
    public Guid? DecisionId { get; set; }

    /// <summary>Why (<see cref="Kept.KeptStep"/>).</summary>
    public required string Judged { get; set; }
}

/// <summary>Something that can be set was set otherwise: what it was, what it became.</summary>
internal sealed class EditFact : Fact
{
    /// <summary>"cue", "band", "setting", "ladder", "prop", "kept", "clock" or "mended".</summary>
    public required string Kind { get; set; }

    /// <summary>Id of the cue, measure, setting or ladder.</summary>
    public required string Subject { get; set; }

    /// <summary>For whom or what it was set: empty for the studio, else the id of a client, an exercise or a school.</summary>
    public string At { get; set; } = "";
    public string? Before { get; set; }
    public string? After { get; set; }
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

    /// <summary>The card as it was given (<see cref="Kept.KeptCard"/>).</summary>
    public required string Judged { get; set; }
}

/// <summary>Heights under a foot that were tried one after another, and what was made of them.</summary>
internal sealed class HeightTrialFact : ClientFact
{
    public required string ExerciseId { get; set; }

    /// <summary>What was recommended, and what was chosen (<see cref="Kept.KeptHeightAdvice"/>).</summary>
    public required string Judged { get; set; }
}

/// <summary>A foot that was explored with a thin wedge, and what was made of it.</summary>
internal sealed class WedgeTrialFact : ClientFact
{
    /// <summary>What came of it (<see cref="Kept.KeptWedgeAdvice"/>).</summary>
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

    /// <summary>Which leg it was taken of, where the device that took it was asked for one.</summary>
    public BodySide? Side { get; set; }

    /// <summary>From where.</summary>
    public View? View { get; set; }

    /// <summary>At which moment of the repetition.</summary>
    public Moment? Moment { get; set; }
}

/// <summary>What was found in a clip (<see cref="Kept.KeptClip"/>): the points, frame by frame. Stickers that were followed later supersede it.</summary>
internal sealed class ClipFact : ClientFact
{
    public required string ExerciseId { get; set; }
    public View View { get; set; }

    /// <summary>How large the film will be, bytes; null where none comes.</summary>
    public long? FilmBytes { get; set; }
}

/// <summary>The film of a clip has come in whole. It has the id of its clip; the file is named by its content.</summary>
internal sealed class FilmFact : ClientFact
{
    /// <summary>SHA-256 of the stored file, lower-case hex: its name in the film folder.</summary>
    public required string Hash { get; set; }
    public FilmType Type { get; set; }
    public long Bytes { get; set; }
}
