using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Dosing;

public sealed class DoubleProgressionTests
{
    private static readonly LoadRack Rack = new([8, 8, 12, 12, 20]);

    private static Prescription Loaded(int sets = 3, int reps = 8, double kg = 8) =>
        new(DoseRange.Training, sets, reps, new Load(LoadPosition.Goblet, kg));

    private static SessionLog Did(Prescription asked, int clean = -1, int? effort = 7, int pain = 0) =>
        SessionLog.Even(
            asked.Sets,
            asked.Amount,
            clean < 0 ? asked.Sets * asked.Amount : clean,
            asked.Sets * asked.Amount,
            asked.Load,
            effort,
            pain == 0 ? Pain.None : new Pain(pain, BodySide.Left, LegRole.Front)
        );

    /// <summary>Three sets of eight, all clean on the left; on the right as many, and as many of them clean, as is said of each set.</summary>
    private static SessionLog Sides(Prescription asked, Func<int, (int Amount, int Clean)> right) =>
        new(
            [
                .. Enumerable
                    .Range(0, 3)
                    .SelectMany(i =>
                        new[]
                        {
                            new SetDone(BodySide.Left, 8, 8, asked.Load),
                            new SetDone(BodySide.Right, right(i).Amount, right(i).Clean, asked.Load),
                        }
                    ),
            ],
            7,
            Pain.None
        );

    private static NextDose After(Prescription asked, SessionLog log, bool two = true, bool load = true) =>
        NextDose.After(asked, log, 2, two, load, Rack);

    [Fact]
    public void Repetitions_come_first_then_a_set_then_the_next_weight_there_is()
    {
        var (asked, steps) = (Loaded(), new List<DoseStep>());
        for (var i = 0; i < 9; i++)
        {
            var next = After(asked, Did(asked));
            steps.Add(next.Step);
            asked = next.Prescription;
        }

        Assert.Equal(
            [
                DoseStep.Repetitions,
                DoseStep.Repetitions,
                DoseStep.Sets,
                DoseStep.Load,
                DoseStep.Repetitions,
                DoseStep.Repetitions,
                DoseStep.Load,
                DoseStep.Repetitions,
                DoseStep.Repetitions,
            ],
            steps
        );
        Assert.Equal(20, asked.Load.Kilograms);
        var end = After(asked, Did(asked));
        Assert.Equal(DoseStep.Full, end.Step);
        Assert.Contains("no heavier weight", end.Why, StringComparison.Ordinal);
    }

    public static TheoryData<string, int, int?, int, bool, DoseStep> Boundaries =>
        new()
        {
            { "exactly eight in ten clean", 20, 7, 0, true, DoseStep.Repetitions },
            { "one fewer", 19, 7, 0, true, DoseStep.Same },
            { "effort exactly 8", 25, 8, 0, true, DoseStep.Repetitions },
            { "effort 9", 25, 9, 0, true, DoseStep.Same },
            { "effort 9 and not clean", 10, 9, 0, true, DoseStep.Lighter },
            { "effort not asked", 25, null, 0, true, DoseStep.Repetitions },
            { "pain exactly at the limit", 25, 7, 2, true, DoseStep.Repetitions },
            { "pain above it", 25, 7, 3, true, DoseStep.Same },
            { "the first good session", 25, 7, 0, false, DoseStep.Same },
        };

    [Theory]
    [MemberData(nameof(Boundaries))]
    public void Each_condition_has_its_boundary(string name, int clean, int? effort, int pain, bool two, DoseStep step)
    {
        var asked = new Prescription(DoseRange.Training with { Low = 5 }, 5, 5, new Load(LoadPosition.Goblet, 12));
        var next = After(asked, Did(asked, clean, effort, pain), two);
        Assert.True(next.Step == step, $"{name}: {next.Step}, {next.Why}");
    }

    [Theory]
    [InlineData(6, DoseStep.Fewer, 6)]
    [InlineData(7, DoseStep.Fewer, 7)]
    [InlineData(5, DoseStep.Sets, 8)]
    [InlineData(1, DoseStep.Sets, 8)]
    [InlineData(8, DoseStep.Sets, 8)]
    public void A_side_that_was_only_tired_ends_next_time_where_it_was_clean(int clean, DoseStep step, int amount)
    {
        var asked = Loaded();
        var log = Sides(asked, i => (8, i == 2 ? clean : 8));
        var grown = new NextDose(asked with { Sets = 4 }, DoseStep.Sets, "more");
        var next = grown.Tired(asked, log, [BodySide.Right], 2);
        Assert.Equal((step, amount, asked.Load), (next.Step, next.Prescription.Amount, next.Prescription.Load));
        // The other side alone, pain, or a load that is taken down already say nothing of it.
        Assert.Equal(grown, grown.Tired(asked, log, [BodySide.Left], 2));
        Assert.Equal(grown, grown.Tired(asked, log, [], 2));
        var hurt = log with { Pain = new Pain(3, BodySide.Left, LegRole.Front) };
        Assert.Equal(grown, grown.Tired(asked, hurt, [BodySide.Right], 2));
        var lighter = grown with { Step = DoseStep.Lighter };
        Assert.Equal(lighter, lighter.Tired(asked, log, [BodySide.Right], 2));
        if (step != DoseStep.Fewer)
            return;
        // It is said which side, and the numbers go up again by the same road.
        Assert.StartsWith("The right was tired", next.Why, StringComparison.Ordinal);
        var again = next.Prescription;
        Assert.Equal(DoseStep.Repetitions, After(again, Did(again)).Step);
        Assert.Equal(amount + 1, After(again, Did(again)).Prescription.Amount);
    }

    [Fact]
    public void The_weaker_side_decides_for_both()
    {
        var asked = Loaded();
        var log = Sides(asked, i => (i == 2 ? 5 : 8, 5));
        Assert.Equal(21, log.Against(asked)!.Done);
        Assert.Equal(DoseStep.Same, After(asked, log).Step);
        Assert.Null(new SessionLog([], 7, null).Against(asked));
    }

    [Theory]
    [InlineData(24, 0, true)]
    [InlineData(20, 2, true)]
    [InlineData(19, 0, false)]
    [InlineData(24, 3, false)]
    public void A_good_session_is_whole_eight_in_ten_clean_and_within_the_pain_limit(int clean, int pain, bool good)
    {
        var asked = Loaded();
        Assert.Equal(good, Did(asked, clean, 7, pain).Good(asked, 2));
        Assert.False(Did(Loaded(2), -1).Good(asked, 2));
    }

    [Fact]
    public void Only_a_decision_to_progress_adds_anything_and_only_its_way_moves_anyone()
    {
        var (asked, ladder) = (Loaded(), Ladder.All[0]);
        var way = new ProgressOption(
            ProgressKind.Rung,
            "rear foot low",
            "why",
            "ss-rear-low",
            asked with
            {
                Amount = 5,
            },
            true
        );
        foreach (var outcome in Enum.GetValues<DecisionOutcome>())
        {
            var next = Following.Next(asked, "as it was", Did(asked), outcome, way, 2, Rack).Prescription;
            Assert.Equal(outcome == DecisionOutcome.Progress ? way.Dose : asked, next);
            var moves = Following.Moves(
                ladder,
                "ss-loaded",
                "ss-loaded",
                "ss-pad",
                outcome,
                [BodySide.Left, BodySide.Right],
                way
            );
            // A step back is for the side that stands on the rung; up goes only the one behind.
            Assert.Equal(
                outcome switch
                {
                    DecisionOutcome.StepBack => [BodySide.Left],
                    DecisionOutcome.Progress => [BodySide.Right],
                    _ => (BodySide[])[],
                },
                moves.Select(m => m.Side)
            );
        }

        Assert.Equal(
            DoseStep.Lighter,
            Following.Next(Loaded(kg: 12), "", Did(Loaded(kg: 12), 10, 9), DecisionOutcome.Hold, null, 2, Rack).Step
        );
    }

    [Fact]
    public void Two_at_the_sides_need_two_equal_weights_and_an_unlisted_rack_goes_by_a_step_that_is_said()
    {
        Assert.Equal([16.0, 24.0], Rack.Totals(LoadPosition.Sides));
        Assert.Equal(
            (24.0, 16.0, null),
            (
                Rack.Heavier(LoadPosition.Sides, 16),
                Rack.Lighter(LoadPosition.Sides, 24),
                Rack.Heavier(LoadPosition.Sides, 24)
            )
        );
        Assert.Equal(12 + LoadRack.AssumedStep, LoadRack.Unknown.Heavier(LoadPosition.Goblet, 12));
        Assert.Equal(0, Rack.Lighter(LoadPosition.Goblet, 8));
        Assert.Equal(8, Prescription.First(DoseRange.Training, Exercise.SplitSquatToPad, Rack).Load.Kilograms);
        Assert.Equal(Load.None, Prescription.First(DoseRange.Practising, Exercise.SplitSquatToPad, Rack).Load);
    }

    [Fact]
    public void A_load_comes_from_what_there_is_for_the_place_where_it_is_held()
    {
        var rack = new LoadRack([12, 12, 16])
        {
            Bars = [20],
            Discs = [2.5, 5, 2.5, 5, 10],
            Sandbags = [15],
        };
        Assert.Equal([20.0, 25.0, 30.0, 35.0], rack.Totals(LoadPosition.Back));
        Assert.Equal(rack.Totals(LoadPosition.Back), rack.Totals(LoadPosition.Front));
        Assert.Equal([15.0], rack.Totals(LoadPosition.Sandbag));
        Assert.Equal([12.0, 15.0, 16.0], rack.Totals(LoadPosition.ElbowCrook));
        Assert.Equal([24.0], rack.Totals(LoadPosition.Sides));
        Assert.Equal((30.0, null), (rack.Heavier(LoadPosition.Back, 25), rack.Heavier(LoadPosition.Back, 35)));
        // Bars alone are a rack too: the chest has nothing, so the first place that has is taken, and a rung that asks for one says so.
        var bars = new LoadRack([]) { Bars = [15] };
        var squat = Exercise.SplitSquatToPad;
        Assert.Equal(new Load(LoadPosition.Front, 15), Prescription.First(DoseRange.Training, squat, bars).Load);
        var (kilograms, why) = FirstLoad.Unknown.For(squat, LoadPosition.Goblet, bars, null);
        Assert.Equal(0, kilograms);
        Assert.Contains("nothing here to hold at the chest", why, StringComparison.Ordinal);
        Assert.Contains("hold it on the front of the shoulders", why, StringComparison.Ordinal);
    }

    private static readonly Gen<(Prescription Asked, SessionLog Log, bool Two, bool Load)> AnySession =
        from range in Gen.Elements(
            DoseRange.Learning,
            DoseRange.Practising,
            DoseRange.Training,
            DoseRange.Strength,
            new DoseRange(Phase.Learning, 3, 3, 20, 30, true)
        )
        from sets in Gen.Choose(range.SetsLow, range.SetsHigh)
        from amount in Gen.Choose(range.Low, range.High)
        from kg in Gen.Elements(8.0, 12.0, 20.0)
        from missed in Gen.Elements(0, 0, 0, 3)
        from clean in Gen.Choose(5, 10)
        from effort in Gen.Choose(4, 10)
        from pain in Gen.Elements(0, 0, 1, 2, 3, 6)
        from two in Gen.Elements(true, true, false)
        from load in Gen.Elements(true, false)
        let asked = new Prescription(range, sets, amount, range.Loaded ? new Load(LoadPosition.Goblet, kg) : Load.None)
        let total = Math.Max(0, (sets * amount) - missed)
        let side = new Func<BodySide, IEnumerable<SetDone>>(s =>
            [new SetDone(s, total, total * clean / 10, asked.Load)]
        )
        select (
            asked,
            new SessionLog(
                [.. side(BodySide.Left), .. side(BodySide.Right)],
                effort,
                pain == 0 ? Pain.None : new Pain(pain, BodySide.Left, LegRole.Rear)
            ),
            two,
            load
        );

    [Property(MaxTest = 500)]
    public Property One_thing_changes_at_most_and_never_through_pain_effort_or_a_poor_set() =>
        Prop.ForAll(
            AnySession.ToArbitrary(),
            s =>
            {
                var next = After(s.Asked, s.Log, s.Two, s.Load);
                var (was, now) = (s.Asked, next.Prescription);
                var changed =
                    (was.Amount != now.Amount ? 1 : 0)
                    + (was.Sets != now.Sets ? 1 : 0)
                    + (was.Load != now.Load ? 1 : 0);
                var grown = now.Amount > was.Amount || now.Sets > was.Sets || now.Load.Kilograms > was.Load.Kilograms;
                var done = s.Log.Against(was)!;
                return (changed <= 1 || (next.Step == DoseStep.Load && now.Amount == was.Range.Low))
                    && (
                        !grown
                        || (
                            s.Two
                            && s.Log.Pain!.Score <= 2
                            && s.Log.Effort <= 8
                            && done.Done >= done.Prescribed
                            && done.Clean >= 0.8 * done.Done
                        )
                    )
                    && now.Amount <= was.Range.High
                    && now.Sets <= was.Range.SetsHigh
                    && (
                        now.Load.Kilograms == was.Load.Kilograms
                        || Rack.Totals(LoadPosition.Goblet).Contains(now.Load.Kilograms)
                        || now.Load.Kilograms == 0
                    )
                    && next.Why.Length > 10;
            }
        );

    [Theory]
    [InlineData(21, 5, 5, 8, "sets a side")]
    [InlineData(500, 5, 5, 8, "at most 20")]
    [InlineData(3, 201, 5, 8, "repetitions")]
    [InlineData(3, 5, 5, 401, "400 kg")]
    [InlineData(3, 5, 5, double.NaN, "400 kg")]
    public void What_nobody_does_is_refused_in_a_sentence(int sets, int amount, int clean, double kg, string says) =>
        Assert.Contains(
            says,
            new SessionLog(
                [
                    .. Enumerable
                        .Range(0, sets)
                        .Select(_ => new SetDone(BodySide.Left, amount, clean, new Load(LoadPosition.Goblet, kg))),
                ],
                5,
                null
            ).Problem()!,
            StringComparison.Ordinal
        );

    [Fact]
    public void A_log_as_it_is_usually_entered_is_fine_and_deals_clean_ones_over_its_sets()
    {
        var log = SessionLog.Even(3, 5, 12, 15, Load.None, 6, Pain.None);
        Assert.Null(log.Problem());
        Assert.Equal([5, 5, 2, 5, 5, 5], log.Sets.Select(s => s.Clean));
        Assert.NotNull((log with { Effort = 11 }).Problem());
        Assert.NotNull((log with { Pain = new Pain(4, null, null) }).Problem());
    }

    [Fact]
    public void Slow_down_and_quick_up_on_steps_and_no_tempo_where_it_is_held()
    {
        Assert.Equal("lower 3, pause 1, up 1", DoseRange.Practising.TempoFor(Exercise.SplitSquatToPad)!.Words);
        Assert.Equal("3-1-1-0", DoseRange.Practising.TempoFor(Exercise.SplitSquatToPad)!.ToString());
        Assert.Equal("3-1-1-1", DoseRange.Practising.TempoFor(Exercise.Find("step-up")!)!.ToString());
        Assert.Null(new DoseRange(Phase.Learning, 3, 3, 20, 30, true).TempoFor(Exercise.Find("half-kneeling-hold")!));
        Assert.Equal("2–3 × 5 a side, slow, body weight", DoseRange.Learning.ToString());
    }
}
