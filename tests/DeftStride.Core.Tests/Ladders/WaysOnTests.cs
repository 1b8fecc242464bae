using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Ladders;

/// <summary>Ways on: each ends, none is taken without what it asks, and the sides stay together.</summary>
public sealed class WaysOnTests
{
    private static readonly Ladder Split = Ladder.All.Single(l => l.Id == "split-stance");
    private static readonly LoadRack Rack = new([4, 8, 12]);

    private static RungReach Everywhere(Rung rung) => new(true, "", null);

    private static Prescription Full(Rung rung, double kilograms = 0) =>
        new(
            rung.Dose,
            rung.Dose.SetsHigh,
            rung.Dose.High,
            kilograms > 0 ? new Load(LoadPosition.Goblet, kilograms) : Load.None
        );

    public static TheoryData<string> EveryRung => [.. Ladder.All.SelectMany(l => l.Rungs).Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(EveryRung))]
    public void Every_way_on_ends_and_then_the_ladder_says_so(string id)
    {
        var (ladder, rung) = Ladder.Find(id)!.Value;
        var now = Prescription.First(rung.Dose, Exercise.Find(rung.ExerciseId)!, Rack, rung.Load);
        var taken = new HashSet<ProgressKind>();
        for (var i = 0; i < 200; i++)
        {
            var option = ProgressOption.For(ladder, rung, now, true, Rack, BranchOrder.Usual, Everywhere, taken)[0];
            if (!option.Open)
            {
                Assert.Contains("ends here", option.Text, StringComparison.Ordinal);
                return;
            }

            if (option.RungId != rung.Id)
                return;
            taken.Add(option.Kind);
            now = option.Dose;
        }

        Assert.Fail($"From {id} the same goes on for ever.");
    }

    [Fact]
    public void No_load_is_added_while_nobody_asked_how_hard_it_was()
    {
        var rung = Split.Rung("ss-loaded")!;
        var now = Full(rung, 8);
        var options = ProgressOption.For(
            Split,
            rung,
            now,
            false,
            Rack,
            BranchOrder.Usual,
            _ => new(false, "No.", null)
        );
        Assert.Contains(options, o => o.Open && o.Dose.Load.Kilograms > 8);
        var unasked = ProgressOption.Gated(options, null, 8);
        Assert.DoesNotContain(unasked, o => o.Open && o.Dose.Load.Kilograms > 8);
        Assert.Contains(unasked, o => o.Why.Contains("effort was not asked", StringComparison.Ordinal));
        Assert.Equal(options.Count(o => o.Open), ProgressOption.Gated(options, 6, 8).Count(o => o.Open));
    }

    [Fact]
    public void Slower_is_a_way_on_before_load_until_it_is_slow_enough()
    {
        var rung = Split.Rung("ss-loaded")!;
        IReadOnlyList<ProgressOption> From(Tempo? tempo) =>
            ProgressOption.For(
                Split,
                rung,
                Full(rung, 8),
                false,
                Rack,
                BranchOrder.Usual,
                _ => new(false, "No.", null),
                tempo: tempo
            );
        var tempo = Tempo.Usual;
        var steps = 0;
        while (From(tempo).FirstOrDefault(o => o.Kind == ProgressKind.Slower) is { } slower)
        {
            var kinds = From(tempo).Where(o => o.Open).Select(o => o.Kind).ToList();
            Assert.True(kinds.IndexOf(ProgressKind.Slower) < kinds.IndexOf(ProgressKind.Load));
            Assert.Contains(slower.Tempo!.Words, slower.Text, StringComparison.Ordinal);
            Assert.True(slower.Tempo.Seconds > tempo.Seconds);
            Assert.Equal(Full(rung, 8), slower.Dose);
            tempo = slower.Tempo;
            Assert.True(++steps < 5);
        }

        Assert.Equal((2, new Tempo(5, 3, 1, 0)), (steps, tempo));
        // More load at that tempo is more load at that tempo.
        Assert.Equal(tempo, From(tempo).Single(o => o.Kind == ProgressKind.Load).Tempo);
        Assert.Equal(From(null).Select(o => o.Text), From(Tempo.Usual).Select(o => o.Text));
    }

    [Fact]
    public void The_sides_stay_on_one_branch()
    {
        var pad = Split.Rung("ss-pad")!;
        foreach (var ahead in new[] { "ss-loaded", "ss-raised", "ss-reverse", "ss-forward" })
        {
            var options = ProgressOption.For(
                Split,
                pad,
                Full(pad),
                false,
                Rack,
                BranchOrder.Usual,
                Everywhere,
                toward: ahead
            );
            Assert.Equal(ahead == "ss-forward" ? "ss-reverse" : ahead, Assert.Single(options, o => o.Open).RungId);
        }
    }

    [Fact]
    public void The_band_is_for_a_knee_that_turns_in_over_a_level_pelvis()
    {
        var ladder = Ladder.All.Single(l => l.Id == "step");
        var banded = ladder.Rungs.Single(r => r.MeantFor is not null);
        Assert.Contains(Fault.All, f => f.Id == banded.MeantFor);
        ReachFacts Facts(params string[] seen) =>
            new(null, RangeOfMotion.Assumed, RangeOfMotion.Assumed, StudioKit.Unknown, null, SchoolCode.VerticalShin)
            {
                Seen = seen.ToHashSet(),
            };
        Assert.False(RungReach.Of(ladder, banded, Facts("heel-lifts")).Reachable);
        Assert.True(RungReach.Of(ladder, banded, Facts(banded.MeantFor!)).Reachable);
    }

    [Fact]
    public void Forward_first_keeps_entry_way_on_and_way_back_together()
    {
        var ladder = new BranchOrder(false, true).Of(Split);
        Assert.Equal(Split.Rungs.Select(r => r.Id), ladder.Rungs.Select(r => r.Id));
        var forward = ladder.Rungs.Single(r => r.ExerciseId == "forward-lunge");
        Assert.Equal(("ss-pad", Split.Rung("ss-reverse")!.Entry), (forward.Fallback, forward.Entry));
        foreach (var rung in ladder.Rungs)
        {
            foreach (var next in rung.Next.Select(id => ladder.Rung(id)!))
                Assert.True(next.Fallback is not null, next.Id);
            if (rung.Fallback is { } back)
                Assert.True(
                    ladder.Rung(back)!.Next.Contains(rung.Id) || Split.Rung(rung.Id)!.Fallback == back,
                    rung.Id
                );
        }

        Assert.Same(Split, BranchOrder.Usual.Of(Split));
        // Everything can still be climbed to.
        var reached = new HashSet<string>();
        void Climb(Rung from)
        {
            if (reached.Add(from.Id))
                foreach (var next in from.Next)
                    Climb(ladder.Rung(next)!);
        }

        Climb(ladder.Rungs[0]);
        Assert.Equal(ladder.Rungs.Count, reached.Count);
    }

    /// <summary>Ids that stand in records: none may vanish.</summary>
    [Fact]
    public void No_rung_that_somebody_may_stand_on_is_gone()
    {
        var file = Path.Combine(AppContext.BaseDirectory, "Ladders", "rung-ids.txt");
        Assert.All(File.ReadAllLines(file), id => Assert.NotNull(Ladder.Find(id)));
        var fresh = Ladder.All.SelectMany(l => l.Rungs).Select(r => r.Id).Except(File.ReadAllLines(file)).ToArray();
        Assert.True(fresh.Length == 0, $"New: {string.Join(' ', fresh)}. Add them to rung-ids.txt.");
    }
}
