using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>
/// What a camera leaves in a measure after it has been undone, standard deviations in the measure's unit. It comes from the
/// posture itself: the camera that looks at a clean figure is moved by what is not known of it, one thing at a time, and undone
/// as if it had not been. It does not shrink with repetitions.
/// </summary>
/// <param name="Yaw">By how far off square it stood.</param>
/// <param name="Pitch">By how far it looked up or down.</param>
/// <param name="Distance">By how far away it was.</param>
/// <param name="Level">By how far it was rolled.</param>
/// <param name="Depths">By how deep each point lay.</param>
/// <param name="SamePlace">Of the difference between two postures seen from one place: a trial.</param>
/// <param name="Sides">Of the difference between the nearer and the further leg, both facing the same way.</param>
public sealed record CameraError(
    double Yaw,
    double Pitch,
    double Distance,
    double Level,
    double Depths,
    double SamePlace,
    double Sides
)
{
    /// <summary>All of it.</summary>
    public double Whole { get; } =
        Sqrt((Yaw * Yaw) + (Pitch * Pitch) + (Distance * Distance) + (Level * Level) + (Depths * Depths));

    /// <summary>As a reading carries it.</summary>
    public CameraPart Part => new(Whole, SamePlace, Sides);

    /// <summary>How far it looks up or down, degrees.</summary>
    public const double PitchSd = 3;

    /// <summary>How far the distance is off, as a share of it.</summary>
    public const double DistanceSd = 1.0 / 6;

    /// <summary>How far behind the client what is marked as upright stands, metres.</summary>
    private const double MarkBehind = 0.4;

    private readonly record struct Key(
        string Exercise,
        SchoolCode School,
        string Measure,
        int Formula,
        View View,
        bool Near,
        double Yaw,
        double Distance,
        double Height,
        double YawSd,
        double LevelSd,
        double? Mark,
        double DepthSd,
        double Stature
    );

    private static readonly ConcurrentDictionary<Key, CameraError> Known = new();

    /// <summary>What a camera leaves in a measure, kept by what it depends on.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="measure">The measure.</param>
    /// <param name="formula">Which of its formulas: at which moments.</param>
    /// <param name="view">From where.</param>
    /// <param name="known">What is known of the camera.</param>
    public static CameraError Of(
        Exercise exercise,
        SchoolCode school,
        MeasureDefinition measure,
        MeasureFormula formula,
        View view,
        CameraKnown known
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(measure);
        ArgumentNullException.ThrowIfNull(formula);
        ArgumentNullException.ThrowIfNull(known);
        return Found
            .GetOrAdd((formula, exercise, school), static _ => new())
            .GetOrAdd(
                known,
                static (k, of) => Known.GetOrAdd(KeyOf(of, k), key => Reckon(key, of.exercise, of.formula)),
                (exercise, school, measure, formula, view)
            );
    }

    /// <summary>By reference first: the same formula of the same exercise is asked for again and again with the same camera.</summary>
    private static readonly ConcurrentDictionary<
        (MeasureFormula, Exercise, SchoolCode),
        ConcurrentDictionary<CameraKnown, CameraError>
    > Found = new(new ByReference());

    private sealed class ByReference : IEqualityComparer<(MeasureFormula, Exercise, SchoolCode)>
    {
        public bool Equals((MeasureFormula, Exercise, SchoolCode) x, (MeasureFormula, Exercise, SchoolCode) y) =>
            ReferenceEquals(x.Item1, y.Item1) && ReferenceEquals(x.Item2, y.Item2) && x.Item3 == y.Item3;

        public int GetHashCode((MeasureFormula, Exercise, SchoolCode) of) =>
            RuntimeHelpers.GetHashCode(of.Item1) ^ (31 * RuntimeHelpers.GetHashCode(of.Item2)) ^ (int)of.Item3;
    }

    private static Key KeyOf(
        (Exercise exercise, SchoolCode school, MeasureDefinition measure, MeasureFormula formula, View view) of,
        CameraKnown known
    ) =>
        new(
            of.exercise.Id,
            of.school,
            of.measure.Id,
            IndexOf(of.measure.Formulas, of.formula),
            of.view,
            known.Near || of.view != View.Side,
            To(known.YawDegrees, 5),
            To(known.Place.Reckoned, 0.25),
            To(known.Place.HeightMetres, 0.05),
            known.YawSd,
            known.LevelSd,
            known.Marked ? To(Clamp(known.MarkMetres, -2, 2), 0.2) : null,
            known.DepthSd,
            Clamp(To(known.Stature, 0.05), 1.2, 2.3)
        );

    private static double To(double value, double step) => step * Round(value / step);

    private static int IndexOf(IReadOnlyList<MeasureFormula> formulas, MeasureFormula formula)
    {
        for (var i = 0; i < formulas.Count; i++)
        {
            if (ReferenceEquals(formulas[i], formula))
                return i;
        }

        return -1;
    }

    private static CameraError Reckon(Key key, Exercise exercise, MeasureFormula formula)
    {
        var body = Body.From(new BodyMeasures(key.Stature));
        var place = new CameraPlace { DistanceMetres = key.Distance, HeightMetres = key.Height };
        var clean = Filmed.Of(exercise, key.School, formula, key.View, key.Near, body, place, key.Yaw, false);
        var other = Filmed.Of(exercise, key.School, formula, key.View, key.Near, body, place, key.Yaw, true);
        var far = Filmed.Of(exercise, key.School, formula, key.View, !key.Near, body, place, key.Yaw, false);
        var (trial, sides) = (0.0, 0.0);
        double Part(Func<Filmed, double, double> read, double sd, bool ofTheCamera = true)
        {
            double Squared(Func<double, double> off) => ((off(sd) * off(sd)) + (off(-sd) * off(-sd))) / 2;
            double Off(Filmed f, double by) => read(f, by) - f.Square;
            trial += Squared(by => Off(other, by) - Off(clean, by));
            if (ofTheCamera)
                sides += Squared(by => Off(far, by) - Off(clean, by));
            return Sqrt(Squared(by => Off(clean, by)));
        }

        const double degree = PI / 180;
        var yaw = Part((f, by) => f.Read(f.Sight with { Yaw = f.Sight.Yaw + by }, 0), key.YawSd * degree);
        var pitch = Part(
            (f, by) =>
            {
                var sight = f.Sight with { Pitch = f.Sight.Pitch + by };
                return f.Read(sight, key.Mark is { } aside ? f.Lean(sight, aside, MarkBehind) : 0);
            },
            PitchSd * degree
        );
        // At equal picture size: further away with a longer lens.
        var distance = Part(
            (f, by) =>
                f.Read(f.Sight with { Distance = f.Sight.Distance * (1 + by), Focal = f.Sight.Focal * (1 + by) }, 0),
            key.Distance > CameraPlace.Far ? 0 : DistanceSd
        );
        var level = Part((f, by) => f.Read(f.Sight, by), key.LevelSd * degree);
        var depths = 0.0;
        foreach (var landmark in Filmed.Behind(formula, key.View))
            depths += Pow(Part((f, by) => f.Read(f.Sight, 0, landmark, by), key.DepthSd, false), 2);
        return new CameraError(
            yaw,
            pitch,
            distance,
            level,
            Sqrt(depths),
            Sqrt(trial),
            key.View == View.Side ? Sqrt(sides) : 0
        );
    }
}
