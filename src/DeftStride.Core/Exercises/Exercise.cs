using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Registers;

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
    string Id,
    string Name,
    ExerciseFamily Family,
    string Task,
    string SetUp,
    IReadOnlyList<string> LookFor,
    IReadOnlyList<string> Felt,
    SchoolCode? UsualSchool,
    IReadOnlyList<ExerciseCheck> Checks,
    string NextWhenClean,
    string StepBack
)
{
    /// <summary>What it is in a client's words, to stand beside its name where a client reads.</summary>
    public string Plain { get; init; } = "";

    /// <summary>The form of the split stance that the bench works out for it, or null.</summary>
    public SplitForm? Form { get; init; }

    /// <summary>What kind of movement it is.</summary>
    public required ExerciseShape Shape { get; init; }

    /// <summary>What there is in it that a correction may speak of; what settings and the day's load add comes on top.</summary>
    public Forms Forms =>
        Shape.Forms
        | (Form == SplitForm.RearFootRaised ? Forms.BackRaised : Forms.Any)
        | (Form is { } and not SplitForm.FrontFootRaised && !Shape.Held ? Forms.FrontOnFloor : Forms.Any);

    /// <summary>Whether the bench works out a box to step on or from.</summary>
    public bool NeedsBox => Shape.Box != BoxWay.None;

    /// <summary>The height a step-down begins with, metres; null where the box follows from the knee, as in a step-up.</summary>
    public double? StartBoxMetres { get; init; }

    /// <summary>The bend of the knee that a seat, or a box for the free leg, is worked out for to begin with, degrees.</summary>
    public double SeatKneeDegrees { get; init; } = 90;

    /// <summary>How a band lies in it, as a sentence; null where there is none.</summary>
    public string? Band { get; init; }

    /// <summary>Whether its band pulls at the knee, so that it has a fault that it answers, a pull, and a day on which it is dropped.</summary>
    public bool Banded { get; init; }

    /// <summary>Where the weight goes under the foot, inside a sentence, where the exercise has a say; null for as this house asks.</summary>
    public string? WeightOn { get; init; }

    /// <summary>Whether the planner works something out for it.</summary>
    public bool OnThePlanner =>
        Form is not null || NeedsBox || Shape.Reach != ReachWay.None || Shape.Seat != SeatWay.None;

    /// <summary>What it cannot be done without and a studio has not listed.</summary>
    /// <param name="things">What the studio listed, or null for no list.</param>
    /// <returns>A sentence with what would do; null where nothing is lacking, or no list was made.</returns>
    public string? Lacking(IReadOnlySet<Gear>? things)
    {
        var lacking = things is null ? [] : Shape.Gear.Where(g => !things.Contains(g)).ToArray();
        return lacking.Length == 0
            ? null
            : $"{Name} needs a {string.Join(" and a ", lacking.Select(g => g.ToString().ToLowerInvariant()))}, and none is listed in the studio’s kit. Add it there, or take the easier form: {char.ToLowerInvariant(StepBack[0])}{StepBack[1..]}";
    }

    /// <summary>Step rhythms it can be done in; empty for none.</summary>
    public IReadOnlyList<StepRhythm> Rhythms { get; init; } = [];

    /// <summary>What the empty hands do.</summary>
    public Arms Arms { get; init; } = Arms.Hips;

    /// <summary>Where the eyes rest.</summary>
    public Gaze Gaze { get; init; } = Gaze.Ahead;

    /// <summary>How deep it goes; null where nothing is lowered.</summary>
    public DepthTarget? Depth { get; init; }

    /// <summary>Where a load may be held.</summary>
    public IReadOnlyList<LoadPosition> Loads { get; init; } = [];

    /// <summary>Said where it matters.</summary>
    public IReadOnlyList<string> Cautions { get; init; } = [];

    /// <summary>Where cameras stand for it: those that any of its checks needs.</summary>
    public IReadOnlyList<View> Views => [.. Checks.SelectMany(c => c.Measure.Views.Take(1)).Distinct().Order()];

    /// <summary>Whether its front shin is judged by the school in force, and with it everything else a school has a say in.</summary>
    public bool LeftToSchool =>
        Checks.Any(c => c is { MeasureId: "front-shin", Low: null, High: null, MustPass: true });

    /// <summary>The points that its must-pass checks (or all its checks) need in a view, in the order a hand would place them.</summary>
    /// <returns>Each once; empty from a view that nothing is read from.</returns>
    public IReadOnlyList<Landmark> Points(View view) =>
        [
            .. Landmarks
                .Order(view)
                .Where(l =>
                    Enum.GetValues<Moment>()
                        .Any(m => Landmarks.Needed(Checks.Select(c => c.MeasureId), view, m, false).Contains(l))
                ),
        ];

    /// <summary>The exercise that most people are first looked at in.</summary>
    public static Exercise SplitSquatToPad => Find("split-squat-to-pad")!;

    /// <summary>The first hinge that anybody is given: both feet down, the rear one only to steady.</summary>
    public static Exercise FirstHinge => Find("kickstand-hinge")!;

    /// <summary>The catalogue.</summary>
    public static Register<Exercise> Register { get; } = new(e => e.Id, Catalogue.All);

    /// <summary>All exercises.</summary>
    public static IReadOnlyList<Exercise> All => Register.All;

    /// <summary>Finds an exercise by id.</summary>
    /// <returns>Null for an id that is not in the catalogue.</returns>
    public static Exercise? Find(string id) => Register.Find(id);
}
