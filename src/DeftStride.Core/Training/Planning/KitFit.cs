using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Training.Planning;

/// <summary>Which heights do for a client in an exercise.</summary>
/// <param name="Wanted">The height it is done on, from the kit that is there.</param>
/// <param name="LowMetres">The lowest that still does.</param>
/// <param name="HighMetres">The highest that still does.</param>
/// <param name="Why">What makes it do, in a few words.</param>
public sealed record KitFit(KitHeight Wanted, double LowMetres, double HighMetres, string Why)
{
    /// <summary>A step down or a raised rear foot may be this much lower and still be the same work (a rule of this house), metres.</summary>
    private const double LowerBy = 0.06;

    /// <summary>A raised front foot keeps its effect this far either way (a rule of this house), metres.</summary>
    private const double FrontBy = 0.025;

    /// <summary>A box to rise onto is no more than this higher than wanted (a rule of this house): a high one tilts the pelvis, metres.</summary>
    private const double HigherBy = 0.025;

    private const double LeastFront = 0.05,
        MostFront = 0.15,
        LowFormMost = 0.20;

    /// <summary>From where the body is known that this was worked out for, in words that follow it; empty where its segments were measured.</summary>
    public string Estimate { get; init; } = "";

    /// <summary>Whether a height does.</summary>
    /// <returns>True up to half a centimetre past either end.</returns>
    public bool Does(double metres) => metres >= LowMetres - 0.0051 && metres <= HighMetres + 0.0051;

    /// <summary>What does for a client.</summary>
    /// <param name="exercise">Which.</param>
    /// <param name="body">Whose.</param>
    /// <param name="range">What the stiffer joints have.</param>
    /// <param name="kit">What there is to stand on.</param>
    /// <param name="kept">The height of the set-up that was kept for it, metres; null where none was.</param>
    /// <returns>Heights in metres; null where the exercise needs none or the studio lists none.</returns>
    public static KitFit? Of(Exercise exercise, Body body, RangeOfMotion range, StudioKit kit, double? kept)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(kit);
        if (!kit.HasHeights)
            return null;
        switch (exercise.Shape.Box)
        {
            case BoxWay.Rises when exercise.StartBoxMetres is { } low:
                return new(
                    kit.Nearest(kept ?? low),
                    Math.Min(0.10, kept ?? low),
                    LowFormMost,
                    "10 to 20 cm, a rail in reach"
                );
            case BoxWay.Rises:
                var wanted = kept is { } own ? kit.Nearest(own) : StepPlan.For(body, range, kit).Height;
                return Starts(body, range) is var (least, most)
                    ? new(
                        wanted,
                        Math.Min(least, wanted.Metres),
                        Math.Max(wanted.Metres, Math.Min(most, wanted.Metres + HigherBy)),
                        $"the knee starts at {StepPlan.KneeAtStart} ± {StepPlan.KneeSpread.Degrees:0}°"
                    )
                    : new(wanted, wanted.Metres, wanted.Metres, "as it was kept");
            case BoxWay.Lowers:
                var down = kit.Nearest(kept ?? exercise.StartBoxMetres ?? 0.10);
                return new(down, Math.Max(0.05, down.Metres - LowerBy), down.Metres, "no higher than it is held level");
        }

        var stance = kept is null && exercise.Form is { } form ? Raised(form, body, range, kit) : kept;
        return stance is not > 0 ? null
            : exercise.Form == SplitForm.FrontFootRaised
                ? new(
                    kit.Nearest(stance.Value),
                    Math.Max(LeastFront, stance.Value - FrontBy),
                    Math.Max(stance.Value, Math.Min(MostFront, stance.Value + FrontBy)),
                    "the front foot about as high"
                )
            : exercise.Form is SplitForm.RearFootRaised or SplitForm.RearInstep
                ? new(
                    kit.Nearest(stance.Value),
                    Math.Max(0.02, stance.Value - LowerBy),
                    stance.Value,
                    "no higher under the rear foot"
                )
            : null;
    }

    /// <summary>Between which heights the knee starts a step-up where it is accepted, with the usual shin and the hip within what it has.</summary>
    /// <returns>Metres; null for none.</returns>
    public static (double Least, double Most)? Starts(Body body, RangeOfMotion range)
    {
        ArgumentNullException.ThrowIfNull(range);
        var hip = range.Of(RangeTest.HipFlexion).Most;
        StepPosture[] does =
        [
            .. Enumerable
                .Range(-10, 21)
                .Select(tenth => StepPlan.KneeAtStart + Angle.FromDegrees(tenth * StepPlan.KneeSpread.Degrees / 10))
                .Select(knee => StepLinkage.ForFlexion(body, knee, StepPlan.UsualShin))
                .Where(step => StepPlan.Stands(step) && step.HipFlexion(Angle.Zero) <= hip),
        ];
        return does.Length == 0 ? null : (does.Min(s => s.BoxMetres), does.Max(s => s.BoxMetres));
    }

    private static double? Raised(SplitForm form, Body body, RangeOfMotion range, StudioKit kit)
    {
        if (form is not (SplitForm.FrontFootRaised or SplitForm.RearFootRaised or SplitForm.RearInstep))
            return null;
        var stance = SetupPlanner.Start(body, SchoolCode.VerticalShin, form, range, range, kit);
        return form == SplitForm.FrontFootRaised ? stance.FrontRaiseMetres : stance.RearRaiseMetres;
    }
}
