using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;

namespace DeftStride.Core.Tests.Judging;

public sealed class FindingTests
{
    [Theory]
    [InlineData(
        5,
        24,
        FindingKind.Outside,
        BodySide.Right,
        "Right shin runs 19° further forward than the left. Bring the right shin back first."
    )]
    [InlineData(
        24,
        5,
        FindingKind.Outside,
        BodySide.Left,
        "Left shin runs 19° further forward than the right. Bring the left shin back first."
    )]
    [InlineData(21, 22, FindingKind.Outside, BodySide.Right, "Both shins run past the band. Start with the right.")]
    [InlineData(2, 3, FindingKind.Clean, null, "Both shins in band and equal. Nothing to change.")]
    [InlineData(10, 3, FindingKind.Unsure, BodySide.Left, "Left shin is too close to call. Mark one more repetition.")]
    [InlineData(
        -2,
        7,
        FindingKind.Uneven,
        BodySide.Right,
        "Both shins in band, but the right runs 9° further forward. Ask why."
    )]
    [InlineData(
        -15,
        3,
        FindingKind.Outside,
        BodySide.Left,
        "Left shin runs 18° further back than the right. Bring the left shin forward first."
    )]
    public void One_sentence_first(double left, double right, FindingKind kind, BodySide? side, string sentence)
    {
        var finding = Given.Check(left, right, repetitions: 5).Finding;
        Assert.Equal((kind, side, sentence), (finding.Kind, finding.Side, finding.Sentence.ToString()));
    }

    [Fact]
    public void Sides_that_share_a_fault_within_the_error_are_not_told_apart()
    {
        var check = Given.Check(15, 17, repetitions: 1);
        Assert.True(check.Compared("front-shin")!.Equal);
        Assert.StartsWith("Both shins run past the band", check.Finding.Sentence.ToString());
    }

    [Fact]
    public void Equal_means_within_five_degrees_even_when_the_error_is_smaller()
    {
        var many = Given.Check(2, 6.9, repetitions: 5).Compared("front-shin")!;
        Assert.True(many.DetectableChange < many.Allowed);
        Assert.Equal(5, many.Allowed.Value, 9);
        Assert.True(many.Equal);
        Assert.False(Given.Check(2, 7.1, repetitions: 5).Compared("front-shin")!.Equal);
    }

    [Property]
    public Property Swapping_the_sides_swaps_the_finding() =>
        Prop.ForAll(
            Gen.Choose(-200, 400).ToArbitrary(),
            Gen.Choose(-200, 400).ToArbitrary(),
            (a, b) =>
            {
                var (one, other) = (Given.Check(a / 10.0, b / 10.0).Finding, Given.Check(b / 10.0, a / 10.0).Finding);
                return a == b
                    || (one.Kind == other.Kind && (one.Side is null ? other.Side is null : one.Side != other.Side));
            }
        );

    [Fact]
    public void A_single_side_only_asks_for_the_other()
    {
        var check = Given.Look(Given.Still(24, marked: true));
        Assert.Equal((FindingKind.OneSide, BodySide.Left), (check.Finding.Kind, check.Finding.Side));
        Assert.Equal("Right shin 24° forward. Now the left.", check.Finding.Sentence.ToString());
    }

    [Fact]
    public void A_still_that_gives_no_number_is_reported_and_the_others_still_count()
    {
        var check = Given.Look(
            Given.Still(5).With(Landmark.Knee, new(800, 900)),
            Given.Still(7) with
            {
                Repetition = 2,
            }
        );
        Assert.Equal(MeasurementFault.CoincidentPoints, check.Stills[0].Fault);
        Assert.Equal(7, check.Shin().Value.Value, 9);
    }

    [Fact]
    public void Changing_the_school_changes_the_band_and_not_the_angle()
    {
        var (upright, inclined) = (Given.Check(18, 18), Given.Check(18, 18, SchoolCode.Inclined));
        Assert.Equal(upright.Shin().Value, inclined.Shin().Value);
        Assert.Equal((FindingKind.Outside, FindingKind.Clean), (upright.Finding.Kind, inclined.Finding.Kind));
    }

    [Theory]
    [InlineData(
        new[] { 24.0, 19, 11 },
        new[] { 5.0, 6, 5 },
        "Right shin from 24° to 11° forward in 3 visits. The left holds at 5° forward."
    )]
    [InlineData(
        new[] { 4.0, 5 },
        new[] { 5.0, 5 },
        "Left shin 5° forward, right 5° forward. No change beyond the measuring error."
    )]
    public void The_trend_names_what_moved_beyond_error_and_day(double[] right, double[] left, string sentence)
    {
        SideTrend? Of(double[] values, BodySide side) =>
            SideTrend.Of([.. values.Select(v => Given.Side(v, side))], ErrorModel.Default);
        Assert.Equal(sentence, ShinTrend.Sentence(Of(left, BodySide.Left), Of(right, BodySide.Right)).ToString());
    }

    [Theory]
    [InlineData(0.2, "±1°")]
    [InlineData(2.0, "±2°")]
    [InlineData(2.01, "±3°")]
    public void The_error_is_never_shown_smaller_than_it_is(double reach, string shown) =>
        Assert.Equal(shown, Finding.ReachWords(Given.Degrees(reach)));

    [Fact]
    public void Inside_a_sentence_no_measure_is_called_by_what_it_should_do()
    {
        // "Also outside: left inner ankle holds" says the opposite of what was found.
        string[] wishes = ["stays", "stay ", "holds", "points", "leans", "drift", "straighten", "does not", "balanced"];
        Assert.All(
            MeasureDefinition.All,
            m => Assert.DoesNotContain(wishes, w => m.Short.Contains(w, StringComparison.Ordinal))
        );
    }
}
