using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Practice;

/// <summary>Where a good coach begins with people of all kinds.</summary>
public sealed class FirstChoiceStoriesTests
{
    private static readonly DateOnly Day = new(2026, 3, 2);

    private static ChoiceFacts Client(
        int age,
        TrainingAge? trained,
        Goal[]? goals = null,
        SitePain[]? pains = null,
        string[]? stands = null,
        Dictionary<string, string>? record = null
    )
    {
        var care = new CareRecord(Day.Year - age, false, record ?? [], [], false);
        return new(goals ?? [], trained, pains ?? [], RangeOfMotion.Assumed, RangeOfMotion.Assumed, stands ?? [], 0)
        {
            Age = care.AgeOn(Day),
            UnderAge = care.UnderAge(Day),
            Conditions = care.Conditions(Day),
        };
    }

    private static SitePain Sore(PainSite site, int score) =>
        new(BodySide.Left, LegRole.Front, site, score) { Kind = PainKind.JointOrTendon };

    public static TheoryData<string, ChoiceFacts, string, SchoolCode> Starts =>
        new()
        {
            {
                "new, strength",
                Client(25, TrainingAge.New, [Goal.Strength]),
                "split-squat-from-floor",
                SchoolCode.VerticalShin
            },
            {
                "years, strength",
                Client(30, TrainingAge.Years, [Goal.Strength]),
                "split-squat-to-pad",
                SchoolCode.VerticalShin
            },
            {
                "72, new, stairs",
                Client(72, TrainingAge.New, [Goal.HillsAndStairs]),
                "low-step-up",
                SchoolCode.VerticalShin
            },
            {
                "some months, stairs, tested on the tap",
                Client(40, TrainingAge.Months, [Goal.HillsAndStairs], stands: ["st-tap"]),
                "step-down-tap",
                SchoolCode.VerticalShin
            },
            { "runner, years", Client(35, TrainingAge.Years, [Goal.Running]), "reverse-lunge", SchoolCode.Inclined },
            {
                "runner, sore front of the knee",
                Client(28, null, [Goal.Running], [Sore(PainSite.KneeFront, 3)]),
                "split-squat-to-pad",
                SchoolCode.VerticalShin
            },
            {
                "new, steadier pelvis",
                Client(30, TrainingAge.New, [Goal.PelvicControl]),
                "one-leg-stand",
                SchoolCode.VerticalShin
            },
            {
                "steadier pelvis, sore inside of the knee",
                Client(30, null, [Goal.PelvicControl], [Sore(PainSite.KneeInside, 4)]),
                "step-down-tap",
                SchoolCode.VerticalShin
            },
            {
                "years, front of the thigh, stiff ankle",
                Client(30, TrainingAge.Years, [Goal.FrontThigh]) with
                {
                    Left = Ankle(22),
                    Right = Ankle(22),
                },
                "front-foot-raised",
                SchoolCode.KneeForward
            },
            {
                "13, new, growing, below the kneecap 2",
                Client(13, TrainingAge.New, [Goal.Running], [Sore(PainSite.BelowKneecap, 2)]),
                "split-squat-to-pad",
                SchoolCode.VerticalShin
            },
            {
                "76, one clear fall, stairs",
                Client(76, TrainingAge.New, [Goal.HillsAndStairs], record: new() { ["falls"] = "one" }),
                "low-step-up",
                SchoolCode.VerticalShin
            },
        };

    private static RangeOfMotion Ankle(double degrees) =>
        new(new Dictionary<RangeTest, Angle> { [RangeTest.AnkleBend] = Angle.FromDegrees(degrees) });

    [Theory]
    [MemberData(nameof(Starts))]
    public void Everybody_starts_where_a_good_coach_would(
        string who,
        ChoiceFacts facts,
        string exercise,
        SchoolCode style
    )
    {
        var choice = FirstChoice.Of(facts);
        Assert.True(
            (choice.Start?.Exercise.Id, choice.Start?.School) == (exercise, style),
            $"{who}: {choice.Start?.Exercise.Id}, {choice.Start?.School}"
        );
    }

    [Fact]
    public void A_style_is_named_only_where_it_has_a_say()
    {
        Assert.DoesNotContain(
            "shin",
            FirstChoice.Of(Client(30, TrainingAge.New, [Goal.PelvicControl])).Sentence,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "inclined",
            FirstChoice.Of(Client(35, TrainingAge.Years, [Goal.Running])).Sentence,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_style_that_was_set_is_kept_unless_a_knee_is_sore()
    {
        var facts = Client(30, TrainingAge.Months) with { Style = SchoolCode.KneeForward };
        Assert.Equal(SchoolCode.KneeForward, FirstChoice.Of(facts).Start!.School);
        var sore = facts with { Pains = [Sore(PainSite.KneeFront, 2)] };
        Assert.Equal(SchoolCode.VerticalShin, FirstChoice.Of(sore).Start!.School);
    }

    [Theory]
    [InlineData(4, true)]
    [InlineData(5, false)]
    [InlineData(8, false)]
    public void Pain_of_five_proposes_no_exercise_before_it_is_understood(int score, bool proposed)
    {
        var choice = FirstChoice.Of(Client(40, TrainingAge.Years, [Goal.Strength], [Sore(PainSite.Back, score)]));
        Assert.Equal(proposed, choice.Start is not null);
        Assert.NotEmpty(choice.AskFirst);
        if (!proposed)
            Assert.Contains("refer", choice.Sentence, StringComparison.Ordinal);
        // Sore muscles are another question.
        var muscle = Sore(PainSite.Back, score) with
        {
            Kind = PainKind.Muscle,
        };
        Assert.NotNull(FirstChoice.Of(Client(40, TrainingAge.Years, [Goal.Strength], [muscle])).Start);
    }

    [Fact]
    public void Pain_above_the_limit_is_asked_about_and_limits_the_depth()
    {
        var choice = FirstChoice.Of(Client(28, null, [Goal.Running], [Sore(PainSite.KneeFront, 3)]));
        Assert.EndsWith("Only as deep as pain 2.", choice.Sentence, StringComparison.Ordinal);
        Assert.Contains(choice.AskFirst, a => a.Contains("in front, or behind too", StringComparison.Ordinal));
    }

    [Fact]
    public void Unexplained_falls_go_to_a_doctor_first()
    {
        var choice = FirstChoice.Of(
            Client(76, TrainingAge.New, [Goal.HillsAndStairs], record: new() { ["falls"] = "more" })
        );
        Assert.Null(choice.Start);
        Assert.Contains("A doctor looks first", choice.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void By_setting_beginners_begin_on_a_low_raised_front_foot()
    {
        var facts = Client(25, TrainingAge.New, [Goal.Strength]) with { BeginnersRaised = true };
        Assert.Equal("front-foot-raised", FirstChoice.Of(facts).Start!.Exercise.Id);
    }
}
