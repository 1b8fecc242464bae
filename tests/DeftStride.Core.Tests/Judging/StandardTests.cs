using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class StandardTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));

    public static TheoryData<string, SchoolCode> Standards
    {
        get
        {
            var data = new TheoryData<string, SchoolCode>();
            foreach (var e in Exercise.All)
            {
                foreach (var school in e.LeftToSchool ? Enum.GetValues<SchoolCode>() : [SchoolCode.VerticalShin])
                    data.Add(e.Id, school);
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(Standards))]
    public void With_the_guide_and_three_repetitions_a_must_pass_band_keeps_half_its_width_or_says_what_makes_it_count(
        string exercise,
        SchoolCode school
    )
    {
        var standard = Given.Standard(school, exercise);
        var look = Look.Of(PosedCheck.Of(standard, Average, 3, null), standard);
        foreach (var result in look.Results.Where(r => r.Judgement is not null && standard.Of(r.Measure.Id)!.MustPass))
        {
            var (band, reach) = (result.Judgement!.Band, HalfBand.Reach(result.Mean!, result.Mean!.Error.Camera.Value));
            var name = $"{exercise}, {school}: {result.Measure.Id} {result.Moment} reach {reach:0.00}";
            if (result.Mean!.Readings.Count > 0 && result.Seen is null)
                Assert.Equal(result.WouldCount is null, result.MustPass);
            if (result.MustPass && result.Seen is null)
                Assert.True(HalfBand.Keeps(result.Measure, band, reach), name);
            else
                Assert.True(
                    // Below half-way only a line on the floor tells a step-down's knee line; a heel is for the eye.
                    result
                        is { Measure.Id: "projection", Moment: Moment.Bottom or Moment.HalfUp }
                            or { Measure.Id: "heel-rise" },
                    name
                );
        }
    }

    [Fact]
    public void Without_an_upright_a_guide_or_the_right_side_it_is_said_what_would_make_a_number_count()
    {
        IEnumerable<MeasureResult> Noted(string exercise, Func<PointSet, PointSet> change)
        {
            var standard = Given.Standard(exercise: exercise);
            var posed = PosedCheck.Of(standard, Average, 3, null);
            return Look.Of(posed with { Stills = [.. posed.Stills.Select(change)] }, standard)
                .Results.Where(r => r.WouldCount is not null && r.Seen is null);
        }

        string[] Ids(string exercise, string says, Func<PointSet, PointSet> change) =>
            [
                .. Noted(exercise, change)
                    .Where(r => r.WouldCount!.StartsWith(says, StringComparison.Ordinal))
                    .Select(r => r.Measure.Id)
                    .Distinct()
                    .Order(),
            ];
        Assert.Equal(
            ["depth", "knee-offset", "pelvic-level"],
            Ids("split-squat-to-pad", "Mark something upright", s => s with { Vertical = null })
        );
        // A number that does not count is never called fine: it is outside, or recorded and asked of the eye.
        var unmarked = Noted("split-squat-to-pad", s => s with { Vertical = null }).ToArray();
        Assert.All(unmarked, r => Assert.Null(r.Verdict));
        var squat = Given.Standard();
        var knee = PosedCheck.Of(
            squat,
            Average,
            3,
            null,
            new PosedFault("knee-offset", BandSide.Beyond, BodySide.Left)
        );
        var off = Look.Of(knee with { Stills = [.. knee.Stills.Select(s => s with { Vertical = null })] }, squat);
        Assert.Equal(
            (Verdict.Outside, false),
            (off.On("knee-offset", BodySide.Left)!.Verdict, off.On("knee-offset", BodySide.Left)!.MustPass)
        );
        Assert.Contains(off.Missing, m => m.Measure.Id == "knee-offset" && m.Side == BodySide.Left);
        // From the standing leg's side the other thigh says little; turned round it does.
        Assert.Equal(
            ["rear-thigh"],
            Ids(
                "half-kneeling-hold",
                "Film it from the rear leg",
                s => s with { Facing = s.Facing == Facing.Left ? Facing.Right : Facing.Left, Mirrored = false }
            )
        );
        // What is not kept half is not "fine" by a picture: it is asked of the eye.
        var step = Given.Standard(exercise: "step-down-tap");
        var low = PosedCheck.Of(step, Average, 3, null);
        var look = Look.Of(
            low with
            {
                Stills = [.. low.Stills.Where(s => s.View != View.Front || s.Moment is Moment.Bottom or Moment.Start)],
            },
            step
        );
        Assert.Contains(
            look.Results,
            r =>
                r
                    is {
                        Measure.Id: "projection",
                        Moment: Moment.Bottom,
                        MustPass: false,
                        WouldCount: "Tap a line on the floor, and it counts."
                    }
        );
    }

    [Fact]
    public void A_band_is_taken_from_the_client_then_the_exercise_then_the_school_then_the_studio()
    {
        Dictionary<string, BandChoice> Wide(double high) => new() { ["knee-offset"] = new BandChoice(-1, high) };
        StandardBand For(BandChoices choices) =>
            CheckStandard
                .For(
                    Exercise.SplitSquatToPad,
                    new Sourced<School>(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
                    AnkleRange.Assumed,
                    AnkleRange.Assumed,
                    choices,
                    ErrorModel.Default
                )
                .Of("knee-offset")!;
        var none = BandChoices.None;
        var every = none with { Client = Wide(6), Exercise = Wide(7), School = Wide(8), Studio = Wide(9) };
        Assert.Equal((6, SettingSource.Client), (For(every).Left!.Upper!.Value.Value, For(every).Source));
        var noClient = every with { Client = none.Client };
        Assert.Equal((7, SettingSource.Exercise), (For(noClient).Left!.Upper!.Value.Value, For(noClient).Source));
        var school = noClient with { Exercise = none.Client };
        Assert.Equal((8, SettingSource.School), (For(school).Left!.Upper!.Value.Value, For(school).Source));
        Assert.Equal(
            (9, SettingSource.Studio),
            (For(none with { Studio = Wide(9) }).Left!.Upper!.Value.Value, For(none with { Studio = Wide(9) }).Source)
        );
        Assert.Equal((4, SettingSource.Exercise), (For(none).Left!.Upper!.Value.Value, For(none).Source));
        Assert.True(For(every).MustPass);
    }

    [Theory]
    [InlineData("spine", 1.0, null, "seen, not measured")]
    [InlineData("knee-offset", null, null, "at least one edge")]
    [InlineData("knee-offset", 4.0, 4.0, "below the upper")]
    [InlineData("knee-offset", double.NaN, 4.0, "a number")]
    public void A_band_that_cannot_be_is_named(string measure, double? low, double? high, string says) =>
        Assert.Contains(
            says,
            new BandChoice(low, high).Problem(MeasureDefinition.Find(measure)!),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_school_makes_its_own_checks_must_pass()
    {
        string[] Must(SchoolCode school) => [.. Given.Standard(school).MustPass.Select(b => b.Measure.Id)];
        Assert.DoesNotContain("rear-thigh", Must(SchoolCode.VerticalShin));
        Assert.DoesNotContain("lean-minus-shin", Must(SchoolCode.VerticalShin));
        Assert.Contains("lean-minus-shin", Must(SchoolCode.Inclined));
        Assert.Contains("hip-path", Must(SchoolCode.KneeForward));
        Assert.Equal("60° or more", Given.Standard(SchoolCode.Inclined).Of("rear-knee")!.Left!.ToString());
        // A school has no say where an exercise has bands of its own.
        Assert.DoesNotContain(
            "lean-minus-shin",
            Given.Standard(SchoolCode.Inclined, "step-down-tap").MustPass.Select(b => b.Measure.Id)
        );
    }

    [Fact]
    public void Each_side_of_a_knee_forward_client_has_the_band_of_its_own_ankle()
    {
        var standard = CheckStandard.For(
            Exercise.SplitSquatToPad,
            new Sourced<School>(School.Of(SchoolCode.KneeForward), SettingSource.Client),
            new(Angle.FromDegrees(22), true, Angle.FromDegrees(10)),
            AnkleRange.Assumed,
            BandChoices.None,
            ErrorModel.Default
        );
        Assert.Equal(
            ("22° or more", "25° or more"),
            (standard.Of("front-shin")!.Left!.ToString(), standard.Of("front-shin")!.Right!.ToString())
        );
    }

    [Theory]
    [InlineData(8.0)]
    [InlineData(20.0)]
    [InlineData(33.0)]
    public void No_knee_forward_shin_is_judged_by_an_ankle_that_nobody_measured(double degrees)
    {
        var measured = new AnkleRange(Angle.FromDegrees(35), true, Angle.Zero);
        Look Of(SchoolCode school, AnkleRange left, AnkleRange right) =>
            Look.Of(
                LookInput.Of(
                    [Given.Still(degrees, BodySide.Left, marked: true), Given.Still(degrees, marked: true)],
                    ReadingContext.Default
                ),
                CheckStandard.For(
                    Exercise.SplitSquatToPad,
                    new Sourced<School>(School.Of(school), SettingSource.Client),
                    left,
                    right,
                    BandChoices.None,
                    ErrorModel.Default
                )
            );
        var look = Of(SchoolCode.KneeForward, measured, AnkleRange.Assumed);
        var (known, assumed) = (look.On("front-shin", BodySide.Left)!, look.On("front-shin", BodySide.Right)!);
        Assert.NotNull(known.Verdict);
        Assert.Null(assumed.Verdict);
        // The number stands, and what would make it count is said.
        Assert.Equal(known.Mean!.Value.Value, assumed.Mean!.Value.Value, 9);
        Assert.StartsWith("Measure the right ankle", assumed.WouldCount, StringComparison.Ordinal);
        Assert.Null(known.WouldCount);
        Assert.Contains(look.Missing, m => m is { Measure.Id: "front-shin", Side: BodySide.Right });
        Assert.DoesNotContain(look.Missing, m => m is { Measure.Id: "front-shin", Side: BodySide.Left });
        // Nor does the headline call it fine, or not looked at; both unequal and unjudged it says what is known.
        Assert.DoesNotContain("Both shins", $"{look.Finding.Sentence}", StringComparison.Ordinal);
        Assert.DoesNotContain("right shin", $"{look.Finding.Sentence}", StringComparison.OrdinalIgnoreCase);
        if (known.Verdict == Verdict.InBand)
            Assert.StartsWith("What can be judged is in band.", $"{look.Finding.Sentence}", StringComparison.Ordinal);
        Assert.Equal(["Measure the right ankle, and it counts."], look.WouldCount);
        var uneven = Look.Of(
            LookInput.Of(
                [Given.Still(degrees, BodySide.Left, marked: true), Given.Still(degrees + 15, marked: true)],
                ReadingContext.Default
            ),
            Given.Standard(SchoolCode.KneeForward, ankle: AnkleRange.Assumed)
        );
        Assert.Equal("The right shin runs 15° further forward. Ask why.", $"{uneven.Finding.Sentence}");
        Assert.EndsWith("Measure both ankles, and it counts.", uneven.Finding.Because, StringComparison.Ordinal);
        var alike = Of(SchoolCode.KneeForward, AnkleRange.Assumed, AnkleRange.Assumed).Finding;
        Assert.DoesNotContain("no band", $"{alike.Sentence} {alike.Because}", StringComparison.OrdinalIgnoreCase);
        Assert.Contains(
            "Measure both ankles, and it counts.",
            $"{alike.Sentence} {alike.Because}",
            StringComparison.Ordinal
        );
        // The other styles ask nothing of the ankle.
        var upright = Of(SchoolCode.VerticalShin, AnkleRange.Assumed, AnkleRange.Assumed);
        Assert.All(upright.Results.Where(r => r.Measure.Id == "front-shin"), r => Assert.NotNull(r.Verdict));
    }

    [Fact]
    public void A_band_that_the_coach_chose_is_judged_by_whatever_the_ankle()
    {
        var look = Look.Of(
            LookInput.Of([Given.Still(20, marked: true)], ReadingContext.Default),
            CheckStandard.For(
                Exercise.SplitSquatToPad,
                new Sourced<School>(School.Of(SchoolCode.KneeForward), SettingSource.Client),
                AnkleRange.Assumed,
                AnkleRange.Assumed,
                BandChoices.None with
                {
                    Client = new Dictionary<string, BandChoice> { ["front-shin"] = new(10, 30) },
                },
                ErrorModel.Default
            )
        );
        Assert.Equal(Verdict.InBand, look.On("front-shin", BodySide.Right)!.Verdict);
    }

    [Fact]
    public void The_plan_asks_for_the_side_first_ankle_and_knee_before_the_rest_and_nothing_twice()
    {
        var plan = LookPlan.For(Given.Standard());
        Assert.Equal((View.Side, Moment.Bottom, true), (plan[0].View, plan[0].Moment, plan[0].Essential));
        Assert.Equal([Landmark.Ankle, Landmark.Knee], plan[0].Points.Take(2));
        Assert.All(plan, p => Assert.Empty(p.Points.Intersect(p.MorePoints)));
        Assert.Contains(plan, p => p is { View: View.Front, Moment: Moment.Bottom, Essential: true });
        Assert.Contains(plan, p => p is { View: View.Front, Moment: Moment.Start, Essential: true });
        Assert.DoesNotContain(plan, p => p is { View: View.Back, Essential: true });
        // What is held has one moment only; a step-down looks at the first half of its way down.
        Assert.All(LookPlan.For(Given.Standard(exercise: "one-leg-stand")), p => Assert.Equal(Moment.Bottom, p.Moment));
        Assert.Contains(
            LookPlan.For(Given.Standard(exercise: "step-down-tap")),
            p => p is { Moment: Moment.FirstSeen, Essential: true }
        );
    }
}
