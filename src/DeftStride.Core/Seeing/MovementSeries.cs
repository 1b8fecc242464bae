using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>Every measure of one side all through a clip, evenly spaced, and the depth beside it.</summary>
/// <param name="Begins">The time of the first value, seconds from the start of the clip.</param>
/// <param name="Rate">Values a second.</param>
/// <param name="Depth">How deep a share of its way it is: 0 standing, 1 at the bottom.</param>
/// <param name="Values">By measure, in its unit; NaN where it was not seen.</param>
public sealed record MovementSeries(
    double Begins,
    double Rate,
    IReadOnlyList<double> Depth,
    IReadOnlyDictionary<string, double[]> Values
)
{
    /// <summary>More values a second than this say nothing more: the paths are smoothed.</summary>
    public const double MostRate = 30;

    /// <summary>Percent of a phase from one value of a curve to the next.</summary>
    public const double Step = 2.5;

    /// <summary>How many values a curve has: 0 % of the way down to 100 % of the way up.</summary>
    public const int Phases = (int)(200 / Step) + 1;

    /// <summary>The series of a side.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="side">The client's own; it must work in this clip.</param>
    /// <param name="measures">Which measures.</param>
    /// <param name="context">What has to be known besides the points.</param>
    /// <param name="errors">The spreads, which tell what is too short to be read.</param>
    /// <returns>One row a measure, in its own unit, one number a frame; NaN where it was not seen.</returns>
    public static MovementSeries Of(
        Movement movement,
        BodySide side,
        IReadOnlySet<string> measures,
        ReadingContext context,
        ErrorModel errors
    )
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(measures);
        ArgumentNullException.ThrowIfNull(context);
        SidedRepetition[] mine = [.. movement.Counted.Where(r => r.Side == side)];
        var track = movement.On(side);
        var every = Math.Max(1, (int)Math.Ceiling((track.Rate / MostRate) - 1e-9));
        var count = (track.Samples + every - 1) / every;
        var reader = new MomentReader(movement, measures, context, errors);
        var values = reader.Measures.ToDictionary(m => m, _ => NaN(count));
        var depth = NaN(count);
        for (int i = 0, at = 0; i < count; i++)
        {
            var seconds = track.Begins + (i * every / track.Rate);
            // Between two repetitions it belongs to the nearer one, whose standing foot counts.
            while (at + 1 < mine.Length && seconds > Between(mine[at], mine[at + 1]))
                at++;
            depth[i] = movement.DepthAt(mine[at], seconds);
            foreach (var (measure, value) in reader.Read(mine[at], seconds))
                values[measure][i] = value;
        }

        return new MovementSeries(
            track.Begins,
            track.Rate / every,
            depth,
            values.Where(v => v.Value.Any(double.IsFinite)).ToDictionary()
        );
    }

    /// <summary>A value at an instant, between its two neighbours.</summary>
    /// <param name="values">Of this series.</param>
    /// <param name="seconds">From the start of the clip.</param>
    /// <returns>NaN where a neighbour was not seen, and outside the clip.</returns>
    public double At(IReadOnlyList<double> values, double seconds)
    {
        ArgumentNullException.ThrowIfNull(values);
        var at = (seconds - Begins) * Rate;
        if (at < -1e-6 || at > values.Count - 1 + 1e-6)
            return double.NaN;
        var low = Math.Clamp((int)Math.Floor(at), 0, values.Count - 1);
        var high = Math.Min(low + 1, values.Count - 1);
        var part = Math.Clamp(at - low, 0, 1);
        // On a value itself its neighbour does not matter.
        return part < 1e-9 ? values[low] : values[low] + ((values[high] - values[low]) * part);
    }

    /// <summary>How a value goes by phase in one repetition.</summary>
    /// <param name="values">Of this series.</param>
    /// <param name="repetition">One of its side's.</param>
    /// <returns><see cref="Phases"/> values.</returns>
    public double[] ByPhase(IReadOnlyList<double> values, Repetition repetition)
    {
        ArgumentNullException.ThrowIfNull(repetition);
        return [.. Enumerable.Range(0, Phases).Select(i => At(values, repetition.At(i * Step)))];
    }

    private static double Between(SidedRepetition one, SidedRepetition next) =>
        (one.Repetition.End.Seconds + next.Repetition.Start.Seconds) / 2;

    private static double[] NaN(int count)
    {
        var none = new double[count];
        Array.Fill(none, double.NaN);
        return none;
    }
}

/// <summary>A measure by phase over several repetitions: 0 to 100 % of the way down, then of the way up.</summary>
/// <param name="Mean">At each phase, over the repetitions that were seen there; NaN where none was.</param>
/// <param name="Sd">How far they lie apart there; 0 of one.</param>
public sealed record PhaseCurve(IReadOnlyList<double> Mean, IReadOnlyList<double> Sd)
{
    /// <summary>The curve of some repetitions.</summary>
    /// <param name="curves">One for each, all of one length; at least one.</param>
    /// <returns>Mean and standard deviation by phase; NaN where no repetition has one.</returns>
    /// <exception cref="ArgumentException">There is none, or they are not at the same phases.</exception>
    public static PhaseCurve Of(IReadOnlyList<IReadOnlyList<double>> curves)
    {
        ArgumentNullException.ThrowIfNull(curves);
        if (curves.Count == 0 || curves.Any(c => c.Count != curves[0].Count))
            throw new ArgumentException("Curves are joined at the same phases.", nameof(curves));
        double[][] at =
        [
            .. Enumerable
                .Range(0, curves[0].Count)
                .Select(i => curves.Select(c => c[i]).Where(double.IsFinite).ToArray()),
        ];
        return new PhaseCurve(
            [.. at.Select(v => v.Length == 0 ? double.NaN : v.Average())],
            [.. at.Select(v => v.Length == 0 ? double.NaN : Statistics.Sd(v))]
        );
    }

    /// <summary>This against another at each phase: this less the other.</summary>
    /// <returns>One number a phase, NaN where one of the two has none.</returns>
    public IReadOnlyList<double> Less(PhaseCurve other)
    {
        ArgumentNullException.ThrowIfNull(other);
        return [.. Mean.Zip(other.Mean, (a, b) => a - b)];
    }
}
