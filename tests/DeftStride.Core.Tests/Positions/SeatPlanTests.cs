using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Positions;

/// <summary>The seat of a squat on one leg and the box of the hanging leg, in what a studio has.</summary>
public sealed class SeatPlanTests
{
    private static readonly StudioKit Boxes = new([0.20, 0.30, 0.45], [0.02, 0.02, 0.05], [0.05], [], null);

    private static SeatFacts Facts(double stature = 1.75, StudioKit? kit = null) =>
        new(Body.From(new(stature, 70)), RangeOfMotion.Assumed, kit ?? StudioKit.Unknown, [2, 4, 6, 8, 10, 12]);

    private static SeatPlan Plan(
        SeatFacts facts,
        SeatWay way,
        double knee,
        OneLegChoice choice = OneLegChoice.Shared
    ) => SeatPlan.TryOf(facts, way, choice, Angle.FromDegrees(knee), null).OrThrow(problem => problem);

    private static string Problem(SeatFacts facts, SeatWay way, double knee, double? seat = null) =>
        SeatPlan.TryOf(facts, way, OneLegChoice.Shared, Angle.FromDegrees(knee), seat).Is(out _, out var problem)
            ? "none"
            : problem;

    [Theory]
    [InlineData(1.50)]
    [InlineData(1.75)]
    [InlineData(2.00)]
    public void A_seat_stands_where_the_hips_come_and_lower_bends_the_knee_more(double stature)
    {
        foreach (var choice in Enum.GetValues<OneLegChoice>())
        {
            SeatPlan[] plans =
            [
                .. new[] { 60.0, 75, 90, 105 }.Select(k => Plan(Facts(stature), SeatWay.Behind, k, choice)),
            ];
            Assert.Equal(plans.OrderByDescending(p => p.Height.Metres), plans);
            Assert.Equal(plans.OrderBy(p => p.Posture.Knee.Degrees), plans);
            foreach (var plan in plans)
            {
                var points = plan.Posture.Points;
                // What is sat on is the hip less what lies under it, to the centimetre that a tape reads.
                Assert.Equal(points.Hip.Y - (0.05 * stature), plan.Height.Metres, 0.006);
                // The other leg is held ahead and touches nothing, and the weight lies over the foot.
                Assert.True(
                    Math.Min(points.FreeHeel.Y, points.FreeToe.Y) > 0.01,
                    $"{stature} {choice} {plan.Posture.Knee}"
                );
                Assert.True(plan.Balance.Balanced);
                Assert.Equal("Seat", plan.Card[0].Name);
            }
        }
    }

    [Fact]
    public void A_height_and_the_knee_it_gives_say_the_same()
    {
        var facts = Facts();
        var asked = Plan(facts, SeatWay.Behind, 90);
        var sat = SeatPlan
            .TryOf(facts, SeatWay.Behind, OneLegChoice.Shared, Angle.FromDegrees(40), asked.Height.Metres)
            .OrThrow(problem => problem);
        Assert.Equal(asked.Posture.Knee.Degrees, sat.Posture.Knee.Degrees, 0.01);
    }

    [Fact]
    public void The_box_is_the_least_from_which_the_other_leg_hangs_clear()
    {
        var facts = Facts(1.75, Boxes);
        foreach (var knee in new[] { 60.0, 75, 90, 105 })
        {
            var plan = Plan(facts, SeatWay.UnderFoot, knee);
            Assert.Equal(knee, plan.Posture.Knee.Degrees, 0.5);
            var clear = plan.Posture.ClearBoxMetres(facts.Body);
            Assert.True(plan.Height.Metres >= clear - 0.001);
            // Nothing lower that can be built would do.
            Assert.DoesNotContain(
                Boxes.Heights(),
                h => h.Metres > 0.03 && h.Metres >= clear && h.Metres < plan.Height.Metres
            );
            Assert.True(Math.Min(plan.Posture.Points.FreeHeel.Y, plan.Posture.Points.FreeToe.Y) >= 0.029);
        }
    }

    [Fact]
    public void What_cannot_be_built_or_bent_is_said_with_what_would_do()
    {
        var low = Facts(1.90, new StudioKit([0.15], [], [], [], null));
        var problem = Problem(low, SeatWay.UnderFoot, 95);
        Assert.Matches(
            @"needs 3\d cm .* the tallest that can be built here is 15 cm\. Stop at [4-6]\d°, or hold",
            problem
        );
        // The bend it names is one that this studio's box allows.
        var named = int.Parse(
            System.Text.RegularExpressions.Regex.Match(problem, @"Stop at (\d+)").Groups[1].Value,
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.Equal("none", Problem(low, SeatWay.UnderFoot, named - 1));
        Assert.StartsWith(
            "The knee bends between 40° and 125°",
            Problem(Facts(), SeatWay.Behind, 150),
            StringComparison.Ordinal
        );
        Assert.Contains("standing for these legs", Problem(Facts(), SeatWay.Behind, 90, 1.2), StringComparison.Ordinal);
        Assert.StartsWith("No seat and no box", Problem(Facts(), SeatWay.None, 90), StringComparison.Ordinal);
    }

    [Fact]
    public void A_pile_of_plates_is_no_seat()
    {
        var plates = Facts(1.75, new StudioKit([], [0.02, 0.02, 0.05], [], [], null));
        Assert.Matches(@"\d\d cm would suit, .* is 9 cm\. Add a chair or a box", Problem(plates, SeatWay.Behind, 90));
    }

    [Fact]
    public void A_seat_far_from_what_was_asked_is_set_off_and_hips_back_holds_a_weight()
    {
        var plan = Plan(Facts(1.95, Boxes), SeatWay.Behind, 60);
        Assert.Contains(plan.Advice, a => a.Matters && a.Sentence.Contains("lower", StringComparison.Ordinal));
        var hip = Plan(Facts(), SeatWay.Behind, 75, OneLegChoice.Hip);
        Assert.Equal(LoadPosition.Forward, hip.Load.Position);
        Assert.True(hip.Load.Kilograms > 0);
        Assert.True(hip.Posture.Shin < Plan(Facts(), SeatWay.Behind, 75).Posture.Shin);
        Assert.Contains("held ahead", string.Concat(hip.Sentence(Tape.Centimetres).Parts.Select(p => p.Text)));
    }
}
