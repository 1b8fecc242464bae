using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

/// <summary>Heights under a foot, tried and judged.</summary>
public sealed class HeightTrialTests
{
    private static readonly double[] Plates = [0.025, 0.05, 0.10, 0.15];

    private static HeightAdvice Front(
        HeightTry low,
        HeightTry high,
        SchoolCode school = SchoolCode.KneeForward,
        ShinReadBy by = ShinReadBy.Gauge,
        double highest = 0.20
    ) => HeightTrial.Of(TriedUnder.FrontFoot, [low, high], school, by, Plates, highest, Tape.Centimetres);

    private static HeightAdvice Rear(HeightTry low, HeightTry high, double highest = 0.20) =>
        HeightTrial.Of(
            TriedUnder.RearFoot,
            [low, high],
            SchoolCode.VerticalShin,
            ShinReadBy.Eye,
            Plates,
            highest,
            Tape.Centimetres
        );

    private static HeightTry At(double metres) => new(metres);

    private static Angle Deg(double degrees) => Angle.FromDegrees(degrees);

    [Fact]
    public void A_heel_that_comes_down_keeps_the_height_and_one_that_still_lifts_wants_more()
    {
        var came = Front(At(0) with { HeelStays = false }, At(0.10) with { HeelStays = true });
        Assert.Equal((HeightOutcome.Keep, 0.10), (came.Outcome, came.Metres));
        var still = Front(At(0) with { HeelStays = false }, At(0.10) with { HeelStays = false });
        Assert.Equal((HeightOutcome.RaiseMore, 0.15), (still.Outcome, still.Metres));
        // Nothing higher can be built, or geometry forbids it: back to the lower one.
        var top = Front(At(0) with { HeelStays = false }, At(0.10) with { HeelStays = false }, highest: 0.12);
        Assert.Equal((HeightOutcome.Leave, 0.0), (top.Outcome, top.Metres));
        Assert.DoesNotContain(HeightOutcome.RaiseMore, top.Ways.Keys);
    }

    [Fact]
    public void Pain_outranks_heel_and_shin()
    {
        var worse = Front(
            At(0) with
            {
                HeelStays = false,
                Pain = 1,
                LeftShin = Deg(10),
            },
            At(0.10) with
            {
                HeelStays = true,
                Pain = 3,
                LeftShin = Deg(30),
            }
        );
        Assert.Equal((HeightOutcome.Leave, 0.0), (worse.Outcome, worse.Metres));
        Assert.Equal("Leave it on the floor: it hurts more higher up.", worse.Sentence);
        Assert.Equal("Pain 1 on the floor, 3 on 10 cm.", worse.Because[0]);
        var eased = Front(At(0.05) with { Pain = 3 }, At(0.15) with { Pain = 1 });
        Assert.Equal(HeightOutcome.Keep, eased.Outcome);
        var stop = Front(At(0) with { Pain = 6 }, At(0.10) with { Pain = 5 });
        Assert.Equal(HeightOutcome.Leave, stop.Outcome);
        Assert.Contains("Pain of 5: stop for today.", stop.Because);
    }

    [Fact]
    public void A_shin_counts_only_beyond_what_its_reading_tells_and_only_where_the_knee_goes_forward()
    {
        HeightAdvice Shin(double by, SchoolCode school, ShinReadBy read) =>
            Front(
                At(0) with
                {
                    LeftShin = Deg(20),
                    RightShin = Deg(22),
                },
                At(0.10) with
                {
                    LeftShin = Deg(20 + by),
                    RightShin = Deg(22 + by),
                },
                school,
                read
            );
        Assert.Equal(HeightOutcome.Keep, Shin(6, SchoolCode.KneeForward, ShinReadBy.Gauge).Outcome);
        Assert.Equal(HeightOutcome.Leave, Shin(6, SchoolCode.KneeForward, ShinReadBy.Eye).Outcome);
        Assert.Equal(HeightOutcome.Leave, Shin(6, SchoolCode.VerticalShin, ShinReadBy.Gauge).Outcome);
        Assert.Contains("by eye", Shin(6, SchoolCode.KneeForward, ShinReadBy.Eye).Because[0], StringComparison.Ordinal);
    }

    [Fact]
    public void Sides_that_come_together_are_a_gain_in_every_style()
    {
        var alike = Front(
            At(0) with
            {
                LeftShin = Deg(4),
                RightShin = Deg(18),
            },
            At(0.10) with
            {
                LeftShin = Deg(12),
                RightShin = Deg(13),
            },
            SchoolCode.VerticalShin
        );
        Assert.Equal(HeightOutcome.Keep, alike.Outcome);
        Assert.Contains(alike.Because, b => b.Contains("13° more alike", StringComparison.Ordinal));
    }

    [Fact]
    public void The_share_is_told_and_decides_nothing()
    {
        foreach (var share in new[] { 40.0, 60, 85 })
        {
            var advice = Front(
                At(0) with
                {
                    HeelStays = true,
                    FrontShare = 62,
                },
                At(0.10) with
                {
                    HeelStays = true,
                    FrontShare = share,
                }
            );
            Assert.Equal(HeightOutcome.Leave, advice.Outcome);
            Assert.Contains("On the scales 62 % in front on the floor", advice.Because[^1], StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_back_that_arches_goes_lower_and_a_good_one_may_go_up()
    {
        var good = new { Comfort = Comfort.Good };
        var arches = Rear(
            At(0.05) with
            {
                Comfort = good.Comfort,
                BackArches = false,
            },
            At(0.10) with
            {
                Comfort = good.Comfort,
                BackArches = true,
            }
        );
        Assert.Equal((HeightOutcome.Lower, 0.05), (arches.Outcome, arches.Metres));
        Assert.Equal("10 cm: good to stand on, the back arches.", arches.Because[1]);
        var both = Rear(At(0.05) with { BackArches = true }, At(0.10) with { BackArches = true });
        Assert.Equal((HeightOutcome.Lower, 0.0), (both.Outcome, both.Metres));
        HeightAdvice Fine(double highest) =>
            Rear(
                At(0.05) with
                {
                    Comfort = good.Comfort,
                    BackArches = false,
                },
                At(0.10) with
                {
                    Comfort = good.Comfort,
                    BackArches = false,
                },
                highest
            );
        Assert.Equal((HeightOutcome.RaiseMore, 0.15), (Fine(0.20).Outcome, Fine(0.20).Metres));
        Assert.Equal((HeightOutcome.Keep, 0.10), (Fine(0.12).Outcome, Fine(0.12).Metres));
        var bearable = Rear(At(0.05) with { Comfort = good.Comfort }, At(0.10) with { Comfort = Comfort.Bearable });
        Assert.Equal((HeightOutcome.Keep, 0.10), (bearable.Outcome, bearable.Metres));
    }

    [Fact]
    public void The_order_in_which_heights_were_tried_changes_nothing()
    {
        var random = new Random(26);
        int? Score() => random.Next(3) == 0 ? null : random.Next(11);
        bool? Perhaps() => random.Next(3) == 0 ? null : random.Next(2) == 0;
        for (var n = 0; n < 300; n++)
        {
            var under = (TriedUnder)random.Next(2);
            HeightTry[] tries =
            [
                .. Plates
                    .Take(2 + random.Next(3))
                    .Select(h =>
                        At(h) with
                        {
                            HeelStays = Perhaps(),
                            BackArches = Perhaps(),
                            Pain = Score(),
                            Comfort = (Comfort)random.Next(3),
                            LeftShin = Deg(random.Next(40)),
                        }
                    ),
            ];
            HeightAdvice Of(IReadOnlyList<HeightTry> list) =>
                HeightTrial.Of(under, list, SchoolCode.KneeForward, ShinReadBy.Gauge, Plates, 0.20, Tape.Centimetres);
            var (there, back) = (Of(tries), Of([.. tries.Reverse()]));
            Assert.Equal((there.Outcome, there.Metres), (back.Outcome, back.Metres));
            Assert.Equal(there.Because, back.Because);
            // What it goes on with can be built.
            Assert.True(there.Metres == 0 || Plates.Any(p => Math.Abs(p - there.Metres) < 1e-9));
            // What a coach can choose holds what is recommended, and nothing higher than geometry allows.
            Assert.Equal(there.Metres, there.Ways[there.Outcome]);
            Assert.All(there.Ways.Values, m => Assert.True(m <= 0.20));
            Assert.True(there.Ways.Count is 2 or 3 or 4);
        }
    }

    [Fact]
    public void What_cannot_be_judged_says_what_to_do()
    {
        string? Of(params HeightTry[] tries) => HeightTrial.Problem(TriedUnder.FrontFoot, tries, Tape.Centimetres);
        Assert.StartsWith("It takes two heights", Of(At(0.1) with { Pain = 1 }), StringComparison.Ordinal);
        Assert.StartsWith(
            "The same height",
            Of(At(0.1) with { Pain = 1 }, At(0.1) with { Pain = 2 }),
            StringComparison.Ordinal
        );
        Assert.StartsWith("Say for each height", Of(At(0), At(0.1) with { Pain = 2 }), StringComparison.Ordinal);
        Assert.StartsWith(
            "Under the front foot",
            Of(At(0) with { Pain = 1 }, At(0.3) with { Pain = 2 }),
            StringComparison.Ordinal
        );
        Assert.StartsWith(
            "Pain goes",
            Of(At(0) with { Pain = 11 }, At(0.1) with { Pain = 2 }),
            StringComparison.Ordinal
        );
        Assert.Null(Of(At(0) with { Pain = 1 }, At(0.1) with { Pain = 2 }));
    }
}
