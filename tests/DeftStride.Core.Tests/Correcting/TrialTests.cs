using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

public sealed class TrialTests
{
    private static readonly TrialTarget Shin = new("front-shin", BodySide.Right);

    private static Trial Of(double before, double after, int? painBefore, int? painAfter, TrialTarget? target = null) =>
        Trial.Of(Given.Check(before, before), Given.Check(after, after), target ?? Shin, painBefore, painAfter);

    private static Finding Finds(double left, double right) => Given.Check(left, right, repetitions: 5).Finding;

    [Theory]
    [InlineData(24, 12, TrialOutcome.Helped)]
    [InlineData(24, 22, TrialOutcome.NoDifference)]
    [InlineData(12, 24, TrialOutcome.Worse)]
    [InlineData(12, 3, TrialOutcome.Helped)]
    [InlineData(9, 1, TrialOutcome.NoDifference)]
    public void Helped_means_towards_the_band_by_more_than_the_error(
        double before,
        double after,
        TrialOutcome outcome
    ) => Assert.Equal(outcome, Of(before, after, null, null).Outcome);

    [Fact]
    public void A_pelvis_that_changes_less_on_the_way_down_is_better_before_it_is_level()
    {
        var standard = Given.Standard(exercise: "step-down-tap");
        Look Posed(params PosedFault[] faults) =>
            Look.Of(PosedCheck.Of(standard, Body.From(new BodyMeasures(1.75)), 3, null, faults), standard);
        var dropping = Posed(new PosedFault("pelvic-change", BandSide.Beyond, BodySide.Left));
        var steady = Posed();
        Trial Level(Look before, Look after, string measure = "pelvic-level") =>
            Trial.Of(before, after, new TrialTarget(measure, BodySide.Left), null, null);
        var said = Level(dropping, steady);
        Assert.Equal(TrialOutcome.Helped, said.Outcome);
        Assert.Contains("On the way down it changes less", said.Because, StringComparison.Ordinal);
        Assert.Equal(TrialOutcome.Worse, Level(steady, dropping).Outcome);
        Assert.Equal(TrialOutcome.NoDifference, Level(steady, steady).Outcome);
        // Only the pelvis is judged so: a knee is not better for it.
        Assert.Equal(TrialOutcome.NoDifference, Level(dropping, steady, "heel-rise").Outcome);
    }

    [Theory]
    [InlineData(4, 2, TrialOutcome.Helped)]
    [InlineData(1, 0, TrialOutcome.Helped)]
    [InlineData(4, 3, TrialOutcome.NoDifference)]
    [InlineData(0, 0, TrialOutcome.NoDifference)]
    [InlineData(3, 5, TrialOutcome.Worse)]
    [InlineData(0, 1, TrialOutcome.Worse)]
    public void Pain_gone_or_down_by_two_helps(int before, int after, TrialOutcome outcome) =>
        Assert.Equal(outcome, Of(3, 3, before, after).Outcome);

    [Fact]
    public void More_pain_is_worse_however_well_the_angle_did() =>
        Assert.Equal(TrialOutcome.Worse, Of(24, 3, 1, 4).Outcome);

    [Property]
    public Property Swapping_baseline_and_retest_swaps_helped_and_worse() =>
        Prop.ForAll(
            Gen.Choose(-300, 500).ToArbitrary(),
            Gen.Choose(-300, 500).ToArbitrary(),
            Gen.Choose(0, 120).ToArbitrary(),
            (a, b, pains) =>
            {
                int? Score(int p) => p == 10 ? null : p;
                var (one, other, p, q) = (a / 10.0, b / 10.0, Score(pains % 11), Score(pains / 11));
                var twin = Shin with { Twin = Given.Degrees(4) };
                TrialOutcome Opposite(TrialOutcome o) =>
                    o switch
                    {
                        TrialOutcome.Helped => TrialOutcome.Worse,
                        TrialOutcome.Worse => TrialOutcome.Helped,
                        _ => o,
                    };
                return Of(one, other, p, q).Outcome == Opposite(Of(other, one, q, p).Outcome)
                    && Of(one, other, p, q, twin).Outcome == Opposite(Of(other, one, q, p, twin).Outcome);
            }
        );

    [Fact]
    public void A_retest_of_the_other_side_is_refused() =>
        Assert.Throws<ArgumentException>(() =>
            Trial.Of(Given.Check(5, 5), Given.Look(Given.Still(5, BodySide.Left)), Shin, null, null)
        );

    [Fact]
    public void What_costs_another_must_pass_check_its_band_has_not_helped_and_the_reverse_is_not_worse()
    {
        var (before, after) = (
            Given.Whole(24, 24),
            Given.Whole(4, 4, seen: new SeenAnswer("heel-rise", BodySide.Right, BandSide.Beyond))
        );
        var there = Trial.Of(before, after, Shin, null, null);
        Assert.Equal(TrialOutcome.NoDifference, there.Outcome);
        Assert.Contains("heel left its band", there.Because, StringComparison.Ordinal);
        Assert.Equal(TrialOutcome.NoDifference, Trial.Of(after, before, Shin, null, null).Outcome);
        // The other side's heel is none of this trial's business.
        Assert.Equal(
            TrialOutcome.Helped,
            Trial
                .Of(
                    before,
                    Given.Whole(4, 4, seen: new SeenAnswer("heel-rise", BodySide.Left, BandSide.Beyond)),
                    Shin,
                    null,
                    null
                )
                .Outcome
        );
    }

    [Theory]
    [InlineData(TrialOutcome.Helped, null, null, TrialOutcome.Helped)]
    [InlineData(TrialOutcome.Helped, 1, 4, TrialOutcome.Worse)]
    [InlineData(TrialOutcome.NoDifference, 4, 1, TrialOutcome.Helped)]
    public void By_eye_the_coach_says_and_pain_outranks_the_eye(
        TrialOutcome seen,
        int? before,
        int? after,
        TrialOutcome outcome
    )
    {
        var trial = Trial.ByEye(seen, Shin, before, after);
        Assert.Equal(outcome, trial.Outcome);
        Assert.Null(trial.Change);
        Assert.StartsWith("Seen, not measured.", trial.Because, StringComparison.Ordinal);
    }

    [Fact]
    public void The_first_correction_is_words_and_what_did_not_help_is_not_offered_again()
    {
        var at = new DateTimeOffset(2026, 11, 24, 9, 0, 0, TimeSpan.Zero);
        var offered = new List<string>();
        var spent = new List<PastTrial>();
        while (CorrectionChoice.For(Finds(24, 24), new CorrectionFacts(null, [], spent)) is { } choice)
        {
            offered.Add(choice.Now.Id);
            spent.Add(new(choice.Now.Id, offered.Count % 2 == 0 ? TrialOutcome.Worse : TrialOutcome.NoDifference, at));
        }

        // What answers a cause comes in its order; other words for the same and the easier form come after it.
        var fault = Given.Fault("shin-beyond-band");
        var answering = fault
            .Causes.SelectMany(c => c.Corrections)
            .Distinct()
            .OrderBy(id => fault.Corrections.Single(c => c.Id == id).Level)
            .ToArray();
        Assert.Equal(answering, offered.Take(answering.Length));
        Assert.Equal(Given.Fault("shin-beyond-band").Corrections.Select(c => c.Id).Order(), offered.Order());
        Assert.Equal(
            Given.Fault("shin-beyond-band").Corrections.Select(c => c.Level).Order(),
            Given.Fault("shin-beyond-band").Corrections.Select(c => c.Level)
        );
    }

    [Fact]
    public void What_helped_this_client_last_comes_first_and_the_reason_counts_it()
    {
        var at = new DateTimeOffset(2026, 11, 1, 9, 0, 0, TimeSpan.Zero);
        PastTrial[] past =
        [
            new("sb-gatepost", TrialOutcome.Helped, at),
            new("sb-dowel", TrialOutcome.Helped, at.AddDays(7)),
            new("sb-dowel", TrialOutcome.NoDifference, at.AddDays(8)),
        ];
        var choice = CorrectionChoice.For(Finds(24, 24), new CorrectionFacts(null, past, []))!;
        Assert.Equal(("sb-dowel", "sb-gatepost"), (choice.Now.Id, choice.OnDeck!.Id));
        Assert.StartsWith("It helped 1 of 2 times before.", choice.Why);
    }

    [Fact]
    public void What_failed_twice_waits_until_the_rest_was_tried_and_that_is_said()
    {
        CorrectionChoice Next(int failed, bool helped, IReadOnlyList<PastTrial> spent, string? cause = null) =>
            CorrectionChoice.For(
                Finds(24, 24),
                new CorrectionFacts(
                    null,
                    [
                        .. Enumerable.Repeat(new PastTrial("sb-gatepost", TrialOutcome.NoDifference, default), failed),
                        .. helped
                            ? [new PastTrial("sb-gatepost", TrialOutcome.Helped, default)]
                            : Array.Empty<PastTrial>(),
                    ],
                    spent,
                    null,
                    cause
                )
            )!;
        Assert.Equal("sb-gatepost", Next(1, false, []).Now.Id);
        Assert.Equal("sb-gatepost", Next(2, true, []).Now.Id);
        var choice = Next(2, false, []);
        Assert.NotEqual("sb-gatepost", choice.Now.Id);
        Assert.StartsWith("“Gatepost” was tried 2 times and did not help.", choice.Why, StringComparison.Ordinal);
        // What the coach says it is outranks the record.
        var cause = choice.Causes.First(c => c.Cause.Corrections.Contains("sb-gatepost")).Cause.Id;
        Assert.Equal("sb-gatepost", Next(2, false, [], cause).Now.Id);
        // It is not lost: when nothing else is left it comes, with what it did.
        List<PastTrial> spent = [];
        while (choice.Now.Id != "sb-gatepost")
        {
            spent.Add(new(choice.Now.Id, TrialOutcome.NoDifference, default));
            choice = Next(2, false, spent);
        }

        Assert.Null(choice.OnDeck);
        Assert.StartsWith("It helped 0 of 2 times before.", choice.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void A_cue_for_another_fault_is_not_offered() =>
        Assert.Equal(
            "ss-laces",
            CorrectionChoice
                .For(Finds(-15, -15), new CorrectionFacts(null, [new("sb-dowel", TrialOutcome.Helped, default)], []))!
                .Now.Id
        );

    [Fact]
    public void Nothing_is_corrected_when_all_is_well() =>
        Assert.Null(CorrectionChoice.For(Finds(3, 3), new CorrectionFacts(null, [], [])));
}
