using DeftStride.Core.Measuring;
using MathNet.Numerics.Interpolation;

namespace DeftStride.Core.Seeing;

/// <summary>
/// A track mended and smoothed on an even grid. In this order: what was not seen and what slipped are gaps; left and right
/// that were changed over for a moment are changed back; short gaps are bridged; then an even grid at the clip's own rate, and
/// the low-pass. Longer gaps stay: nothing is invented across them, nor where the film jumps.
/// </summary>
public sealed class CleanTrack
{
    /// <summary>The most samples a second that are worked with.</summary>
    public const double MostRate = 60;

    /// <summary>A gap of at most so many seconds is bridged.</summary>
    public const double Bridge = 0.2;

    /// <summary>Left and right changed over for longer is asked about, seconds.</summary>
    public const double LongestSwap = 0.5;

    /// <summary>A point scatters about so much after smoothing where the clip itself cannot tell, pixels of a picture 1080 lines high.</summary>
    private const double UsualSd = 1.5;
    private const double LongestSlip = 0.3;
    private const double SlipSteps = 6;
    private const double SlipPart = 0.03;
    private const double SlipBack = 0.5;
    private const double Crossed = 0.5;

    /// <summary>Nearer to an end than this, smoothing takes nothing off the scatter, seconds.</summary>
    private const double End = 0.25;

    /// <summary>What may be changed over.</summary>
    private static readonly (Landmark One, Landmark Other)[] Pairs =
    [
        (Landmark.Ankle, Landmark.RearAnkle),
        (Landmark.Knee, Landmark.RearKnee),
        (Landmark.Hip, Landmark.FreeHip),
        (Landmark.Toe, Landmark.RearToe),
    ];

    private readonly Dictionary<Landmark, Path> _paths = [];

    private sealed record Path(double[] X, double[] Y, double? Scatter);

    private CleanTrack(Track track, LowPass filter, double begins, int samples) =>
        (Track, Filter, Begins, Samples) = (track, filter, begins, samples);

    /// <summary>The track as it came.</summary>
    public Track Track { get; }

    /// <summary>The filter, with the rate of the grid.</summary>
    public LowPass Filter { get; }

    /// <summary>Samples a second.</summary>
    public double Rate => Filter.Rate;

    /// <summary>The time of the first sample, seconds.</summary>
    public double Begins { get; }

    /// <summary>How many samples the grid has.</summary>
    public int Samples { get; }

    /// <summary>Where left and right seem to be changed over for too long to mend without asking.</summary>
    public IReadOnlyList<SwapQuestion> Swaps { get; private init; } = [];

    /// <summary>How many stretches were taken for slips, and left out.</summary>
    public int Slips { get; private init; }

    /// <summary>Cleans a track.</summary>
    /// <param name="track">As it came.</param>
    /// <param name="cutoff">Of the low-pass, hertz.</param>
    /// <returns>Null where there are fewer than four frames, or their times do not rise: nothing moves in it.</returns>
    public static CleanTrack? Of(Track track, double cutoff = LowPass.UsualCutoff)
    {
        ArgumentNullException.ThrowIfNull(track);
        var times = track.Frames.Select(f => f.Seconds).ToArray();
        if (times.Length < 4 || times.Zip(times.Skip(1)).Any(p => !(p.Second > p.First)))
            return null;
        var rate = Math.Min(MostRate, 1 / Statistics.Median(times.Zip(times.Skip(1), (a, b) => b - a)));
        var samples = (int)Math.Floor(((times[^1] - times[0]) * rate) + 1e-6) + 1;
        if (samples < 4)
            return null;
        var filter = new LowPass(rate, cutoff);
        Landmark[] landmarks =
        [
            .. Enum.GetValues<Landmark>().Where(l => track.Frames.Any(f => f.Points.ContainsKey(l))),
        ];
        // Each landmark goes its own way: they are worked out beside each other.
        var paths = new ImagePoint?[landmarks.Length][];
        var slipped = new int[landmarks.Length];
        Parallel.For(
            0,
            landmarks.Length,
            i =>
            {
                paths[i] = Seen(track, landmarks[i]);
                slipped[i] = TakeOutSlips(paths[i], times, track.Picture.Height);
            }
        );
        var seen = landmarks.Zip(paths).ToDictionary(p => p.First, p => p.Second);
        var swaps = ChangeBack(seen, times, track.Jumps);
        var clean = new CleanTrack(track, filter, times[0], samples) { Swaps = swaps, Slips = slipped.Sum() };
        var gridded = new Path?[landmarks.Length];
        Parallel.For(0, landmarks.Length, i => gridded[i] = clean.Gridded(paths[i], times));
        for (var i = 0; i < landmarks.Length; i++)
        {
            if (gridded[i] is { } path)
                clean._paths[landmarks[i]] = path;
        }

        return clean;
    }

    private static ImagePoint?[] Seen(Track track, Landmark landmark)
    {
        var path = new ImagePoint?[track.Frames.Count];
        for (var i = 0; i < path.Length; i++)
            path[i] = track.Frames[i].Points.TryGetValue(landmark, out var p) && p.Seen ? p.At : null;
        return path;
    }

    /// <summary>Whether a landmark has a path at all.</summary>
    /// <returns>False for one that was never seen.</returns>
    public bool Has(Landmark landmark) => _paths.ContainsKey(landmark);

    /// <summary>A landmark's smoothed path across the picture, pixels.</summary>
    /// <returns>One number a frame of the even grid, NaN in gaps; empty without a path.</returns>
    public IReadOnlyList<double> X(Landmark landmark) => _paths.GetValueOrDefault(landmark)?.X ?? [];

    /// <summary>The same down the picture.</summary>
    /// <returns>One number a frame of the even grid, NaN in gaps; empty without a path.</returns>
    public IReadOnlyList<double> Y(Landmark landmark) => _paths.GetValueOrDefault(landmark)?.Y ?? [];

    /// <summary>How far a landmark's points scattered before smoothing, pixels, a standard deviation.</summary>
    /// <returns>Null where it cannot be told.</returns>
    public double? Scatter(Landmark landmark) => _paths.GetValueOrDefault(landmark)?.Scatter;

    /// <summary>Where a landmark is at an instant: the mean over the samples around it.</summary>
    /// <param name="landmark">The landmark.</param>
    /// <param name="seconds">From the start of the clip.</param>
    /// <returns>Pixels; null in a gap and outside the clip.</returns>
    public ImagePoint? At(Landmark landmark, double seconds)
    {
        if (!_paths.TryGetValue(landmark, out var path))
            return null;
        var at = (seconds - Begins) * Rate;
        if (at < -0.5 || at > Samples - 0.5)
            return null;
        // Over one sample to each side, as far as there are any.
        var (x, y, weight) = (0.0, 0.0, 0.0);
        var middle = (int)Math.Round(at);
        for (var i = Math.Max(0, middle - 1); i <= Math.Min(Samples - 1, middle + 1); i++)
        {
            if (double.IsNaN(path.X[i]))
                return null;
            (x, y, weight) = (x + path.X[i], y + path.Y[i], weight + 1);
        }

        return new ImagePoint(x / weight, y / weight);
    }

    /// <summary>How sure a point is at an instant, pixels, a standard deviation.</summary>
    /// <returns>What smoothing leaves of its scatter, all of it near the ends, along each axis; null where it cannot be told.</returns>
    public double? SdAt(Landmark landmark, double seconds) =>
        Scatter(landmark) is not { } scatter ? null
        : seconds - Begins < End
        || Begins + ((Samples - 1) / Rate) - seconds < End
        || Track.Jumps.Any(j => Math.Abs(j - seconds) < End)
            ? scatter
        : scatter * Filter.GainOfMean(3);

    /// <summary>The points at an instant as a still, so that everything that reads stills reads this.</summary>
    /// <param name="seconds">From the start of the clip.</param>
    /// <param name="repetition">Which repetition, from 1.</param>
    /// <param name="moment">Which moment of it.</param>
    /// <returns>Pixels; without the landmarks that were not seen then.</returns>
    public PointSet Still(double seconds, int repetition, Moment moment)
    {
        var points = new Dictionary<Landmark, ImagePoint>();
        var sds = new Dictionary<Landmark, double>();
        foreach (var landmark in Landmarks.Order(Track.View))
        {
            if (At(landmark, seconds) is not { } at || !Track.Picture.Contains(at))
                continue;
            points[landmark] = at;
            sds[landmark] = SdAt(landmark, seconds) ?? UsualSd * Track.Picture.Height / 1080.0;
        }

        return new PointSet(
            Track.View,
            Track.FrontLeg,
            Track.Facing,
            Track.Picture,
            points,
            Track.Vertical,
            PointPlacer.Found,
            FormattableString.Invariant($"{Track.Clip} at {seconds:0.000} s")
        )
        {
            Moment = moment,
            Repetition = repetition,
            Scale = Track.Scale,
            Camera = Track.Camera,
            Mirrored = Track.Mirrored,
            Sds = sds,
        };
    }

    /// <summary>A run that is entered and left by opposite leaps and ends near where it began is no movement: it becomes a gap.</summary>
    private static int TakeOutSlips(ImagePoint?[] path, double[] times, double height)
    {
        int[] seen = [.. Enumerable.Range(0, path.Length).Where(i => path[i] is not null)];
        if (seen.Length < 4)
            return 0;
        var steps = seen.Zip(seen.Skip(1), (a, b) => path[a]!.Value.DistanceTo(path[b]!.Value)).ToArray();
        var least = Math.Max(SlipSteps * Statistics.Median(steps), SlipPart * height);
        var slips = 0;
        for (var i = 1; i < seen.Length; i++)
        {
            if (steps[i - 1] <= least)
                continue;
            var from = path[seen[i - 1]]!.Value;
            for (var j = i + 1; j < seen.Length && times[seen[j]] - times[seen[i]] <= LongestSlip + 1e-9; j++)
            {
                var (into, back) = (path[seen[i]]!.Value, path[seen[j]]!.Value);
                var last = path[seen[j - 1]]!.Value;
                var opposite = ((into.X - from.X) * (back.X - last.X)) + ((into.Y - from.Y) * (back.Y - last.Y)) < 0;
                if (steps[j - 1] <= least || !opposite || back.DistanceTo(from) > SlipBack * into.DistanceTo(from))
                    continue;
                for (var k = seen[i]; k < seen[j]; k++)
                    path[k] = null;
                slips++;
                i = j;
                break;
            }
        }

        return slips;
    }

    /// <summary>Changes left and right back where they were changed over for a moment; longer stretches are left and asked about.</summary>
    private static List<SwapQuestion> ChangeBack(
        Dictionary<Landmark, ImagePoint?[]> seen,
        double[] times,
        IReadOnlyList<double> jumps
    )
    {
        var pairs = Pairs.Where(p => seen.ContainsKey(p.One) && seen.ContainsKey(p.Other)).ToArray();
        var asked = new List<SwapQuestion>();
        if (pairs.Length == 0)
            return asked;
        var before = new (ImagePoint One, ImagePoint Other)?[pairs.Length];
        var began = -1;
        for (var i = 0; i < times.Length; i++)
        {
            // On the far side of a jump nothing stands where it stood, and the other leg may be in front.
            if (i > 0 && jumps.Any(j => j > times[i - 1] && j < times[i]))
            {
                if (began >= 0)
                    Settle(began, i);
                began = -1;
                Array.Clear(before);
            }

            var (straight, crossed) = (0.0, 0.0);
            for (var p = 0; p < pairs.Length; p++)
            {
                if (
                    before[p] is not { } was
                    || seen[pairs[p].One][i] is not { } one
                    || seen[pairs[p].Other][i] is not { } other
                )
                    continue;
                straight += one.DistanceTo(was.One) + other.DistanceTo(was.Other);
                crossed += one.DistanceTo(was.Other) + other.DistanceTo(was.One);
            }

            var swapped = crossed < Crossed * straight;
            if (swapped && began < 0)
                began = i;
            if (!swapped && began >= 0)
            {
                Settle(began, i);
                began = -1;
            }

            for (var p = 0; p < pairs.Length; p++)
            {
                if (seen[pairs[p].One][i] is { } one && seen[pairs[p].Other][i] is { } other)
                    before[p] = swapped ? (other, one) : (one, other);
            }
        }

        if (began >= 0)
            Settle(began, times.Length);
        return asked;

        void Settle(int from, int to)
        {
            if (times[to - 1] - times[from] >= LongestSwap)
            {
                asked.Add(new SwapQuestion(times[from], times[to - 1]));
                return;
            }

            foreach (var (one, other) in pairs)
            {
                for (var i = from; i < to; i++)
                    (seen[one][i], seen[other][i]) = (seen[other][i], seen[one][i]);
            }
        }
    }

    /// <summary>A path on the grid: bridged where the gap is short, smoothed between longer ones and on either side of a jump.</summary>
    private Path? Gridded(ImagePoint?[] path, double[] times)
    {
        int[] seen = [.. Enumerable.Range(0, path.Length).Where(i => path[i] is not null)];
        if (seen.Length < 4)
            return null;
        var (x, y) = (NaN(), NaN());
        var left = 0.0;
        var runs = 0;
        for (var first = 0; first < seen.Length; )
        {
            var last = first;
            while (last + 1 < seen.Length && Near(seen[last], seen[last + 1]))
                last++;
            var run = seen[first..(last + 1)];
            first = last + 1;
            if (run.Length < 4)
                continue;
            var t = run.Select(i => times[i]).ToArray();
            var from = (int)Math.Ceiling(((t[0] - Begins) * Rate) - 1e-6);
            var to = Math.Min(Samples - 1, (int)Math.Floor(((t[^1] - Begins) * Rate) + 1e-6));
            if (to - from < 3)
                continue;
            Put(x, run.Select(i => path[i]!.Value.X).ToArray());
            Put(y, run.Select(i => path[i]!.Value.Y).ToArray());
            runs += to - from + 1;

            void Put(double[] target, double[] values)
            {
                var between = CubicSpline.InterpolatePchipSorted(t, values);
                var grid = new double[to - from + 1];
                for (var i = 0; i < grid.Length; i++)
                    grid[i] = between.Interpolate(Math.Clamp(Begins + ((from + i) / Rate), t[0], t[^1]));
                var smooth = Filter.Smooth(grid);
                smooth.CopyTo(target, from);
                if (Filter.Scatter(grid, smooth) is { } sd)
                    left += sd * sd * grid.Length;
            }
        }

        return runs == 0
            ? null
            : new Path(x, y, Rate < LowPass.LeastRateForScatter ? null : Math.Sqrt(left / (2 * runs)));

        double[] NaN()
        {
            var none = new double[Samples];
            Array.Fill(none, double.NaN);
            return none;
        }

        // By time and not by frames: a camera that stopped for a while leaves a gap too.
        bool Near(int a, int b) =>
            times[b] - times[a] <= Bridge + (1 / Rate) + 1e-9 && !Track.Jumps.Any(j => j > times[a] && j < times[b]);
    }
}
