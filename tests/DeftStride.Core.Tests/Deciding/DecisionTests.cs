using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Deciding;

public sealed class DecisionTests
{
    private static Pain Hurts(int score) => score == 0 ? Pain.None : new Pain(score, BodySide.Left, LegRole.Rear);

    private static PainReport[] Reports(params int[] scores) =>
        [.. scores.Select((s, i) => new PainReport(Hurts(s), i > 0) { AfterSet = i > 0 || scores.Length == 1 })];

    /// <summary>A second clean session; each test spoils one thing.</summary>
    private static DecisionFacts Clean =>
        new(
            Exercise.SplitSquatToPad,
            [],
            Reports(0, 0),
            new Sourced<int>(2, SettingSource.Studio),
            0,
            Given.Whole(3, 4),
            [],
            new Repetitions(8, 8, 8),
            new PreviousSession(true, 0, []),
            null
        );

    private static Recommendation Decide(DecisionFacts facts) => DecisionRule.Decide(facts);

    [Fact]
    public void Two_clean_sessions_running_progress_one_thing()
    {
        var said = Decide(Clean);
        Assert.Equal(
            (DecisionOutcome.Progress, "two-clean-sessions", true),
            (said.Outcome, said.RuleId, said.SessionClean)
        );
        Assert.Contains(said.Facts, f => f.Label == "Repetitions a side" && f.Value == "8 clean of 8, 8 asked for");
    }

    public static TheoryData<string, DecisionFacts> NotYet =>
        new()
        {
            { "a first session", Clean with { Previous = null } },
            { "the one before was not clean", Clean with { Previous = new(false, 0, []) } },
            { "fewer than eight in ten clean", Clean with { Repetitions = new(10, 10, 7) } },
            { "the dose not done", Clean with { Repetitions = new(8, 7, 7) } },
            { "nothing counted", Clean with { Repetitions = null } },
            { "pain rising within the limit", Clean with { Pain = Reports(0, 1) } },
            { "pain above the session before", Clean with { Pain = Reports(2, 2), Previous = new(true, 1, []) } },
            { "pain not asked", Clean with { Pain = [] } },
            { "a must-pass check that nobody looked at", Clean with { Check = Given.Check(3, 4) } },
            { "the morning after not asked", Clean with { NextMorning = null } },
            { "pain not asked after the set", Clean with { Pain = [new(Pain.None, false)] } },
        };

    [Theory]
    [MemberData(nameof(NotYet))]
    public void Otherwise_it_holds_and_says_what_is_missing(string because, DecisionFacts facts)
    {
        var said = Decide(facts);
        Assert.True(said.Outcome == DecisionOutcome.Hold, because);
        Assert.NotEmpty(said.WouldChange);
    }

    [Fact]
    public void Exactly_eight_in_ten_is_enough() =>
        Assert.Equal(DecisionOutcome.Progress, Decide(Clean with { Repetitions = new(10, 10, 8) }).Outcome);

    [Theory]
    [InlineData(2, DecisionOutcome.Hold)]
    [InlineData(3, DecisionOutcome.ModifyAndRetest)]
    [InlineData(4, DecisionOutcome.ModifyAndRetest)]
    [InlineData(5, DecisionOutcome.StepBack)]
    [InlineData(10, DecisionOutcome.StepBack)]
    public void Pain_has_its_boundaries_at_the_limit_and_at_five(int score, DecisionOutcome outcome) =>
        Assert.Equal(
            outcome,
            Decide(Clean with { Pain = Reports(score), Previous = null, NextMorning = null }).Outcome
        );

    [Theory]
    [InlineData(4, 2, DecisionOutcome.Hold)]
    [InlineData(3, 0, DecisionOutcome.Hold)]
    [InlineData(4, 3, DecisionOutcome.StepBack)]
    [InlineData(3, 3, DecisionOutcome.StepBack)]
    [InlineData(3, 5, DecisionOutcome.StepBack)]
    public void After_one_change_pain_must_be_gone_or_down_by_two(int before, int after, DecisionOutcome outcome)
    {
        var said = Decide(Clean with { Pain = Reports(before, after) });
        Assert.Equal((outcome, outcome == DecisionOutcome.Hold ? "pain-held" : "pain"), (said.Outcome, said.RuleId));
    }

    [Fact]
    public void Pain_that_eased_without_a_change_still_asks_for_one() =>
        Assert.Equal(
            DecisionOutcome.ModifyAndRetest,
            Decide(Clean with { Pain = [new(Hurts(3), false), new(Hurts(1), false)] }).Outcome
        );

    [Theory]
    [InlineData(0, 2, DecisionOutcome.StepBack)]
    [InlineData(0, 1, DecisionOutcome.Hold)]
    [InlineData(2, 3, DecisionOutcome.StepBack)]
    [InlineData(2, 2, DecisionOutcome.Progress)]
    public void The_morning_after_counts(int last, int morning, DecisionOutcome outcome) =>
        Assert.Equal(outcome, Decide(Clean with { Previous = new(true, last, []), NextMorning = morning }).Outcome);

    [Fact]
    public void The_limit_can_be_set_and_is_named_with_its_source()
    {
        var said = Decide(
            Clean with
            {
                PainLimit = new(3, SettingSource.Client),
                Pain = Reports(3),
                Previous = new(true, 3, []),
                NextMorning = null,
            }
        );
        Assert.NotEqual("pain", said.RuleId);
        Assert.Contains(said.Facts, f => f is { Label: "Pain limit", Value: "3 (client setting)" });
    }

    [Fact]
    public void A_shin_outside_is_corrected_then_stepped_back_once_words_touch_and_set_up_failed()
    {
        var outside = Clean with { Check = Given.Whole(3, 24) };
        Assert.Equal((DecisionOutcome.Correct, "outside"), (Decide(outside).Outcome, Decide(outside).RuleId));
        var still = Given.Check(24, 24);
        SessionTrial Failed(string id) => new(id, TrialOutcome.NoDifference, BodySide.Right, still);
        Assert.Equal(
            DecisionOutcome.Correct,
            Decide(outside with { Trials = [Failed("sb-gatepost"), Failed("sb-dowel")] }).Outcome
        );
        Assert.Equal(
            DecisionOutcome.StepBack,
            Decide(outside with { Trials = [Failed("sb-gatepost"), Failed("sb-dowel"), Failed("sb-longer")] }).Outcome
        );
        Assert.Equal(
            DecisionOutcome.StepBack,
            Decide(
                outside with
                {
                    Trials = [Failed("sb-longer")],
                    Previous = new(false, 0, ["sb-gatepost", "sb-dowel"]),
                }
            ).Outcome
        );
    }

    [Fact]
    public void What_was_seen_to_help_is_kept_and_measured_and_not_followed_by_correct_one_thing()
    {
        var outside = Clean with { Check = Given.Whole(3, 24) };
        Recommendation Seen(TrialOutcome outcome, BodySide side) =>
            Decide(outside with { Trials = [new("sb-gatepost", outcome, side, null)] });
        var said = Seen(TrialOutcome.Helped, BodySide.Right);
        Assert.Equal(
            (DecisionOutcome.Correct, "Gatepost helped, seen by eye. Keep to it, then look again and measure."),
            (said.Outcome, said.Headline)
        );
        const string Plain = "Correct one thing, then look again.";
        Assert.Equal(Plain, Seen(TrialOutcome.NoDifference, BodySide.Right).Headline);
        Assert.Equal(Plain, Seen(TrialOutcome.Helped, BodySide.Left).Headline);
    }

    [Fact]
    public void A_retest_in_band_ends_the_correcting_but_only_an_uncued_look_progresses()
    {
        var best = new CorrectionRecord(
            Given.Fault("shin-beyond-band").Corrections[0],
            1,
            1,
            default(DateTimeOffset),
            1
        );
        var said = Decide(
            Clean with
            {
                Check = Given.Whole(3, 24),
                Trials = [new("sb-gatepost", TrialOutcome.Helped, BodySide.Right, Given.Check(4, 4))],
                BestCorrection = best,
            }
        );
        Assert.Equal(
            (DecisionOutcome.Hold, "Keep as it is, with the cue that works: Gatepost."),
            (said.Outcome, said.Headline)
        );
    }

    [Fact]
    public void Sides_that_differ_in_band_are_noted_and_block_nobody()
    {
        var said = Decide(Clean with { Check = Given.Whole(-2, 7) });
        Assert.Equal(DecisionOutcome.Progress, said.Outcome);
        Assert.Contains(
            said.Facts,
            f => f.Label == "Noted" && f.Value.EndsWith("both in band", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void A_trial_counts_for_its_own_fault_and_side_whichever_session_it_was_made_in()
    {
        var outside = Clean with { Check = Given.Whole(3, 24) };
        string[] all = ["sb-gatepost", "sb-dowel", "sb-longer"];
        SessionTrial[] Failed(BodySide side) =>
            [.. all.Select(id => new SessionTrial(id, TrialOutcome.NoDifference, side, null))];
        Assert.Equal(DecisionOutcome.StepBack, Decide(outside with { EarlierTrials = Failed(BodySide.Right) }).Outcome);
        Assert.Equal(DecisionOutcome.Correct, Decide(outside with { EarlierTrials = Failed(BodySide.Left) }).Outcome);
        SessionTrial[] others =
        [
            .. new[] { "ki-arch", "ki-band" }.Select(id => new SessionTrial(
                id,
                TrialOutcome.NoDifference,
                BodySide.Right,
                null
            )),
        ];
        Assert.Equal(DecisionOutcome.Correct, Decide(outside with { EarlierTrials = others }).Outcome);
    }

    [Fact]
    public void What_all_helped_and_left_it_outside_is_stepped_back_from_and_not_corrected_for_ever()
    {
        var still = Given.Check(3, 18);
        SessionTrial Helped(string id) => new(id, TrialOutcome.Helped, BodySide.Right, still);
        var facts = Clean with { Check = Given.Whole(3, 24) };
        Assert.Equal(
            DecisionOutcome.StepBack,
            Decide(facts with { Trials = [Helped("sb-gatepost"), Helped("sb-dowel"), Helped("sb-longer")] }).Outcome
        );
        Assert.Equal(
            DecisionOutcome.Correct,
            Decide(facts with { Trials = [Helped("sb-gatepost"), Helped("sb-dowel")] }).Outcome
        );
    }

    [Fact]
    public void What_helped_in_earlier_sessions_and_left_it_outside_counts_as_tried()
    {
        SessionTrial[] Helped(bool leftOutside) =>
            [
                .. new[] { "sb-gatepost", "sb-dowel", "sb-longer" }.Select(id => new SessionTrial(
                    id,
                    TrialOutcome.Helped,
                    BodySide.Right,
                    null
                )
                {
                    LeftOutside = leftOutside,
                }),
            ];
        var facts = Clean with { Check = Given.Whole(3, 24) };
        Assert.Equal(DecisionOutcome.StepBack, Decide(facts with { EarlierTrials = Helped(true) }).Outcome);
        // What brings it into its band each time is worth saying again.
        Assert.Equal(DecisionOutcome.Correct, Decide(facts with { EarlierTrials = Helped(false) }).Outcome);
    }

    [Fact]
    public void A_rule_that_says_something_else_now_says_so_once_and_never_to_somebody_new()
    {
        string? News(params PastDecision[] decided) => Decide(Clean with { Decided = decided }).Changed;
        Assert.Null(News());
        Assert.NotNull(News(new PastDecision("hold", 1)));
        Assert.NotNull(News(new("hold", DecisionRule.Edition), new("two-clean-sessions", 1)));
        Assert.Null(News(new("two-clean-sessions", DecisionRule.Edition), new("two-clean-sessions", 1)));
        Assert.Null(News(new PastDecision("hold", DecisionRule.Edition)));
        Assert.All(DecisionRule.InOrder, r => Assert.InRange(r.Change?.Edition ?? 1, 1, DecisionRule.Edition));
    }

    [Fact]
    public void Pain_that_nobody_asked_about_last_time_is_unknown_and_not_none()
    {
        var facts = Clean with { Previous = new(true, null, []), NextMorning = 2 };
        Assert.NotEqual("pain", Decide(facts).RuleId);
        Assert.Equal("pain", Decide(facts with { NextMorning = 3 }).RuleId);
        Assert.Equal("pain", Decide(facts with { Previous = new(true, 0, []) }).RuleId);
    }

    [Fact]
    public void A_flag_comes_before_everything()
    {
        var said = Decide(Clean with { UnclearedFlags = ["Swelling"], Pain = Reports(9) });
        Assert.Equal((DecisionOutcome.StopAndRefer, false), (said.Outcome, said.SessionClean));
        Assert.Contains(said.Facts, f => f.Value == "Swelling");
    }

    [Fact]
    public void One_side_alone_decides_nothing() =>
        Assert.Equal(
            DecisionOutcome.LookAgain,
            Decide(Clean with { Check = Given.Look(Given.Still(3, marked: true)) }).Outcome
        );

    /// <summary>Every rule once, each boundary from both sides. The rule that fires is the one named.</summary>
    public static TheoryData<string, DecisionFacts, string, DecisionOutcome> Table =>
        new()
        {
            {
                "a red flag",
                Clean with
                {
                    UnclearedFlags = ["Swelling"],
                },
                "uncleared-flag",
                DecisionOutcome.StopAndRefer
            },
            { "pain exactly 5", Clean with { Pain = Reports(5) }, "pain", DecisionOutcome.StepBack },
            { "pain 4", Clean with { Pain = Reports(4) }, "pain", DecisionOutcome.ModifyAndRetest },
            { "pain exactly 3", Clean with { Pain = Reports(3) }, "pain", DecisionOutcome.ModifyAndRetest },
            {
                "pain 3, answered at once here",
                Clean with
                {
                    Pain = Reports(3),
                    StepBackAtOnce = true,
                },
                "pain",
                DecisionOutcome.StepBack
            },
            {
                "pain exactly 2",
                Clean with
                {
                    Pain = Reports(2, 2),
                    Previous = new(true, 2, []),
                    NextMorning = 2,
                },
                "two-clean-sessions",
                DecisionOutcome.Progress
            },
            {
                "pain 2, answered at once here",
                Clean with
                {
                    Pain = Reports(2, 2),
                    Previous = new(true, 2, []),
                    NextMorning = 2,
                    StepBackAtOnce = true,
                },
                "two-clean-sessions",
                DecisionOutcome.Progress
            },
            { "a morning one worse", Clean with { NextMorning = 1 }, "pain-held", DecisionOutcome.Hold },
            { "effort 9", Clean with { Effort = 9 }, "hold", DecisionOutcome.Hold },
            { "effort 8", Clean with { Effort = 8 }, "two-clean-sessions", DecisionOutcome.Progress },
            {
                "three sessions and nothing moved",
                Clean with
                {
                    Standstill = 3,
                    Repetitions = new(10, 10, 7),
                },
                "standstill",
                DecisionOutcome.Hold
            },
            {
                "two sessions and nothing moved",
                Clean with
                {
                    Standstill = 2,
                    Repetitions = new(10, 10, 7),
                },
                "hold",
                DecisionOutcome.Hold
            },
            {
                "a style's edge, trained and without pain",
                Clean with
                {
                    Check = Given.Whole(15, 15),
                    Trained = TrainingAge.Years,
                },
                "style-edge",
                DecisionOutcome.Hold
            },
            {
                "a style's edge, new to it",
                Clean with
                {
                    Check = Given.Whole(15, 15),
                    Trained = TrainingAge.New,
                },
                "outside",
                DecisionOutcome.Correct
            },
            {
                "a style's edge with pain",
                Clean with
                {
                    Check = Given.Whole(15, 15),
                    Trained = TrainingAge.Years,
                    Pain = Reports(1, 1),
                },
                "outside",
                DecisionOutcome.Correct
            },
            { "exactly half unclean", Clean with { Repetitions = new(10, 10, 5) }, "outside", DecisionOutcome.Correct },
            {
                "one fewer than half unclean",
                Clean with
                {
                    Repetitions = new(10, 10, 6),
                },
                "hold",
                DecisionOutcome.Hold
            },
            {
                "half unclean and all tried",
                Clean with
                {
                    Repetitions = new(10, 10, 5),
                    Previous = new(false, 0, ["sb-gatepost", "sb-dowel", "sb-longer"]),
                },
                "outside",
                DecisionOutcome.StepBack
            },
            { "a check outside", Clean with { Check = Given.Whole(3, 24) }, "outside", DecisionOutcome.Correct },
            {
                "too close to call",
                Clean with
                {
                    Check = Given.Whole(3, 10.4),
                },
                "too-close",
                DecisionOutcome.LookAgain
            },
            { "nothing looked at", Clean with { Check = Given.Look() }, "too-close", DecisionOutcome.LookAgain },
            {
                "exactly 80 % clean",
                Clean with
                {
                    Repetitions = new(10, 10, 8),
                },
                "two-clean-sessions",
                DecisionOutcome.Progress
            },
            { "just below 80 %", Clean with { Repetitions = new(100, 100, 79) }, "hold", DecisionOutcome.Hold },
            { "the first clean session", Clean with { Previous = null }, "hold", DecisionOutcome.Hold },
        };

    [Theory]
    [MemberData(nameof(Table))]
    public void Each_rule_fires_where_it_should_and_stops_at_its_boundary(
        string because,
        DecisionFacts facts,
        string rule,
        DecisionOutcome outcome
    )
    {
        var said = Decide(facts);
        Assert.True((said.RuleId, said.Outcome) == (rule, outcome), $"{because}: {said.RuleId}, {said.Outcome}");
        Assert.True(said.Facts.Count > 0 && said.WouldChange.Count > 0);
    }

    [Fact]
    public void The_table_names_every_rule() =>
        Assert.Equal(
            DecisionRule.InOrder.Select(r => r.Id).Order(),
            Table.Select(row => (string)((object[])row)[2]).Distinct().Order()
        );

    [Fact]
    public void Good_enough_moves_on_unless_all_checks_are_asked_for()
    {
        var look = Given.Whole(3, 4);
        var lean = new MeasureResult(
            MeasureDefinition.Find("trunk-lean")!,
            BodySide.Left,
            Moment.Bottom,
            null,
            AnswerSource.Eye,
            false,
            null,
            new SeenAnswer("trunk-lean", BodySide.Left, BandSide.Beyond)
        );
        var leaning = Clean with { Check = look with { Results = [.. look.Results, lean] } };
        Assert.Equal(DecisionOutcome.Progress, Decide(leaning).Outcome);
        var all = Decide(leaning with { AllChecks = true });
        Assert.Equal(DecisionOutcome.Hold, all.Outcome);
        Assert.Contains(all.WouldChange, w => w.Contains("trunk, left", StringComparison.OrdinalIgnoreCase));
    }

    [Fact]
    public void A_step_back_names_the_rung_below_and_the_side_that_gave_the_reason()
    {
        var below = Ladder.Find("ss-floor")!.Value.Rung;
        var sore = Decide(Clean with { Pain = [new(new Pain(6, BodySide.Left, LegRole.Rear), false)], Below = below });
        Assert.Equal([BodySide.Right], sore.Sides);
        Assert.Contains("from the floor", sore.Headline, StringComparison.Ordinal);
        var failed = Decide(
            Clean with
            {
                Check = Given.Whole(3, 24),
                Previous = new(false, 0, ["sb-gatepost", "sb-dowel", "sb-longer"]),
            }
        );
        Assert.Equal((DecisionOutcome.StepBack, BodySide.Right), (failed.Outcome, Assert.Single(failed.Sides)));
    }

    [Fact]
    public void What_is_not_known_is_listed()
    {
        Assert.Empty(Decide(Clean).Missing);
        var open = Decide(
            Clean with
            {
                Pain = [],
                Repetitions = null,
                NextMorning = null,
                Check = Given.Check(3, 4),
            }
        ).Missing;
        Assert.Contains("pain", open);
        Assert.Contains("the repetitions, and how many were clean", open);
        Assert.Contains("pain on the morning after last time", open);
        Assert.Contains("heel", open, StringComparer.OrdinalIgnoreCase);
    }

    private static readonly Gen<DecisionFacts> AnyFacts =
        from left in Gen.Choose(-120, 260)
        from right in Gen.Choose(-120, 260)
        from pains in Gen.Choose(0, 8).Select(p => Math.Max(0, p - 2)).ListOf(2)
        from morning in Gen.Choose(-3, 4)
        from clean in Gen.Choose(5, 10)
        from before in Gen.Elements(true, true, false)
        from flag in Gen.Elements(false, false, false, true)
        select Clean with
        {
            Check = Given.Whole(left / 10.0, right / 10.0),
            Pain = Reports([.. pains]),
            NextMorning = morning < 0 ? null : morning,
            Repetitions = new Repetitions(10, 10, clean),
            Previous = new PreviousSession(before, 1, []),
            UnclearedFlags = flag ? ["Numbness or tingling"] : [],
        };

    [Property(MaxTest = 600)]
    public Property Nobody_progresses_through_pain_a_flag_or_anything_that_is_not_in_band() =>
        Prop.ForAll(
            AnyFacts.ToArbitrary(),
            facts =>
            {
                var said = Decide(facts);
                var verdicts = facts.Check.MustPass.Select(r => r.Verdict).ToArray();
                var (allIn, unsure, outside) = (
                    verdicts.All(v => v == Verdict.InBand),
                    verdicts.Contains(Verdict.TooCloseToCall),
                    verdicts.Contains(Verdict.Outside)
                );
                return (
                        said.Outcome != DecisionOutcome.Progress
                        || (allIn && facts.UnclearedFlags.Count == 0 && facts.Pain.All(p => p.Pain.Score <= 2))
                    )
                    && (facts.UnclearedFlags.Count == 0 || said.Outcome == DecisionOutcome.StopAndRefer)
                    && !(said.Outcome == DecisionOutcome.StepBack && said.RuleId != "pain" && unsure && !outside)
                    && said.Facts.Count > 0
                    && said.Headline.Length > 0
                    && said.WouldChange.Count > 0;
            }
        );

    [Fact]
    public void Every_rule_has_an_id_a_name_and_a_reason_of_its_own()
    {
        Assert.Equal(DecisionRule.InOrder.Count, DecisionRule.InOrder.Select(r => r.Id).Distinct().Count());
        Assert.All(DecisionRule.InOrder, r => Assert.True(r.Reason.Length > 40 && r.Name.Length > 3));
    }

    [Theory]
    [InlineData(0, 5, 5)]
    [InlineData(5, -1, 0)]
    [InlineData(5, 5, 6)]
    [InlineData(5, 201, 5)]
    public void Counts_that_cannot_be_are_named(int prescribed, int done, int clean) =>
        Assert.NotNull(new Repetitions(prescribed, done, clean).Problem());

    [Theory]
    [InlineData(11)]
    [InlineData(-1)]
    public void Pain_outside_its_scale_is_named(int score) =>
        Assert.NotNull(new Pain(score, BodySide.Left, LegRole.Front).Problem());

    [Fact]
    public void Pain_needs_its_leg_and_role()
    {
        Assert.NotNull(new Pain(3, null, LegRole.Front).Problem());
        Assert.NotNull(new Pain(3, BodySide.Left, null).Problem());
        Assert.Null(Pain.None.Problem());
    }
}
