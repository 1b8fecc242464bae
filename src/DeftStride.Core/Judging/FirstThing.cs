using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>
/// Picks the first thing that goes wrong, not the loudest. Must-pass checks come before the rest; then the order foot, pelvis,
/// knee, shin and trunk, since a fault lower down or at the pelvis brings the next with it; where stills of one view show
/// which came first on the way down, that overrides; and so does a fault that is large while the first in order is slight.
/// </summary>
internal static class FirstThing
{
    /// <summary>From this many band widths outside a fault is large.</summary>
    public const double Large = 1.0;

    /// <summary>Up to this many it is slight.</summary>
    public const double Slight = 0.25;

    public static Finding Of(
        IReadOnlyList<MeasureResult> results,
        IReadOnlyList<SideComparison> comparisons,
        IReadOnlyList<MissingCheck> missing,
        IReadOnlyDictionary<(BodySide, View), double> descents,
        CheckStandard standard,
        IReadOnlyList<Onset> onsets
    )
    {
        var standing = results
            .GroupBy(r => (r.Measure.Id, r.Side))
            .Select(g => Look.Standing([.. g], g.Key.Id, g.Key.Side)!)
            .ToArray();
        if (standing.All(r => r.Verdict is null && r.Mean is null))
            return Finding.Nothing(standard.Exercise);

        var outside = Ordered([.. standing.Where(r => r.Verdict == Verdict.Outside)], onsets);
        // Shifted before anything moved: no way down can show more than that.
        if (results.FirstOrDefault(r => ShiftedAtRest(r, standard)) is { } shifted)
            return Finding.ShiftedAtRest(shifted, outside);
        // One side alone is half a look, since the comparison is the point of looking.
        foreach (var (have, lack) in new[] { (BodySide.Left, BodySide.Right), (BodySide.Right, BodySide.Left) })
        {
            if (standing.All(r => r.Side == have))
                return Finding.Half(outside, standing, lack, onsets);
        }

        if (
            outside.FirstOrDefault() is { } first
            && (first.MustPass || !standing.Any(r => r.MustPass && r.Verdict == Verdict.TooCloseToCall))
        )
            return Finding.Wrong(first, outside, results, comparisons, descents, onsets);
        if (
            standing
                .Where(r => r.MustPass && r.Verdict == Verdict.TooCloseToCall)
                .OrderBy(r => r.Measure.Region)
                .ThenBy(r => r.Judgement!.Margin.Value)
                .FirstOrDefault() is
            { } unsure
        )
            return Finding.Unsure(unsure);
        if (Uneven(comparisons, standard) is { } uneven)
            return Finding.Uneven(uneven, standing);
        return Finding.Clean(standing, comparisons, missing);
    }

    /// <summary>Whether a clip shows a must-pass measure outside while the client still stands; on a box the start is not judged.</summary>
    private static bool ShiftedAtRest(MeasureResult r, CheckStandard standard) =>
        r is { Moment: Moment.Start, MustPass: true, Verdict: Verdict.Outside, Seen: null, Mean: { } mean }
        && mean.Readings.All(x => x.Provenance.Placer == PointPlacer.Found)
        && !(r.Measure.TiltedByABox && standard.Exercise.Shape.Box != BoxWay.None);

    /// <summary>What is outside, first thing first.</summary>
    public static MeasureResult[] Ordered(MeasureResult[] outside, IReadOnlyList<Onset> onsets)
    {
        var order = outside
            .OrderByDescending(r => r.MustPass)
            .ThenBy(r => r.Measure.Region)
            .ThenBy(r => r.Moment)
            // Within a region the order of the catalogue: the shin before what follows from it.
            .ThenBy(r => MeasureDefinition.Register.PlaceOf(r.Measure.Id))
            .ThenByDescending(r => r.Excess)
            .ToList();
        for (var moved = true; moved && order.Count > 1; )
        {
            moved = false;
            var first = order[0];
            // Seen earlier in the same view on the same side: that came first, whatever the order of the chain says.
            var earlier = order
                .Skip(1)
                .FirstOrDefault(r =>
                    r.MustPass == first.MustPass
                    && r.Side == first.Side
                    && r.Moment < first.Moment
                    && ShareView(r, first)
                    && Comparable(r, first, outside)
                );
            if (earlier is null)
                continue;
            order.Remove(earlier);
            order.Insert(0, earlier);
            moved = true;
        }

        if (
            order.Count > 1
            && order[0].Excess <= Slight
            && order.FirstOrDefault(r => r.Excess >= Large && r.MustPass && r.Measure.Region != Region.Whole)
                is { } large
            && large != order[0]
        )
        {
            order.Remove(large);
            order.Insert(0, large);
        }

        // What a clip shows to leave first, over its repetitions, comes first whatever the rest says.
        if (
            order.Count > 1
            && order.FirstOrDefault(r =>
                r.MustPass == order[0].MustPass
                && r.Side == order[0].Side
                && Onsets.Leads(onsets, r.Measure.Id, order[0].Measure.Id, r.Side) == Seeing.Order.First
            )
                is { } leads
        )
        {
            order.Remove(leads);
            order.Insert(0, leads);
        }

        return [.. order];
    }

    private static bool ShareView(MeasureResult a, MeasureResult b) => a.Measure.Views.Intersect(b.Measure.Views).Any();

    /// <summary>A change over the whole way has no moment of its own to come first at.</summary>
    private static bool Comparable(MeasureResult a, MeasureResult b, MeasureResult[] all) =>
        a.Measure.Id != "pelvic-change" && b.Measure.Id != "pelvic-change" && all.Length > 1;

    private static SideComparison? Uneven(IReadOnlyList<SideComparison> comparisons, CheckStandard standard) =>
        comparisons
            .Where(c => !c.Equal && standard.Of(c.Measure.Id) is { MustPass: true })
            .OrderByDescending(c => c.Measure.Id == "front-shin")
            .ThenBy(c => c.Measure.Region)
            .FirstOrDefault();
}
