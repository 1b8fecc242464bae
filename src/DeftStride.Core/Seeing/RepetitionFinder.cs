namespace DeftStride.Core.Seeing;

/// <summary>
/// Finds repetitions in the depth of the hip over time: by its turns, not by a level, so that somebody who does not come up
/// all the way is counted too. All lengths are parts of how deep the repetitions go, or of the scatter where that is more.
/// </summary>
public static class RepetitionFinder
{
    /// <summary>A turn counts once the depth has come back from it by this part of the amplitude.</summary>
    private const double TurnPart = 0.25;

    /// <summary>The same where scatter asks for more, and at most.</summary>
    private const double MostTurnPart = 0.4;
    private const double TurnScatter = 6;

    /// <summary>A span of fewer standard deviations says nothing.</summary>
    private const double LeastSpan = 12;
    private const double Half = 0.5;
    private const double DipPart = 0.06;
    private const double BounceSeconds = 0.8;
    private const double LeastBelowHalf = 0.25;
    private const double StaySeconds = 0.4;
    private const double PauseSeconds = 0.3;
    private const double EdgePart = 0.02;
    private const double EdgeScatter = 2.5;
    private const double MostEdgePart = 0.08;

    /// <summary>What an edge is unsure by beside scatter, seconds.</summary>
    private const double EdgeSd = 0.02;

    private readonly record struct Turn(int At, bool Bottom);

    private sealed record Dive(int Bottom, int? TopBefore, int? TopAfter, BottomNote Note);

    /// <summary>The repetitions in a depth.</summary>
    /// <param name="depth">How far the hip is below where it stands, down positive, smoothed, evenly spaced; any unit.</param>
    /// <param name="rate">Samples a second, over 0.</param>
    /// <param name="scatter">The standard deviation of a sample after smoothing, in the unit of the depth; at least 0.</param>
    /// <param name="begins">The time of the first sample, seconds.</param>
    /// <returns>Whole and partial ones; none, and no amplitude, where the movement cannot be told from scatter.</returns>
    /// <exception cref="ArgumentOutOfRangeException">The rate is not over 0, or the scatter below 0.</exception>
    public static RepetitionSet Find(IReadOnlyList<double> depth, double rate, double scatter, double begins = 0)
    {
        ArgumentNullException.ThrowIfNull(depth);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(rate);
        ArgumentOutOfRangeException.ThrowIfNegative(scatter);
        if (depth.Count < 3)
            return RepetitionSet.CannotTell;
        var span = depth.Max() - depth.Min();
        if (span <= 0 || span < LeastSpan * scatter)
            return RepetitionSet.CannotTell;

        // Once with the whole span as amplitude, then twice with its own, then after what belongs together was joined.
        var amplitude = span;
        Dive[] dives = [];
        for (var round = 0; round < 3; round++)
        {
            dives = Dives(depth, Math.Clamp(TurnScatter * scatter, TurnPart * amplitude, MostTurnPart * amplitude));
            if (AmplitudeOf(depth, dives) is not { } own)
                return RepetitionSet.CannotTell;
            amplitude = own;
        }

        dives = Joined(depth, rate, amplitude, dives);
        amplitude = AmplitudeOf(depth, dives) ?? amplitude;
        var edge = Math.Clamp(EdgeScatter * scatter, EdgePart * amplitude, MostEdgePart * amplitude);
        var reader = new EdgeReader(depth, rate, scatter, edge, begins);
        var found = new List<Repetition>();
        for (var i = 0; i < dives.Length; i++)
        {
            var dive = WithDips(depth, rate, scatter, amplitude, dives[i]);
            var repetition = reader.Timed(dive);
            var partial = Partial(depth, rate, amplitude, dive, repetition);
            found.Add(repetition with { Partial = partial });
        }

        return new RepetitionSet(amplitude, Numbered(found));
    }

    private static List<Repetition> Numbered(List<Repetition> found)
    {
        var number = 0;
        for (var i = 0; i < found.Count; i++)
            found[i] = found[i] with
            {
                Number = found[i].Partial is null ? ++number : 0,
                Top = i + 1 < found.Count ? found[i + 1].Start - found[i].End : null,
            };
        return found;
    }

    /// <summary>Bottoms and tops, each once the depth has come back from it by a threshold.</summary>
    private static List<Turn> Turns(IReadOnlyList<double> depth, double threshold)
    {
        var turns = new List<Turn>();
        var (deepest, highest) = (0, 0);
        // What is looked for: nothing yet, a bottom, or a top.
        bool? seeking = null;
        for (var i = 1; i < depth.Count; i++)
        {
            if (depth[i] > depth[deepest])
                deepest = i;
            if (depth[i] < depth[highest])
                highest = i;
            if (seeking != false && depth[deepest] - depth[i] >= threshold)
            {
                if (seeking is null && highest < deepest && depth[deepest] - depth[highest] >= threshold)
                    turns.Add(new(highest, false));
                turns.Add(new(deepest, true));
                (seeking, highest) = (false, i);
            }
            else if (seeking != true && depth[i] - depth[highest] >= threshold)
            {
                if (seeking is null && deepest < highest && depth[deepest] - depth[highest] >= threshold)
                    turns.Add(new(deepest, true));
                turns.Add(new(highest, false));
                (seeking, deepest) = (true, i);
            }
        }

        // What the clip ends in: a way down that has not turned, or a top that nothing has left.
        if (seeking == true)
            turns.Add(new(deepest, true));
        else if (seeking == false)
            turns.Add(new(highest, false));
        return turns;
    }

    private static Dive[] Dives(IReadOnlyList<double> depth, double threshold)
    {
        var turns = Turns(depth, threshold);
        return
        [
            .. turns
                .Select((turn, i) => (turn, i))
                .Where(t => t.turn.Bottom)
                .Select(t => new Dive(
                    t.turn.At,
                    t.i > 0 ? turns[t.i - 1].At : null,
                    t.i + 1 < turns.Count ? turns[t.i + 1].At : null,
                    BottomNote.None
                )),
        ];
    }

    /// <summary>From the higher-standing top beside it down to a bottom.</summary>
    private static double? DepthOf(IReadOnlyList<double> depth, Dive dive) =>
        (dive.TopBefore, dive.TopAfter) switch
        {
            ({ } before, { } after) => depth[dive.Bottom] - Math.Min(depth[before], depth[after]),
            ({ } before, null) => depth[dive.Bottom] - depth[before],
            (null, { } after) => depth[dive.Bottom] - depth[after],
            _ => null,
        };

    /// <summary>The median of those at least half as deep as the deepest.</summary>
    private static double? AmplitudeOf(IReadOnlyList<double> depth, Dive[] dives)
    {
        double[] all = [.. dives.Select(d => DepthOf(depth, d)).OfType<double>().Where(d => d > 0)];
        return all.Length == 0 ? null : Statistics.Median(all.Where(d => d >= Half * all.Max()));
    }

    /// <summary>Two bottoms with little rise between them and much outside are one.</summary>
    private static Dive[] Joined(IReadOnlyList<double> depth, double rate, double amplitude, Dive[] dives)
    {
        var joined = new List<Dive>();
        foreach (var dive in dives)
        {
            if (
                joined.Count > 0
                && joined[^1] is { TopAfter: { } between } last
                && Math.Min(depth[last.Bottom], depth[dive.Bottom]) - depth[between] < Half * amplitude
                && Outside(last.TopBefore, last.Bottom)
                && Outside(dive.TopAfter, dive.Bottom)
            )
            {
                var deeper = depth[dive.Bottom] > depth[last.Bottom] ? dive.Bottom : last.Bottom;
                var apart = (dive.Bottom - last.Bottom) / rate;
                joined[^1] = new Dive(
                    deeper,
                    last.TopBefore,
                    dive.TopAfter,
                    apart <= BounceSeconds ? BottomNote.Bounce : BottomNote.TwiceDown
                );
            }
            else
                joined.Add(dive);
        }

        return [.. joined];

        bool Outside(int? top, int bottom) => top is { } at && depth[bottom] - depth[at] >= Half * amplitude;
    }

    /// <summary>A dip near the bottom that is too small for a turn and too large for scatter is a bounce too.</summary>
    private static Dive WithDips(IReadOnlyList<double> depth, double rate, double scatter, double amplitude, Dive dive)
    {
        if (dive.Note != BottomNote.None || dive is not { TopBefore: { } before, TopAfter: { } after })
            return dive;
        var half = depth[dive.Bottom] - (Half * (DepthOf(depth, dive) ?? amplitude));
        var (from, to) = (dive.Bottom, dive.Bottom);
        while (from > before && depth[from - 1] > half)
            from--;
        while (to < after && depth[to + 1] > half)
            to++;
        var below = Enumerable.Range(from, to - from + 1).Select(i => depth[i]).ToArray();
        var bottoms = Turns(below, Math.Max(DipPart * amplitude, Math.Max(TurnScatter * scatter, 1e-9)))
            .Where(t => t.Bottom)
            .ToArray();
        return bottoms.Zip(bottoms.Skip(1)).Any(p => (p.Second.At - p.First.At) / rate < BounceSeconds)
            ? dive with
            {
                Note = BottomNote.Bounce,
            }
            : dive;
    }

    private static PartialReason? Partial(
        IReadOnlyList<double> depth,
        double rate,
        double amplitude,
        Dive dive,
        Repetition repetition
    )
    {
        if (dive.TopBefore is null || dive.TopAfter is null)
            return PartialReason.CutOff;
        if (repetition.Depth < Half * amplitude)
            return PartialReason.Shallow;
        var half = (repetition.BottomLevel + repetition.TopLevel) / 2;
        var below = 0;
        for (var i = dive.TopBefore.Value; i <= dive.TopAfter.Value; i++)
            below += depth[i] > half ? 1 : 0;
        return below / rate < LeastBelowHalf ? PartialReason.Brief : null;
    }

    /// <summary>Reads when a top or bottom is left and reached.</summary>
    private sealed class EdgeReader(
        IReadOnlyList<double> depth,
        double rate,
        double scatter,
        double edge,
        double begins
    )
    {
        private readonly record struct Stay(double Level, double Seconds);

        public Repetition Timed(Dive dive)
        {
            var bottom = dive.Bottom;
            var (before, after) = (dive.TopBefore ?? 0, dive.TopAfter ?? depth.Count - 1);
            var (low, first, second) = (
                LevelAt(bottom, before, after),
                LevelAt(before, 0, bottom),
                LevelAt(after, bottom, depth.Count - 1)
            );
            var down = HalfWay(bottom, before, (low.Level + first.Level) / 2);
            var up = HalfWay(bottom, after, (low.Level + second.Level) / 2);
            var start = Edge(down, -1, before, first.Level, 1);
            var arrival = Edge(down, 1, after, low.Level, -1);
            var leaving = Edge(up, -1, before, low.Level, -1);
            var end = Edge(up, 1, after, second.Level, 1);
            if (arrival.Seconds > leaving.Seconds)
            {
                // It turns at once: both are the same instant, in their middle.
                var middle = (arrival.Seconds + leaving.Seconds) / 2;
                (arrival, leaving) = (arrival with { Seconds = middle }, leaving with { Seconds = middle });
            }

            var at =
                leaving.Seconds - arrival.Seconds >= PauseSeconds
                    ? (arrival.Seconds + leaving.Seconds) / 2
                    : begins + (Extremum(bottom) / rate);
            return new Repetition(
                0,
                start,
                arrival,
                at,
                leaving,
                end,
                low.Level - Math.Min(first.Level, second.Level),
                first.Level,
                low.Level
            )
            {
                Note = dive.Note,
            };
        }

        /// <summary>The level of a stay: the median of the samples near its extremum where they last, else the extremum.</summary>
        private Stay LevelAt(int at, int from, int to)
        {
            var (first, last) = (at, at);
            while (first > from && Math.Abs(depth[first - 1] - depth[at]) <= 2 * edge)
                first--;
            while (last < to && Math.Abs(depth[last + 1] - depth[at]) <= 2 * edge)
                last++;
            var seconds = (last - first) / rate;
            return new Stay(
                seconds >= StaySeconds
                    ? Statistics.Median(Enumerable.Range(first, last - first + 1).Select(i => depth[i]))
                    : depth[at],
                seconds
            );
        }

        private int HalfWay(int bottom, int top, double half)
        {
            var step = Math.Sign(top - bottom);
            var at = bottom;
            while (at != top && depth[at] > half)
                at += step;
            return at;
        }

        /// <summary>Outward from half depth to within the edge, and from four edges as far again: where the movement itself would end.</summary>
        /// <param name="from">Half depth.</param>
        /// <param name="step">Which way is outward.</param>
        /// <param name="until">As far as there is anything of this repetition.</param>
        /// <param name="level">The level of the top or bottom.</param>
        /// <param name="above">1 where the depth lies below the level on the way there (a top), −1 where above (a bottom).</param>
        private Instant Edge(int from, int step, int until, double level, int above)
        {
            var near = Crossing(from, step, until, level + (above * edge));
            var far = Crossing(from, step, until, level + (above * 4 * edge));
            var sd = Math.Sqrt(Square(2 * scatter / near.Speed) + Square(scatter / far.Speed) + Square(EdgeSd));
            // Nothing is left or reached before the clip begins or after it ends.
            var at = Math.Clamp((2 * near.Seconds) - far.Seconds, 0, (depth.Count - 1) / rate);
            return new Instant(begins + at, double.IsNaN(sd) ? double.PositiveInfinity : sd);
        }

        private (double Seconds, double Speed) Crossing(int from, int step, int until, double level)
        {
            for (var i = from; i != until; i += step)
            {
                var (here, next) = (depth[i], depth[i + step]);
                if ((here - level) * (next - level) <= 0 && here != next)
                    return ((i + (step * (level - here) / (next - here))) / rate, Speed(i + step));
            }

            return (until / rate, Speed(until));
        }

        private double Speed(int i)
        {
            var (from, to) = (Math.Max(0, i - 1), Math.Min(depth.Count - 1, i + 1));
            return Math.Abs(depth[to] - depth[from]) * rate / (to - from);
        }

        private double Extremum(int i)
        {
            if (i == 0 || i == depth.Count - 1)
                return i;
            var bend = depth[i - 1] - (2 * depth[i]) + depth[i + 1];
            return bend == 0 ? i : i + (0.5 * (depth[i - 1] - depth[i + 1]) / bend);
        }

        private static double Square(double x) => x * x;
    }
}
