using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

public sealed class LeavingTests
{
    private static double[] Ramp(Func<int, double> noise, double height = 10, double seconds = 0.8) =>
        [
            .. Enumerable
                .Range(0, 91)
                .Select(i => (height * MadeMovement.Along(((i / 30.0) - 1) / seconds, seconds)) + noise(i)),
        ];

    [Fact]
    public void The_instant_at_which_a_measure_leaves_its_band_is_known_with_its_error()
    {
        var filter = new LowPass(30);
        var m = filter.Smooth(Ramp(i => 0.5 * Math.Sqrt(2) * Math.Sin((double)i * i)));
        var left = Leaving.Find(m, 30, 4, 0.5 * filter.Gain, 0.2, 2.5)!;
        Assert.Equal((1.361, 0.017), (Math.Round(left.At.Seconds, 3), Math.Round(left.At.Sd, 3)));
        Assert.True(left.Timed && !left.FromTheStart);
        Assert.Null(Leaving.Find(m, 30, 12, 0.5 * filter.Gain, 0.2, 2.5));
        Assert.True(Leaving.Find(m, 30, -2, 0.5 * filter.Gain, 0.2, 2.5)!.FromTheStart);
        // A slow drift over the edge is seen, and not timed.
        var slow = filter.Smooth(Ramp(_ => 0, 5, 1.9));
        Assert.False(Leaving.Find(slow, 30, 4, 0.5, 0.2, 2.9)!.Timed);
        // A blink over the edge is nothing.
        double[] blink = [.. Enumerable.Range(0, 90).Select(i => i is 40 or 41 ? 9.0 : 0)];
        Assert.Null(Leaving.Find(blink, 30, 4, 0.2, 0, 3));
    }

    [Fact]
    public void The_true_instant_lies_within_its_stated_error_as_often_as_stated()
    {
        var filter = new LowPass(30);
        var truth = Leaving.Find(filter.Smooth(Ramp(_ => 0)), 30, 4, 0, 0.2, 2.5)!.At.Seconds;
        var (inside, all) = (0, 0);
        for (var seed = 0; seed < Sweep.Cases(500, 2000); seed++)
        {
            var random = new Random(seed);
            var m = filter.Smooth(Ramp(_ => Gaussian.Sample(random, 0.5)));
            var left = Leaving.Find(m, 30, 4, 0.5 * filter.Gain, 0.2, 2.5)!;
            all++;
            inside += Math.Abs(left.At.Seconds - truth) <= 1.28 * left.At.Sd ? 1 : 0;
        }

        Assert.InRange(inside / (double)all, 0.75, 0.95);
    }

    [Fact]
    public void One_leads_only_where_three_agree_beyond_their_errors()
    {
        Instant At(double seconds, double sd = 0.02) => new(seconds, sd);
        (Instant, Instant)[] clear = [(At(1.0), At(1.2)), (At(3.0), At(3.18)), (At(5.1), At(5.3))];
        Assert.Equal(Order.First, Leaving.Leads(clear));
        Assert.Equal(Order.Second, Leaving.Leads([.. clear.Select(p => (p.Item2, p.Item1))]));
        Assert.Equal(Order.Together, Leaving.Leads(clear[..2]));
        Assert.Equal(
            Order.Together,
            Leaving.Leads([.. clear.Select(p => (At(p.Item1.Seconds, 0.2), At(p.Item2.Seconds, 0.2)))])
        );
        Assert.Equal(Order.Together, Leaving.Leads([(At(1), At(1.3)), (At(3), At(2.8)), (At(5), At(5.3))]));
    }

    [Fact]
    public void Sameness_is_what_measuring_does_not_explain_and_drift_needs_five()
    {
        var bottoms = Sameness.Of([21, 24, 22, 27, 26], 1.5);
        Assert.Equal(2.550, bottoms.Sd, 0.0006);
        Assert.Equal(2.062, bottoms.News, 0.0006);
        Assert.Equal(1.300, bottoms.Drift!.Slope, 0.0006);
        Assert.Equal(0.551, bottoms.Drift.Sd, 0.0006);
        Assert.Equal(1.64 * 0.551, bottoms.Drift.Reach, 0.002);
        Assert.True(bottoms.Drift.IsNews);
        Assert.Null(Sameness.Of([21, 24, 22, 27], 1.5).Drift);
        Assert.Equal(0, Sameness.Of([21, 22, 21], 1.5).News);
        Assert.Equal(
            0,
            Sameness.OfCurves([
                [1, 2, 3],
            ])
        );
        // Curves that differ by a constant differ by its scatter.
        double[] apart = [-1.0, 0.5, 2];
        Assert.Equal(
            Sameness.Of(apart, 0).Sd,
            Sameness.OfCurves([.. apart.Select(a => (IReadOnlyList<double>)[a, a + 4, a - 2])]),
            1e-9
        );
    }

    [Theory]
    [InlineData(0.30, 0.75, 0.314)]
    [InlineData(0.30, 1.0, 0.177)]
    [InlineData(0.35, 1.5, 0.092)]
    public void A_rise_in_a_time_says_how_much_force_the_turn_takes_at_least(
        double metres,
        double seconds,
        double gain
    ) => Assert.Equal(gain, Drive.OfRise(metres, seconds), 0.0006);

    [Fact]
    public void A_clip_tells_the_force_of_a_quick_turn_within_its_error_and_nothing_of_too_few_frames()
    {
        // A smooth rise of 0.3 m in 0.75 s after a way down of 1.5 s.
        static double Smooth(double u) =>
            u <= 0 ? 0
            : u >= 1 ? 1
            : u * u * u * (10 + (u * (-15 + (6 * u))));
        static double Height(double t) => 1 - (0.3 * Smooth((t - 1) / 1.5)) + (0.3 * Smooth((t - 2.5) / 0.75));
        Repetition rep = new(1, new(1, 0.03), new(2.5, 0.03), 2.5, new(2.5, 0.03), new(3.25, 0.03), 0.3, 0, 0.3);
        Drive? Of(double rate, double scatter, int seed)
        {
            var random = new Random(seed);
            double[] height =
            [
                .. Enumerable
                    .Range(0, (int)(4.5 * rate))
                    .Select(i => Height(i / rate) + Gaussian.Sample(random, scatter)),
            ];
            return Drive.Of(height, new LowPass(rate), scatter, rep);
        }

        var (inside, all) = (0, 0);
        for (var seed = 0; seed < Sweep.Cases(100, 1000); seed++)
        {
            var drive = Of(60, 0.002, seed)!;
            all++;
            inside += Math.Abs(drive.Gain - 0.314) <= 1.28 * drive.Sd ? 1 : 0;
            Assert.InRange(drive.At, 2.5, 2.95);
        }

        Assert.InRange(inside / (double)all, 0.6, 1);
        Assert.Null(Of(15, 0.001, 1));
        Assert.Null(Of(60, 0.02, 1));
        Assert.True(Of(60, 0.001, 1)!.IsNumber);
    }
}
