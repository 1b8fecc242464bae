using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Measuring;

/// <summary>
/// A still turned so that true vertical is up. From the side x runs ahead, where the toes point; from front and back it runs
/// inward, from the working leg toward the free one. Pixels; up is positive. Points can be shifted to see what a
/// measure makes of it: that is how placing errors are worked out.
/// </summary>
public sealed class Levelled
{
    private const int ScaleEnds = 2;
    private readonly double[] _x = new double[Landmarks.Count + ScaleEnds];
    private readonly double[] _up = new double[Landmarks.Count + ScaleEnds];
    private readonly bool[] _has = new bool[Landmarks.Count];
    private readonly double _scaleCentimetres;
    private readonly double _upX;
    private readonly double _upY = -1;

    /// <summary>Levels the points of a still by its marked upright, or by the picture's own edge.</summary>
    public Levelled(PointSet still)
        : this(still, false) { }

    /// <summary>The same; where the length that was marked is none to go by it is as if there were no mark, and no length is read.</summary>
    internal Levelled(PointSet still, bool lengthsBarred)
    {
        ArgumentNullException.ThrowIfNull(still);
        (Still, LengthsBarred) = (still, lengthsBarred);
        var (upX, upY) = still.Vertical is { } mark ? Upright(mark) : (0.0, -1.0);
        Right = Rightward(still);
        (_upX, _upY) = (upX, upY);
        foreach (var (landmark, point) in still.Points)
        {
            _has[(int)landmark] = true;
            Put((int)landmark, point);
        }

        if (still.Scale is { } scale && !lengthsBarred)
        {
            Put(Landmarks.Count, scale.One);
            Put(Landmarks.Count + 1, scale.Other);
            _scaleCentimetres = scale.Centimetres;
        }

        PictureTilt = Angle.FromRadians(Math.Atan2(upX, -upY));

        void Put(int i, ImagePoint p) => (_x[i], _up[i]) = Place(p);
    }

    /// <summary>Where a point of the picture lies in the still's axes, pixels from the picture's middle.</summary>
    internal (double X, double Up) Place(ImagePoint p)
    {
        // A quarter turn from upright gives the picture's right; the view says whether that is ahead or inward.
        var (x, y) = (p.X - (Still.Picture.Width / 2.0), p.Y - (Still.Picture.Height / 2.0));
        return (Right * ((x * -_upY) + (y * _upX)), (x * _upX) + (y * _upY));
    }

    /// <summary>A still of the same points, to be put elsewhere: the camera undone.</summary>
    internal Levelled(Levelled like)
    {
        (Still, Right, PictureTilt, _scaleCentimetres, LengthsBarred) = (
            like.Still,
            like.Right,
            like.PictureTilt,
            like._scaleCentimetres,
            like.LengthsBarred
        );
        (_upX, _upY, _has) = (like._upX, like._upY, like._has);
    }

    /// <summary>Puts a point elsewhere.</summary>
    internal void Put(Landmark landmark, double x, double up) => (_x[(int)landmark], _up[(int)landmark]) = (x, up);

    /// <summary>A still of a figure on which every point was placed.</summary>
    internal Levelled(PointSet still, Func<Landmark, (double X, double Up)> at)
    {
        (Still, Right, PictureTilt) = (still, Rightward(still), Angle.Zero);
        for (var i = 0; i < Landmarks.Count; i++)
        {
            _has[i] = true;
            (_x[i], _up[i]) = at((Landmark)i);
        }
    }

    /// <summary>Puts the ends of the marked length elsewhere, as <see cref="Put"/> does the points.</summary>
    internal void PutScale(Levelled like, Func<double, double, (double X, double Up)> at)
    {
        if (!HasScaleMark)
            return;
        for (var i = Landmarks.Count; i < Landmarks.Count + ScaleEnds; i++)
            (_x[i], _up[i]) = at(like._x[i], like._up[i]);
    }

    /// <summary>Whether every one of some points was placed.</summary>
    internal bool HasAll(ReadOnlySpan<Landmark> landmarks)
    {
        foreach (var landmark in landmarks)
        {
            if (!Has(landmark))
                return false;
        }

        return true;
    }

    /// <summary>+1 where x runs to the picture's right, else −1.</summary>
    public int Right { get; }

    /// <summary>The still.</summary>
    public PointSet Still { get; }

    /// <summary>What is known of the camera that was taken out of it, or null where none was.</summary>
    internal CameraKnown? Camera { get; private set; }

    /// <summary>The same still, with what is known of the camera that it was taken out of.</summary>
    /// <param name="camera">What is known of it.</param>
    /// <param name="pixelsPerMetre">The scale at the client's middle.</param>
    internal Levelled TakenOutOf(CameraKnown camera, double pixelsPerMetre)
    {
        (Camera, PixelsPerMetre) = (camera, pixelsPerMetre);
        return this;
    }

    /// <summary>The scale at the client's middle, once the camera was taken out; else 0.</summary>
    internal double PixelsPerMetre { get; private set; }

    /// <summary>How far the picture is turned against true upright.</summary>
    public Angle PictureTilt { get; }

    /// <summary>Whether a point was placed.</summary>
    /// <returns>False for one that was not placed.</returns>
    public bool Has(Landmark landmark) => _has[(int)landmark];

    /// <summary>How far ahead (from the side) or inward (from front and back) of the picture's middle a point lies, pixels.</summary>
    /// <returns>Ahead or inward positive.</returns>
    public double X(Landmark landmark) => _x[(int)landmark];

    /// <summary>How high above the picture's middle a point lies, pixels.</summary>
    /// <returns>Above positive.</returns>
    public double Up(Landmark landmark) => _up[(int)landmark];

    /// <summary>The true length of the marked stretch, centimetres; 0 without one.</summary>
    public double ScaleCentimetres => _scaleCentimetres;

    /// <summary>Whether a length was marked in it that can be gone by.</summary>
    public bool HasScaleMark => Still.Scale is not null && !LengthsBarred;

    /// <summary>Whether no length is read from it, since the one that was marked is none to go by.</summary>
    internal bool LengthsBarred { get; }

    /// <summary>The length of the marked stretch, pixels.</summary>
    public double ScalePixels =>
        Math.Sqrt(
            Square(_x[Landmarks.Count + 1] - _x[Landmarks.Count])
                + Square(_up[Landmarks.Count + 1] - _up[Landmarks.Count])
        );

    /// <summary>Between two points, pixels.</summary>
    /// <returns>Not negative.</returns>
    public double Distance(Landmark a, Landmark b) => Math.Sqrt(Square(X(b) - X(a)) + Square(Up(b) - Up(a)));

    /// <summary>
    /// Centimetres a pixel: from the marked length, else from the client's shank (from the front it is seen shortened by the
    /// cosine of its lean); NaN when neither is there.
    /// </summary>
    /// <returns>NaN when neither is there.</returns>
    public double Scale(Body? body, double shinRadians) =>
        HasScaleMark ? _scaleCentimetres / ScalePixels
        : body is null || !Has(Landmark.Ankle) || !Has(Landmark.Knee) ? double.NaN
        : 100
            * body.Shank
            * (Still.View == View.Side ? 1 : Math.Cos(shinRadians))
            / Distance(Landmark.Ankle, Landmark.Knee);

    /// <summary>The shank's ends, by which lengths are known where none is marked.</summary>
    internal static readonly Landmark[] Shank = [Landmark.Ankle, Landmark.Knee];

    /// <summary>Moves one coordinate of a landmark or of the scale's end.</summary>
    public void Shift(int point, bool upward, double by)
    {
        if (upward)
            _up[point] += by;
        else
            _x[point] += by;
    }

    /// <summary>Which way x runs in the picture: +1 to its right edge.</summary>
    /// <returns>+1 or −1.</returns>
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
    /// <returns>Of length 1, y below 0.</returns>
    public static (double X, double Y) Upright(VerticalMark mark)
    {
        var (dx, dy) = (mark.Other.X - mark.One.X, mark.Other.Y - mark.One.Y);
        var length = Math.Sqrt((dx * dx) + (dy * dy));
        return dy < 0 ? (dx / length, dy / length) : (-dx / length, -dy / length);
    }

    private static double Square(double v) => v * v;
}
