using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
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

    /// <summary>What a camera leaves in a measure, kept by what it depends on.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="measure">The measure.</param>
    /// <param name="formula">Which of its formulas: at which moments.</param>
    /// <param name="view">From where.</param>
    /// <param name="known">What is known of the camera.</param>
    /// <returns>Standard deviations in the measure's unit, by what they come from.</returns>
    public static CameraError Of(
        Exercise exercise,
        SchoolCode school,
        MeasureDefinition measure,
        MeasureFormula formula,
        View view,
        CameraKnown known
    ) => Of(exercise, school, measure, formula, view, known, null);

    /// <summary>The same, with figures that other formulas of the view have already been read from.</summary>
    internal static CameraError Of(
        Exercise exercise,
        SchoolCode school,
        MeasureDefinition measure,
        MeasureFormula formula,
        View view,
        CameraKnown known,
        Dictionary<(View, CameraKnown), Filmed>? figures
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(measure);
        ArgumentNullException.ThrowIfNull(formula);
        ArgumentNullException.ThrowIfNull(known);
        // Only from the side is one leg nearer than the other.
        if (view != View.Side && !known.Near)
            known = known with { Near = true };
        var kept = Found.GetOrAdd((formula, exercise, school, view), static _ => new());
        if (kept.TryGetValue(known, out var found))
            return found;
        Filmed? filmed = null;
        if (figures?.TryGetValue((view, known), out filmed) != true)
            filmed = new Filmed(exercise, school, view, known);
        figures?.TryAdd((view, known), filmed!);
        return kept[known] = Reckon(measure, formula, view, known, filmed!);
    }

    /// <summary>The same formula of the same exercise is asked for again and again with the same camera; formulas and exercises are told apart by reference.</summary>
    private static readonly ConcurrentDictionary<
        (MeasureFormula, Exercise, SchoolCode, View),
        ConcurrentDictionary<CameraKnown, CameraError>
    > Found = new(new ByReference());

    private sealed class ByReference : IEqualityComparer<(MeasureFormula, Exercise, SchoolCode, View)>
    {
        public bool Equals(
            (MeasureFormula, Exercise, SchoolCode, View) x,
            (MeasureFormula, Exercise, SchoolCode, View) y
        ) =>
            ReferenceEquals(x.Item1, y.Item1)
            && ReferenceEquals(x.Item2, y.Item2)
            && (x.Item3, x.Item4) == (y.Item3, y.Item4);

        public int GetHashCode((MeasureFormula, Exercise, SchoolCode, View) of) =>
            RuntimeHelpers.GetHashCode(of.Item1)
            ^ (31 * RuntimeHelpers.GetHashCode(of.Item2))
            ^ ((int)of.Item3 * 4)
            ^ (int)of.Item4;
    }

    private static CameraError Reckon(
        MeasureDefinition measure,
        MeasureFormula formula,
        View view,
        CameraKnown known,
        Filmed filmed
    )
    {
        var clean = FilmedFigure.Clean;
        // Where the clean figure gives no number, as where a knee has no way to straighten, the changed one has to do.
        if (!double.IsFinite(filmed.Read(formula, clean)))
            clean = FilmedFigure.Changed;
        if (!double.IsFinite(filmed.Read(formula, clean)))
            return Tabled(measure, known.Marked);
        var (trial, sides, depths) = (0.0, 0.0, 0.0);
        // A standard deviation more and less; the mean of the squares.
        double Part(Unknown unknown, Landmark landmark = default)
        {
            double Off(FilmedFigure figure, bool more) =>
                filmed.Read(formula, figure, unknown, more, landmark) - filmed.Read(formula, figure);
            // A place from which the figure gives no number says nothing.
            static double Half(double off) => double.IsFinite(off) ? off * off / 2 : 0;
            var part = 0.0;
            foreach (var more in new[] { true, false })
            {
                var off = Off(clean, more);
                part += Half(off);
                trial += Half(Off(FilmedFigure.Changed, more) - off);
                if (view == View.Side && unknown != Unknown.Depth)
                    sides += Half(Off(FilmedFigure.OtherLegNear, more) - off);
            }

            return part;
        }

        var (yaw, pitch, distance, level) = (
            Part(Unknown.Yaw),
            Part(Unknown.Pitch),
            Part(Unknown.Distance),
            Part(Unknown.Level)
        );
        foreach (var landmark in Filmed.Behind(formula, view))
            depths += Part(Unknown.Depth, landmark);
        return new CameraError(
            Sqrt(yaw),
            Sqrt(pitch),
            Sqrt(distance),
            Sqrt(level),
            Sqrt(depths),
            Sqrt(trial),
            Sqrt(sides)
        );
    }

    /// <summary>What an earlier table had for a measure that no figure of this exercise gives a number for: an error is never nothing for want of a figure.</summary>
    private static CameraError Tabled(MeasureDefinition measure, bool marked) =>
        new(0, 0, 0, marked ? measure.Spread!.CameraMarked : measure.Spread!.CameraAssumed, 0, 0, 0);
}
