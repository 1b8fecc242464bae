using DeftStride.Core.Quantities;
using MathNet.Numerics.Distributions;

namespace DeftStride.Core.Measuring;

/// <summary>How the upright that an angle was read against is known.</summary>
public enum VerticalSource
{
    /// <summary>The coach marked something that stands upright.</summary>
    Marked,

    /// <summary>The picture's own edge was taken as upright.</summary>
    PictureEdge,
}

/// <summary>How lengths in a picture are known.</summary>
public enum ScaleSource
{
    /// <summary>No length was needed, or none is known.</summary>
    None,

    /// <summary>The coach marked a known length.</summary>
    Marked,

    /// <summary>The client's shank, measured or estimated from stature.</summary>
    Shank,
}

/// <summary>Where a reading comes from.</summary>
/// <param name="View">The view it was read from.</param>
/// <param name="FrontLeg">The client's own side.</param>
/// <param name="Moment">The moment it speaks of.</param>
/// <param name="Repetition">Which repetition.</param>
/// <param name="Frame">The picture, or the last of them where several were needed.</param>
/// <param name="Placer">Who placed the points.</param>
/// <param name="Vertical">How upright is known.</param>
/// <param name="Scale">How lengths are known.</param>
public sealed record Provenance(
    View View,
    BodySide FrontLeg,
    Moment Moment,
    int Repetition,
    string Frame,
    PointPlacer Placer,
    VerticalSource Vertical,
    ScaleSource Scale
)
{
    /// <summary>What is known of the camera that was taken out; null for pictures on record from before that was done.</summary>
    public CameraKnown? Camera { get; init; }

    /// <summary>How large the client is, pixels a metre in a picture 1080 lines high; 0 where it is not known.</summary>
    public double PixelsPerMetre { get; init; }
}

/// <summary>One measure read from one repetition.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Value">Its value; the sign is the measure's.</param>
/// <param name="PlacingSd">Placing error of the points, a standard deviation in the same unit.</param>
/// <param name="Camera">What the camera leaves, standard deviations in the same unit.</param>
/// <param name="Provenance">Where it was read.</param>
public sealed record Reading(
    MeasureDefinition Measure,
    Quantity Value,
    Quantity PlacingSd,
    CameraPart Camera,
    Provenance Provenance
)
{
    /// <summary>By how much the points that a model found are off together, a standard deviation in the same unit; 0 for points placed by hand. It does not average out.</summary>
    public double ModelSd { get; init; }
}

/// <summary>One measure of one side at one moment, averaged over its repetitions.</summary>
/// <param name="Measure">Which.</param>
/// <param name="FrontLeg">The client's own side.</param>
/// <param name="Moment">At which moment.</param>
/// <param name="Value">The mean.</param>
/// <param name="Error">Its error.</param>
/// <param name="Facing">Where the toes pointed in the pictures, or null when it differs between them or does not matter.</param>
/// <param name="Readings">What was averaged.</param>
public sealed record MeasureMean(
    MeasureDefinition Measure,
    BodySide FrontLeg,
    Moment Moment,
    Quantity Value,
    ErrorBudget Error,
    Facing? Facing,
    IReadOnlyList<Reading> Readings
)
{
    /// <summary>How far the repetitions differ among themselves, a standard deviation; null below three.</summary>
    public Quantity? Sameness =>
        Readings.Count < 3
            ? null
            : new Quantity(
                Math.Sqrt(Readings.Sum(r => Math.Pow(r.Value.Value - Value.Value, 2)) / (Readings.Count - 1)),
                Value.Unit
            );

    /// <summary>Averages readings of one measure, side and moment. The camera's error is the worst of them, since it does not average out.</summary>
    /// <returns>The mean in the measure's unit; the error of placing and of repetitions grows less with their number, the camera's does not.</returns>
    /// <exception cref="ArgumentException">There is no reading, or they are not of one kind.</exception>
    public static MeasureMean Of(IReadOnlyList<(Reading Reading, Facing? Facing)> readings, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(readings);
        ArgumentNullException.ThrowIfNull(errors);
        if (readings.Count == 0)
            throw new ArgumentException("At least one reading is needed.", nameof(readings));
        var (first, facing) = readings[0];
        var (values, placings, model, facings) = (0.0, 0.0, 0.0, true);
        var camera = first.Camera;
        var kept = new Reading[readings.Count];
        for (var i = 0; i < kept.Length; i++)
        {
            var (r, toward) = readings[i];
            if (
                r.Measure != first.Measure
                || r.Provenance.FrontLeg != first.Provenance.FrontLeg
                || r.Provenance.Moment != first.Provenance.Moment
            )
                throw new ArgumentException("All readings must be of one measure, side and moment.", nameof(readings));
            kept[i] = r;
            values += r.Value.Value;
            placings += r.PlacingSd.Value * r.PlacingSd.Value;
            facings &= toward == facing;
            camera = camera.Worse(r.Camera);
            model += r.ModelSd;
        }

        // A model is off in every repetition alike; those that a hand has put in place are not.
        camera = camera.With(model / kept.Length);

        var (n, unit, spread) = (kept.Length, first.Value.Unit, errors.Of(first.Measure));
        // Pictures on record from before cameras were undone scatter as they were taken to in their day.
        var repetition =
            first.Provenance.Camera is null && spread.RepetitionBefore is { } before ? before : spread.Repetition;
        // Three or more repetitions of one clip say themselves how much they differ.
        if (n >= 3 && kept.All(r => r.Provenance.Placer == PointPlacer.Found))
            repetition = Measured(kept, values / n, placings / n);
        Quantity In(double value) => new(value, unit);
        return new MeasureMean(
            first.Measure,
            first.Provenance.FrontLeg,
            first.Provenance.Moment,
            In(values / n),
            new ErrorBudget(In(Math.Sqrt(placings / n)), In(repetition), In(camera.Whole), n)
            {
                SamePlace = In(camera.SamePlace),
                Sides = In(camera.Sides),
            },
            facings ? facing : null,
            kept
        );
    }

    /// <summary>
    /// What repetitions differ by beyond the placing of their points, a standard deviation. Of a few repetitions it is widened, so
    /// that an error's reach made with it still holds the truth four times in five (Student's t over the normal at 90 %).
    /// </summary>
    private static double Measured(Reading[] readings, double mean, double placing)
    {
        var n = readings.Length;
        var variance = readings.Sum(r => (r.Value.Value - mean) * (r.Value.Value - mean)) / (n - 1);
        var wider = StudentT.InvCDF(0, 1, n - 1, 0.9) / ErrorModel.CallZ;
        return Math.Sqrt(Math.Max(0, (variance * wider * wider) - placing));
    }
}
