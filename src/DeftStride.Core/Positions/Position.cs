using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Positions;

/// <summary>When in the repetition a position is read.</summary>
public abstract record Instant
{
    private Instant() { }

    /// <summary>Standing still at the bottom.</summary>
    public sealed record Bottom : Instant;

    /// <summary>Just after the turn, where the force peaks.</summary>
    /// <param name="UpSeconds">For the way up, above 0.</param>
    public sealed record AfterTurn(double UpSeconds) : Instant;

    /// <summary>Standing still at the bottom.</summary>
    public static Instant Still { get; } = new Bottom();
}

/// <summary>One of two positions that are compared: a posture, what is held, and for a stance where the front foot presses.</summary>
/// <param name="Name">In a few words, as it stands in sentences: "the upright lunge".</param>
/// <param name="Load">What is held, and where.</param>
public abstract record Position(string Name, Load Load)
{
    /// <summary>On two feet: a split stance, or the start of a step.</summary>
    /// <param name="Name">In a word or two.</param>
    /// <param name="Posture">At the bottom.</param>
    /// <param name="Load">What is held.</param>
    /// <param name="Pressure">Where under the front foot it presses, fraction of its length from the heel.</param>
    /// <param name="Force">How the forces are tilted.</param>
    /// <param name="Step">Whether it is the start of a step, the rear leg straight on the floor.</param>
    public sealed record OnTwo(
        string Name,
        SplitPosture Posture,
        Load Load,
        double Pressure,
        ForceRule Force,
        bool Step = false
    ) : Position(Name, Load)
    {
        /// <summary>The exercise that a set-up of it belongs to; null where both feet stand on the floor and any split squat will do.</summary>
        public Exercise? Exercise =>
            Step ? Exercises.Exercise.Find("step-up")
            : Posture.Stance.RearRaiseMetres > 0.005
                ? Exercises.Exercise.All.First(e => e.Form == SplitForm.RearFootRaised)
            : Posture.Stance.FrontRaiseMetres > 0.005
                ? Exercises.Exercise.All.First(e => e.Form == SplitForm.FrontFootRaised)
            : null;
    }

    /// <summary>On one leg: the pressure lies under the centre of mass.</summary>
    /// <param name="Name">In a word or two.</param>
    /// <param name="Posture">Where everything is.</param>
    /// <param name="Load">What is held.</param>
    public sealed record OnOne(string Name, OneLegPosture Posture, Load Load) : Position(Name, Load);

    /// <summary>The start of a step as a stance on two feet: the rear leg straight and flat on the floor.</summary>
    /// <param name="name">In a word or two.</param>
    /// <param name="body">Whose.</param>
    /// <param name="step">The step.</param>
    /// <param name="trunkLean">λ from vertical.</param>
    /// <param name="load">What is held.</param>
    /// <param name="pressure">Where under the foot on the box it presses.</param>
    /// <returns>Places in metres.</returns>
    public static OnTwo OfStep(
        string name,
        Body body,
        StepPosture step,
        Quantities.Angle trunkLean,
        Load load,
        double pressure
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(step);
        var p = StepLinkage.Points(body, step, trunkLean);
        // The face of the box stands at x = 0 there; here the front ankle does.
        Place At(Place place) => place with { X = place.X - p.Ankle.X };
        var points = new SplitPoints(
            At(p.Heel),
            At(new Place(p.Ankle.X + body.AnkleToBall, step.BoxMetres)),
            At(p.Toe),
            At(p.Ankle),
            At(p.Knee),
            At(p.Hip),
            At(p.Shoulder),
            At(p.FloorKnee),
            At(p.FloorAnkle),
            At(new Place(p.FloorAnkle.X + body.AnkleToBall, 0)),
            At(p.FloorToe)
        );
        var flat = Quantities.Angle.Zero;
        return new OnTwo(
            name,
            new SplitPosture(
                new SplitStance(step.Shin, flat, p.FloorKnee.Y, trunkLean, step.BoxMetres),
                points,
                points.FrontHeel.X - points.RearToe.X,
                step.FrontThigh,
                step.KneeFlexion,
                step.HipFlexion(trunkLean),
                step.Shin,
                flat,
                flat - trunkLean,
                flat,
                flat,
                flat,
                points.FrontKnee.X - points.FrontToe.X
            ),
            load,
            pressure,
            ForceRule.Vertical,
            Step: true
        );
    }
}
