using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>What a clip comes to: repetitions with their sides, what leaves its band first, how a fault goes over the repetitions.</summary>
public sealed class MovementTests
{
    private static readonly Exercise Squat = Exercise.Find("split-squat-to-pad")!;
    private static readonly CheckStandard Standard = Given.Standard();
    private static readonly ReadingContext Context = ReadingContext.Default with
    {
        Body = Body.From(new BodyMeasures(1.72)),
    };

    private static MadeMovement Slow(int n) => new(30, 200, 0, (2, 0.3, 1, 0.5), n);

    /// <summary>Grows from a share of the depth on, to a size at the bottom.</summary>
    private static Func<double, double, double> From(double share, double most) =>
        (_, u) => most * Math.Max(0, (u - share) / (1 - share));

    private static Movement Found(FilmedBody body, BodySide? said = null)
    {
        Assert.True(Movement.TryFind(body, Squat, said).Is(out var movement, out var fault), $"{fault}");
        return movement;
    }

    private static Look Looked(Movement movement) =>
        Look.Of(
            new LookInput([.. movement.Stills().Select(s => s.Still)], [], [], Context)
            {
                Movements = [Moved(movement, Context)],
            },
            Standard
        );

    private static SeenMovement Moved(Movement movement, ReadingContext context) =>
        SeenMovement.Of(movement, Standard.Measures, context, Standard.Errors);

    private static Look Looked(MadeBody body) => Looked(Found(body.Filmed()));

    [Fact]
    public void A_pelvis_that_drops_first_is_named_first_with_when_and_the_knee_follows()
    {
        var body = new MadeBody(Slow(4))
        {
            Drop = From(0.1, 14),
            KneeIn = From(0.5, 9),
            Noise = 0.5,
        };
        var look = Looked(body);
        Assert.Equal("pelvic-level", look.Finding.MeasureId);
        Assert.Matches(
            "pelvis drops 1[345]° first, (a third|half-way).*; the knee follows. Now the right",
            look.Finding.Sentence.ToString()
        );
        Assert.Equal(Order.First, Onsets.Leads(look.Onsets, "pelvic-level", "knee-offset", BodySide.Left));
        Assert.Contains(
            "4 of 4 repetitions outside, from the first one on",
            look.Finding.Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_knee_that_comes_in_first_is_taken_before_the_pelvis_that_follows_it()
    {
        var look = Looked(
            new MadeBody(Slow(4))
            {
                Drop = From(0.6, 14),
                KneeIn = From(0.05, 12),
                Noise = 0.5,
            }
        );
        Assert.Equal("knee-offset", look.Finding.MeasureId);
        Assert.Contains("; the pelvis follows.", look.Finding.Sentence.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public void What_sets_in_together_is_not_said_to_lead()
    {
        var look = Looked(
            new MadeBody(Slow(4))
            {
                Drop = From(0.2, 12),
                KneeIn = From(0.2, 12 * 4 / 5.0),
                Noise = 1.5,
            }
        );
        Assert.Equal(Order.Together, Onsets.Leads(look.Onsets, "pelvic-level", "knee-offset", BodySide.Left));
    }

    [Theory]
    [InlineData(0.15)]
    [InlineData(0.4)]
    public void An_onset_lies_where_the_edge_is_crossed(double share)
    {
        var made = Slow(3);
        var look = Looked(new MadeBody(made) { KneeIn = From(share, 10), Noise = 0.4 });
        var edge = look.On("knee-offset", BodySide.Left)!.Judgement!.Band.Upper!.Value.Value;
        // By the made movement itself: the first instant of the first way down at which the knee is past the edge.
        var truth = Enumerable
            .Range(0, 4000)
            .Select(i => i / 1000.0)
            .First(t => From(share, 10)(t, made.At(t)) >= edge);
        var onset = look.Onsets.First(o => o is { Repetition: 1, Measure.Id: "knee-offset" });
        Assert.InRange(onset.Left.At.Seconds - truth, -0.15, 0.15);
    }

    [Fact]
    public void What_only_the_last_repetitions_show_is_tired_and_what_the_first_shows_is_not_learnt()
    {
        var made = Slow(6);
        // Half of them are enough to be outside; one more early one and the course is gone.
        RepetitionCourse Of(Func<double, double, double> kneeIn) =>
            RepetitionCourse.Of(
                Looked(new MadeBody(made) { KneeIn = kneeIn, Noise = 0.3 }).On("knee-offset", BodySide.Left)!
            )!;
        Assert.Equal(
            (Course.Tired, 3),
            (
                Of((t, u) => t > made.Start(3) ? 9 * u : 0.5 * u).Course,
                Of((t, u) => t > made.Start(3) ? 9 * u : 0.5 * u).Outside
            )
        );
        Assert.Equal(Course.Untaught, Of((_, u) => 9 * u).Course);
        Assert.Equal(Course.Unclear, Of((t, u) => t > made.Start(2) && t < made.Start(4) ? 9 * u : 0.5 * u).Course);
        var late = Looked(new MadeBody(made) { KneeIn = (t, u) => t > made.Start(3) ? 9 * u : 0.5 * u, Noise = 0.3 });
        Assert.Contains(
            "Only the last 3 of 6 repetitions leave the band: it is learnt, and tires.",
            late.Finding.Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_pelvis_shifted_before_anything_moves_is_said_before_anything_else()
    {
        var look = Looked(
            new MadeBody(Slow(3))
            {
                Drop = (_, _) => 12,
                KneeIn = From(0.2, 12),
                Noise = 0.3,
            }
        );
        Assert.EndsWith(
            "before the first repetition starts. Set up again first.",
            look.Finding.Sentence.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Without_stickers_nothing_is_said_of_the_pelvis()
    {
        var look = Looked(new MadeBody(Slow(3)) { Drop = From(0.1, 14), Stickers = false });
        Assert.Null(look.On("pelvic-level", BodySide.Left));
        Assert.Contains(look.Missing, m => m.Measure.Id == "pelvic-level" && m.Side == BodySide.Left);
    }

    [Fact]
    public void Repetitions_too_close_to_call_count_neither_as_clean_nor_as_off()
    {
        var look = Looked(new MadeBody(Slow(5)) { KneeIn = (_, u) => 9 * u, Noise = 0.3 });
        var count = Assert.Single(look.CleanCounts);
        Assert.Equal((0, 5, 0), (count.Clean, count.Off, count.Unsure));
        var clean = Looked(new MadeBody(Slow(5)) { Noise = 0.3 });
        Assert.Equal((5, 0), (clean.CleanCounts[0].Clean, clean.CleanCounts[0].Off));
        var close = Looked(new MadeBody(Slow(5)) { KneeIn = (_, u) => 4 * u, Noise = 0.3 });
        Assert.Equal((0, 0, 5), (close.CleanCounts[0].Clean, close.CleanCounts[0].Off, close.CleanCounts[0].Unsure));
    }

    [Fact]
    public void A_still_whose_points_a_hand_has_put_in_place_carries_the_hands_error_and_not_the_models()
    {
        var movement = Found(new MadeBody(Slow(3)) { KneeIn = From(0.2, 8), Noise = 0.4 }.Filmed());
        PointSet[] stills = [.. movement.Stills().Select(s => s.Still)];
        var found = Read(stills);
        var moved = Read([.. stills.Select(s => s with { Placer = PointPlacer.Hand })]);
        var model = MeasureDefinition.Find("knee-offset")!.FoundSd!.Value;
        Assert.True(found.Camera.Value >= Math.Sqrt((moved.Camera.Value * moved.Camera.Value) + (model * model)) - 0.2);
        Assert.True(moved.Camera.Value < found.Camera.Value);
        Assert.True(moved.Placing.Value > found.Placing.Value);
        // One of three repetitions put in place takes a third of the model's part away at once.
        var third = Read([.. stills.Select(s => s.Repetition == 1 ? s with { Placer = PointPlacer.Hand } : s)]);
        Assert.InRange(third.Camera.Value, moved.Camera.Value + 0.01, found.Camera.Value - 0.01);

        static ErrorBudget Read(IReadOnlyList<PointSet> stills) =>
            Look.Of(LookInput.Of(stills, Context), Standard)
                .Results.First(r => r is { Measure.Id: "knee-offset", Moment: Moment.Bottom })
                .Mean!.Error;
    }

    [Fact]
    public void Repetitions_of_a_clip_say_themselves_how_much_they_differ()
    {
        var made = Slow(5);
        double Wild(double t) => 6 + (2 * Math.Sign(Math.Sin(17 * Math.Floor(t / 3.8))));
        var same = Error(new MadeBody(made) { KneeIn = (_, u) => 6 * u, Noise = 0.2 });
        var wild = Error(new MadeBody(made) { KneeIn = (t, u) => Wild(t) * u, Noise = 0.2 });
        Assert.True(same.Repetition.Value < 0.3, $"{same.Repetition}");
        Assert.True(wild.Repetition.Value > 1.5, $"{wild.Repetition}");

        static ErrorBudget Error(MadeBody body) =>
            Looked(body).Results.First(r => r is { Measure.Id: "knee-offset", Moment: Moment.Bottom }).Mean!.Error;
    }

    [Fact]
    public void Both_sides_in_one_clip_are_told_apart_by_the_feet()
    {
        var made = Slow(6);
        var movement = Found(
            new MadeBody(made)
            {
                Working = t => t < made.Seconds / 2 ? BodySide.Left : BodySide.Right,
                Noise = 0.3,
            }.Filmed()
        );
        Assert.Equal(
            [
                (BodySide.Left, 1),
                (BodySide.Left, 2),
                (BodySide.Left, 3),
                (BodySide.Right, 1),
                (BodySide.Right, 2),
                (BodySide.Right, 3),
            ],
            movement.Counted.Select(r => (r.Side, r.Number))
        );
    }

    [Fact]
    public void Of_many_repetitions_the_first_the_last_and_some_between_them_are_looked_at()
    {
        var movement = Found(
            new MadeBody(new MadeMovement(30, 200, 0, (0.9, 0, 0.7, 0.2), 20)) { Noise = 0.3 }.Filmed()
        );
        Assert.Equal(20, movement.Counted.Count);
        var some = movement.AtMost(12);
        Assert.Equal(Enumerable.Range(1, 12), some.Counted.Select(r => r.Number));
        Assert.Equal(movement.Counted[0].Repetition.Bottom, some.Counted[0].Repetition.Bottom);
        Assert.Equal(movement.Counted[^1].Repetition.Bottom, some.Counted[^1].Repetition.Bottom);
        Assert.Same(some, some.AtMost(12));
    }

    [Fact]
    public void A_mirror_and_a_later_start_change_nothing()
    {
        var body = new MadeBody(Slow(3)) { Drop = From(0.1, 14), KneeIn = From(0.4, 9) };
        var plain = Looked(body);
        Assert.Equal(Numbers(plain), Numbers(Looked(body with { Later = 3.7 })));
        Assert.Equal(Numbers(plain), Numbers(Looked(body with { Mirrored = true })));

        static IEnumerable<string> Numbers(Look look) =>
            look
                .Results.Where(r => r.Mean is not null)
                .Select(r =>
                    FormattableString.Invariant(
                        $"{r.Measure.Id} {r.Side} {r.Moment} {r.Mean!.Value.Value:0.0} {r.Verdict}"
                    )
                )
                .Append(look.Finding.Sentence.ToString());
    }

    [Fact]
    public void Half_as_many_frames_keep_every_repetition()
    {
        var body = new MadeBody(Slow(5)) { Noise = 0.5 };
        Assert.Equal(Found(body.Filmed()).Counted.Count, Found((body with { Rate = 15 }).Filmed()).Counted.Count);
    }

    [Fact]
    public void A_repetition_whose_bottom_was_not_seen_is_listed_and_not_counted()
    {
        var made = Slow(3);
        var second = made.Seconds / 2;
        var movement = Found(new MadeBody(made) { Seen = t => Math.Abs(t - second) > 0.5, Noise = 0.3 }.Filmed());
        Assert.Equal(2, movement.Counted.Count);
        Assert.Contains(movement.All.All, r => r.Partial == PartialReason.NotSeen);
    }

    /// <summary>A part left out from the bottom of one repetition to standing in the next, and a phone that is knocked aside in one.</summary>
    [Fact]
    public void A_repetition_in_which_the_film_jumps_is_listed_with_that_and_the_others_count()
    {
        var made = Slow(4);
        foreach (var rate in new[] { 15.0, 30, 60, 120 })
        {
            var whole = new MadeBody(made) { Rate = rate, Noise = 1 }.Filmed();
            Assert.Empty(whole.Jumps());
            var second = Found(whole).Counted[1].Repetition;
            var moved = whole with
            {
                Frames = [.. whole.Frames.Select(f => f.Seconds < second.Bottom ? f : Aside(f, 90))],
            };
            var (from, to) = (second.Bottom, second.End.Seconds + 0.1);
            var cut = whole with
            {
                Frames =
                [
                    .. whole.Frames.Where(f => f.Seconds <= from),
                    .. whole
                        .Frames.Where(f => f.Seconds > to)
                        .Select(f => f with { Seconds = f.Seconds - (to - from) }),
                ],
            };
            foreach (var film in new[] { moved, cut })
            {
                Assert.Equal(second.Bottom, Assert.Single(film.Jumps()), 2 / rate);
                var movement = Found(film);
                Assert.Equal(3, movement.Counted.Count);
                Assert.Equal(Enumerable.Range(1, movement.Counted.Count), movement.Counted.Select(r => r.Number));
                Assert.DoesNotContain(
                    movement.Counted,
                    r => r.Repetition.Start.Seconds < film.Jumps()[0] && film.Jumps()[0] < r.Repetition.End.Seconds
                );
                Assert.Contains(movement.All.All, r => r.Partial == PartialReason.Jumps);
                Assert.Contains(
                    MovementWords.Said(Moved(movement, Context)),
                    s => s.Side is null && s.Text.StartsWith("The film jumps at ", StringComparison.Ordinal)
                );
            }
        }
    }

    /// <summary>A phone that was moved between two repetitions loses none; one that is moved in each leaves nothing, and it is said what to do.</summary>
    [Fact]
    public void A_jump_between_two_is_said_and_one_in_each_leaves_nothing_to_read()
    {
        var whole = new MadeBody(Slow(3)) { Noise = 1 }.Filmed();
        Repetition[] all = [.. Found(whole).Counted.Select(r => r.Repetition)];
        FilmedBody MovedAt(params double[] times) =>
            whole with
            {
                Frames = [.. whole.Frames.Select(f => Aside(f, 90 * (times.Count(t => f.Seconds >= t) % 2)))],
            };
        var between = Found(MovedAt((all[0].End.Seconds + all[1].Start.Seconds) / 2));
        Assert.Equal(3, between.Counted.Count);
        var said = Assert.Single(Moved(between, Context).Partials);
        Assert.Equal(PartialReason.Jumps, said.Reason);
        Assert.InRange(said.At, all[0].End.Seconds, all[1].Start.Seconds);
        // Moved into place before the first one starts: nobody needs to know.
        Assert.Empty(Moved(Found(MovedAt(all[0].Start.Seconds - 0.4)), Context).Partials);

        Assert.False(Movement.TryFind(MovedAt([.. all.Select(r => r.Bottom)]), Squat, null).Is(out _, out var fault));
        Assert.Equal(MovementFault.Jumps, fault);
        Assert.Contains("Film once more", MovementWords.Sentence(fault), StringComparison.Ordinal);
    }

    /// <summary>Points that slip for a frame or two and come back, a client who walks in quickly and a gap are no jumps.</summary>
    [Fact]
    public void What_only_slips_or_was_not_seen_for_a_while_is_no_jump()
    {
        var whole = new MadeBody(Slow(3)) { Noise = 2 }.Filmed();
        FilmedBody With(Func<BodyFrame, int, BodyFrame> change) =>
            whole with
            {
                Frames = [.. whole.Frames.Select(change)],
            };
        Assert.Empty(With((f, i) => i % 40 == 20 ? Aside(f, 120) : f).Jumps());
        Assert.Empty(
            With((f, i) => i is > 60 and < 90 ? f with { Points = new Dictionary<BodyPoint, TrackPoint>() } : f).Jumps()
        );
        // Two metres a second across the picture.
        Assert.Empty(With((f, _) => Aside(f, Math.Min(0, -200 + (f.Seconds * 2 * MadeBody.Scale)))).Jumps());
    }

    private static BodyFrame Aside(BodyFrame frame, double by) => MadeBody.Put(frame, (_, at) => new(at.X + by, at.Y));

    [Fact]
    public void What_cannot_be_read_is_named()
    {
        Assert.Equal(MovementFault.Nobody, Fault(new MadeBody(Slow(3)) { Seen = _ => false }.Filmed()));
        var still = new MadeBody(new MadeMovement(30, 200, 0, (2, 0.3, 1, 0.5), 0)) { Noise = 0.5 };
        Assert.Equal(MovementFault.CannotTell, Fault(still.Filmed()));
        var body = new MadeBody(Slow(3)).Filmed();
        Assert.Equal(
            MovementFault.UpsideDown,
            Fault(
                body with
                {
                    Frames = [.. body.Frames.Select(f => MadeBody.Put(f, (_, at) => new(540 - at.X, 960 - at.Y)))],
                }
            )
        );
        // Cut off on the way down: nothing whole is in it.
        Assert.Equal(
            MovementFault.NoWholeRepetition,
            Fault(body with { Frames = [.. body.Frames.Where(f => f.Seconds < 2.2)] })
        );

        static MovementFault? Fault(FilmedBody body) =>
            Movement.TryFind(body, Squat, null).Is(out _, out var fault) ? null : fault;
    }
}
