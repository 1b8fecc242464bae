using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Setup;

/// <summary>How high a rear foot may go, person by person.</summary>
public sealed class RearSurfaceTests
{
    private static Angle Deg(double degrees) => Angle.FromDegrees(degrees);

    private static RangeOfMotion Ranges(double? toe = null, double? ankle = null, double? knee = null)
    {
        var measured = new Dictionary<RangeTest, Angle>();
        if (toe is { } t)
            measured[RangeTest.BigToe] = Deg(t);
        if (ankle is { } a)
            measured[RangeTest.RearAnkle] = Deg(a);
        if (knee is { } k)
            measured[RangeTest.RearKnee] = Deg(k);
        return new(measured);
    }

    private static readonly SplitStance AtPad = new(Deg(8), Angle.Zero, SplitStance.OnPadMetres, Deg(12));

    private static RearSurface For(
        double stature,
        RearContact contact,
        RangeOfMotion? ranges = null,
        StudioKit? kit = null,
        SplitStance? stance = null
    ) =>
        RearSurface.For(
            Body.From(new(stature)),
            stance ?? AtPad,
            contact,
            ranges ?? RangeOfMotion.Assumed,
            kit ?? StudioKit.Unknown
        );

    [Fact]
    public void On_the_ball_the_rear_ankle_runs_out_near_six_hundredths_of_stature()
    {
        var surface = For(1.75, RearContact.Ball);
        Assert.InRange(surface.HighestMetres / 1.75, 0.055, 0.065);
        Assert.True(surface.Stops is DemandedJoint.RearAnkle or DemandedJoint.BigToe);
        // Comfort ends sooner than the joints do.
        Assert.InRange(surface.ComfortableMetres, 0.03, surface.HighestMetres - 0.01);
    }

    [Theory]
    [InlineData(1.55)]
    [InlineData(1.75)]
    [InlineData(1.95)]
    public void On_the_instep_mid_shin_is_the_top_and_a_short_front_of_the_thigh_comes_before_it(double stature)
    {
        var body = Body.From(new(stature));
        var free = For(stature, RearContact.Roll);
        Assert.Equal(body.AnkleHeight + (body.Shank / 2), free.HighestMetres, 3);
        Assert.Null(free.Stops);
        Assert.True(free.HighestMetres <= (SetupPlanner.RearInstepMost * stature) + 1e-9);
        var tight = For(stature, RearContact.Roll, Ranges(knee: 105));
        Assert.Equal(DemandedJoint.RearKnee, tight.Stops);
        Assert.True(tight.HighestMetres < free.HighestMetres - 0.05);
        // At the height itself the knee just has it, and a centimetre higher no more.
        double Knee(double e) =>
            SplitLinkage
                .Solve(body, AtPad with { RearRaiseMetres = e, RearFoot = new RearFoot.Instep() })
                .RearKnee.Degrees;
        Assert.InRange(Knee(tight.HighestMetres), 103.5, 105.05);
        Assert.True(Knee(tight.HighestMetres + 0.01) > 105);
    }

    [Fact]
    public void The_highest_grows_with_every_range_and_with_a_shallower_depth()
    {
        var random = new Random(26);
        for (var n = 0; n < 200; n++)
        {
            var stature = 1.5 + (0.5 * random.NextDouble());
            var contact = (RearContact)random.Next(4);
            var (toe, ankle, knee) = (
                45 + (30 * random.NextDouble()),
                25 + (25 * random.NextDouble()),
                95 + (40 * random.NextDouble())
            );
            var less = For(stature, contact, Ranges(toe, ankle, knee));
            var more = For(stature, contact, Ranges(toe + 5, ankle + 5, knee + 5));
            Assert.True(more.HighestMetres >= less.HighestMetres - 0.0011);
            var shallower = For(
                stature,
                contact,
                Ranges(toe, ankle, knee),
                stance: AtPad with
                {
                    RearKneeMetres = AtPad.RearKneeMetres + 0.05,
                }
            );
            Assert.True(shallower.HighestMetres >= less.HighestMetres - 0.0011);
            Assert.InRange(less.ComfortableMetres, 0, less.HighestMetres + 1e-9);
        }
    }

    [Fact]
    public void A_bench_too_high_for_short_legs_is_said_with_the_height_that_fits()
    {
        var kit = new StudioKit([0.20, 0.43], [], [0.02], [], null);
        var surface = For(1.55, RearContact.Flat, kit: kit);
        var bench = surface.Heights.Single(h => h.Height.Metres > 0.4);
        Assert.False(bench.Fits);
        Assert.Equal(0.20, surface.Best?.Metres);
        var said = surface.Sentence(Tape.Centimetres, 0.43);
        Assert.StartsWith("43 cm is too high for this leg. ", said, StringComparison.Ordinal);
        Assert.Contains("Use the 20 cm box.", said, StringComparison.Ordinal);
        // Stopping as much higher as it says makes the same bench one that the joints follow.
        if (bench.StopsHigherMetres is { } up)
        {
            Assert.Contains($"{100 * up:0} cm higher", said, StringComparison.Ordinal);
            Assert.True(
                SplitLinkage
                    .TrySolve(
                        Body.From(new(1.55)),
                        AtPad with
                        {
                            RearKneeMetres = AtPad.RearKneeMetres + up,
                            RearRaiseMetres = 0.43,
                            RearFoot = new RearFoot.Instep(),
                        }
                    )
                    .Is(out var posture)
            );
            Assert.InRange(posture.RearKnee.Degrees, 120, 136.5);
        }
    }

    [Fact]
    public void A_low_flat_top_asks_the_ankle_to_point_and_a_slope_takes_some_of_it()
    {
        var (flat, sloped, roll) = (
            For(1.75, RearContact.Flat, Ranges(knee: 100)),
            For(1.75, RearContact.Sloped, Ranges(knee: 100)),
            For(1.75, RearContact.Roll, Ranges(knee: 100))
        );
        Assert.Equal(RearSurface.Slope.Degrees, (flat.Pointing!.Value - sloped.Pointing!.Value).Degrees, 6);
        Assert.Null(roll.Pointing);
        var (low, high) = (
            For(1.75, RearContact.Flat, stance: AtPad with { RearRaiseMetres = 0.10 }),
            For(1.75, RearContact.Flat, stance: AtPad with { RearRaiseMetres = 0.25 })
        );
        Assert.True(low.Pointing > high.Pointing);
        Assert.Contains("take a roll", flat.Sentence(Tape.Centimetres), StringComparison.Ordinal);
        Assert.DoesNotContain("point", roll.Sentence(Tape.Centimetres), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(RearContact.Ball)]
    [InlineData(RearContact.Roll)]
    [InlineData(RearContact.Sloped)]
    [InlineData(RearContact.Flat)]
    public void The_start_stands_two_to_three_feet_from_the_surface_and_asks_no_joint_too_much(RearContact contact)
    {
        var form = contact == RearContact.Ball ? SplitForm.RearFootRaised : SplitForm.RearInstep;
        foreach (var stature in new[] { 1.52, 1.66, 1.75, 1.90 })
        {
            foreach (var hips in new[] { false, true })
            {
                var (body, range) = (Body.From(new(stature)), RangeOfMotion.Assumed);
                var stance = SetupPlanner.Start(
                    body,
                    SchoolCode.VerticalShin,
                    form,
                    range,
                    range,
                    StudioKit.Unknown,
                    new RearRaise(contact, HipDominant: hips)
                );
                var posture = SplitLinkage.Solve(body, stance);
                Assert.DoesNotContain(Demand.Of(posture, range, range), d => d.Exceeds);
                var feet = RearSurface.ToFrontHeel(posture) / body.Foot;
                Assert.InRange(feet, RearSurface.LeastFeet - 0.01, RearSurface.MostFeet + 0.01);
                Assert.Equal(contact, RearSurface.Of(stance.RearFoot));
                Assert.True(
                    stance.RearRaiseMetres
                        <= RearSurface.For(body, stance, contact, range, StudioKit.Unknown).HighestMetres + 0.005
                );
            }
        }
    }

    [Fact]
    public void Hip_dominant_sits_further_back_and_leans_more()
    {
        var (body, range) = (Body.From(new(1.75)), RangeOfMotion.Assumed);
        SplitPosture At(bool hips) =>
            SplitLinkage.Solve(
                body,
                SetupPlanner.Start(
                    body,
                    SchoolCode.VerticalShin,
                    SplitForm.RearFootRaised,
                    range,
                    range,
                    StudioKit.Unknown,
                    new RearRaise(RearContact.Ball, HipDominant: hips)
                )
            );
        var (down, back) = (At(false), At(true));
        Assert.True(back.FrontHip > down.FrontHip);
        Assert.True(back.Points.Hip.X < down.Points.Hip.X);
    }
}
