using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class SeenAtTests
{
    private static readonly MeasureDefinition Shin = MeasureDefinition.Find("front-shin")!;
    private static readonly MeasureDefinition Knee = MeasureDefinition.Find("knee-offset")!;

    [Fact]
    public void A_measure_is_seen_where_there_is_a_picture_at_the_moment_it_was_read()
    {
        SeenAt[] stills = [new(View.Side, Moment.Start), new(View.Side, Moment.Bottom), new(View.Front, Moment.Start)];
        Assert.Equal(new SeenAt(View.Side, Moment.Bottom), SeenAt.Of(Shin, Moment.Bottom, stills));
        // Read by eye at a moment of which there is no picture: the first picture of the view.
        Assert.Equal(new SeenAt(View.Front, Moment.Start), SeenAt.Of(Knee, Moment.Bottom, stills));
    }

    [Fact]
    public void Without_a_picture_it_is_seen_where_it_would_be_looked_for()
    {
        Assert.Equal(new SeenAt(View.Side, Moment.Bottom), SeenAt.Of(Shin, null, []));
        Assert.Equal(new SeenAt(Knee.Views[0], Moment.Start), SeenAt.Of(Knee, Moment.Start, []));
        // The look as a whole: wherever there is a picture.
        Assert.Equal(
            new SeenAt(View.Front, Moment.Bottom),
            SeenAt.Of(null, null, [new(View.Front, Moment.Bottom), new(View.Side, Moment.Bottom)])
        );
    }

    [Fact]
    public void What_leads_in_a_view_is_seen_from_there()
    {
        foreach (var view in Enum.GetValues<View>())
        {
            var lines = Leading.Lines(view);
            Assert.NotEmpty(lines);
            Assert.All(
                lines.SelectMany(l => l),
                id =>
                    Assert.Contains(
                        MeasureDefinition.Find(id)!.Views,
                        v => v == view || (v != View.Side && view != View.Side)
                    )
            );
        }

        Assert.Equal("front-shin", Leading.Lines(View.Side)[0][0]);
        Assert.Equal("knee-offset", Leading.Lines(View.Front)[0][0]);
    }
}
