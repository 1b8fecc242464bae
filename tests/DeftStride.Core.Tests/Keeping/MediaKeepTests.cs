using DeftStride.Core.Exercises;
using DeftStride.Core.Keeping;
using Xunit;

namespace DeftStride.Core.Tests.Keeping;

public sealed class MediaKeepTests
{
    [Fact]
    public void No_film_is_here_past_its_days_and_none_goes_before()
    {
        var came = new DateOnly(2026, 2, 20);
        foreach (var option in Setting.Find(MediaKeep.Films)!.Options)
        {
            var keep = MediaKeep.Of(option.Id);
            for (var day = 0; day < 200; day++)
            {
                var today = came.AddDays(day);
                Assert.Equal(
                    !keep.Wanted || (keep.LastDay(came) is { } last && today > last),
                    keep.IsOver(came, today)
                );
                if (keep.Days is > 0)
                    Assert.Equal(day > keep.Days, keep.IsOver(came, today));
            }
        }

        Assert.False(MediaKeep.Of("always").IsOver(came, DateOnly.MaxValue));
        Assert.True(MediaKeep.Of("points").IsOver(came, came));
        // A clock that was set back takes nothing away.
        Assert.False(MediaKeep.Of("30").IsOver(came, came.AddDays(-400)));
    }

    [Theory]
    [InlineData("")]
    [InlineData("soon")]
    [InlineData("-3")]
    [InlineData("0")]
    public void A_choice_that_is_not_known_keeps_films(string option) => Assert.Null(MediaKeep.Of(option).Days);
}
