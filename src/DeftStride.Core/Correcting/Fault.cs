using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
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

/// <summary>Forms that a correction makes sense in.</summary>
[Flags]
public enum Forms
{
    /// <summary>Any.</summary>
    Any = 0,

    /// <summary>Both feet on the floor, one ahead: split squats and lunges.</summary>
    Split = 1,

    /// <summary>On or off a box.</summary>
    Box = 2,

    /// <summary>On one leg alone, without a box.</summary>
    OneLeg = 4,

    /// <summary>Sideways, crossing or turning.</summary>
    OtherPlanes = 8,
}

/// <summary>One way to correct one fault.</summary>
/// <param name="Id">Stable id; trials refer to it.</param>
/// <param name="Level">How strong a means it is.</param>
/// <param name="Cue">What to say, or for a set-up what to do.</param>
/// <param name="Why">Why it is the one to try.</param>
/// <param name="Short">A few words for lists and for "next on deck".</param>
public sealed record Correction(string Id, CorrectionLevel Level, string Cue, string Why, string Short)
{
    /// <summary>What it needs; empty for nothing.</summary>
    public IReadOnlyList<Gear> Needs { get; init; } = [];

    /// <summary>Whether it borrows from a thing that is to be given back: reviewed after two weeks and tried without.</summary>
    public bool Borrowed => Needs.Any(n => n is Gear.Wedge or Gear.Band or Gear.Block or Gear.Support);

    /// <summary>How long something is lent before it is tried without, days.</summary>
    public const int LentDays = 14;

    /// <summary>The direction of the fault that it is for, or null for both.</summary>
    public BandSide? Way { get; init; }

    /// <summary>The forms that it makes sense in.</summary>
    public Forms Forms { get; init; }

    /// <summary>Whether it makes sense for a fault that goes wrong one way in an exercise; what is not known rules nothing out.</summary>
    public bool Fits(BandSide where, Exercise? exercise) =>
        (Way is not { } way || where == BandSide.Within || way == where)
        && (Forms == Forms.Any || exercise is null || (Forms & FormsOf(exercise.Shape)) != 0);

    private static Forms FormsOf(ExerciseShape shape) =>
        shape.Box != BoxWay.None ? Forms.Box
        : shape.BothFeetPlanted ? Forms.Split
        : shape.FootTravels ? Forms.OtherPlanes
        : Forms.OneLeg;

    /// <summary>Where it sends the attention.</summary>
    public CueFocus Focus { get; init; } = CueFocus.Outer;
}

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
/// <param name="CanHurt">Whether it can hurt, or only wastes the exercise.</param>
/// <param name="Detects">What shows it; empty when only the coach's eye does.</param>
/// <param name="Causes">Why it may be there, in test order.</param>
/// <param name="Corrections">What to try, in order.</param>
public sealed record Fault(
    string Id,
    string Name,
    bool CanHurt,
    IReadOnlyList<Detection> Detects,
    IReadOnlyList<Cause> Causes,
    IReadOnlyList<Correction> Corrections
)
{
    /// <summary>Where coaches disagree about it, or empty.</summary>
    public string Disagreement { get; init; } = "";

    /// <summary>Every fault, from the foot up.</summary>
    public static IReadOnlyList<Fault> All => Register.All;

    /// <summary>The faults.</summary>
    public static Register<Fault> Register { get; } = new(f => f.Id, FaultTable.All);

    private static readonly Dictionary<string, (Fault, Correction)> ByCorrection = FaultTable
        .All.SelectMany(f => f.Corrections, (f, c) => (f, c))
        .ToDictionary(p => p.c.Id);

    /// <summary>The fault that a finding shows, or null when there is nothing to correct.</summary>
    public static Fault? For(Finding finding)
    {
        ArgumentNullException.ThrowIfNull(finding);
        return finding.Kind switch
        {
            FindingKind.Outside => All.FirstOrDefault(f =>
                f.Detects.Any(d => d.MeasureId == finding.MeasureId && d.Where == finding.Where)
            ),
            FindingKind.Uneven => All.Single(f => f.Id == "sides-uneven"),
            _ => null,
        };
    }

    private const string Own = "own:";

    /// <summary>Finds a correction by id with its fault, or null; a studio's own cue is found by the fault in its id.</summary>
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
    public static bool IsOwn(string correctionId) => correctionId?.StartsWith(Own, StringComparison.Ordinal) == true;
}
