using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Tests;

/// <summary>Point sets and results built from what is true of them.</summary>
internal static class Given
{
    public static readonly PictureSize Picture = new(1600, 1080);

    /// <summary>A still whose shin leans by the given degrees in a picture whose true vertical is tilted.</summary>
    public static PointSet Still(double shinDegrees, BodySide side = BodySide.Right, Facing facing = Facing.Right, double length = 320, double tilt = 0, bool marked = false)
    {
        var ankle = new ImagePoint(800, 900);
        var ahead = facing == Facing.Right ? 1 : -1;
        ImagePoint Along(ImagePoint from, double degrees, double r)
        {
            var a = (tilt + (ahead * degrees)) * Math.PI / 180;
            return new ImagePoint(from.X + (r * Math.Sin(a)), from.Y - (r * Math.Cos(a)));
        }

        VerticalMark? mark = marked ? new VerticalMark(new ImagePoint(300, 800), Along(new ImagePoint(300, 800), 0, 500)) : null;
        return new PointSet(View.Side, side, facing, Picture,
            new Dictionary<Landmark, ImagePoint> { [Landmark.Ankle] = ankle, [Landmark.Knee] = Along(ankle, shinDegrees, length) }, mark, PointPlacer.Hand, "still");
    }

    public static PointSet With(this PointSet still, Landmark landmark, ImagePoint at) =>
        still with { Points = new Dictionary<Landmark, ImagePoint>(still.Points) { [landmark] = at } };

    public static CheckStandard Standard(SchoolCode school = SchoolCode.VerticalShin) =>
        new(new Sourced<School>(School.Of(school), SettingSource.Exercise), AnkleRange.Assumed, AnkleRange.Assumed, ErrorModel.Default);

    /// <summary>A check with both shins at the given angles, three repetitions a side from a levelled camera.</summary>
    public static ShinCheck Check(double left, double right, SchoolCode school = SchoolCode.VerticalShin, int repetitions = 3) => ShinCheck.Of(
        [.. Enumerable.Range(0, repetitions).SelectMany(_ => new[] { Still(left, BodySide.Left, marked: true), Still(right, marked: true) })], Standard(school));

    public static SideResult Side(double degrees, BodySide side = BodySide.Right, int repetitions = 3) => Check(degrees, degrees, repetitions: repetitions).On(side)!;

    public static Angle Degrees(double d) => Angle.FromDegrees(d);
}
