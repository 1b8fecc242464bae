using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Measuring;

/// <summary>Measures of posed figures whose truth is known from their places in space, not from the formulas that read pictures.</summary>
public sealed class MeasureTruthTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));
    private static readonly Pose Posture = new(14, 96, 17, 6, 99)
    {
        KneeIn = 2.5,
        PelvisDrop = 3,
        PelvisShift = 1.5,
        SideLean = 3,
        HeelRise = 1.2,
    };

    private static readonly FigureCamera Far = new(500, new ImagePoint(800, 1010));

    private static Reading Read(
        string measure,
        View view,
        PosedFigure figure,
        FigureCamera? camera = null,
        BodySide side = BodySide.Right,
        Random? hand = null,
        Body? body = null
    )
    {
        var planned = new PlannedStill(view, Moment.Bottom, [.. Landmarks.Order(view)], [], true);
        var still = PosedCheck.Still(figure, planned, side, 1, hand, camera ?? Far);
        var context = ReadingContext.Default with
        {
            Body = body ?? Average,
            LeftShinAssumed = Angle.FromDegrees(figure.Pose.Shin),
            RightShinAssumed = Angle.FromDegrees(figure.Pose.Shin),
        };
        return MeasureReader.Read(measure, still, context, ErrorModel.Default);
    }

    /// <summary>What is true of the posture, worked out in space.</summary>
    private static double Truth(string measure, PosedFigure f)
    {
        Place At(Landmark l) => f.At(l);
        double Between(Landmark a, Landmark b, Landmark c)
        {
            var (u, v) = ((X: At(b).X - At(a).X, Y: At(b).Y - At(a).Y), (X: At(c).X - At(b).X, Y: At(c).Y - At(b).Y));
            return Math.Acos(
                    ((u.X * v.X) + (u.Y * v.Y))
                        / Math.Sqrt((u.X * u.X) + (u.Y * u.Y))
                        / Math.Sqrt((v.X * v.X) + (v.Y * v.Y))
                )
                * 180
                / Math.PI;
        }

        return measure switch
        {
            "front-shin" => f.Pose.Shin,
            "front-knee" => f.Pose.Knee,
            "rear-knee" => Between(Landmark.Hip, Landmark.RearKnee, Landmark.RearAnkle),
            "front-thigh" => 90 + f.Pose.Shin - f.Pose.Knee,
            "trunk-lean" => f.Pose.Trunk,
            "lean-minus-shin" => f.Pose.Trunk - f.Pose.Shin,
            "rear-under-hip" => 100 * (At(Landmark.Hip).X - At(Landmark.RearKnee).X),
            "knee-past-toe" => 100 * (At(Landmark.Knee).X - At(Landmark.Toe).X),
            "depth" => 100 * (At(Landmark.RearKnee).Y - 0.065),
            "head-over-pelvis" => 100 * (At(Landmark.Ear).X - At(Landmark.Hip).X),
            "heel-rise" => f.Pose.HeelRise,
            "knee-offset" => f.Pose.KneeIn,
            "pelvic-level" => f.Pose.PelvisDrop,
            "stance-width" => 100 * (At(Landmark.RearAnkle).Z - At(Landmark.Ankle).Z),
            "side-lean" => f.Pose.SideLean,
            _ => throw new ArgumentOutOfRangeException(nameof(measure), measure, null),
        };
    }

    public static TheoryData<string, View> Readable =>
        new()
        {
            { "front-shin", View.Side },
            { "front-knee", View.Side },
            { "rear-knee", View.Side },
            { "front-thigh", View.Side },
            { "trunk-lean", View.Side },
            { "lean-minus-shin", View.Side },
            { "rear-under-hip", View.Side },
            { "knee-past-toe", View.Side },
            { "depth", View.Side },
            { "head-over-pelvis", View.Side },
            { "heel-rise", View.Side },
            { "knee-offset", View.Front },
            { "pelvic-level", View.Front },
            { "pelvic-level", View.Back },
            { "stance-width", View.Front },
            { "side-lean", View.Front },
        };

    [Theory]
    [MemberData(nameof(Readable))]
    public void A_picture_without_scatter_gives_the_truth_from_either_side_mirrored_or_rolled(string measure, View view)
    {
        var figure = new PosedFigure(Average, Posture);
        var truth = Truth(measure, figure);
        var straight = new FigureCamera(500, new ImagePoint(800, 1010));
        // The shank seen from the front is a little longer for the knee that is off its line: half a percent of any length.
        var within =
            MeasureDefinition.Find(measure)!.Unit == MeasureUnit.Centimetres ? 0.01 * Math.Abs(truth) + 0.01 : 0.2;
        foreach (
            var camera in new[]
            {
                straight,
                straight with
                {
                    Facing = Facing.Left,
                },
                straight with
                {
                    RollDegrees = 7,
                },
                straight with
                {
                    Mirrored = true,
                },
            }
        )
        {
            foreach (var side in new[] { BodySide.Left, BodySide.Right })
                Assert.InRange(Read(measure, view, figure, camera, side).Value.Value, truth - within, truth + within);
        }
    }

    [Fact]
    public void Off_the_side_axis_a_shin_reads_smaller_by_the_cosine()
    {
        var figure = new PosedFigure(Average, new Pose(24, 100, 8, 0, 98));
        var read = Read(
            "front-shin",
            View.Side,
            figure,
            new FigureCamera(500, new ImagePoint(800, 1010)) { OffAxisDegrees = 30 }
        ).Value.Value;
        Assert.Equal(Math.Tan(24 * Math.PI / 180) * Math.Cos(30 * Math.PI / 180), Math.Tan(read * Math.PI / 180), 3);
    }

    [Fact]
    public void The_placing_errors_are_those_of_their_formulas()
    {
        var figure = new PosedFigure(Average, Posture with { KneeIn = 0, PelvisDrop = 0, HeelRise = 0 });
        var width = 100 * 2 * 0.085 * 1.75 * 5;
        Assert.Equal(
            Math.Sqrt(2) * 4 / width * 180 / Math.PI,
            Read("pelvic-level", View.Front, figure).PlacingSd.Value,
            1
        );
        // Flexion: p·√(1/|u|² + 1/|v|² + |u/|u|² + v/|v|²|²).
        var (shank, thigh, bend) = (Average.Shank * 500, Average.Thigh * 500, Posture.Knee * Math.PI / 180);
        var both = (1 / (shank * shank)) + (1 / (thigh * thigh)) + (2 * Math.Cos(bend) / (shank * thigh));
        Assert.Equal(
            4 * Math.Sqrt((1 / (shank * shank)) + (1 / (thigh * thigh)) + both) * 180 / Math.PI,
            Read("front-knee", View.Side, figure).PlacingSd.Value,
            1
        );
        // Offset: √((p/scale)²(1 + (1−g)² + g²)), the knee being over its line.
        var g = Math.Sin(Posture.Shin * Math.PI / 180) * Average.Shank / (0.75 * Average.Foot);
        Assert.Equal(
            4 / 5.0 * Math.Sqrt(1 + ((1 - g) * (1 - g)) + (g * g)),
            Read("knee-offset", View.Front, figure).PlacingSd.Value,
            1
        );
    }

    [Fact]
    public void A_knee_seen_over_a_level_thigh_gives_no_projection_angle_and_standing_it_does()
    {
        var planned = new PlannedStill(
            View.Front,
            Moment.Bottom,
            [Landmark.Ankle, Landmark.Knee, Landmark.Hip],
            [],
            true
        );
        bool Tried(double knee, out MeasurementFault fault) =>
            MeasureReader
                .TryRead(
                    "projection",
                    PosedCheck.Still(
                        new PosedFigure(Average, new Pose(10, knee, 8, 0, 60) { KneeIn = 3 }),
                        planned,
                        BodySide.Left,
                        1,
                        null
                    ),
                    ReadingContext.Default with
                    {
                        Body = Average,
                        LeftShinAssumed = Angle.FromDegrees(10),
                    },
                    ErrorModel.Default
                )
                .Is(out _, out fault);
        Assert.False(Tried(95, out var fault));
        Assert.Equal(MeasurementFault.NothingToRead, fault);
        Assert.True(Tried(40, out _));
    }

    /// <summary>A mark that was just tapped has no length yet: the angles stand, and no length is read by the shank in its place.</summary>
    [Theory]
    [InlineData(0, 100)]
    [InlineData(20, 4)]
    public void A_known_length_is_only_for_lengths(double centimetres, double pixels)
    {
        var planned = new PlannedStill(View.Side, Moment.Bottom, [.. Landmarks.Order(View.Side)], [], true);
        var still = PosedCheck.Still(new PosedFigure(Average, Posture), planned, BodySide.Right, 1, null, Far);
        var marked = still with { Scale = new ScaleMark(new(100, 500), new(100 + pixels, 500), centimetres) };
        Look Of(PointSet s) =>
            Look.Of(
                new LookInput([s], [], [], ReadingContext.Default with { Body = Average }),
                Given.Standard(SchoolCode.VerticalShin, "split-squat-to-pad")
            );
        var (plain, spoilt) = (Of(still), Of(marked));
        Assert.NotNull(spoilt.Stills[0].Fault);
        Assert.Null(plain.Stills[0].Fault);
        Assert.Contains(plain.Results, r => r.Mean is not null && r.Measure.Unit == MeasureUnit.Degrees);
        foreach (var result in plain.Results.Where(r => r.Mean is not null))
        {
            var there = spoilt.Results.SingleOrDefault(r => r.Measure == result.Measure && r.Moment == result.Moment);
            if (result.Measure.Unit == MeasureUnit.Degrees)
                Assert.Equal(result.Mean!.Value.Value, there!.Mean!.Value.Value, 9);
            else if (result.Measure.Unit == MeasureUnit.Centimetres)
                Assert.Null(there?.Mean);
        }
    }

    [Fact]
    public void Lengths_need_a_stature_or_a_marked_length_and_the_marked_one_wins()
    {
        var planned = new PlannedStill(View.Side, Moment.Bottom, [.. Landmarks.Order(View.Side)], [], true);
        var still = PosedCheck.Still(new PosedFigure(Average, Posture), planned, BodySide.Right, 1, null, Far);
        Assert.False(
            MeasureReader
                .TryRead("heel-rise", still, ReadingContext.Default, ErrorModel.Default)
                .Is(out _, out var fault)
        );
        Assert.Equal(MeasurementFault.NothingToRead, fault);
        // 100 px are really 20 cm, so twice the height that the shank would give it at 40 cm.
        var marked = still with
        {
            Scale = new ScaleMark(new(100, 500), new(200, 500), 20),
        };
        Assert.Equal(
            1.2,
            MeasureReader.Read("heel-rise", marked, ReadingContext.Default, ErrorModel.Default).Value.Value,
            1
        );
        var twice = still with { Scale = new ScaleMark(new(100, 500), new(200, 500), 40) };
        var reading = MeasureReader.Read(
            "heel-rise",
            twice,
            ReadingContext.Default with
            {
                Body = Average,
            },
            ErrorModel.Default
        );
        Assert.Equal(2.4, reading.Value.Value, 1);
        Assert.Equal(ScaleSource.Marked, reading.Provenance.Scale);
        foreach (
            var (bad, why) in new[]
            {
                (0.0, MeasurementFault.ScaleNotPositive),
                (-4, MeasurementFault.ScaleNotPositive),
                (double.NaN, MeasurementFault.ScaleNotPositive),
            }
        )
            Assert.Equal(
                why,
                MeasureReader.FaultOf(
                    still with
                    {
                        Scale = new ScaleMark(new(100, 500), new(200, 500), bad),
                    },
                    ErrorModel.Default
                )
            );
        Assert.Equal(
            MeasurementFault.ScaleTooShort,
            MeasureReader.FaultOf(
                still with
                {
                    Scale = new ScaleMark(new(100, 500), new(104, 500), 20),
                },
                ErrorModel.Default
            )
        );
    }

    [Fact]
    public void Missing_points_give_fewer_measures_and_no_error()
    {
        var standard = Given.Standard();
        var whole = PosedCheck.Of(standard, Average, 1, null);
        var all = Look.Of(whole, standard);
        var fewer = Look.Of(
            whole with
            {
                Stills =
                [
                    .. whole.Stills.Select(s =>
                        s with
                        {
                            Points = s
                                .Points.Where(p => p.Key is Landmark.Ankle or Landmark.Knee)
                                .ToDictionary(p => p.Key, p => p.Value),
                        }
                    ),
                ],
            },
            standard
        );
        Assert.All(fewer.Stills, s => Assert.Null(s.Fault));
        Assert.Equal(["front-shin"], fewer.Results.Where(r => r.Mean is not null).Select(r => r.Measure.Id).Distinct());
        Assert.True(all.Results.Count > 20);
        // Fewer points tell less of where the camera pointed; the number hardly moves.
        Assert.Equal(
            all.On("front-shin", BodySide.Left)!.Mean!.Value.Value,
            fewer.On("front-shin", BodySide.Left)!.Mean!.Value.Value,
            0.5
        );
    }

    [Fact]
    public void Sameness_needs_three_repetitions()
    {
        Assert.Null(Given.Check(5, 5, repetitions: 2).Shin().Sameness);
        var look = Given.Look(
            Given.Still(4),
            Given.Still(6) with
            {
                Repetition = 2,
            },
            Given.Still(8) with
            {
                Repetition = 3,
            }
        );
        Assert.Equal(2, look.Shin().Sameness!.Value.Value, 6);
    }
}
