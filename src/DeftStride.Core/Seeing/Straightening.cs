using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>In which order hip and knee straighten on the way up of one repetition, seen from the side.</summary>
/// <param name="HipShare">How much of the hip's whole straightening is done at half the rise, 0 to 1.</param>
/// <param name="KneeShare">The same of the knee.</param>
/// <param name="Lag">How much later than the hip the knee is half-way, seconds; below 0 it is ahead.</param>
/// <param name="Sd">The lag's error, a standard deviation.</param>
public sealed record Straightening(double HipShare, double KneeShare, double Lag, double Sd)
{
    /// <summary>A joint that straightens less than this says nothing of an order, degrees.</summary>
    public const double LeastDegrees = 10;

    private const double Sure = 1.96;

    /// <summary>An instant is unsure by so much beside scatter, seconds.</summary>
    private const double InstantSd = 0.02;

    /// <summary>Which of the two is ahead; neither where chance would do.</summary>
    public Order Ahead =>
        Lag > Sure * Sd ? Order.First
        : Lag < -Sure * Sd ? Order.Second
        : Order.Together;

    /// <summary>The order of one repetition.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="repetition">One that counts.</param>
    /// <returns>How much later than the hip the knee is half-way, seconds, with its error; null from anywhere but the side, where a joint was not seen all the way up, or hardly bends.</returns>
    public static Straightening? Of(Movement movement, SidedRepetition repetition)
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(repetition);
        if (movement.Body.View != View.Side)
            return null;
        var track = movement.On(repetition.Side);
        var r = repetition.Repetition;
        // What steps up begins with its way up.
        var rises = movement.Exercise.Shape.Box == Exercises.BoxWay.Rises;
        var (from, to) = rises ? (r.Start.Seconds, r.Arrival.Seconds) : (r.Leaving.Seconds, r.End.Seconds);
        var count = Math.Max(8, (int)Math.Round((to - from) * track.Rate));
        var (hip, knee) = (new double[count + 1], new double[count + 1]);
        for (var i = 0; i <= count; i++)
        {
            var seconds = from + (i * (to - from) / count);
            if (
                track.At(Landmark.Shoulder, seconds) is not { } shoulder
                || track.At(Landmark.Hip, seconds) is not { } h
                || track.At(Landmark.Knee, seconds) is not { } k
                || track.At(Landmark.Ankle, seconds) is not { } a
            )
                return null;
            (hip[i], knee[i]) = (Between(shoulder, h, k), Between(h, k, a));
        }

        if (hip[^1] - hip[0] < LeastDegrees || knee[^1] - knee[0] < LeastDegrees)
            return null;
        var half = HalfRise(movement, repetition, from, to);
        var (hipHalf, knee50) = (HalfWay(hip, from, to), HalfWay(knee, from, to));
        // A point's scatter turns a segment by itself over the segment's length, and the joint's half-way by that over its speed.
        var scatter = Math.Sqrt(2) * 180 / Math.PI * Scatter(track) / Segment(track, r.Bottom);
        var sd = Math.Sqrt(
            Math.Pow(scatter / hipHalf.Speed, 2) + Math.Pow(scatter / knee50.Speed, 2) + (2 * InstantSd * InstantSd)
        );
        return new Straightening(Share(hip, half), Share(knee, half), knee50.Seconds - hipHalf.Seconds, sd);

        double Share(double[] joint, double seconds)
        {
            var at = (seconds - from) / (to - from) * count;
            var low = Math.Clamp((int)Math.Floor(at), 0, count - 1);
            var value = joint[low] + ((joint[low + 1] - joint[low]) * (at - low));
            return Math.Clamp((value - joint[0]) / (joint[^1] - joint[0]), 0, 1);
        }
    }

    /// <summary>When half of the rise is done.</summary>
    private static double HalfRise(Movement movement, SidedRepetition repetition, double from, double to)
    {
        var rises = movement.Exercise.Shape.Box == Exercises.BoxWay.Rises;
        const int Steps = 100;
        for (var i = 0; i <= Steps; i++)
        {
            var seconds = from + (i * (to - from) / Steps);
            if (rises ? movement.DepthAt(repetition, seconds) >= 0.5 : movement.DepthAt(repetition, seconds) <= 0.5)
                return seconds;
        }

        return (from + to) / 2;
    }

    /// <summary>When a joint is half-way, and how fast it goes there, a second.</summary>
    private static (double Seconds, double Speed) HalfWay(double[] joint, double from, double to)
    {
        var middle = (joint[0] + joint[^1]) / 2;
        var step = (to - from) / (joint.Length - 1);
        for (var i = 1; i < joint.Length; i++)
        {
            if (joint[i] < middle)
                continue;
            var part = joint[i] == joint[i - 1] ? 0 : (middle - joint[i - 1]) / (joint[i] - joint[i - 1]);
            return (from + ((i - 1 + part) * step), Math.Max(1, (joint[^1] - joint[0]) / (to - from)));
        }

        return (to, 1);
    }

    private static double Scatter(CleanTrack track) =>
        (track.Scatter(Landmark.Knee) ?? (1.5 * track.Track.Picture.Height / 1080)) * track.Filter.GainOfMean(3);

    private static double Segment(CleanTrack track, double seconds) =>
        track.At(Landmark.Hip, seconds) is { } hip && track.At(Landmark.Knee, seconds) is { } knee
            ? Math.Max(1, hip.DistanceTo(knee))
            : track.Track.Picture.Height / 5.0;

    /// <summary>The angle at the middle of three points, degrees; 180 is straight.</summary>
    private static double Between(ImagePoint one, ImagePoint middle, ImagePoint other)
    {
        var (ax, ay) = (one.X - middle.X, one.Y - middle.Y);
        var (bx, by) = (other.X - middle.X, other.Y - middle.Y);
        return Math.Abs(Math.Atan2((ax * by) - (ay * bx), (ax * bx) + (ay * by))) * 180 / Math.PI;
    }
}
