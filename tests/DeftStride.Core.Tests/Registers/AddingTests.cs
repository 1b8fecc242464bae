using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Registers;

/// <summary>One exercise, measure, fault and rule added from outside, each as a single entry: everything that reads them finds all it needs there.</summary>
public sealed class AddingTests
{
    private static readonly Body Average = Body.From(new BodyMeasures(1.75));

    /// <summary>How far the ear lies ahead of the working ankle: not in the catalogue.</summary>
    private static readonly MeasureDefinition EarOverAnkle = new(
        "ear-over-ankle",
        "Ear over the ankle",
        "ear over the ankle",
        MeasureUnit.Centimetres,
        [View.Side],
        "ear ahead",
        Region.ShinAndTrunk
    )
    {
        Words = new(
            "{v} ahead",
            "{v} behind",
            "above it",
            "ear runs {m} too far ahead",
            "ear stays {m} too far behind",
            "Stack the head first.",
            "Lean a little first."
        ),
        Spread = new(1, 1, 2, 1),
        Formulas =
        [
            MeasureFormula.One(
                [View.Side],
                Moment.Bottom,
                [Landmark.Ankle, Landmark.Knee, Landmark.Ear],
                true,
                (f, c) => (f.X(Landmark.Ear) - f.X(Landmark.Ankle)) * f.Scale(c.Body, 0)
            ),
        ],
        Spoiling = new(When.Moving, (PosePart.Trunk, 35)),
    };

    /// <summary>A stand with the knee soft, looked at for the new measure alone.</summary>
    private static readonly Exercise SoftStand = new(
        "soft-stand",
        "Soft one-leg stand",
        ExerciseFamily.OneLeg,
        "Stand on one leg, knee soft, and hold.",
        "One foot on the floor line.",
        ["Ear stays over the ankle"],
        ["foot", "side of the hip"],
        null,
        [new("ear-over-ankle", -12, 25, true)],
        "ten seconds more",
        "Both hands on a rail."
    )
    {
        Shape = new()
        {
            OneLeg = true,
            Held = true,
            Clean = CleanPosture.Holding(new Pose(10, 20, 8, -20, 40)),
        },
    };

    private static readonly Fault EarAhead = new(
        "ear-ahead",
        "Ear ahead of the foot",
        FaultHurt.No,
        [new Detection("ear-over-ankle", BandSide.Beyond)],
        [new Cause("looks-down", "the eyes are on the floor", "Is the chin down?", null, ["ea-eyes"])],
        [
            new Correction(
                "ea-eyes",
                CorrectionLevel.Say,
                "Eyes on the far door.",
                "The head follows the eyes.",
                "Far door"
            ),
        ]
    );

    private static Look LookAt(params PosedFault[] faults)
    {
        var standard = Given.Standard(exercise: "soft-stand");
        return Look.Of(PosedCheck.Of(standard, Average, 3, null, faults), standard);
    }

    [Fact]
    public void A_measure_an_exercise_and_a_fault_work_from_their_own_entries()
    {
        using var measure = MeasureDefinition.Register.Trying(EarOverAnkle);
        using var exercise = Exercise.Register.Trying(SoftStand);
        using var fault = Fault.Register.Trying(EarAhead);

        // The plan asks for the points of the formula, at the moments of the shape.
        var planned = Assert.Single(LookPlan.For(Given.Standard(exercise: "soft-stand")));
        Assert.Equal((View.Side, Moment.Bottom, true), (planned.View, planned.Moment, planned.Essential));
        Assert.Superset(new HashSet<Landmark> { Landmark.Ankle, Landmark.Ear }, planned.Points.ToHashSet());

        // Clean is called clean, with the measure's own error.
        var clean = LookAt();
        Assert.Equal(FindingKind.Clean, clean.Finding.Kind);
        var result = clean.On("ear-over-ankle", BodySide.Left)!;
        Assert.Equal(Verdict.InBand, result.Verdict);
        Assert.Equal(1, result.Mean!.Error.Repetition.Value);
        Assert.True(result.Mean.Error.Placing.Value > 0);

        // Spoiled by its own pose it is named, in its own words, with its own correction.
        var spoiled = LookAt(new PosedFault("ear-over-ankle", BandSide.Beyond, BodySide.Right));
        Assert.Equal(
            (FindingKind.Outside, "ear-over-ankle", BodySide.Right, BandSide.Beyond),
            (spoiled.Finding.Kind, spoiled.Finding.MeasureId, spoiled.Finding.Side, spoiled.Finding.Where)
        );
        Assert.Contains("too far ahead", spoiled.Finding.Sentence.ToString(), StringComparison.Ordinal);
        Assert.Contains("Stack the head first.", spoiled.Finding.Sentence.ToString(), StringComparison.Ordinal);
        var choice = CorrectionChoice.For(spoiled.Finding, new CorrectionFacts(spoiled, [], []))!;
        Assert.Equal(("ear-ahead", "ea-eyes"), (choice.Fault.Id, choice.Now.Id));
        Assert.Equal("ear-ahead", Fault.Find("ea-eyes")!.Value.Fault.Id);
    }

    [Fact]
    public void A_rule_is_asked_in_its_place()
    {
        var look = Given.Whole(20, 20);
        var facts = new DecisionFacts(
            Exercise.SplitSquatToPad,
            [],
            [],
            new Sourced<int>(2, SettingSource.Studio),
            null,
            look,
            [],
            null,
            null,
            null
        );
        Assert.Equal("outside", DecisionRule.Decide(facts).RuleId);
        var rule = new DecisionRule(
            "first-time-only-looks",
            "The first time is only a look",
            "Whoever is seen for the first time is only looked at.",
            f =>
                f.Previous is null ? new Firing(DecisionOutcome.LookAgain, "Look, and leave it at that.", [], []) : null
        )
        {
            Place = 25,
        };
        using (DecisionRule.Register.Trying(rule))
        {
            Assert.Equal("first-time-only-looks", DecisionRule.Decide(facts).RuleId);
            // What comes before it still does.
            Assert.Equal("uncleared-flag", DecisionRule.Decide(facts with { UnclearedFlags = ["Giving way"] }).RuleId);
        }

        Assert.Equal("outside", DecisionRule.Decide(facts).RuleId);
    }

    [Fact]
    public async Task What_is_tried_is_seen_on_the_same_flow_alone_and_gone_afterwards()
    {
        using var tried = new ManualResetEventSlim();
        using var looked = new ManualResetEventSlim();
        var elsewhere = Task.Run(() =>
        {
            tried.Wait();
            var seen = Exercise.Find("soft-stand");
            looked.Set();
            return seen;
        });
        using (Exercise.Register.Trying(SoftStand))
        {
            tried.Set();
            looked.Wait();
            Assert.Same(SoftStand, Exercise.Find("soft-stand"));
            Assert.Same(SoftStand, Exercise.All[^1]);
            Assert.Same(SoftStand, await Task.Run(() => Exercise.Find("soft-stand")));
        }

        Assert.Null(await elsewhere);
        Assert.Null(Exercise.Find("soft-stand"));
    }

    /// <summary>No id stands in a condition about the kind of movement: the shape says it.</summary>
    [Fact]
    public void Every_exercise_has_a_shape_that_agrees_with_what_it_is_looked_at_for()
    {
        foreach (var exercise in Exercise.All)
        {
            var shape = exercise.Shape;
            Assert.False(shape is { Held: true, FootTravels: true }, exercise.Id);
            Assert.False(shape is { OneLeg: true, BothFeetPlanted: true }, exercise.Id);
            Assert.True(shape.Box == BoxWay.None || shape.OneLeg, exercise.Id);
            Assert.True(exercise.Form is null || shape.BothFeetPlanted, exercise.Id);
            Assert.NotEmpty(shape.Moments);
        }
    }
}
