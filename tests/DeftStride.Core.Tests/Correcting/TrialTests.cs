using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

public sealed class TrialTests
{
    [Theory]
    [InlineData(24, 12, TrialOutcome.Helped)]
    [InlineData(24, 22, TrialOutcome.NoDifference)]
    [InlineData(12, 24, TrialOutcome.Worse)]
    [InlineData(12, 3, TrialOutcome.Helped)]
    [InlineData(9, 1, TrialOutcome.NoDifference)]
    public void Helped_means_towards_the_band_by_more_than_the_error(double before, double after, TrialOutcome outcome) =>
        Assert.Equal(outcome, Trial.Of(Given.Side(before), Given.Side(after), null, null).Outcome);

    [Theory]
    [InlineData(4, 2, TrialOutcome.Helped)]
    [InlineData(1, 0, TrialOutcome.Helped)]
    [InlineData(4, 3, TrialOutcome.NoDifference)]
    [InlineData(0, 0, TrialOutcome.NoDifference)]
    [InlineData(3, 5, TrialOutcome.Worse)]
    [InlineData(0, 1, TrialOutcome.Worse)]
    public void Pain_gone_or_down_by_two_helps(int before, int after, TrialOutcome outcome) =>
        Assert.Equal(outcome, Trial.Of(Given.Side(3), Given.Side(3), before, after).Outcome);

    [Fact]
    public void More_pain_is_worse_however_well_the_angle_did() =>
        Assert.Equal(TrialOutcome.Worse, Trial.Of(Given.Side(24), Given.Side(3), 1, 4).Outcome);

    [Property]
    public Property Swapping_baseline_and_retest_swaps_helped_and_worse() => Prop.ForAll(
        Gen.Choose(-300, 500).ToArbitrary(), Gen.Choose(-300, 500).ToArbitrary(), Gen.Choose(0, 120).ToArbitrary(), (a, b, pains) =>
    {
        int? Score(int p) => p == 10 ? null : p;
        var (one, other, p, q) = (Given.Side(a / 10.0), Given.Side(b / 10.0), Score(pains % 11), Score(pains / 11));
        TrialOutcome Opposite(TrialOutcome o) => o switch { TrialOutcome.Helped => TrialOutcome.Worse, TrialOutcome.Worse => TrialOutcome.Helped, _ => o };
        return Trial.Of(one, other, p, q).Outcome == Opposite(Trial.Of(other, one, q, p).Outcome)
            && Trial.TowardsTwin(one, other, Given.Degrees(4), p, q).Outcome == Opposite(Trial.TowardsTwin(other, one, Given.Degrees(4), q, p).Outcome);
    });

    [Fact]
    public void A_retest_of_the_other_side_is_refused() =>
        Assert.Throws<ArgumentException>(() => Trial.Of(Given.Side(5), Given.Side(5, Core.Measuring.BodySide.Left), null, null));

    [Fact]
    public void The_first_correction_is_words_and_what_did_not_help_is_not_offered_again()
    {
        var at = new DateTimeOffset(2026, 11, 24, 9, 0, 0, TimeSpan.Zero);
        var offered = new List<string>();
        var spent = new List<PastTrial>();
        while (CorrectionChoice.For(FindingKind.Beyond, [], spent) is { } choice)
        {
            offered.Add(choice.Now.Id);
            spent.Add(new(choice.Now.Id, offered.Count % 2 == 0 ? TrialOutcome.Worse : TrialOutcome.NoDifference, at));
        }

        Assert.Equal(Fault.ShinBeyond.Corrections.Select(c => c.Id), offered);
        Assert.Equal(Fault.ShinBeyond.Corrections.Select(c => c.Level).Order(), Fault.ShinBeyond.Corrections.Select(c => c.Level));
    }

    [Fact]
    public void What_helped_this_client_last_comes_first_and_the_reason_counts_it()
    {
        var at = new DateTimeOffset(2026, 11, 1, 9, 0, 0, TimeSpan.Zero);
        PastTrial[] past =
        [
            new("sb-gatepost", TrialOutcome.Helped, at), new("sb-dowel", TrialOutcome.Helped, at.AddDays(7)), new("sb-dowel", TrialOutcome.NoDifference, at.AddDays(8)),
        ];
        var choice = CorrectionChoice.For(FindingKind.Beyond, past, [])!;
        Assert.Equal(("sb-dowel", "sb-gatepost"), (choice.Now.Id, choice.OnDeck!.Id));
        Assert.StartsWith("It helped 1 of 2 times before.", choice.Why);
    }

    [Fact]
    public void A_cue_for_another_fault_is_not_offered() =>
        Assert.Equal("ss-laces", CorrectionChoice.For(FindingKind.Short, [new("sb-dowel", TrialOutcome.Helped, default)], [])!.Now.Id);

    [Fact]
    public void Nothing_is_corrected_when_all_is_well() => Assert.Null(CorrectionChoice.For(FindingKind.Clean, [], []));
}
