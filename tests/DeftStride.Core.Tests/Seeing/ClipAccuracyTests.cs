using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using Xunit;
using Xunit.Abstractions;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>What is read of drawn clips by the points that the model found in them, against what is true of each. The points are those of a real reading; the model is run once, by the browser's test.</summary>
public sealed class ClipAccuracyTests(ITestOutputHelper output)
{
    private static readonly Exercise Squat = Exercise.Find("split-squat-to-pad")!;

    public static TheoryData<string> Clips => [.. DrawnClip.Names];

    private static (DrawnClip Clip, Movement Movement, Look Look) Read(string name)
    {
        var clip = DrawnClip.Of(name);
        Assert.True(Movement.TryFind(clip.Body, Squat, null).Is(out var movement, out var fault), $"{fault}");
        return (clip, movement, clip.LookAt(movement));
    }

    [Theory]
    [MemberData(nameof(Clips))]
    public void Repetitions_are_counted_on_the_right_side_and_their_bottoms_found(string name)
    {
        var (clip, movement, _) = Read(name);
        Assert.Equal(clip.Repetitions.Count, movement.Counted.Count);
        Assert.All(movement.Counted, r => Assert.Equal(clip.Front, r.Side));
        foreach (var (found, truth) in movement.Counted.Zip(clip.Repetitions))
        {
            var r = found.Repetition;
            output.WriteLine(
                FormattableString.Invariant(
                    $"{name} {found.Number}: bottom {r.Bottom - truth.Bottom:+0.00;-0.00} s, down {r.Down.Seconds - (truth.Arrival - truth.Start):+0.00;-0.00}, up {r.Up.Seconds - (truth.End - truth.Leaving):+0.00;-0.00}"
                )
            );
            Assert.InRange(r.Bottom - truth.Bottom, -0.07, 0.07);
            Timed(r.Down, truth.Arrival - truth.Start);
            Timed(r.Up, truth.End - truth.Leaving);
        }
    }

    /// <summary>A way that eases in and out reads about a tenth short; beyond that its own error holds.</summary>
    private static void Timed(Lasting phase, double truth) =>
        Assert.InRange(phase.Seconds - truth, (-1.28 * phase.Sd) - (0.12 * truth), (1.28 * phase.Sd) + 0.06);

    [Theory]
    [MemberData(nameof(Clips))]
    public void Measures_at_the_bottom_lie_within_what_is_promised(string name)
    {
        var (clip, _, look) = Read(name);
        foreach (
            var (id, truth, within) in new[]
            {
                ("front-shin", clip.ShinDegrees, 3.5),
                ("front-knee", clip.KneeBendDegrees, 4.5),
                ("trunk-lean", clip.TrunkDegrees, 4.2),
                ("heel-rise", 0, 2),
                ("knee-offset", clip.KneeInCm, 1.7),
            }
        )
        {
            if (look.Results.FirstOrDefault(r => r.Measure.Id == id && r.Moment == Moment.Bottom)?.Mean is not { } mean)
                continue;
            output.WriteLine(
                FormattableString.Invariant(
                    $"{name} {id}: {mean.Value.Value:0.0} for {truth:0.0}, ±{mean.Error.Reach.Value:0.0}"
                )
            );
            Assert.InRange(mean.Value.Value - truth, -within, within);
        }
    }
}
