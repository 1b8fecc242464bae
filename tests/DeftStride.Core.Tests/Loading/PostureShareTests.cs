using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Loading;

public sealed class PostureShareTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));

    private static PointSet Still(SchoolCode school, FigureCamera? camera = null, double trunk = 0)
    {
        var pose = PoseLibrary.Clean(Exercise.SplitSquatToPad, Moment.Bottom, Average, school);
        return PosedCheck.Still(
            new PosedFigure(Average, pose with { Trunk = pose.Trunk + trunk }),
            new PlannedStill(View.Side, Moment.Bottom, [.. Landmarks.Order(View.Side)], [], true),
            BodySide.Right,
            1,
            null,
            camera
        );
    }

    private static PostureShare Of(PointSet still) => PostureShare.TryOf(still, Average, ErrorModel.Default)!;

    [Fact]
    public void The_share_does_not_depend_on_how_the_picture_was_taken()
    {
        var straight = new FigureCamera(500, new ImagePoint(800, 1010));
        var usual = Of(Still(SchoolCode.VerticalShin, straight));
        foreach (
            var camera in new[]
            {
                straight with
                {
                    Facing = Facing.Left,
                },
                straight with
                {
                    RollDegrees = 6,
                },
                straight with
                {
                    PixelsPerMetre = 320,
                },
            }
        )
        {
            var other = Of(Still(SchoolCode.VerticalShin, camera));
            Assert.Equal(usual.LeastPercent, other.LeastPercent, 0.5);
            Assert.Equal(usual.MostPercent, other.MostPercent, 0.5);
        }
    }

    [Fact]
    public void It_is_a_range_that_grows_forward_with_lean_and_with_the_inclined_school()
    {
        var upright = Of(Still(SchoolCode.VerticalShin));
        Assert.InRange(upright.MostPercent - upright.LeastPercent, 8, 40);
        Assert.True(Of(Still(SchoolCode.VerticalShin, trunk: 20)).LeastPercent > upright.LeastPercent + 3);
        Assert.True(Of(Still(SchoolCode.Inclined)).LeastPercent > upright.LeastPercent);
    }

    [Fact]
    public void Without_the_rear_leg_or_with_a_fault_there_is_none()
    {
        var still = Still(SchoolCode.VerticalShin);
        foreach (var missing in PostureShare.Needs)
            Assert.Null(
                PostureShare.TryOf(
                    still with
                    {
                        Points = still.Points.Where(p => p.Key != missing).ToDictionary(p => p.Key, p => p.Value),
                    },
                    Average,
                    ErrorModel.Default
                )
            );
        Assert.Null(PostureShare.TryOf(still with { View = View.Front }, Average, ErrorModel.Default));
        Assert.Null(
            PostureShare.TryOf(
                still with
                {
                    Points = new Dictionary<Landmark, ImagePoint>(still.Points)
                    {
                        [Landmark.Knee] = still.Points[Landmark.Ankle],
                    },
                },
                Average,
                ErrorModel.Default
            )
        );
    }
}
