using DeftStride.Core.Quantities;

namespace DeftStride.Core.Bodies;

/// <summary>What has been measured on a client. Metres and kilograms; null where nobody has measured.</summary>
/// <param name="StatureMetres">Standing height without shoes.</param>
/// <param name="MassKilograms">Body mass.</param>
/// <param name="ShankMetres">Knee joint line to the middle of the outer ankle bone.</param>
/// <param name="ThighMetres">Hip joint (the bony point at the side) to the knee joint line.</param>
/// <param name="FootMetres">Heel to the tip of the longest toe.</param>
public sealed record BodyMeasures(
    double StatureMetres,
    double? MassKilograms = null,
    double? ShankMetres = null,
    double? ThighMetres = null,
    double? FootMetres = null
);

/// <summary>A measure that cannot be right, with the likely slip.</summary>
/// <param name="Field">Which field: "stature", "mass", "shank", "thigh" or "foot".</param>
/// <param name="Sentence">What is wrong and what to do.</param>
public sealed record BodyProblem(string Field, string Sentence);

/// <summary>
/// A body as the linkage sees it: segment lengths in metres, mass in kilograms. Lengths that were not measured are
/// fractions of stature (Drillis and Contini 1966, as tabulated in Winter 2009, fig. 4.1) and are estimates: a single
/// client's shank or thigh may differ from them by several per cent. Hips are one point in the side view.
/// </summary>
public sealed record Body
{
    private Body(BodyMeasures measures)
    {
        Measures = measures;
        Stature = measures.StatureMetres;
        Mass = measures.MassKilograms ?? AssumedMass(measures.StatureMetres);
        Shank = measures.ShankMetres ?? Proportions.Shank * Stature;
        Thigh = measures.ThighMetres ?? Proportions.Thigh * Stature;
        Foot = measures.FootMetres ?? Proportions.Foot * Stature;
    }

    /// <summary>What was measured.</summary>
    public BodyMeasures Measures { get; }

    /// <summary>H, metres.</summary>
    public double Stature { get; }

    /// <summary>M, kilograms; while unmeasured, that of a body-mass index of 23, an assumption for drawing loads.</summary>
    public double Mass { get; }

    /// <summary>s, knee to ankle, metres.</summary>
    public double Shank { get; }

    /// <summary>t, hip to knee, metres.</summary>
    public double Thigh { get; }

    /// <summary>L, heel to toe tip, metres.</summary>
    public double Foot { get; }

    /// <summary>h, the ankle axis above the sole, metres.</summary>
    public double AnkleHeight => Proportions.AnkleHeight * Stature;

    /// <summary>b, ankle axis to ball along the sole, metres.</summary>
    public double AnkleToBall => Proportions.AnkleToBall * Foot;

    /// <summary>q, ball to toe tip, metres.</summary>
    public double BallToToe => Proportions.BallToToe * Foot;

    /// <summary>r, ankle axis to ball, metres.</summary>
    public double AnkleBallRadius => Math.Sqrt((AnkleToBall * AnkleToBall) + (AnkleHeight * AnkleHeight));

    /// <summary>β, the angle of that line above the sole, radians.</summary>
    public double AnkleBallAngle => Math.Atan2(AnkleHeight, AnkleToBall);

    /// <summary>Hip to shoulder, metres.</summary>
    public double Trunk => Proportions.Trunk * Stature;

    /// <summary>Shoulder to wrist, metres.</summary>
    public double Arm => (Proportions.UpperArm + Proportions.Forearm) * Stature;

    /// <summary>Shoulder to the middle of the hand, metres.</summary>
    public double Reach => (Proportions.UpperArm + Proportions.Forearm + (Proportions.Hand / 2)) * Stature;

    /// <summary>Between the hip joints, metres: the narrow track for the feet.</summary>
    public double HipJointWidth => Proportions.HipJoints * Stature;

    /// <summary>Between the outer hip bones, metres: the wide track.</summary>
    public double HipBoneWidth => Proportions.HipBones * Stature;

    /// <summary>Whether shank and thigh were measured; otherwise set-ups are estimates.</summary>
    public bool SegmentsMeasured => Measures.ShankMetres is not null && Measures.ThighMetres is not null;

    /// <summary>Makes a body from its measures, or throws.</summary>
    /// <returns>A body whose every measure can be right.</returns>
    /// <exception cref="FaultException{BodyProblem}">A measure cannot be right.</exception>
    public static Body From(BodyMeasures measures) => TryFrom(measures).OrThrow(p => p.Sentence);

    /// <summary>Makes a body from its measures.</summary>
    /// <returns>The body; else the field that cannot be right, with the likely slip.</returns>
    public static Result<Body, BodyProblem> TryFrom(BodyMeasures measures)
    {
        ArgumentNullException.ThrowIfNull(measures);
        return Problem(measures) is { } problem ? problem : new Body(measures);
    }

    private static double AssumedMass(double stature) => 23 * stature * stature;

    private static BodyProblem? Problem(BodyMeasures m)
    {
        if (Stature_(m.StatureMetres) is { } stature)
            return new("stature", stature);
        if (m.MassKilograms is { } mass && Mass_(mass) is { } heavy)
            return new("mass", heavy);
        foreach (
            var (field, name, value, of) in new[]
            {
                ("shank", "A shank", m.ShankMetres, Proportions.Shank),
                ("thigh", "A thigh", m.ThighMetres, Proportions.Thigh),
                ("foot", "A foot", m.FootMetres, Proportions.Foot),
            }
        )
        {
            if (value is { } length && Segment(name, length, of * m.StatureMetres) is { } wrong)
                return new(field, wrong);
        }

        var (shank, thigh) = (
            m.ShankMetres ?? Proportions.Shank * m.StatureMetres,
            m.ThighMetres ?? Proportions.Thigh * m.StatureMetres
        );
        if (shank / thigh is > 1.25 or < 0.75)
        {
            return new(
                m.ShankMetres is not null ? "shank" : "thigh",
                Invariant(
                    $"A shank of {100 * shank:0.#} cm with a thigh of {100 * thigh:0.#} cm does not go together. Measure both again: knee line to ankle bone, and hip bone to knee line."
                )
            );
        }

        return null;
    }

    private static string? Stature_(double metres) =>
        metres switch
        {
            _ when !double.IsFinite(metres) => "Give the stature as a number.",
            >= 0.0120 and <= 0.0230 => Invariant(
                $"{100 * metres:0.##} cm is no stature. Did you mean {100 * metres:0.00} m? Give it in centimetres, like {10000 * metres:0}."
            ),
            >= 120 and <= 230 => Invariant($"{metres:0} m is no stature. Did you mean {metres:0} cm?"),
            < 1.20 or > 2.30 => Invariant(
                $"A stature of {100 * metres:0.#} cm is not likely. It lies between 120 and 230 cm; measure again, without shoes."
            ),
            _ => null,
        };

    private static string? Mass_(double kilograms) => FieldRange.Mass.Problem(kilograms);

    private static string? Segment(string name, double metres, double expected) =>
        !double.IsFinite(metres) ? $"{name} must be a number."
        : metres > 10 * expected || metres < expected / 10
            ? Invariant(
                $"{name} of {100 * metres:0.##} cm looks like another unit. About {100 * expected:0} cm is usual for this stature."
            )
        : metres > 1.25 * expected || metres < 0.75 * expected
            ? Invariant(
                $"{name} of {100 * metres:0.#} cm does not fit the stature: about {100 * expected:0} cm is usual. Measure again."
            )
        : null;

    private static string Invariant(FormattableString text) => FormattableString.Invariant(text);
}
