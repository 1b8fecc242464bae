using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Practice;

public sealed class FirstChoiceTests
{
    private static ChoiceFacts Facts(
        TrainingAge? age = null,
        Goal[]? goals = null,
        SitePain[]? pains = null,
        RangeOfMotion? range = null,
        int signs = 0
    ) => new(goals ?? [], age, pains ?? [], range ?? RangeOfMotion.Assumed, range ?? RangeOfMotion.Assumed, [], signs);

    private static RangeOfMotion Range(RangeTest test, double degrees) =>
        new(new Dictionary<RangeTest, Angle> { [test] = Angle.FromDegrees(degrees) });

    [Theory]
    [InlineData(TrainingAge.New, null, "split-squat-from-floor", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Months, null, "split-squat-to-pad", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Months, Goal.FrontThigh, "split-squat-to-pad", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Months, Goal.Running, "split-squat-to-pad", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Years, Goal.Running, "reverse-lunge", SchoolCode.Inclined)]
    [InlineData(TrainingAge.Years, Goal.FrontThigh, "front-foot-raised", SchoolCode.KneeForward)]
    [InlineData(TrainingAge.Months, Goal.PelvicControl, "step-down-tap", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Months, Goal.HipFreedom, "half-kneeling-hold", SchoolCode.VerticalShin)]
    [InlineData(TrainingAge.Years, Goal.Return, "split-squat-to-pad", SchoolCode.VerticalShin)]
    public void Who_starts_where(TrainingAge age, Goal? goal, string exercise, SchoolCode school)
    {
        var choice = FirstChoice.Of(Facts(age, goal is { } g ? [g] : []));
        Assert.Equal((exercise, school), (choice.Start!.Exercise.Id, choice.Start.School));
        Assert.Equal(2, choice.NotYet.Count);
        Assert.All(choice.NotYet, c => Assert.NotEmpty(FirstChoice.WhyNot(c)));
        Assert.StartsWith("Start with the ", choice.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sore_front_knee_keeps_everybody_off_deep_front_knees_and_in_the_vertical_school()
    {
        SitePain[] sore = [new(BodySide.Left, LegRole.Front, PainSite.KneeFront, 3)];
        foreach (var goal in Enum.GetValues<Goal>())
        {
            foreach (var age in Enum.GetValues<TrainingAge>())
            {
                var start = FirstChoice.Of(Facts(age, [goal], sore)).Start!;
                Assert.NotEqual(SchoolCode.KneeForward, start.School);
                Assert.DoesNotContain(
                    start.Exercise.Id,
                    new[] { "front-foot-raised", "knee-forward-split-squat", "step-up" }
                );
            }
        }
    }

    [Fact]
    public void A_sore_trailing_knee_never_starts_with_the_rear_foot_raised()
    {
        SitePain[] sore = [new(BodySide.Left, LegRole.Rear, PainSite.KneeFront, 3)];
        var choice = FirstChoice.Of(Facts(TrainingAge.Years, [Goal.Strength], sore));
        Assert.NotEqual("rear-foot-raised", choice.Start!.Exercise.Id);
    }

    [Fact]
    public void Stiff_ankles_and_toes_speak_only_once_they_are_measured()
    {
        var thigh = Facts(TrainingAge.Years, [Goal.FrontThigh]);
        Assert.Equal("front-foot-raised", FirstChoice.Of(thigh).Start!.Exercise.Id);
        var stiff = FirstChoice.Of(thigh with { Left = Range(RangeTest.AnkleBend, 20) });
        Assert.Equal("front-foot-raised", stiff.Start!.Exercise.Id);
        Assert.Contains(stiff.Start.Reasons, r => r.Text.Contains("wedge", StringComparison.Ordinal));
        Assert.DoesNotContain(
            FirstChoice.Of(thigh).Start!.Reasons,
            r => r.Text.Contains("wedge", StringComparison.Ordinal)
        );
        var toe = FirstChoice.Of(Facts(TrainingAge.Years, range: Range(RangeTest.BigToe, 40)));
        Assert.Equal("front-foot-raised", toe.Start!.Exercise.Id);
    }

    [Fact]
    public void Where_a_client_stands_on_a_ladder_outweighs_goals_and_holds_back_what_lies_above()
    {
        var facts = Facts(TrainingAge.Years, [Goal.FrontThigh]);
        Assert.Equal("front-foot-raised", FirstChoice.Of(facts).Start!.Exercise.Id);
        var standing = FirstChoice.Of(facts with { StandsOn = ["ss-floor"] });
        Assert.Equal("split-squat-from-floor", standing.Start!.Exercise.Id);
        Assert.Contains(standing.Start.Reasons, r => r.RuleId == "ladder" && r.Points > 0);
        Assert.DoesNotContain(standing.NotYet, c => c.Exercise.Id == "front-foot-raised");
        Assert.Equal(
            FirstChoice.Of(facts).Start!.Exercise.Id,
            FirstChoice.Of(facts with { StandsOn = ["no such rung"] }).Start!.Exercise.Id
        );
    }

    [Fact]
    public void A_stop_sign_silences_it()
    {
        var choice = FirstChoice.Of(Facts(TrainingAge.New, signs: 1));
        Assert.Null(choice.Start);
        Assert.Contains("red flag", choice.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_rule_can_speak_and_names_exercises_that_exist()
    {
        Assert.Equal(FirstChoice.Rules.Count, FirstChoice.Rules.Select(r => r.Id).Distinct().Count());
        Assert.All(FirstChoice.Rules.SelectMany(r => r.Speaks), s => Assert.NotNull(Exercise.Find(s.ExerciseId)));
        var loud = Facts(
            TrainingAge.Years,
            Enum.GetValues<Goal>(),
            [
                .. from role in Enum.GetValues<LegRole>()
                from site in Enum.GetValues<PainSite>()
                select new SitePain(BodySide.Left, role, site, 6),
            ],
            new RangeOfMotion(
                new Dictionary<RangeTest, Angle>
                {
                    [RangeTest.AnkleBend] = Angle.FromDegrees(15),
                    [RangeTest.BigToe] = Angle.FromDegrees(30),
                }
            )
        );
        Assert.All(
            FirstChoice.Rules,
            r =>
                Assert.True(
                    new[]
                    {
                        loud,
                        Facts(TrainingAge.New),
                        Facts(TrainingAge.Months),
                        Facts(TrainingAge.New) with
                        {
                            BeginnersRaised = true,
                        },
                        Facts() with
                        {
                            UnderAge = true,
                        },
                        Facts() with
                        {
                            Age = CareRecord.Old,
                        },
                    }.Any(r.When),
                    r.Id
                )
        );
    }
}
