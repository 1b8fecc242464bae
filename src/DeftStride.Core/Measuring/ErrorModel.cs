using DeftStride.Core.Quantities;

namespace DeftStride.Core.Measuring;

/// <summary>The spreads of one measure apart from placing, all standard deviations in the measure's own unit.</summary>
/// <param name="Repetition">How much it varies between repetitions of one set.</param>
/// <param name="CameraMarked">What the device leaves that weighs, times or tapes it. For pictures only those on record from before cameras were undone are read with it, so that they keep the error of their day; all others take theirs from the posture.</param>
/// <param name="CameraAssumed">The same for a picture on record whose own edge was taken as upright.</param>
/// <param name="Day">How much it varies from day to day for no reason.</param>
public sealed record Spread(double Repetition, double CameraMarked, double CameraAssumed, double Day)
{
    /// <summary>What looks on record from before cameras were undone are read with, where it was another number.</summary>
    public double? RepetitionBefore { get; init; }

    /// <summary>The camera's part.</summary>
    /// <returns>A standard deviation, in the measure’s unit.</returns>
    public double Camera(VerticalSource vertical) => vertical == VerticalSource.Marked ? CameraMarked : CameraAssumed;
}

/// <summary>
/// The spreads that go into the error of what is read from pictures. All are standard deviations. The defaults are
/// working estimates for hand-placed points until a studio has measured its own; they are shown as such.
/// </summary>
/// <param name="PointSdPixelsAt1080">How far a hand-placed point scatters, in pixels of a picture 1080 lines high; scaled with the height of the picture.</param>
/// <param name="Measured">Spreads that a studio has measured itself, by measure id; the defaults stand for the rest.</param>
public sealed record ErrorModel(double PointSdPixelsAt1080, IReadOnlyDictionary<string, Spread>? Measured = null)
{
    /// <summary>Nine in ten one-sided: a band's edge within this many standard errors is too close to call.</summary>
    public const double CallZ = 1.28;

    /// <summary>Nineteen in twenty two-sided, for the smallest difference that is news.</summary>
    public const double ChangeZ = 1.96;

    /// <summary>4 px.</summary>
    public static ErrorModel Default { get; } = new(4);

    /// <summary>The spreads of a measure that has a number.</summary>
    /// <returns>Standard deviations in the measure's unit.</returns>
    /// <exception cref="InvalidOperationException">The measure has no number.</exception>
    public Spread Of(MeasureDefinition measure) =>
        Measured?.GetValueOrDefault((measure ?? throw new ArgumentNullException(nameof(measure))).Id)
        ?? measure.Spread
        ?? throw new InvalidOperationException($"{measure.Name} has no number, so it has no spread.");

    /// <summary>The scatter of one hand-placed point in a picture of this size, in its pixels.</summary>
    /// <returns>A standard deviation along each axis.</returns>
    public double PointSdPixels(PictureSize picture) => PointSdPixelsAt1080 * picture.Height / 1080.0;

    /// <summary>The scatter of one point of a still, in its pixels.</summary>
    /// <returns>A standard deviation along each axis.</returns>
    public double PointSdPixels(PointSet still, Landmark landmark)
    {
        ArgumentNullException.ThrowIfNull(still);
        return still.IsFound(landmark) ? still.Sds![landmark] : PointSdPixels(still.Picture);
    }

    /// <summary>The largest placing error with which a number still says something; beyond it the still is refused for that measure.</summary>
    /// <returns>A standard deviation, in the measure’s unit.</returns>
    public static double LargestPlacingSd(MeasureUnit unit) =>
        unit switch
        {
            MeasureUnit.Degrees => 10,
            MeasureUnit.Centimetres => 6,
            _ => 30,
        };

    /// <summary>The shortest stretch, in pixels, along which a direction can be marked in a picture of this size.</summary>
    /// <returns>In pixels of such a picture.</returns>
    public double ShortestSegmentPixels(PictureSize picture) =>
        Math.Sqrt(2) * PointSdPixels(picture) / (LargestPlacingSd(MeasureUnit.Degrees) * Math.PI / 180);
}

/// <summary>The three parts of the error of a measure averaged over repetitions. All are standard deviations.</summary>
/// <param name="Placing">Of one repetition's points, root mean square over the repetitions.</param>
/// <param name="Repetition">Between repetitions.</param>
/// <param name="Camera">Systematic: it does not shrink with more repetitions.</param>
/// <param name="Repetitions">How many were averaged, at least 1.</param>
public sealed record ErrorBudget(Quantity Placing, Quantity Repetition, Quantity Camera, int Repetitions)
{
    /// <summary>What the camera leaves in the difference of two looks from one place, a standard deviation.</summary>
    public Quantity SamePlace { get; init; } = new(0, Placing.Unit);

    /// <summary>What it leaves in the difference of the sides, both facing the same way, a standard deviation.</summary>
    public Quantity Sides { get; init; } = new(0, Placing.Unit);

    /// <summary>The variance of everything that averages out: (place² + rep²)/n, in the unit squared.</summary>
    public double RandomVariance =>
        ((Placing.Value * Placing.Value) + (Repetition.Value * Repetition.Value)) / Repetitions;

    /// <summary>√((place² + rep²)/n + camera²).</summary>
    public Quantity StandardError => new(Math.Sqrt(RandomVariance + (Camera.Value * Camera.Value)), Placing.Unit);

    /// <summary>1.28 standard errors: how far a band's edge must be for a call, and the ± that is shown. The truth lies within it about four times in five.</summary>
    public Quantity Reach => ErrorModel.CallZ * StandardError;

    /// <summary>1.96 standard errors: the truth lies within it about nineteen times in twenty.</summary>
    public Quantity Reach95 => ErrorModel.ChangeZ * StandardError;
}
