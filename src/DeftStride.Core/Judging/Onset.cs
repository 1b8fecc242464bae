using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Judging;

/// <summary>When a measure left its band on the way down of one repetition.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Clip">In which clip.</param>
/// <param name="Repetition">In which repetition of that side, from 1.</param>
/// <param name="Where">Over which edge.</param>
/// <param name="Left">When.</param>
/// <param name="Share">How much of the way down was done by then, 0 to 1, by time.</param>
public sealed record Onset(
    MeasureDefinition Measure,
    BodySide Side,
    string Clip,
    int Repetition,
    BandSide Where,
    Left Left,
    double Share
);

/// <summary>Finds when measures leave their bands, and which of two leads.</summary>
public static class Onsets
{
    /// <summary>Every onset of what is outside at the bottom.</summary>
    /// <param name="movements">What moves, clip by clip.</param>
    /// <param name="results">What was found at the bottom.</param>
    /// <returns>When and how far on the way down, each with its error; empty where nothing is outside or nothing moves.</returns>
    public static IReadOnlyList<Onset> Of(IReadOnlyList<SeenMovement> movements, IReadOnlyList<MeasureResult> results)
    {
        ArgumentNullException.ThrowIfNull(movements);
        ArgumentNullException.ThrowIfNull(results);
        var found = new List<Onset>();
        foreach (var movement in movements)
        {
            foreach (
                var result in results.Where(r =>
                    r is { Verdict: Verdict.Outside, Mean: not null, Seen: null, Moment: Moment.Bottom }
                    && r.Mean.Readings.Any(x => x.Provenance.View == movement.View)
                )
            )
            {
                if (
                    result.Judgement is { } judged
                    && (judged.Where == BandSide.Beyond ? judged.Band.Upper : judged.Band.Lower) is { } edge
                )
                    found.AddRange(In(movement, result, edge.Value, judged.Where));
            }
        }

        return found;
    }

    /// <summary>Which of two measures of one side leaves its band first.</summary>
    /// <returns>Together where too few repetitions have both, or their errors reach across.</returns>
    public static Order Leads(IReadOnlyList<Onset> onsets, string first, string second, BodySide side)
    {
        var pairs =
            from a in onsets
            join b in onsets on (a.Clip, a.Repetition) equals (b.Clip, b.Repetition)
            where a.Measure.Id == first && b.Measure.Id == second && a.Side == side && b.Side == side
            where a.Left.Timed && b.Left.Timed
            select (a.Left.At, b.Left.At);
        return Leaving.Leads([.. pairs]);
    }

    private static List<Onset> In(SeenMovement movement, MeasureResult result, double edge, BandSide where)
    {
        var curves = movement
            .Repetitions.Where(r => r.Side == result.Side && r.Curves.ContainsKey(result.Measure.Id))
            .Select(r => (Repetition: r, Values: r.Curves[result.Measure.Id]))
            .ToArray();
        // The camera is taken out of what is judged; here it is what the judged mean and these curves differ by at the bottom.
        double[] bottoms = [.. curves.Select(c => c.Values[SeenRepetition.AtBottom]).Where(double.IsFinite)];
        if (bottoms.Length == 0)
            return [];
        var off = result.Mean!.Value.Value - bottoms.Average();
        // What is held against its own start is off by nothing there.
        var grows = result.Measure.FoundFormulas.Count > 0 || result.Measure.Formulas.All(f => f.Needs.Count > 1);
        var filter = new LowPass(movement.Rate);
        // What is read at an instant is the mean of three samples; a curve is one after the other.
        var scatter = result.Mean.Error.Placing.Value * filter.Gain / Math.Max(1e-9, filter.GainOfMean(3));
        var sign = where == BandSide.Beyond ? 1 : -1;
        var found = new List<Onset>();
        foreach (var (repetition, curve) in curves)
        {
            var rate = SeenRepetition.AtBottom / (repetition.Bottom - repetition.Start);
            var values = curve.Select(
                (v, i) => sign * (v + (grows ? off * Math.Min(1, (double)i / SeenRepetition.AtBottom) : off))
            );
            if (
                Leaving.Find([.. values], rate, sign * edge, scatter, 0, repetition.Bottom - repetition.Start)
                is not { } left
            )
                continue;
            found.Add(
                new Onset(
                    result.Measure,
                    result.Side,
                    movement.Clip,
                    repetition.Number,
                    where,
                    left with
                    {
                        At = left.At with { Seconds = left.At.Seconds + repetition.Start },
                    },
                    Math.Clamp(left.At.Seconds / (repetition.Bottom - repetition.Start), 0, 1)
                )
            );
        }

        return found;
    }
}
