using System.Globalization;
using System.Reflection;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Quantities;

/// <summary>Each number that a person enters has one range, and whatever lies outside is answered with both its ends.</summary>
public sealed class FieldRangeTests
{
    public static TheoryData<string> Names =>
        [
            .. typeof(FieldRange)
                .GetProperties(BindingFlags.Public | BindingFlags.Static)
                .Where(p => p.PropertyType == typeof(FieldRange))
                .Select(p => p.Name),
        ];

    [Theory]
    [MemberData(nameof(Names))]
    public void Its_ends_are_taken_and_whatever_lies_beyond_is_told_both(string name)
    {
        var range = (FieldRange)typeof(FieldRange).GetProperty(name)!.GetValue(null)!;
        Assert.True(range.Least < range.Most);
        Assert.Null(range.Problem(range.Least));
        Assert.Null(range.Problem(range.Most));
        Assert.Null(range.Problem((double?)null));
        foreach (var wrong in new[] { range.Least - 0.01, range.Most + 0.01, 1e300 })
        {
            var sentence = range.Problem(wrong);
            Assert.Contains(
                range.Least.ToString("0.##", CultureInfo.InvariantCulture),
                sentence,
                StringComparison.Ordinal
            );
            Assert.Contains(
                range.Most.ToString("0.##", CultureInfo.InvariantCulture),
                sentence,
                StringComparison.Ordinal
            );
        }

        foreach (var none in new[] { double.NaN, double.PositiveInfinity, double.NegativeInfinity })
            Assert.NotNull(range.Problem(none));
    }

    [Fact]
    public void A_limit_that_a_studio_may_set_never_reaches_the_pain_that_stops() =>
        Assert.True(FieldRange.PainLimit.Most < Pain.StopScore);
}
