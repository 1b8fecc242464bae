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
    /// <param name="standard">By what it was judged.</param>
    /// <param name="context">What has to be known besides.</param>
    public static IReadOnlyList<Onset> Of(
        IReadOnlyList<Movement> movements,
        IReadOnlyList<MeasureResult> results,
        CheckStandard standard,
        ReadingContext context
    )
    {
        ArgumentNullException.ThrowIfNull(movements);
        ArgumentNullException.ThrowIfNull(results);
        ArgumentNullException.ThrowIfNull(standard);
        var found = new List<Onset>();
        foreach (var movement in movements)
        {
            foreach (
                var result in results.Where(r =>
                    r is { Verdict: Verdict.Outside, Mean: not null, Seen: null, Moment: Moment.Bottom }
                    && r.Mean.Readings.Any(x => x.Provenance.View == movement.Body.View)
                )
            )
            {
                if (
                    result.Judgement is { } judged
                    && Formula(result.Measure, movement.Body.View) is { } formula
                    && (judged.Where == BandSide.Beyond ? judged.Band.Upper : judged.Band.Lower) is { } edge
                )
                    found.AddRange(In(movement, result, formula, edge.Value, judged.Where, standard, context));
            }
        }

        return found;
    }

    /// <summary>Which of two measures of one side leaves its band first.</summary>
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

    private static MeasureFormula? Formula(MeasureDefinition measure, View view) =>
        (measure.FoundFormulas.Count > 0 ? measure.FoundFormulas : measure.Formulas).FirstOrDefault(f =>
            f.SeenFrom(view)
            && f.Needs[^1].Moment == Moment.Bottom
            && f.Needs.All(n => n.Moment is Moment.Bottom or Moment.Start)
        );

    private static List<Onset> In(
        Movement movement,
        MeasureResult result,
        MeasureFormula formula,
        double edge,
        BandSide where,
        CheckStandard standard,
        ReadingContext context
    )
    {
        var repetitions = movement.Counted.Where(r => r.Side == result.Side).ToArray();
        if (repetitions.Length == 0)
            return [];
        var track = movement.On(result.Side);
        var curves = repetitions
            .Select(r => (Repetition: r, Values: Curve(movement, r, track, formula, standard, context)))
            .ToArray();
        // The camera is taken out of what is judged; here it is what the judged mean and these curves differ by at the bottom.
        double[] bottoms =
        [
            .. curves.Select(c => c.Values.Read(c.Repetition.Repetition.Bottom)).Where(double.IsFinite),
        ];
        if (bottoms.Length == 0)
            return [];
        var off = result.Mean!.Value.Value - bottoms.Average();
        var grows = formula.Needs.Count > 1;
        // What is read at an instant is the mean of three samples; a curve is one after the other.
        var scatter = result.Mean.Error.Placing.Value * track.Filter.Gain / Math.Max(1e-9, track.Filter.GainOfMean(3));
        var sign = where == BandSide.Beyond ? 1 : -1;
        var found = new List<Onset>();
        foreach (var (repetition, curve) in curves)
        {
            var r = repetition.Repetition;
            var values = curve.Values.Select(
                (v, i) =>
                    sign * (v + (grows ? off * movement.DepthAt(repetition, curve.Begins + (i / track.Rate)) : off))
            );
            if (
                Leaving.Find(
                    [.. values],
                    track.Rate,
                    sign * edge,
                    scatter,
                    r.Start.Seconds - curve.Begins,
                    r.Bottom - curve.Begins
                )
                is not { } left
            )
                continue;
            var at = left with { At = left.At with { Seconds = left.At.Seconds + curve.Begins } };
            found.Add(
                new Onset(
                    result.Measure,
                    result.Side,
                    movement.Body.Clip,
                    repetition.Number,
                    where,
                    at,
                    Math.Clamp(r.PhaseOf(at.At.Seconds) / 100, 0, 1)
                )
            );
        }

        return found;
    }

    private sealed record Sampled(double[] Values, double Begins, double Rate)
    {
        public double Read(double seconds)
        {
            var i = (int)Math.Round((seconds - Begins) * Rate);
            return i >= 0 && i < Values.Length ? Values[i] : double.NaN;
        }
    }

    /// <summary>A measure over the way down of one repetition and a little beyond, sample by sample.</summary>
    private static Sampled Curve(
        Movement movement,
        SidedRepetition repetition,
        CleanTrack track,
        MeasureFormula formula,
        CheckStandard standard,
        ReadingContext context
    )
    {
        const double beyond = 0.3;
        var r = repetition.Repetition;
        var from = Math.Max(0, (int)Math.Ceiling((r.Start.Seconds - beyond - track.Begins) * track.Rate));
        var to = Math.Min(track.Samples - 1, (int)Math.Floor((r.Bottom + beyond - track.Begins) * track.Rate));
        var rest = formula.Needs.Count > 1 ? Read(movement.When(repetition, Moment.Start), Moment.Start, 0) : null;
        var values = new double[Math.Max(0, to - from + 1)];
        var stills = new Levelled[formula.Needs.Count];
        for (var i = 0; i < values.Length; i++)
        {
            values[i] = double.NaN;
            var last = formula.Needs.Count - 1;
            if (
                (last > 0 && rest is null)
                || Read(track.Begins + ((from + i) / track.Rate), Moment.Bottom, last) is not { } now
            )
                continue;
            if (last > 0)
                stills[0] = rest!;
            stills[last] = now;
            values[i] = formula.Read(stills, context);
        }

        return new Sampled(values, track.Begins + (from / track.Rate), track.Rate);

        Levelled? Read(double seconds, Moment moment, int need) =>
            MeasureReader.Sound(movement.At(repetition, seconds, moment), standard.Errors) is { } still
            && formula.Needs[need].AllOn(still)
                ? still
                : null;
    }
}
