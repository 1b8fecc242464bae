using System.Diagnostics.CodeAnalysis;

namespace DeftStride.Core.Measuring;

/// <summary>How the upright that an angle was read against is known.</summary>
public enum VerticalSource
{
    /// <summary>The coach marked something that stands upright.</summary>
    Marked,

    /// <summary>The picture's own edge was taken as upright.</summary>
    PictureEdge,
}

/// <summary>Where a reading comes from.</summary>
/// <param name="View">The view it was read from.</param>
/// <param name="FrontLeg">The client's own side.</param>
/// <param name="Frame">The picture.</param>
/// <param name="Placer">Who placed the points.</param>
/// <param name="Vertical">How upright is known.</param>
public sealed record Provenance(View View, BodySide FrontLeg, string Frame, PointPlacer Placer, VerticalSource Vertical);

/// <summary>The front shin angle read from one still.</summary>
/// <param name="Value">Ankle→knee against true vertical; + knee ahead of the ankle. Between −90° and 90°.</param>
/// <param name="PlacingSd">Placing error of this still's points, a standard deviation.</param>
/// <param name="CameraSd">Systematic error of the upright, a standard deviation.</param>
/// <param name="PictureTilt">How far true vertical leans from the picture's edge; + its top leans to the right. Zero when the edge is taken as upright.</param>
/// <param name="Provenance">Where it was read.</param>
public sealed record ShinReading(Angle Value, Angle PlacingSd, Angle CameraSd, Angle PictureTilt, Provenance Provenance);

/// <summary>
/// The front shin angle (tibial inclination) from a side-view still: the line ankle→knee against true vertical,
/// + when the knee is ahead of the ankle in the direction the toes point. Do not use it on front or back views,
/// where the same two points mean something else.
/// </summary>
public static class ShinAngle
{
    /// <summary>A marked upright may lean at most this far from the picture's edge.</summary>
    public static readonly Angle LargestTilt = Angle.FromDegrees(30);

    /// <summary>Reads the angle.</summary>
    /// <exception cref="MeasurementException">The points give no number; the fault says why.</exception>
    public static ShinReading Measure(PointSet points, ErrorModel errors) =>
        TryMeasure(points, errors, out var reading, out var fault) ? reading : throw new MeasurementException(fault.Value);

    /// <summary>Reads the angle, or names the fault.</summary>
    public static bool TryMeasure(
        PointSet points,
        ErrorModel errors,
        [NotNullWhen(true)] out ShinReading? reading,
        [NotNullWhen(false)] out MeasurementFault? fault)
    {
        ArgumentNullException.ThrowIfNull(points);
        ArgumentNullException.ThrowIfNull(errors);
        reading = null;
        fault = Check(points, errors, out var ankle, out var knee);
        if (fault is not null) return false;

        var (upX, upY) = points.Vertical is { } mark ? Up(mark) : (0.0, -1.0);
        // Forward is the upright turned a quarter towards the toes.
        var (aheadX, aheadY) = points.Facing == Facing.Right ? (-upY, upX) : (upY, -upX);
        var (dx, dy) = (knee.X - ankle.X, knee.Y - ankle.Y);
        var rise = (dx * upX) + (dy * upY);
        if (rise <= 0)
        {
            fault = MeasurementFault.KneeBelowAnkle;
            return false;
        }

        var marked = points.Vertical is not null;
        reading = new ShinReading(
            Angle.FromRadians(Math.Atan2((dx * aheadX) + (dy * aheadY), rise)),
            errors.PlacingSd(points.Picture, ankle.DistanceTo(knee)),
            marked ? errors.CameraSdVerticalMarked : errors.CameraSdVerticalAssumed,
            Angle.FromRadians(Math.Atan2(upX, -upY)),
            new Provenance(points.View, points.FrontLeg, points.Frame, points.Placer, marked ? VerticalSource.Marked : VerticalSource.PictureEdge));
        return true;
    }

    private static MeasurementFault? Check(PointSet points, ErrorModel errors, out ImagePoint ankle, out ImagePoint knee)
    {
        knee = default;
        if (!points.Points.TryGetValue(Landmark.Ankle, out ankle) || !points.Points.TryGetValue(Landmark.Knee, out knee))
            return MeasurementFault.PointMissing;
        if (points.View != View.Side) return MeasurementFault.WrongView;

        ImagePoint[] used = points.Vertical is { } mark ? [ankle, knee, mark.One, mark.Other] : [ankle, knee];
        if (!used.All(p => p.IsFinite)) return MeasurementFault.NotANumber;
        if (!used.All(points.Picture.Contains)) return MeasurementFault.PointOutsidePicture;

        var shin = ankle.DistanceTo(knee);
        if (shin == 0) return MeasurementFault.CoincidentPoints;
        var shortest = errors.ShortestSegmentPixels(points.Picture);
        if (shin < shortest) return MeasurementFault.SegmentTooShort;

        if (points.Vertical is not { } vertical) return null;
        if (vertical.One.DistanceTo(vertical.Other) < shortest) return MeasurementFault.VerticalTooShort;
        var (upX, upY) = Up(vertical);
        return Math.Abs(Math.Atan2(upX, -upY)) > LargestTilt.Radians ? MeasurementFault.VerticalNotUpright : null;
    }

    /// <summary>The unit vector of a mark, in picture axes, that points to the picture's upper half.</summary>
    private static (double X, double Y) Up(VerticalMark mark)
    {
        var (dx, dy) = (mark.Other.X - mark.One.X, mark.Other.Y - mark.One.Y);
        var length = Math.Sqrt((dx * dx) + (dy * dy));
        return dy < 0 ? (dx / length, dy / length) : (-dx / length, -dy / length);
    }
}
