using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using Xunit;

namespace DeftStride.Core.Tests.Exercises;

/// <summary>Each setting that coaches disagree about does something, and only to what it is about.</summary>
public sealed class HouseStyleTests
{
    private static readonly Exercise Pad = Exercise.SplitSquatToPad;
    private static readonly Exercise StepUp = Exercise.Find("step-up")!;

    private static HouseStyle With(string setting, string option) =>
        HouseStyle.Of(id => id == setting ? option : Setting.Find(id)!.Options[0].Id, null);

    private static CheckStandard Standard(
        Exercise exercise,
        HouseStyle style,
        SchoolCode school = SchoolCode.VerticalShin
    ) =>
        CheckStandard.For(
            exercise,
            new Sourced<School>(School.Of(school), SettingSource.Exercise),
            AnkleRange.Assumed,
            AnkleRange.Assumed,
            BandChoices.None,
            ErrorModel.Default,
            style
        );

    private static string Cue(string id, HouseStyle style) =>
        (CueWords.Usual with { Style = style }).Of(Fault.Find(id)!.Value.Correction).Text;

    private static string? Line(string name, Exercise exercise, HouseStyle style) =>
        style.Lines(exercise, SchoolCode.VerticalShin).FirstOrDefault(l => l.Name == name)?.Text;

    private static (double?, double?) Band(string measure, CheckStandard standard) =>
        (standard.Of(measure)?.Left?.Lower?.Value, standard.Of(measure)?.Left?.Upper?.Value);

    [Fact]
    public void The_toe_that_the_knee_follows_is_in_the_cue_and_at_the_point()
    {
        Assert.Equal("Your knee is an arrow. Aim it at the second toe.", Cue("ki-spotlight", HouseStyle.Usual));
        Assert.Equal("Your knee is an arrow. Aim it at the outer toes.", Cue("ki-spotlight", With("toe", "outer")));
        Assert.Null(HouseStyle.Usual.PointWords(Landmark.Toe, View.Front));
        Assert.Contains(
            "middle toe",
            With("toe", "middle").PointWords(Landmark.Toe, View.Front)!,
            StringComparison.Ordinal
        );
        Assert.Null(With("toe", "middle").PointWords(Landmark.Ankle, View.Front));
    }

    [Fact]
    public void The_pressure_is_on_the_card_and_in_the_cue()
    {
        Assert.Equal("Three points of the foot", Line("Pressure", Pad, HouseStyle.Usual));
        Assert.Equal("The heel", Line("Pressure", Pad, With("pressure", "heel")));
        Assert.Equal("Weight through the middle of the foot.", Cue("hs-seat", With("pressure", "mid-foot")));
    }

    [Theory]
    [InlineData("school", SchoolCode.VerticalShin, 50)]
    [InlineData("school", SchoolCode.Inclined, 65)]
    [InlineData("eighty", SchoolCode.VerticalShin, 70)]
    [InlineData("even", SchoolCode.Inclined, 50)]
    public void The_aim_for_the_front_foot_is_what_scales_are_held_against(
        string option,
        SchoolCode school,
        double least
    )
    {
        Assert.Equal((least, null), Band("load-share", Standard(Pad, With("share", option), school)));
        Assert.Equal(
            option switch
            {
                "eighty" => "80 % is the aim",
                "even" => "50 % is the aim",
                _ => "55 % is the aim",
            },
            Line("Front share", Pad, With("share", option))
        );
    }

    [Fact]
    public void The_top_has_the_band_that_was_chosen_and_knee_forward_never_locks()
    {
        Assert.Null(Standard(Pad, HouseStyle.Usual).Of("top-knee"));
        Assert.Equal((8, null), Band("top-knee", Standard(Pad, HouseStyle.Usual, SchoolCode.KneeForward)));
        Assert.Equal((5, 25), Band("top-knee", Standard(Pad, With("top", "soft"))));
        Assert.Equal((-5, 6), Band("top-knee", Standard(Pad, With("top", "full"), SchoolCode.KneeForward)));
        Assert.Equal((8, null), Band("top-knee", Standard(StepUp, With("top", "never"))));

        // A straight knee is another fault where it should stay soft.
        var locked = new Finding(FindingKind.Outside, BodySide.Left, "top-knee", BandSide.Short, Phrase.Of(), "", []);
        Assert.Equal(
            "locks-at-top",
            Fault.For(locked, Standard(Pad, HouseStyle.Usual, SchoolCode.KneeForward).Forms)!.Id
        );
        Assert.Equal("knee-past-straight", Fault.For(locked, Standard(StepUp, HouseStyle.Usual).Forms)!.Id);
        Assert.DoesNotContain(
            Fault.AllIn(Standard(Pad, HouseStyle.Usual, SchoolCode.KneeForward).Forms),
            f => f.Id is "top-bent" or "knee-past-straight"
        );
    }

    [Fact]
    public void Where_both_feet_meet_on_the_box_the_other_leg_lowers_and_its_foot_may_help()
    {
        var meet = With("rhythm", "c");
        Assert.NotNull(Standard(StepUp, HouseStyle.Usual).Of("descent"));
        Assert.Null(Standard(StepUp, meet).Of("descent"));
        Assert.Null(Standard(StepUp, meet).Of("free-foot"));
        Assert.Contains("first up is first down", meet.On(StepUp).Task, StringComparison.Ordinal);
        Assert.Contains("change sides", With("rhythm", "b").On(StepUp).Task, StringComparison.Ordinal);
        Assert.DoesNotContain(
            Fault.AllIn(meet.FormsOf(StepUp, SchoolCode.VerticalShin, false)),
            f => f.Id == "free-foot-helps"
        );
        // A step-down has no rhythm of its own.
        Assert.NotNull(Standard(Exercise.Find("step-down-tap")!, meet).Of("descent"));
    }

    [Fact]
    public void The_trunk_in_a_step_up_has_its_band_and_its_line()
    {
        Assert.Equal((null, 35), Band("trunk-lean", Standard(StepUp, HouseStyle.Usual)));
        Assert.Equal((null, 15), Band("trunk-lean", Standard(StepUp, With("step-trunk", "tall"))));
        Assert.Equal("Chest up, ribs down", Line("Trunk", StepUp, With("step-trunk", "tall")));
        Assert.Null(Line("Trunk", Pad, HouseStyle.Usual));
    }

    [Fact]
    public void The_lateral_step_goes_where_it_was_chosen_to_go()
    {
        var lateral = Exercise.Find("lateral-lunge")!;
        Assert.Contains("on a diagonal", HouseStyle.Usual.On(lateral).SetUp, StringComparison.Ordinal);
        Assert.Contains(
            "straight to the side",
            With("lateral", "straight").On(lateral).SetUp,
            StringComparison.Ordinal
        );
        Assert.Equal("Send your back pocket to the wall behind you.", Cue("ll-wall", With("lateral", "straight")));
        Assert.Equal("Straight back", Line("Hips", lateral, With("lateral", "straight")));
    }

    [Fact]
    public void A_push_off_the_ball_is_no_fault_where_it_is_how_lunges_return()
    {
        var reverse = Exercise.Find("reverse-lunge")!;
        Assert.Contains(HouseStyle.Usual.On(reverse).LookFor, l => l.Contains("front heel", StringComparison.Ordinal));
        Assert.Contains(
            With("return", "whole").On(reverse).LookFor,
            l => l.Contains("whole front foot", StringComparison.Ordinal)
        );
        Assert.Equal("Push through the ball of the front foot", Line("Return", reverse, With("return", "ball")));
        bool Fault_(HouseStyle style) =>
            Fault.AllIn(style.FormsOf(reverse, SchoolCode.VerticalShin, false)).Any(f => f.Id == "pushes-off-ball");
        Assert.True(Fault_(HouseStyle.Usual));
        Assert.False(Fault_(With("return", "ball")));
    }

    [Fact]
    public void The_breath_is_in_its_cues_and_on_the_card()
    {
        Assert.StartsWith("Breathe in", Cue("sh-breath", HouseStyle.Usual), StringComparison.Ordinal);
        Assert.StartsWith(
            "Breathe through the nose",
            Cue("sh-breath", With("breath", "nose")),
            StringComparison.Ordinal
        );
        Assert.StartsWith("Breathe steadily", Cue("bh-ribs", With("breath", "steady")), StringComparison.Ordinal);
        Assert.Equal("Any steady pattern", Line("Breath", Pad, With("breath", "steady")));
        Assert.Null(Line("Breath", Exercise.Find("one-leg-stand")!, HouseStyle.Usual));
    }

    [Fact]
    public void Whatever_is_chosen_every_text_is_whole_and_every_band_can_be()
    {
        foreach (var setting in Setting.All)
        {
            foreach (var option in setting.Options)
            {
                var style = With(setting.Id, option.Id);
                foreach (var exercise in Exercise.All)
                {
                    var said = style.On(exercise);
                    foreach (var text in said.LookFor.Append(said.Task).Append(said.SetUp))
                        Assert.DoesNotContain('{', text);
                    foreach (var school in Enum.GetValues<SchoolCode>())
                    {
                        Assert.All(style.Lines(exercise, school), l => Assert.True(l.Text.Length > 3));
                        Assert.All(
                            Standard(exercise, style, school).Bands,
                            b => Assert.True(b.Left is not { Lower: { } low, Upper: { } high } || low < high)
                        );
                        Assert.Equal(
                            (style with { School = school }).FormsOf(exercise, school, false) & Forms.SoftTop,
                            Standard(exercise, style, school).Forms & Forms.SoftTop
                                | (
                                    Standard(exercise, style, school).Of("top-knee") is null
                                        ? (style with { School = school }).FormsOf(exercise, school, false)
                                            & Forms.SoftTop
                                        : Forms.Any
                                )
                        );
                    }
                }

                Assert.All(Fault.All.SelectMany(f => f.Corrections), c => Assert.DoesNotContain('{', style.Say(c.Cue)));
            }
        }
    }

    [Fact]
    public void Knee_forward_work_is_settled_before_the_first_repetition_and_its_turn_is_no_fault()
    {
        Assert.True(SettleGate.Belongs(Exercise.Find("knee-forward-split-squat")!, SchoolCode.KneeForward));
        Assert.True(SettleGate.Belongs(Pad, SchoolCode.KneeForward));
        Assert.False(SettleGate.Belongs(Pad, SchoolCode.VerticalShin));
        Assert.False(SettleGate.Belongs(Exercise.Find("reverse-lunge")!, SchoolCode.KneeForward));
        Assert.False(SettleGate.Belongs(StepUp, SchoolCode.KneeForward));
        Assert.Equal(4, SettleGate.Questions.Count);
        Assert.All(SettleGate.Questions, q => Assert.EndsWith("?", q.Question, StringComparison.Ordinal));

        var forward = Standard(Pad, HouseStyle.Usual, SchoolCode.KneeForward);
        Assert.Null(forward.Of("pelvic-turn"));
        Assert.NotNull(Standard(Pad, HouseStyle.Usual).Of("pelvic-turn"));
        Assert.DoesNotContain(Fault.AllIn(forward.Forms), f => f.Id == "pelvis-turned");
        Assert.Contains(Fault.AllIn(Standard(Pad, HouseStyle.Usual).Forms), f => f.Id == "pelvis-turned");
    }

    [Fact]
    public void Hips_that_are_meant_to_go_back_are_recorded_and_not_judged_with_the_rear_foot_raised_alone()
    {
        var rear = Exercise.Find("rear-foot-raised")!;
        var (usual, back) = (HouseStyle.Usual, With("rear-path", "back"));
        Assert.True(Standard(rear, usual).Of("hip-path")!.MustPass);
        var marked = Standard(rear, back).Of("hip-path")!;
        Assert.Equal((false, false), (marked.MustPass, marked.Judged));
        // Every other check of it is as it was, and other exercises know nothing of the mark.
        Assert.Equal(
            Standard(rear, usual).Bands.Where(b => b.Measure.Id != "hip-path"),
            Standard(rear, back).Bands.Where(b => b.Measure.Id != "hip-path")
        );
        foreach (var other in Exercise.All.Where(e => e != rear))
            Assert.Equal(Standard(other, usual).Bands, Standard(other, back).Bands);
        Assert.Equal("Back and down, hip-dominant", Line("Hips", rear, back));
        Assert.StartsWith("Hips travel back", back.On(rear).LookFor[0], StringComparison.Ordinal);
    }
}
