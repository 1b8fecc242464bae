namespace DeftStride.Core.Measuring;

/// <summary>Why no number can be read from a set of points.</summary>
public enum MeasurementFault
{
    /// <summary>A point that the measure needs has not been placed.</summary>
    PointMissing,

    /// <summary>The measure cannot be read from this view.</summary>
    WrongView,

    /// <summary>A coordinate is not a finite number.</summary>
    NotANumber,

    /// <summary>A point lies outside the picture.</summary>
    PointOutsidePicture,

    /// <summary>Two points of one segment lie on the same spot.</summary>
    CoincidentPoints,

    /// <summary>The segment is so short in the picture that placing alone would blur the angle by more than ten degrees.</summary>
    SegmentTooShort,

    /// <summary>The knee lies below the ankle: the two were probably swapped.</summary>
    KneeBelowAnkle,

    /// <summary>The marked vertical is so short that it says nothing about the camera's tilt.</summary>
    VerticalTooShort,

    /// <summary>The length of the marked stretch is not a positive number.</summary>
    ScaleNotPositive,

    /// <summary>The marked length is so short in the picture that every other length would be blurred.</summary>
    ScaleTooShort,

    /// <summary>The points give no number for this measure: a leg too straight or too bent, lengths unknown, a thigh too near level.</summary>
    NothingToRead,

    /// <summary>The marked vertical leans more than thirty degrees from the picture's edge: it was probably laid along something level.</summary>
    VerticalNotUpright,
}

/// <summary>The sentences that tell a coach what to do about each <see cref="MeasurementFault"/>.</summary>
public static class MeasurementFaults
{
    /// <summary>What is wrong and what to do, in one or two short sentences.</summary>
    /// <returns>What is wrong, then what to do.</returns>
    public static string Sentence(MeasurementFault fault) =>
        fault switch
        {
            MeasurementFault.PointMissing => "A point is missing. Place it, or leave this measure out.",
            MeasurementFault.WrongView => "This cannot be read from here. Use a picture from the view it asks for.",
            MeasurementFault.NotANumber => "A point has no proper place. Place it again.",
            MeasurementFault.PointOutsidePicture => "A point lies outside the picture. Move it onto the leg.",
            MeasurementFault.CoincidentPoints => "Two points are on the same spot. Move one of them.",
            MeasurementFault.SegmentTooShort =>
                "The leg is too small in this picture to read from. Come closer or use a sharper picture.",
            MeasurementFault.KneeBelowAnkle =>
                "The knee is below the ankle. Were the two points swapped, or are they on the rear leg?",
            MeasurementFault.VerticalTooShort =>
                "The upright mark is too short. Mark a longer stretch of the post or door.",
            MeasurementFault.ScaleNotPositive => "The marked length must be more than 0 cm. Give its true length.",
            MeasurementFault.ScaleTooShort =>
                "The marked length is too short in the picture. Mark something longer, like the box or a stick.",
            MeasurementFault.NothingToRead =>
                "The points give no number here. Check them, or give the client's stature so that lengths are known.",
            MeasurementFault.VerticalNotUpright =>
                "The upright mark leans too far. Mark something that stands straight up, not a floor line.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, null),
        };
}
