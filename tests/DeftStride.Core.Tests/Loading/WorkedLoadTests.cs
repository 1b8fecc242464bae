using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Setup;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Loading;

public sealed class WorkedLoadTests
{
    [Theory]
    [InlineData(0, 0, "none", 0, Pressure.Instep, "0", 49.28, 23.44, -23.44, 145.94)]
    [InlineData(0, 15, "none", 0, Pressure.Instep, "-9", 55.33, 22.00, 5.75, 136.15)]
    [InlineData(20, 25, "none", 0, Pressure.Ball, "0", 64.92, 59.03, 7.53, 164.10)]
    [InlineData(20, 25, "none", 0, Pressure.Instep, "0", 69.87, 33.51, 38.41, 148.81)]
    [InlineData(20, 25, "none", 0, Pressure.Ball, "aim", 64.92, 52.97, 49.53, 120.24)]
    [InlineData(10, 10, "goblet", 20, Pressure.Instep, "0", 62.95, 38.34, 3.60, 214.97)]
    [InlineData(10, 10, "sides", 20, Pressure.Instep, "0", 58.83, 35.78, 3.29, 198.79)]
    [InlineData(10, 10, "forward", 10, Pressure.Instep, "0", 71.33, 38.87, 3.67, 218.36)]
    public void Share_and_moments(
        double shin,
        double lean,
        string held,
        double kilograms,
        double pressure,
        string force,
        double share,
        double ankle,
        double knee,
        double hip
    )
    {
        var body = Body.From(new(1.75, 75));
        var posture = SplitLinkage.Solve(
            body,
            new SplitStance(Deg(shin), Deg(0), 0.065, Deg(lean), RearFoot: Rule("toe 60"))
        );
        var rule =
            force == "aim"
                ? ForceRule.RearPush
                : new ForceRule.Tilted(Deg(double.Parse(force, System.Globalization.CultureInfo.InvariantCulture)));
        var load = SplitLoading.Of(
            body,
            posture,
            new Load(Enum.Parse<LoadPosition>(held, ignoreCase: true), kilograms),
            pressure,
            rule
        );
        Assert.Equal(share, 100 * load.FrontShare, 0.00501);
        Assert.Equal(ankle, load.Front.Ankle, 0.00501);
        Assert.Equal(knee, load.Front.Knee, 0.00501);
        Assert.Equal(hip, load.Front.Hip, 0.00501);
    }

    [Fact]
    public void Over_a_wedge_the_pressure_lies_on_the_tilted_sole()
    {
        var body = Body.From(new(1.80, 75));
        var posture = SplitLinkage.Solve(
            body,
            new SplitStance(Deg(45), Deg(0), 0.065, Deg(0), HeelWedge: Deg(10), RearFoot: Rule("toe 60"))
        );
        var load = SplitLoading.Of(body, posture, Load.None, Pressure.Instep, ForceRule.Vertical);
        Assert.Equal(74.87, 100 * load.FrontShare, 0.00501);
        Assert.Equal(29.77, load.Front.Ankle, 0.00501);
        Assert.Equal(134.67, load.Front.Knee, 0.00501);
        Assert.Equal(68.74, load.Front.Hip, 0.00501);
    }

    [Theory]
    [InlineData(35, 10, 40, "none", 0, 0.2916, true, 7.47, 167.85, 110.31)]
    [InlineData(35, 10, 40, "forward", 0, 0.4818, true, 44.68, 130.65, 147.52)]
    [InlineData(25, 10, 40, "forward", 5, 0.4245, true, 35.76, 102.34, 196.52)]
    [InlineData(5, 10, 20, "none", 0, -0.7103, false, -188.53, 215.17, 62.99)]
    public void One_leg(
        double shin,
        double thigh,
        double lean,
        string held,
        double kilograms,
        double over,
        bool balanced,
        double ankle,
        double knee,
        double hip
    )
    {
        var body = Body.From(new(1.75, 75));
        var load = OneLegLoading.Of(
            body,
            OneLegPosture.Of(body, Deg(shin), Deg(thigh), Deg(lean)),
            new Load(Enum.Parse<LoadPosition>(held, ignoreCase: true), kilograms)
        );
        Assert.Equal(over, load.OverFoot, 0.0000501);
        Assert.Equal(balanced, load.Balanced);
        Assert.Equal(ankle, load.Moments.Ankle, 0.00501);
        Assert.Equal(knee, load.Moments.Knee, 0.00501);
        Assert.Equal(hip, load.Moments.Hip, 0.00501);
    }
}
