using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;

namespace DeftStride.Bench;

/// <summary>One measure read and called, a quick look of both sides with three repetitions each, and whole checks from three views.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class ReadingBench
{
    private static readonly Body Body = Body.From(new BodyMeasures(1.75));
    private static readonly CheckStandard Standard = CheckStandard.For(
        Exercise.SplitSquatToPad,
        new Sourced<School>(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
        AnkleRange.Assumed,
        AnkleRange.Assumed,
        BandChoices.None,
        ErrorModel.Default
    );

    private static readonly LookInput Whole = PosedCheck.Of(Standard, Body, 1, new Random(4));
    private static readonly LookInput Three = PosedCheck.Of(Standard, Body, 3, new Random(4));
    private static readonly LookInput Quick = LookInput.Of(
        [.. Three.Stills.Where(s => s is { View: View.Side, Moment: Moment.Bottom }).Select(Two)],
        Three.Context
    );
    private static readonly Band Band = Standard.Of("front-shin")!.Left!;

    /// <summary>One measurement with its error and verdict.</summary>
    [Benchmark]
    public Verdict OneReading()
    {
        var reading = MeasureReader.Read("front-shin", Quick.Stills[0], Quick.Context, ErrorModel.Default);
        var mean = MeasureMean.Of([(reading, Facing.Right)], ErrorModel.Default);
        return Judgement.Of(mean.Value, Band, mean.Error.Reach).Verdict;
    }

    /// <summary>The quick look: six stills with two points each, comparison and finding.</summary>
    [Benchmark]
    public FindingKind QuickLook() => Look.Of(Quick, Standard).Finding.Kind;

    /// <summary>A whole check from the side, the front and behind, both sides, every point placed, one repetition.</summary>
    [Benchmark]
    public FindingKind ThreeViews() => Look.Of(Whole, Standard).Finding.Kind;

    /// <summary>The same with three repetitions a side.</summary>
    [Benchmark]
    public FindingKind ThreeViewsThreeTimes() => Look.Of(Three, Standard).Finding.Kind;

    /// <summary>A whole check with a camera that no check had before: what it leaves is worked out first. About 20,000 are told apart.</summary>
    [Benchmark]
    public FindingKind FirstOfItsKind()
    {
        _camera++;
        var place = CameraPlace.ByGuide with
        {
            DistanceMetres = 2 + (0.25 * (_camera % 33)),
            HeightMetres = 0.2 + (0.05 * (_camera / 33 % 27)),
        };
        var body = Body.From(new BodyMeasures(1.45 + (0.05 * (_camera / 891 % 14))));
        return Look.Of(
            new LookInput(
                [.. Whole.Stills.Select(s => s with { Camera = place })],
                Whole.Seen,
                Whole.Stated,
                Whole.Context with
                {
                    Body = body,
                }
            ),
            Standard
        ).Finding.Kind;
    }

    private int _camera;

    private static PointSet Two(PointSet still) =>
        still with
        {
            Points = new Dictionary<Landmark, ImagePoint>
            {
                [Landmark.Ankle] = still.Points[Landmark.Ankle],
                [Landmark.Knee] = still.Points[Landmark.Knee],
            },
        };
}
