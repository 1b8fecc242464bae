using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

/// <summary>What a good coach answers on the step and to the side.</summary>
public sealed class OtherFormsStoriesTests
{
    [Fact]
    public void A_short_client_on_a_tall_box_gets_a_lower_one_and_the_floor_toes_up_and_the_tilt_at_the_start_is_the_box()
    {
        var body = Body.From(new BodyMeasures(1.58));
        var kit = new StudioKit([0.30, 0.38, 0.45], [], [], [], null);
        var plan = StepPlan.For(body, RangeOfMotion.Assumed, kit);
        Assert.Equal(0.38, plan.Height.Metres, 3);
        Assert.InRange(plan.Step.KneeFlexion.Degrees, 80, 100);
        // On the tall box the knee would start past what is accepted: that, not the pelvis, is said.
        Assert.True(StepLinkage.TryForBoxAndShin(body, 0.45, StepPlan.UsualShin, out var tall));
        Assert.True(tall.KneeFlexion.Degrees > 100);
        var up = Exercise.Find("step-up")!;
        Assert.Contains(
            up.LookFor,
            l => l.StartsWith("A high box tilts the pelvis at the start", StringComparison.Ordinal)
        );
        // The pelvis is judged from half-way up; the start is never one of its moments.
        var level = MeasureDefinition.Find("pelvic-level")!;
        Assert.True(level.TiltedByABox);
        var hops = Fault.AllIn(up.Forms).Single(f => f.Id == "floor-push");
        Assert.Equal("Floor toes up before you go.", hops.Corrections[0].Cue);
        // A little closer, then the box itself.
        Assert.Equal(
            ["fp-closer", "fp-lower"],
            hops.Corrections.Select(c => c.Id).Where(id => id is "fp-closer" or "fp-lower")
        );
    }

    [Fact]
    public void A_trail_knee_sore_on_its_inside_gets_a_shorter_step_and_a_long_leg_then_a_rail_and_half_of_it()
    {
        var lateral = Exercise.Find("lateral-lunge")!;
        var rounds = SoreAnswer.Of(PainSite.KneeInside, LegRole.Rear, lateral.Forms);
        Assert.Equal(["ll-shorter", "ll-long", "lo-feel", "ll-wall"], rounds[0].Steps.Select(s => s.Id));
        Assert.Equal("Still sore: hold a rail, and half the depth.", rounds[1].Why);
        Assert.Equal(["sr-hands", "sr-shallower"], rounds[1].Steps.Select(s => s.Id));
        // In front, or in another form, nothing of the step to the side is said.
        Assert.DoesNotContain(
            SoreAnswer.Of(PainSite.KneeInside, LegRole.Front, lateral.Forms).SelectMany(r => r.Steps),
            s => s.Id == "ll-shorter"
        );
        Assert.DoesNotContain(
            SoreAnswer.Of(PainSite.KneeInside, LegRole.Rear, Exercise.SplitSquatToPad.Forms).SelectMany(r => r.Steps),
            s => s.Id.StartsWith("ll-", StringComparison.Ordinal)
        );
        // A shorter step bends the knee less: what the planner lays out for it is easier.
        var (body, form) = (Body.From(new BodyMeasures(1.70)), ReachForm.Of(ReachWay.Side)!);
        var usual = ReachLinkage.At(body, form, form.KneeUsual, form.Usual)!;
        var shorter = ReachLinkage.ForTape(body, form, usual.TapeMetres - 0.10, form.Usual)!;
        Assert.True(shorter.Knee < usual.Knee);
    }
}
