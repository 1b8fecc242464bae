using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class FirstThingTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));

    private static Look Posed(string exercise, params PosedFault[] faults)
    {
        var standard = Given.Standard(exercise: exercise);
        return Look.Of(PosedCheck.Of(standard, Average, 3, null, faults), standard);
    }

    private static PosedFault Left(string measure, BandSide where = BandSide.Beyond) =>
        new(measure, where, BodySide.Left);

    [Theory]
    [InlineData("heel-rise", "pelvic-level", "knee-offset", "front-shin")]
    [InlineData("pelvic-level", "knee-offset", "front-shin", "depth")]
    [InlineData("knee-offset", "front-shin", "depth", "depth")]
    public void Foot_before_pelvis_before_knee_before_shin(string first, string second, string third, string fourth) =>
        Assert.Equal(
            first,
            Posed(
                "split-squat-to-pad",
                [.. new[] { fourth, third, second, first }.Distinct().Select(m => Left(m))]
            ).Finding.MeasureId
        );

    [Fact]
    public void A_pelvis_that_goes_before_the_knee_is_said_to()
    {
        var standard = Given.Standard(exercise: "step-down-tap");
        Look With(params (Moment Moment, double Drop, double KneeIn)[] way)
        {
            var clean = PosedCheck.Of(standard, Average, 3, null);
            var stills = clean.Stills.Where(s => s.FrontLeg == BodySide.Right || s.View != View.Front).ToList();
            foreach (var planned in LookPlan.For(standard).Where(p => p.View == View.Front))
            {
                var at = way.FirstOrDefault(w => w.Moment == planned.Moment);
                if (at == default && planned.Moment != Moment.Start && way.All(w => w.Moment != planned.Moment))
                    continue;
                var pose = PoseLibrary.Clean(standard.Exercise, planned.Moment, Average) with
                {
                    PelvisDrop = at.Drop,
                    KneeIn = at.KneeIn,
                };
                for (var n = 1; n <= 3; n++)
                    stills.Add(PosedCheck.Still(new PosedFigure(Average, pose), planned, BodySide.Left, n, null));
            }

            return Look.Of(clean with { Stills = stills }, standard);
        }

        var leads = With((Moment.FirstSeen, 11, 0), (Moment.Bottom, 13, 8));
        Assert.Equal(
            "Left pelvis drops 11° a third of the way down, before the knee falls in. Level the pelvis first.",
            leads.Finding.Sentence.ToString()
        );
        // A knee that falls in first, over a pelvis that is level then, is the first thing.
        var knee = With((Moment.FirstSeen, 0, 8), (Moment.Bottom, 13, 9));
        Assert.Contains(knee.Finding.MeasureId, new[] { "knee-offset", "projection" });
        Assert.DoesNotContain("before the knee", knee.Finding.Sentence.ToString(), StringComparison.Ordinal);
        // Both at once: the pelvis is said to take the knee with it.
        Assert.Contains(
            "and the knee falls in with it",
            With((Moment.FirstSeen, 11, 8), (Moment.Bottom, 13, 9)).Finding.Sentence.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void On_a_step_down_the_low_half_may_drop_but_not_by_more_than_it_may_change()
    {
        var late = Posed("step-down-tap", Left("pelvic-change"));
        Assert.Equal("pelvic-change", late.Finding.MeasureId);
        // At the bottom the level itself is recorded and has no verdict.
        Assert.Null(
            late.Results.Single(r =>
                r is { Measure.Id: "pelvic-level", Side: BodySide.Left, Moment: Moment.Bottom }
            ).Verdict
        );
    }

    [Fact]
    public void Something_large_goes_before_something_slight_that_is_earlier_in_the_chain()
    {
        var seenKnee = new SeenAnswer("knee-offset", BodySide.Left, BandSide.Beyond);
        // A shin 30° past a band of 15° against a knee that was only seen: half a band, not slight, keeps its place.
        Assert.Equal("knee-offset", Given.Whole(45, 3, seen: seenKnee).Finding.MeasureId);
        var standard = Given.Standard();
        var slight = PosedCheck.Of(standard, Average, 5, null);
        PointSet In(PointSet s, double centimetres) =>
            s.View != View.Front || s.FrontLeg != BodySide.Left || !s.Points.TryGetValue(Landmark.Knee, out var k)
                ? s
                : s with
                {
                    Points = new Dictionary<Landmark, ImagePoint>(s.Points)
                    {
                        [Landmark.Knee] = new(k.X - (5 * centimetres), k.Y),
                    },
                };
        var shin = PosedCheck.Of(
            standard,
            Average,
            5,
            null,
            new PosedFault("front-shin", BandSide.Beyond, BodySide.Left)
        );
        var both = Look.Of(
            shin with
            {
                Stills =
                [
                    .. shin
                        .Stills.Select(s => s.View == View.Front ? slight.Stills.First(t => t.Frame == s.Frame) : s)
                        .Select(s => In(s, 7.5)),
                ],
            },
            standard
        );
        Assert.True(
            both.On("knee-offset", BodySide.Left) is { Verdict: Verdict.Outside, Excess: <= 0.25 },
            $"{both.On("knee-offset", BodySide.Left)!.Mean!.Value.Value} {both.On("knee-offset", BodySide.Left)!.Verdict} {both.On("knee-offset", BodySide.Left)!.Mean!.Error.Reach}"
        );
        Assert.True(both.On("front-shin", BodySide.Left)!.Excess >= 1);
        Assert.Equal("front-shin", both.Finding.MeasureId);
    }

    [Fact]
    public void What_can_block_progress_comes_before_what_is_only_noted()
    {
        var look = Posed("split-squat-to-pad", Left("pelvic-shift"), Left("front-shin"));
        Assert.Equal("front-shin", look.Finding.MeasureId);
        Assert.Contains("pelvic shift", look.Finding.Because, StringComparison.Ordinal);
        Assert.Equal("pelvic-shift", Posed("split-squat-to-pad", Left("pelvic-shift")).Finding.MeasureId);
    }

    [Fact]
    public void The_coachs_eye_answers_without_an_error_and_outranks_a_number()
    {
        var look = Given.Whole(3, 4, seen: new SeenAnswer("knee-offset", BodySide.Right, BandSide.Beyond));
        Assert.Equal(
            "Right knee falls in. Bring the right knee over the foot first.",
            look.Finding.Sentence.ToString()
        );
        Assert.Contains("seen by eye", look.Finding.Because, StringComparison.Ordinal);
        var standard = Given.Standard();
        var word = Look.Of(
            new LookInput(
                [Given.Still(24, marked: true), Given.Still(4, BodySide.Left, marked: true)],
                [new("front-shin", BodySide.Right, BandSide.Within)],
                [],
                ReadingContext.Default
            ),
            standard
        );
        var right = word.On("front-shin", BodySide.Right)!;
        Assert.Equal((Verdict.InBand, AnswerSource.Eye), (right.Verdict, right.Source));
        Assert.NotNull(right.Mean);
    }

    [Fact]
    public void A_guess_of_the_load_is_kept_and_never_judged()
    {
        var standard = Given.Standard();
        Look Share(AnswerSource source, double left) =>
            Look.Of(
                new LookInput(
                    [],
                    [],
                    [new("load-share", BodySide.Left, left, source), new("load-share", BodySide.Right, 60, source)],
                    ReadingContext.Default
                ),
                standard
            );
        Assert.Null(Share(AnswerSource.Guess, 30).On("load-share", BodySide.Left)!.Verdict);
        Assert.Empty(Share(AnswerSource.Guess, 30).Comparisons);
        Assert.Equal(Verdict.Outside, Share(AnswerSource.Scales, 30).On("load-share", BodySide.Left)!.Verdict);
        Assert.Contains("on scales", Share(AnswerSource.Scales, 30).Finding.Because, StringComparison.Ordinal);
        Assert.Contains(
            "simulated device",
            Share(AnswerSource.Simulated, 30).Finding.Because,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_measure_has_words_for_each_way_and_seen_ones_carry_no_number()
    {
        foreach (var measure in MeasureDefinition.All)
        {
            var words = measure.Words;
            Assert.All(
                new[]
                {
                    words.Plus,
                    words.Minus,
                    words.Zero,
                    words.Beyond,
                    words.Short,
                    words.MendBeyond,
                    words.MendShort,
                },
                w => Assert.NotEmpty(w)
            );
            foreach (var where in new[] { BandSide.Beyond, BandSide.Short })
            {
                var seen = new MeasureResult(
                    measure,
                    BodySide.Left,
                    Moment.Bottom,
                    null,
                    AnswerSource.Eye,
                    true,
                    null,
                    new SeenAnswer(measure.Id, BodySide.Left, where)
                );
                var said = MeasureSpeech.Fault(seen);
                Assert.DoesNotContain("{", said, StringComparison.Ordinal);
                Assert.Equal(said.Trim(), said);
                Assert.EndsWith(".", MeasureSpeech.Mend(seen), StringComparison.Ordinal);
            }
        }
    }
}
