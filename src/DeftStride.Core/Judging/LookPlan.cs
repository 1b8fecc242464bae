using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>A still that a check asks for on each side.</summary>
/// <param name="View">From where.</param>
/// <param name="Moment">Which moment.</param>
/// <param name="Points">What its must-pass checks need placed, in placing order.</param>
/// <param name="MorePoints">What more can be placed for the checks that are only noted.</param>
/// <param name="Essential">Whether a must-pass check needs it.</param>
public sealed record PlannedStill(
    View View,
    Moment Moment,
    IReadOnlyList<Landmark> Points,
    IReadOnlyList<Landmark> MorePoints,
    bool Essential
)
{
    /// <summary>The must-pass checks it is taken for; it can be left out once they are all answered by eye.</summary>
    public IReadOnlyList<string> MeasureIds { get; init; } = [];
}

/// <summary>What a whole check of an exercise asks for: views in their order, the moments in each, the points on each still.</summary>
public static class LookPlan
{
    /// <summary>The stills worth taking, views in the order side, front, back; in each the moment that matters most first.</summary>
    /// <returns>Each with its view, moment and points; empty for an exercise whose checks no picture answers.</returns>
    public static IReadOnlyList<PlannedStill> For(CheckStandard standard)
    {
        ArgumentNullException.ThrowIfNull(standard);
        // What a picture can only find off, and never fine, is for the eye: no still is asked for it.
        var must = standard.MustPass.Where(b => !b.Measure.OnlyOutside).Select(b => b.Measure.Id).ToArray();
        var all = standard.Bands.Select(b => b.Measure.Id).ToArray();
        var plan = new List<PlannedStill>();
        foreach (var view in Enum.GetValues<View>())
        {
            foreach (var moment in standard.Exercise.Shape.Moments)
            {
                var (needed, wanted) = (
                    Landmarks.Needed(must, view, moment, false),
                    Landmarks.Needed(all, view, moment, false)
                );
                if (wanted.Count == 0)
                    continue;
                // From behind nothing is essential that the front has shown; the pelvis may be read from either.
                string[] reasons =
                    needed.Count > 0 && view != View.Back
                        ? [.. must.Where(id => NeededFor(standard, id, view, moment))]
                        : [];
                plan.Add(
                    new PlannedStill(view, moment, needed, [.. wanted.Except(needed)], reasons.Length > 0)
                    {
                        MeasureIds = reasons,
                    }
                );
            }
        }

        return plan;
    }

    /// <summary>
    /// The shortest look there is: one view, one moment and the points of one check, the first that a coach compares left against right.
    /// </summary>
    /// <returns>Null for an exercise whose checks no picture answers.</returns>
    public static PlannedStill? Quick(CheckStandard standard)
    {
        ArgumentNullException.ThrowIfNull(standard);
        var ranked = standard.Bands.Where(b => b.Measure.QuickRank is not null).OrderBy(b => b.Measure.QuickRank);
        if ((ranked.FirstOrDefault(b => b.MustPass) ?? ranked.FirstOrDefault())?.Measure.Id is not { } id)
            return null;
        var plan = For(standard);
        var still =
            plan.FirstOrDefault(p => p.MeasureIds.Contains(id))
            ?? plan.FirstOrDefault(p => Landmarks.Needed([id], p.View, p.Moment, true).Count > 0);
        return still is null
            ? null
            : still with
            {
                Points = Landmarks.Needed([id], still.View, still.Moment, true),
                MorePoints = [],
                MeasureIds = [id],
            };
    }

    /// <summary>Whether the side view is filmed from the working leg's side, as is usual; from the other leg's where its thigh is what must pass.</summary>
    /// <returns>False where the other leg's thigh is what must pass.</returns>
    public static bool WorkingLegNear(CheckStandard standard)
    {
        ArgumentNullException.ThrowIfNull(standard);
        return standard.Of("rear-thigh") is not { MustPass: true };
    }

    /// <summary>How high the phone is set for a view, metres.</summary>
    /// <returns>Knee high from the side; higher from front and back, so that the pelvis is not seen from below.</returns>
    public static double PhoneHeight(View view) => view == View.Side ? CameraPlace.KneeHigh : CameraPlace.FrontHigh;

    /// <summary>A moment is essential to a check that can be read at no other, or is first of all read at it.</summary>
    private static bool NeededFor(CheckStandard standard, string id, View view, Moment moment)
    {
        var (measure, box) = (MeasureDefinition.Find(id)!, standard.Exercise.Shape.Box);
        var formulas = measure.Formulas.Where(f => f.Views.Contains(view)).ToArray();
        if (formulas.Length == 0)
            return false;
        var single = formulas.Where(f => f.Needs.Count == 1).Select(f => f.Needs[0].Moment).ToArray();
        return single.Length == 0 ? formulas.Any(f => f.Needs.Any(n => n.Moment == moment))
            : box == BoxWay.Lowers && measure.TiltedByABox ? moment == Moment.FirstSeen
            : box == BoxWay.Rises && measure.TiltedByABox ? moment == Moment.Top
            : box == BoxWay.Rises && single.Contains(Moment.Bottom) ? moment == Moment.HalfUp && single.Contains(moment)
            : single.Contains(Moment.Bottom) ? moment == Moment.Bottom
            : single.Contains(moment);
    }
}
