using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Setup;
using FsCheck.Xunit;
using Xunit;
using static DeftStride.Core.Tests.Positions.WorkedPositionTests;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Positions;

/// <summary>Balance on one leg: what alone brings the weight over the foot.</summary>
public sealed class OneLegPlanTests
{
    private static readonly double[] Weights = [2, 3, 4, 6, 8, 12, 16];
    private static readonly StudioKit Kit = new([0.30, 0.45], [0.02, 0.02, 0.05, 0.05], [0.02], [], null);

    private static OneLegPlan Plan(
        double shin,
        double thigh,
        double lean,
        Load? load = null,
        params double[] weights
    ) =>
        OneLegPlan.Of(
            Someone,
            OneLegPosture.Of(Someone, Deg(shin), Deg(thigh), Deg(lean)),
            load ?? Load.None,
            RangeOfMotion.Assumed,
            weights.Length == 0 ? Weights : weights,
            Kit
        );

    [Fact]
    public void Falling_backward_with_an_upright_shin_there_is_the_knee_the_weight_or_the_lean_each_alone()
    {
        // Story of a client who keeps the shin upright on purpose and falls backward off the box squat.
        var plan = Plan(20, 20, 45);
        Assert.Equal(OneLegBalance.Falls, plan.Read.Balance);
        OneLegWayKind[] kinds = [.. plan.Ways.Select(w => w.Kind)];
        Assert.Contains(OneLegWayKind.Counterweight, kinds);
        Assert.Contains(OneLegWayKind.Shin, kinds);
        Assert.Contains(OneLegWayKind.Depth, kinds);
        Assert.All(
            plan.Ways,
            w =>
            {
                var at = OneLegLoading.Of(Someone, w.Posture, w.Load).OverFoot;
                if (w.Kind is OneLegWayKind.Counterweight or OneLegWayKind.Depth)
                    Assert.InRange(at, OneLegLoad.ComfortableLeast, OneLegLoad.ComfortableMost);
                else
                    Assert.Equal(OneLegLoad.Middle, at, 1e-6);
            }
        );
        // A higher seat is built from plates that are there, and is as high as it says.
        var seat = plan.Ways.Single(w => w.Kind == OneLegWayKind.Depth);
        Assert.Matches("(one plate|plates) more on the seat", seat.Sentence);
        var rise = seat.Posture.Points.Hip.Y - plan.Posture.Points.Hip.Y;
        Assert.Contains(Kit.Heights(), h => h.BoxMetres is null && Math.Abs(h.Metres - rise) < 1e-9);
        var held = plan.Ways.Single(w => w.Kind == OneLegWayKind.Counterweight).Load.Kilograms;
        Assert.Contains(held, Weights);
        // Knee forward shares the work; the weight keeps it with the hip.
        double Hip(OneLegWayKind kind)
        {
            var way = plan.Ways.Single(w => w.Kind == kind);
            return OneLegLoading.Of(Someone, way.Posture, way.Load).Moments.Shares().Hip;
        }

        Assert.True(Hip(OneLegWayKind.Counterweight) > Hip(OneLegWayKind.Shin));
    }

    [Fact]
    public void A_weight_that_cannot_help_is_not_offered_and_the_joint_that_must_give_is_named()
    {
        var plan = Plan(0, 0, 10);
        Assert.Null(OneLegPlan.Counterweight(Someone, plan.Posture));
        Assert.DoesNotContain(plan.Ways, w => w.Kind == OneLegWayKind.Counterweight);
        Assert.NotNull(plan.Gives);
        Assert.StartsWith("No weight", plan.Gives, StringComparison.Ordinal);
        // As far as it needs none, none is asked for.
        Assert.Equal(0, OneLegPlan.Counterweight(Someone, OneLegPosture.Of(Someone, Deg(38), Deg(10), Deg(45))));
    }

    [Fact]
    public void Without_a_weight_that_is_near_the_number_is_told_and_that_none_is_there()
    {
        var way = Plan(25, 10, 40, null, 30).Ways.Single(w => w.Kind == OneLegWayKind.Counterweight);
        Assert.Contains("7.3 kg", way.Sentence, StringComparison.Ordinal);
        Assert.Contains("no weight of this studio", way.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_hip_exercise_holds_a_weight_and_works_the_hip_more_a_shared_one_needs_none()
    {
        var (shared, with) = OneLegPlan.For(Someone, OneLegChoice.Shared, Deg(15), RangeOfMotion.Assumed, Weights);
        var (hip, held) = OneLegPlan.For(Someone, OneLegChoice.Hip, Deg(15), RangeOfMotion.Assumed, Weights);
        Assert.Equal(0, with.Kilograms);
        Assert.True(held.Kilograms > 0);
        Assert.True(hip.Shin < shared.Shin);
        var (one, other) = (OneLegLoading.Of(Someone, shared, with), OneLegLoading.Of(Someone, hip, held));
        Assert.Equal((OneLegBalance.Comfortable, OneLegBalance.Comfortable), (one.Balance, other.Balance));
        Assert.True(other.Moments.Shares().Hip > one.Moments.Shares().Hip);
        Assert.True(other.Moments.Shares().Knee < one.Moments.Shares().Knee);
    }

    [Fact]
    public void The_knee_further_back_gives_the_hip_more_and_asks_for_a_heavier_weight()
    {
        var trade = Plan(35, 10, 45).Trade;
        Assert.All(trade.Zip(trade.Skip(1)), t => Assert.True(t.Second.Shin < t.First.Shin));
        var held = trade.Where(t => t.Kilograms is not null).ToArray();
        Assert.True(held.Length >= 3);
        Assert.All(held.Zip(held.Skip(1)), t => Assert.True(t.Second.Kilograms >= t.First.Kilograms));
        Assert.True(held[^1].HipShare > held[0].HipShare);
    }

    [Property(MaxTest = 300)]
    public void Every_solution_lands_over_the_middle_and_every_box_clears_the_free_leg(
        byte shinSeed,
        byte thighSeed,
        byte leanSeed,
        byte size
    )
    {
        var body = Body.From(new(1.45 + (size % 50 / 100.0)));
        var (shin, thigh, lean) = (shinSeed % 40, thighSeed % 70, leanSeed % 60);
        var posture = OneLegPosture.Of(body, Deg(shin), Deg(thigh), Deg(lean));
        foreach (
            var solved in new[]
            {
                OneLegPlan.Lean(body, posture, Load.ArmsForward) is { } l
                    ? OneLegPosture.Of(body, Deg(shin), Deg(thigh), l)
                    : null,
                OneLegPlan.Shin(body, posture, Load.ArmsForward) is { } s
                    ? OneLegPosture.Of(body, s, Deg(thigh), Deg(lean))
                    : null,
            }
        )
        {
            if (solved is not null)
                Assert.Equal(0.50, OneLegLoading.Of(body, solved, Load.ArmsForward).OverFoot, 1e-6);
        }

        if (OneLegPlan.Counterweight(body, posture) is > 0 and var kilograms)
            Assert.Equal(
                0.50,
                OneLegLoading.Of(body, posture, new Load(LoadPosition.Forward, kilograms)).OverFoot,
                1e-9
            );
        var on = posture.On(body, Math.Max(0, posture.ClearBoxMetres(body))).Points;
        Assert.True(Math.Min(on.FreeHeel.Y, on.FreeToe.Y) > 0.0299);
    }
}
