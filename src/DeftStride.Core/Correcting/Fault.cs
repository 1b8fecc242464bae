using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Registers;

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

/// <summary>Where a cue sends the attention.</summary>
public enum CueFocus
{
    /// <summary>To the own body: feel it.</summary>
    Inner,

    /// <summary>To something outside: aim at it.</summary>
    Outer,
}

/// <summary>What a correction asks of the body on top of what it does already. Above the pain limit none of it is asked.</summary>
public enum AsksMore
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>More depth, or a joint further toward its end.</summary>
    Depth,

    /// <summary>A load that was not there.</summary>
    Load,
}

/// <summary>When a fault can hurt.</summary>
public enum FaultHurt
{
    /// <summary>It only wastes the exercise.</summary>
    No,

    /// <summary>Only where it is sore already, or where another fault follows it.</summary>
    WhenSore,

    /// <summary>Only with a load.</summary>
    WhenLoaded,

    /// <summary>As it is.</summary>
    Yes,
}

/// <summary>One way to correct one fault.</summary>
/// <param name="Id">Stable id; trials refer to it.</param>
/// <param name="Level">How strong a means it is.</param>
/// <param name="Cue">What to say, or for a set-up what to do.</param>
/// <param name="Why">Why it is the one to try.</param>
/// <param name="Short">A few words for lists and for what comes next.</param>
public sealed record Correction(string Id, CorrectionLevel Level, string Cue, string Why, string Short)
{
    /// <summary>What it needs; empty for nothing.</summary>
    public IReadOnlyList<Gear> Needs { get; init; } = [];

    /// <summary>Whether it borrows from a thing that is to be given back: reviewed after two weeks and tried without.</summary>
    public bool Borrowed => Needs.Any(n => n is Gear.Wedge or Gear.Band or Gear.Block or Gear.Support);

    /// <summary>How long something is lent before it is tried without, days.</summary>
    public const int LentDays = 14;

    /// <summary>The longest that something is lent, days.</summary>
    public const int LongestLentDays = 92;

    /// <summary>The direction of the fault that it is for, or null for both.</summary>
    public BandSide? Way { get; init; }

    /// <summary>The forms that it makes sense in: one of them is enough.</summary>
    public Forms In { get; init; }

    /// <summary>The forms that it makes no sense in.</summary>
    public Forms NotIn { get; init; }

    /// <summary>What it asks for on top.</summary>
    public AsksMore Asks { get; init; }

    /// <summary>Whether it makes sense for a fault that goes wrong one way in a form; what is not known rules nothing out.</summary>
    /// <returns>True also where the form is not known.</returns>
    public bool Fits(BandSide where, Forms? forms) =>
        (Way is not { } way || where == BandSide.Within || way == where) && forms.Allows(In, NotIn);

    /// <summary>Whether somebody else's hand touches the client: asked for first, and offered after everything that needs no hand.</summary>
    public bool AskFirst { get; init; }

    /// <summary>Where it sends the attention.</summary>
    public CueFocus Focus { get; init; } = CueFocus.Outer;
}

/// <summary>Why a fault has no correction of a level in some forms.</summary>
/// <param name="Level">The level.</param>
/// <param name="Why">The reason, as a sentence.</param>
/// <param name="In">The forms that it is about: one of them is enough; any for all.</param>
public sealed record LevelGap(CorrectionLevel Level, string Why, Forms In = Forms.Any);

/// <summary>A measure going wrong one way.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Where">Which way.</param>
public sealed record Detection(string MeasureId, BandSide Where);

/// <summary>Why a fault may be there, with the test that tells it from the others.</summary>
/// <param name="Id">Stable id, unique in its fault.</param>
/// <param name="Name">What it is, after "because".</param>
/// <param name="Test">How to tell, as a question that can be answered with yes.</param>
/// <param name="Sign">What in the look speaks for it (a measure outside one way) or, with <see cref="BandSide.Within"/>, must hold for it to be possible; null when only the test tells.</param>
/// <param name="Corrections">The corrections that answer it, weakest means first, by id.</param>
public sealed record Cause(string Id, string Name, string Test, Detection? Sign, IReadOnlyList<string> Corrections);

/// <summary>A fault, its causes in the order in which they are tested, and the corrections for it, weakest means first.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Hurts">When it can hurt, or whether it only wastes the exercise.</param>
/// <param name="Detects">What shows it; empty when only the coach's eye does.</param>
/// <param name="Causes">Why it may be there, in test order.</param>
/// <param name="Corrections">What to try, in order.</param>
public sealed record Fault(
    string Id,
    string Name,
    FaultHurt Hurts,
    IReadOnlyList<Detection> Detects,
    IReadOnlyList<Cause> Causes,
    IReadOnlyList<Correction> Corrections
)
{
    /// <summary>Where on the body it is.</summary>
    public Region Region { get; init; }

    /// <summary>The forms that it can happen in: one of them is enough.</summary>
    public Forms In { get; init; }

    /// <summary>The forms in which it is no fault, or cannot happen.</summary>
    public Forms NotIn { get; init; }

    /// <summary>Why there is nothing of a level, where there is nothing.</summary>
    public IReadOnlyList<LevelGap> Gaps { get; init; } = [];

    /// <summary>Whether it can happen in a form; what is not known rules nothing out.</summary>
    /// <returns>True also where the form is not known.</returns>
    public bool Fits(Forms? forms) => forms.Allows(In, NotIn);

    /// <summary>Which way it goes wrong, when all that shows it goes the same way; else within.</summary>
    public BandSide Way => Detects.Select(d => d.Where).Distinct().ToArray() is [var only] ? only : BandSide.Within;

    /// <summary>Every fault that can happen in a form, from the foot up.</summary>
    /// <returns>From the foot up; all of them where the form is not known.</returns>
    public static IReadOnlyList<Fault> AllIn(Forms? forms) => [.. All.Where(f => f.Fits(forms))];

    /// <summary>Where coaches disagree about it, or empty.</summary>
    public string Disagreement { get; init; } = "";

    /// <summary>Every fault, from the foot up.</summary>
    public static IReadOnlyList<Fault> All => Register.All;

    /// <summary>The faults.</summary>
    public static Register<Fault> Register { get; } = new(f => f.Id, FaultTable.All);

    private static readonly Dictionary<string, (Fault, Correction)> ByCorrection = FaultTable
        .All.SelectMany(f => f.Corrections, (f, c) => (f, c))
        .ToDictionary(p => p.c.Id);

    /// <summary>The fault that a finding shows in a form.</summary>
    /// <returns>Null when there is nothing to correct.</returns>
    public static Fault? For(Finding finding, Forms? forms)
    {
        ArgumentNullException.ThrowIfNull(finding);
        return finding.Kind switch
        {
            FindingKind.Outside => All.FirstOrDefault(f =>
                f.Fits(forms) && f.Detects.Any(d => d.MeasureId == finding.MeasureId && d.Where == finding.Where)
            ),
            // A reach that differs is what is wrong with a reach; anything else that differs is only that.
            FindingKind.Uneven => All.FirstOrDefault(f =>
                MeasureDefinition.Find(finding.MeasureId ?? "") is { JudgedBySides: true }
                && f.Fits(forms)
                && f.Detects.Any(d => d.MeasureId == finding.MeasureId)
            ) ?? All.Single(f => f.Id == "sides-uneven"),
            _ => null,
        };
    }

    private const string Own = "own:";

    /// <summary>Finds a correction by id with its fault; a studio's own cue is found by the fault in its id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static (Fault Fault, Correction Correction)? Find(string correctionId)
    {
        ArgumentNullException.ThrowIfNull(correctionId);
        if (ByCorrection.TryGetValue(correctionId, out var found))
            return found;
        foreach (var tried in All.Where(f => !FaultTable.All.Contains(f)))
        {
            if (tried.Corrections.FirstOrDefault(c => c.Id == correctionId) is { } its)
                return (tried, its);
        }

        return
            correctionId.StartsWith(Own, StringComparison.Ordinal)
            && correctionId.Split(':') is [_, var faultId, { Length: > 0 }]
            && All.FirstOrDefault(f => f.Id == faultId) is { } fault
            ? (
                fault,
                new Correction(
                    correctionId,
                    CorrectionLevel.Say,
                    "",
                    "This studio's own words for it.",
                    "Our own words"
                )
            )
            : null;
    }

    /// <summary>Whether a correction is a studio's own cue; its words are the studio's and it has no usual ones.</summary>
    /// <returns>True where its words are the studio's and it has no usual ones.</returns>
    public static bool IsOwn(string correctionId) => correctionId?.StartsWith(Own, StringComparison.Ordinal) == true;
}
