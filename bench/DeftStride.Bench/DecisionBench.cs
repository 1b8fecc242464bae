using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Engines;
using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Practice;

namespace DeftStride.Bench;

/// <summary>One decision with five years of history behind it.</summary>
[SimpleJob(RunStrategy.Throughput, warmupCount: 3, iterationCount: 8)]
[MemoryDiagnoser]
public class DecisionBench
{
    private static readonly CheckStandard Standard = CheckStandard.For(
        Exercise.SplitSquatToPad,
        new Sourced<School>(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
        AnkleRange.Assumed,
        AnkleRange.Assumed,
        BandChoices.None,
        ErrorModel.Default
    );

    private static readonly DecisionFacts Facts = new(
        Exercise.SplitSquatToPad,
        [],
        [new(Pain.None, false), new(Pain.None, false) { AfterSet = true }],
        new Sourced<int>(2, SettingSource.Studio),
        0,
        Look.Of(PosedCheck.Of(Standard, Body.From(new BodyMeasures(1.75)), 3, new Random(4)), Standard),
        [],
        new Repetitions(15, 15, 14),
        new PreviousSession(true, 0, []),
        null
    )
    {
        Day = new(2026, 5, 20),
        // Two sessions a week for five years, and a trial at each.
        EarlierPain =
        [
            .. Enumerable.Range(1, 520).Select(i => new PainDay(new DateOnly(2026, 5, 20).AddDays(-i * 7 / 2), i % 4)),
        ],
        EarlierTrials =
        [
            .. Enumerable
                .Range(0, 520)
                .Select(i => new SessionTrial(
                    Fault.All[i % Fault.All.Count].Corrections[0].Id,
                    (TrialOutcome)(i % 3),
                    (BodySide)(i % 2),
                    null
                )),
        ],
    };

    /// <summary>One decision.</summary>
    [Benchmark]
    public DecisionOutcome Decide() => DecisionRule.Decide(Facts).Outcome;
}
