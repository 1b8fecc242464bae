using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Tests;

/// <summary>Point sets and results built from what is true of them.</summary>
internal static class Given
{
    public static readonly PictureSize Picture = new(1600, 1080);

    /// <summary>A still whose shin leans by the given degrees in a picture whose true vertical is tilted.</summary>
    public static PointSet Still(
        double shinDegrees,
        BodySide side = BodySide.Right,
        Facing facing = Facing.Right,
        double length = 320,
        double tilt = 0,
        bool marked = false
    )
    {
        var ankle = new ImagePoint(800, 900);
        var ahead = facing == Facing.Right ? 1 : -1;
        ImagePoint Along(ImagePoint from, double degrees, double r)
        {
            var a = (tilt + (ahead * degrees)) * Math.PI / 180;
            return new ImagePoint(from.X + (r * Math.Sin(a)), from.Y - (r * Math.Cos(a)));
        }

        VerticalMark? mark = marked
            ? new VerticalMark(new ImagePoint(300, 800), Along(new ImagePoint(300, 800), 0, 500))
            : null;
        return new PointSet(
            View.Side,
            side,
            facing,
            Picture,
            new Dictionary<Landmark, ImagePoint>
            {
                [Landmark.Ankle] = ankle,
                [Landmark.Knee] = Along(ankle, shinDegrees, length),
            },
            mark,
            PointPlacer.Hand,
            "still"
        );
    }

    public static PointSet With(this PointSet still, Landmark landmark, ImagePoint at) =>
        still with
        {
            Points = new Dictionary<Landmark, ImagePoint>(still.Points) { [landmark] = at },
        };

    public static CheckStandard Standard(
        SchoolCode school = SchoolCode.VerticalShin,
        string exercise = "split-squat-to-pad",
        AnkleRange? ankle = null
    ) =>
        CheckStandard.For(
            Exercise.Find(exercise)!,
            new Sourced<School>(School.Of(school), SettingSource.Exercise),
            ankle ?? Ankle,
            ankle ?? Ankle,
            BandChoices.None,
            ErrorModel.Default
        );

    /// <summary>An ankle that was measured.</summary>
    private static readonly AnkleRange Ankle = new(Angle.FromDegrees(35), true, Angle.Zero);

    /// <summary>A look at the given stills and nothing else.</summary>
    public static Look Look(params PointSet[] stills) =>
        Core.Judging.Look.Of(LookInput.Of(stills, ReadingContext.Default), Standard());

    private static PointSet[] Shins(double left, double right, int repetitions) =>
        [
            .. Enumerable
                .Range(1, repetitions)
                .SelectMany(n =>
                    new[]
                    {
                        Still(left, BodySide.Left, marked: true) with
                        {
                            Repetition = n,
                        },
                        Still(right, marked: true) with
                        {
                            Repetition = n,
                        },
                    }
                ),
        ];

    /// <summary>A check of both shins at the given angles, three repetitions a side from a levelled camera.</summary>
    public static Look Check(
        double left,
        double right,
        SchoolCode school = SchoolCode.VerticalShin,
        int repetitions = 3
    ) => Core.Judging.Look.Of(LookInput.Of(Shins(left, right, repetitions), ReadingContext.Default), Standard(school));

    /// <summary>The same with every other must-pass check seen to be fine.</summary>
    public static Look Whole(
        double left,
        double right,
        SchoolCode school = SchoolCode.VerticalShin,
        params SeenAnswer[] seen
    )
    {
        var standard = Standard(school);
        SeenAnswer[] rest =
        [
            .. standard
                .MustPass.Where(b => b.Measure.Id != "front-shin")
                .SelectMany(b =>
                    new[] { BodySide.Left, BodySide.Right }.Select(s =>
                        seen.FirstOrDefault(a => a.MeasureId == b.Measure.Id && a.Side == s)
                        ?? new SeenAnswer(b.Measure.Id, s, BandSide.Within)
                    )
                ),
        ];
        return Core.Judging.Look.Of(new LookInput(Shins(left, right, 3), rest, [], ReadingContext.Default), standard);
    }

    /// <summary>The shin's result at the given angle.</summary>
    public static MeasureResult Side(double degrees, BodySide side = BodySide.Right, int repetitions = 3) =>
        Check(degrees, degrees, repetitions: repetitions).On("front-shin", side)!;

    /// <summary>The shin's mean in a look.</summary>
    public static MeasureMean Shin(this Look look, BodySide side = BodySide.Right) =>
        look.On("front-shin", side)!.Mean!;

    /// <summary>A fault of the table.</summary>
    public static Fault Fault(string id) => Core.Correcting.Fault.All.Single(f => f.Id == id);

    public static Quantity Degrees(double d) => Quantity.Degrees(d);
}
