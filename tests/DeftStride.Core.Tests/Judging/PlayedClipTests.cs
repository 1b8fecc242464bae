using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Core.Tests.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

/// <summary>A clip as it is played: every instant with its number and verdict, curves by phase, and what is said beside them.</summary>
public sealed class PlayedClipTests
{
    private static readonly Exercise Squat = Exercise.Find("split-squat-to-pad")!;

    private static PlayedClip Play(FilmedBody body, BodySide side, double stature = 1.75, Exercise? exercise = null)
    {
        exercise ??= Squat;
        Assert.True(Movement.TryFind(body, exercise, null).Is(out var movement, out var fault), $"{fault}");
        var context = ReadingContext.Default with { Body = Body.From(new BodyMeasures(stature)) };
        var standard = Given.Standard();
        var look = Look.Of(
            new LookInput([.. movement.Stills().Select(s => s.Still)], [], [], context)
            {
                Movements = [SeenMovement.Of(movement, standard.Measures, context, ErrorModel.Default)],
            },
            standard
        );
        return PlayedClip.Of(movement, side, look, standard, context);
    }

    public static TheoryData<string> Clips => [.. DrawnClip.Names];

    [Theory]
    [MemberData(nameof(Clips))]
    public void The_bottom_as_played_is_the_bottom_as_judged_and_every_instant_has_its_number(string name)
    {
        var drawn = DrawnClip.Of(name);
        var clip = Play(drawn.Body, drawn.Front, drawn.Stature);
        Assert.NotEmpty(clip.Measures);
        foreach (var m in clip.Measures)
        {
            var bottom = MovementSeries.Phases / 2;
            Assert.InRange(m.Curve.Mean[bottom] - m.Result.Mean!.Value.Value, -0.3, 0.3);
            Assert.Equal(clip.Series.Depth.Count, m.Values.Count);
            Assert.True(m.Values.Count(double.IsFinite) > 0.9 * m.Values.Count);
            // No verdict says other than value, band and reach do.
            foreach (var (value, verdict) in m.Values.Zip(m.Verdicts))
                if (verdict == Verdict.Outside)
                    Assert.True(
                        value > (m.Result.Judgement!.Band.Upper?.Value ?? double.MaxValue) + m.Reach
                            || value < (m.Result.Judgement.Band.Lower?.Value ?? double.MinValue) - m.Reach
                    );
        }

        // A stroke goes from standing to the bottom and back.
        foreach (var stroke in clip.Strokes)
        {
            Assert.InRange(stroke[0], 0, 0.12);
            Assert.InRange(stroke[MovementSeries.Phases / 2], 0.97, 1);
            Assert.InRange(stroke[^1], 0, 0.12);
        }
    }

    [Fact]
    public void The_sides_lie_furthest_apart_where_the_one_shin_leans_and_a_clip_never_lies_apart_from_itself()
    {
        PlayedMeasure Shin(string name)
        {
            var drawn = DrawnClip.Of(name);
            return Play(drawn.Body, drawn.Front, drawn.Stature)
                .Measures.Single(m => m.Result.Measure.Id == "front-shin");
        }
        var (left, right) = (Shin("maren-side-left"), Shin("maren-side-right"));
        var apart = PhaseApart.Sides(left, right);
        var bottom = MovementSeries.Phases / 2;
        Assert.Equal(right.Result.Mean!.Value.Value - left.Result.Mean!.Value.Value, apart.Difference[bottom], 0.6);
        Assert.InRange(apart.Most!.Phase, 60, 140);
        Assert.True(apart.Most.Difference >= apart.Difference[bottom]);
        Assert.True(apart.News[bottom]);
        Assert.False(apart.News[0]);
        Assert.Contains("is a real difference", PlayedWords.Apart(apart), StringComparison.Ordinal);
        // It counts by the same rule as in the check; two visits differ more by themselves than one look and its retest.
        Assert.Equal(SideComparison.Of(left.Result.Mean!, right.Result.Mean!).Allowed, apart.Counts);
        Assert.True(PhaseApart.Visits(left, left, ErrorModel.Default).Counts > PhaseApart.Retest(left, left).Counts);
        Assert.Equal(-apart.Most.Difference, PhaseApart.Sides(right, left).Most!.Difference, 9);

        var same = PhaseApart.Retest(left, left);
        Assert.All(same.Difference.Where(double.IsFinite), d => Assert.Equal(0, d));
        Assert.DoesNotContain(true, same.News);
        Assert.Contains("counts as equal", PlayedWords.Apart(same), StringComparison.Ordinal);
    }

    [Fact]
    public void What_of_two_films_cannot_be_compared_is_said_and_nothing_where_everything_can()
    {
        var one = new FilmedHow(SchoolCode.VerticalShin, 3, 30, false);
        Assert.Empty(PlayedWords.Cautions(one, one));
        Assert.Empty(PlayedWords.Cautions(one, one with { FramesPerSecond = 25 }));
        Assert.StartsWith(
            "3 repetitions beside 5",
            Assert.Single(PlayedWords.Cautions(one, one with { Repetitions = 5 })),
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "Filmed at 30 and 60 frames",
            Assert.Single(PlayedWords.Cautions(one, one with { FramesPerSecond = 60 })),
            StringComparison.Ordinal
        );
        var all = PlayedWords.Cautions(one, new FilmedHow(SchoolCode.Inclined, 2, 15, true));
        Assert.Equal(4, all.Count);
        Assert.Contains(all, c => c.Contains("style changed", StringComparison.Ordinal));
        Assert.Contains(all, c => c.Contains("mirrored", StringComparison.Ordinal));
    }

    [Fact]
    public void A_fault_is_a_nick_on_the_way_down_and_the_verdict_turns_there()
    {
        var drawn = DrawnClip.Of("maren-side-right");
        var clip = Play(drawn.Body, drawn.Front, drawn.Stature);
        var nicks = clip.Nicks.Where(n => n.Measure.Id == "front-shin").ToArray();
        Assert.Equal(3, nicks.Length);
        Assert.Equal(nicks.Average(n => n.Phase), clip.Leaves("front-shin")!.Value, 6);
        Assert.Null(clip.Leaves("trunk-lean"));
        var shin = clip.Measures.Single(m => m.Result.Measure.Id == "front-shin");
        foreach (var nick in nicks)
        {
            Assert.InRange(nick.Phase, 15, 65);
            double Shin(double seconds) => clip.Series.At(shin.Values, seconds);
            Assert.True(Shin(nick.Seconds) < Shin(nick.Seconds + 0.2));
            Assert.NotEqual(Verdict.Outside, shin.Verdicts[(int)((nick.Seconds - 0.25) * clip.Series.Rate)]);
        }
    }

    [Fact]
    public void Left_over_right_is_the_difference_that_was_made()
    {
        var made = new MadeMovement(30, 1, 0, (1.5, 0.5, 1, 0.5), 3);
        var left = Play(new MadeBody(made) { KneeIn = (_, u) => 6 * u, Noise = 0.7 }.Filmed(), BodySide.Left);
        var right = Play(
            new MadeBody(made)
            {
                Working = _ => BodySide.Right,
                KneeIn = (_, u) => 2 * u,
                Noise = 0.7,
            }.Filmed(2),
            BodySide.Right
        );
        PhaseCurve Knee(PlayedClip c) => c.Measures.Single(m => m.Result.Measure.Id == "knee-offset").Curve;
        var apart = Knee(left).Less(Knee(right));
        Assert.InRange(apart[MovementSeries.Phases / 2], 3, 5);
        Assert.InRange(apart[0], -0.8, 0.8);
        // Two of one kind differ by nothing.
        Assert.All(Knee(left).Less(Knee(left)), d => Assert.Equal(0, d, 9));
    }

    [Theory]
    [InlineData(3, 5)]
    [InlineData(6, 2)]
    public void Repetitions_of_any_number_and_length_have_curves_at_the_same_phases(int one, int other)
    {
        var quick = Play(new MadeBody(new(30, 1, 0, (0.8, 0.4, 0.8, 0.6), one)).Filmed(), BodySide.Left);
        var slow = Play(new MadeBody(new(15, 1, 0, (3, 1, 2, 0.5), other)).Filmed(), BodySide.Left);
        Assert.Equal((one, other), (quick.Strokes.Count, slow.Strokes.Count));
        Assert.All(quick.Strokes.Concat(slow.Strokes), s => Assert.Equal(MovementSeries.Phases, s.Count));
        // Half-way down in time is about half-way down in depth, however long it takes.
        Assert.All(quick.Strokes.Concat(slow.Strokes), s => Assert.InRange(s[MovementSeries.Phases / 4], 0.3, 0.75));
    }

    [Fact]
    public void Who_gets_worse_is_tired_and_who_is_alike_is_said_to_be()
    {
        var made = new MadeMovement(30, 1, 0, (1.2, 0.4, 1, 0.4), 6);
        string Alike(Func<double, double, double> knee) =>
            PlayedWords.Alike(
                Play(new MadeBody(made) { KneeIn = knee, Noise = 0.5 }.Filmed(3), BodySide.Left)
                    .Measures.Single(m => m.Result.Measure.Id == "knee-offset")
            );
        Assert.Contains("no more than measuring alone", Alike((_, u) => 2 * u), StringComparison.Ordinal);
        Assert.Contains("Not tiring", Alike((_, u) => 2 * u), StringComparison.Ordinal);
        Assert.Contains("tired, not untaught", Alike((t, u) => 0.45 * t * u), StringComparison.Ordinal);
    }

    [Fact]
    public void The_way_up_says_what_this_clip_can_tell_and_what_it_cannot()
    {
        var drawn = DrawnClip.Of("maren-side-right");
        var clip = Play(drawn.Body, drawn.Front, drawn.Stature);
        var said = string.Join(" ", PlayedWords.WayUp(clip, Body.From(new BodyMeasures(drawn.Stature))));
        Assert.Matches("straighten", said);
        Assert.Contains("The hips go", said, StringComparison.Ordinal);
        Assert.Contains("this clip cannot tell", said, StringComparison.Ordinal);
        Assert.All(clip.Repetitions, r => Assert.InRange(HipPath.Of(clip.Movement, r)!.Down, 0.4, 1.6));

        // With stickers on every frame the force is told, and a slow rise is less than a quick one's.
        double Gain(double up)
        {
            var made = Play(
                new MadeBody(new(30, 1, 0, (1.5, 0.5, up, 0.6), 3)) { Noise = 0.3 }.Filmed(),
                BodySide.Left
            );
            var words = string.Join(" ", PlayedWords.WayUp(made, Body.From(new BodyMeasures(1.75))));
            Assert.Contains("body weights, an estimate", words, StringComparison.Ordinal);
            var number = System
                .Text.RegularExpressions.Regex.Match(words, @"(?:carries|less than) ([\d.]+)")
                .Groups[1]
                .Value;
            return double.Parse(number, System.Globalization.CultureInfo.InvariantCulture);
        }

        Assert.True(Gain(0.7) > Gain(2));
    }

    [Fact]
    public void Time_shifted_or_mirrored_a_clip_plays_the_same()
    {
        var made = new MadeMovement(30, 1, 0, (1.5, 0.5, 1, 0.5), 3);
        var body = new MadeBody(made) { KneeIn = (_, u) => 5 * u };
        var plain = Play(body.Filmed(), BodySide.Left);
        var later = Play((body with { Later = 7.25 }).Filmed(), BodySide.Left);
        var mirrored = Play((body with { Mirrored = true }).Filmed(), BodySide.Left);
        static IReadOnlyList<double> Knee(PlayedClip c) =>
            c.Measures.Single(m => m.Result.Measure.Id == "knee-offset").Curve.Mean;
        foreach (var other in new[] { later, mirrored })
            Assert.All(Knee(plain).Zip(Knee(other)), p => Assert.Equal(p.First, p.Second, 1));
        Assert.Equal(7.25, later.Series.Begins - plain.Series.Begins, 6);
    }

    [Fact]
    public void A_tempo_is_missed_beyond_its_error_and_a_tenth()
    {
        SeenRepetition Rep(double down, double pause, double up, double sd = 0.05) =>
            new(
                BodySide.Left,
                1,
                0,
                down,
                down + pause + up,
                new(down, sd),
                new(pause, sd),
                new(up, sd),
                BottomNote.None,
                new Dictionary<string, double[]>()
            );
        var kept = TempoDone.Of([Rep(2.75, 0.95, 1.05), Rep(2.8, 1, 1)], Tempo.Usual);
        Assert.All(kept, d => Assert.Equal(TempoVerdict.Kept, d.Verdict));
        Assert.Null(TempoDone.Missed(kept));
        var fast = TempoDone.Of([Rep(1.4, 0.4, 0.9), Rep(1.6, 0.4, 0.9)], Tempo.Usual);
        Assert.Equal([TempoVerdict.Short, TempoVerdict.Short, TempoVerdict.Kept], fast.Select(d => d.Verdict!.Value));
        Assert.Equal("Lowered in 1.5 ±0.1 s where 3 are asked: too fast.", TempoDone.Missed(fast));
        var unsure = TempoDone.Of([Rep(1.4, 0.4, 0.9, sd: 0.5)], Tempo.Usual);
        Assert.All(unsure, d => Assert.Equal(TempoVerdict.NotTimed, d.Verdict));
        Assert.All(TempoDone.Of([Rep(1, 1, 1)], null), d => Assert.Null(d.Verdict));
    }

    [Fact]
    public void Steps_are_told_by_which_foot_leaves_and_lands_and_who_stands_has_none()
    {
        // The free foot goes half a metre back between 1.0 and 1.6 s and comes again between 3.0 and 3.6.
        static double Way(double t) =>
            t < 3 ? MadeMovement.Along((t - 1) / 0.6, 0.6) : 1 - MadeMovement.Along((t - 3) / 0.6, 0.6);
        var body = new MadeBody(new(30, 1, 0, (1, 0.5, 1, 0.5), 1)).Filmed();
        FilmedBody Walking(double metres) =>
            body with
            {
                Frames =
                [
                    .. body.Frames.Select(f =>
                        MadeBody.Put(
                            f,
                            (point, at) =>
                                point == BodyPoint.RightAnkle
                                    ? new(at.X + (metres * MadeBody.Scale * Way(f.Seconds)), at.Y)
                                    : at
                        )
                    ),
                ],
            };
        Assert.True(Movement.TryFind(Walking(0.5), Squat, BodySide.Left).Is(out var walks));
        var steps = Footfalls.Of(walks, BodySide.Left);
        Assert.Equal([false, false], steps.Select(s => s.Working));
        Assert.InRange(steps[0].Leaves, 0.85, 1.15);
        Assert.InRange(steps[0].Lands, 1.45, 1.75);
        Assert.InRange(steps[1].Leaves, 2.85, 3.15);
        Assert.True(Movement.TryFind(Walking(0), Squat, BodySide.Left).Is(out var stands));
        Assert.Empty(Footfalls.Of(stands, BodySide.Left));
    }

    /// <summary>Hip and knee that straighten at known times: the first of them is told, and two at once are.</summary>
    [Theory]
    [InlineData(0, Order.Together)]
    [InlineData(0.35, Order.First)]
    [InlineData(-0.35, Order.Second)]
    public void Which_joint_straightens_first_is_told(double kneeLater, Order ahead)
    {
        const double Rate = 30;
        // Down in a second from 1, at the bottom until 2.5, up in 1.2 s; the knee a little later or earlier than the hip.
        static double Bend(double t, double later) =>
            MadeMovement.Along(t - 1, 1) - MadeMovement.Along((t - 2.7 - later) / 1.0, 1.0);
        var frames = new List<BodyFrame>();
        for (var i = 0; i < 5 * Rate; i++)
        {
            var t = i / Rate;
            var (knee, hip) = (1.4 * Bend(t, kneeLater), 1.2 * Bend(t, 0));
            // The shin stands; the thigh leans back by the knee's bend, the trunk ahead of it by the hip's.
            ImagePoint ankle = new(300, 820);
            ImagePoint k = new(300, 650);
            ImagePoint h = new(k.X - (170 * Math.Sin(knee)), k.Y - (170 * Math.Cos(knee)));
            ImagePoint s = new(h.X + (190 * Math.Sin(hip - knee)), h.Y - (190 * Math.Cos(hip - knee)));
            ImagePoint At(ImagePoint p, double dx) => new(p.X + dx, p.Y);
            (BodyPoint, ImagePoint)[] all =
            [
                (BodyPoint.LeftAnkle, ankle),
                (BodyPoint.LeftKnee, k),
                (BodyPoint.LeftHip, h),
                (BodyPoint.RightHip, At(h, -2)),
                (BodyPoint.LeftShoulder, s),
                (BodyPoint.RightShoulder, At(s, -2)),
                (BodyPoint.LeftToe, new(370, 840)),
                (BodyPoint.LeftHeel, new(280, 840)),
                (BodyPoint.RightAnkle, new(150, 800)),
                (BodyPoint.RightKnee, new(200, 700)),
                (BodyPoint.RightToe, new(180, 840)),
                (BodyPoint.RightHeel, new(140, 800)),
                (BodyPoint.Ear, At(s, 5)),
            ];
            frames.Add(
                new BodyFrame(t, all.ToDictionary(p => p.Item1, p => new TrackPoint(p.Item2, 0.95, TrackSource.Found)))
            );
        }

        var body = new FilmedBody(View.Side, new PictureSize(540, 960), frames, "made");
        Assert.True(Movement.TryFind(body, Squat, BodySide.Left).Is(out var movement, out var fault), $"{fault}");
        var order = Straightening.Of(movement, movement.Counted[0])!;
        Assert.Equal(ahead, order.Ahead);
        Assert.InRange(order.Lag - kneeLater, -0.2, 0.2);
    }
}
