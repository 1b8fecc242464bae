using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Setup;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Positions;

/// <summary>Two lunges, worked by hand: upright and inclined.</summary>
public sealed class WorkedPositionTests
{
    internal static readonly Body Someone = Body.From(new(1.75, 75));

    internal static Position.OnTwo Lunge(
        string name,
        double shin,
        double lean,
        double pressure,
        Load? load = null,
        double front = 0
    ) =>
        new(
            name,
            SplitLinkage.Solve(
                Someone,
                new SplitStance(Deg(shin), Deg(0), 0.065, Deg(lean), front, RearFoot: Rule("toe 60"))
            ),
            load ?? Load.None,
            pressure,
            ForceRule.RearPush
        );

    internal static Position.OnTwo Upright => Lunge("the upright lunge", 0, 10, Pressure.Instep);

    internal static Position.OnTwo Inclined => Lunge("the inclined lunge", 20, 25, Pressure.Ball);

    internal static PositionReading Read(Position position, double? seconds = null) =>
        PositionReading.Of(
            position,
            seconds is { } up ? new Instant.AfterTurn(up) : Instant.Still,
            Someone,
            RangeOfMotion.Assumed,
            RangeOfMotion.Assumed
        );

    [Theory]
    [InlineData("A", 0, 0, 53.34, 410, -16.8, 17.36, 33.52, 102.37)]
    [InlineData("A", 0.75, 0.304, 53.52, 536, -16.6, 22.78, 44.11, 130.22)]
    [InlineData("A", 1.00, 0.171, 53.52, 481, -16.6, 20.46, 39.61, 116.95)]
    [InlineData("B", 0, 0, 64.92, 486, -10.5, 52.97, 49.53, 120.24)]
    [InlineData("B", 1.13, 0.150, 64.69, 557, -10.6, 60.64, 55.41, 135.76)]
    [InlineData("B", 1.00, 0.192, 64.69, 577, -10.6, 62.84, 57.42, 140.68)]
    public void At_the_bottom_and_just_after_the_turn(
        string which,
        double seconds,
        double gain,
        double share,
        double newtons,
        double tilt,
        double ankle,
        double knee,
        double hip
    )
    {
        var read = Read(which == "A" ? Upright : Inclined, seconds > 0 ? seconds : null);
        Assert.Equal(gain, read.Gain, 0.000501);
        Assert.Equal(share, 100 * read.FrontShare, 0.00501);
        Assert.Equal(newtons, read.Newtons, 0.501);
        Assert.Equal(tilt, read.Tilt.Degrees, 0.0501);
        Assert.Equal(ankle, read.Of(MomentJoint.Ankle).Moment, 0.00501);
        Assert.Equal(knee, read.Of(MomentJoint.Knee).Moment, 0.00501);
        Assert.Equal(hip, read.Of(MomentJoint.Hip).Moment, 0.00501);
    }

    [Theory]
    [InlineData("A", 0, 68.5, 17.6)]
    [InlineData("A", 0.75, 89.9, 23.2)]
    [InlineData("A", 1.00, 80.8, 20.8)]
    [InlineData("B", 0, 131.2, 49.5)]
    [InlineData("B", 1.13, 148.4, 55.4)]
    [InlineData("B", 1.00, 153.8, 57.4)]
    public void The_knee_from_heel_to_ball(string which, double seconds, double heel, double ball)
    {
        var knee = Read(which == "A" ? Upright : Inclined, seconds > 0 ? seconds : null).Of(MomentJoint.Knee);
        Assert.Equal(heel, knee.Most, 0.0501);
        Assert.Equal(ball, knee.Least, 0.0501);
    }

    [Theory]
    [InlineData(0, 10, 0.2902)]
    [InlineData(20, 25, 0.3262)]
    public void How_far_the_centre_of_mass_rises(double shin, double lean, double rise) =>
        Assert.Equal(
            rise,
            TurnPosture.TryOf(Someone, Lunge("", shin, lean, Pressure.Ball).Posture, Load.None)!.RiseMetres,
            0.0000501
        );

    [Theory]
    [InlineData(1.75, 35, 10, 0, 15, 15, 0.4475)]
    [InlineData(1.75, 20, 58, 0, 15, 15, 0.1065)]
    [InlineData(1.75, 20, 58, 4, 15, 15, 0.1187)]
    [InlineData(1.75, 20, 58, 0, 5, 30, 0.1571)]
    [InlineData(1.62, 25, 40, 0, 15, 15, 0.1956)]
    [InlineData(1.88, 30, 20, 0, 25, 10, 0.3521)]
    public void A_box_from_which_the_free_leg_hangs_clear(
        double stature,
        double shin,
        double thigh,
        double drop,
        double freeThigh,
        double freeKnee,
        double box
    )
    {
        var body = Body.From(new(stature));
        var posture = OneLegPosture.Of(body, Deg(shin), Deg(thigh), Deg(30), Deg(freeThigh), Deg(freeKnee));
        Assert.Equal(box, posture.ClearBoxMetres(body, Deg(drop)), 0.0000501);
        // On that box the foot, square to its shank, is 3 cm above the floor at its lowest.
        var on = OneLegPosture.Of(body, Deg(shin), Deg(thigh), Deg(30), Deg(freeThigh), Deg(freeKnee), box).Points;
        var lowest = Math.Min(on.FreeHeel.Y, on.FreeToe.Y) - (body.HipJointWidth * Math.Sin(Deg(drop).Radians));
        Assert.Equal(0.03, lowest, 0.000101);
    }

    [Theory]
    [InlineData(35, 10, 40, 0.0616, 0.8242, 0.480, 0.5742, 41.50)]
    [InlineData(25, 10, 40, -0.0011, 0.7592, 7.318, 0.5057, 66.78)]
    [InlineData(30, 10, 45, 0.0468, 0.8249, 1.947, 0.5203, 51.96)]
    [InlineData(35, 0, 30, 0.0209, 0.7457, 5.038, 0.5762, 43.35)]
    public void One_leg_balanced_by_a_weight_or_by_the_lean(
        double shin,
        double thigh,
        double lean,
        double centre,
        double hands,
        double kilograms,
        double rounded,
        double leaning
    )
    {
        var posture = OneLegPosture.Of(Someone, Deg(shin), Deg(thigh), Deg(lean));
        var (x0, xh) = OneLegPlan.Arms(Someone, posture);
        Assert.Equal(centre, x0, 0.0000501);
        Assert.Equal(hands, xh, 0.0000501);
        var least = OneLegPlan.Counterweight(Someone, posture)!.Value;
        Assert.Equal(kilograms, least, 0.000501);
        var held = new Load(LoadPosition.Forward, 2.5 * Math.Ceiling(least / 2.5));
        Assert.Equal(rounded, OneLegLoading.Of(Someone, posture, held).OverFoot, 0.0000501);
        Assert.Equal(leaning, OneLegPlan.Lean(Someone, posture, Load.ArmsForward)!.Value.Degrees, 0.00501);
    }
}
