using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Dosing;

public sealed class FirstLoadTests
{
    private static readonly LoadRack Rack = new([4, 6, 8, 8, 12, 12, 16, 20, 24]);
    private static readonly Exercise Pad = Exercise.SplitSquatToPad;

    private static double Guess(double mass, TrainingAge? trained, Exercise exercise, bool light = false) =>
        new FirstLoad(mass, trained, light).For(exercise, LoadPosition.Goblet, Rack, null).Kilograms;

    [Theory]
    [InlineData(80, null, false, 8)]
    [InlineData(80, TrainingAge.New, false, 8)]
    [InlineData(80, TrainingAge.Months, false, 16)]
    [InlineData(80, TrainingAge.Years, false, 20)]
    [InlineData(80, TrainingAge.Years, true, 8)]
    [InlineData(30, TrainingAge.New, true, 4)]
    public void A_first_guess_is_a_share_of_the_body_by_the_weights_that_are_there(
        double mass,
        TrainingAge? trained,
        bool light,
        double kilograms
    )
    {
        Assert.Equal(kilograms, Guess(mass, trained, Pad, light));
        Assert.True(
            Guess(mass, trained, Exercise.Find("knee-forward-split-squat")!, light) <= Math.Max(4, kilograms / 2)
        );
    }

    [Fact]
    public void Without_a_body_it_is_the_lightest_and_says_that_a_warm_up_set_tells()
    {
        var (kilograms, why) = FirstLoad.Unknown.For(Pad, LoadPosition.Goblet, Rack, null);
        Assert.Equal(4, kilograms);
        Assert.Contains("warm-up set", why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_load_is_carried_along_and_never_begun_again_with_the_lightest()
    {
        var rear = Exercise.Find("rear-foot-raised")!;
        Assert.Equal(20, FirstLoad.Unknown.For(rear, LoadPosition.Goblet, Rack, new(Pad, 20)).Kilograms);
        var forward = Exercise.Find("knee-forward-split-squat")!;
        var (half, why) = FirstLoad.Unknown.For(forward, LoadPosition.ElbowCrook, Rack, new(Pad, 20));
        Assert.Equal(8, half);
        Assert.Contains("half for this form", why, StringComparison.Ordinal);
        // Where nothing can be held that way it is said, and nothing is asked for.
        var (none, no) = FirstLoad.Unknown.For(Pad, LoadPosition.Sides, new LoadRack([10]), null);
        Assert.Equal(0, none);
        Assert.Contains("nothing here to hold at the sides", no, StringComparison.Ordinal);
    }

    [Fact]
    public void On_a_ladder_the_next_rung_goes_on_with_what_was_held()
    {
        var ladder = Ladder.All.Single(l => l.Id == "split-stance");
        var at = new DateTimeOffset(2026, 3, 1, 9, 0, 0, TimeSpan.Zero);
        StepTaken Step(string rung, BodySide side, long place) =>
            new(ladder.Id, rung, side, MoveKind.Up, place, at, null);
        var loaded = ladder.Rung("ss-loaded")!;
        var log = new DoseLogged(
            loaded.ExerciseId,
            loaded.Id,
            new(2026, 3, 1),
            5,
            at,
            true,
            SessionLog.Even(4, 10, 40, 40, new Load(LoadPosition.Goblet, 24), 8, Pain.None),
            new NextAsked(4, 10, new Load(LoadPosition.Goblet, 24), "")
        );
        var spot = Spot.On(
            ladder,
            ladder.Rung("ss-rear-bench")!,
            [Step("ss-rear-bench", BodySide.Left, 9), Step("ss-rear-bench", BodySide.Right, 10)],
            [log],
            Rack
        );
        Assert.Equal(24, spot.Asked.Load.Kilograms);
        Assert.Contains("24 kg are carried over", spot.AskedWhy, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(24, 32, "a third more")]
    [InlineData(24, 28, "a sixth more")]
    [InlineData(10, 20, "as much again")]
    [InlineData(10, 13, "30 % more")]
    [InlineData(20, 22, "")]
    [InlineData(0, 8, "")]
    public void A_jump_of_more_than_a_tenth_is_said_with_the_steps_between(double from, double to, string says)
    {
        var said = NextDose.Jump(from, to);
        Assert.Equal(says.Length == 0, said.Length == 0);
        Assert.Contains(says, said, StringComparison.Ordinal);
    }

    [Fact]
    public void A_pair_need_not_be_equal_to_the_gram()
    {
        var rack = new LoadRack([9.07, 9, 12, 20]);
        Assert.Equal([18.07], rack.Totals(LoadPosition.Sides).Select(t => Math.Round(t, 2)));
        Assert.Equal([9, 9.07, 12, 20], rack.Totals(LoadPosition.Opposite));
    }

    [Fact]
    public void What_was_done_with_less_than_asked_does_not_count_and_another_load_is_judged_for_itself()
    {
        var asked = new Prescription(DoseRange.Training, 3, 8, new Load(LoadPosition.Goblet, 16));
        var lighter = SessionLog.Even(3, 8, 24, 24, new Load(LoadPosition.Goblet, 12), 6, Pain.None);
        Assert.Equal(0, lighter.Against(asked)!.Done);
        Assert.False(lighter.Good(asked, 2));
        var next = NextDose.After(asked, lighter, 2, twoGood: true, addsLoad: true, Rack);
        Assert.Equal((12, 8), (next.Prescription.Load.Kilograms, next.Prescription.Amount));
    }

    [Fact]
    public void Good_needs_each_side()
    {
        var asked = new Prescription(DoseRange.Practising, 3, 5, Load.None);
        Assert.True(SessionLog.Even(3, 5, 15, 12, Load.None, 6, Pain.None).Good(asked, 2));
        Assert.False(SessionLog.Even(3, 5, 15, 11, Load.None, 6, Pain.None).Good(asked, 2));
        // One side did less, the other less clean: neither hides the other.
        var mixed = new SessionLog(
            [new(BodySide.Left, 15, 15, Load.None), new(BodySide.Right, 16, 9, Load.None)],
            6,
            Pain.None
        );
        Assert.False(mixed.Good(asked, 2));
    }
}
