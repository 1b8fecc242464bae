using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Measuring;

public sealed class DoubtTests
{
    private static readonly Body Estimated = Body.From(new BodyMeasures(1.75));
    private static readonly Body Measured = Body.From(new BodyMeasures(1.75, null, 0.43, 0.428));
    private static readonly FigureCamera Straight = new(500, new ImagePoint(800, 1010));

    private static IEnumerable<DoubtKind> Of(PointSet still, Body? body = null) =>
        StillDoubt
            .Of(still, ReadingContext.Default with { Body = body ?? Estimated }, ErrorModel.Default)
            .Select(d => d.Kind);

    /// <summary>A still seen from very far.</summary>
    private static PointSet Still(
        View view,
        FigureCamera? camera = null,
        BodySide side = BodySide.Right,
        Moment moment = Moment.Bottom
    ) =>
        PosedCheck.Still(
            new PosedFigure(Measured, PoseLibrary.Clean(Exercise.SplitSquatToPad, moment, Measured)),
            new PlannedStill(view, moment, [.. Landmarks.Order(view)], [], true),
            side,
            1,
            null,
            camera ?? Straight
        );

    [Fact]
    public void Good_stills_of_every_exercise_raise_no_doubt()
    {
        foreach (var exercise in Exercise.All)
        {
            var standard = Given.Standard(exercise.UsualSchool ?? SchoolCode.VerticalShin, exercise.Id);
            var look = Look.Of(PosedCheck.Of(standard, Measured, 1, new Random(3)), standard);
            Assert.All(
                look.Stills,
                s =>
                    Assert.True(
                        s.Doubts.Count == 0,
                        $"{exercise.Id} {s.Points.Frame}: {string.Join(" ", s.Doubts.Select(d => d.Question))}"
                    )
            );
        }
    }

    [Fact]
    public void A_point_off_the_body_is_asked_about_and_named()
    {
        var still = Still(View.Side);
        var hip = still.Points[Landmark.Hip];
        var far = Assert.Single(
            StillDoubt.Of(
                still.With(Landmark.Shoulder, new(hip.X, hip.Y - 620)),
                ReadingContext.Default with
                {
                    Body = Measured,
                },
                ErrorModel.Default
            )
        );
        Assert.Equal(DoubtKind.OffTheBody, far.Kind);
        Assert.StartsWith("The shoulder lies further away", far.Question, StringComparison.Ordinal);
        // A knee put near the ankle makes everything else too long, and is what is asked about.
        var (ankle, knee) = (still.Points[Landmark.Ankle], still.Points[Landmark.Knee]);
        var low = still.With(
            Landmark.Knee,
            new(ankle.X + (0.4 * (knee.X - ankle.X)), ankle.Y + (0.4 * (knee.Y - ankle.Y)))
        );
        Assert.Contains(
            StillDoubt.Of(low, ReadingContext.Default with { Body = Measured }, ErrorModel.Default),
            d => d.Kind == DoubtKind.OffTheBody && d.Question.Contains("ankle and knee", StringComparison.Ordinal)
        );
        Assert.Contains(DoubtKind.OffTheBody, Of(still.With(Landmark.Knee, new(ankle.X + 4, ankle.Y - 5))));
    }

    [Theory]
    [InlineData(1, 0, 0, 0, true)]
    [InlineData(1.3, 0.2, 40, -25, true)]
    [InlineData(1, 0, 0, 9, true)]
    public void Points_that_lie_exactly_as_last_time_are_asked_about(
        double size,
        double turn,
        double x,
        double y,
        bool same
    )
    {
        var last = Still(View.Side).Points;
        var (cos, sin) = (size * Math.Cos(turn), size * Math.Sin(turn));
        var taken = last.ToDictionary(
            p => p.Key,
            p => new ImagePoint(x + (cos * p.Value.X) - (sin * p.Value.Y), y + (sin * p.Value.X) + (cos * p.Value.Y))
        );
        Assert.Equal(same, StillDoubt.SameAsLast(taken, last) is { Kind: DoubtKind.SameAsLast });
        // One point put elsewhere by a hand's scatter is enough to tell them apart.
        taken[Landmark.Hip] = new(taken[Landmark.Hip].X + 5, taken[Landmark.Hip].Y - 3);
        Assert.Null(StillDoubt.SameAsLast(taken, last));
        Assert.Null(StillDoubt.SameAsLast(new Dictionary<Landmark, ImagePoint>(), last));
        // With ankle and knee alone only the same stretch counts: two points always fit two others.
        var two = last.Where(p => p.Key is Landmark.Ankle or Landmark.Knee).ToDictionary(p => p.Key, p => p.Value);
        Assert.NotNull(StillDoubt.SameAsLast(two, last));
        two[Landmark.Knee] = new(two[Landmark.Knee].X + 6, two[Landmark.Knee].Y);
        Assert.Null(StillDoubt.SameAsLast(two, last));
    }

    [Fact]
    public void Toes_that_point_the_other_way_are_asked_about() =>
        Assert.Contains(DoubtKind.FacingOtherWay, Of(Still(View.Side) with { Facing = Facing.Left }));

    [Fact]
    public void A_mirrored_front_picture_or_the_other_leg_is_asked_about_until_it_is_said()
    {
        foreach (var view in new[] { View.Front, View.Back })
        {
            var mirrored = Still(view, Straight with { Mirrored = true });
            Assert.Empty(Of(mirrored));
            Assert.Contains(DoubtKind.OtherLegOrMirrored, Of(mirrored with { Mirrored = false }));
            Assert.Contains(DoubtKind.OtherLegOrMirrored, Of(Still(view) with { FrontLeg = BodySide.Left }));
        }
    }

    [Fact]
    public void A_front_picture_given_as_side_and_the_other_way_round_is_noticed()
    {
        var foot = Still(View.Front);
        var heel = foot.Points[Landmark.Toe];
        Assert.Contains(
            DoubtKind.OtherView,
            Of(foot.With(Landmark.Heel, new(heel.X + 4, heel.Y - 20)) with { View = View.Side })
        );
        var side = Still(View.Side);
        Assert.Contains(DoubtKind.OtherView, Of(side with { View = View.Front }));
        // With the pelvis marked too, its two points over each other tell.
        var (at, ankle) = (side.Points[Landmark.Hip], side.Points[Landmark.Ankle]);
        var few = side with
        {
            View = View.Front,
            Points = new Dictionary<Landmark, ImagePoint>
            {
                [Landmark.Ankle] = ankle,
                [Landmark.Knee] = side.Points[Landmark.Knee],
                [Landmark.WorkingPelvis] = at,
                [Landmark.FreePelvis] = new(at.X + 9, at.Y),
            },
        };
        Assert.Contains(DoubtKind.OtherView, Of(few));
    }

    [Fact]
    public void Points_of_the_front_leg_on_the_rear_leg_are_noticed()
    {
        var still = Still(View.Side, moment: Moment.Start);
        var p = still.Points;
        var swapped = still
            .With(Landmark.Ankle, p[Landmark.RearAnkle])
            .With(Landmark.Knee, p[Landmark.RearKnee])
            .With(Landmark.RearAnkle, p[Landmark.Ankle])
            .With(Landmark.RearKnee, p[Landmark.Knee]);
        Assert.Contains(DoubtKind.WrongLeg, Of(swapped));
        // At the bottom the rear knee lies below its ankle: that gives no number at all, and says why.
        var low = Still(View.Side);
        Assert.Equal(
            MeasurementFault.KneeBelowAnkle,
            MeasureReader.FaultOf(
                low.With(Landmark.Ankle, low.Points[Landmark.RearAnkle])
                    .With(Landmark.Knee, low.Points[Landmark.RearKnee])
                    .With(Landmark.RearAnkle, low.Points[Landmark.Ankle])
                    .With(Landmark.RearKnee, low.Points[Landmark.Knee]),
                ErrorModel.Default
            )
        );
    }

    [Theory]
    [InlineData(10, true, false)]
    [InlineData(30, true, true)]
    [InlineData(30, false, false)]
    [InlineData(45, false, true)]
    public void In_pictures_on_record_a_camera_well_off_the_axis_shows_in_a_short_thigh_sooner_when_segments_were_measured(
        double degrees,
        bool measured,
        bool warned
    )
    {
        var still = Still(View.Side, Straight with { OffAxisDegrees = degrees }) with { Camera = null };
        Assert.Equal(warned, Of(still, measured ? Measured : Estimated).Contains(DoubtKind.OffAxis));
    }

    [Fact]
    public void A_level_mark_is_no_upright()
    {
        var still = Still(View.Side) with { Vertical = new VerticalMark(new(100, 1000), new(900, 1001)) };
        Assert.Equal(MeasurementFault.VerticalNotUpright, MeasureReader.FaultOf(still, ErrorModel.Default));
    }

    [Theory]
    [InlineData(0, 0)]
    [InlineData(1, 90)]
    [InlineData(2, 40)]
    [InlineData(4, 25)]
    public void Guesses_come_closer_with_every_point_that_is_placed(int placed, double within)
    {
        // The pattern is another body, smaller in its picture and elsewhere.
        var smaller = Body.From(new BodyMeasures(1.62));
        var pattern = new PosedFigure(
            smaller,
            PoseLibrary.Clean(Exercise.SplitSquatToPad, Moment.Bottom, smaller)
        ).Seen(View.Side, BodySide.Right, new FigureCamera(380, new(600, 900)), Landmarks.Order(View.Side));
        var truth = Still(View.Side);
        var known = Landmarks.Order(View.Side).Take(placed).ToDictionary(l => l, l => truth.Points[l]);
        var guesses = PointGuess.For(known, pattern, Landmarks.Order(View.Side), truth.Picture);
        Assert.Equal(Landmarks.Order(View.Side).Count - placed, guesses.Count);
        Assert.All(guesses.Values, g => Assert.True(truth.Picture.Contains(g)));
        if (placed >= 2)
            Assert.All(
                guesses,
                g =>
                    Assert.True(
                        g.Value.DistanceTo(truth.Points[g.Key]) < within,
                        $"{g.Key} {g.Value.DistanceTo(truth.Points[g.Key])}"
                    )
            );
    }
}
