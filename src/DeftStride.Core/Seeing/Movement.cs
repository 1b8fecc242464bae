using System.Collections.Concurrent;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Seeing;

/// <summary>Why nothing can be said of a clip, or what has to be asked first.</summary>
public enum MovementFault
{
    /// <summary>Nobody is seen in most of it.</summary>
    Nobody,

    /// <summary>The head is below the hips.</summary>
    UpsideDown,

    /// <summary>Nothing moves enough to be told from scatter.</summary>
    CannotTell,

    /// <summary>No repetition is whole.</summary>
    NoWholeRepetition,

    /// <summary>No repetition is whole, and the film jumps in one at least.</summary>
    Jumps,

    /// <summary>The feet do not tell which leg works, and nobody said it.</summary>
    WhichLeg,
}

/// <summary>A repetition with the leg that works in it.</summary>
/// <param name="Side">The client's own.</param>
/// <param name="Number">From 1 among the repetitions of that side in this clip.</param>
/// <param name="Repetition">When it goes down and comes up.</param>
public sealed record SidedRepetition(BodySide Side, int Number, Repetition Repetition);

/// <summary>What moves in one clip: its repetitions, whose they are, and any instant of them as a still.</summary>
public sealed class Movement
{
    /// <summary>Seen in less than this part of its frames, nobody is in a clip.</summary>
    private const double LeastSeen = 0.5;

    /// <summary>So long before the way down and after the way up the client stands, seconds.</summary>
    private const double Beside = 0.1;

    /// <summary>With more than this part of its low half hidden a repetition is not counted.</summary>
    private const double MostHidden = 0.2;

    /// <summary>What a hip scatters by where the clip cannot tell it, pixels of a picture 1080 lines high.</summary>
    private const double UsualScatter = 1.5;

    private readonly Dictionary<BodySide, CleanTrack> _tracks;

    private Movement(
        FilmedBody body,
        Exercise exercise,
        Dictionary<BodySide, CleanTrack> tracks,
        RepetitionSet set,
        IReadOnlyList<SidedRepetition> counted
    ) => (Body, Exercise, _tracks, All, Counted) = (body, exercise, tracks, set, counted);

    /// <summary>The clip.</summary>
    public FilmedBody Body { get; }

    /// <summary>What was done in it.</summary>
    public Exercise Exercise { get; }

    /// <summary>All repetitions, partial ones too.</summary>
    public RepetitionSet All { get; }

    /// <summary>Those that count, with their sides.</summary>
    public IReadOnlyList<SidedRepetition> Counted { get; }

    /// <summary>When the film goes on elsewhere, seconds: in a repetition or between two. Before the first and after the last it matters to nothing.</summary>
    public IReadOnlyList<double> Jumps { get; private init; } = [];

    /// <summary>Which sides worked.</summary>
    public IEnumerable<BodySide> Sides => Counted.Select(r => r.Side).Distinct();

    /// <summary>The smoothed track of a side.</summary>
    /// <returns>In pixels, on an even grid of time.</returns>
    /// <exception cref="KeyNotFoundException">That side does not work in this clip.</exception>
    public CleanTrack On(BodySide side) => _tracks[side];

    /// <summary>What moves in a clip.</summary>
    /// <param name="body">The clip.</param>
    /// <param name="exercise">What was done.</param>
    /// <param name="said">Which leg works, where the coach said it; null to see it from the feet, repetition by repetition.</param>
    /// <returns>The repetitions of each side that works; else why that cannot be said.</returns>
    public static Result<Movement, MovementFault> TryFind(FilmedBody body, Exercise exercise, BodySide? said)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(exercise);
        if (body.Frames.Count == 0 || body.Frames.Count(f => f.Points.Count > 0) < LeastSeen * body.Frames.Count)
            return MovementFault.Nobody;
        if (body.UpsideDown)
            return MovementFault.UpsideDown;
        var first = said ?? body.Working(exercise.Shape, double.MinValue, double.MaxValue) ?? BodySide.Left;
        var jumps = body.Jumps();
        if (
            CleanTrack.Of(body.Of(first, jumps)) is not { } track
            || !track.Has(Landmark.Hip)
            || !track.Has(Landmark.FreeHip)
            || !track.Has(Landmark.Knee)
            || !track.Has(Landmark.Ankle)
        )
            return MovementFault.Nobody;

        // Nobody does a repetition across a jump.
        var set = Without(
            Cut(track, exercise.Shape),
            PartialReason.Jumps,
            r => jumps.Any(j => j > r.Start.Seconds - Beside && j < r.End.Seconds + Beside)
        );
        var tracks = new Dictionary<BodySide, CleanTrack> { [first] = track };
        var counted = new List<SidedRepetition>();
        var numbers = new Dictionary<BodySide, int>();
        foreach (var repetition in set.Counted)
        {
            if (
                (said ?? body.Working(exercise.Shape, repetition.Start.Seconds, repetition.End.Seconds)) is not { } side
            )
                return MovementFault.WhichLeg;
            if (!tracks.ContainsKey(side) && CleanTrack.Of(body.Of(side, jumps)) is { } other)
                tracks[side] = other;
            numbers[side] = numbers.GetValueOrDefault(side) + 1;
            counted.Add(new SidedRepetition(side, numbers[side], repetition));
        }

        if (counted.Count == 0)
        {
            return set.All.Count == 0 ? MovementFault.CannotTell
                : set.All.Any(r => r.Partial == PartialReason.Jumps) ? MovementFault.Jumps
                : MovementFault.NoWholeRepetition;
        }

        return new Movement(body, exercise, tracks, set, counted)
        {
            Jumps =
            [
                .. jumps.Where(j => j > set.All[0].Start.Seconds - Beside && j < set.All[^1].End.Seconds + Beside),
            ],
        };
    }

    /// <summary>The same with no more repetitions of a side than can be looked at one by one: the first, the last, and evenly between them, numbered anew.</summary>
    /// <param name="most">Of each side, at least 2.</param>
    /// <returns>The same where there are no more.</returns>
    /// <exception cref="ArgumentOutOfRangeException">Fewer than two are asked for.</exception>
    public Movement AtMost(int most)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(most, 2);
        if (Counted.GroupBy(r => r.Side).All(g => g.Count() <= most))
            return this;
        var kept = Counted
            .GroupBy(r => r.Side)
            .SelectMany(g =>
            {
                SidedRepetition[] all = [.. g];
                return all.Length <= most
                    ? all
                    : Enumerable
                        .Range(0, most)
                        .Select(i => all[(int)Math.Round(i * (all.Length - 1.0) / (most - 1))] with { Number = i + 1 });
            })
            .OrderBy(r => r.Repetition.Bottom);
        return new Movement(Body, Exercise, _tracks, All, [.. kept]) { Jumps = Jumps };
    }

    /// <summary>When a moment of a repetition is.</summary>
    /// <param name="repetition">One of <see cref="Counted"/>.</param>
    /// <param name="moment">Which moment.</param>
    /// <param name="firstSeen">How far down something first goes wrong, 0 to 1; null for half-way.</param>
    /// <returns>Seconds from the start of the clip, never outside it.</returns>
    public double When(SidedRepetition repetition, Moment moment, double? firstSeen = null)
    {
        ArgumentNullException.ThrowIfNull(repetition);
        var r = repetition.Repetition;
        var track = On(repetition.Side);
        var (begins, ends) = (track.Begins, track.Begins + ((track.Samples - 1) / track.Rate));
        var rises = Exercise.Shape.Box == BoxWay.Rises;
        var seconds = moment switch
        {
            Moment.Start => r.Start.Seconds - Beside,
            Moment.FirstSeen => r.At(100 * (firstSeen ?? 0.5)),
            // Upside down: what is found as the way down is the way up.
            Moment.HalfUp => r.At(rises ? 50 : 150),
            Moment.Top when rises => r.Bottom,
            Moment.Top => r.End.Seconds + Beside,
            _ => r.Bottom,
        };
        return Math.Clamp(seconds, begins, ends);
    }

    /// <summary>An instant of a repetition as a still.</summary>
    /// <param name="repetition">One of <see cref="Counted"/>.</param>
    /// <param name="moment">Which moment.</param>
    /// <param name="firstSeen">How far down something first goes wrong, 0 to 1; null for half-way.</param>
    /// <returns>Pixels; without the landmarks that were not seen then.</returns>
    public PointSet At(SidedRepetition repetition, Moment moment, double? firstSeen = null)
    {
        ArgumentNullException.ThrowIfNull(repetition);
        return At(repetition, When(repetition, moment, firstSeen), moment);
    }

    /// <summary>The same at any instant of it.</summary>
    internal PointSet At(SidedRepetition repetition, double seconds, Moment moment)
    {
        var still = On(repetition.Side).Still(seconds, repetition.Number, moment);
        if (Exercise.Shape.FootTravels)
            return still;
        // A model lets the toes sink and the foot follow the knee. The working foot stands where it stood.
        var points = new Dictionary<Landmark, ImagePoint>(still.Points);
        foreach (
            var (landmark, stood) in _planted.GetOrAdd((repetition.Side, repetition.Number), _ => Planted(repetition))
        )
        {
            if (points.ContainsKey(landmark))
                points[landmark] = stood;
        }

        return still with
        {
            Points = points,
        };
    }

    /// <summary>
    /// Where the working foot stands: in the middle of where it is seen over the upper half of both ways. While somebody stands with
    /// the feet nearly in line a model may take one leg for the other; further down the foot follows the knee.
    /// </summary>
    private Dictionary<Landmark, ImagePoint> Planted(SidedRepetition repetition)
    {
        var (r, track) = (repetition.Repetition, On(repetition.Side));
        double[] instants =
        [
            .. Enumerable
                .Range(0, track.Samples)
                .Select(i => track.Begins + (i / track.Rate))
                .Where(s => (s >= r.At(Leaves) && s <= r.At(50)) || (s >= r.At(150) && s <= r.At(200 - Leaves))),
        ];
        var planted = new Dictionary<Landmark, ImagePoint>();
        foreach (var landmark in Body.View == View.Side ? SolePlanted : FootPlanted)
        {
            ImagePoint[] seen = [.. instants.Select(s => track.At(landmark, s)).OfType<ImagePoint>()];
            if (seen.Length > 0)
                planted[landmark] = new(
                    Statistics.Median(seen.Select(p => p.X)),
                    Statistics.Median(seen.Select(p => p.Y))
                );
        }

        return planted;
    }

    /// <summary>So far down a repetition, in % of its way, it no longer stands.</summary>
    private const double Leaves = 10;

    private static readonly Landmark[] SolePlanted = [Landmark.Toe];
    private static readonly Landmark[] FootPlanted = [Landmark.Ankle, Landmark.Toe];
    private readonly ConcurrentDictionary<(BodySide, int), Dictionary<Landmark, ImagePoint>> _planted = [];

    /// <summary>The moments that a repetition is judged at: those worth a still, but for where something first goes wrong, which the whole way down tells better. Lowering from a box the first half is what counts.</summary>
    public IEnumerable<Moment> Moments =>
        Exercise.Shape.Moments.Where(m => m != Moment.FirstSeen || Exercise.Shape.Box == BoxWay.Lowers);

    /// <summary>More repetitions than this are judged by start and bottom alone.</summary>
    private const int Many = 8;

    /// <summary>The moments that some measures are read at from this clip, as stills: start and bottom, and what else they need while there are not too many repetitions.</summary>
    /// <param name="measures">What the look is about.</param>
    /// <returns>Each with when it is, seconds from the start of the clip.</returns>
    public IEnumerable<(SidedRepetition Repetition, double Seconds, PointSet Still)> Stills(
        IEnumerable<MeasureDefinition> measures
    )
    {
        ArgumentNullException.ThrowIfNull(measures);
        var wanted = measures
            .Where(m => m.FoundSd is not null)
            .SelectMany(m => m.FoundFormulas.Count > 0 ? m.FoundFormulas : m.Formulas)
            .Where(f => f.SeenFrom(Body.View))
            .SelectMany(f => f.Needs.Select(n => n.Moment))
            .Append(Moment.Bottom)
            .ToHashSet();
        if (Counted.Count > Many)
            wanted.IntersectWith([Moment.Start, Moment.Bottom]);
        return Stills().Where(s => wanted.Contains(s.Still.Moment));
    }

    /// <summary>All of them as stills, side by side and repetition by repetition.</summary>
    /// <returns>Each with when it is, seconds from the start of the clip.</returns>
    public IEnumerable<(SidedRepetition Repetition, double Seconds, PointSet Still)> Stills() =>
        Counted.SelectMany(r => Moments.Select(m => (r, When(r, m), At(r, m))));

    /// <summary>How deep a share of its way a repetition is at an instant: 0 where it starts, 1 at the bottom.</summary>
    /// <param name="repetition">One of <see cref="Counted"/>.</param>
    /// <param name="seconds">From the start of the clip.</param>
    /// <returns>0 to 1.</returns>
    public double DepthAt(SidedRepetition repetition, double seconds)
    {
        ArgumentNullException.ThrowIfNull(repetition);
        var r = repetition.Repetition;
        var depth = _depth ??= Depth(On(repetition.Side), Exercise.Shape).Depth;
        var track = On(repetition.Side);
        var at = Math.Clamp((int)Math.Round((seconds - track.Begins) * track.Rate), 0, depth.Length - 1);
        return Math.Clamp((depth[at] - r.TopLevel) / (r.BottomLevel - r.TopLevel), 0, 1);
    }

    private double[]? _depth;

    /// <summary>Takes out what does not count for a reason that only shows here, and counts the others anew.</summary>
    private static RepetitionSet Without(RepetitionSet set, PartialReason reason, Func<Repetition, bool> goes)
    {
        var number = 0;
        return set with
        {
            All =
            [
                .. set.All.Select(r =>
                    r.Partial is not null ? r
                    : goes(r) ? r with { Number = 0, Partial = reason }
                    : r with { Number = ++number }
                ),
            ],
        };
    }

    private static RepetitionSet Cut(CleanTrack track, ExerciseShape shape)
    {
        var (depth, scatter, seen) = Depth(track, shape);
        var found = RepetitionFinder.Find(depth, track.Rate, scatter, track.Begins);
        if (seen.All(s => s))
            return found;
        // A repetition whose bottom lies in a gap is listed with that reason.
        return Without(found, PartialReason.NotSeen, r => Hidden(r) > MostHidden);

        // How much of the time below half depth was not seen.
        double Hidden(Repetition r)
        {
            var half = (r.TopLevel + r.BottomLevel) / 2;
            var bottom = Math.Clamp((int)Math.Round((r.Bottom - track.Begins) * track.Rate), 0, seen.Length - 1);
            var (from, to) = (bottom, bottom);
            while (from > 0 && depth[from - 1] > half)
                from--;
            while (to < depth.Length - 1 && depth[to + 1] > half)
                to++;
            return (double)Enumerable.Range(from, to - from + 1).Count(i => !seen[i]) / (to - from + 1);
        }
    }

    /// <summary>How far the hips are below the top, in shank lengths, with how far a sample scatters and whether it was seen; a way up is the same upside down.</summary>
    private static (double[] Depth, double Scatter, bool[] Seen) Depth(CleanTrack track, ExerciseShape shape)
    {
        var up = track.Track.Vertical is { } mark ? Levelled.Upright(mark) : (X: 0, Y: -1);
        var (one, other) =
            shape.Bows && track.Has(Landmark.WorkingShoulder) && track.Has(Landmark.FreeShoulder)
                ? (Landmark.WorkingShoulder, Landmark.FreeShoulder)
                : (Landmark.Hip, Landmark.FreeHip);
        var (x1, y1, x2, y2) = (track.X(one), track.Y(one), track.X(other), track.Y(other));
        var (kx, ky, ax, ay) = (
            track.X(Landmark.Knee),
            track.Y(Landmark.Knee),
            track.X(Landmark.Ankle),
            track.Y(Landmark.Ankle)
        );
        double[] shanks =
        [
            .. Enumerable
                .Range(0, track.Samples)
                .Select(i => Math.Sqrt(((kx[i] - ax[i]) * (kx[i] - ax[i])) + ((ky[i] - ay[i]) * (ky[i] - ay[i]))))
                .Where(double.IsFinite),
        ];
        var shank = shanks.Length == 0 ? track.Track.Picture.Height / 5.0 : Statistics.Median(shanks);
        var way = (shape.Box == BoxWay.Rises ? -1 : 1) / shank;
        var depth = new double[track.Samples];
        var seen = new bool[track.Samples];
        for (var i = 0; i < depth.Length; i++)
        {
            depth[i] = -way * ((up.X * (x1[i] + x2[i]) / 2) + (up.Y * (y1[i] + y2[i]) / 2));
            seen[i] = double.IsFinite(depth[i]);
        }

        Bridged(depth, seen);
        var usual = UsualScatter * track.Track.Picture.Height / 1080.0;
        var (s1, s2) = (track.Scatter(one) ?? usual, track.Scatter(other) ?? usual);
        return (depth, Math.Sqrt((s1 * s1) + (s2 * s2)) / 2 * track.Filter.Gain / shank, seen);
    }

    /// <summary>Goes straight across what was not seen, so that what lies beside it can be cut.</summary>
    private static void Bridged(double[] depth, bool[] seen)
    {
        var last = -1;
        for (var i = 0; i <= depth.Length; i++)
        {
            if (i < depth.Length && !seen[i])
                continue;
            for (var j = last + 1; j < i; j++)
                depth[j] =
                    last < 0 ? (i < depth.Length ? depth[i] : 0)
                    : i == depth.Length ? depth[last]
                    : depth[last] + ((depth[i] - depth[last]) * (j - last) / (i - last));
            last = i;
        }
    }
}
