using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using Xunit;

namespace DeftStride.Core.Tests.Deciding;

/// <summary>What a good coach answers to pain, story by story.</summary>
public sealed class PainStoriesTests
{
    private static readonly DateOnly Day = new(2026, 5, 20);

    private static Pain Joint(int score) =>
        score == 0
            ? Pain.None
            : new Pain(score, BodySide.Left, LegRole.Front)
            {
                Kind = PainKind.JointOrTendon,
                Site = PainSite.KneeFront,
            };

    private static PainReport[] Told(params int[] scores) =>
        [.. scores.Select((s, i) => new PainReport(Joint(s), i > 0) { AfterSet = i > 0 || scores.Length == 1 })];

    private static DecisionFacts Session =>
        new(
            Exercise.SplitSquatToPad,
            [],
            Told(0, 0),
            new Sourced<int>(2, SettingSource.Studio),
            0,
            Given.Whole(3, 4),
            [],
            new Repetitions(15, 15, 14),
            new PreviousSession(true, 0, []),
            null
        )
        {
            Day = Day,
            Effort = 7,
        };

    private static Recommendation Decide(DecisionFacts facts) => DecisionRule.Decide(facts);

    [Fact]
    public void Sore_muscles_hold_nobody_back()
    {
        var sore = new Pain(6, BodySide.Left, LegRole.Front) { Kind = PainKind.Muscle, Site = PainSite.Buttock };
        var said = Decide(Session with { Pain = [new(sore, false) { AfterSet = true }] });
        Assert.Equal(DecisionOutcome.Progress, said.Outcome);
        Assert.Contains(said.Facts, f => f.Value.StartsWith("muscle soreness 6", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(5, 1)]
    [InlineData(9, 6)]
    public void The_second_session_running_at_five_or_more_is_referred(int today, int daysAgo)
    {
        var said = Decide(Session with { Pain = Told(today), EarlierPain = [new(Day.AddDays(-daysAgo), 6)] });
        Assert.Equal((DecisionOutcome.StopAndRefer, "pain", false), (said.Outcome, said.RuleId, said.SessionClean));
        Assert.Contains("no squat", said.Headline, StringComparison.Ordinal);
        Assert.Contains(said.Facts, f => f.Label == "Over the sessions");
    }

    [Fact]
    public void A_session_in_between_that_did_not_hurt_ends_the_course()
    {
        var said = Decide(
            Session with
            {
                Pain = Told(6),
                EarlierPain = [new(Day.AddDays(-2), 1), new(Day.AddDays(-4), 7)],
            }
        );
        Assert.Equal(DecisionOutcome.StepBack, said.Outcome);
        Assert.StartsWith("Stop for today: no further set.", said.Headline, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(27, false)]
    [InlineData(28, true)]
    [InlineData(40, true)]
    public void Four_weeks_above_the_limit_are_referred(int since, bool refers)
    {
        PainDay[] earlier = [new(Day.AddDays(-since), 3), new(Day.AddDays(-14), 4), new(Day.AddDays(-7), 3)];
        var facts = Session with { Pain = Told(3), EarlierPain = earlier };
        Assert.Equal(refers ? DecisionOutcome.StopAndRefer : DecisionOutcome.ModifyAndRetest, Decide(facts).Outcome);
        // One session within the limit in between, and the four weeks begin anew.
        Assert.NotEqual(
            DecisionOutcome.StopAndRefer,
            Decide(facts with { EarlierPain = [.. earlier, new(Day.AddDays(-3), 2)] }).Outcome
        );
    }

    [Fact]
    public void A_clinicians_limit_counts_and_is_named()
    {
        var stable = Session with
        {
            Pain = Told(3, 3),
            Previous = new(true, 3, []),
            NextMorning = 3,
            PainLimit = new(4, SettingSource.Client),
            LimitBy = "Ilka Brand, physiotherapist, 2 May 2026",
            EarlierPain = [new(Day.AddDays(-40), 3), new(Day.AddDays(-5), 3)],
        };
        var said = Decide(stable);
        Assert.Equal(DecisionOutcome.Progress, said.Outcome);
        Assert.Contains(said.Facts, f => f.Value == "4 (set by Ilka Brand, physiotherapist, 2 May 2026)");
        // Five stops a set whatever was set.
        Assert.Equal(DecisionOutcome.StepBack, Decide(stable with { Pain = Told(5) }).Outcome);
    }

    [Fact]
    public void A_change_that_eased_it_is_kept_at_the_same_load_and_the_morning_is_asked()
    {
        var said = Decide(Session with { Pain = Told(4, 2) });
        Assert.Equal((DecisionOutcome.Hold, "pain-held"), (said.Outcome, said.RuleId));
        Assert.Contains("today's load", said.Headline, StringComparison.Ordinal);
        Assert.Contains("next morning", said.Headline, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Pain_that_only_holds_the_dose_hides_no_fault(bool eased)
    {
        var outside = Session with { Check = Given.Whole(3, 24) };
        var said = Decide(eased ? outside with { Pain = Told(4, 2) } : outside with { NextMorning = 1 });
        Assert.Equal((DecisionOutcome.Correct, "outside"), (said.Outcome, said.RuleId));
        Assert.Contains(
            eased ? "Keep the change that eased the pain" : "The dose holds",
            said.Headline,
            StringComparison.Ordinal
        );
        Assert.Contains(said.Facts, f => f.Label == "Pain");
    }

    [Fact]
    public void Pain_of_no_known_kind_counts_as_of_a_joint_and_says_so()
    {
        var said = Decide(Session with { Pain = [new(new Pain(3, BodySide.Left, LegRole.Rear), false)] });
        Assert.Equal(DecisionOutcome.ModifyAndRetest, said.Outcome);
        Assert.Contains(said.Facts, f => f.Value.Contains("kind not asked", StringComparison.Ordinal));
    }

    [Fact]
    public void The_order_of_earlier_days_and_days_that_have_not_come_do_not_matter()
    {
        PainDay[] days = [new(Day.AddDays(-3), 6), new(Day.AddDays(-9), 0), new(Day.AddDays(1), 0)];
        var told = PainCourse.Refers(days, Day, 5, 2);
        Assert.NotNull(told);
        Assert.Equal(told, PainCourse.Refers([.. days.Reverse()], Day, 5, 2));
        Assert.Null(PainCourse.Refers([], Day, 10, 2));
    }

    [Theory]
    [InlineData(0, null, PainSite.Shin, null, "no place")]
    [InlineData(11, BodySide.Left, PainSite.Shin, PainKind.Muscle, "0 to 10")]
    [InlineData(3, null, PainSite.Shin, PainKind.Muscle, "which leg")]
    [InlineData(
        3,
        BodySide.Left,
        PainSite.BelowKneecap,
        PainKind.Muscle,
        "no muscle to be sore there (below the kneecap)"
    )]
    public void What_does_not_go_together_is_said(int score, BodySide? leg, PainSite? site, PainKind? kind, string says)
    {
        var problem = new Pain(score, leg, score == 0 ? null : LegRole.Front) { Site = site, Kind = kind }.Problem();
        Assert.Contains(says, problem, StringComparison.Ordinal);
    }
}
