namespace DeftStride.Core.Measuring;

/// <summary>
/// The spreads that go into the error of an angle read from pictures. All are standard deviations. The defaults are
/// working estimates for hand-placed points until a studio has measured its own; they are shown as such.
/// </summary>
/// <param name="PointSdPixelsAt1080">How far a hand-placed point scatters, in pixels of a picture 1080 lines high; scaled with the height of the picture.</param>
/// <param name="ShinRepetitionSd">How much the shin angle varies between repetitions of one set.</param>
/// <param name="CameraSdVerticalMarked">Systematic tilt that stays while the camera stands still, when a true vertical was marked.</param>
/// <param name="CameraSdVerticalAssumed">The same when the picture's own edge was taken as upright.</param>
/// <param name="ShinDaySd">How much the shin angle varies from day to day for no reason.</param>
public sealed record ErrorModel(
    double PointSdPixelsAt1080,
    Angle ShinRepetitionSd,
    Angle CameraSdVerticalMarked,
    Angle CameraSdVerticalAssumed,
    Angle ShinDaySd)
{
    /// <summary>Nine in ten one-sided: a band's edge within this many standard errors is too close to call.</summary>
    public const double CallZ = 1.28;

    /// <summary>Nineteen in twenty two-sided, for the smallest difference that is news.</summary>
    public const double ChangeZ = 1.96;

    /// <summary>A segment whose placing error alone would pass this is refused.</summary>
    public static readonly Angle LargestPlacingSd = Angle.FromDegrees(10);

    /// <summary>4 px, 1.5°, 1°, 2°, 2°.</summary>
    public static ErrorModel Default { get; } = new(
        4, Angle.FromDegrees(1.5), Angle.FromDegrees(1), Angle.FromDegrees(2), Angle.FromDegrees(2));

    /// <summary>The scatter of one hand-placed point in a picture of this size, in its pixels.</summary>
    public double PointSdPixels(PictureSize picture) => PointSdPixelsAt1080 * picture.Height / 1080.0;

    /// <summary>The placing error of the direction of a segment: √2·p/ℓ, for a segment of ℓ pixels between two points that scatter by p.</summary>
    public Angle PlacingSd(PictureSize picture, double segmentPixels) =>
        Angle.FromRadians(Math.Sqrt(2) * PointSdPixels(picture) / segmentPixels);

    /// <summary>The shortest segment, in pixels, that still gives an angle in a picture of this size.</summary>
    public double ShortestSegmentPixels(PictureSize picture) => Math.Sqrt(2) * PointSdPixels(picture) / LargestPlacingSd.Radians;
}

/// <summary>The three parts of the error of an angle averaged over repetitions. All are standard deviations.</summary>
/// <param name="Placing">Of one repetition's points, root mean square over the repetitions.</param>
/// <param name="Repetition">Between repetitions.</param>
/// <param name="Camera">Systematic: it does not shrink with more repetitions.</param>
/// <param name="Repetitions">How many were averaged, at least 1.</param>
public sealed record ErrorBudget(Angle Placing, Angle Repetition, Angle Camera, int Repetitions)
{
    /// <summary>The variance, in square radians, of everything that averages out: (place² + rep²)/n.</summary>
    public double RandomVariance => ((Placing.Radians * Placing.Radians) + (Repetition.Radians * Repetition.Radians)) / Repetitions;

    /// <summary>√((place² + rep²)/n + camera²).</summary>
    public Angle StandardError => Angle.FromRadians(Math.Sqrt(RandomVariance + (Camera.Radians * Camera.Radians)));

    /// <summary>1.28 standard errors: how far a band's edge must be for a call, and the ± that is shown. The truth lies within it about four times in five.</summary>
    public Angle Reach => ErrorModel.CallZ * StandardError;

    /// <summary>1.96 standard errors: the truth lies within it about nineteen times in twenty.</summary>
    public Angle Reach95 => ErrorModel.ChangeZ * StandardError;
}
