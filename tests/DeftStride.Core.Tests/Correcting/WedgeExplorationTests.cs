using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

public sealed class WedgeExplorationTests
{
    private static List<WedgePlace> Road(FootType? type, WedgePlace? helps)
    {
        var tries = new List<WedgeTry>();
        while (WedgeExploration.Next(BodySide.Left, type, tries).Next is { } place)
            tries.Add(
                new WedgeTry(
                    place,
                    place == helps ? WedgeAnswer.Better
                        : tries.Count % 2 == 0 ? WedgeAnswer.Same
                        : WedgeAnswer.Worse
                )
            );
        return [.. tries.Select(t => t.Place)];
    }

    [Fact]
    public void Attention_comes_first_then_the_foot_itself_then_the_edge_that_suits_it_and_then_the_other()
    {
        Assert.Equal(
            [WedgePlace.Awareness, WedgePlace.MidFoot, WedgePlace.InnerEdge, WedgePlace.OuterEdge],
            Road(FootType.Collapsing, null)
        );
        foreach (var type in new FootType?[] { null, FootType.Neutral, FootType.HighStiff })
            Assert.Equal(
                [WedgePlace.Awareness, WedgePlace.MidFoot, WedgePlace.OuterEdge, WedgePlace.InnerEdge],
                Road(type, null)
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
                Assert.Equal(
                    place,
                    WedgeExploration
                        .Next(
                            BodySide.Right,
                            type,
                            [.. road.Select(p => new WedgeTry(p, p == place ? WedgeAnswer.Better : WedgeAnswer.Same))]
                        )
                        .Keep
                );
            }
        }
    }

    [Fact]
    public void Nothing_better_means_no_wedge()
    {
        var end = WedgeExploration.Next(
            BodySide.Left,
            null,
            [.. Enum.GetValues<WedgePlace>().Select(p => new WedgeTry(p, WedgeAnswer.Same))]
        );
        Assert.Null(end.Keep);
        Assert.Contains("No wedge", end.Say, StringComparison.Ordinal);
    }
}
