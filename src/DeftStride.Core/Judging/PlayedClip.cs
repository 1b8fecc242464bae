using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Judging;

/// <summary>One measure all through a clip as it is played: its value and verdict at every instant, and by phase.</summary>
/// <param name="Result">What the look found of it at the bottom.</param>
/// <param name="Values">Along the series, in the measure's unit, as the look reads them: what the camera takes off at the bottom is taken off all the way. NaN where it was not seen.</param>
/// <param name="Verdicts">Along the series, each instant judged by itself; null where there is none.</param>
/// <param name="Reach">How far the error of one instant reaches, in the measure's unit.</param>
/// <param name="Curves">By repetition, its values by phase.</param>
/// <param name="Curve">Their mean and how far they lie apart.</param>
/// <param name="Sameness">How alike the repetitions are at the bottom; null of one.</param>
public sealed record PlayedMeasure(
    MeasureResult Result,
    IReadOnlyList<double> Values,
    IReadOnlyList<Verdict?> Verdicts,
    double Reach,
    IReadOnlyList<IReadOnlyList<double>> Curves,
    PhaseCurve Curve,
    Sameness? Sameness
);

/// <summary>An instant worth going to: something left its band there.</summary>
/// <param name="Measure">What.</param>
/// <param name="Repetition">In which repetition of the side, from 1.</param>
/// <param name="Seconds">From the start of the clip.</param>
/// <param name="Phase">0 at the start, 100 at the bottom, 200 at the end.</param>
/// <param name="Sure">Whether it went fast enough for the instant to be timed.</param>
public sealed record PlayedNick(MeasureDefinition Measure, int Repetition, double Seconds, double Phase, bool Sure);

/// <summary>One side of one clip as it is played.</summary>
/// <param name="Movement">What moves.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Series">All measures all through, as they come.</param>
/// <param name="Repetitions">Those of the side that count.</param>
/// <param name="Strokes">The depth by phase, repetition by repetition.</param>
/// <param name="Measures">What the look judges and this clip shows.</param>
/// <param name="Nicks">When something left its band, in the order of time.</param>
public sealed record PlayedClip(
    Movement Movement,
    BodySide Side,
    MovementSeries Series,
    IReadOnlyList<SidedRepetition> Repetitions,
    IReadOnlyList<IReadOnlyList<double>> Strokes,
    IReadOnlyList<PlayedMeasure> Measures,
    IReadOnlyList<PlayedNick> Nicks
)
{
    /// <summary>At which phase a measure leaves its band, the mean over the repetitions in which that could be timed; null where it could in none.</summary>
    /// <param name="measureId">Which measure.</param>
    /// <returns>Percent: 0 standing, 100 at the bottom, 200 standing again.</returns>
    public double? Leaves(string measureId) =>
        Nicks.Where(n => n.Sure && n.Measure.Id == measureId).Select(n => (double?)n.Phase).Average();

    /// <summary>One side of a clip with what a look found in it.</summary>
    /// <param name="movement">What moves; the side must work in it.</param>
    /// <param name="side">The client's own.</param>
    /// <param name="look">The look that the clip belongs to.</param>
    /// <param name="standard">By which it was judged.</param>
    /// <param name="context">What had to be known besides the points.</param>
    /// <returns>Curves, repetitions and words of every measure that the clip gives.</returns>
    public static PlayedClip Of(
        Movement movement,
        BodySide side,
        Look look,
        CheckStandard standard,
        ReadingContext context
    )
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(look);
        ArgumentNullException.ThrowIfNull(standard);
        SidedRepetition[] mine = [.. movement.Counted.Where(r => r.Side == side)];
        var series = MovementSeries.Of(movement, side, standard.Measures, context, standard.Errors);
        var measures = look
            .Results.Where(r =>
                r is { Moment: Moment.Bottom, Mean: not null, Seen: null }
                && r.Side == side
                && series.Values.ContainsKey(r.Measure.Id)
                && r.Mean.Readings.Any(x => x.Provenance.View == movement.Body.View)
            )
            .Select(r => Measure(r, series, mine))
            .ToArray();
        return new PlayedClip(
            movement,
            side,
            series,
            mine,
            [.. mine.Select(r => (IReadOnlyList<double>)series.ByPhase(series.Depth, r.Repetition))],
            measures,
            [
                .. look
                    .Onsets.Where(o => o.Side == side && o.Clip == movement.Body.Clip)
                    .Join(
                        mine,
                        o => o.Repetition,
                        r => r.Number,
                        (o, r) =>
                            new PlayedNick(
                                o.Measure,
                                o.Repetition,
                                o.Left.At.Seconds,
                                Math.Clamp(r.Repetition.PhaseOf(o.Left.At.Seconds), 0, 100),
                                o.Left.Timed || o.Left.FromTheStart
                            )
                    )
                    .OrderBy(n => n.Seconds),
            ]
        );
    }

    private static PlayedMeasure Measure(MeasureResult result, MovementSeries series, SidedRepetition[] mine)
    {
        var raw = series.Values[result.Measure.Id];
        double[] bottoms = [.. mine.Select(r => series.At(raw, r.Repetition.Bottom)).Where(double.IsFinite)];
        // What the look takes off for the camera is what its number and this curve differ by at the bottom. What is held against its
        // own start is off by nothing there.
        var off = bottoms.Length == 0 ? 0 : result.Mean!.Value.Value - bottoms.Average();
        var grows = result.Measure.FoundFormulas.Count > 0 || result.Measure.Formulas.All(f => f.Needs.Count > 1);
        double[] values = [.. raw.Select((v, i) => v + (grows ? off * Math.Clamp(series.Depth[i], 0, 1) : off))];
        var reading = result.Mean!.Readings[0];
        var camera = reading.Camera.With(reading.ModelSd).Whole;
        var reach =
            ErrorModel.CallZ * Math.Sqrt((reading.PlacingSd.Value * reading.PlacingSd.Value) + (camera * camera));
        double[][] curves = [.. mine.Select(r => series.ByPhase(values, r.Repetition))];
        double[] atBottom = [.. curves.Select(c => c[MovementSeries.Phases / 2]).Where(double.IsFinite)];
        return new PlayedMeasure(
            result,
            values,
            [.. values.Select(v => VerdictAt(v, result, reach))],
            reach,
            curves,
            PhaseCurve.Of(curves),
            atBottom.Length < 2 ? null : Sameness.Of(atBottom, reading.PlacingSd.Value)
        );
    }

    /// <summary>What an instant is by itself. A number that does not count is never called fine.</summary>
    private static Verdict? VerdictAt(double value, MeasureResult result, double reach)
    {
        if (!double.IsFinite(value) || result.Judgement is not { } judged)
            return null;
        var unit = result.Mean!.Value.Unit;
        var verdict = Judgement.Of(new(value, unit), judged.Band, new(reach, unit)).Verdict;
        return result.WouldCount is not null && verdict != Verdict.Outside ? null : verdict;
    }
}
