using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using Xunit;

namespace DeftStride.Core.Tests.Measuring;

public sealed class ErrorTests
{
    private static double Squared(double d) => d * d;

    [Fact]
    public void Standard_error_averages_placing_and_repetition_but_not_the_camera()
    {
        var mean = Given.Check(5, 5, repetitions: 3).Shin();
        var placing = Math.Sqrt(2) * 4 / 320 * 180 / Math.PI;
        Assert.Equal(Math.Sqrt(((Squared(placing) + Squared(1.5)) / 3) + 1), mean.Error.StandardError.Value, 3);
        Assert.Equal(1.28 * mean.Error.StandardError.Value, mean.Error.Reach.Value, 9);
    }

    [Fact]
    public void The_worst_camera_of_a_side_counts()
    {
        var check = Given.Look(Given.Still(5, marked: true), Given.Still(5) with { Repetition = 2 });
        Assert.Equal(2, check.Shin().Error.Camera.Value, 9);
    }

    [Fact]
    public void Sides_filmed_facing_the_same_way_lose_the_camera_error_and_turned_round_count_it_twice_each_way()
    {
        var placing = Math.Sqrt(2) * 4 / 320 * 180 / Math.PI;
        var random = 2 * (Squared(placing) + Squared(1.5));
        var same = Given
            .Look(Given.Still(5, BodySide.Left, marked: true), Given.Still(5, marked: true))
            .Compared("front-shin")!;
        var turned = Given
            .Look(Given.Still(5, BodySide.Left, Facing.Left, marked: true), Given.Still(5, marked: true))
            .Compared("front-shin")!;
        Assert.Equal(1.96 * Math.Sqrt(random), same.DetectableChange.Value, 2);
        Assert.Equal(1.96 * Math.Sqrt(random + 4), turned.DetectableChange.Value, 2);
        Assert.True(same.SameFacing);
        Assert.False(turned.SameFacing);
    }

    [Fact]
    public void Between_visits_camera_and_day_count_twice()
    {
        var one = Given.Side(5).Mean!.Error;
        var expected = 1.96 * Math.Sqrt((2 * one.RandomVariance) + (2 * (1 + 4)));
        Assert.Equal(expected, SideComparison.BetweenSessionsChange(one, one, 2).Value, 9);
    }

    [Fact]
    public void With_the_stated_spreads_the_reach_holds_the_truth_four_times_in_five()
    {
        // Points scattered by the model's own spread, a camera tilt and a repetition drawn for each check.
        var hand = new Random(11);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - hand.NextDouble())) * Math.Cos(2 * Math.PI * hand.NextDouble());
        const int Runs = 4000;
        var (inReach, in95) = (0, 0);
        for (var i = 0; i < Runs; i++)
        {
            const double Truth = 12;
            var tilt = 2 * Normal();
            var stills = Enumerable
                .Range(1, 3)
                .Select(n =>
                {
                    var still = Given.Still(Truth + (1.5 * Normal()), tilt: tilt) with { Repetition = n };
                    return still with
                    {
                        Points = still.Points.ToDictionary(
                            p => p.Key,
                            p => new ImagePoint(p.Value.X + (4 * Normal()), p.Value.Y + (4 * Normal()))
                        ),
                    };
                })
                .ToArray();
            var mean = Given.Look(stills).Shin();
            var off = Math.Abs(mean.Value.Value - Truth);
            if (off <= mean.Error.Reach.Value)
                inReach++;
            if (off <= mean.Error.Reach95.Value)
                in95++;
        }

        Assert.InRange(inReach / (double)Runs, 0.77, 0.83);
        Assert.InRange(in95 / (double)Runs, 0.94, 1);
    }
}
