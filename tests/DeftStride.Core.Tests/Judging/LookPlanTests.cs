using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class LookPlanTests
{
    private static CheckStandard For(Exercise e) => Given.Standard(e.UsualSchool ?? SchoolCode.VerticalShin, e.Id);

    [Fact]
    public void The_quick_look_at_a_split_squat_is_one_view_and_two_points()
    {
        var quick = LookPlan.Quick(Given.Standard())!;
        Assert.Equal((View.Side, Moment.Bottom), (quick.View, quick.Moment));
        Assert.Equal([Landmark.Ankle, Landmark.Knee], quick.Points);
    }

    [Fact]
    public void A_quick_look_answers_what_it_was_taken_for_in_every_exercise()
    {
        foreach (var e in Exercise.All)
        {
            if (LookPlan.Quick(For(e)) is not { } quick)
                continue;
            Assert.NotEmpty(quick.Points);
            Assert.Single(quick.MeasureIds);
            Assert.Contains(
                LookPlan.For(For(e)),
                p =>
                    p.View == quick.View
                    && p.Moment == quick.Moment
                    && quick.Points.All(p.Points.Concat(p.MorePoints).Contains)
            );
        }
    }

    [Fact]
    public void Every_must_pass_check_that_pictures_can_answer_is_the_reason_for_some_essential_still_and_no_still_lacks_one()
    {
        foreach (var e in Exercise.All)
        {
            var plan = LookPlan.For(For(e));
            Assert.All(plan, p => Assert.Equal(p.Essential, p.MeasureIds.Count > 0));
            foreach (
                var band in For(e)
                    .MustPass.Where(b => MeasureReader.IsRead(b.Measure.Id) && b.Measure.Views.Any(v => v != View.Back))
            )
                // What a picture can only find off is for the eye.
                Assert.Equal(!band.Measure.OnlyOutside, plan.Any(p => p.MeasureIds.Contains(band.Measure.Id)));
        }
    }

    [Fact]
    public void A_side_view_of_a_split_squat_asks_for_four_points_and_never_for_one_twice()
    {
        var still = LookPlan.For(Given.Standard()).First(p => p is { View: View.Side, Moment: Moment.Bottom });
        Assert.Equal(4, still.Points.Count);
        var all = still.Points.Concat(still.MorePoints).ToArray();
        Assert.Equal(all.Distinct(), all);
    }
}
