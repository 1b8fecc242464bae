using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training.Planning;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>A range measured twice: a change is news only beyond the test's own error.</summary>
public sealed class RangeChangeTests
{
    [Theory]
    [InlineData(31, 37, true, "Left ankle bend 31° → 37°: 6° more, beyond the test’s own 5°.")]
    [InlineData(31, 36, true, "Left ankle bend 31° → 36°: 5° more, beyond the test’s own 5°.")]
    [InlineData(
        31,
        35.4,
        false,
        "Left ankle bend 31° → 35°: within the test’s own 5°, so nothing is known to have changed."
    )]
    [InlineData(37, 31, true, "Left ankle bend 37° → 31°: 6° less, beyond the test’s own 5°.")]
    public void A_change_is_said_against_the_tests_own_error(double before, double after, bool real, string said)
    {
        var change = new RangeChange(
            RangeTest.AnkleBend,
            BodySide.Left,
            Angle.FromDegrees(before),
            Angle.FromDegrees(after)
        );
        Assert.Equal((real, said), (change.Real, change.Sentence));
    }
}
