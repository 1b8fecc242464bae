using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>
/// Takes the camera out of a still: point by point, at the depth that each has on a posed figure, so that yaw and nearness no
/// longer shift them against each other. Every measure is read from what comes of it.
/// </summary>
internal static class Undoing
{
    /// <summary>How a still was seen: the camera, the scale at the client's middle, and how far the picture still leans.</summary>
    /// <param name="Sight">The camera. Its height is the lens above the floor under the client.</param>
    /// <param name="Scale">Pixels a metre at the client's middle.</param>
    /// <param name="Roll">What is left of the picture's lean once it is levelled by a mark that a pitched camera sees lean, radians.</param>
    public readonly record struct Seen(Sight Sight, double Scale, double Roll)
    {
        /// <summary>Where a point of a still lies in the plumb picture, right and up of its middle.</summary>
        public (double U, double V) Plumb(Levelled f, double x, double up)
        {
            var (u, v) = (f.Right * x, up);
            if (Roll != 0)
            {
                var (sin, cos) = SinCos(Roll);
                (u, v) = ((u * cos) - (v * sin), (u * sin) + (v * cos));
            }

            return Sight.Plumb(u, v, Sight.Focal, Sight.Pitch);
        }

        /// <summary>The same of a landmark.</summary>
        public (double U, double V) Plumb(Levelled f, Landmark landmark) => Plumb(f, f.X(landmark), f.Up(landmark));
    }

    /// <summary>How a still was seen, or null where nothing in it tells a scale.</summary>
    /// <param name="f">The still, levelled.</param>
    /// <param name="figure">A figure of the client in about that posture.</param>
    /// <param name="place">Where the camera stood.</param>
    /// <param name="yaw">How far off square, radians.</param>
    public static Seen? Find(Levelled f, ClickedFigure figure, CameraPlace place, double yaw)
    {
        var marked = f.HasScaleMark ? f.ScaleCentimetres / 100 : 0;
        var (low, high) = Stretch(f, figure);
        var stretch = low != high;
        if (!stretch && marked == 0)
            return null;
        var (distance, pitch) = (place.Reckoned, place.Pitch);
        var scale = marked > 0 ? f.ScalePixels / marked : f.Distance(low, high) / Far(figure, low, high);
        if (!(scale > 0) || !double.IsFinite(scale))
            return null;
        // Seen at the working leg's depth, wanted at the client's middle.
        if (marked > 0)
            scale *= (distance + figure.D(Track(f))) / distance;
        for (var i = 0; ; i++)
        {
            var focal = scale * distance;
            var seen = new Seen(new Sight(yaw, 0, distance, focal, pitch, 0), scale, Roll(f, focal, pitch));
            seen = seen with { Sight = seen.Sight with { Bearing = Bearing(f, figure, seen) } };
            if (!stretch)
                return seen;
            var at = seen.Plumb(f, low);
            seen = seen with
            {
                Sight = seen.Sight with { Height = figure.Y(low) - seen.Sight.Undo(at.U, at.V, figure.D(low)).Y },
            };
            if (marked > 0)
                return seen;
            // The scale is right when the figure's shank, seen through this camera, is as long as the client's.
            var plumb = seen.Sight with
            {
                Pitch = 0,
            };
            var ratio = Apart(at, seen.Plumb(f, high)) / Apart(See(plumb, figure, low), See(plumb, figure, high));
            if (!double.IsFinite(ratio) || ratio is < 0.2 or > 5)
                return null;
            if (Abs(ratio - 1) < 1e-6 || i == 4)
                return seen;
            scale *= ratio;
        }
    }

    /// <summary>The still without its camera: each point where it would lie in a square picture from very far, at the same scale.</summary>
    public static Levelled Undo(Levelled f, ClickedFigure figure, Seen seen)
    {
        var (undoer, plain, scale) = (seen.Sight.Undoing(), seen is { Roll: 0, Sight.Pitch: 0 }, seen.Scale);
        var undone = new Levelled(f);
        for (var i = 0; i < Landmarks.Count; i++)
        {
            var landmark = (Landmark)i;
            if (!f.Has(landmark))
                continue;
            var (u, v) = plain ? (f.Right * f.X(landmark), f.Up(landmark)) : seen.Plumb(f, landmark);
            var (l, y) = undoer.At(u, v, figure.D(landmark));
            undone.Put(landmark, f.Right * scale * l, scale * y);
        }

        if (f.HasScaleMark)
            undone.PutScale(
                f,
                (x, up) =>
                {
                    var (u, v) = seen.Plumb(f, x, up);
                    var (l, y) = undoer.At(u, v, figure.D(Track(f)));
                    return (f.Right * scale * l, scale * y);
                }
            );
        return undone;
    }

    /// <summary>How a camera sees a figure, as a still of it.</summary>
    /// <param name="like">The still that it stands for: which view, leg and moment.</param>
    /// <param name="figure">The figure.</param>
    /// <param name="sight">The camera.</param>
    /// <param name="roll">How far the picture is rolled, radians; + true vertical's top leans to the right.</param>
    public static Levelled See(PointSet like, ClickedFigure figure, Sight sight, double roll)
    {
        var (right, sin, cos) = (Levelled.Rightward(like), Sin(roll), Cos(roll));
        return new Levelled(
            like,
            l =>
            {
                var (u, v) = See(sight, figure, l);
                return (right * ((u * cos) + (v * sin)), (v * cos) - (u * sin));
            }
        );
    }

    private static (double U, double V) See(Sight sight, ClickedFigure figure, Landmark l) =>
        sight.See(figure.L(l), figure.D(l), figure.Y(l));

    /// <summary>The landmark at whose depth a marked length lies.</summary>
    private static Landmark Track(Levelled f) => f.Still.View == View.Side ? Landmark.Toe : Landmark.Knee;

    /// <summary>How far right of the lens's axis the client's middle lies: by the hip from the side, by both points of the pelvis from front and back, else by what is there.</summary>
    private static double Bearing(Levelled f, ClickedFigure figure, Seen seen)
    {
        ReadOnlySpan<Landmark> wanted =
            f.Still.View == View.Side ? [Landmark.Hip] : [Landmark.WorkingPelvis, Landmark.FreePelvis];
        var (sum, count) = (0.0, 0);
        if (f.HasAll(wanted))
        {
            foreach (var l in wanted)
                sum += Off(l);
            return sum / wanted.Length;
        }

        for (var i = 0; i < Landmarks.Count; i++)
        {
            if (f.Has((Landmark)i))
                (sum, count) = (sum + Off((Landmark)i), count + 1);
        }

        return count == 0 ? 0 : sum / count;

        double Off(Landmark l) =>
            Atan(seen.Plumb(f, l).U / seen.Sight.Focal)
            - Sight.Direction(figure.L(l), figure.D(l), seen.Sight.Yaw, seen.Sight.Distance);
    }

    /// <summary>What a pitched camera adds to the lean of an upright mark away from the picture's middle.</summary>
    private static double Roll(Levelled f, double focal, double pitch) =>
        pitch != 0 && f.Still.Vertical is { } mark
            ? Atan((((mark.One.X + mark.Other.X) / 2) - (f.Still.Picture.Width / 2.0)) * Tan(pitch) / focal)
            : 0;

    /// <summary>What the scale is told by: the shank, else the longest stretch between two points that are there; twice the same where there is none.</summary>
    private static (Landmark Low, Landmark High) Stretch(Levelled f, ClickedFigure figure)
    {
        if (f.Has(Landmark.Ankle) && f.Has(Landmark.Knee))
            return (Landmark.Ankle, Landmark.Knee);
        var (low, high, longest) = (Landmark.Ankle, Landmark.Ankle, 0.0);
        for (var i = 0; i < Landmarks.Count; i++)
        {
            for (var j = i + 1; j < Landmarks.Count; j++)
            {
                if (!f.Has((Landmark)i) || !f.Has((Landmark)j))
                    continue;
                var far = Far(figure, (Landmark)i, (Landmark)j);
                if (far > longest)
                    (low, high, longest) = ((Landmark)i, (Landmark)j, far);
            }
        }

        return (low, high);
    }

    private static double Far(ClickedFigure figure, Landmark a, Landmark b) =>
        Apart((figure.L(a), figure.Y(a)), (figure.L(b), figure.Y(b)));

    private static double Apart((double U, double V) a, (double U, double V) b) =>
        Sqrt(((a.U - b.U) * (a.U - b.U)) + ((a.V - b.V) * (a.V - b.V)));
}
