using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

/// <summary>The tilt that a high box makes at the start of a step-up is recorded, and told over weeks.</summary>
public sealed class StartTiltTests
{
    private static readonly Exercise StepUp = Exercise.Find("step-up")!;

    /// <summary>A look from the front at both moments that count, the pelvis tilted so far at the start, level at the top.</summary>
    private static Look Tilted(double degrees)
    {
        var standard = CheckStandard.For(
            StepUp,
            new(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
            AnkleRange.Assumed,
            AnkleRange.Assumed,
            BandChoices.None,
            ErrorModel.Default
        );
        var input = PosedCheck.Of(standard, Body.From(new(1.72, 70)), 3, null);
        return Look.Of(
            input with
            {
                Stills =
                [
                    .. input.Stills.Select(s => s.View != View.Side && s.Moment == Moment.Start ? Tilt(s, degrees) : s),
                ],
            },
            standard
        );
    }

    /// <summary>The free side of the pelvis lower by so much.</summary>
    private static PointSet Tilt(PointSet still, double degrees)
    {
        if (
            !still.Points.TryGetValue(Landmark.FreePelvis, out var free)
            || !still.Points.TryGetValue(Landmark.WorkingPelvis, out var work)
        )
            return still;
        var drop = Math.Tan(degrees * Math.PI / 180) * Math.Abs(free.X - work.X);
        return still with
        {
            Points = new Dictionary<Landmark, ImagePoint>(still.Points)
            {
                [Landmark.FreePelvis] = free with { Y = work.Y + drop },
            },
        };
    }

    [Fact]
    public void It_is_recorded_without_a_verdict_and_its_shrinking_is_said()
    {
        var (first, last) = (Tilted(14), Tilted(3));
        var recorded = StartTilt.In(first, BodySide.Left)!;
        Assert.Null(recorded.Judgement);
        Assert.Equal(14, recorded.Mean!.Value.Value, 1.0);
        Assert.NotEqual("pelvic-level", first.Finding.MeasureId);
        var said = StartTilt.Sentence(StepUp, [first, last], ErrorModel.Default);
        Assert.Matches(@"drops 14° ±\d°, then drops 3° ±\d° in 2 visits, less than before", said);
        Assert.EndsWith("Recorded, not judged.", said, StringComparison.Ordinal);
        Assert.Contains(
            "more than before: a lower box",
            StartTilt.Sentence(StepUp, [last, first], ErrorModel.Default),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no change beyond the measuring error",
            StartTilt.Sentence(StepUp, [last, Tilted(4)], ErrorModel.Default),
            StringComparison.Ordinal
        );
        Assert.Null(StartTilt.Sentence(StepUp, [first], ErrorModel.Default));
    }

    [Fact]
    public void It_belongs_to_what_steps_up_and_to_nothing_else() =>
        Assert.All(Exercise.All, e => Assert.Equal(e.Shape.Box == BoxWay.Rises, StartTilt.Belongs(e)));
}
