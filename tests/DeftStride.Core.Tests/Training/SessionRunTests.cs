using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Running;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>A session as it runs: from what was asked and every tap since, on any device, in whatever order somebody taps.</summary>
public sealed class SessionRunTests
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 17, 0, 0, TimeSpan.Zero);
    private static readonly Guid Main = new("00000000-0000-0000-0000-000000000001");
    private static readonly Guid Extra = new("00000000-0000-0000-0000-000000000002");
    private static readonly SessionGuard Free = new(Pain.DefaultLimit);

    private static readonly SessionItem Squat = new(
        Main,
        SessionPlace.Main,
        "split-squat-to-pad",
        2,
        5,
        new Load(LoadPosition.Goblet, 6),
        60
    )
    {
        First = new FirstSide(BodySide.Right, FirstSideWhy.Weaker),
        Tempo = Tempo.Usual,
    };

    private static readonly SessionItem StepUp = new(Extra, SessionPlace.Accessory, "step-up", 1, 8, Load.None, 90);

    private static DateTimeOffset At(double seconds) => Start.AddSeconds(seconds);

    private static Pain Knee(int score) =>
        new(score, BodySide.Left, LegRole.Rear) { Site = PainSite.KneeFront, Kind = PainKind.JointOrTendon };

    private static SessionRun Run(params SessionTap[] taps) => SessionRun.Of([Squat, StepUp], Free, taps);

    private static IEnumerable<SessionTap> Set(int clean, int not = 0) =>
        [
            new SetBegun(Start),
            .. Enumerable.Repeat<SessionTap>(new Counted(Start, true), clean),
            .. Enumerable.Repeat<SessionTap>(new Counted(Start, false), not),
            new SetEnded(Start),
        ];

    [Fact]
    public void Sets_come_in_their_order_the_side_that_begins_first_and_the_other_matches_it()
    {
        var run = Run();
        Assert.Equal((SessionPhase.Before, new SessionStep(Main, 1, BodySide.Right)), (run.Phase, run.Step));
        Assert.Equal(5, run.Asked);
        run = Run([.. Set(4)]);
        // Four were done on the right: the left matches four.
        Assert.Equal((new SessionStep(Main, 1, BodySide.Left), 4), (run.Step, run.Asked));
        run = Run([.. Set(4), .. Set(4)]);
        Assert.Equal((new SessionStep(Main, 2, BodySide.Right), 5), (run.Step, run.Asked));
        run = Run([.. Set(4), .. Set(4), .. Set(5), .. Set(5), .. Set(8), .. Set(8)]);
        Assert.Equal((SessionPhase.Done, null), (run.Phase, run.Step));
        Assert.Null(run.Rest);
        var logs = run.Logs();
        Assert.Equal([Main, Extra], logs.Select(l => l.Item.Id));
        Assert.Equal(
            [(BodySide.Right, 4), (BodySide.Left, 4), (BodySide.Right, 5), (BodySide.Left, 5)],
            logs[0].Done.Sets.Select(s => (s.Side, s.Amount))
        );
        Assert.All(logs[0].Done.Sets, s => Assert.Equal(6, s.Load.Kilograms));
    }

    [Fact]
    public void A_rest_goes_by_the_clock_it_grows_by_a_tap_and_a_clock_set_back_makes_it_no_longer()
    {
        var run = Run(new Counted(At(0), true), new SetEnded(At(20)));
        Assert.Equal(60, run.Rest!.Left(At(20)));
        Assert.Equal(35, run.Rest.Left(At(45)));
        Assert.Equal(0, run.Rest.Left(At(500)));
        Assert.Equal(60, run.Rest.Left(At(-3600)));
        run = run.After(new RestLengthened(At(30), 30));
        Assert.Equal(65, run.Rest!.Left(At(45)));
        Assert.Equal(SessionItem.LongestRest, run.After(new RestLengthened(At(31), 100_000)).Rest!.Seconds);
        // Midnight and the night on which the clocks go forward are nothing to it: an instant is one wherever it is read.
        var night = new DateTimeOffset(2026, 3, 29, 1, 59, 50, TimeSpan.FromHours(1));
        var summer = new DateTimeOffset(2026, 3, 29, 3, 0, 20, TimeSpan.FromHours(2));
        Assert.Equal(30, new SessionRest(night, 60).Left(summer));
        // Whoever counts has begun: no rest runs beside a set.
        Assert.Null(run.After(new Counted(At(50), true)).Rest);
        Assert.Equal(SessionPhase.Working, run.After(new Counted(At(50), true)).Phase);
    }

    [Fact]
    public void A_slip_is_taken_back_and_a_set_ends_with_what_was_counted()
    {
        var run = Run(
            new SetBegun(Start),
            new Counted(Start, true),
            new Counted(Start, false),
            new TakenBack(Start),
            new Counted(Start, true),
            new SetReset(Start),
            new SetEnded(Start)
        );
        var over = Assert.Single(run.Over);
        Assert.Equal([true, true], over.Clean);
        Assert.Equal(1, over.Resets);
        // There is nothing to take back in a rest: what is over is corrected in the log.
        Assert.Equal(run.Over, run.After(new TakenBack(Start)).Over);
    }

    [Theory]
    [InlineData(0, SessionPhase.Before)]
    [InlineData(2, SessionPhase.Before)]
    [InlineData(3, SessionPhase.ToChange)]
    [InlineData(4, SessionPhase.ToChange)]
    [InlineData(5, SessionPhase.Stopped)]
    [InlineData(9, SessionPhase.Stopped)]
    public void After_a_set_that_hurt_the_next_is_offered_after_a_change_or_not_at_all(int score, SessionPhase then)
    {
        var run = Run([.. Set(5), new PainTold(Start, score == 0 ? Pain.None : Knee(score))]);
        Assert.Equal(then, run.Phase);
        // The next set does not begin by whatever is tapped on it.
        var pushed = run.After(new SetBegun(Start)).After(new Counted(Start, true));
        Assert.Equal(then == SessionPhase.Before ? SessionPhase.Working : then, pushed.Phase);
        var changed = run.After(new OneThingChanged(Start, "share"));
        Assert.Equal(then == SessionPhase.Stopped ? SessionPhase.Stopped : SessionPhase.Before, changed.Phase);
        // Asked again and fine goes on; a stop by pain stays.
        var again = run.After(new PainTold(Start, Knee(1))).After(new SessionResumed(Start));
        Assert.Equal(then == SessionPhase.Stopped ? SessionPhase.Stopped : SessionPhase.Before, again.Phase);
        if (then == SessionPhase.Stopped)
            Assert.Contains("stop for today", run.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void To_leave_what_hurts_is_a_change_and_to_leave_something_else_is_none()
    {
        var run = Run([.. Set(5), new PainTold(Start, Knee(3))]);
        Assert.Equal(SessionPhase.ToChange, run.After(new ItemSkipped(Start, Extra)).Phase);
        var left = run.After(new ItemSkipped(Start, Main));
        Assert.Equal((SessionPhase.Before, Extra), (left.Phase, left.Step!.Item));
    }

    [Fact]
    public void A_sore_muscle_stops_nothing()
    {
        var sore = new Pain(6, BodySide.Left, LegRole.Front) { Site = PainSite.Buttock, Kind = PainKind.Muscle };
        Assert.Equal(SessionPhase.Before, Run([.. Set(5), new PainTold(Start, sore)]).Phase);
    }

    [Fact]
    public void Swapped_skipped_added_and_moved_the_rest_goes_on_and_what_was_done_stays()
    {
        var hold = StepUp with { Id = Guid.NewGuid(), ExerciseId = "half-kneeling-hold", Held = true, Amount = 20 };
        var run = Run([.. Set(5), new ItemAdded(Start, hold, Extra), new ItemSkipped(Start, Main)]);
        Assert.Equal(hold.Id, run.Step!.Item);
        Assert.Equal(5, Assert.Single(run.Logs()).Done.Sets.Single().Amount);
        run = run.After(new ItemMoved(Start, Extra, hold.Id));
        Assert.Equal(Extra, run.Step!.Item);
        // In the middle of a set it is kept as far as it went.
        run = run.After(new Counted(Start, true)).After(new ItemSkipped(Start, Extra));
        Assert.Equal(hold.Id, run.Step!.Item);
        Assert.Equal(1, run.Logs().Single(l => l.Item.Id == Extra).Done.Sets.Single().Amount);
        // What nobody could mean changes nothing.
        Assert.Equal(
            run.Items,
            run.After(new ItemAdded(Start, hold with { Id = Guid.NewGuid(), Sets = 500 }, null)).Items
        );
        Assert.Equal(run.Items, run.After(new LoadChosen(Start, hold.Id, new Load(LoadPosition.Goblet, -2))).Items);
    }

    [Fact]
    public void The_side_and_the_load_change_from_the_next_set_on_and_what_is_over_keeps_its_own()
    {
        var run = Run([
            .. Set(5),
            .. Set(5),
            new LoadChosen(Start, Main, new Load(LoadPosition.Goblet, 4)),
            new FirstSideChosen(Start, Main, BodySide.Left),
        ]);
        Assert.Equal(new SessionStep(Main, 2, BodySide.Left), run.Step);
        run = run.After(new Counted(Start, true)).After(new SetEnded(Start));
        Assert.Equal([6.0, 6, 4], run.Over.Select(o => o.Load.Kilograms));
    }

    [Fact]
    public void What_a_sign_or_a_condition_forbids_is_not_offered_and_comes_to_hold_while_it_runs()
    {
        SessionTap[] taps = [.. Set(5), new Counted(Start, true)];
        var flagged = SessionRun.Of([Squat, StepUp], Free with { Barred = "A red flag stands." }, taps);
        Assert.Equal((SessionPhase.Stopped, "A red flag stands."), (flagged.Phase, flagged.Why));
        Assert.Null(flagged.Step);
        var refused = SessionRun.Of(
            [Squat, StepUp],
            Free with
            {
                Refused = new Dictionary<string, string> { ["split-squat-to-pad"] = "The clinician said no." },
            },
            []
        );
        Assert.Equal(Extra, refused.Step!.Item);
        var light = SessionRun.Of(
            [Squat, StepUp],
            Free with
            {
                NotLoaded = new Dictionary<string, string> { ["split-squat-to-pad"] = "No load." },
            },
            []
        );
        Assert.Equal(Extra, light.Step!.Item);
        Assert.Equal(Main, light.After(new LoadChosen(Start, Main, Load.None)).Step!.Item);
    }

    [Fact]
    public void What_comes_to_be_known_while_it_runs_takes_back_nothing_that_was_counted()
    {
        SessionTap[] before = [.. Set(5), new Counted(At(70), true), new Counted(At(75), true)];
        var flagged = Run([.. before, new GuardLearnt(At(80), Free with { Barred = "A red flag stands." })]);
        Assert.Equal((SessionPhase.Stopped, "A red flag stands.", null), (flagged.Phase, flagged.Why, flagged.Step));
        Assert.Equal([5, 2], flagged.Logs().Single().Done.Sets.Select(s => s.Amount));
        Assert.Equal(SessionPhase.Stopped, flagged.After(new SessionResumed(At(81))).Phase);
        // Undone the same day: it goes on when the coach says so.
        var cleared = flagged.After(new GuardLearnt(At(90), Free));
        Assert.Equal(SessionPhase.Stopped, cleared.Phase);
        Assert.Equal(new SessionStep(Main, 2, BodySide.Right), cleared.After(new SessionResumed(At(91))).Step);
        // A condition that comes between two sets turns to what is allowed; the set that is being done is finished.
        var no = Free with
        {
            Refused = new Dictionary<string, string> { ["split-squat-to-pad"] = "No." },
        };
        Assert.Equal(Extra, Run([.. Set(5), new GuardLearnt(At(80), no)]).Step!.Item);
        var working = Run([.. before, new GuardLearnt(At(80), no)]);
        Assert.Equal((SessionPhase.Working, 3), (working.Phase, working.After(new Counted(At(82), true)).Count.Count));
    }

    [Fact]
    public void A_hold_and_a_block_go_by_the_clock_and_what_was_not_clean_is_marked()
    {
        var hold = Squat with { Held = true, Amount = 20, Sets = 1, Tempo = null };
        var run = SessionRun.Of(
            [hold],
            Free,
            [new SetBegun(At(0)), new Counted(At(3), true), new Counted(At(9), false), new SetEnded(At(15.4))]
        );
        Assert.Equal((15, 14), (run.Over[0].Clean.Count, run.Over[0].Clean.Count(c => c)));
        // No longer than was asked for, and a clock that was set back leaves what was marked.
        Assert.Equal(20, SessionRun.Of([hold], Free, [new SetBegun(At(0)), new SetEnded(At(500))]).Over[0].Clean.Count);
        Assert.Empty(SessionRun.Of([hold], Free, [new SetBegun(At(0)), new SetEnded(At(-500))]).Over[0].Clean);

        var block = Squat with { Place = SessionPlace.Technique, Sets = 1, ForSeconds = 120, Alternating = true };
        run = SessionRun.Of([block], Free, [new SetBegun(At(0)), new Counted(At(31), false), new SetEnded(At(120))]);
        Assert.Equal(24, run.Over[0].Clean.Count);
        var done = Assert.Single(run.Logs()).Done;
        Assert.Equal([(BodySide.Right, 12), (BodySide.Left, 12)], done.Sets.Select(s => (s.Side, s.Amount)));
        Assert.Equal(23, done.Sets.Sum(s => s.Clean));
    }

    [Fact]
    public void Where_the_sides_take_turns_one_set_is_of_both()
    {
        var turns = StepUp with
        {
            Alternating = true,
            Amount = 3,
            First = new FirstSide(BodySide.Right, FirstSideWhy.Sorer),
        };
        var run = SessionRun.Of([turns], Free, []);
        Assert.Equal((new SessionStep(Extra, 1, null), 6), (run.Step, run.Asked));
        run = SessionRun.Of(
            [turns],
            Free,
            [.. "110101".Select(c => new Counted(Start, c == '1')), new SetEnded(Start)]
        );
        var done = Assert.Single(run.Logs()).Done;
        Assert.Equal(
            [(BodySide.Right, 3, 1), (BodySide.Left, 3, 3)],
            done.Sets.Select(s => (s.Side, s.Amount, s.Clean))
        );
        Assert.Equal(SessionPhase.Done, run.Phase);
    }

    [Fact]
    public void How_long_a_repetition_took_is_known_from_the_taps()
    {
        var run = Run(
            new SetBegun(At(0)),
            new Counted(At(4), true),
            new Counted(At(8), true),
            new Counted(At(12), true),
            new SetEnded(At(60))
        );
        Assert.Equal(4, run.Pace(Main));
        Assert.Null(run.Pace(Extra));
        // A clock that was set back tells nothing.
        Assert.Null(
            Run(new SetBegun(At(0)), new Counted(At(-4), true), new Counted(At(-2), true), new SetEnded(At(0)))
                .Pace(Main)
        );
    }

    [Fact]
    public void Two_devices_come_to_one_session_with_each_set_once_and_every_pain_in_it()
    {
        SessionTap[] Numbered(IEnumerable<SessionTap> taps, byte device) =>
            [.. taps.Select((t, i) => t with { Id = new Guid(i + 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, device) })];
        var shared = Numbered(Set(5), 1);
        SessionTap[] phone = [.. shared, .. Numbered([.. Set(4, 1), .. Set(3), new PainTold(Start, Knee(3))], 2)];
        SessionTap[] tablet = [.. shared, .. Numbered(Set(5), 3)];
        SessionItem[] items = [Squat, StepUp];

        Assert.Equal(phone, SessionJoin.Of(items, Free, shared, phone));
        Assert.Equal(phone, SessionJoin.Of(items, Free, phone, shared));
        var joined = SessionJoin.Of(items, Free, tablet, phone);
        var run = SessionRun.Of(items, Free, joined);
        // The left of the first set was counted on both: the one that runs it counts. The right of the second is the phone's.
        Assert.Equal(
            [(1, BodySide.Right, 5), (1, BodySide.Left, 5), (2, BodySide.Right, 3)],
            run.Over.Select(o => (o.Step.Set, o.Step.Side!.Value, o.Clean.Count))
        );
        Assert.Equal(SessionPhase.ToChange, run.Phase);
        // Sent again it changes nothing.
        Assert.Equal(joined, SessionJoin.Of(items, Free, joined, phone));
        // A set that pain ended on the other device is not lost with it.
        SessionTap[] hurt =
        [
            .. shared,
            .. Numbered(
                [.. Set(5), new Counted(Start, true), new Counted(Start, true), new PainTold(Start, Knee(6))],
                4
            ),
        ];
        joined = SessionJoin.Of(items, Free, tablet, hurt);
        run = SessionRun.Of(items, Free, joined);
        Assert.Equal((SessionPhase.Stopped, 2), (run.Phase, run.Over[^1].Clean.Count));
        Assert.Equal(joined, SessionJoin.Of(items, Free, joined, hurt));
    }

    /// <summary>Whatever two devices tap: nothing that either finished is missing, no set is there twice, and who comes last does not matter to what was done.</summary>
    [Fact]
    public void Joined_again_and_again_a_session_stays_the_same_and_has_every_set_that_was_finished()
    {
        var random = new Random(2027);
        SessionItem[] items = [Squat, StepUp];
        for (var trial = 0; trial < (Sweep.Long ? 5_000 : 200); trial++)
        {
            SessionTap[] Taps(int from, int count) =>
                [.. Enumerable.Range(from, count).Select(i => Any(random, i) with { Id = Guid.NewGuid() })];
            var shared = Taps(0, random.Next(0, 20));
            SessionTap[] one = [.. shared, .. Taps(20, random.Next(0, 25))];
            SessionTap[] two = [.. shared, .. Taps(20, random.Next(0, 25))];
            var joined = SessionJoin.Of(items, Free, one, two);
            Assert.Equal(joined, SessionJoin.Of(items, Free, joined, two));
            Assert.Equal(joined, SessionJoin.Of(items, Free, joined, one));
            Assert.Distinct(joined.Select(t => t.Id));
            var (a, b, both) = (
                SessionRun.Of(items, Free, one),
                SessionRun.Of(items, Free, two),
                SessionRun.Of(items, Free, joined)
            );
            Assert.Distinct(both.Over.Where(o => o.Clean.Count > 0).Select(o => o.Step));
            var known = both.Over.Select(o => o.Step).Append(both.Step).ToHashSet();
            Assert.All(a.Over.Concat(b.Over).Where(o => o.Clean.Count > 0), o => Assert.Contains(o.Step, known));
            Assert.True(
                both.Pains.Select(p => p.Pain.Counted).DefaultIfEmpty(0).Max()
                    >= b.Pains.Select(p => p.Pain.Counted).DefaultIfEmpty(0).Max()
            );
        }
    }

    [Fact]
    public void Put_away_nothing_is_added_and_what_is_under_way_is_kept()
    {
        var run = Run([.. Set(5), new Counted(Start, true), new SessionClosed(Start)]);
        Assert.True(run.Closed);
        Assert.Equal([5, 1], run.Logs().Single().Done.Sets.Select(s => s.Amount));
        foreach (
            var tap in new SessionTap[]
            {
                new SetBegun(Start),
                new Counted(Start, true),
                new SessionResumed(Start),
                new ItemAdded(Start, StepUp with { Id = Guid.NewGuid() }, null),
                new LoadChosen(Start, Main, Load.None),
            }
        )
            Assert.Equal(run.Logs().Sum(l => l.Done.Sets.Count), run.After(tap).Logs().Sum(l => l.Done.Sets.Count));
    }

    [Fact]
    public void Stopped_by_the_coach_what_was_counted_is_kept_and_a_slip_goes_on()
    {
        var run = Run([.. Set(5), new Counted(Start, true), new Counted(Start, false), new SessionStopped(Start)]);
        Assert.Equal(SessionPhase.Stopped, run.Phase);
        Assert.Equal([5, 2], run.Logs().Single().Done.Sets.Select(s => s.Amount));
        var on = run.After(new SessionResumed(Start));
        Assert.Equal(SessionPhase.Before, on.Phase);
        Assert.Equal(new SessionStep(Main, 2, BodySide.Right), on.Step);
    }

    [Theory]
    [InlineData("111111", false)]
    [InlineData("11111100", true)]
    [InlineData("1101", false)]
    [InlineData("10101010", false)]
    [InlineData("11000000", false)]
    public void Only_the_last_ones_off_is_told_from_off_all_along(string set, bool faded) =>
        Assert.Equal(
            faded,
            new StepDone(
                new(Main, 3, BodySide.Left),
                "split-squat-to-pad",
                [.. set.Select(c => c == '1')],
                Load.None,
                0
            ).FadedAtTheEnd
        );

    [Fact]
    public void A_side_is_only_tired_where_everything_before_was_fine_on_both()
    {
        Assert.Equal(BodySide.Right, Run([.. Set(5), .. Set(5), .. Set(4, 1)]).Faded?.Step.Side);
        // Off before, on whichever side: that is untaught.
        Assert.Null(Run([.. Set(4, 1), .. Set(5), .. Set(4, 1)]).Faded);
        Assert.Null(Run([.. Set(5), .. Set(4, 1), .. Set(4, 1)]).Faded);
        Assert.Null(Run([.. Set(5), .. Set(5)]).Faded);
    }

    [Fact]
    public void How_long_an_item_takes_is_told_from_its_tempo_and_its_rests()
    {
        // Two sets a side of five at five seconds, a minute's rest after each.
        Assert.Equal(4 * (25 + 60), Squat.AboutSeconds);
        Assert.Equal(120 + 60, (Squat with { Sets = 1, ForSeconds = 120, Alternating = true }).AboutSeconds);
        Assert.Equal(2 * (20 + 90), (StepUp with { Held = true, Amount = 20 }).AboutSeconds);
    }

    /// <summary>Whatever is tapped in whatever order: every count that was not taken back is in a log, and no set is done twice.</summary>
    [Fact]
    public void No_path_loses_a_count_does_a_set_twice_or_goes_past_the_guard()
    {
        var random = new Random(24);
        for (var trial = 0; trial < (Sweep.Long ? 20_000 : 400); trial++)
        {
            var guard =
                random.Next(4) == 0
                    ? Free with
                    {
                        Refused = new Dictionary<string, string> { ["step-up"] = "No." },
                    }
                    : Free;
            var run = SessionRun.Of([Squat, StepUp], guard, []);
            var counted = 0;
            for (var i = 0; i < 60; i++)
            {
                var tap = Any(random, i);
                var before = run;
                run = run.After(tap);
                counted += tap switch
                {
                    Counted when Total(run) > Total(before) => 1,
                    TakenBack when Total(run) < Total(before) => -1,
                    SetTold told when Total(run) > Total(before) => told.Clean.Count,
                    _ => 0,
                };
                Assert.Equal(counted, Total(run));
                if (run.Phase == SessionPhase.Working)
                {
                    Assert.True(before.Phase is SessionPhase.Working or SessionPhase.Before);
                    Assert.Null(guard.Against(run.Item!.ExerciseId, run.Item.Load));
                }

                if (run.Pains.Any(p => p.Pain.Counted >= Pain.StopScore))
                    Assert.Equal((SessionPhase.Stopped, null), (run.Phase, run.Step));
            }

            Assert.Equal(counted, run.Logs().Sum(l => l.Done.Sets.Sum(s => s.Amount)));
            Assert.Distinct(run.Over.Where(o => o.Clean.Count > 0).Select(o => o.Step));
            Assert.All(run.Logs(), l => Assert.Null(l.Done.Problem()));
        }

        static int Total(SessionRun run) => run.Over.Sum(o => o.Clean.Count) + run.Count.Count;
    }

    private static SessionTap Any(Random random, int second) =>
        random.Next(30) switch
        {
            < 10 => new Counted(At(second), random.Next(5) > 0),
            < 13 => new SetEnded(At(second)),
            < 15 => new SetBegun(At(second)),
            15 => new TakenBack(At(second)),
            16 => new PainTold(At(second), Knee(random.Next(1, random.Next(6) == 0 ? 8 : 4))),
            17 => new OneThingChanged(At(second), "shift"),
            18 => new ItemSkipped(At(second), random.Next(2) == 0 ? Main : Extra),
            19 => new ItemMoved(At(second), Main, random.Next(2) == 0 ? Extra : null),
            20 => new FirstSideChosen(At(second), Main, random.Next(2) == 0 ? BodySide.Left : BodySide.Right),
            21 => new LoadChosen(At(second), Main, new Load(LoadPosition.Goblet, random.Next(0, 12))),
            22 => new SessionStopped(At(second)),
            23 => new SessionResumed(At(second)),
            24 => new EffortTold(At(second), random.Next(0, 11)),
            25 => new TempoChosen(At(second), Main, new Tempo(5, 1, 1, 0)),
            26 => new FeltTold(At(second), false, "low back"),
            27 => new LastOnesOnly(At(second), BodySide.Left),
            28 => new SetTold(
                At(second),
                new SessionStep(Main, random.Next(1, 4), random.Next(2) == 0 ? BodySide.Left : BodySide.Right),
                [true, true, false],
                Load.None,
                0
            ),
            _ => new RestLengthened(At(second), 30),
        };

    [Fact]
    public void What_nobody_does_is_said_and_not_begun()
    {
        Assert.Null(Squat.Problem());
        Assert.Contains("500 sets", (Squat with { Sets = 500 }).Problem(), StringComparison.Ordinal);
        Assert.NotNull((Squat with { Amount = 0 }).Problem());
        Assert.NotNull((Squat with { Load = new Load(LoadPosition.Goblet, -1) }).Problem());
        Assert.NotNull((Squat with { RestSeconds = -1 }).Problem());
        Assert.NotNull((Squat with { ExerciseId = "none" }).Problem());
    }

    [Fact]
    public void The_tempo_tells_from_the_clock_where_it_is_and_counts_down_each_part()
    {
        TempoAt Of(double seconds) => TempoClock.At(Tempo.Usual, seconds);
        Assert.Equal((1, TempoCall.Lower, 3), (Of(0).Repetition, Of(0).Call, Of(0).Left));
        Assert.Equal(
            (1, TempoCall.Lower, 1, 0.9),
            (Of(2.7).Repetition, Of(2.7).Call, Of(2.7).Left, Math.Round(Of(2.7).Depth, 6))
        );
        Assert.Equal((TempoCall.Pause, 1.0), (Of(3.5).Call, Of(3.5).Depth));
        Assert.Equal((TempoCall.Up, 0.75), (Of(4.25).Call, Of(4.25).Depth));
        Assert.Equal((2, TempoCall.Lower, 0.0), (Of(5).Repetition, Of(5).Call, Of(5).Depth));
        Assert.Equal(
            (2, TempoCall.Top),
            (TempoClock.At(Tempo.OnSteps, 11.5).Repetition, TempoClock.At(Tempo.OnSteps, 11.5).Call)
        );
        Assert.Equal(Of(0), Of(-4));
        // Onto a box the way up comes first.
        var up = TempoClock.At(Tempo.OnSteps, 0.5, upFirst: true);
        Assert.Equal((1, TempoCall.Up, 0.5), (up.Repetition, up.Call, up.Depth));
        Assert.Equal(TempoCall.Pause, TempoClock.At(Tempo.OnSteps, 5.5, upFirst: true).Call);
        // Depth never jumps: a mark that follows it moves as a body does.
        for (var t = 0.0; t < 20; t += 0.01)
            Assert.InRange(Of(t + 0.01).Depth - Of(t).Depth, -0.011, 0.0036);
    }
}
