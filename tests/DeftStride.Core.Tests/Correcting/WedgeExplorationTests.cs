using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

public sealed class WedgeExplorationTests
{
    private static WedgeFacts Facts(FootType? type, params WedgeTry[] tries) =>
        new(BodySide.Left, type, null, KneeReadBy.Eye, tries);

    private static List<WedgePlace> Road(FootType? type, WedgePlace? helps, WedgeAnswer otherwise = WedgeAnswer.Same)
    {
        var tries = new List<WedgeTry>();
        while (WedgeExploration.Next(Facts(type, [.. tries])).Next is { } place)
            tries.Add(new WedgeTry(place, place == helps ? WedgeAnswer.Better : otherwise));
        return [.. tries.Select(t => t.Place)];
    }

    [Fact]
    public void Attention_comes_first_then_the_foot_then_the_edge_that_suits_it_drawn_forward_and_then_the_other()
    {
        Assert.Equal(
            [
                WedgePlace.Awareness,
                WedgePlace.MidFoot,
                WedgePlace.InnerEdge,
                WedgePlace.InnerToe,
                WedgePlace.OuterEdge,
                WedgePlace.OuterToe,
            ],
            Road(FootType.Collapsing, null)
        );
        foreach (var type in new FootType?[] { null, FootType.Neutral, FootType.HighStiff })
            Assert.Equal(
                [
                    WedgePlace.Awareness,
                    WedgePlace.MidFoot,
                    WedgePlace.OuterEdge,
                    WedgePlace.OuterToe,
                    WedgePlace.InnerEdge,
                    WedgePlace.InnerToe,
                ],
                Road(type, null)
            );
        // What made it worse is not drawn forward as well: the other edge is next.
        Assert.Equal(
            [WedgePlace.Awareness, WedgePlace.MidFoot, WedgePlace.InnerEdge, WedgePlace.OuterEdge],
            Road(FootType.Collapsing, null, WedgeAnswer.Worse)
        );
    }

    [Fact]
    public void The_first_thing_that_is_better_ends_it_and_is_what_is_kept()
    {
        foreach (var type in new FootType?[] { null, FootType.Collapsing, FootType.HighStiff })
        {
            foreach (var place in Enum.GetValues<WedgePlace>())
            {
                var road = Road(type, place);
                Assert.Equal(place, road[^1]);
                var end = WedgeExploration.Next(
                    Facts(
                        type,
                        [.. road.Select(p => new WedgeTry(p, p == place ? WedgeAnswer.Better : WedgeAnswer.Same))]
                    )
                );
                Assert.Equal(place, end.Keep);
                Assert.Equal(!WedgeExploration.Unborrowed(place), end.Borrows);
            }
        }
    }

    [Fact]
    public void Nothing_better_means_no_wedge()
    {
        var end = WedgeExploration.Next(
            Facts(null, [.. Enum.GetValues<WedgePlace>().Select(p => new WedgeTry(p, WedgeAnswer.Same))])
        );
        Assert.Null(end.Keep);
        Assert.False(end.Borrows);
        Assert.Contains("No wedge", end.Say, StringComparison.Ordinal);
    }

    private static WedgeJudged Judge(
        WedgeReading? before,
        WedgeAnswer answer,
        WedgeReading? after,
        KneeReadBy by = KneeReadBy.Picture
    ) =>
        WedgeExploration.Judge(
            new WedgeFacts(BodySide.Left, FootType.Collapsing, before, by, []),
            new WedgeTry(WedgePlace.InnerEdge, answer, after)
        );

    [Fact]
    public void An_ankle_that_comes_level_while_the_knee_goes_out_is_no_gain()
    {
        // The left foot sinks; on the inside wedge its ankle is level, and the knee now lies 5 cm outside.
        var judged = Judge(new(1, AnkleSeen.SinksIn), WedgeAnswer.Better, new(-5, AnkleSeen.Level));
        Assert.Equal(WedgeAnswer.Same, judged.Answer);
        Assert.True(judged.OtherFault);
        Assert.Contains(
            "5 cm outside: another fault came, so no gain. Thinner, or draw the knee in",
            judged.Because,
            StringComparison.Ordinal
        );
        var next = WedgeExploration.Next(
            new WedgeFacts(
                BodySide.Left,
                FootType.Collapsing,
                new(1, AnkleSeen.SinksIn),
                KneeReadBy.Picture,
                [
                    new(WedgePlace.Awareness, WedgeAnswer.Same),
                    new(WedgePlace.MidFoot, WedgeAnswer.Same),
                    new(WedgePlace.InnerEdge, WedgeAnswer.Better, new(-5, AnkleSeen.Level)),
                ]
            )
        );
        // Not drawn forward: the other edge, and what came of the last is said.
        Assert.Equal(WedgePlace.OuterEdge, next.Next);
        Assert.Equal(judged.Because, next.Because);
    }

    [Theory]
    [InlineData(6.0, 3.5, KneeReadBy.Picture, WedgeAnswer.Better)]
    [InlineData(6.0, 4.5, KneeReadBy.Picture, WedgeAnswer.Same)]
    [InlineData(6.0, 3.5, KneeReadBy.Eye, WedgeAnswer.Same)]
    [InlineData(7.0, 2.5, KneeReadBy.Eye, WedgeAnswer.Better)]
    [InlineData(-6.0, -3.0, KneeReadBy.Picture, WedgeAnswer.Better)]
    public void A_knee_is_measurably_better_only_beyond_what_two_readings_differ_by(
        double from,
        double to,
        KneeReadBy by,
        WedgeAnswer expected
    ) => Assert.Equal(expected, Judge(new(from, null), WedgeAnswer.Same, new(to, null), by).Answer);

    [Fact]
    public void What_hurts_is_worse_whatever_was_read_and_a_fault_that_stood_before_is_not_a_new_one()
    {
        Assert.Equal(
            WedgeAnswer.Worse,
            Judge(new(6, AnkleSeen.SinksIn), WedgeAnswer.Worse, new(0, AnkleSeen.Level)).Answer
        );
        // Already 6 cm inside: 5 inside is no new fault, and the client's word stands.
        Assert.Equal(WedgeAnswer.Better, Judge(new(6, null), WedgeAnswer.Better, new(5, null)).Answer);
        Assert.True(Judge(new(0, AnkleSeen.Level), WedgeAnswer.Better, new(0, AnkleSeen.RollsOut)).OtherFault);
    }

    [Fact]
    public void After_one_set_it_is_tried_without_and_stays_only_where_that_is_worse()
    {
        Assert.False(WedgeExploration.AfterSet(WedgeAnswer.Worse).GiveBack);
        Assert.True(WedgeExploration.AfterSet(WedgeAnswer.Same).GiveBack);
        Assert.True(WedgeExploration.AfterSet(WedgeAnswer.Better).GiveBack);
    }

    [Fact]
    public void What_cannot_be_meant_is_said()
    {
        Assert.Null(WedgeExploration.Problem(Facts(null)));
        Assert.NotNull(
            WedgeExploration.Problem(
                Facts(null, new(WedgePlace.MidFoot, WedgeAnswer.Same), new(WedgePlace.MidFoot, WedgeAnswer.Same))
            )
        );
        foreach (var cm in new[] { 21, double.NaN, double.NegativeInfinity })
            Assert.NotNull(
                WedgeExploration.Problem(Facts(null, new WedgeTry(WedgePlace.MidFoot, WedgeAnswer.Same, new(cm, null))))
            );
    }
}
