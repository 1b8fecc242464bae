using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Training.Running;

/// <summary>One step on the way into the first repetition.</summary>
/// <param name="Name">A few words.</param>
/// <param name="Say">What to do or say.</param>
/// <param name="Value">The number for it from the client's own card, or null.</param>
public sealed record SetupStep(string Name, string Say, string? Value = null);

/// <summary>
/// How a set is set up, in the order in which it is done: from the floor up, and the breath last. Rehearsed until it is right; a
/// wrong start is done anew and not lowered on.
/// </summary>
public static class SetupSteps
{
    /// <summary>The steps of an exercise.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">The style in force.</param>
    /// <param name="style">The settings in force.</param>
    /// <param name="card">The client's own card, empty where none was kept.</param>
    /// <param name="load">What is held.</param>
    /// <param name="shoesOn">Whether shoes stay on, whatever is taught otherwise.</param>
    /// <returns>In the order in which they are done; only what belongs to it.</returns>
    public static IReadOnlyList<SetupStep> Of(
        Exercise exercise,
        SchoolCode school,
        HouseStyle style,
        IReadOnlyList<CardLine> card,
        Load load,
        bool shoesOn
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(style);
        ArgumentNullException.ThrowIfNull(card);
        ArgumentNullException.ThrowIfNull(load);
        var shape = exercise.Shape;
        string? On(string id) => card.FirstOrDefault(l => l.Id == id)?.Value;
        string? Line(string id) => card.FirstOrDefault(l => l.Id == id) is { } l ? $"{l.Name}: {l.Value}" : null;
        var boxed = shape.Box != BoxWay.None;
        var planted = shape.BackLeg && !shape.FootTravels;
        var steps = new List<SetupStep>
        {
            new(
                "Floor and shoes",
                $"Firm floor. {(shoesOn ? "Shoes stay on, flat ones." : "Flat shoes or none.")}",
                boxed ? Line("box") : null
            ),
        };
        if (exercise.Depth is { } depth)
            steps.Add(new("Target", PostureWords.Of(depth), Line("pad") ?? Line("seat")));
        steps.Add(
            new(
                boxed ? "Whole foot on the box"
                    : shape.BackLeg || shape.FootTravels ? "Front foot whole"
                    : shape.OneLeg ? "Whole foot down"
                    : "Both feet whole",
                shape.Kneels && !shape.BackLeg
                    ? "Knees under the hips, toes as taught."
                    : $"{(boxed ? "Heel on too, nothing over the edge. " : "")}Weight on {exercise.WeightOn ?? style.PressureWords}.",
                Line("front")
            )
        );
        if (shape.Reach != ReachWay.None)
            steps.Add(new("Distance", ToMark(shape.Reach, style), Line("mark")));
        else if (planted || shape.FootTravels)
            steps.Add(
                new(
                    "Distance",
                    shape.Kneels && On("stance") is null ? "Where the front shin stands upright."
                        : On("stance") is null
                            ? shape.FootTravels ? "As long as the shin allows; mark it."
                                : "Two to three foot lengths; mark it."
                        : "Front heel to rear toe.",
                    On("stance")
                )
            );
        else if (boxed && On("gap") is { } gap)
            steps.Add(new("Distance", "Toes to the box.", gap));
        else if (shape.Box == BoxWay.Rises)
            steps.Add(new("Distance", "Close to the box; the set-up planner says how close."));
        if (shape.Jumps)
            steps.Add(new("Distance", "A cross of tape: land on it and hold for two counts."));
        if (shape.Seat == SeatWay.UnderFoot)
            steps.Add(new("Box", "High enough for the other leg to hang clear.", Line("box")));
        if (exercise.Band is { } band)
            steps.Add(new("Band", band, Line("band")));
        if (shape.BackLeg)
            steps.Add(new("Rear foot", "On its ball, heel a little out.", Line("rear")));
        if ((planted || shape.FootTravels || shape.BothFeetPlanted) && shape.Reach == ReachWay.None)
            steps.Add(new("Width", "On two rails, not on a rope.", On("track")));
        steps.Add(
            SettleGate.Belongs(exercise, school)
                ? new("Pelvis", "Settle over the front hip, knee still over the foot, inner thigh on.")
            : shape is { Kneels: true, BackLeg: true }
                ? new("Pelvis", "Ease back until the front of the rear hip is soft, then a small tuck.")
            : shape.WeightsFront
                ? new("Pelvis", "Level over the front leg first, then tip forward onto it; again before each one.")
            : new("Pelvis", "Both hip bones level, facing the wall.")
        );
        steps.Add(new("Trunk and eyes", $"Ribs low, {PostureWords.Of(exercise.Gaze)}."));
        steps.Add(
            load.Kilograms > 0
                ? new(
                    "Load",
                    shape.Plane == MovementPlane.Sideways && load.Position == LoadPosition.Sides
                        ? "Take it up last: a weight each side of the shin, toward the mid-foot."
                        : $"Take it up last: {Dosing.Prescription.Held(load.Position)}.",
                    FormattableString.Invariant($"{load.Kilograms:0.#} kg")
                )
                : new("Hands", PostureWords.Of(load.Position == LoadPosition.Forward ? Arms.Forward : exercise.Arms))
        );
        steps.Add(
            new(
                "Breath",
                shape.Held ? "Breathe on, do not hold it."
                    : style.Breath is "steady" or "nose" ? $"{style.BreathWords}."
                    : shape.Box == BoxWay.Rises ? $"{style.BreathWords}, then up."
                    : $"{style.BreathWords} on the way down."
            )
        );
        return steps;
    }

    private static string ToMark(ReachWay way, HouseStyle style) =>
        way switch
        {
            ReachWay.Side when style.Lateral == "straight" => "To the mark at the side, feet level.",
            ReachWay.Side => "To the mark at the side, the outside foot slightly ahead.",
            ReachWay.Behind => "The free toes to the mark behind and across.",
            ReachWay.Across => "Across in front to the mark, as far on both sides.",
            ReachWay.Open => "Straight back to the mark, that foot turned out a quarter turn.",
            _ => "A line for the big toe, straight back.",
        };
}
