using DeftStride.Core.Bodies;

namespace DeftStride.Core.Measuring;

/// <summary>
/// A still turned so that true vertical is up. From the side x runs ahead, where the toes point; from front and back it runs
/// inward, from the working leg toward the free one. Pixels; up is positive. Points can be shifted to see what a
/// measure makes of it: that is how placing errors are worked out.
/// </summary>
public sealed class Levelled
{
    private static readonly int Landmarks = Enum.GetValues<Landmark>().Length;
    private readonly double[] _x = new double[Landmarks + 2];
    private readonly double[] _up = new double[Landmarks + 2];
    private readonly bool[] _has = new bool[Landmarks];
    private readonly double _scaleCentimetres;

    /// <summary>Levels the points of a still by its marked upright, or by the picture's own edge.</summary>
    public Levelled(PointSet still)
    {
        ArgumentNullException.ThrowIfNull(still);
        Still = still;
        var (upX, upY) = still.Vertical is { } mark ? Upright(mark) : (0.0, -1.0);
        // A quarter turn from upright gives the picture's right; the view says whether that is ahead or inward.
        var right = Rightward(still);
        foreach (var (landmark, point) in still.Points)
        {
            _has[(int)landmark] = true;
            Put((int)landmark, point);
        }

        if (still.Scale is { } scale)
        {
            Put(Landmarks, scale.One);
            Put(Landmarks + 1, scale.Other);
            _scaleCentimetres = scale.Centimetres;
        }

        PictureTilt = Angle.FromRadians(Math.Atan2(upX, -upY));

        void Put(int i, ImagePoint p)
        {
            _x[i] = right * ((p.X * -upY) + (p.Y * upX));
            _up[i] = (p.X * upX) + (p.Y * upY);
        }
    }

    /// <summary>The still.</summary>
    public PointSet Still { get; }

    /// <summary>How far the picture is turned against true upright.</summary>
    public Angle PictureTilt { get; }

    /// <summary>Whether a point was placed.</summary>
    public bool Has(Landmark landmark) => _has[(int)landmark];

    /// <summary>How far ahead (from the side) or inward (from front and back) a point lies, pixels.</summary>
    public double X(Landmark landmark) => _x[(int)landmark];

    /// <summary>How high a point lies, pixels.</summary>
    public double Up(Landmark landmark) => _up[(int)landmark];

    /// <summary>Whether a length was marked in it.</summary>
    public bool HasScaleMark => Still.Scale is not null;

    /// <summary>The length of the marked stretch, pixels.</summary>
    public double ScalePixels =>
        Math.Sqrt(Square(_x[Landmarks + 1] - _x[Landmarks]) + Square(_up[Landmarks + 1] - _up[Landmarks]));

    /// <summary>Between two points, pixels.</summary>
    public double Distance(Landmark a, Landmark b) => Math.Sqrt(Square(X(b) - X(a)) + Square(Up(b) - Up(a)));

    /// <summary>
    /// Centimetres a pixel: from the marked length, else from the client's shank (from the front it is seen shortened by the
    /// cosine of its lean); NaN when neither is there.
    /// </summary>
    public double Scale(Body? body, double shinRadians) =>
        HasScaleMark ? _scaleCentimetres / ScalePixels
        : body is null || !Has(Landmark.Ankle) || !Has(Landmark.Knee) ? double.NaN
        : 100
            * body.Shank
            * (Still.View == View.Side ? 1 : Math.Cos(shinRadians))
            / Distance(Landmark.Ankle, Landmark.Knee);

    /// <summary>Moves one coordinate of a landmark or of the scale's end.</summary>
    public void Shift(int point, bool upward, double by)
    {
        if (upward)
            _up[point] += by;
        else
            _x[point] += by;
    }

    /// <summary>The shiftable points behind some landmarks: themselves, and the ends of the scale when lengths are read.</summary>
    public IEnumerable<int> Shiftable(IEnumerable<Landmark> landmarks, bool lengths)
    {
        foreach (var landmark in landmarks)
            yield return (int)landmark;
        if (!lengths || !HasScaleMark)
            yield break;
        yield return Landmarks;
        yield return Landmarks + 1;
    }

    /// <summary>Which way x runs in the picture: +1 to its right edge.</summary>
    public static int Rightward(PointSet still)
    {
        // "Ahead" is where the toes are seen to point, mirrored or not.
        if (still.View == View.Side)
            return still.Facing == Facing.Right ? 1 : -1;
        // From the front the client's right leg is on the picture's left and inward is to the right; from behind the other way.
        var inward = (still.View == View.Front) == (still.FrontLeg == BodySide.Right) ? 1 : -1;
        return still.Mirrored ? -inward : inward;
    }

    /// <summary>The unit vector of a mark, in picture axes, that points to the picture's upper half.</summary>
    public static (double X, double Y) Upright(VerticalMark mark)
    {
        var (dx, dy) = (mark.Other.X - mark.One.X, mark.Other.Y - mark.One.Y);
        var length = Math.Sqrt((dx * dx) + (dy * dy));
        return dy < 0 ? (dx / length, dy / length) : (-dx / length, -dy / length);
    }

    private static double Square(double v) => v * v;
}
