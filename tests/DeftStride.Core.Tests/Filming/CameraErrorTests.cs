using DeftStride.Core.Exercises;
using DeftStride.Core.Filming;
using DeftStride.Core.Measuring;
using Xunit;

namespace DeftStride.Core.Tests.Filming;

/// <summary>What a camera leaves, against figures that were worked out apart from this code: 1.75 m, by the guide, an upright 0.6 m aside.</summary>
public sealed class CameraErrorTests
{
    private const SchoolCode VS = SchoolCode.VerticalShin;
    private const SchoolCode IN = SchoolCode.Inclined;
    private static readonly CameraKnown Guided = CameraKnown.Usual;

    private static CameraError Of(
        string exercise,
        SchoolCode school,
        string measure,
        View view,
        Moment moment,
        CameraKnown known
    )
    {
        var m = MeasureDefinition.Find(measure)!;
        var formula = m.Formulas.First(f => f.Views.Contains(view) && f.Needs[^1].Moment == moment);
        return CameraError.Of(Exercise.Find(exercise)!, school, m, formula, view, known);
    }

    [Theory]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "front-shin",
        View.Side,
        Moment.Bottom,
        true,
        0.44,
        0.12,
        0.70,
        0.56,
        1.01,
        2.17,
        0.92
    )]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "rear-thigh",
        View.Side,
        Moment.Bottom,
        true,
        3.57,
        0,
        0.70,
        0,
        3.67,
        4.09,
        1.67
    )]
    [InlineData(
        "half-kneeling-hold",
        VS,
        "rear-thigh",
        View.Side,
        Moment.Bottom,
        false,
        0.76,
        0,
        0.70,
        0,
        1.16,
        2.14,
        0.93
    )]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "depth",
        View.Side,
        Moment.Bottom,
        true,
        0.56,
        0.16,
        0.39,
        0.42,
        0.82,
        1.35,
        0.64
    )]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "heel-rise",
        View.Side,
        Moment.Bottom,
        true,
        0.43,
        0.06,
        0.32,
        0.48,
        0.74,
        1.13,
        0.63
    )]
    [InlineData(
        "split-squat-to-pad",
        IN,
        "lean-minus-shin",
        View.Side,
        Moment.Bottom,
        true,
        0.79,
        0.09,
        0,
        0.53,
        1.00,
        1.00,
        0.69
    )]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "knee-offset",
        View.Front,
        Moment.Bottom,
        true,
        0.47,
        0.03,
        0.54,
        0.09,
        0.87,
        1.61,
        0.75
    )]
    [InlineData(
        "split-squat-to-pad",
        VS,
        "pelvic-level",
        View.Front,
        Moment.Bottom,
        true,
        0.16,
        0,
        0.70,
        0.17,
        0.91,
        2.02,
        0.90
    )]
    [InlineData(
        "step-down-tap",
        VS,
        "projection",
        View.Front,
        Moment.FirstSeen,
        true,
        2.74,
        0.18,
        0.06,
        0.22,
        2.75,
        2.76,
        1.13
    )]
    [InlineData(
        "step-down-tap",
        VS,
        "projection",
        View.Front,
        Moment.Bottom,
        true,
        5.97,
        0.44,
        0.12,
        0.27,
        6.00,
        6.00,
        2.45
    )]
    public void The_parts_are_those_that_were_worked_out_apart_from_this(
        string exercise,
        SchoolCode school,
        string measure,
        View view,
        Moment moment,
        bool near,
        double yaw,
        double distance,
        double level,
        double depths,
        double whole,
        double unmarked,
        double tapped
    )
    {
        var known = Guided with { Near = near };
        var error = Of(exercise, school, measure, view, moment, known);
        Assert.Equal(yaw, error.Yaw, 0.02);
        Assert.Equal(distance, error.Distance, 0.02);
        Assert.Equal(level, error.Level, 0.02);
        Assert.Equal(depths, error.Depths, 0.02);
        Assert.Equal(whole, error.Whole, 0.03);
        Assert.Equal(unmarked, Of(exercise, school, measure, view, moment, known with { Marked = false }).Whole, 0.03);
        Assert.Equal(tapped, Of(exercise, school, measure, view, moment, known with { Tapped = true }).Whole, 0.03);
    }

    [Theory]
    [InlineData("front-shin", 0.6, 0)]
    [InlineData("trunk-lean", 0.6, 0)]
    [InlineData("rear-thigh", 0.3, 2.8)]
    [InlineData("rear-knee", 0.4, 2.9)]
    [InlineData("front-knee", 0.8, 1.2)]
    [InlineData("stance-length", 0.4, 4.2)]
    public void Most_of_it_leaves_a_difference_and_not_all(string measure, double trial, double sides)
    {
        var error = Of("split-squat-to-pad", VS, measure, View.Side, Moment.Bottom, Guided);
        Assert.Equal(trial, error.SamePlace, 0.3);
        Assert.Equal(sides, error.Sides, 0.15);
        Assert.True(error.SamePlace < error.Whole);
    }

    [Fact]
    public void Less_known_of_the_camera_never_leaves_less()
    {
        foreach (var exercise in Exercise.All)
        {
            var school = exercise.UsualSchool ?? VS;
            foreach (
                var measure in Given.Standard(school, exercise.Id).Bands.Select(b => b.Measure).Where(m => m.IsRead)
            )
            {
                foreach (var formula in measure.Formulas)
                {
                    double Whole(CameraKnown known) =>
                        CameraError.Of(exercise, school, measure, formula, formula.Views[0], known).Whole;
                    var usual = Whole(Guided);
                    Assert.True(double.IsFinite(usual));
                    Assert.True(Whole(Guided with { Place = CameraPlace.Usual }) >= usual - 1e-9);
                    Assert.True(Whole(Guided with { OtherView = false }) >= usual - 1e-9);
                    Assert.True(Whole(Guided with { Tapped = true }) <= usual + 1e-9);
                }
            }
        }
    }
}
