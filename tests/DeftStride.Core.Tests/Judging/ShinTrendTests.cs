using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using Xunit;
using static DeftStride.Core.Tests.Given;

namespace DeftStride.Core.Tests.Judging;

public sealed class ShinTrendTests
{
    private static SideTrend? Trend(BodySide side, params double[] visits) =>
        SideTrend.Of([.. visits.Select(v => Side(v, side))], ErrorModel.Default);

    private static string Say(SideTrend? left, SideTrend? right) => ShinTrend.Sentence(left, right).ToString();

    [Fact]
    public void Nothing_yet_one_side_only_and_one_visit()
    {
        Assert.Equal("Not measured yet. Start with both shins.", Say(null, null));
        Assert.StartsWith(
            "Only the right shin has been measured. ",
            Say(null, Trend(BodySide.Right, 12)),
            StringComparison.Ordinal
        );
        Assert.Equal(
            "Left shin 4° forward, right 12° forward.",
            Say(Trend(BodySide.Left, 4), Trend(BodySide.Right, 12))
        );
    }

    [Fact]
    public void The_side_that_moved_more_leads_and_the_other_holds()
    {
        var said = Say(Trend(BodySide.Left, 5, 5, 4), Trend(BodySide.Right, 26, 18, 8));
        Assert.Equal("Right shin from 26° to 8° forward in 3 visits. The left holds at 4° forward.", said);
        Assert.Equal(
            "Left shin from 2° to 30° forward in 2 visits, right 26° forward to 8° forward.",
            Say(Trend(BodySide.Left, 2, 30), Trend(BodySide.Right, 26, 8))
        );
    }

    [Fact]
    public void A_change_within_the_error_and_the_day_is_no_news_and_one_visit_never_is()
    {
        var trend = Trend(BodySide.Right, 12, 10)!;
        Assert.False(trend.Moved);
        Assert.EndsWith(
            "No change beyond the measuring error.",
            Say(Trend(BodySide.Left, 4, 4), trend),
            StringComparison.Ordinal
        );
        Assert.False(Trend(BodySide.Left, 40)!.Moved);
        // Just beyond what is news it is said.
        var edge = trend.DetectableChange.Value;
        Assert.True(Trend(BodySide.Right, 20, 20 - edge - 0.1)!.Moved);
        Assert.False(Trend(BodySide.Right, 20, 20 - edge + 0.1)!.Moved);
    }
}
