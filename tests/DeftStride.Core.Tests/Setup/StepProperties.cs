using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Setup;

/// <summary>A step for any body, knee, shin and lean, and any kit.</summary>
public sealed record AnyStep(Body Body, Angle Knee, Angle Shin, Angle FloorLean, StudioKit Kit);

/// <summary>One whose hip is behind the ankle, as it is when a step begins, and whose thigh is not folded past upright.</summary>
public sealed record BegunStep(AnyStep Any, StepPosture Step);

/// <summary>Makes them.</summary>
public static class Steps
{
    /// <summary>Those that begin as bodies do.</summary>
    public static Arbitrary<BegunStep> Begun() =>
        Any()
            .Generator.Select(a => new BegunStep(a, StepLinkage.ForFlexion(a.Body, a.Knee, a.Shin, 0.01, a.FloorLean)))
            .Where(b =>
                (b.Any.Body.Thigh * Math.Cos(b.Step.FrontThigh.Radians))
                    - (b.Any.Body.Shank * Math.Sin(b.Any.Shin.Radians))
                    >= 0
                && b.Step.FrontThigh.Degrees is >= -89 and <= 89
            )
            .ToArbitrary();

    /// <summary>The generator.</summary>
    public static Arbitrary<AnyStep> Any() =>
        (
            from stature in Gen.Choose(1400, 2150)
            from thighPart in Gen.Choose(93, 107)
            from knee in Gen.Choose(500, 1200)
            from shin in Gen.Choose(-50, 250)
            from lean in Gen.Choose(0, 100)
            from boxes in Gen.Elements<double[]>([0.30, 0.45], [0.20], [0.40, 0.50, 0.60], [0.15, 0.30, 0.45])
            from plates in Gen.Elements<double[]>([], [0.02], [0.02, 0.02, 0.05], [0.01, 0.02, 0.03, 0.05, 0.05])
            select new AnyStep(
                Body.From(new(stature / 1000.0, null, null, 0.245 * stature / 1000.0 * thighPart / 100.0)),
                Deg(knee / 10.0),
                Deg(shin / 10.0),
                Deg(lean / 10.0),
                new StudioKit(boxes, plates, [], [], null)
            )
        ).ToArbitrary();
}

[Properties(Arbitrary = [typeof(Steps)], MaxTest = 800)]
public sealed class StepProperties
{
    [Property]
    public void From_knee_and_shin_to_the_box_and_back_again_both_ways(BegunStep begun)
    {
        var (any, step) = begun;
        Assert.True(StepLinkage.TryForBox(any.Body, any.Knee, step.BoxMetres, out var byBox, 0.01, any.FloorLean));
        Assert.Equal(any.Shin.Degrees, byBox.Shin.Degrees, 1e-6);
        Assert.Equal(step.ToeGapMetres, byBox.ToeGapMetres, 1e-9);
        Assert.True(
            StepLinkage.TryForBoxAndShin(any.Body, step.BoxMetres, any.Shin, out var byShin, 0.01, any.FloorLean)
        );
        Assert.Equal(any.Knee.Degrees, byShin.KneeFlexion.Degrees, 1e-6);
    }

    [Property]
    public void The_drawn_step_has_whole_segments_and_stands_on_floor_and_box(AnyStep any)
    {
        var step = StepLinkage.ForFlexion(any.Body, any.Knee, any.Shin);
        var p = StepLinkage.Points(any.Body, step, Deg(15));
        Assert.Equal(any.Body.Shank, p.Ankle.DistanceTo(p.Knee), 1e-9);
        Assert.Equal(any.Body.Thigh, p.Knee.DistanceTo(p.Hip), 1e-9);
        Assert.Equal(any.Body.Shank + any.Body.Thigh, p.Hip.DistanceTo(p.FloorAnkle), 1e-9);
        Assert.Equal(0, p.FloorToe.Y);
        Assert.Equal(step.BoxMetres, p.Heel.Y, 1e-12);
        // The gap that the card gives is the gap that the drawing shows.
        Assert.Equal(step.ToeGapMetres, -p.FloorToe.X, 1e-9);
    }

    [Property]
    public void The_plan_takes_a_height_that_can_be_built_and_no_other_gives_the_knee_with_a_more_usual_shin(
        AnyStep any
    )
    {
        var plan = StepPlan.For(any.Body, RangeOfMotion.Assumed, any.Kit);
        Assert.Contains(any.Kit.Heights(), h => Math.Abs(h.Metres - plan.Height.Metres) < 1e-9);
        Assert.Equal(plan.Height.Metres, plan.Step.BoxMetres, 1e-9);
        var right = (plan.Step.KneeFlexion - StepPlan.KneeAtStart).Abs() < Deg(0.001);
        foreach (var other in any.Kit.Heights().Where(h => h.Metres > 0.05))
        {
            if (
                !StepLinkage.TryForBox(any.Body, StepPlan.KneeAtStart, other.Metres, out var step)
                || step.ToeGapMetres < 0
                || step.Shin < Deg(-5)
                || step.Shin > Deg(18)
            )
                continue;
            Assert.True(right, $"{other.Parts} gives a right angle, {plan.Height.Parts} was taken");
            Assert.True(
                (plan.Step.Shin - StepPlan.UsualShin).Abs() <= (step.Shin - StepPlan.UsualShin).Abs() + Deg(1e-9)
            );
        }

        if (!right)
            Assert.NotEmpty(plan.Advice);
        if ((plan.Step.KneeFlexion - StepPlan.KneeAtStart).Abs() > StepPlan.KneeSpread)
            Assert.Contains(plan.Advice, a => a.Matters);
    }

    [Property]
    public void A_kits_heights_are_in_order_once_each_and_the_nearest_is_nearest(AnyStep any)
    {
        var heights = any.Kit.Heights().Select(h => h.Metres).ToArray();
        Assert.Equal(heights.Order(), heights);
        Assert.All(heights.Zip(heights.Skip(1)), pair => Assert.True(pair.Second - pair.First > 0.0009));
        foreach (var wanted in new[] { 0.0, 0.07, any.Body.Stature * 0.2, 0.9 })
            Assert.Equal(
                heights.Min(h => Math.Abs(h - wanted)),
                Math.Abs(any.Kit.Nearest(wanted).Metres - wanted),
                1e-12
            );
    }

    [Fact]
    public void A_box_that_no_leg_reaches_is_no_step()
    {
        var body = Body.From(new(1.75));
        Assert.False(StepLinkage.TryForBox(body, Deg(90), -0.4, out _));
        Assert.False(StepLinkage.TryForBox(body, Deg(90), double.NaN, out _));
        Assert.False(StepLinkage.TryForBoxAndShin(body, 1.4, Deg(0), out _));
    }
}
