using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>Why a line on the floor does not tell how far off square the camera stood.</summary>
public enum SquareLineFault
{
    /// <summary>The line is shorter than 0.45 m.</summary>
    TooShort,

    /// <summary>It takes only a few pixels of the picture.</summary>
    FewPixels,

    /// <summary>It does not run away from the camera: more than 45° off.</summary>
    Across,

    /// <summary>It does not lie under the client.</summary>
    BesideTheFeet,

    /// <summary>The camera lay on the floor, so that the line has no depth in the picture.</summary>
    CameraOnTheFloor,

    /// <summary>The camera looked down from overhead.</summary>
    CameraOverhead,

    /// <summary>The camera stood between 20° and 45° off: more than can be taken out.</summary>
    TooFarOff,
}

/// <summary>How far off square a camera stood, from a line on the floor that runs away from it.</summary>
public static class SquareLine
{
    /// <summary>Up to here it is taken out, degrees; beyond, the phone is moved.</summary>
    public const double MostDegrees = 20;

    /// <summary>Beyond this the line does not run away from the camera but across its picture, degrees.</summary>
    public const double AcrossFrom = 45;

    private const double LeastPixels = 12;
    private const double LowestLens = 0.12;
    private const double HighestLens = 1.9;

    /// <summary>How far beside the feet a line may lie, metres.</summary>
    private const double Beside = 0.4;

    /// <summary>A fault in sentences.</summary>
    /// <returns>What it means, then what to do.</returns>
    public static string Sentence(SquareLineFault fault) =>
        fault switch
        {
            SquareLineFault.TooShort =>
                "The line on the floor is shorter than 45 cm and tells too little. Tap a longer one, or lay a tape.",
            SquareLineFault.FewPixels =>
                "The line on the floor takes only a few pixels. Tap both ends of a longer one.",
            SquareLineFault.Across =>
                "The line runs across the picture. Tap one that runs away from the camera: across the stance from the side, along it from the front.",
            SquareLineFault.BesideTheFeet =>
                "The line lies beside the client. Tap one that runs under the feet, on the floor they stand on.",
            SquareLineFault.CameraOnTheFloor =>
                "The camera lay on the floor, so the line shows no depth. Raise the phone to knee height and film again.",
            SquareLineFault.CameraOverhead =>
                "The camera looked down from overhead. Set the phone at knee height and film again.",
            SquareLineFault.TooFarOff =>
                "The camera stood more than 20° off square, too far to take out. Move the phone square to the line and film again.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, null),
        };

    /// <summary>
    /// The yaw in radians, + when the camera stood to the picture's left of square, by the ends of the line in the plumb picture;
    /// with a standard deviation of about 2° for a line of half a metre laid by eye.
    /// </summary>
    /// <param name="u1">How far right of the picture's middle the nearer end lies, pixels.</param>
    /// <param name="u2">The same of the further end.</param>
    /// <param name="metres">The line's true length.</param>
    /// <param name="distance">From the lens to the client's middle, metres.</param>
    /// <param name="focal">The focal length, pixels.</param>
    /// <returns>Radians, + when the camera stood to the picture’s left of square; NaN where no yaw draws such a line.</returns>
    public static double Yaw(double u1, double u2, double metres, double distance, double focal)
    {
        var sine = (u2 - u1) * (distance - (metres / 2)) / (metres * Sqrt((focal * focal) + (u2 * u2)));
        return Atan((u1 + u2) / (2 * focal)) - (Asin(sine) + Atan(u2 / focal));
    }

    /// <summary>The yaw that a still's line tells, or what is wrong with the line.</summary>
    /// <param name="f">The still, levelled, with its line.</param>
    /// <param name="line">The line.</param>
    /// <param name="figure">A figure of the client in about that posture.</param>
    /// <param name="place">Where the camera stood.</param>
    /// <returns>Radians.</returns>
    internal static Result<double, SquareLineFault> TryYaw(
        Levelled f,
        FloorLine line,
        ClickedFigure figure,
        CameraPlace place
    )
    {
        if (!(line.Metres >= FloorLine.ShortestMetres))
            return SquareLineFault.TooShort;
        if (line.One.DistanceTo(line.Other) < LeastPixels * f.Still.Picture.Height / 1080)
            return SquareLineFault.FewPixels;
        if (Undoing.Find(f, figure, place, 0) is not { } square)
            return SquareLineFault.BesideTheFeet;
        var yaw = 0.0;
        // The scale hardly depends on the yaw; twice is enough.
        for (var i = 0; i < 2; i++)
        {
            var seen = Undoing.Find(f, figure, place, yaw) ?? square;
            var (one, other) = (At(seen, line.One), At(seen, line.Other));
            var (near, far) = one.V <= other.V ? (one, other) : (other, one);
            var (focal, distance) = (seen.Sight.Focal, seen.Sight.Distance);
            var lens =
                -((near.V * (distance - (line.Metres / 2))) + (far.V * (distance + (line.Metres / 2)))) / (2 * focal);
            if (lens < LowestLens)
                return SquareLineFault.CameraOnTheFloor;
            if (lens > HighestLens)
                return SquareLineFault.CameraOverhead;
            yaw = Yaw(near.U, far.U, line.Metres, distance, focal);
            if (!double.IsFinite(yaw) || Abs(yaw) > AcrossFrom * PI / 180)
                return SquareLineFault.Across;
            var middle = seen.Sight.Undo((near.U + far.U) / 2, (near.V + far.V) / 2, 0).L;
            // The client's own middle is at 0.
            var (least, most) = (0.0, 0.0);
            foreach (var foot in (Landmark[])[Landmark.Ankle, Landmark.Toe, Landmark.RearAnkle, Landmark.RearToe])
            {
                if (!f.Has(foot))
                    continue;
                var (u, v) = seen.Plumb(f, foot);
                var l = seen.Sight.Undo(u, v, figure.D(foot)).L;
                (least, most) = (Min(least, l), Max(most, l));
            }

            if (
                middle < least - Beside
                || middle > most + Beside
                || (f.Has(Landmark.Ankle) && Abs(lens - seen.Sight.Height) > Beside)
            )
                return SquareLineFault.BesideTheFeet;
        }

        return Abs(yaw) > MostDegrees * PI / 180 ? SquareLineFault.TooFarOff : yaw;

        (double U, double V) At(Undoing.Seen seen, ImagePoint p)
        {
            var (x, up) = f.Place(p);
            return seen.Plumb(f, x, up);
        }
    }
}
