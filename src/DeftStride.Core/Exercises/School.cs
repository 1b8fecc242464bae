using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Exercises;

/// <summary>How a coach wants the front knee used. None is the right one; the screen says which is in force.</summary>
public enum SchoolCode
{
    /// <summary>Vertical shin: knee over the ankle.</summary>
    VerticalShin,

    /// <summary>Knee forward: knee and ankle through all the range they have.</summary>
    KneeForward,

    /// <summary>Inclined: trunk parallel to the shin, weight over the front foot.</summary>
    Inclined,
}

/// <summary>What a school believes and what it accepts of the front shin at the bottom of a split squat.</summary>
/// <param name="Code">Which school.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Belief">What it is after, in one sentence.</param>
/// <param name="Suits">Whom it tends to suit.</param>
/// <param name="ShareAim">How much of the load the front foot should carry, percent; never under 50.</param>
/// <param name="Checks">What it accepts besides the shin, and what it makes must-pass. The shin's own band is <see cref="ShinBand"/>.</param>
public sealed record School(
    SchoolCode Code,
    string Name,
    string Belief,
    string Suits,
    double ShareAim,
    IReadOnlyList<ExerciseCheck> Checks
)
{
    /// <summary>The three schools, in the order in which they are usually taught.</summary>
    public static IReadOnlyList<School> All { get; } =
    [
        new(
            SchoolCode.VerticalShin,
            "Vertical shin",
            "The knee stays over the ankle, so that hip and back of thigh do the braking.",
            "First lessons, a front knee that is sore at the bottom, a first look at anyone.",
            55,
            [
                new("rear-thigh", -5, 10, false),
                new("rear-knee", 80, null, false),
                new("trunk-lean", 0, 15, false),
                // House rules of ours: one line within what lean and rear thigh may be, the head over the pelvis but for the lean.
                new("line", -10, 20, false),
                new("head-over-pelvis", -5, 18, false),
                new("load-share", 50, null, false),
            ]
        ),
        new(
            SchoolCode.KneeForward,
            "Knee forward",
            "Knee and ankle travel through all the range they have, trunk stacked over the pelvis.",
            "Ankle and knee range, front of the thigh, long stair descents.",
            60,
            [
                new("hip-path", null, 25, true),
                new("rear-thigh", -15, 10, false),
                new("rear-knee", 80, null, false),
                new("trunk-lean", 0, 10, false),
                new("line", -10, 25, false),
                new("head-over-pelvis", -5, 14, false),
                new("load-share", 50, null, false),
            ]
        ),
        new(
            SchoolCode.Inclined,
            "Inclined",
            "The trunk leans parallel to the shin and the weight rides over the front foot, as in running uphill.",
            "Runners, field sport, carrying load.",
            75,
            [
                new("lean-minus-shin", -10, 10, true),
                new("order", -15, 15, true),
                new("rear-knee", 60, null, false),
                new("trunk-lean", 15, 40, false),
                new("load-share", 65, null, false),
            ]
        ),
    ];

    /// <summary>Its split stance at the bottom when it goes well, for drawing; nothing is judged by it.</summary>
    public Pose CleanSplit =>
        Code switch
        {
            SchoolCode.KneeForward => new(31, 124, 5, -6, 92),
            SchoolCode.Inclined => new(20, 110, 24, 4, 96),
            _ => new(3, 93, 7, 1, 98),
        };

    /// <summary>Whether the band of the front shin follows from the client's ankle: on one that is only assumed no verdict rests.</summary>
    public bool ShinByAnkle => Code == SchoolCode.KneeForward;

    /// <summary>The school with a code.</summary>
    /// <returns>One of the three.</returns>
    public static School Of(SchoolCode code) => All.Single(s => s.Code == code);

    /// <summary>
    /// The front shin band at the bottom. Vertical shin −5° to 10°; inclined 10° to 30°; knee forward from 10° short of what the client's
    /// ankle allows with the heel down, wedge included.
    /// </summary>
    /// <returns>Degrees, forward positive; open above where the knee goes forward.</returns>
    public Band ShinBand(AnkleRange ankle)
    {
        ArgumentNullException.ThrowIfNull(ankle);
        return Code switch
        {
            SchoolCode.VerticalShin => new Band(Quantity.Degrees(-5), Quantity.Degrees(10)),
            SchoolCode.Inclined => new Band(Quantity.Degrees(10), Quantity.Degrees(30)),
            SchoolCode.KneeForward => new Band(Quantity.Degrees(ankle.ShinLimit.Degrees - 10), null),
            _ => throw new InvalidOperationException($"No band for {Code}."),
        };
    }
}

/// <summary>How far a client's shin can lean with the heel down.</summary>
/// <param name="Ankle">Weight-bearing ankle bend.</param>
/// <param name="Measured">Whether it was measured; false for what is assumed by age (<see cref="RangeOfMotion.AssumedAnkle"/>).</param>
/// <param name="HeelWedge">The angle of a wedge under the front heel; it adds to the ankle.</param>
public sealed record AnkleRange(Angle Ankle, bool Measured, Angle HeelWedge)
{
    /// <summary>Nothing measured, nothing known of the age, and no wedge.</summary>
    public static AnkleRange Assumed { get; } = new(RangeOfMotion.AssumedAnkle(null), false, Angle.Zero);

    /// <summary>The furthest shin lean with the heel down.</summary>
    public Angle ShinLimit => Ankle + HeelWedge;
}

/// <summary>From where a setting in force was taken; the first that has one wins, in this order.</summary>
public enum SettingSource
{
    /// <summary>Chosen for this check by the coach.</summary>
    Check,

    /// <summary>Set for the client.</summary>
    Client,

    /// <summary>The exercise's usual.</summary>
    Exercise,

    /// <summary>The school's usual.</summary>
    School,

    /// <summary>The studio's default.</summary>
    Studio,
}

/// <summary>A setting with where it was taken from.</summary>
public sealed record Sourced<T>(T Value, SettingSource Source);
