using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>A foot that goes from one place to another.</summary>
/// <param name="Working">Whether it is the working leg's.</param>
/// <param name="Leaves">When it leaves its place, seconds from the start of the clip.</param>
/// <param name="Lands">When it comes to rest.</param>
/// <param name="Way">How far, in shank lengths.</param>
/// <param name="Up">Of that upward, in shank lengths; below 0 it lands lower.</param>
public sealed record Footfall(bool Working, double Leaves, double Lands, double Way, double Up);

/// <summary>The rhythm of steps: which foot leaves and lands, in order, by the way and speed of the ankles.</summary>
public static class Footfalls
{
    /// <summary>A foot that ends nearer to where it began than this has not stepped, shank lengths.</summary>
    private const double LeastWay = 0.25;

    /// <summary>It is on its way from this part of its own highest speed on, and rests under the other.</summary>
    private const double Moves = 0.25;
    private const double Rests = 0.08;

    /// <summary>All steps of a clip, in the order in which feet leave.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="side">The client's own working side.</param>
    /// <returns>In the order in which feet leave, seconds; empty where no foot moves.</returns>
    public static IReadOnlyList<Footfall> Of(Movement movement, BodySide side)
    {
        ArgumentNullException.ThrowIfNull(movement);
        var track = movement.On(side);
        var shank = Shank(track);
        return shank is null
            ? []
            :
            [
                .. Steps(track, Landmark.Ankle, shank.Value, working: true)
                    .Concat(Steps(track, Landmark.RearAnkle, shank.Value, working: false))
                    .OrderBy(f => f.Leaves),
            ];
    }

    private static IEnumerable<Footfall> Steps(CleanTrack track, Landmark ankle, double shank, bool working)
    {
        if (!track.Has(ankle))
            yield break;
        var (x, y) = (track.X(ankle), track.Y(ankle));
        var speed = new double[x.Count];
        for (var i = 1; i + 1 < speed.Length; i++)
        {
            var step = Math.Sqrt(Math.Pow(x[i + 1] - x[i - 1], 2) + Math.Pow(y[i + 1] - y[i - 1], 2)) * track.Rate / 2;
            speed[i] = double.IsFinite(step) ? step : 0;
        }

        var most = speed.Max();
        for (var i = 1; i < speed.Length; i++)
        {
            if (speed[i] < Moves * most)
                continue;
            var (from, to) = (i, i);
            while (from > 0 && speed[from - 1] > Rests * most)
                from--;
            while (to + 1 < speed.Length && speed[to + 1] > Rests * most)
                to++;
            i = to + 1;
            var (dx, dy) = (x[to] - x[from], y[to] - y[from]);
            var way = Math.Sqrt((dx * dx) + (dy * dy)) / shank;
            // One that is cut off by an end of the clip has not left or not landed in it.
            if (way >= LeastWay && from > 0 && to < speed.Length - 1)
                yield return new Footfall(
                    working,
                    track.Begins + (from / track.Rate),
                    track.Begins + (to / track.Rate),
                    way,
                    -dy / shank
                );
        }
    }

    private static double? Shank(CleanTrack track)
    {
        var (kx, ky, ax, ay) = (
            track.X(Landmark.Knee),
            track.Y(Landmark.Knee),
            track.X(Landmark.Ankle),
            track.Y(Landmark.Ankle)
        );
        double[] lengths =
        [
            .. Enumerable
                .Range(0, Math.Min(kx.Count, ax.Count))
                .Select(i => Math.Sqrt(Math.Pow(kx[i] - ax[i], 2) + Math.Pow(ky[i] - ay[i], 2)))
                .Where(double.IsFinite),
        ];
        return lengths.Length == 0 ? null : Statistics.Median(lengths);
    }
}
