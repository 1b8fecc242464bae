using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Exercises;

/// <summary>Which way a box is used.</summary>
public enum BoxWay
{
    /// <summary>There is none.</summary>
    None,

    /// <summary>The working leg lowers from it: its pelvis is judged in the first half of the way down and by how little it changes.</summary>
    Lowers,

    /// <summary>The working leg rises onto it: a high one tilts the pelvis at the start, so the top counts.</summary>
    Rises,
}

/// <summary>Which way a movement goes.</summary>
public enum MovementPlane
{
    /// <summary>Forward, backward, up or down.</summary>
    Forward,

    /// <summary>To the side.</summary>
    Sideways,

    /// <summary>Across, behind or in front.</summary>
    Crossing,

    /// <summary>Turning open.</summary>
    Turning,
}

/// <summary>
/// How an exercise looks when it goes well, at its low and its high end, in a body of usual range. A drawing aid for first
/// guesses, simulated devices and the demo; nothing is judged by it.
/// </summary>
/// <param name="Top">The high end; where it steps up, the end.</param>
/// <param name="Bottom">The low end; where it steps up, the start. Null for the split stance of the school in force.</param>
/// <param name="School">The school whose split stance it is while none is in force.</param>
public sealed record CleanPosture(Pose Top, Pose? Bottom = null, SchoolCode School = SchoolCode.VerticalShin)
{
    /// <summary>Standing on the working leg, straight.</summary>
    public static Pose Tall { get; } = new(0.5, 0.5, 2, -2, 8);

    /// <summary>A split stance taken to the floor or a pad.</summary>
    public static CleanPosture Split { get; } = new(new Pose(2, 14, 5, 18, 44));

    /// <summary>From a low end up to standing straight.</summary>
    /// <returns>The posture at both ends of the way.</returns>
    public static CleanPosture UpFrom(Pose bottom) => new(Tall, bottom);

    /// <summary>One posture that is held.</summary>
    /// <returns>The same posture at every moment.</returns>
    public static CleanPosture Holding(Pose pose) => new(pose, pose);
}

/// <summary>What kind of movement an exercise is. Everything that depends on it reads it here, never from an id or a family.</summary>
public sealed record ExerciseShape
{
    /// <summary>Whether both feet carry at the bottom, so that the pelvis is held against the middle between them.</summary>
    public bool BothFeetPlanted { get; init; }

    /// <summary>Whether a foot leaves its place and lands elsewhere.</summary>
    public bool FootTravels { get; init; }

    /// <summary>Whether one leg alone carries.</summary>
    public bool OneLeg { get; init; }

    /// <summary>Whether both feet leave the floor.</summary>
    public bool Jumps { get; init; }

    /// <summary>Whether nothing moves: one still says it all.</summary>
    public bool Held { get; init; }

    /// <summary>Which way a box is used.</summary>
    public BoxWay Box { get; init; }

    /// <summary>Whether a leg behind carries a share.</summary>
    public bool BackLeg { get; init; }

    /// <summary>Whether a knee, or both, stay on the floor.</summary>
    public bool Kneels { get; init; }

    /// <summary>Whether it is sat to a seat behind.</summary>
    public bool Sits { get; init; }

    /// <summary>Whether it stands on a box from which the free leg hangs.</summary>
    public bool HangsFree { get; init; }

    /// <summary>What decides the height of a squat on one leg.</summary>
    public SeatWay Seat =>
        Sits && OneLeg ? SeatWay.Behind
        : HangsFree ? SeatWay.UnderFoot
        : SeatWay.None;

    /// <summary>Whether the free foot slides back along the floor.</summary>
    public bool SlidesBack { get; init; }

    /// <summary>Whether most of the weight goes to the front foot and comes back to even.</summary>
    public bool WeightsFront { get; init; }

    /// <summary>Which way it goes.</summary>
    public MovementPlane Plane { get; init; }

    /// <summary>Where one foot goes from the other, where a mark on the floor decides it.</summary>
    public ReachWay Reach { get; init; }

    /// <summary>Whether the trunk bows and the hips hardly sink, so that its repetitions are seen by the shoulders: lowered by less than an eighth of a shank in the clean posture.</summary>
    public bool Bows =>
        Clean.Bottom is { } low && !Held && Box == BoxWay.None && HipHeight(Clean.Top) - HipHeight(low) < 0.125;

    /// <summary>Shank and thigh taken as alike: how high the hips stand above the ankle, in their length.</summary>
    private static double HipHeight(Pose pose) =>
        Math.Cos(pose.Shin * Math.PI / 180) + Math.Sin((90 + pose.Shin - pose.Knee) * Math.PI / 180);

    /// <summary>Which place of the week it fills.</summary>
    public Slot Slot { get; init; }

    /// <summary>Whether its two sides are done one after the other; both legs at once, or on both knees, they are not.</summary>
    public bool Sided => BackLeg || OneLeg || FootTravels || !(BothFeetPlanted || Kneels);

    /// <summary>What there is in it that a correction may speak of.</summary>
    public Forms Forms
    {
        get
        {
            var forms = Forms.Any;
            void Has(bool it, Forms form) => forms |= it ? form : Forms.Any;
            Has(BackLeg, Forms.BackLeg);
            Has(BackLeg && !Held, Forms.BackKnee);
            Has(FootTravels, Forms.FootTravels);
            Has(Box == BoxWay.Rises, Forms.StepsUp);
            Has(Box == BoxWay.Lowers, Forms.StepsDown);
            Has(OneLeg, Forms.OneLeg);
            Has(BothFeetPlanted && !BackLeg, Forms.TwoLegs);
            Has(Plane == MovementPlane.Sideways, Forms.Sideways);
            Has(Plane is MovementPlane.Crossing or MovementPlane.Turning, Forms.Crossing);
            Has(Plane == MovementPlane.Turning, Forms.Turns);
            Has(!Held, Forms.Moves);
            Has(Held, Forms.Held);
            Has(Kneels, Forms.Kneels);
            Has(Sits, Forms.Sits);
            Has(SlidesBack, Forms.SlidesBack);
            Has(WeightsFront, Forms.WeightsFront);
            Has(Jumps, Forms.Jumps);
            return forms;
        }
    }

    /// <summary>What cannot be done without.</summary>
    public IReadOnlyList<Gear> Gear { get; init; } = [];

    /// <summary>How it looks when it goes well.</summary>
    public required CleanPosture Clean { get; init; }

    /// <summary>The moments worth a still, the one that matters most first.</summary>
    public IReadOnlyList<Moment> Moments =>
        Held ? [Moment.Bottom]
        : Box == BoxWay.Rises ? [Moment.Start, Moment.HalfUp, Moment.Top]
        : [Moment.Bottom, Moment.Start, Moment.FirstSeen, Moment.HalfUp, Moment.Top];

    /// <summary>A split stance with both feet planted.</summary>
    public static ExerciseShape Split { get; } =
        new()
        {
            BothFeetPlanted = true,
            BackLeg = true,
            Clean = CleanPosture.Split,
        };
}
