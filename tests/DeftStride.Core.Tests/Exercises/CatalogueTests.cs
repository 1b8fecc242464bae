using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Exercises;

public sealed class CatalogueTests
{
    public static TheoryData<string> Ids => [.. Exercise.All.Select(e => e.Id)];

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_exercise_can_be_set_up_looked_at_and_left_for_an_easier_one(string id)
    {
        var exercise = Exercise.Find(id)!;
        Assert.True(exercise.Task.Length > 15 && exercise.Task.EndsWith('.'));
        Assert.NotEmpty(exercise.SetUp);
        Assert.NotEmpty(exercise.LookFor);
        Assert.NotEmpty(exercise.Felt);
        Assert.NotEmpty(exercise.Checks);
        Assert.NotEmpty(exercise.NextWhenClean);
        Assert.EndsWith(".", exercise.StepBack, StringComparison.Ordinal);
        Assert.Equal(exercise.Checks.Count, exercise.Checks.Select(c => c.MeasureId).Distinct().Count());
        Assert.All(exercise.Checks, c => Assert.True(c.Low is null || c.High is null || c.Low < c.High));
        // What a picture gives needs points in some view of the exercise; what is ticked or asked needs none.
        foreach (
            var check in exercise.Checks.Where(c => c.Measure.Unit != MeasureUnit.Tick && c.Measure.Views.Count > 0)
        )
            Assert.True(
                check.MeasureId == "floor-push" || check.Measure.Views.Any(v => exercise.Points(v).Count > 0),
                $"{id}: {check.MeasureId} has no points"
            );
    }

    [Fact]
    public void A_split_squat_asks_for_ankle_and_knee_first_and_only_for_what_it_needs()
    {
        var side = Exercise.SplitSquatToPad.Points(View.Side);
        Assert.Equal([Landmark.Ankle, Landmark.Knee], side.Take(2));
        Assert.DoesNotContain(Landmark.WorkingPelvis, side);
        Assert.Contains(Landmark.WorkingPelvis, Exercise.SplitSquatToPad.Points(View.Front));
        Assert.Equal([View.Side, View.Front, View.Back], Exercise.SplitSquatToPad.Views);
        Assert.DoesNotContain(Landmark.RearKnee, Exercise.Find("step-down-tap")!.Points(View.Side));
    }

    [Fact]
    public void Every_measure_is_used_and_must_pass_checks_can_be_answered()
    {
        var used = Exercise.All.SelectMany(e => e.Checks).Select(c => c.MeasureId).ToHashSet();
        Assert.Empty(MeasureDefinition.All.Select(m => m.Id).Except(used));
        foreach (var check in Exercise.All.SelectMany(e => e.Checks).Where(c => c.MustPass))
            Assert.True(
                check.Measure.Unit == MeasureUnit.Tick
                    || check.Low is not null
                    || check.High is not null
                    || check.MeasureId is "front-shin" or "reach" or "floor-push",
                check.MeasureId
            );
    }

    [Fact]
    public void Every_ladder_can_be_climbed_and_left_downwards()
    {
        foreach (var ladder in Ladder.All)
        {
            Assert.Null(ladder.Problem());
            var foot = Assert.Single(ladder.Rungs, r => r.Fallback is null);
            var reached = new HashSet<string>();
            void Climb(string id)
            {
                if (!reached.Add(id))
                    return;
                foreach (var next in ladder.Rungs.Single(r => r.Id == id).Next)
                    Climb(next);
            }

            Climb(foot.Id);
            Assert.Equal(ladder.Rungs.Count, reached.Count);
        }
    }

    [Fact]
    public void A_ladder_with_a_circle_or_a_lost_rung_is_named()
    {
        var ladder = Ladder.All[1];
        Assert.Contains(
            "leads back to itself",
            (
                ladder with
                {
                    Rungs = [.. ladder.Rungs.Select(r => r.Id == "st-up" ? r with { Next = ["st-tap"] } : r)],
                }
            ).Problem(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not there",
            (ladder with { Rungs = [.. ladder.Rungs.Where(r => r.Id != "st-tap")] }).Problem(),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not in the catalogue",
            (ladder with { Rungs = [.. ladder.Rungs.Select(r => r with { ExerciseId = "cartwheel" })] }).Problem(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_setting_is_taken_from_the_nearest_that_has_one()
    {
        var toe = Setting.Find("toe")!;
        (string, SettingSource) At(string? client, string? exercise, string? school, string? studio)
        {
            var found = toe.Resolve(client, exercise, school, studio);
            return (found.Value.Id, found.Source);
        }

        Assert.Equal(("outer", SettingSource.Client), At("outer", "middle", "second", "middle"));
        Assert.Equal(("middle", SettingSource.Exercise), At(null, "middle", "outer", "second"));
        Assert.Equal(("outer", SettingSource.School), At(null, null, "outer", "middle"));
        Assert.Equal(("middle", SettingSource.Studio), At(null, null, null, "middle"));
        Assert.Equal(("second", SettingSource.Studio), At(null, null, null, null));
        Assert.Equal(("middle", SettingSource.Studio), At("left one", null, null, "middle"));
    }
}
