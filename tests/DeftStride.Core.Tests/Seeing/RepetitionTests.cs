using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

public sealed class RepetitionTests
{
    private static RepetitionSet Found(MadeMovement made, Func<double[], double[]>? change = null)
    {
        var filter = new LowPass(made.Rate);
        var samples = made.Samples();
        return RepetitionFinder.Find(
            filter.Smooth(change?.Invoke(samples) ?? samples),
            made.Rate,
            made.Scatter * filter.Gain
        );
    }

    public static TheoryData<int> Cases => [0, 1, 2, 3, 4];

    private sealed record Case(
        MadeMovement Made,
        int Counted,
        int Partial,
        double Amplitude,
        double[] First,
        double ErrorOfDown,
        double LastStart,
        double LastDown
    );

    private static readonly Case[] Known =
    [
        new(new(30, 250, 0, (3, 1, 1, 0), 3), 3, 0, 250.3, [0.73, 3.03, 0.98, 1.00, 4.26], 0.03, 10.73, 3.03),
        new(new(30, 250, 3, (3, 1, 1, 0), 3), 3, 0, 254.7, [0.80, 2.87, 1.12, 0.93, 4.23], 0.08, 10.64, 3.16),
        new(
            new(15, 120, 3, (2, 0.5, 1, 0.5), 5) { Part = k => 1 - (0.3 * k / 4) },
            5,
            0,
            106.7,
            [0.68, 2.16, 0.41, 0.97, 3.04],
            0.14,
            16.49,
            2.29
        ),
        new(
            new(60, 250, 2, (1, 0, 1, 0), 6) { Part = k => k % 3 == 2 ? 0.4 : 1 },
            4,
            2,
            250.8,
            [0.75, 1.01, 0.00, 1.01, 1.76],
            0.03,
            8.77,
            0.97
        ),
        new(
            new(24, 200, 2, (2, 0, 1, 0), 4) { Low = 0.3 },
            4,
            0,
            141.2,
            [0.73, 2.04, 0.00, 0.96, 2.75],
            0.07,
            9.70,
            2.05
        ),
    ];

    [Theory]
    [MemberData(nameof(Cases))]
    public void Made_movement_is_cut_and_timed_as_it_was_made(int which)
    {
        var known = Known[which];
        var found = Found(known.Made);
        var counted = found.Counted.ToArray();
        Assert.Equal((known.Counted, known.Partial), (counted.Length, found.All.Count - counted.Length));
        Assert.Equal(known.Amplitude, found.Amplitude, 0.05);
        var first = counted[0];
        double[] said = [first.Start.Seconds, first.Down.Seconds, first.Pause.Seconds, first.Up.Seconds, first.Bottom];
        foreach (var (want, got) in known.First.Zip(said))
            Assert.Equal(want, got, 0.0101);
        Assert.Equal(known.ErrorOfDown, first.Down.Sd, 0.006);
        Assert.Equal(known.LastStart, counted[^1].Start.Seconds, 0.0101);
        Assert.Equal(known.LastDown, counted[^1].Down.Seconds, 0.0101);
        Assert.Equal(Enumerable.Range(1, known.Counted), counted.Select(r => r.Number));
        Assert.All(
            found.All.Where(r => r.Partial is not null),
            r => Assert.Equal((PartialReason.Shallow, 0), (r.Partial!.Value, r.Number))
        );
    }

    [Theory]
    [InlineData(15, 0.724, 7.833, 189.6)]
    [InlineData(30, 0.520, 7.714, 204.6)]
    [InlineData(60, 0.371, 6.290, 182.4)]
    public void What_the_filter_makes_of_scatter_is_known(double rate, double gain, double slope, double curvature)
    {
        var filter = new LowPass(rate);
        Assert.Equal(gain, filter.Gain, 0.0006);
        Assert.Equal(slope, filter.SlopeGain, 0.0006);
        Assert.Equal(curvature, filter.CurvatureGain, 0.06);
        Assert.Equal(curvature, filter.GainOfMeanCurvature(1), 0.06);

        // And it is what comes out when scatter goes in.
        var random = new Random(7);
        double[] noise = [.. Enumerable.Range(0, 20_000).Select(_ => Gaussian.Sample(random, 2))];
        var smooth = filter.Smooth(noise);
        double Sd(IEnumerable<double> x) => Math.Sqrt(x.Average(v => v * v));
        Assert.Equal(2 * gain, Sd(smooth), 2 * gain * 0.04);
        Assert.Equal(
            2 * slope,
            Sd(smooth.Skip(2).Zip(smooth).Select(p => (p.First - p.Second) * rate / 2)),
            2 * slope * 0.04
        );
        Assert.Equal(2, filter.Scatter(noise, smooth)!.Value, 0.08);
    }

    /// <summary>A first sample that stands a little higher than all that follow is a top that lasts for nothing.</summary>
    [Fact]
    public void Nothing_starts_before_its_clip_begins_or_ends_after_it()
    {
        const double rate = 30;
        double[] way =
        [
            .. Enumerable.Range(0, 90).Select(i => i is < 20 or > 70 ? 0 : 100 * Math.Sin(Math.PI * (i - 20) / 50.0)),
        ];
        (way[0], way[^1]) = (-6, -6);
        var only = Assert.Single(RepetitionFinder.Find(way, rate, 0.1, begins: 2).All);
        Assert.InRange(only.Start.Seconds, 2, only.Bottom);
        Assert.InRange(only.End.Seconds, only.Bottom, 2 + (89 / rate));
    }

    [Fact]
    public void The_filter_leaves_a_line_alone_up_to_its_ends_and_shifts_nothing()
    {
        foreach (var rate in new[] { 15.0, 24, 30, 59.94 })
        {
            var filter = new LowPass(rate);
            double[] line = [.. Enumerable.Range(0, 90).Select(i => 3 + (0.7 * i))];
            Assert.All(filter.Smooth(line).Zip(line), p => Assert.Equal(p.Second, p.First, 1e-3));
            // At the cut-off both passes leave 1/√2, in step.
            var cut = filter.Cutoff;
            double[] wave = [.. Enumerable.Range(0, 4000).Select(i => Math.Sin(2 * Math.PI * cut * i / rate))];
            var left = filter.Smooth(wave);
            for (var i = 1000; i < 3000; i++)
                Assert.Equal(wave[i] / Math.Sqrt(2), left[i], 1e-6);
        }
    }

    [Fact]
    public void Who_goes_down_twice_or_bounces_is_said_and_counts_once()
    {
        MadeMovement once = new(30, 250, 0, (1.5, 0.8, 1, 0.8), 3);
        // A dip of a third of the way, under four tenths of a second, in the bottom of the second.
        double Dip(double t, double at, double size, double wide) =>
            Math.Abs(t - at) < wide / 2 ? size * (1 + Math.Cos(2 * Math.PI * (t - at) / wide)) / 2 : 0;
        RepetitionSet With(double size, double wide) =>
            Found(once, s => [.. s.Select((y, i) => y - Dip(i / 30.0, once.Start(1) + 1.9, size, wide))]);
        Assert.All(Found(once).All, r => Assert.Equal(BottomNote.None, r.Note));
        Assert.Equal([BottomNote.None, BottomNote.Bounce, BottomNote.None], With(90, 0.7).Counted.Select(r => r.Note));
        Assert.Equal([BottomNote.None, BottomNote.Bounce, BottomNote.None], With(30, 0.6).Counted.Select(r => r.Note));
        var slow = new MadeMovement(30, 250, 0, (1.5, 2.4, 1, 0.8), 3);
        var twice = Found(slow, s => [.. s.Select((y, i) => y - Dip(i / 30.0, slow.Start(1) + 2.7, 110, 2))]);
        Assert.Equal([BottomNote.None, BottomNote.TwiceDown, BottomNote.None], twice.Counted.Select(r => r.Note));
    }

    [Fact]
    public void What_the_clip_begins_or_ends_in_is_listed_and_not_counted()
    {
        MadeMovement made = new(30, 250, 1, (1.5, 0.2, 1, 0.3), 4);
        var late = Found(made, s => s[(int)((made.Start(0) + 1.4) * 30)..]);
        Assert.Equal((3, PartialReason.CutOff), (late.Counted.Count(), late.All[0].Partial));
        var early = Found(made, s => s[..(int)((made.Start(3) + 1.5) * 30)]);
        Assert.Equal((3, PartialReason.CutOff), (early.Counted.Count(), early.All[^1].Partial));
    }

    [Fact]
    public void Nobody_moving_is_nothing_told()
    {
        MadeMovement still = new(30, 0, 3, (1.5, 0.2, 1, 0.3), 4);
        Assert.Same(RepetitionSet.CannotTell, Found(still));
        Assert.Empty(RepetitionFinder.Find([1, 2], 30, 0).All);
        Assert.Throws<ArgumentOutOfRangeException>(() => RepetitionFinder.Find([1, 2, 3], 0, 0));
    }

    [Fact]
    public void A_shift_in_time_a_mirror_and_another_unit_change_nothing_and_half_the_frames_count_the_same()
    {
        foreach (var known in Known)
        {
            var made = known.Made;
            var filter = new LowPass(made.Rate);
            var smooth = filter.Smooth(made.Samples());
            var scatter = made.Scatter * filter.Gain;
            var found = RepetitionFinder.Find(smooth, made.Rate, scatter).All;
            var later = RepetitionFinder.Find(smooth, made.Rate, scatter, begins: 12.5).All;
            Assert.All(found.Zip(later), p => Assert.Equal(p.First.Start.Seconds + 12.5, p.Second.Start.Seconds, 1e-9));
            var scaled = RepetitionFinder.Find([.. smooth.Select(y => (y * 3.7) - 900)], made.Rate, scatter * 3.7).All;
            Assert.All(found.Zip(scaled), p => Assert.Equal(p.First.Bottom, p.Second.Bottom, 1e-6));

            // Run backwards, each way down is a way up of the same length.
            double[] back = [.. smooth.Reverse()];
            var end = (smooth.Length - 1) / made.Rate;
            var mirrored = RepetitionFinder.Find(back, made.Rate, scatter).All.Reverse().ToArray();
            Assert.Equal(found.Count, mirrored.Length);
            Assert.All(found.Zip(mirrored), p => Assert.Equal(p.First.Bottom, end - p.Second.Bottom, 1.5 / made.Rate));
            if (made.Rate < 30)
                continue;
            var half = new LowPass(made.Rate / 2);
            var coarse = half.Smooth([.. made.Samples().Where((_, i) => i % 2 == 0)]);
            Assert.Equal(
                known.Counted,
                RepetitionFinder.Find(coarse, made.Rate / 2, made.Scatter * half.Gain).Counted.Count()
            );
        }
    }

    /// <summary>The stated errors hold: scatter of the stated size keeps each phase within 1.28 of them about four times in five.</summary>
    [Fact]
    public void The_true_length_of_a_phase_lies_within_its_stated_error_as_often_as_stated()
    {
        var (inside, all) = (0, 0);
        for (var seed = 0; seed < Sweep.Cases(300, 2000); seed++)
        {
            var random = new Random(seed);
            MadeMovement made = new(30, 180 + (10 * (seed % 9)), 2, (1.6, 0.8, 1.1, 0.7), 3)
            {
                Noise = _ => Gaussian.Sample(random, 2),
            };
            // What smoothing alone makes of the edges is not scatter: the truth is what is read without any.
            var truth = Found(made with { Noise = _ => 0 }).Counted.ToArray();
            var found = Found(made).Counted.ToArray();
            Assert.Equal(3, found.Length);
            foreach (var (want, got) in truth.Zip(found))
            {
                foreach (var (w, g) in new[] { (want.Down, got.Down), (want.Up, got.Up) })
                {
                    all++;
                    inside += Math.Abs(w.Seconds - g.Seconds) <= 1.28 * g.Sd ? 1 : 0;
                }
            }
        }

        Assert.InRange(inside / (double)all, 0.75, 0.95);
    }
}
