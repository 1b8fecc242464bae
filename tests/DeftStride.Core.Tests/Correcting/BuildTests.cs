using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

/// <summary>Feet and knees change what is tested first, which drill comes first and which toe suits; never what is true.</summary>
public sealed class BuildTests
{
    private static Build Of(
        FootType? left = null,
        FootType? right = null,
        KneeShape? knees = null,
        bool? straight = null
    ) => new(left, right, knees, straight);

    /// <summary>A posed look at the split squat with a knee that goes one way on the sides named.</summary>
    private static Look Knees(BandSide where, params BodySide[] sides)
    {
        var standard = CheckStandard.For(
            Exercise.SplitSquatToPad,
            new(School.Of(SchoolCode.VerticalShin), SettingSource.Exercise),
            AnkleRange.Assumed,
            AnkleRange.Assumed,
            BandChoices.None,
            ErrorModel.Default
        );
        return Look.Of(
            PosedCheck.Of(
                standard,
                Body.From(new(1.72, 70)),
                3,
                null,
                [.. sides.Select(s => new PosedFault("knee-offset", where, s))]
            ),
            standard
        );
    }

    private static CorrectionChoice Choice(Look look, Build build) =>
        CorrectionChoice.For(
            look.Finding,
            new(look, [], []) { Build = build, Forms = Exercise.SplitSquatToPad.Forms }
        )!;

    [Fact]
    public void A_foot_that_sinks_brings_its_ankle_to_the_front_and_loses_no_cause()
    {
        var look = Knees(BandSide.Beyond, BodySide.Left);
        var usual = Choice(look, Build.Unknown);
        Assert.Equal("knee-in", usual.Fault.Id);
        var sinking = Choice(look, Of(left: FootType.Collapsing));
        Assert.Equal("inner-ankle", sinking.Causes[0].Cause.Id);
        Assert.Equal(usual.Causes.Select(c => c.Cause.Id).Order(), sinking.Causes.Select(c => c.Cause.Id).Order());
        // The other foot says nothing of this knee.
        Assert.Equal(
            usual.Causes.Select(c => c.Cause.Id),
            Choice(look, Of(right: FootType.Collapsing)).Causes.Select(c => c.Cause.Id)
        );
        // Awareness alone comes first all the same.
        Assert.Equal(CorrectionLevel.Say, sinking.Now.Level);
    }

    [Fact]
    public void Knees_that_are_built_so_are_the_reason_only_where_both_sides_show_it()
    {
        var build = Of(knees: KneeShape.KnockKneed);
        Assert.NotEqual("build", Choice(Knees(BandSide.Beyond, BodySide.Left), build).Causes[0].Cause.Id);
        Assert.Equal("build", Choice(Knees(BandSide.Beyond, BodySide.Left, BodySide.Right), build).Causes[0].Cause.Id);
        Assert.Equal(
            "build",
            Choice(Knees(BandSide.Short, BodySide.Left, BodySide.Right), Of(knees: KneeShape.BowLegged))
                .Causes[0]
                .Cause.Id
        );
    }

    [Fact]
    public void Every_cause_that_a_build_names_is_a_cause_of_that_fault()
    {
        foreach (var fault in Fault.All)
        foreach (var foot in Enum.GetValues<FootType>())
        foreach (var knees in Enum.GetValues<KneeShape>())
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
        foreach (var both in new[] { false, true })
        {
            if (Of(foot, foot, knees).Likely(fault, side, both) is { } likely)
                Assert.Contains(fault.Causes, c => c.Id == likely.CauseId);
        }
    }

    [Theory]
    [InlineData(FootType.Collapsing, null, null, null, "foot-tripod")]
    [InlineData(null, FootType.HighStiff, null, null, "mid-foot-mobility")]
    [InlineData(null, null, null, false, "end-range-knee")]
    [InlineData(null, null, KneeShape.KnockKneed, null, "half-kneeling-band")]
    [InlineData(FootType.Neutral, FootType.Neutral, KneeShape.Straight, true, null)]
    public void A_drill_follows_from_what_was_asked(
        FootType? left,
        FootType? right,
        KneeShape? knees,
        bool? straight,
        string? drill
    )
    {
        var helpers = Of(left, right, knees, straight).Helpers();
        Assert.Equal(drill, helpers is [var only] ? only.Exercise.Id : null);
        Assert.All(helpers, h => Assert.Equal(ExerciseFamily.Helper, h.Exercise.Family));
    }

    [Fact]
    public void The_first_choice_names_the_drill_and_a_clinicians_no_takes_it_away()
    {
        var facts = new ChoiceFacts(
            [Goal.Strength],
            TrainingAge.New,
            [],
            RangeOfMotion.Assumed,
            RangeOfMotion.Assumed,
            [],
            0
        )
        {
            Build = Of(straight: false),
        };
        Assert.Equal("end-range-knee", Assert.Single(FirstChoice.Of(facts).Helpers).Exercise.Id);
        Assert.Empty(FirstChoice.Of(facts with { StopSigns = 1 }).Helpers);
    }

    [Fact]
    public void Another_toe_is_offered_only_where_foot_and_knees_agree()
    {
        Assert.Equal("middle", Of(left: FootType.Collapsing).Toe()?.OptionId);
        Assert.Equal("middle", Of(knees: KneeShape.KnockKneed).Toe()?.OptionId);
        Assert.Null(Of(left: FootType.Collapsing, knees: KneeShape.BowLegged).Toe());
        Assert.Null(Of(right: FootType.HighStiff).Toe());
        Assert.Null(Build.Unknown.Toe());
        Assert.Contains(Setting.Find("toe")!.Options, o => o.Id == Of(left: FootType.Collapsing).Toe()!.OptionId);
    }
}
