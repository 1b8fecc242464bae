using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Running;

namespace DeftStride.Core.Training;

/// <summary>Something that goes wrong in an exercise, with the first thing to say about it here.</summary>
/// <param name="Fault">What.</param>
/// <param name="First">The weakest correction that makes sense in this exercise.</param>
/// <param name="Key">Whether a check that can block progress shows it.</param>
public sealed record GoesWrong(Fault Fault, Correction First, bool Key);

/// <summary>Everything that a coach is told of one exercise, in the order in which it is needed: set up, look, correct.</summary>
/// <param name="Exercise">In this house's words.</param>
/// <param name="Steps">The set-up, from the floor to the breath.</param>
/// <param name="Wrong">What goes wrong in it, what blocks progress first, from the foot up.</param>
/// <param name="WhichMuscle">Which muscle it is for, as far as a form can tell.</param>
/// <param name="Clip">What a clip of it gives, and what it cannot.</param>
public sealed record WholeExercise(
    Exercise Exercise,
    IReadOnlyList<SetupStep> Steps,
    IReadOnlyList<GoesWrong> Wrong,
    string WhichMuscle,
    IReadOnlyList<string> Clip
)
{
    /// <summary>An average body, for an estimate that belongs to nobody.</summary>
    private static readonly Body Average = Body.From(new BodyMeasures(1.72));

    private const string NotByForm =
        "The form alone does not decide which muscle works: load, pace, where the foot presses and what the client pays heed to count as much.";

    /// <summary>An exercise whole.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">The style in force.</param>
    /// <param name="style">The settings in force.</param>
    /// <param name="card">The client's own card, empty where none was kept.</param>
    /// <param name="load">What is held.</param>
    /// <param name="shoesOn">Whether shoes stay on, whatever is taught otherwise.</param>
    /// <returns>Every step, word and fault that belongs to it here.</returns>
    public static WholeExercise Of(
        Exercise exercise,
        SchoolCode school,
        HouseStyle style,
        IReadOnlyList<CardLine> card,
        Load load,
        bool shoesOn
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(style);
        ArgumentNullException.ThrowIfNull(load);
        var here = style.On(exercise);
        return new WholeExercise(
            here,
            SetupSteps.Of(exercise, school, style, card, load, shoesOn),
            WhatGoesWrong(exercise, school, style, load),
            Muscle(here, school),
            ClipGives.Sentences(here, Measures(exercise, school, style))
        );
    }

    private static MeasureDefinition[] Measures(Exercise exercise, SchoolCode school, HouseStyle style) =>
        [
            .. exercise
                .Checks.Concat(exercise.LeftToSchool ? School.Of(school).Checks : [])
                .Where(c => !style.Drops(c.MeasureId, exercise, school))
                .Select(c => c.Measure)
                .Distinct(),
        ];

    /// <summary>What goes wrong in an exercise as it is done here.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">The style in force.</param>
    /// <param name="style">The settings in force.</param>
    /// <param name="load">What is held.</param>
    /// <returns>What blocks progress first, from the foot up; empty where no fault can happen in it.</returns>
    public static IReadOnlyList<GoesWrong> WhatGoesWrong(
        Exercise exercise,
        SchoolCode school,
        HouseStyle style,
        Load load
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(style);
        ArgumentNullException.ThrowIfNull(load);
        var forms = style.FormsOf(exercise, school, load.Kilograms > 0);
        var looked = exercise.Checks.ToDictionary(c => c.MeasureId, c => c.MustPass);
        if (exercise.LeftToSchool)
        {
            foreach (var check in School.Of(school).Checks)
                looked[check.MeasureId] = check.MustPass || looked.GetValueOrDefault(check.MeasureId);
        }

        return
        [
            .. Fault
                .AllIn(forms)
                .Where(f => f.Detects.Count == 0 || f.Detects.Any(d => looked.ContainsKey(d.MeasureId)))
                .Select(f => (Fault: f, First: f.Corrections.FirstOrDefault(c => c.Fits(f.Way, forms))))
                .Where(f => f.First is not null)
                .Select(f => new GoesWrong(
                    f.Fault,
                    f.First!,
                    f.Fault.Detects.Any(d => looked.GetValueOrDefault(d.MeasureId))
                ))
                .OrderByDescending(w => w.Key),
        ];
    }

    /// <summary>What should be felt, and how the work of the leg is shared in this posture where statics can tell.</summary>
    private static string Muscle(Exercise exercise, SchoolCode school)
    {
        var felt = exercise.Felt.Count == 0 ? "" : $"Felt when it goes well: {string.Join(", ", exercise.Felt)}. ";
        var shares = Shares(exercise, school) is var (ankle, knee, hip)
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"In this posture, an average body standing still: ankle {100 * ankle:0}, knee {100 * knee:0}, hip {100 * hip:0} % of the leg’s work, an estimate. "
            )
            : "";
        return felt + shares + NotByForm;
    }

    private static (double Ankle, double Knee, double Hip)? Shares(Exercise exercise, SchoolCode school)
    {
        if (exercise.Form is { } form)
        {
            var range = RangeOfMotion.Assumed;
            var stance = SetupPlanner.Start(Average, school, form, range, range, StudioKit.Unknown);
            return SplitLinkage.TrySolve(Average, stance).Is(out var posture)
                ? SplitLoading.Of(Average, posture, Load.None, force: ForceRule.RearPush).Front.Shares()
                : null;
        }

        if (!exercise.Shape.OneLeg || exercise.Shape.Held || exercise.Shape.Clean.Bottom is not { } pose)
            return null;
        var one = OneLegPosture.Of(
            Average,
            Angle.FromDegrees(pose.Shin),
            Angle.FromDegrees(90 + pose.Shin - pose.Knee),
            Angle.FromDegrees(pose.Trunk),
            Angle.FromDegrees(-pose.RearThigh),
            Angle.FromDegrees(Math.Max(0, pose.RearShank - pose.RearThigh))
        );
        var load = OneLegLoading.Of(Average, one, Load.None);
        // A posture that would not stand has no honest share.
        return load.Balanced ? load.Moments.Shares() : null;
    }
}
