using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Bench;

/// <summary>One set-up solve by each rear-foot rule, its inverse, and a whole plan with the search for what would make it fit.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class SetupBench
{
    private static readonly Body Body = Body.From(new(1.75, 75));
    private static readonly SplitStance Shared = new(
        Angle.FromDegrees(10),
        Angle.Zero,
        SplitStance.OnPadMetres,
        Angle.FromDegrees(10)
    );
    private static readonly SplitStance Toe = Shared with { RearFoot = new RearFoot.BigToe(Angle.FromDegrees(60)) };
    private static readonly SplitStance Far = Shared with { FrontShin = Angle.FromDegrees(42) };
    private static readonly StudioKit Kit = new([0.30, 0.45], [0.02, 0.02, 0.05], [0.02], [5, 10, 15], 0.25);

    /// <summary>Forward, both rear joints sharing: found by halving.</summary>
    [Benchmark]
    public SplitPosture SharedRule() => SplitLinkage.Solve(Body, Shared);

    /// <summary>Forward, the big toe given: closed form.</summary>
    [Benchmark]
    public SplitPosture ToeRule() => SplitLinkage.Solve(Body, Toe);

    /// <summary>From the stance length.</summary>
    [Benchmark]
    public bool FromLength() => SplitLinkage.TryFromStanceLength(Body, 0.65, Shared).Is(out _);

    /// <summary>A stance that does not fit: demands, every single change that would, kit, card.</summary>
    [Benchmark]
    public int WholePlan() =>
        SetupPlanner.Plan(Body, Far, RangeOfMotion.Assumed, RangeOfMotion.Assumed, Kit).Changes.Count;
}
