using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>A point of the body as a model finds it, on the client's own left and right.</summary>
public enum BodyPoint
{
    /// <summary>The ear that is seen better.</summary>
    Ear,

    /// <summary>The left shoulder.</summary>
    LeftShoulder,

    /// <summary>The right shoulder.</summary>
    RightShoulder,

    /// <summary>The left hip joint.</summary>
    LeftHip,

    /// <summary>The right hip joint.</summary>
    RightHip,

    /// <summary>The left knee.</summary>
    LeftKnee,

    /// <summary>The right knee.</summary>
    RightKnee,

    /// <summary>The left ankle.</summary>
    LeftAnkle,

    /// <summary>The right ankle.</summary>
    RightAnkle,

    /// <summary>The left heel.</summary>
    LeftHeel,

    /// <summary>The right heel.</summary>
    RightHeel,

    /// <summary>The tip of the left foot.</summary>
    LeftToe,

    /// <summary>The tip of the right foot.</summary>
    RightToe,

    /// <summary>A sticker on the left point of the pelvis. No model finds that point well enough.</summary>
    LeftPelvis,

    /// <summary>A sticker on the right point of the pelvis.</summary>
    RightPelvis,
}

/// <summary>One frame of a clip with what was found in it; nothing where nobody was seen.</summary>
/// <param name="Seconds">From the start of the clip.</param>
/// <param name="Points">Pixels of the upright frame.</param>
public sealed record BodyFrame(double Seconds, IReadOnlyDictionary<BodyPoint, TrackPoint> Points);

/// <summary>Somebody in a clip, left and right as they are; which leg works is not settled yet.</summary>
/// <param name="View">From where it was filmed.</param>
/// <param name="Picture">The size of an upright frame.</param>
/// <param name="Frames">In their order, times rising.</param>
/// <param name="Clip">Which clip.</param>
public sealed record FilmedBody(View View, PictureSize Picture, IReadOnlyList<BodyFrame> Frames, string Clip)
{
    /// <summary>Nearer to each other than this part of the picture's height, two feet do not tell which leg works.</summary>
    private const double LeastApart = 0.02;

    /// <summary>So many frames tell what holds for most of a clip.</summary>
    private const int Enough = 240;

    /// <summary>
    /// How far the shoulders lie apart across the picture, in lengths of the trunk, where the camera looks from the side at most and
    /// from the front or from behind at least. Square to the camera they are 0.7 to 0.85 apart; turned by 45° some 0.55.
    /// </summary>
    private const double NarrowFromSide = 0.25,
        WideFromFront = 0.5;

    /// <summary>Faster than this many body lengths a second no trunk moves in a repetition; some 2.5 m/s, twice a quick squat.</summary>
    private const double FastestTrunk = 1.8;

    /// <summary>A trunk that comes to lie this part of a body length elsewhere at once: some 11 cm, more than points scatter by.</summary>
    private const double LeastJump = 0.08;

    /// <summary>So many frames on either side tell a film that goes on elsewhere from a point that slipped and came back.</summary>
    private const int JumpFrames = 3;

    /// <summary>So much of a jump has to stay.</summary>
    private const double JumpStays = 0.6;

    /// <summary>A marked upright, or null.</summary>
    public VerticalMark? Vertical { get; init; }

    /// <summary>A marked length, or null.</summary>
    public ScaleMark? Scale { get; init; }

    /// <summary>Where the camera stood, as far as it is known.</summary>
    public CameraPlace? Camera { get; init; }

    /// <summary>Whether the clip shows left and right swapped.</summary>
    public bool Mirrored { get; init; }

    /// <summary>Whether the head is below the hips most of the time: the phone was held upside down.</summary>
    public bool UpsideDown =>
        Median(Some, f => Mean(f, BodyPoint.LeftShoulder, BodyPoint.RightShoulder)?.Y - Hips(f)?.Y) is > 0;

    /// <summary>
    /// When the film goes on elsewhere from one frame to the next, seconds from its start: it was cut there, or the phone was
    /// moved. Hips and shoulders together come to lie where no repetition takes them in that time, and stay there.
    /// </summary>
    /// <returns>In their order; empty for a film that was not cut.</returns>
    /// <remarks>A cut between two frames in which the client stands alike is not seen, and does no harm.</remarks>
    public IReadOnlyList<double> Jumps()
    {
        (double Seconds, ImagePoint At)[] trunk =
        [
            .. Frames
                .Select(f => (f.Seconds, At: Trunk(f)))
                .Where(f => f.At is not null)
                .Select(f => (f.Seconds, f.At!.Value)),
        ];
        var found = new List<double>();
        if (Body is not { } length)
            return found;
        for (var i = 1; i < trunk.Length; i++)
        {
            var (before, after) = (trunk[i - 1], trunk[i]);
            var step = Apart(before.At, after.At);
            if (step < LeastJump * length || step < FastestTrunk * length * (after.Seconds - before.Seconds))
                continue;
            var stays = Apart(
                Middle(trunk[Math.Max(0, i - JumpFrames)..i]),
                Middle(trunk[i..Math.Min(trunk.Length, i + JumpFrames)])
            );
            if (stays >= JumpStays * step)
                found.Add((before.Seconds + after.Seconds) / 2);
        }

        return found;

        static ImagePoint Middle((double Seconds, ImagePoint At)[] of) =>
            new(of.Average(f => f.At.X), of.Average(f => f.At.Y));
    }

    private static ImagePoint? Trunk(BodyFrame frame) =>
        Hips(frame) is { } hips && Mean(frame, BodyPoint.LeftShoulder, BodyPoint.RightShoulder) is { } shoulders
            ? new ImagePoint((hips.X + shoulders.X) / 2, (hips.Y + shoulders.Y) / 2)
            : null;

    /// <summary>From the shoulders to the ankles while standing, pixels; null where they are hardly seen.</summary>
    private double? Body =>
        Long(
            f => Mean(f, BodyPoint.LeftShoulder, BodyPoint.RightShoulder),
            f => Mean(f, BodyPoint.LeftAnkle, BodyPoint.RightAnkle)
        );

    /// <summary>How long a part of the body looks where it is hardly shortened: nine tenths of the frames show no more, pixels; null where it is hardly seen.</summary>
    private double? Long(Func<BodyFrame, ImagePoint?> from, Func<BodyFrame, ImagePoint?> to)
    {
        double[] lengths =
        [
            .. Some.Select(f => from(f) is { } a && to(f) is { } b ? Apart(a, b) : (double?)null)
                .OfType<double>()
                .Order(),
        ];
        return lengths.Length < LeastFrames ? null : lengths[(int)(0.9 * (lengths.Length - 1))];
    }

    private static double Apart(ImagePoint a, ImagePoint b) =>
        Math.Sqrt(((a.X - b.X) * (a.X - b.X)) + ((a.Y - b.Y) * (a.Y - b.Y)));

    /// <summary>Frames all over the clip, enough to tell what holds for most of it.</summary>
    private IEnumerable<BodyFrame> Some
    {
        get
        {
            var step = Math.Max(1, Frames.Count / Enough);
            for (var i = 0; i < Frames.Count; i += step)
                yield return Frames[i];
        }
    }

    /// <summary>Where the toes point, by most of the frames; null where the feet do not tell.</summary>
    public Facing? Facing =>
        Median(
            Some,
            f => Mean(f, BodyPoint.LeftToe, BodyPoint.RightToe)?.X - Mean(f, BodyPoint.LeftHeel, BodyPoint.RightHeel)?.X
        ) switch
        {
            > 0 => Measuring.Facing.Right,
            < 0 => Measuring.Facing.Left,
            _ => null,
        };

    /// <summary>
    /// From where somebody seems to be filmed: from the side the shoulders lie over each other, from the front the left one is on the
    /// picture's right, from behind on its left. Whether the camera swaps left and right does not matter: what it shows is somebody
    /// else's front.
    /// </summary>
    /// <returns>Null where that is not plain, as from halfway between two views.</returns>
    public View? SeenFrom
    {
        get
        {
            // Bent forward a trunk looks short from the front: its length is that of standing upright.
            var apart =
                Median(Some, f => At(f, BodyPoint.LeftShoulder)?.X - At(f, BodyPoint.RightShoulder)?.X)
                / Long(f => Mean(f, BodyPoint.LeftShoulder, BodyPoint.RightShoulder), Hips);
            return apart switch
            {
                >= WideFromFront => View.Front,
                <= -WideFromFront => View.Back,
                > -NarrowFromSide and < NarrowFromSide => View.Side,
                _ => null,
            };
        }
    }

    /// <summary>
    /// Which leg works in a stretch: on one leg, and on and off a box, the one whose foot stays; else from the side the one ahead, from the
    /// front the nearer and so lower one. Where both feet stay on a box it is the higher one, on one leg the lower.
    /// </summary>
    /// <param name="shape">Of the exercise.</param>
    /// <param name="from">Seconds from the start of the clip.</param>
    /// <param name="to">Until when.</param>
    /// <returns>Null where the feet do not tell.</returns>
    public BodySide? Working(ExerciseShape shape, double from, double to)
    {
        ArgumentNullException.ThrowIfNull(shape);
        var frames = Frames.Where(f => f.Seconds >= from && f.Seconds <= to).ToArray();
        // On one leg, and on and off a box, the foot that stays works: a free leg swings, reaches and hangs.
        if (
            shape.OneLeg
            && Travel(frames, BodyPoint.LeftAnkle) is { } leftWay
            && Travel(frames, BodyPoint.RightAnkle) is { } rightWay
            && Math.Abs(rightWay - leftWay) >= LeastApart * Picture.Height
        )
            return (rightWay > leftWay) == !Mirrored ? BodySide.Left : BodySide.Right;
        var ahead = Facing == Measuring.Facing.Left ? -1 : 1;
        var lead = Median(
            frames,
            f =>
            {
                if (At(f, BodyPoint.LeftAnkle) is not { } left || At(f, BodyPoint.RightAnkle) is not { } right)
                    return null;
                return shape.Box != BoxWay.None || (View == View.Back && shape.BackLeg) ? right.Y - left.Y
                    : shape.OneLeg ? left.Y - right.Y
                    : View == View.Side ? ahead * (left.X - right.X)
                    : left.Y - right.Y;
            }
        );
        if (lead is not { } by || Math.Abs(by) < LeastApart * Picture.Height)
            return null;
        return (by > 0) == !Mirrored ? BodySide.Left : BodySide.Right;
    }

    /// <summary>How far a point goes about, pixels: its middle nine tenths across and up together; null where it is hardly seen.</summary>
    private static double? Travel(BodyFrame[] frames, BodyPoint point)
    {
        ImagePoint[] at = [.. frames.Select(f => At(f, point)).OfType<ImagePoint>()];
        if (at.Length < LeastFrames)
            return null;
        double Range(Func<ImagePoint, double> of)
        {
            double[] sorted = [.. at.Select(of).Order()];
            var cut = sorted.Length / 20;
            return sorted[^(cut + 1)] - sorted[cut];
        }

        return Math.Sqrt(Math.Pow(Range(p => p.X), 2) + Math.Pow(Range(p => p.Y), 2));
    }

    private const int LeastFrames = 5;

    /// <summary>The clip as the track of one working leg.</summary>
    /// <param name="front">The client's own side of the working leg.</param>
    /// <returns>Every landmark by what it is to that leg, pixels as they were found.</returns>
    public Track Of(BodySide front) => Of(front, Jumps());

    /// <summary>The same where it is known already when the film jumps.</summary>
    internal Track Of(BodySide front, IReadOnlyList<double> jumps)
    {
        // In a mirrored picture a model takes left for right.
        var left = (front == BodySide.Left) != Mirrored;
        BodyPoint Own(BodyPoint l, BodyPoint r) => left ? l : r;
        (Landmark Landmark, BodyPoint Point)[] names =
        [
            (Landmark.Ankle, Own(BodyPoint.LeftAnkle, BodyPoint.RightAnkle)),
            (Landmark.Knee, Own(BodyPoint.LeftKnee, BodyPoint.RightKnee)),
            (Landmark.Toe, Own(BodyPoint.LeftToe, BodyPoint.RightToe)),
            (Landmark.Heel, Own(BodyPoint.LeftHeel, BodyPoint.RightHeel)),
            (Landmark.Hip, Own(BodyPoint.LeftHip, BodyPoint.RightHip)),
            (Landmark.Ear, BodyPoint.Ear),
            (Landmark.RearKnee, Own(BodyPoint.RightKnee, BodyPoint.LeftKnee)),
            (Landmark.RearAnkle, Own(BodyPoint.RightAnkle, BodyPoint.LeftAnkle)),
            (Landmark.RearToe, Own(BodyPoint.RightToe, BodyPoint.LeftToe)),
            (Landmark.FreeHip, Own(BodyPoint.RightHip, BodyPoint.LeftHip)),
            (Landmark.WorkingShoulder, Own(BodyPoint.LeftShoulder, BodyPoint.RightShoulder)),
            (Landmark.FreeShoulder, Own(BodyPoint.RightShoulder, BodyPoint.LeftShoulder)),
            (Landmark.WorkingPelvis, Own(BodyPoint.LeftPelvis, BodyPoint.RightPelvis)),
            (Landmark.FreePelvis, Own(BodyPoint.RightPelvis, BodyPoint.LeftPelvis)),
        ];
        // Who faces right shows the right side, unless the picture is mirrored.
        var showsRight = (Facing != Measuring.Facing.Left) != Mirrored;
        var near = showsRight == (front == BodySide.Right);
        var frames = new TrackFrame[Frames.Count];
        Parallel.For(
            0,
            frames.Length,
            i =>
            {
                var points = new Dictionary<Landmark, TrackPoint>(names.Length + 1);
                foreach (var (landmark, name) in names)
                {
                    if (Frames[i].Points.TryGetValue(name, out var p))
                        points[landmark] = p;
                }

                // From the side the two shoulders lie over each other, and the two hips: their middles are the trunk's. The far hip is
                // guessed through the body, toward its own thigh: where the working leg is the near one, its hip is seen, and is
                // what a hand marks.
                if (View == View.Side)
                {
                    Middle(points, Landmark.Shoulder, Landmark.WorkingShoulder, Landmark.FreeShoulder);
                    if (!near)
                        Middle(points, Landmark.Hip, Landmark.Hip, Landmark.FreeHip);
                }

                frames[i] = new TrackFrame(Frames[i].Seconds, points);
            }
        );
        return new Track(View, front, Facing ?? Measuring.Facing.Right, Picture, frames, Clip)
        {
            Vertical = Vertical,
            Scale = Scale,
            Camera = Camera,
            Mirrored = Mirrored,
            Jumps = jumps,
        };
    }

    private static void Middle(Dictionary<Landmark, TrackPoint> points, Landmark of, Landmark one, Landmark other)
    {
        if (points.TryGetValue(one, out var a) && points.TryGetValue(other, out var b))
            points[of] = new TrackPoint(
                new ImagePoint((a.At.X + b.At.X) / 2, (a.At.Y + b.At.Y) / 2),
                Math.Min(a.Confidence, b.Confidence),
                a.Source
            );
    }

    private static ImagePoint? At(BodyFrame frame, BodyPoint point) =>
        frame.Points.TryGetValue(point, out var p) && p.Seen ? p.At : null;

    private static ImagePoint? Mean(BodyFrame frame, BodyPoint one, BodyPoint other) =>
        At(frame, one) is { } a && At(frame, other) is { } b ? new ImagePoint((a.X + b.X) / 2, (a.Y + b.Y) / 2) : null;

    private static ImagePoint? Hips(BodyFrame frame) => Mean(frame, BodyPoint.LeftHip, BodyPoint.RightHip);

    private static double? Median(IEnumerable<BodyFrame> frames, Func<BodyFrame, double?> of)
    {
        double[] values = [.. frames.Select(of).OfType<double>()];
        return values.Length == 0 ? null : Statistics.Median(values);
    }
}
