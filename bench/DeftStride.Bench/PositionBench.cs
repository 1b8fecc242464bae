using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Practice;

namespace DeftStride.Bench;

/// <summary>Two positions read and compared, at the bottom and just after the turn; one posture on one leg with all that balances it.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class PositionBench
{
    private static readonly Body Body = Body.From(new(1.75, 75));
    private static readonly PairFacts Facts = new(
        Body,
        RangeOfMotion.Assumed,
        RangeOfMotion.Assumed,
        [4, 6, 8, 12, 16, 20, 24]
    );
    private static readonly PositionPair Lunges = PositionPair.TryOf(PairKind.UprightInclined, Facts)!;
    private static readonly PositionPair OneLeg = PositionPair.TryOf(PairKind.KneeHipOneLeg, Facts)!;

    private static PositionComparison Compare(PositionPair pair, Instant when) =>
        PositionComparison.Of(
            Body,
            PositionReading.Of(pair.A, when, Body, Facts.Front, Facts.Rear),
            PositionReading.Of(pair.B, when, Body, Facts.Front, Facts.Rear),
            [Goal.Running],
            true
        );

    /// <summary>Standing still.</summary>
    [Benchmark]
    public PositionComparison Bottom() => Compare(Lunges, Instant.Still);

    /// <summary>Just after the turn.</summary>
    [Benchmark]
    public PositionComparison AfterTurn() => Compare(Lunges, new Instant.AfterTurn(1));

    /// <summary>On one leg.</summary>
    [Benchmark]
    public PositionComparison BothOnOneLeg() => Compare(OneLeg, Instant.Still);

    /// <summary>A posture that falls: every way that would balance it, the trade, the box.</summary>
    [Benchmark]
    public int WholeOneLegPlan() =>
        OneLegPlan
            .Of(
                Body,
                Core.Setup.OneLegPosture.Of(
                    Body,
                    Core.Quantities.Angle.FromDegrees(20),
                    Core.Quantities.Angle.FromDegrees(15),
                    Core.Quantities.Angle.FromDegrees(45)
                ),
                Load.None,
                Facts.Front,
                Facts.Weights,
                Core.Setup.StudioKit.Unknown
            )
            .Ways.Count;

    /// <summary>A seat for one leg: the posture that balances at every height on the way to it.</summary>
    [Benchmark]
    public SeatPlan Seat() =>
        SeatPlan
            .TryOf(
                new SeatFacts(Body, Facts.Front, Core.Setup.StudioKit.Unknown, Facts.Weights),
                Core.Exercises.SeatWay.Behind,
                OneLegChoice.Shared,
                Core.Quantities.Angle.FromDegrees(90),
                null
            )
            .OrThrow(problem => problem);
}
