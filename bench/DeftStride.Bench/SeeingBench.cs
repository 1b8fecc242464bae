using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
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
}
