using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;

namespace DeftStride.Bench;

/// <summary>One still read and called, and a whole check of both sides with three repetitions each.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class ReadingBench
{
    private static readonly CheckStandard Standard = new(new Sourced<School>(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise), AnkleRange.Assumed, AnkleRange.Assumed, ErrorModel.Default);
    private static readonly PointSet[] Stills = [.. Enumerable.Range(0, 6).Select(i => Still(i % 2 == 0 ? BodySide.Left : BodySide.Right, 6 + (i * 3)))];
    private static readonly Band Band = Standard.ShinBand(BodySide.Left);

    /// <summary>One measurement with its error and verdict.</summary>
    [Benchmark]
    public Verdict OneReading()
    {
        var mean = ShinMean.Of([(ShinAngle.Measure(Stills[0], ErrorModel.Default), Facing.Right)], ErrorModel.Default);
        return Judgement.Of(mean.Value, Band, mean.Error.Reach).Verdict;
    }

    /// <summary>A whole check: six stills, both sides, comparison and finding.</summary>
    [Benchmark]
    public FindingKind WholeCheck() => ShinCheck.Of(Stills, Standard).Finding.Kind;

    private static PointSet Still(BodySide side, double degrees)
    {
        var a = degrees * Math.PI / 180;
        return new PointSet(View.Side, side, Facing.Right, new PictureSize(1120, 1200), new Dictionary<Landmark, ImagePoint>
        {
            [Landmark.Ankle] = new(800, 1000),
            [Landmark.Knee] = new(800 + (300 * Math.Sin(a)), 1000 - (300 * Math.Cos(a))),
        }, new VerticalMark(new(200, 900), new(203, 300)), PointPlacer.Hand, "still");
    }
}
