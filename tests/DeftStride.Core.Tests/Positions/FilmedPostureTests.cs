using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Seeing;
using DeftStride.Core.Setup;
using DeftStride.Core.Tests.Seeing;
using Xunit;

namespace DeftStride.Core.Tests.Positions;

/// <summary>An instant of a clip as a posture.</summary>
public sealed class FilmedPostureTests
{
    private static Movement Find(FilmedBody body, string exercise = "split-squat-to-pad")
    {
        Assert.True(
            Movement.TryFind(body, Exercise.Find(exercise)!, null).Is(out var movement, out var fault),
            $"{fault}"
        );
        return movement;
    }

    private static FilmedPosture? At(
        Movement movement,
        BodySide side,
        double seconds,
        double stature,
        out FilmedPostureFault? fault
    ) =>
        FilmedPosture.TryAt(
            movement,
            side,
            seconds,
            Body.From(new(stature)),
            null,
            RangeOfMotion.Assumed,
            ErrorModel.Default,
            out fault
        );

    public static TheoryData<string> FromTheSide =>
        [.. DrawnClip.Names.Where(n => DrawnClip.Of(n).Body.View == View.Side)];

    [Theory]
    [MemberData(nameof(FromTheSide))]
    public void The_bottom_of_a_drawn_clip_is_a_stance_at_its_pad_with_the_shin_that_the_look_reads(string name)
    {
        var drawn = DrawnClip.Of(name);
        var movement = Find(drawn.Body);
        var context = ReadingContext.Default with { Body = Body.From(new(drawn.Stature)) };
        var series = MovementSeries.Of(
            movement,
            drawn.Front,
            new HashSet<string> { "front-shin", "trunk-lean" },
            context,
            ErrorModel.Default
        );
        foreach (var repetition in movement.Counted.Where(r => r.Side == drawn.Front))
        {
            var bottom = repetition.Repetition.Bottom;
            var posture = At(movement, drawn.Front, bottom, drawn.Stature, out var fault);
            Assert.True(posture is not null, $"{fault}");
            Assert.Equal(series.At(series.Values["front-shin"], bottom), posture.Stance.FrontShin.Degrees, 1.0);
            Assert.Equal(series.At(series.Values["trunk-lean"], bottom), posture.Stance.TrunkLean.Degrees, 1.0);
            Assert.InRange(posture.Stance.RearKneeMetres, SplitStance.KneeRadiusMetres, SplitStance.OnPadMetres + 0.06);
            // Half-way up the knee is higher than at the bottom.
            var half = repetition.Repetition.At(150);
            if (At(movement, drawn.Front, half, drawn.Stature, out _) is { } up)
                Assert.True(up.Stance.RearKneeMetres > posture.Stance.RearKneeMetres + 0.03);
        }
    }

    [Fact]
    public void What_gives_no_posture_says_why()
    {
        var side = DrawnClip.Of(DrawnClip.Names.First(n => DrawnClip.Of(n).Body.View == View.Side));
        var movement = Find(side.Body);
        Assert.Null(At(movement, side.Front, double.NaN, side.Stature, out var fault));
        Assert.Equal(FilmedPostureFault.NotSeen, fault);
        var front = DrawnClip.Of(DrawnClip.Names.First(n => DrawnClip.Of(n).Body.View != View.Side));
        Assert.Null(At(Find(front.Body), front.Front, 1, front.Stature, out fault));
        Assert.Equal(FilmedPostureFault.NotFromTheSide, fault);
        foreach (var each in Enum.GetValues<FilmedPostureFault>())
            Assert.EndsWith(".", FilmedPosture.Sentence(each), StringComparison.Ordinal);
    }
}
