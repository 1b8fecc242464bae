using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Setup;

/// <summary>Marks on the floor for forms that reach over it.</summary>
public sealed class ReachTests
{
    private static Angle Deg(double degrees) => Angle.FromDegrees(degrees);

    public static TheoryData<ReachWay> Ways => [.. Enum.GetValues<ReachWay>().Where(w => w != ReachWay.None)];

    private static Result<ReachPlan, string> Tried(
        double stature,
        ReachWay way,
        double? knee = null,
        double? tape = null,
        double? direction = null,
        bool diagonal = true
    ) =>
        ReachPlan.TryOf(
            Body.From(new(stature)),
            ReachForm.Of(way)!,
            knee is { } k ? Deg(k) : null,
            tape,
            direction is { } d ? Deg(d) : null,
            diagonal,
            Tape.Centimetres
        );

    private static ReachPlan Plan(double stature, ReachWay way, bool diagonal = true) =>
        Tried(stature, way, diagonal: diagonal).OrThrow(problem => problem);

    private static string Problem(
        double stature,
        ReachWay way,
        double? knee = null,
        double? tape = null,
        double? direction = null
    ) => Tried(stature, way, knee, tape, direction).Is(out _, out var problem) ? "none" : problem;

    [Theory]
    [MemberData(nameof(Ways))]
    public void The_other_leg_reaches_from_its_own_hip_to_where_it_is_said_to_stand(ReachWay way)
    {
        foreach (var stature in new[] { 1.5, 1.66, 1.75, 1.95 })
        {
            var (body, form) = (Body.From(new(stature)), ReachForm.Of(way)!);
            var p = ReachLinkage.At(body, form, form.KneeUsual, form.Usual);
            Assert.NotNull(p);
            // The way along the leg, worked out again from the points in space.
            var raised = body.AnkleBallAngle + (Math.PI / 3);
            var ankle = form.OtherOnBall ? body.AnkleBallRadius * Math.Sin(raised) : body.AnkleHeight;
            var (dx, dy, dz) = (
                p.OtherAnkle.X + p.HipBackMetres,
                p.OtherAnkle.Y - body.HipJointWidth,
                p.HipHeightMetres - ankle
            );
            var leg = Math.Sqrt((dx * dx) + (dy * dy) + (dz * dz));
            var (s, t, k) = (body.Shank, body.Thigh, form.OtherKnee.Radians);
            Assert.Equal(Math.Sqrt((s * s) + (t * t) + (2 * s * t * Math.Cos(k))), leg, 9);
            // The working leg's own hip is a shank and a thigh from its ankle.
            var up = p.HipHeightMetres - body.AnkleHeight;
            Assert.Equal(
                Math.Sqrt((s * s) + (t * t) + (2 * s * t * Math.Cos(p.Knee.Radians))),
                Math.Sqrt((up * up) + (p.HipBackMetres * p.HipBackMetres)),
                9
            );
        }
    }

    [Theory]
    [MemberData(nameof(Ways))]
    public void A_deeper_knee_reaches_further_and_a_tape_gives_its_knee_back(ReachWay way)
    {
        var (body, form) = (Body.From(new(1.72)), ReachForm.Of(way)!);
        double? before = null;
        for (var knee = 40; knee <= 110; knee += 5)
        {
            if (ReachLinkage.At(body, form, Deg(knee), form.Usual) is not { } p)
                continue;
            if (before is { } less)
                Assert.True(p.TapeMetres > less, $"{way} at {knee}°");
            before = p.TapeMetres;
            var back = ReachLinkage.ForTape(body, form, p.TapeMetres, form.Usual);
            if (knee > 45)
                Assert.Equal(knee, back!.Knee.Degrees, 3);
        }

        Assert.NotNull(before);
        Assert.Null(ReachLinkage.ForTape(body, form, before.Value + 0.01, form.Usual));
    }

    [Theory]
    [MemberData(nameof(Ways))]
    public void The_mark_grows_with_the_body_alone(ReachWay way)
    {
        double Of(double stature) => Plan(stature, way).Posture.TapeMetres / stature;
        Assert.Equal(Of(1.50), Of(1.95), 9);
        Assert.True(Plan(1.75, way).Card.Count >= 3);
        Assert.EndsWith(".", Plan(1.75, way).Sentence(Tape.Inches).ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void The_usual_step_to_the_side_is_about_half_a_stature_and_the_outside_foot_stands_ahead_on_a_diagonal_alone()
    {
        var diagonal = Plan(1.75, ReachWay.Side);
        Assert.InRange(diagonal.Posture.TapeMetres / 1.75, 0.40, 0.55);
        Assert.True(diagonal.Posture.OtherAnkle.X < -0.04);
        var straight = Plan(1.75, ReachWay.Side, diagonal: false);
        Assert.Equal(0, straight.Posture.OtherAnkle.X, 9);
        Assert.Contains(straight.Card, l => l.Value == "level");
    }

    [Fact]
    public void A_reach_beyond_the_legs_an_angle_of_another_form_and_a_bend_past_all_say_what_would_do()
    {
        var far = Problem(1.60, ReachWay.Side, tape: 1.6);
        Assert.StartsWith("160 cm is further than these legs reach here: ", far, StringComparison.Ordinal);
        Assert.Contains("is usual", far, StringComparison.Ordinal);
        var angle = Problem(1.60, ReachWay.Behind, direction: 80);
        Assert.Equal("At 80° this is another form. Keep it between 15° and 60°, or take the lateral lunge.", angle);
        var bend = Problem(1.60, ReachWay.Across, knee: 150);
        Assert.Contains("Set it between.", bend, StringComparison.Ordinal);
        var near = Problem(1.60, ReachWay.Slide, tape: 0.05);
        Assert.Contains("too near", near, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_exercise_whose_foot_goes_sideways_across_or_turning_has_a_mark()
    {
        foreach (var e in Exercise.All.Where(e => e.Shape.Plane != MovementPlane.Forward && e.Shape.FootTravels))
            Assert.NotNull(ReachForm.Of(e.Shape.Reach));
        Assert.All(Exercise.All.Where(e => e.Shape.SlidesBack), e => Assert.Equal(ReachWay.Slide, e.Shape.Reach));
        Assert.All(
            Exercise.All.Where(e => e.Form is not null || e.NeedsBox),
            e => Assert.Equal(ReachWay.None, e.Shape.Reach)
        );
    }
}
