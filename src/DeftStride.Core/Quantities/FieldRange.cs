namespace DeftStride.Core.Quantities;

/// <summary>What a number that a person enters can be. More or less is a slip of the hand or of the unit, not a rare body.</summary>
/// <param name="Name">What is entered, with its article, to begin a sentence: "A heel wedge".</param>
/// <param name="Least">The least that is taken, in the unit.</param>
/// <param name="Most">The most that is taken.</param>
/// <param name="Unit">As it stands behind the number, with its space: " cm", "°", or empty.</param>
public sealed record FieldRange(string Name, double Least, double Most, string Unit)
{
    /// <summary>Pain of joint or tendon, 0–10, whole.</summary>
    public static FieldRange Pain { get; } = new("Pain", 0, 10, "");

    /// <summary>Pain in a place that is marked: where it is 0 there is no mark.</summary>
    public static FieldRange PainAtASite { get; } = new("Pain where something hurts", 1, 10, "");

    /// <summary>The studio's limit of ordinary pain; above 4 no house may set it.</summary>
    public static FieldRange PainLimit { get; } = new("The pain limit", 0, 4, "");

    /// <summary>Year of birth; that it has come is for the day to say.</summary>
    public static FieldRange BirthYear { get; } = new("A year of birth", 1900, 2200, "");

    /// <summary>Effort, 0–10, whole.</summary>
    public static FieldRange Effort { get; } = new("Effort", 0, 10, "");

    /// <summary>Bend of the weight-bearing ankle.</summary>
    public static FieldRange AnkleBend { get; } = new("An ankle bend", 5, 60, "°");

    /// <summary>Gap from toe tip to wall in the knee-to-wall test.</summary>
    public static FieldRange ToeToWall { get; } = new("A gap", 0, 30, " cm");

    /// <summary>Body mass.</summary>
    public static FieldRange Mass { get; } = new("A mass", 25, 250, " kg");

    /// <summary>Angle of a wedge under the heel; 0 for none.</summary>
    public static FieldRange HeelWedge { get; } = new("A heel wedge", 0, 30, "°");

    /// <summary>From the camera to the client.</summary>
    public static FieldRange CameraDistance { get; } = new("A camera", 1, 100, " m away");

    /// <summary>The lens above the floor.</summary>
    public static FieldRange CameraHeight { get; } = new("A camera", 0.1, 1.8, " m above the floor");

    /// <summary>A line on the floor that tells how square the camera stood; one that is too short to tell is taken, and said.</summary>
    public static FieldRange FloorLine { get; } = new("A line on the floor", 0.05, 3, " m");

    /// <summary>A box that the studio owns.</summary>
    public static FieldRange Box { get; } = new("A box", 5, 100, " cm");

    /// <summary>A plate to raise something by.</summary>
    public static FieldRange Plate { get; } = new("A plate", 0.5, 15, " cm");

    /// <summary>A pad under the rear knee.</summary>
    public static FieldRange Pad { get; } = new("A pad", 0.5, 20, " cm");

    /// <summary>A wedge that the studio owns.</summary>
    public static FieldRange Wedge { get; } = new("A wedge", 1, 30, "°");

    /// <summary>A roll under the instep.</summary>
    public static FieldRange Roll { get; } = new("A roll", 5, 60, " cm");

    /// <summary>One weight that the studio owns.</summary>
    public static FieldRange Weight { get; } = new("A weight", 0.25, 200, " kg");

    /// <summary>The whole load of a set, both hands together.</summary>
    public static FieldRange Load { get; } = new("A load", 0, 400, " kg");

    /// <summary>How far something under a foot or knee lifts it in a set-up.</summary>
    public static FieldRange Raise { get; } = new("What lies under a foot", 0, 100, " cm");

    /// <summary>The pad by which a look reads depth.</summary>
    public static FieldRange PadInALook { get; } = new("The pad", 0, 60, " cm");

    /// <summary>Front heel to rear toe.</summary>
    public static FieldRange Stance { get; } = new("A stance", 5, 250, " cm");

    /// <summary>A band's edge, in the measure's own unit.</summary>
    public static FieldRange BandEdge { get; } = new("An edge of a band", -200, 300, "");

    /// <summary>Step-up: the knee flexion aimed at.</summary>
    public static FieldRange StepKnee { get; } = new("A knee bend", 30, 140, "°");

    /// <summary>Step-up: the shin aimed at.</summary>
    public static FieldRange StepShin { get; } = new("A shin", -15, 40, "°");

    /// <summary>Step: the trunk's lean.</summary>
    public static FieldRange StepTrunk { get; } = new("A trunk's lean", 0, 80, "°");

    /// <summary>Step-down: the box.</summary>
    public static FieldRange StepDownBox { get; } = new("A box to step down from", 2, 60, " cm");

    /// <summary>Whether a number can be meant.</summary>
    /// <returns>False for one that is not finite.</returns>
    public bool Has(double value) => double.IsFinite(value) && value >= Least && value <= Most;

    /// <summary>What is wrong with a number.</summary>
    /// <returns>A sentence that says what to do; null where nothing is.</returns>
    public string? Problem(double value) =>
        Has(value) ? null
        : Unit.Length == 0
            ? FormattableString.Invariant($"{Name} goes from {Least:0.##} to {Most:0.##}. Pick a number in between.")
        : !double.IsFinite(value)
            ? FormattableString.Invariant($"{Name} must be a number from {Least:0.##} to {Most:0.##}{Unit}.")
        : FormattableString.Invariant(
            $"{Name} of {value:0.##}{Unit} is not likely. It lies between {Least:0.##} and {Most:0.##}{Unit}; check the number and its unit."
        );

    /// <summary>The same where it may be left out.</summary>
    /// <returns>A sentence; null where nothing is, and for none.</returns>
    public string? Problem(double? value) => value is { } number ? Problem(number) : null;
}
