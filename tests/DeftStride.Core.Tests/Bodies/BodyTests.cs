using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Bodies;

public sealed class BodyTests
{
    [Theory]
    [InlineData(0.0175, null, null, null, "stature", "1.75 m")]
    [InlineData(175, null, null, null, "stature", "175 cm")]
    [InlineData(0.9, null, null, null, "stature", "between 120 and 230 cm")]
    [InlineData(1.75, 5.0, null, null, "mass", "between 25 and 250 kg")]
    [InlineData(1.75, 70000.0, null, null, "mass", "unit")]
    [InlineData(1.75, 75.0, 0.60, 0.43, "shank", "does not fit the stature")]
    [InlineData(1.75, 75.0, 0.50, 0.36, "shank", "does not go together")]
    [InlineData(1.75, 75.0, 43.0, null, "shank", "another unit")]
    [InlineData(1.75, 75.0, null, 0.0043, "thigh", "another unit")]
    [InlineData(double.NaN, null, null, null, "stature", "number")]
    public void A_body_that_cannot_be_is_refused_with_its_field_and_the_likely_slip(
        double stature,
        double? mass,
        double? shank,
        double? thigh,
        string field,
        string words
    )
    {
        Assert.False(Body.TryFrom(new(stature, mass, shank, thigh)).Is(out _, out var problem));
        Assert.Equal(field, problem.Field);
        Assert.Contains(words, problem.Sentence, StringComparison.Ordinal);
        var thrown = Assert.Throws<FaultException<BodyProblem>>(() => Body.From(new(stature, mass, shank, thigh)));
        Assert.Equal((problem, problem.Sentence), (thrown.Fault, thrown.Message));
    }

    /// <summary>A measured range that is what would be assumed is still another thing: it was measured.</summary>
    [Fact]
    public void Two_sides_are_the_same_only_where_the_same_was_measured_with_the_same_result()
    {
        RangeOfMotion Of(params (RangeTest Test, double Degrees)[] measured) =>
            new(measured.ToDictionary(m => m.Test, m => Angle.FromDegrees(m.Degrees)));
        var some = Of((RangeTest.AnkleBend, 32), (RangeTest.HipFlexion, 110));
        Assert.True(RangeOfMotion.Assumed.Same(Of()));
        Assert.True(some.Same(Of((RangeTest.HipFlexion, 110), (RangeTest.AnkleBend, 32))));
        foreach (
            var other in new[]
            {
                Of(),
                Of((RangeTest.AnkleBend, 32)),
                Of((RangeTest.AnkleBend, 32), (RangeTest.HipFlexion, 111)),
                Of((RangeTest.AnkleBend, 32), (RangeTest.HipExtension, 110)),
            }
        )
        {
            Assert.False(some.Same(other));
            Assert.False(other.Same(some));
        }
    }

    [Fact]
    public void Measured_lengths_override_the_assumed_ones()
    {
        var body = Body.From(new(1.75, 80, 0.45, 0.42, 0.27));
        Assert.Equal((0.45, 0.42, 0.27, 80.0), (body.Shank, body.Thigh, body.Foot, body.Mass));
        Assert.True(body.SegmentsMeasured);
        Assert.False(Body.From(new(1.75, 80)).SegmentsMeasured);
    }

    [Fact]
    public void Knee_to_wall_starts_near_twenty_degrees_and_gains_about_one_and_a_half_a_centimetre()
    {
        var body = Body.From(new(1.75));
        Assert.Equal(20, KneeToWall.ShinLean(0, body)!.Value.Degrees, 1.0);
        Assert.Equal(
            1.5,
            KneeToWall.ShinLean(0.05, body)!.Value.Degrees - KneeToWall.ShinLean(0.04, body)!.Value.Degrees,
            0.2
        );
        Assert.Null(KneeToWall.ShinLean(0.6, body));
        Assert.Null(KneeToWall.ShinLean(-0.01, body));
    }

    [Fact]
    public void A_range_of_95_degrees_at_the_ankle_is_asked_about()
    {
        Assert.Contains(
            "between 5° and 60°",
            RangeTestInfo.Of(RangeTest.AnkleBend).Problem(95),
            StringComparison.Ordinal
        );
        Assert.Null(RangeTestInfo.Of(RangeTest.AnkleBend).Problem(31));
        Assert.NotNull(RangeTestInfo.Of(RangeTest.BigToe).Problem(double.NaN));
    }

    [Theory]
    [InlineData(null, 35)]
    [InlineData(14, 38)]
    [InlineData(39, 38)]
    [InlineData(40, 35)]
    [InlineData(60, 35)]
    [InlineData(61, 30)]
    [InlineData(88, 30)]
    public void An_ankle_that_nobody_measured_is_assumed_by_age_and_a_measured_one_is_not(int? age, double degrees)
    {
        var assumed = new RangeOfMotion(null, RangeOfMotion.AssumedAnkle(age));
        Assert.Equal(new Limit(Angle.FromDegrees(degrees), false), assumed.Of(RangeTest.AnkleBend));
        Assert.Equal(degrees, RangeTestInfo.Of(RangeTest.AnkleBend).AssumedAt(age));
        // Nothing else of a body is assumed by age.
        Assert.Equal(120, RangeTestInfo.Of(RangeTest.HipFlexion).AssumedAt(age));
        var measured = new RangeOfMotion(
            new Dictionary<RangeTest, Angle> { [RangeTest.AnkleBend] = Angle.FromDegrees(22) },
            RangeOfMotion.AssumedAnkle(age)
        );
        Assert.Equal(new Limit(Angle.FromDegrees(22), true), measured.Of(RangeTest.AnkleBend));
    }
}
