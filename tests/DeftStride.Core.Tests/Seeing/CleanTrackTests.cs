using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

public sealed class CleanTrackTests
{
    private static readonly PictureSize Picture = new(540, 960);
    private static readonly MadeMovement Made = new(30, 180, 0, (1.5, 0.3, 1, 0.4), 3);

    /// <summary>Hip over knee over ankle from the side, the rear leg a stride behind: known at every instant.</summary>
    private static ImagePoint Truth(Landmark landmark, double t)
    {
        var down = 180 * Made.At(t);
        return landmark switch
        {
            Landmark.Hip => new(250 - (down / 6), 420 + down),
            Landmark.Knee => new(300 + (down / 5), 620 + (down / 3)),
            Landmark.Ankle => new(300, 850),
            Landmark.RearKnee => new(200 - (down / 6), 640 + (down / 1.4)),
            Landmark.RearAnkle => new(90, 830),
            _ => throw new ArgumentOutOfRangeException(nameof(landmark), landmark, null),
        };
    }

    private static readonly Landmark[] All =
    [
        Landmark.Hip,
        Landmark.Knee,
        Landmark.Ankle,
        Landmark.RearKnee,
        Landmark.RearAnkle,
    ];

    private static Track Filmed(
        double rate = 30,
        double noise = 0,
        int seed = 1,
        Func<int, double>? uneven = null,
        Func<int, Landmark, TrackPoint, TrackPoint>? spoil = null
    )
    {
        var random = new Random(seed);
        var frames = Enumerable
            .Range(0, (int)(Made.Seconds * rate))
            .Select(i =>
            {
                var t = (i + (uneven?.Invoke(i) ?? 0)) / rate;
                return new TrackFrame(
                    t,
                    All.ToDictionary(
                        l => l,
                        l =>
                        {
                            var at = Truth(l, t);
                            var point = new TrackPoint(
                                new(at.X + Gaussian.Sample(random, noise), at.Y + Gaussian.Sample(random, noise)),
                                0.9,
                                TrackSource.Found
                            );
                            return spoil?.Invoke(i, l, point) ?? point;
                        }
                    )
                );
            });
        return new Track(View.Side, BodySide.Left, Facing.Right, Picture, [.. frames], "made");
    }

    /// <summary>The knees and ankles of some frames changed over.</summary>
    private static Track Swapped(Track track, int from, int to)
    {
        static Landmark Other(Landmark l) =>
            l switch
            {
                Landmark.Knee => Landmark.RearKnee,
                Landmark.RearKnee => Landmark.Knee,
                Landmark.Ankle => Landmark.RearAnkle,
                Landmark.RearAnkle => Landmark.Ankle,
                _ => l,
            };
        return track with
        {
            Frames =
            [
                .. track.Frames.Select(
                    (f, i) =>
                        i < from || i >= to
                            ? f
                            : f with
                            {
                                Points = f.Points.ToDictionary(p => p.Key, p => f.Points[Other(p.Key)]),
                            }
                ),
            ],
        };
    }

    private static double Worst(CleanTrack clean, Landmark landmark, double from = 0.3, double? to = null)
    {
        var worst = 0.0;
        for (var t = from; t < (to ?? Made.Seconds - 0.3); t += 0.02)
            worst = Math.Max(worst, clean.At(landmark, t)!.Value.DistanceTo(Truth(landmark, t)));
        return worst;
    }

    [Fact]
    public void A_clean_track_follows_the_truth_at_any_rate_and_with_uneven_times()
    {
        foreach (var rate in new[] { 15.0, 24, 29.97, 60 })
            Assert.InRange(Worst(CleanTrack.Of(Filmed(rate))!, Landmark.Hip), 0, 9);
        var random = new Random(3);
        var late = Enumerable.Range(0, 1000).Select(_ => random.NextDouble() * 0.7).ToArray();
        Assert.InRange(Worst(CleanTrack.Of(Filmed(uneven: i => late[i]))!, Landmark.Hip), 0, 9);
        // More frames than are worked with.
        var quick = CleanTrack.Of(Filmed(240))!;
        Assert.Equal(60, quick.Rate, 1e-9);
        Assert.InRange(Worst(quick, Landmark.Hip), 0, 9);
    }

    [Fact]
    public void Repetitions_of_a_mended_track_are_those_that_were_made()
    {
        // A slip of the hip for a fifth of a second, left and right changed over for a third, a short gap: all at once.
        var track = Filmed(
            noise: 1.5,
            spoil: (i, l, p) =>
                l == Landmark.Hip && i is >= 60 and < 66 ? p with { At = new(p.At.X + 150, p.At.Y - 40) }
                : l is Landmark.Hip && i is >= 100 and < 104 ? p with { Confidence = 0.2 }
                : p
        );
        var clean = CleanTrack.Of(Swapped(track, 130, 140))!;
        Assert.Equal(1, clean.Slips);
        Assert.Empty(clean.Swaps);
        foreach (var landmark in All)
            Assert.InRange(Worst(clean, landmark), 0, 14);
        var found = RepetitionFinder.Find(
            clean.Y(Landmark.Hip),
            clean.Rate,
            clean.Scatter(Landmark.Hip)!.Value * clean.Filter.Gain,
            clean.Begins
        );
        Assert.Equal(3, found.Counted.Count());
        Assert.All(
            found.Counted.Select((r, k) => (r, k)),
            p =>
            {
                Assert.Equal(Made.Start(p.k), p.r.Start.Seconds, 0.12);
                // Anywhere in its pause of 0.3 s.
                Assert.InRange(p.r.Bottom - Made.Start(p.k), 1.45, 1.85);
            }
        );
    }

    [Fact]
    public void What_is_changed_over_for_long_is_asked_about_and_left()
    {
        var asked = Assert.Single(CleanTrack.Of(Swapped(Filmed(), 60, 90))!.Swaps);
        Assert.Equal((2.0, 89 / 30.0), (asked.From, asked.To));
    }

    [Fact]
    public void The_other_leg_in_front_after_a_cut_is_not_left_and_right_changed_over()
    {
        var filmed = Filmed();
        var other = Swapped(filmed, 60, filmed.Frames.Count);
        Assert.Single(CleanTrack.Of(other)!.Swaps);
        // A moment that was changed over just before the cut is mended up to it.
        var cut = Swapped(other, 53, 60) with
        {
            Jumps = [59.5 / 30],
        };
        var clean = CleanTrack.Of(cut)!;
        Assert.Empty(clean.Swaps);
        Assert.InRange(clean.At(Landmark.Ankle, 1.5)!.Value.DistanceTo(Truth(Landmark.Ankle, 1.5)), 0, 1);
        Assert.InRange(clean.At(Landmark.Ankle, 1.9)!.Value.DistanceTo(Truth(Landmark.Ankle, 1.9)), 0, 1);
        Assert.InRange(clean.At(Landmark.Ankle, 2.5)!.Value.DistanceTo(Truth(Landmark.RearAnkle, 2.5)), 0, 1);
    }

    [Fact]
    public void A_long_gap_stays_a_gap_and_both_sides_of_it_are_kept()
    {
        var clean = CleanTrack.Of(
            Filmed(spoil: (i, l, p) => l == Landmark.Knee && i is >= 60 and < 75 ? p with { Confidence = 0 } : p)
        )!;
        Assert.Null(clean.At(Landmark.Knee, 2.25));
        Assert.NotNull(clean.At(Landmark.Knee, 1.5));
        Assert.NotNull(clean.At(Landmark.Knee, 3));
        Assert.NotNull(clean.At(Landmark.Hip, 2.25));
        Assert.DoesNotContain(Landmark.Knee, clean.Still(2.25, 1, Moment.Bottom).Points.Keys);
        Assert.Equal(5, clean.Still(3, 2, Moment.Bottom).Points.Count);
        // A camera that stopped for a while leaves a gap in everything.
        var track = Filmed();
        var stopped = track with { Frames = [.. track.Frames.Where((_, i) => i is < 60 or >= 75)] };
        Assert.Null(CleanTrack.Of(stopped)!.At(Landmark.Hip, 2.25));
    }

    [Fact]
    public void The_scatter_is_told_from_the_track_and_the_error_of_a_point_from_the_filter()
    {
        var (inside, all) = (0, 0);
        for (var seed = 0; seed < Sweep.Cases(40, 300); seed++)
        {
            var clean = CleanTrack.Of(Filmed(noise: 3, seed: seed))!;
            Assert.InRange(clean.Scatter(Landmark.Ankle)!.Value, 2.5, 3.5);
            for (var t = 0.5; t < Made.Seconds - 0.5; t += 0.4)
            {
                var (sd, at) = (clean.SdAt(Landmark.Ankle, t)!.Value, clean.At(Landmark.Ankle, t)!.Value);
                all += 2;
                inside += Math.Abs(at.X - 300) <= 1.28 * sd ? 1 : 0;
                inside += Math.Abs(at.Y - 850) <= 1.28 * sd ? 1 : 0;
            }

            Assert.Equal(clean.Scatter(Landmark.Ankle), clean.SdAt(Landmark.Ankle, 0.1));
        }

        Assert.InRange(inside / (double)all, 0.75, 0.85);
    }

    [Fact]
    public void What_is_no_movement_is_no_track()
    {
        var track = Filmed();
        Assert.Null(CleanTrack.Of(track with { Frames = [.. track.Frames.Take(3)] }));
        Assert.Null(CleanTrack.Of(track with { Frames = [.. track.Frames.Reverse()] }));
        var blind = CleanTrack.Of(Filmed(spoil: (_, _, p) => p with { Confidence = 0.1 }))!;
        Assert.False(blind.Has(Landmark.Hip));
        Assert.Empty(blind.X(Landmark.Hip));
        Assert.Null(blind.At(Landmark.Hip, 1));
    }
}
