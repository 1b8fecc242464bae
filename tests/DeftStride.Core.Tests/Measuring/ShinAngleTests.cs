using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Measuring;

public sealed class ShinAngleTests
{
    private static Reading Reading(PointSet still) =>
        MeasureReader.Read("front-shin", still, ReadingContext.Default, ErrorModel.Default);

    private static double Read(PointSet still) => Reading(still).Value.Value;

    private static readonly Gen<double> Lean = Gen.Choose(-600, 600).Select(d => d / 10.0);
    private static readonly Gen<double> Tilt = Gen.Choose(-250, 250).Select(d => d / 10.0);

    [Property]
    public Property The_knee_ahead_of_the_ankle_is_positive_whichever_way_the_toes_point() =>
        Prop.ForAll(
            Lean.ToArbitrary(),
            d =>
                Math.Abs(Read(Given.Still(d)) - d) < 1e-9
                && Math.Abs(Read(Given.Still(d, facing: Facing.Left)) - d) < 1e-9
        );

    [Property]
    public Property Mirroring_the_picture_without_telling_flips_the_sign() =>
        Prop.ForAll(
            Lean.ToArbitrary(),
            d =>
            {
                var still = Given.Still(d);
                var mirrored = still with
                {
                    Points = still.Points.ToDictionary(
                        p => p.Key,
                        p => new ImagePoint(Given.Picture.Width - p.Value.X, p.Value.Y)
                    ),
                };
                return Math.Abs(Read(mirrored) + d) < 1e-9
                    && Math.Abs(Read(mirrored with { Facing = Facing.Left }) - d) < 1e-9;
            }
        );

    [Property]
    public Property Turning_picture_and_vertical_together_changes_nothing() =>
        Prop.ForAll(
            Lean.ToArbitrary(),
            Tilt.ToArbitrary(),
            (d, tilt) => Math.Abs(Read(Given.Still(d, tilt: tilt, marked: true)) - d) < 1e-9
        );

    [Property]
    public Property Which_end_of_the_upright_comes_first_does_not_matter() =>
        Prop.ForAll(
            Lean.ToArbitrary(),
            Tilt.ToArbitrary(),
            (d, tilt) =>
            {
                var still = Given.Still(d, tilt: tilt, marked: true);
                var turned = still with
                {
                    Vertical = new VerticalMark(still.Vertical!.Value.Other, still.Vertical.Value.One),
                };
                return Math.Abs(Read(turned) - Read(still)) < 1e-12;
            }
        );

    [Fact]
    public void An_unmarked_tilt_goes_into_the_angle_and_a_marked_one_is_reported()
    {
        Assert.Equal(14, Read(Given.Still(8, tilt: 6)), 9);
        Assert.Equal(6, Given.Look(Given.Still(8, tilt: 6, marked: true)).Stills[0].PictureTilt.Degrees, 9);
    }

    [Property]
    public Property Placing_error_grows_as_the_shin_shortens() =>
        Prop.ForAll(
            Gen.Choose(40, 600).ToArbitrary(),
            Gen.Choose(40, 600).ToArbitrary(),
            (a, b) =>
            {
                var (longer, shorter) = (Math.Max(a, b) + 1, Math.Min(a, b));
                return Reading(Given.Still(5, length: shorter)).PlacingSd
                    > Reading(Given.Still(5, length: longer)).PlacingSd;
            }
        );

    [Fact]
    public void Placing_error_is_root_two_times_the_point_scatter_over_the_length()
    {
        var reading = Reading(Given.Still(0, length: 320));
        Assert.Equal(Math.Sqrt(2) * 4 / 320, reading.PlacingSd.Value * Math.PI / 180, 5);
    }

    [Fact]
    public void A_marked_upright_halves_the_camera_error()
    {
        Assert.Equal(2, Reading(Given.Still(0)).Camera.Whole, 9);
        Assert.Equal(1, Reading(Given.Still(0, marked: true)).Camera.Whole, 9);
    }

    public static TheoryData<PointSet, MeasurementFault> Unreadable =>
        new()
        {
            {
                Given.Still(5) with
                {
                    Points = new Dictionary<Landmark, ImagePoint> { [Landmark.Ankle] = new(1, 1) },
                },
                MeasurementFault.PointMissing
            },
            { Given.Still(5) with { View = View.Front }, MeasurementFault.WrongView },
            { Given.Still(5).With(Landmark.Knee, new(double.NaN, 600)), MeasurementFault.NotANumber },
            { Given.Still(5).With(Landmark.Knee, new(800, double.PositiveInfinity)), MeasurementFault.NotANumber },
            { Given.Still(5).With(Landmark.Knee, new(-1, 600)), MeasurementFault.PointOutsidePicture },
            { Given.Still(5).With(Landmark.Knee, new(800, 1080.5)), MeasurementFault.PointOutsidePicture },
            { Given.Still(5).With(Landmark.Knee, new(800, 900)), MeasurementFault.CoincidentPoints },
            { Given.Still(5, length: 3), MeasurementFault.SegmentTooShort },
            { Given.Still(5).With(Landmark.Knee, new(800, 1060)), MeasurementFault.KneeBelowAnkle },
            {
                Given.Still(5) with
                {
                    Vertical = new VerticalMark(new(300, 300), new(300, 303)),
                },
                MeasurementFault.VerticalTooShort
            },
            {
                Given.Still(5) with
                {
                    Vertical = new VerticalMark(new(300, 800), new(900, 790)),
                },
                MeasurementFault.VerticalNotUpright
            },
            {
                Given.Still(5) with
                {
                    Vertical = new VerticalMark(new(300, 800), new(300, double.NaN)),
                },
                MeasurementFault.NotANumber
            },
        };

    [Theory]
    [MemberData(nameof(Unreadable))]
    public void What_gives_no_number_gives_a_named_error(PointSet still, MeasurementFault fault)
    {
        Assert.False(
            MeasureReader
                .TryRead("front-shin", still, ReadingContext.Default, ErrorModel.Default)
                .Is(out var reading, out var said)
        );
        Assert.Null(reading);
        Assert.Equal(fault, said);
        var thrown = Assert.Throws<FaultException<MeasurementFault>>(() => Reading(still));
        Assert.Equal(fault, thrown.Fault);
        Assert.Equal(MeasurementFaults.Sentence(fault), thrown.Message);
    }

    [Fact]
    public void Every_fault_has_its_own_sentence()
    {
        var sentences = Enum.GetValues<MeasurementFault>().Select(MeasurementFaults.Sentence).ToArray();
        Assert.Equal(sentences.Length, sentences.Distinct().Count());
    }

    [Fact]
    public void No_points_whatever_give_a_number_that_is_not_one()
    {
        var hand = new Random(4);
        for (var i = 0; i < 20_000; i++)
        {
            double Any() =>
                hand.Next(12) switch
                {
                    0 => double.NaN,
                    1 => double.NegativeInfinity,
                    2 => 1e308,
                    3 => -5,
                    4 => 0,
                    _ => hand.NextDouble() * 1700,
                };
            var still = Given.Still(0) with
            {
                Points = new Dictionary<Landmark, ImagePoint>
                {
                    [Landmark.Ankle] = new(Any(), Any()),
                    [Landmark.Knee] = new(Any(), Any()),
                },
                Vertical = hand.Next(2) == 0 ? null : new VerticalMark(new(Any(), Any()), new(Any(), Any())),
            };
            if (
                MeasureReader
                    .TryRead("front-shin", still, ReadingContext.Default, ErrorModel.Default)
                    .Is(out var reading)
            )
                Assert.InRange(reading.Value.Value, -90, 90);
        }
    }
}
