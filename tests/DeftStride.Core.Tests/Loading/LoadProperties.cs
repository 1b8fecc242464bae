using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Core.Tests.Setup;
using FsCheck.Xunit;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Loading;

[Properties(Arbitrary = [typeof(Stances)], MaxTest = 600)]
public sealed class LoadProperties
{
    private static readonly Load[] Loads =
    [
        .. Enum.GetValues<LoadPosition>().Select(p => new Load(p, p == LoadPosition.None ? 0 : 16)),
    ];

    [Property]
    public void Both_feet_together_carry_the_weight_and_hold_its_moment(SolvedStance any)
    {
        var posture = any.Posture;
        foreach (var load in Loads)
        {
            var carried = SplitLoading.Of(any.Body, posture, load);
            // On the sole, a wedge tilting it.
            var (heel, ball) = (posture.Points.FrontHeel.X, posture.Points.FrontBall.X);
            var under = heel + (Pressure.Instep / Pressure.Ball * (ball - heel));
            // Straight up under both feet: the centre of mass divides the distance between the pressures by the share.
            Assert.Equal(
                carried.CentreOfMass.X,
                (carried.FrontShare * under) + ((1 - carried.FrontShare) * posture.Points.RearBall.X),
                1e-9
            );
            Assert.True(double.IsFinite(carried.Front.Ankle + carried.Front.Knee + carried.Front.Hip));
            var (a, k, h) = carried.Front.Shares();
            Assert.InRange(a + k + h, 0, 1 + 1e-9);
            Assert.All(new[] { a, k, h }, s => Assert.True(s >= 0));
        }
    }

    [Property]
    public void Moments_grow_with_the_body_and_not_with_where_it_stands(SolvedStance any)
    {
        var posture = any.Posture;
        var light = Body.From(any.Body.Measures with { MassKilograms = 50 });
        var heavy = Body.From(any.Body.Measures with { MassKilograms = 100 });
        var (a, b) = (SplitLoading.Of(light, posture, Load.None), SplitLoading.Of(heavy, posture, Load.None));
        Assert.Equal(a.FrontShare, b.FrontShare, 1e-9);
        Assert.Equal(2 * a.Front.Hip, b.Front.Hip, 1e-6);
        Assert.Equal(2 * a.Front.Knee, b.Front.Knee, 1e-6);
    }

    [Property]
    public void The_rear_push_leaves_no_force_over(FlatStance any)
    {
        var posture = any.Posture;
        // On one floor an aimed rear force changes how the front answers, not how much it carries.
        var still = SplitLoading.Of(any.Body, posture, Load.None);
        var pushed = SplitLoading.Of(any.Body, posture, Load.None, force: ForceRule.RearPush);
        Assert.Equal(still.FrontShare, pushed.FrontShare, 1e-9);
        if (still.FrontShare is > 0.2 and < 0.95)
            Assert.True(pushed.Front.Knee > still.Front.Knee, "the front force leans back and loads the knee");
    }

    [Fact]
    public void A_load_ahead_moves_the_share_forward_and_one_on_the_back_less()
    {
        var body = Body.From(new(1.75, 75));
        var posture = SplitLinkage.Solve(body, new SplitStance(Deg(10), Angle.Zero, SplitStance.OnPadMetres, Deg(10)));
        double Share(LoadPosition at) => SplitLoading.Of(body, posture, new Load(at, 20)).FrontShare;
        Assert.True(Share(LoadPosition.Forward) > Share(LoadPosition.Goblet));
        Assert.True(Share(LoadPosition.Goblet) > Share(LoadPosition.Sides));
        Assert.True(Share(LoadPosition.Sides) > Share(LoadPosition.Back));
    }

    [Fact]
    public void On_one_leg_sitting_back_needs_the_arms_ahead()
    {
        var body = Body.From(new(1.75, 75));
        OneLegLoad Sit(Load load) => OneLegLoading.Of(body, OneLegPosture.Of(body, Deg(22), Deg(5), Deg(35)), load);
        Assert.True(Sit(Load.ArmsForward).OverFoot > Sit(Load.None).OverFoot);
        Assert.True(Sit(new Load(LoadPosition.Forward, 8)).OverFoot > Sit(Load.ArmsForward).OverFoot);
        Assert.False(OneLegLoading.Of(body, OneLegPosture.Of(body, Deg(0), Deg(0), Deg(0)), Load.None).Balanced);
    }
}
