using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Practice;
using Xunit;

namespace DeftStride.Core.Tests.Deciding;

/// <summary>What a good coach decides, story by story; those of pain stand in <see cref="PainStoriesTests"/>.</summary>
public sealed class DecisionStoriesTests
{
    private static readonly Ladder Split = Ladder.All.Single(l => l.Id == "split-stance");
    private static readonly LoadRack Bells = new([8, 12, 16, 24, 32]);

    private static DecisionFacts Session =>
        new(
            Exercise.SplitSquatToPad,
            [],
            [new(Pain.None, false), new(Pain.None, false) { AfterSet = true }],
            new Sourced<int>(2, SettingSource.Studio),
            0,
            Given.Whole(3, 4),
            [],
            new Repetitions(15, 15, 15),
            new PreviousSession(true, 0, []),
            null
        )
        {
            Effort = 7,
        };

    private static Recommendation Decide(DecisionFacts facts) => DecisionRule.Decide(facts);

    private static Look Seen(params (string Measure, BandSide Where)[] wrong) =>
        Given.Whole(
            3,
            4,
            SchoolCode.VerticalShin,
            [.. wrong.Select(w => new SeenAnswer(w.Measure, BodySide.Right, w.Where))]
        );

    private static IReadOnlyList<ProgressOption> From(string rung, int sets, int amount, Load load, LoadRack rack) =>
        ProgressOption.For(
            Split,
            Split.Rung(rung)!,
            new Prescription(Split.Rung(rung)!.Dose, sets, amount, load),
            false,
            rack,
            BranchOrder.Usual,
            _ => new RungReach(true, "", null)
        );

    [Fact]
    public void A_morning_one_worse_holds_the_dose_and_the_knee_is_corrected()
    {
        var said = Decide(Session with { Check = Seen(("knee-offset", BandSide.Beyond)), NextMorning = 1 });
        Assert.Equal(DecisionOutcome.Correct, said.Outcome);
        Assert.Contains("The dose holds", said.Headline, StringComparison.Ordinal);
    }

    [Fact]
    public void When_every_cue_there_is_has_failed_over_two_sessions_it_is_not_correct_once_more()
    {
        var check = Seen(("spine", BandSide.Beyond));
        var fault = Fault.For(check.Finding, Session.Exercise.Forms)!;
        SessionTrial Failed(Correction c) => new(c.Id, TrialOutcome.NoDifference, BodySide.Right, null);
        var cues = fault.Corrections.Where(c => c.Fits(check.Finding.Where, Session.Exercise.Forms)).ToArray();
        var facts = Session with
        {
            Check = check,
            Repetitions = new(15, 15, 3),
            EarlierTrials = [.. cues.Take(cues.Length / 2).Select(Failed)],
            Trials = [.. cues.Skip(cues.Length / 2).Select(Failed)],
        };
        Assert.Equal(DecisionOutcome.StepBack, Decide(facts).Outcome);
        Assert.Equal(DecisionOutcome.Correct, Decide(facts with { EarlierTrials = [], Trials = [] }).Outcome);
    }

    [Fact]
    public void Both_shins_a_little_past_the_edge_in_somebody_trained_is_a_matter_of_style()
    {
        var said = Decide(Session with { Check = Given.Whole(14, 14), Trained = TrainingAge.Years });
        Assert.Equal(("style-edge", DecisionOutcome.Hold), (said.RuleId, said.Outcome));
        Assert.Contains("a band of their own, or another style: inclined", said.Headline, StringComparison.Ordinal);
        Assert.Contains("Correct it only if", said.Headline, StringComparison.Ordinal);
    }

    [Fact]
    public void A_small_difference_in_band_is_noted_and_the_client_goes_on()
    {
        var said = Decide(Session with { Check = Given.Whole(1, 7.5) });
        Assert.Equal(DecisionOutcome.Progress, said.Outcome);
    }

    [Theory]
    [InlineData(9)]
    [InlineData(10)]
    public void Clean_twice_at_the_very_limit_holds_or_goes_lighter(int effort)
    {
        var said = Decide(Session with { Effort = effort });
        Assert.Equal(DecisionOutcome.Hold, said.Outcome);
        Assert.Contains("lighter", said.Headline, StringComparison.Ordinal);
    }

    [Fact]
    public void Where_the_next_bell_is_a_third_more_the_next_rung_comes_first_and_the_jump_is_said()
    {
        var options = From("ss-loaded", 4, 10, new Load(LoadPosition.Goblet, 24), Bells);
        Assert.Equal(ProgressKind.Rung, options[0].Kind);
        var heavier = options.Single(o => o.Kind == ProgressKind.Load);
        Assert.Contains("a third more", heavier.Why, StringComparison.Ordinal);
        Assert.Contains("slower", heavier.Why, StringComparison.Ordinal);
        Assert.Equal(24, options.Single(o => o is { Kind: ProgressKind.Slower, Open: true }).Dose.Load.Kilograms);
        Assert.DoesNotContain(
            From("ss-loaded", 4, 10, new Load(LoadPosition.Goblet, 24), new LoadRack([24, 25])),
            o => o.Kind == ProgressKind.Slower
        );
        Assert.Contains(
            From("ss-loaded", 4, 10, new Load(LoadPosition.Goblet, 24), new LoadRack([24])),
            o => o.Kind == ProgressKind.Slower
        );
        Assert.Equal(DecisionOutcome.Progress, Decide(Session with { Options = options }).Outcome);
    }

    [Fact]
    public void A_pair_that_is_a_sixth_heavier_is_added_and_said_while_there_is_effort_to_spare()
    {
        var pairs = new LoadRack([12, 12, 14, 14]);
        var rung = Split.Rung("ss-rear-bench")!;
        var now = new Prescription(rung.Dose, 5, 6, new Load(LoadPosition.Sides, 24));
        var options = ProgressOption.Gated(
            ProgressOption.For(
                Split,
                rung,
                now,
                false,
                pairs,
                BranchOrder.Usual,
                _ => new RungReach(true, "", null),
                new HashSet<ProgressKind> { ProgressKind.Range, ProgressKind.Slower }
            ),
            6,
            24
        );
        Assert.Equal((ProgressKind.Load, 28.0), (options[0].Kind, options[0].Dose.Load.Kilograms));
        Assert.Contains("a sixth more", options[0].Why, StringComparison.Ordinal);
        Assert.Equal(4, options[0].Dose.Amount);
        Assert.Equal(DecisionOutcome.Progress, Decide(Session with { Options = options, Effort = 6 }).Outcome);
        Assert.Equal(DecisionOutcome.Hold, Decide(Session with { Options = options, Effort = 9 }).Outcome);
    }

    [Fact]
    public void A_pelvis_that_drops_comes_before_the_knee_that_it_drags_in()
    {
        var check = Seen(("pelvic-level", BandSide.Beyond), ("knee-offset", BandSide.Beyond));
        Assert.Equal("pelvic-level", check.Finding.MeasureId);
        var said = Decide(Session with { Check = check, Repetitions = new(15, 15, 4) });
        Assert.Equal(DecisionOutcome.Correct, said.Outcome);
    }

    [Fact]
    public void With_one_side_looked_at_the_other_is_looked_at_first()
    {
        var said = Decide(Session with { Check = Given.Look(Given.Still(3, BodySide.Left, marked: true)) });
        Assert.Equal(DecisionOutcome.LookAgain, said.Outcome);
        Assert.Contains("other side", said.Headline, StringComparison.Ordinal);
        // Also where the one side that was seen is wrong.
        Assert.Equal(
            DecisionOutcome.LookAgain,
            Decide(Session with { Check = Given.Look(Given.Still(24, BodySide.Left, marked: true)) }).Outcome
        );
    }

    /// <summary>Each fact that a promotion names, taken away: nobody is promoted without it.</summary>
    public static TheoryData<string, DecisionFacts> Lacking =>
        new()
        {
            { "a side", Session with { Check = Given.Look(Given.Still(3, marked: true)) } },
            { "a key check", Session with { Check = Given.Check(3, 4) } },
            { "the repetitions", Session with { Repetitions = null } },
            { "pain", Session with { Pain = [] } },
            { "pain after the set", Session with { Pain = [new(Pain.None, false)] } },
            { "the morning after", Session with { NextMorning = null } },
            { "the session before", Session with { Previous = null } },
            { "what is too close to call", Session with { Check = Given.Whole(3, 10.4) } },
            {
                "a way that is open",
                Session with
                {
                    Options = ProgressOption.Gated(
                        From("ss-loaded", 4, 10, new Load(LoadPosition.Goblet, 24), Bells),
                        null,
                        24
                    )
                        is var o
                        ? [.. o.Where(w => !w.Open)]
                        : [],
                }
            },
        };

    [Theory]
    [MemberData(nameof(Lacking))]
    public void Nobody_is_promoted_without(string what, DecisionFacts facts)
    {
        Assert.Equal(DecisionOutcome.Progress, Decide(Session).Outcome);
        Assert.True(Decide(facts).Outcome != DecisionOutcome.Progress, what);
    }

    [Fact]
    public void The_same_facts_in_another_order_decide_the_same()
    {
        var day = new DateOnly(2026, 5, 20);
        PainDay[] days = [.. Enumerable.Range(1, 12).Select(i => new PainDay(day.AddDays(-3 * i), (i * 7) % 5))];
        string[] ids = ["sb-gatepost", "sb-dowel", "sb-longer"];
        SessionTrial[] trials =
        [
            .. ids.Select(id => new SessionTrial(id, TrialOutcome.NoDifference, BodySide.Right, null)),
        ];
        var chance = new Random(8);
        foreach (var check in new[] { Given.Whole(3, 4), Given.Whole(3, 24), Given.Whole(3, 10.4) })
        foreach (var worst in new[] { 0, 2, 3, 5 })
        {
            var facts = Session with
            {
                Check = check,
                Day = day,
                EarlierPain = days,
                EarlierTrials = trials,
                Pain =
                [
                    new(worst == 0 ? Pain.None : new Pain(worst, BodySide.Left, LegRole.Front), false)
                    {
                        AfterSet = true,
                    },
                ],
            };
            var said = Decide(facts);
            for (var i = 0; i < 6; i++)
            {
                chance.Shuffle(days);
                chance.Shuffle(trials);
                var again = Decide(facts with { EarlierPain = [.. days], EarlierTrials = [.. trials] });
                Assert.Equal((said.Outcome, said.RuleId, said.Headline), (again.Outcome, again.RuleId, again.Headline));
            }
        }
    }

    private static Look Posed(params PosedFault[] faults)
    {
        var standard = Given.Standard();
        return Look.Of(PosedCheck.Of(standard, Body.From(new BodyMeasures(1.75)), 3, null, faults), standard);
    }

    [Fact]
    public void A_wedge_that_is_due_is_dropped_when_one_set_withthrownit_shows_nothing_and_kept_when_the_heel_lifts_again()
    {
        var wedge = Without.Find(Without.IdOf("hl-wedge"))!;
        var heel = new TrialTarget("heel-rise", BodySide.Left);
        // Shin, heel and pain within their own error: it goes back.
        var same = Trial.Of(Posed(), Posed(), heel, 0, 0);
        Assert.Equal(TrialOutcome.NoDifference, same.Outcome);
        Assert.True(Without.Follows(wedge, same.Outcome).GiveBack);
        // The heel lifts again: kept, with a new date.
        var lifts = Trial.Of(Posed(), Posed(new PosedFault("heel-rise", BandSide.Beyond, BodySide.Left)), heel, 0, 0);
        Assert.Equal(TrialOutcome.Worse, lifts.Outcome);
        Assert.False(Without.Follows(wedge, lifts.Outcome).GiveBack);
        // So does pain that comes back.
        Assert.False(Without.Follows(wedge, Trial.Of(Posed(), Posed(), heel, 0, 3).Outcome).GiveBack);
    }

    [Fact]
    public void A_wedge_that_levels_the_ankle_and_throws_the_knee_thrownis_no_gain()
    {
        var standard = Given.Standard();
        Look Seen(BandSide ankle, BandSide knee) =>
            Look.Of(
                LookInput.Of([], ReadingContext.Default) with
                {
                    Seen =
                    [
                        new SeenAnswer("inner-ankle", BodySide.Left, ankle),
                        new SeenAnswer("knee-offset", BodySide.Left, knee),
                        new SeenAnswer("knee-offset", BodySide.Right, BandSide.Within),
                    ],
                },
                standard
            );
        var ankle = new TrialTarget("inner-ankle", BodySide.Left);
        var sinks = Seen(BandSide.Beyond, BandSide.Within);
        Assert.Equal(
            TrialOutcome.Helped,
            Trial.Of(sinks, Seen(BandSide.Within, BandSide.Within), ankle, null, null).Outcome
        );
        var thrown = Trial.Of(sinks, Seen(BandSide.Within, BandSide.Short), ankle, null, null);
        Assert.Equal(TrialOutcome.NoDifference, thrown.Outcome);
        Assert.Contains("left its band", thrown.Because, StringComparison.Ordinal);
    }
}
