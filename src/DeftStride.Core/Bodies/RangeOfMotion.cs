using DeftStride.Core.Quantities;

namespace DeftStride.Core.Bodies;

/// <summary>A range of motion that limits a set-up.</summary>
public enum RangeTest
{
    /// <summary>Weight-bearing ankle bend with the heel down: how far the shin leans from vertical.</summary>
    AnkleBend,

    /// <summary>Hip flexion.</summary>
    HipFlexion,

    /// <summary>Hip extension against the trunk with the knee bent past 90°, the front of the thigh stretched over both joints.</summary>
    HipExtension,

    /// <summary>Big-toe extension, standing on the ball.</summary>
    BigToe,

    /// <summary>Ankle bend of the rear foot on its ball.</summary>
    RearAnkle,

    /// <summary>Knee flexion of the rear leg.</summary>
    RearKnee,

    /// <summary>Hip rotation, inward. Recorded; no set-up depends on it yet.</summary>
    HipRotationIn,

    /// <summary>Hip rotation, outward. Recorded; no set-up depends on it yet.</summary>
    HipRotationOut,
}

/// <summary>What a range test asks for.</summary>
/// <param name="Test">Which.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="How">How to measure it, in a sentence or two.</param>
/// <param name="Assumed">Assumed until measured, degrees, of the ankle while the age is not known (<see cref="AssumedAt"/>); null when it is only recorded.</param>
/// <param name="LeastDegrees">Less is a slip.</param>
/// <param name="MostDegrees">More is a slip.</param>
public sealed record RangeTestInfo(
    RangeTest Test,
    string Name,
    string How,
    double? Assumed,
    double LeastDegrees,
    double MostDegrees
)
{
    /// <summary>All tests, those that limit most set-ups first.</summary>
    public static IReadOnlyList<RangeTestInfo> All { get; } =
    [
        new(
            RangeTest.AnkleBend,
            "Ankle bend",
            "Knee to a wall, heel down, toes straight on. Slide the foot back until the knee just touches; read the shin's lean, or the gap from toe to wall.",
            35,
            FieldRange.AnkleBend.Least,
            FieldRange.AnkleBend.Most
        ),
        new(
            RangeTest.HipFlexion,
            "Hip flexion",
            "On the back, knee towards the chest with the lower back flat. Stop when the tail lifts.",
            120,
            60,
            150
        ),
        new(
            RangeTest.HipExtension,
            "Hip extension",
            "Half-kneeling, pelvis tucked, knee bent past a right angle. How far the thigh goes behind the trunk before the back arches.",
            10,
            -15,
            40
        ),
        new(
            RangeTest.BigToe,
            "Big toe",
            "Standing on the ball of the foot, heel straight up: the angle between toe and sole.",
            70,
            20,
            100
        ),
        new(
            RangeTest.RearAnkle,
            "Rear ankle",
            "On the ball of the rear foot, knee down: how far the shank leans over the foot.",
            45,
            10,
            65
        ),
        new(
            RangeTest.RearKnee,
            "Rear knee bend",
            "Face down, heel toward the glutes without the hip rising.",
            135,
            80,
            160
        ),
        new(
            RangeTest.HipRotationIn,
            "Hip rotation in",
            "Face down, knee at a right angle, foot falling outward.",
            null,
            0,
            70
        ),
        new(
            RangeTest.HipRotationOut,
            "Hip rotation out",
            "Face down, knee at a right angle, foot falling inward.",
            null,
            0,
            80
        ),
    ];

    /// <summary>What one test asks for.</summary>
    /// <returns>Its name, how it is read and what may be entered, degrees.</returns>
    public static RangeTestInfo Of(RangeTest test) => All.Single(t => t.Test == test);

    /// <summary>Assumed until measured of somebody of an age.</summary>
    /// <param name="age">Whole years; null while nobody has asked.</param>
    /// <returns>Degrees; null where the test is only recorded.</returns>
    public double? AssumedAt(int? age) =>
        Test != RangeTest.AnkleBend
            ? Assumed
            : age switch
            {
                null => Assumed,
                < 40 => 38,
                <= 60 => 35,
                _ => 30,
            };

    /// <summary>What is wrong with a value.</summary>
    /// <returns>A sentence that names the likely slip; null when it is fine.</returns>
    public string? Problem(double degrees) =>
        !double.IsFinite(degrees) ? $"{Name}: give the angle as a number of degrees."
        : degrees < LeastDegrees || degrees > MostDegrees
            ? FormattableString.Invariant(
                $"{Name} of {degrees:0.#}° is not likely. It lies between {LeastDegrees:0}° and {MostDegrees:0}°; check whether it was read from the other line."
            )
        : null;
}

/// <summary>A limit in force: its size, and whether it was measured on this client.</summary>
public sealed record Limit(Angle Most, bool Measured);

/// <summary>How far the joints of one side go. Assumed values stand in until they are measured and are marked as such.</summary>
public sealed record RangeOfMotion
{
    private readonly IReadOnlyDictionary<RangeTest, Angle> _measured;
    private readonly Angle _ankle;

    /// <summary>Ranges with what has been measured so far.</summary>
    /// <param name="measured">What was measured; null for nothing.</param>
    /// <param name="ankle">What is assumed of the ankle until it is measured, see <see cref="AssumedAnkle"/>; null while the age is not known.</param>
    public RangeOfMotion(IReadOnlyDictionary<RangeTest, Angle>? measured = null, Angle? ankle = null) =>
        (_measured, _ankle) = (measured ?? new Dictionary<RangeTest, Angle>(), ankle ?? AssumedAnkle(null));

    /// <summary>How far an ankle bends with the heel down until it is measured.</summary>
    /// <param name="age">Whole years; null while nobody has asked.</param>
    /// <returns>38° under 40, 35° up to 60 and while the age is not known, 30° over 60 (a rule of this house).</returns>
    public static Angle AssumedAnkle(int? age) =>
        Angle.FromDegrees(RangeTestInfo.Of(RangeTest.AnkleBend).AssumedAt(age)!.Value);

    /// <summary>Nothing measured, nothing known of the age.</summary>
    public static RangeOfMotion Assumed { get; } = new();

    /// <summary>The front knee's bend, which hardly ever limits: 140°.</summary>
    public static readonly Angle FrontKneeBend = Angle.FromDegrees(140);

    /// <summary>Hip extension against the trunk while the rear knee is bent less than 90°: 20°.</summary>
    public static readonly Angle HipExtensionKneeOpen = Angle.FromDegrees(20);

    /// <summary>Whether the same was measured, and is assumed, on both: what fits with these two hips and ankles also fits with the legs changed over.</summary>
    /// <param name="other">The other side's.</param>
    /// <returns>True where no test differs between the two sides.</returns>
    public bool Same(RangeOfMotion other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return _ankle == other._ankle
            && _measured.Count == other._measured.Count
            && _measured.All(m => other._measured.TryGetValue(m.Key, out var angle) && angle == m.Value);
    }

    /// <summary>The limit of a range that can be assumed.</summary>
    /// <returns>Its size, and whether it was measured or is assumed.</returns>
    /// <exception cref="ArgumentException">The test is only recorded and was not done: nothing is assumed for it.</exception>
    public Limit Of(RangeTest test) =>
        _measured.TryGetValue(test, out var measured) ? new Limit(measured, true)
        : test == RangeTest.AnkleBend ? new Limit(_ankle, false)
        : new Limit(
            Angle.FromDegrees(
                RangeTestInfo.Of(test).Assumed
                    ?? throw new ArgumentException(
                        "This range is only recorded; nothing is assumed for it.",
                        nameof(test)
                    )
            ),
            false
        );
}

/// <summary>The knee-to-wall test.</summary>
public static class KneeToWall
{
    /// <summary>
    /// The shin's lean from the gap between toe tip and wall when the knee touches: sin φ = (0.75 L + d − 0.05)/s. About 20°
    /// at no gap and 1.5° more for each centimetre. An estimate; a shin measured with a level is better.
    /// </summary>
    /// <param name="gapMetres">Toe tip to wall, metres, 0 or more.</param>
    /// <param name="body">Whose foot and shank.</param>
    /// <returns>The lean, or null when a shank that short cannot reach that far.</returns>
    public static Angle? ShinLean(double gapMetres, Body body)
    {
        ArgumentNullException.ThrowIfNull(body);
        var sine = ((Proportions.AnkleToToe * body.Foot) + gapMetres - 0.05) / body.Shank;
        return gapMetres >= 0 && sine is > -1 and < 1 ? Angle.FromRadians(Math.Asin(sine)) : null;
    }
}
