using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Setup;

/// <summary>Postures worked out by hand and by search; the last digit given is the last that is known.</summary>
public sealed class WorkedExampleTests
{
    [Theory]
    [InlineData(1.75, 0, 0, 0.065, 0, 0, 0, 0, "toe 60", -0.67, 90.67, 100.36, 60.00, 40.36, 0.7078, -0.1995)]
    [InlineData(1.75, 0, 0, 0.07, 0, 0, 0, 0, "toe 60", 0.00, 90.00, 99.68, 60.00, 39.68, 0.7087, -0.1995)]
    [InlineData(1.75, 0, 0, 0.065, 0, 0, 0, 10, "shared", -0.67, 90.67, 100.34, 63.86, 36.49, 0.7174, -0.1995)]
    [InlineData(1.62, 10, 5, 0.065, 0, 0, 0, 10, "shared", 0.68, 99.32, 94.65, 63.41, 36.23, 0.6293, -0.1155)]
    [InlineData(1.88, 30, -5, 0.065, 0.1, 0, 0, 5, "shared", -6.23, 126.23, 105.95, 64.24, 36.71, 0.4968, 0.0169)]
    [InlineData(1.7, 20, 0, 0.065, 0, 0, 0, 20, "ankle 30", 3.06, 106.94, 99.89, 69.89, 30.00, 0.5684, -0.0508)]
    [InlineData(1.8, 40, 0, 0.065, 0, 0, 10, 5, "toe 60", 9.84, 120.16, 100.60, 60.00, 40.60, 0.4255, 0.0936)]
    [InlineData(1.75, 10, 20, 0.065, 0, 0.3, 0, 15, "instep", -3.25, 103.25, 109.70, 0.00, null, 0.9642, -0.1247)]
    public void A_split_stance_forward(
        double stature,
        double shin,
        double rearThigh,
        double knee,
        double front,
        double rear,
        double wedge,
        double lean,
        string rule,
        double thigh,
        double frontKnee,
        double rearKnee,
        double toe,
        double? rearAnkle,
        double stance,
        double pastToe
    )
    {
        var posture = SplitLinkage.Solve(
            Body.From(new(stature)),
            new SplitStance(Deg(shin), Deg(rearThigh), knee, Deg(lean), front, rear, Deg(wedge), Rule(rule))
        );
        Same(thigh, posture.FrontThigh.Degrees);
        Same(frontKnee, posture.FrontKnee.Degrees);
        Same(rearKnee, posture.RearKnee.Degrees);
        Same(toe, posture.BigToe.Degrees);
        Assert.Equal(rearAnkle is null, posture.RearAnkle is null);
        if (rearAnkle is { } bend)
            Same(bend, posture.RearAnkle!.Value.Degrees);
        Assert.Equal(stance, posture.StanceMetres, 0.0000501);
        Assert.Equal(pastToe, posture.KneePastToeMetres, 0.0000501);
    }

    [Theory]
    [InlineData(0.7, 0, 0.065, 1.04, 91.70)]
    [InlineData(0.6, 0, 0.065, 14.50, 103.33)]
    [InlineData(0.6, 10, 0.065, 24.91, 111.10)]
    [InlineData(0.8, 15, 0.12, 3.16, 88.34)]
    public void A_split_stance_from_its_length(
        double stance,
        double rearThigh,
        double knee,
        double shin,
        double frontKnee
    )
    {
        Assert.True(
            SplitLinkage
                .TryFromStanceLength(
                    Body.From(new(1.75)),
                    stance,
                    new SplitStance(Angle.Zero, Deg(rearThigh), knee, Angle.Zero, RearFoot: Rule("toe 60"))
                )
                .Is(out var posture)
        );
        Same(shin, posture.Stance.FrontShin.Degrees);
        Same(frontKnee, posture.FrontKnee.Degrees);
        Assert.Equal(stance, posture.StanceMetres, 1e-12);
    }

    [Theory]
    [InlineData(1.75, 90, 0, 0.4287, 0.1627)]
    [InlineData(1.75, 90, 10, 0.3608, 0.0815)]
    [InlineData(1.62, 80, 5, 0.2957, 0.1024)]
    public void A_step_from_knee_and_shin(double stature, double knee, double shin, double box, double gap)
    {
        var body = Body.From(new(stature));
        var step = StepLinkage.ForFlexion(body, Deg(knee), Deg(shin));
        Assert.Equal(box, step.BoxMetres, 0.0000501);
        Assert.Equal(gap, step.ToeGapMetres, 0.0000501);
        Assert.True(StepLinkage.TryForBox(body, Deg(knee), step.BoxMetres, out var back));
        Assert.Equal(shin, back.Shin.Degrees, 1e-9);
    }

    [Fact]
    public void A_step_from_the_box()
    {
        Assert.True(StepLinkage.TryForBox(Body.From(new(1.75)), Deg(90), 0.40, out var step));
        Assert.Equal(0.1318, step.ToeGapMetres, 0.0000501);
        Same(3.98, step.Shin.Degrees);
    }

    internal static Angle Deg(double degrees) => Angle.FromDegrees(degrees);

    internal static RearFoot Rule(string rule) =>
        rule.Split(' ') switch
        {
            ["toe", var d] => new RearFoot.BigToe(
                Deg(double.Parse(d, System.Globalization.CultureInfo.InvariantCulture))
            ),
            ["ankle", var d] => new RearFoot.Ankle(
                Deg(double.Parse(d, System.Globalization.CultureInfo.InvariantCulture))
            ),
            ["instep"] => new RearFoot.Instep(),
            _ => RearFoot.Usual,
        };

    private static void Same(double expected, double actual) => Assert.Equal(expected, actual, 0.00501);
}
