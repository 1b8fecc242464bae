using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Filming;

public sealed class SquareLineTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));
    private static readonly CheckStandard Standard = Given.Standard();

    private static Look At(
        PinholeCamera camera,
        View view = View.Side,
        CameraPlace? place = null,
        Func<PointSet, PointSet>? change = null,
        bool line = true,
        double thigh = 0
    )
    {
        var planned = new PlannedStill(view, Moment.Bottom, Landmarks.Order(view), [], true);
        var pose = PoseLibrary.Clean(Standard.Exercise, Moment.Bottom, Average, SchoolCode.VerticalShin);
        var figure = new PosedFigure(
            Average,
            pose with
            {
                Track = 0.13,
                TurnOut = 4,
                RearThigh = pose.RearThigh + thigh,
            }
        );
        var stills = new[] { BodySide.Left, BodySide.Right }.Select(side =>
            (change ?? (s => s))(
                camera.Still(
                    figure,
                    planned,
                    side,
                    1,
                    side == BodySide.Right ? Facing.Right : Facing.Left,
                    place ?? CameraPlace.ByGuide with { HeightMetres = camera.Height },
                    line: line ? (0.6, 0) : null
                )
            )
        );
        return Look.Of(LookInput.Of([.. stills], ReadingContext.Default with { Body = Average }), Standard);
    }

    private static double Value(Look look, string measure) => look.On(measure, BodySide.Right)!.Mean!.Value.Value;

    [Theory]
    [InlineData(0)]
    [InlineData(15)]
    [InlineData(-15)]
    [InlineData(19)]
    public void A_line_tells_the_yaw_and_it_is_taken_out(double yaw)
    {
        foreach (var view in new[] { View.Side, View.Front })
        {
            var look = At(new PinholeCamera { Yaw = yaw, Aim = 1.5 }, view);
            Assert.All(look.Squares, s => Assert.Equal(yaw, s.Tapped!.Value.Degrees, 0.3));
        }

        var square = At(new PinholeCamera(), line: false);
        var off = At(new PinholeCamera { Yaw = yaw });
        foreach (var measure in new[] { "front-shin", "rear-thigh", "rear-knee", "depth", "trunk-lean", "front-knee" })
            Assert.Equal(Value(square, measure), Value(off, measure), 0.6);
    }

    [Fact]
    public void A_verdict_that_stood_on_its_head_is_right_once_the_tape_is_tapped()
    {
        // The rear thigh hangs 6° behind; from 15° to the side it reads as if it were far ahead.
        var camera = new PinholeCamera { Yaw = 15 };
        var plain = At(camera, line: false, thigh: 5);
        var tapped = At(camera, thigh: 5);
        Assert.True(Math.Abs(Value(plain, "rear-thigh") - 6) > 8, $"{Value(plain, "rear-thigh")}");
        Assert.Equal(6, Value(tapped, "rear-thigh"), 0.7);
        Assert.Contains(
            plain.Stills,
            s =>
                s.Doubts.Any(d =>
                    d.Kind == DoubtKind.OffAxis && d.Question.Contains("Tap a line", StringComparison.Ordinal)
                )
        );
        Assert.DoesNotContain(tapped.Stills, s => s.Doubts.Any(d => d.Kind == DoubtKind.OffAxis));
    }

    [Fact]
    public void A_line_that_tells_nothing_is_said_and_changes_nothing()
    {
        var plain = At(new PinholeCamera(), line: false);
        void Said(string says, PinholeCamera camera, Func<PointSet, PointSet>? change = null)
        {
            var look = At(camera, change: change);
            var said = string.Join(" ", look.Stills.SelectMany(x => x.Doubts).Select(d => d.Question));
            Assert.True(said.Contains(says, StringComparison.Ordinal), $"{says}: {said}");
            Assert.All(look.Squares, s => Assert.Null(s.Tapped));
            if (camera == new PinholeCamera())
                Assert.Equal(Value(plain, "rear-thigh"), Value(look, "rear-thigh"), 9);
        }

        static Func<PointSet, PointSet> Line(ImagePoint one, ImagePoint other, double metres = 0.6) =>
            s => s with { Line = new FloorLine(one, other, metres) };
        var straight = new PinholeCamera();
        var (near, far) = (straight.See(0, 0, -0.3), straight.See(0, 0, 0.3));
        Said("shorter than 45 cm", straight, Line(near, far, 0.3));
        Said("a few pixels", straight, Line(near, new(near.X + 2, near.Y - 3)));
        Said("runs across", straight, Line(straight.See(-0.3, 0, 0), straight.See(0.3, 0, 0)));
        Said("beside the client", straight, Line(straight.See(1.5, 0, -0.3), straight.See(1.5, 0, 0.3)));
        Said("on the floor", straight with { Height = 0.08, PixelsPerMetre = 400 });
        Said("from overhead", straight with { Height = 2.1, Pitch = -23, PixelsPerMetre = 400 });
        // Between 20° and 45° nothing is read from that view at all.
        var off = At(new PinholeCamera { Yaw = 28 });
        Assert.All(off.Results, r => Assert.Null(r.Mean));
        Assert.Contains(
            off.Stills,
            s => s.Doubts.Any(d => d.Question.Contains("Move the phone", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_lens_that_looks_down_on_purpose_is_undone_too()
    {
        var low = At(new PinholeCamera(), line: false);
        var place = CameraPlace.ByGuide with { HeightMetres = 1.2 };
        var high = At(new PinholeCamera { Height = 1.2, Pitch = -7.595 }, place: place, line: false);
        foreach (var measure in new[] { "front-shin", "rear-thigh", "trunk-lean", "depth", "front-knee" })
            Assert.Equal(Value(low, measure), Value(high, measure), 0.35);
    }

    [Fact]
    public void Every_exercise_reads_the_same_from_near_as_from_very_far()
    {
        foreach (var exercise in Exercise.All)
        {
            var standard = Given.Standard(exercise.UsualSchool ?? SchoolCode.VerticalShin, exercise.Id);
            var planned = LookPlan.For(standard).Where(p => p.View != View.Back).ToArray();
            Look From(double distance)
            {
                var stills = new List<PointSet>();
                foreach (var p in planned)
                {
                    var pose = PoseLibrary.Clean(exercise, p.Moment, Average, standard.School.Value.Code) with
                    {
                        Track = 0.13,
                        TurnOut = 4,
                    };
                    var camera = new PinholeCamera { Distance = distance, Size = new PictureSize(2400, 2160) };
                    stills.Add(
                        camera.Still(
                            new PosedFigure(Average, pose),
                            p,
                            BodySide.Right,
                            1,
                            Facing.Right,
                            CameraPlace.ByGuide with
                            {
                                DistanceMetres = distance,
                            }
                        )
                    );
                }

                return Look.Of(
                    LookInput.Of(
                        stills,
                        ReadingContext.Default with
                        {
                            Body = Average,
                            BothFeetPlanted = exercise.Shape.BothFeetPlanted,
                        }
                    ),
                    standard
                );
            }

            var (near, far) = (From(3), From(1000));
            foreach (var result in near.Results.Where(r => r.Mean is not null))
            {
                var same = far.Results.SingleOrDefault(r => r.Measure == result.Measure && r.Moment == result.Moment);
                Assert.True(
                    same?.Mean is { } there && Math.Abs(there.Value.Value - result.Mean!.Value.Value) < 0.35,
                    $"{exercise.Id} {result.Measure.Id} {result.Moment}: {result.Mean!.Value.Value:0.00} near, {same?.Mean?.Value.Value:0.00} far"
                );
            }
        }
    }
}
