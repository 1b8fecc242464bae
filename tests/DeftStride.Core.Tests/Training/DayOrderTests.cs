using DeftStride.Core.Judging;
using DeftStride.Core.Training;
using FsCheck;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Training;

public sealed class DayOrderTests
{
    /// <summary>Whatever the day: whoever is done stays done, one at most is next, and nobody who can train waits behind somebody who may not.</summary>
    [Property(MaxTest = 300)]
    public void One_is_next_and_never_behind_somebody_who_may_not_train((bool Done, bool Barred)[] visits)
    {
        var states = DayOrder.Of(visits);
        Assert.Equal(visits.Length, states.Count);
        Assert.All(visits.Zip(states), p => Assert.Equal(p.First.Done, p.Second == VisitState.Done));
        var open = visits.Count(v => !v.Done);
        Assert.Equal(Math.Min(open, 1), states.Count(s => s == VisitState.Next));
        if (open == 0)
            return;
        var next = Enumerable.Range(0, visits.Length).Single(i => states[i] == VisitState.Next);
        bool Waits(int i) => !visits[i].Done && visits[i].Barred == visits[next].Barred;
        Assert.True(!visits[next].Barred || visits.All(v => v.Done || v.Barred));
        Assert.DoesNotContain(Enumerable.Range(0, next), Waits);
    }

    [Theory]
    [InlineData("pelvic-level", Instrument.Pelvis)]
    [InlineData("trunk-lean", Instrument.Knee)]
    [InlineData(null, Instrument.Knee)]
    public void What_is_looked_at_today_matters_first_then_what_was_wrong(string? lookAt, Instrument matters) =>
        Assert.Equal(
            matters,
            Instruments.Mattering(
                [
                    ("pelvic-level", Verdict.InBand),
                    ("front-shin", Verdict.TooCloseToCall),
                    ("heel-rise", Verdict.Outside),
                    ("projection", Verdict.Outside),
                ],
                lookAt
            )
        );

    [Fact]
    public void Without_anything_wrong_the_first_that_read_anything_matters_and_nothing_where_none_did()
    {
        Assert.Equal(
            Instrument.Shin,
            Instruments.Mattering([("pelvic-level", Verdict.InBand), ("front-shin", null)], "knee-offset")
        );
        Assert.Null(Instruments.Mattering([("trunk-lean", Verdict.Outside)], "trunk-lean"));
    }
}
