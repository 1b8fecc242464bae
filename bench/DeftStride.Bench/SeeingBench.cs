using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;

namespace DeftStride.Bench;

/// <summary>The points of a clip of a minute at 60 frames a second, thirteen of them: mended, smoothed and cut into repetitions.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class SeeingBench
{
    private const double Rate = 60;
    private static readonly Track Minute = new(
        View.Side,
        BodySide.Left,
        Facing.Right,
        new PictureSize(540, 960),
        [
            .. Enumerable
                .Range(0, (int)(60 * Rate))
                .Select(i => new TrackFrame(
                    i / Rate,
                    Enum.GetValues<Landmark>()
                        .Take(13)
                        .ToDictionary(
                            l => l,
                            l => new TrackPoint(
                                new ImagePoint(
                                    200 + (10 * (int)l) + Math.Sin(i * i),
                                    500 + (90 * (1 - Math.Cos(2 * Math.PI * i / Rate / 4))) + Math.Cos(i * i)
                                ),
                                0.9,
                                TrackSource.Found
                            )
                        )
                )),
        ],
        "bench"
    );

    /// <summary>From the points as they came to the repetitions with their tempo.</summary>
    [Benchmark]
    public int MinuteCut()
    {
        var clean = CleanTrack.Of(Minute)!;
        var scatter = clean.Scatter(Landmark.Hip)!.Value * clean.Filter.Gain;
        return RepetitionFinder.Find(clean.Y(Landmark.Hip), clean.Rate, scatter, clean.Begins).All.Count;
    }

    private static readonly Exercise Squat = Exercise.Find("split-squat-to-pad")!;
    private static readonly CheckStandard Standard = CheckStandard.For(
        Squat,
        new Sourced<School>(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
        AnkleRange.Assumed,
        AnkleRange.Assumed,
        BandChoices.None,
        ErrorModel.Default
    );

    private static readonly ReadingContext Context = ReadingContext.Default with
    {
        Body = Body.From(new BodyMeasures(1.75)),
    };

    /// <summary>A minute from the side at 60 a second: fifteen repetitions of four seconds.</summary>
    private static readonly FilmedBody Mover = new(
        View.Side,
        new PictureSize(540, 960),
        [
            .. Enumerable
                .Range(0, (int)(60 * Rate))
                .Select(i =>
                {
                    var u = (1 - Math.Cos(2 * Math.PI * i / Rate / 4)) / 2;
                    var n = Math.Sin(i * i);
                    (BodyPoint, double X, double Y)[] at =
                    [
                        (BodyPoint.Ear, 270, 240 + (100 * u)),
                        (BodyPoint.LeftShoulder, 262, 330 + (100 * u)),
                        (BodyPoint.RightShoulder, 258, 330 + (100 * u)),
                        (BodyPoint.LeftHip, 256, 520 + (100 * u)),
                        (BodyPoint.RightHip, 252, 520 + (100 * u)),
                        (BodyPoint.LeftKnee, 398 + (50 * u), 630 + (15 * u)),
                        (BodyPoint.RightKnee, 205 + (50 * u), 675 + (120 * u)),
                        (BodyPoint.LeftAnkle, 386, 795),
                        (BodyPoint.RightAnkle, 80 + (25 * u), 776),
                        (BodyPoint.LeftHeel, 364, 824),
                        (BodyPoint.RightHeel, 60 + (25 * u), 760),
                        (BodyPoint.LeftToe, 460, 825),
                        (BodyPoint.RightToe, 130, 820),
                    ];
                    return new BodyFrame(
                        i / Rate,
                        at.ToDictionary(
                            p => p.Item1,
                            p => new TrackPoint(new ImagePoint(p.X + n, p.Y - n), 0.95, TrackSource.Found)
                        )
                    );
                }),
        ],
        "bench"
    )
    {
        Camera = CameraPlace.ByGuide,
    };

    /// <summary>From what a device sends to the look: cut, every moment a still, every repetition judged, what sets in when.</summary>
    [Benchmark]
    public int MinuteJudged()
    {
        if (!Movement.TryFind(Mover, Squat, null).Is(out var movement))
            return 0;
        var seen = SeenMovement.Of(movement, Standard.Measures, Context, Standard.Errors);
        var look = Look.Of(
            new LookInput([.. movement.Stills().Select(s => s.Still)], [], [], Context) { Movements = [seen] },
            Standard
        );
        return look.Results.Count + look.Onsets.Count;
    }
}
