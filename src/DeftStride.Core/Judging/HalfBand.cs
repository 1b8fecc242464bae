using DeftStride.Core.Exercises;
using DeftStride.Core.Filming;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>
/// Whether a number from pictures can carry a verdict that blocks: its band must keep at least half its width for "in band" with
/// three repetitions (with one edge, half the way from the best value to it). What does not is noted, and it is said what
/// would make it count.
/// </summary>
public static class HalfBand
{
    /// <summary>Repetitions it is reckoned with.</summary>
    public const int Repetitions = 3;

    /// <summary>A client this large in the picture is what the camera is put up for, pixels a metre in one 1080 lines high; that a small one is placed less well is no matter of the camera.</summary>
    private const double WellSeen = 500;

    /// <summary>Whether a band keeps half of itself beside what an error reaches.</summary>
    /// <returns>True for a band that is open both ways.</returns>
    public static bool Keeps(MeasureDefinition measure, Band band, double reach)
    {
        ArgumentNullException.ThrowIfNull(measure);
        ArgumentNullException.ThrowIfNull(band);
        return (band.Lower, band.Upper) switch
        {
            ({ } low, { } high) => reach <= (high - low).Value / 4,
            (null, { } high) => reach <= Math.Abs(high.Value) / 2,
            ({ } low, null) => measure.Best is not { } best || reach <= Math.Abs(best - low.Value) / 2,
            _ => true,
        };
    }

    /// <summary>How far the error reaches with three repetitions.</summary>
    /// <param name="mean">The number as it was read.</param>
    /// <param name="camera">What the camera leaves, a standard deviation.</param>
    /// <returns>Half a width, in the unit of the mean: four in five times the truth lies within it.</returns>
    public static double Reach(MeasureMean mean, double camera)
    {
        ArgumentNullException.ThrowIfNull(mean);
        var seen = mean.Readings.Count == 0 ? 0 : mean.Readings.Average(r => r.Provenance.PixelsPerMetre);
        var place = mean.Error.Placing.Value * (seen > 0 ? Math.Min(1, seen / WellSeen) : 1);
        var repetition = mean.Error.Repetition.Value;
        return ErrorModel.CallZ
            * Math.Sqrt((((place * place) + (repetition * repetition)) / Repetitions) + (camera * camera));
    }

    /// <summary>What would make a number count that does not, in a sentence; null where it counts.</summary>
    /// <param name="mean">The number.</param>
    /// <param name="band">Its band.</param>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <returns>A sentence; null where it counts, and for pictures from before cameras were undone.</returns>
    public static string? WouldCount(MeasureMean mean, Band band, Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(mean);
        ArgumentNullException.ThrowIfNull(band);
        ArgumentNullException.ThrowIfNull(exercise);
        var from = mean.Readings is [{ } first, ..] ? first.Provenance : null;
        // Pictures on record from before cameras were undone are judged as in their day.
        if (from?.Camera is not { } known)
            return null;
        if (Keeps(mean.Measure, band, Reach(mean, mean.Error.Camera.Value)))
            return null;
        var found = mean.Readings.Any(r => r.Provenance.Placer == PointPlacer.Found);
        // Points put in place by hand are off by less.
        var left = mean.Error.Camera.Value;
        var auto = mean.Readings.Count == 0 ? 0 : mean.Readings.Average(r => r.ModelSd);
        if (found && Keeps(mean.Measure, band, Reach(mean, Math.Sqrt(Math.Max(0, (left * left) - (auto * auto))))))
            return $"Put the points of {(mean.Readings.Count > 1 ? "each repetition" : "it")} in place by hand, and it counts.";
        var formula = mean.Measure.Formulas.First(f =>
            f.Views.Contains(from.View) && f.Needs[^1].Moment == mean.Moment
        );
        bool With(CameraKnown other) =>
            Keeps(
                mean.Measure,
                band,
                Reach(mean, CameraError.Of(exercise, school, mean.Measure, formula, from.View, other).Whole)
            );
        var marked = known with { Marked = true, MarkMetres = known.Marked ? known.MarkMetres : 0.6 };
        var high = LookPlan.PhoneHeight(from.View);
        (bool Would, string Say)[] ways =
        [
            (!known.Marked && With(marked), "Mark something upright in the picture, and it counts."),
            (
                from.View == View.Side && With(known with { Near = !known.Near }),
                $"Film it from the {(known.Near ? "rear" : "working")} leg’s side, and it counts."
            ),
            (
                !known.Place.Guided && With(known with { Place = known.Place with { Guided = true } }),
                "Put the phone up by the guide, and it counts."
            ),
            (!known.Tapped && With(known with { Tapped = true }), "Tap a line on the floor, and it counts."),
            (
                from.View != View.Side
                    && known.Place.HeightMetres < high - 0.05
                    && With(known with { Place = known.Place with { HeightMetres = high } }),
                FormattableString.Invariant($"Set the phone {100 * high:0} cm high, and it counts.")
            ),
            (With(marked with { Tapped = true }), "Mark something upright and tap a line on the floor, and it counts."),
        ];
        return ways.FirstOrDefault(w => w.Would).Say
            ?? (
                mean.Measure.OnlyOutside
                    ? "A picture can only say that it is off: look, and tick what you saw."
                    : "A picture cannot tell it well enough: look, and tick what you saw."
            );
    }
}
