using DeftStride.Core.Judging;

namespace DeftStride.Core.Correcting;

/// <summary>How strong a means a correction is. They are tried in this order and the first that works is the last that is tried.</summary>
public enum CorrectionLevel
{
    /// <summary>Words only.</summary>
    Say,

    /// <summary>Something to touch or to be blocked by.</summary>
    TouchOrBlock,

    /// <summary>A change to the set-up.</summary>
    SetUp,

    /// <summary>An easier form of the exercise.</summary>
    StepDown,
}

/// <summary>One way to correct one fault.</summary>
/// <param name="Id">Stable id; trials refer to it.</param>
/// <param name="Level">How strong a means it is.</param>
/// <param name="Cue">What to say, or for a set-up what to do.</param>
/// <param name="Why">Why it is the one to try.</param>
/// <param name="Short">A few words for lists and for "next on deck".</param>
public sealed record Correction(string Id, CorrectionLevel Level, string Cue, string Why, string Short);

/// <summary>A measure going wrong one way.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Where">Which way.</param>
public sealed record Detection(string MeasureId, BandSide Where);

/// <summary>A fault and the corrections for it, weakest means first.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="CanHurt">Whether it can hurt, or only wastes the exercise.</param>
/// <param name="Detects">What shows it.</param>
/// <param name="Corrections">What to try, in order.</param>
public sealed record Fault(string Id, string Name, bool CanHurt, IReadOnlyList<Detection> Detects, IReadOnlyList<Correction> Corrections)
{
    /// <summary>The shin runs past its band (vertical shin, inclined).</summary>
    public static Fault ShinBeyond { get; } = new(
        "shin-beyond-band", "Shin past its band", true, [new Detection("front-shin", BandSide.Beyond)],
        [
            new("sb-gatepost", CorrectionLevel.Say,
                "Sink straight under your own hips. The shin is a gatepost: leave it standing.",
                "Words come first: most shins run forward because nobody ever showed them not to.", "Gatepost"),
            new("sb-well", CorrectionLevel.Say,
                "Let the back knee do the travelling, straight down, like a bucket into a well.",
                "A second picture for the same thing, for whoever the first one did not reach.", "Bucket into a well"),
            new("sb-dowel", CorrectionLevel.TouchOrBlock,
                "Stand a dowel a hand's breadth ahead of the shin. Come down without touching it.",
                "Words did not settle it, so give the shin something to feel.", "Dowel ahead of the shin"),
            new("sb-longer", CorrectionLevel.SetUp,
                "Slide the back foot one shoe length further back, ball of the foot down, heel free.",
                "A short stance, or a pinned back heel, leaves the shin nowhere to go but forward.", "Longer stance"),
            new("sb-floor-up", CorrectionLevel.StepDown,
                "Start half-kneeling with the shin upright and rise from there.",
                "Starting at the bottom shows the place to come back to.", "From the floor"),
        ]);

    /// <summary>The shin stays short of its band (knee forward, inclined).</summary>
    public static Fault ShinShort { get; } = new(
        "shin-short-of-band", "Shin short of its band", false, [new Detection("front-shin", BandSide.Short)],
        [
            new("ss-laces", CorrectionLevel.Say,
                "Knee first: let it glide out over the laces while the heel stays heavy.",
                "Words come first: many knees stay back because they were once told to.", "Knee over the laces"),
            new("ss-lantern", CorrectionLevel.Say,
                "A lantern hangs ahead of your knee. Nudge it, gently, every time.",
                "A target to reach for, for whoever does not feel the first cue.", "Nudge the lantern"),
            new("ss-hand", CorrectionLevel.TouchOrBlock,
                "Hold a hand where the knee should arrive. Touch it softly at the bottom.",
                "Something to reach takes the fear out of going forward.", "Touch the hand"),
            new("ss-shorter", CorrectionLevel.SetUp,
                "Bring the back foot half a shoe length closer.",
                "A long stance keeps the shin upright whatever the client does.", "Shorter stance"),
            new("ss-raised", CorrectionLevel.StepDown,
                "Put the front foot on a firm 10 cm step and settle forward from there.",
                "The raised front foot gives the knee room to lead.", "Raised front foot"),
        ]);

    /// <summary>Both in band, one shin further forward.</summary>
    public static Fault SidesUneven { get; } = new(
        "sides-uneven", "Left and right differ", false, [],
        [
            new("su-twin", CorrectionLevel.Say,
                "Do the steadier side first, then make the other leg its twin.",
                "Both sides can do it; the one that was shown less needs a pattern to copy.", "Make it a twin"),
            new("su-tape", CorrectionLevel.SetUp,
                "Tape both stances at the same length and start each side on the marks.",
                "Two different stances make two different shins.", "Tape both stances"),
        ]);

    /// <summary>Every fault that can be found.</summary>
    public static IReadOnlyList<Fault> All { get; } = [ShinBeyond, ShinShort, SidesUneven];

    /// <summary>The fault that a finding shows, or null when there is nothing to correct.</summary>
    public static Fault? For(Finding finding)
    {
        ArgumentNullException.ThrowIfNull(finding);
        return finding.Kind switch
        {
            FindingKind.Outside => All.FirstOrDefault(f => f.Detects.Any(d => d.MeasureId == finding.MeasureId && d.Where == finding.Where)),
            FindingKind.Uneven => SidesUneven,
            _ => null,
        };
    }

    /// <summary>Finds a correction by id with its fault, or null.</summary>
    public static (Fault Fault, Correction Correction)? Find(string correctionId) => All
        .SelectMany(f => f.Corrections, (f, c) => ((Fault, Correction)?)(f, c))
        .FirstOrDefault(p => p!.Value.Item2.Id == correctionId);
}
