using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>Every exercise has its whole road: set-up, steps, look-fors, what is felt, checks, faults with a first correction.</summary>
public sealed class WholeExerciseTests
{
    private static WholeExercise Whole(Exercise exercise, HouseStyle? style = null) =>
        WholeExercise.Of(
            exercise,
            exercise.UsualSchool ?? SchoolCode.VerticalShin,
            style ?? HouseStyle.Usual,
            [],
            Load.None,
            shoesOn: false
        );

    [Fact]
    public void Every_exercise_is_told_whole()
    {
        foreach (var exercise in Exercise.All)
        {
            var whole = Whole(exercise);
            Assert.True(
                exercise.SetUp.Length > 10 && exercise.Plain.Length > 3 && exercise.Task.Length > 10,
                exercise.Id
            );
            Assert.NotEmpty(exercise.Checks);
            Assert.NotEmpty(whole.Exercise.LookFor);
            Assert.NotEmpty(whole.Exercise.Felt);
            Assert.InRange(whole.Steps.Count, 5, 11);
            Assert.Equal("Breath", whole.Steps[^1].Name);
            Assert.All(whole.Steps, s => Assert.EndsWith(".", s.Say, StringComparison.Ordinal));
            Assert.Equal(whole.Steps.Count, whole.Steps.Select(s => s.Name).Distinct().Count());
            Assert.EndsWith("count as much.", whole.WhichMuscle, StringComparison.Ordinal);
            Assert.DoesNotContain(whole.Exercise.LookFor.Append(whole.Exercise.SetUp), t => t.Contains('{'));
        }
    }

    [Fact]
    public void Every_key_check_that_is_measured_has_its_fault_and_every_fault_its_first_correction()
    {
        foreach (var exercise in Exercise.All)
        {
            var whole = Whole(exercise);
            Assert.NotEmpty(whole.Wrong);
            var shown = whole.Wrong.SelectMany(w => w.Fault.Detects).Select(d => d.MeasureId).ToHashSet();
            foreach (var must in exercise.Checks.Where(c => c.MustPass))
                Assert.True(shown.Contains(must.MeasureId), $"{exercise.Id}: nothing corrects {must.MeasureId}");
            var key = whole.Wrong.Select(w => w.Key).ToArray();
            Assert.Equal(key.OrderByDescending(k => k), key);
            foreach (var wrong in whole.Wrong)
                Assert.Contains(wrong.First, wrong.Fault.Corrections);
        }
    }

    [Fact]
    public void Rhythm_and_the_hips_of_a_raised_rear_foot_change_what_is_told()
    {
        HouseStyle With(string setting, string option) =>
            HouseStyle.Of(id => id == setting ? option : Setting.Find(id)!.Options[0].Id, null);
        var up = Exercise.Find("step-up")!;
        // With both feet on the box the other leg lowers: the free foot is no fault there.
        bool Helps(WholeExercise whole) => whole.Wrong.Any(w => w.Fault.Detects.Any(d => d.MeasureId == "free-foot"));
        Assert.True(Helps(Whole(up)));
        Assert.False(Helps(Whole(up, With("rhythm", "c"))));
        var rear = Exercise.Find("rear-foot-raised")!;
        Assert.StartsWith("Hips up and down", Whole(rear).Exercise.LookFor[0], StringComparison.Ordinal);
        Assert.StartsWith(
            "Hips travel back",
            Whole(rear, With("rear-path", "back")).Exercise.LookFor[0],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_mark_on_the_card_is_in_the_step_that_needs_it()
    {
        foreach (var exercise in Exercise.All.Where(e => e.Shape.Reach != ReachWay.None))
        {
            var plan = Reach(Core.Bodies.Body.From(new(1.70)), exercise, Tape.Inches);
            var whole = WholeExercise.Of(
                exercise,
                SchoolCode.VerticalShin,
                HouseStyle.Usual,
                plan.Card,
                Load.None,
                shoesOn: false
            );
            Assert.Contains(whole.Steps, s => s.Value?.Contains(plan.Card[0].Value, StringComparison.Ordinal) == true);
        }
    }

    public static TheoryData<string, Tape> Planned
    {
        get
        {
            var data = new TheoryData<string, Tape>();
            foreach (var exercise in Exercise.All.Where(e => e.OnThePlanner))
            foreach (var tape in Enum.GetValues<Tape>())
                data.Add(exercise.Id, tape);
            return data;
        }
    }

    /// <summary>The card that the planner makes of an exercise to begin with, in a studio's kit and by its tape.</summary>
    private static IReadOnlyList<CardLine> Card(Exercise exercise, Tape tape)
    {
        var body = Core.Bodies.Body.From(new(1.70, 70));
        var range = Core.Bodies.RangeOfMotion.Assumed;
        var kit = new StudioKit([0.20, 0.30, 0.45], [0.02, 0.02, 0.05], [0.05], [10], 0.25) { Tape = tape };
        var school = exercise.UsualSchool ?? SchoolCode.VerticalShin;
        if (exercise.Form is { } form)
        {
            var stance = SetupPlanner.Start(body, school, form, range, range, kit);
            return SetupPlanner.Plan(body, stance, range, range, kit, school, form).Card;
        }

        if (exercise.NeedsBox)
            return StepPlan
                .Of(
                    body,
                    range,
                    kit,
                    exercise.StartBoxMetres,
                    exercise.StartBoxMetres is null ? Core.Quantities.Angle.FromDegrees(90) : null,
                    null,
                    Core.Quantities.Angle.FromDegrees(20)
                )
                .Card;
        return exercise.Shape.Seat != SeatWay.None
            ? Core
                .Positions.SeatPlan.TryOf(
                    new(body, range, kit, [4, 8, 12]),
                    exercise.Shape.Seat,
                    Core.Positions.OneLegChoice.Shared,
                    Core.Quantities.Angle.FromDegrees(exercise.SeatKneeDegrees),
                    null
                )
                .OrThrow(problem => problem)
                .Card
            : Reach(body, exercise, tape).Card;
    }

    private static ReachPlan Reach(Core.Bodies.Body body, Exercise exercise, Tape tape) =>
        ReachPlan
            .TryOf(body, ReachForm.Of(exercise.Shape.Reach)!, null, null, null, true, tape)
            .OrThrow(problem => problem);

    [Theory]
    [MemberData(nameof(Planned))]
    public void Every_planned_exercise_has_its_numbers_in_the_studios_own_tape_and_its_steps_name_one(
        string id,
        Tape tape
    )
    {
        var exercise = Exercise.Find(id)!;
        var card = Card(exercise, tape);
        Assert.NotEmpty(card);
        var (own, other) = tape == Tape.Inches ? ("in", "cm") : ("cm", "in");
        Assert.Contains(card, l => l.Value.EndsWith($" {own}", StringComparison.Ordinal));
        Assert.DoesNotContain(card, l => l.Value.EndsWith($" {other}", StringComparison.Ordinal));
        // Two metres away a line is a few words, and a note a few more.
        Assert.All(card, l => Assert.InRange(l.Name.Length + l.Value.Length, 4, 60));
        var steps = WholeExercise
            .Of(exercise, exercise.UsualSchool ?? SchoolCode.VerticalShin, HouseStyle.Usual, card, Load.None, false)
            .Steps;
        Assert.Contains(steps, s => s.Value is { Length: > 0 });
    }
}
