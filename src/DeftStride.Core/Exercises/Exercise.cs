using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Exercises;

/// <summary>The families of the catalogue.</summary>
public enum ExerciseFamily
{
    /// <summary>One knee down, holding.</summary>
    HalfKneeling,

    /// <summary>Both feet planted.</summary>
    SplitSquat,

    /// <summary>A foot travels.</summary>
    Lunge,

    /// <summary>Sideways, crossing and turning.</summary>
    OtherPlanes,

    /// <summary>On and off a box.</summary>
    Step,

    /// <summary>On one leg alone.</summary>
    OneLeg,

    /// <summary>Small drills that make the rest possible.</summary>
    Helper,
}

/// <summary>How a step-up repeats.</summary>
public enum StepRhythm
{
    /// <summary>All on one side, free knee high.</summary>
    OneSide,

    /// <summary>Sides in turn, changing on the floor, free knee high.</summary>
    Alternate,

    /// <summary>Both feet meet on the box, first up is first down; the other leg does the lowering.</summary>
    FeetMeet,
}

/// <summary>An exercise of the catalogue.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Family">Where it belongs.</param>
/// <param name="Task">What the client is told on an uncued first look: the task and nothing more.</param>
/// <param name="SetUp">The set-up that matters, in words.</param>
/// <param name="LookFor">What to look for, most important first.</param>
/// <param name="Felt">What the client should report when it goes well; another answer is a finding.</param>
/// <param name="UsualSchool">The school it is usually taught in, or null when it has bands of its own.</param>
/// <param name="Checks">What is looked at, with bands and must-pass.</param>
/// <param name="NextWhenClean">What one progression looks like from here, repetitions first.</param>
/// <param name="StepBack">The nearest easier form.</param>
public sealed record Exercise(
    string Id, string Name, ExerciseFamily Family, string Task, string SetUp, IReadOnlyList<string> LookFor, IReadOnlyList<string> Felt,
    SchoolCode? UsualSchool, IReadOnlyList<ExerciseCheck> Checks, string NextWhenClean, string StepBack)
{
    /// <summary>The form of the split stance that the bench works out for it, or null.</summary>
    public SplitForm? Form { get; init; }

    /// <summary>Whether the bench works out a box to step on or from.</summary>
    public bool NeedsBox { get; init; }

    /// <summary>The height a step-down begins with, metres; null where the box follows from the knee, as in a step-up.</summary>
    public double? StartBoxMetres { get; init; }

    /// <summary>Step rhythms it can be done in; empty for none.</summary>
    public IReadOnlyList<StepRhythm> Rhythms { get; init; } = [];

    /// <summary>Where a load may be held.</summary>
    public IReadOnlyList<LoadPosition> Loads { get; init; } = [];

    /// <summary>Said where it matters.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Where cameras stand for it: those that any of its checks needs.</summary>
    public IReadOnlyList<View> Views => [.. Checks.SelectMany(c => c.Measure.Views.Take(1)).Distinct().Order()];

    /// <summary>The points to place in a view, in the order a hand would place them.</summary>
    public IReadOnlyList<Landmark> Points(View view)
    {
        var wanted = Checks.Where(c => c.Measure.Views.Contains(view)).SelectMany(c => PointsOf(c.MeasureId, view)).ToHashSet();
        return [.. Enum.GetValues<Landmark>().Where(wanted.Contains)];
    }

    /// <summary>The exercise that can be checked from pictures today.</summary>
    public static Exercise SplitSquatToPad => Catalogue.Find("split-squat-to-pad")!;

    /// <summary>All exercises.</summary>
    public static IReadOnlyList<Exercise> All => Catalogue.All;

    /// <summary>Finds an exercise by id, or null.</summary>
    public static Exercise? Find(string id) => Catalogue.Find(id);

    private static Landmark[] PointsOf(string measure, View view) => (measure, view) switch
    {
        ("front-shin", View.Side) => [Landmark.Ankle, Landmark.Knee],
        ("start-knee" or "top-knee" or "front-knee" or "front-thigh" or "order", View.Side) => [Landmark.Ankle, Landmark.Knee, Landmark.Hip],
        ("knee-past-toe", View.Side) => [Landmark.Knee, Landmark.Toe],
        ("rear-knee", View.Side) => [Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle],
        ("depth", View.Side) => [Landmark.RearKnee],
        ("rear-thigh", View.Side) => [Landmark.Hip, Landmark.RearKnee],
        ("trunk-lean", View.Side) => [Landmark.Hip, Landmark.Shoulder],
        ("lean-minus-shin", View.Side) => [Landmark.Ankle, Landmark.Knee, Landmark.Hip, Landmark.Shoulder],
        ("line", View.Side) => [Landmark.Hip, Landmark.Shoulder, Landmark.RearKnee],
        ("hip-path", View.Side) => [Landmark.Hip],
        ("head-over-pelvis", View.Side) => [Landmark.Hip, Landmark.Ear],
        ("heel-rise", View.Side) => [Landmark.Heel, Landmark.Toe],
        ("heel-ear", View.Side) => [Landmark.Heel, Landmark.Ear],
        ("knee-offset", View.Front) => [Landmark.Ankle, Landmark.Toe, Landmark.Knee],
        ("projection", View.Front) => [Landmark.Ankle, Landmark.Knee, Landmark.Hip],
        ("pelvic-level" or "pelvic-change" or "pelvic-shift", _) => [Landmark.WorkingPelvis, Landmark.FreePelvis],
        ("side-lean", _) => [Landmark.WorkingPelvis, Landmark.FreePelvis, Landmark.WorkingShoulder, Landmark.FreeShoulder],
        ("inner-ankle", _) => [Landmark.Ankle, Landmark.Heel],
        ("foot-ahead", _) => [Landmark.Heel, Landmark.Toe],
        ("trail-knee", _) => [Landmark.RearKnee, Landmark.RearAnkle, Landmark.FreePelvis],
        _ => [],
    };
}
