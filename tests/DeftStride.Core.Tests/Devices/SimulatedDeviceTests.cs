using DeftStride.Core.Bodies;
using DeftStride.Core.Devices;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Devices;

public sealed class SimulatedDeviceTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75, 75));

    private static PosedFigure Figure(SchoolCode school, double trunk = 0)
    {
        var pose = PoseLibrary.Clean(Exercise.SplitSquatToPad, Moment.Bottom, Average, school);
        return new PosedFigure(Average, pose with { Trunk = pose.Trunk + trunk });
    }

    private static DeviceReading[] Many(IDevice device, TimeSpan at, int n = 400) =>
        [.. Enumerable.Range(0, n).Select(_ => device.Read(BodySide.Right, at))];

    [Fact]
    public void The_shin_sensor_scatters_about_the_figures_shin_and_wanders_until_it_is_set_to_zero_again()
    {
        var figure = Figure(SchoolCode.Inclined);
        var sensor = new SimulatedShinSensor(_ => figure, new Random(3));
        sensor.Zero(TimeSpan.FromMinutes(2));
        var fresh = Many(sensor, TimeSpan.FromMinutes(2)).Select(r => r.Value).ToArray();
        Assert.Equal(figure.Pose.Shin, fresh.Average(), 0.15);
        var sd = Math.Sqrt(fresh.Average(v => Math.Pow(v - fresh.Average(), 2)));
        Assert.InRange(sd, 0.8 * SimulatedShinSensor.NoiseDegrees, 1.2 * SimulatedShinSensor.NoiseDegrees);
        Assert.Equal(
            figure.Pose.Shin + (10 * SimulatedShinSensor.DriftDegreesPerMinute),
            Many(sensor, TimeSpan.FromMinutes(12)).Average(r => r.Value),
            0.15
        );
        sensor.Zero(TimeSpan.FromMinutes(12));
        Assert.Equal(figure.Pose.Shin, Many(sensor, TimeSpan.FromMinutes(12)).Average(r => r.Value), 0.15);
        Assert.Throws<ArgumentOutOfRangeException>(() => sensor.Read(BodySide.Left, TimeSpan.FromMinutes(11)));
    }

    [Fact]
    public void The_scales_show_the_whole_body_and_more_in_front_when_the_trunk_leans()
    {
        double Share(double trunk)
        {
            var figure = Figure(SchoolCode.VerticalShin, trunk);
            var scales = new SimulatedScales(_ => figure, new Random(5));
            var readings = Many(scales, TimeSpan.Zero);
            Assert.Equal(Average.Mass, readings.Average(r => r.Channels.Sum(c => c.Value)), 0.5);
            Assert.All(readings, r => Assert.All(r.Channels, c => Assert.Equal("kg", c.Unit)));
            return readings.Average(r => r.Value);
        }

        var (upright, leaning) = (Share(0), Share(15));
        Assert.InRange(upright, 45, 75);
        Assert.True(leaning > upright + 3, $"{upright:0} % then {leaning:0} %");
    }

    [Fact]
    public void Whatever_a_simulated_device_says_is_called_so_in_the_verdict()
    {
        var figure = Figure(SchoolCode.VerticalShin);
        IDevice[] devices =
        [
            new SimulatedScales(_ => figure, new Random(1)),
            new SimulatedShinSensor(_ => figure, new Random(1)),
        ];
        foreach (var device in devices)
        {
            Assert.Contains("simulated", device.Name, StringComparison.Ordinal);
            var standard = Given.Standard();
            var look = Look.Of(
                new LookInput(
                    [],
                    [],
                    [
                        .. new[] { BodySide.Left, BodySide.Right }.Select(s => new StatedNumber(
                            device.MeasureId,
                            s,
                            device.Read(s, TimeSpan.Zero).Value,
                            device.Source
                        )),
                    ],
                    ReadingContext.Default
                ),
                standard
            );
            Assert.Contains(
                "from a simulated device",
                Finding.VerdictWords(look.On(device.MeasureId, BodySide.Left)!),
                StringComparison.Ordinal
            );
        }
    }

    [Theory]
    [InlineData(-1, 30)]
    [InlineData(0, 0)]
    public void Scales_that_show_nothing_have_no_share(double front, double rear) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => Scales.Share(BodySide.Left, front, rear));
}
