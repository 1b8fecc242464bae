namespace DeftStride.Core.Measuring;

/// <summary>
/// Where a point that has not been placed probably is, so that a hand has only to correct it. A known arrangement of the
/// points (the last picture of the same side, or a posed figure) is laid over those already placed: turned, scaled
/// and moved until it fits best. A guess is never read from.
/// </summary>
public static class PointGuess
{
    /// <summary>Guesses for the wanted points that are missing.</summary>
    /// <param name="placed">Points already placed, in this picture's pixels.</param>
    /// <param name="pattern">The known arrangement, in any scale, with y down and the same way round as this picture.</param>
    /// <param name="wanted">Which points are asked for.</param>
    /// <param name="picture">This picture; guesses stay inside it.</param>
    /// <returns>Only the wanted ones that are missing, pixels, inside the picture; empty where too few are placed to tell.</returns>
    public static IReadOnlyDictionary<Landmark, ImagePoint> For(
        IReadOnlyDictionary<Landmark, ImagePoint> placed,
        IReadOnlyDictionary<Landmark, ImagePoint> pattern,
        IEnumerable<Landmark> wanted,
        PictureSize picture
    )
    {
        ArgumentNullException.ThrowIfNull(placed);
        ArgumentNullException.ThrowIfNull(pattern);
        ArgumentNullException.ThrowIfNull(wanted);
        var common = pattern.Keys.Where(l => placed.TryGetValue(l, out var p) && p.IsFinite).ToArray();
        // The complex number a + ib that turns and scales, and the shift, by least squares.
        var (a, b, from, to) = common.Length switch
        {
            0 => (1.0, 0.0, new ImagePoint(0, 0), new ImagePoint(0, 0)),
            1 => (1.0, 0.0, pattern[common[0]], placed[common[0]]),
            _ => Fit([.. common.Select(l => pattern[l])], [.. common.Select(l => placed[l])]),
        };
        var guesses = new Dictionary<Landmark, ImagePoint>();
        foreach (var landmark in wanted.Where(l => !placed.ContainsKey(l) && pattern.ContainsKey(l)))
        {
            var (dx, dy) = (pattern[landmark].X - from.X, pattern[landmark].Y - from.Y);
            guesses[landmark] = new ImagePoint(
                Math.Clamp(to.X + (a * dx) - (b * dy), 0, picture.Width),
                Math.Clamp(to.Y + (b * dx) + (a * dy), 0, picture.Height)
            );
        }

        return guesses;
    }

    /// <summary>How far the worst point is off when one arrangement is turned, sized and moved onto another as well as it goes, pixels of the other.</summary>
    internal static double Misfit(ImagePoint[] pattern, ImagePoint[] placed)
    {
        var (a, b, from, to) = Fit(pattern, placed);
        var worst = 0.0;
        for (var i = 0; i < pattern.Length; i++)
        {
            var (dx, dy) = (pattern[i].X - from.X, pattern[i].Y - from.Y);
            var (x, y) = (to.X + (a * dx) - (b * dy) - placed[i].X, to.Y + (b * dx) + (a * dy) - placed[i].Y);
            worst = Math.Max(worst, Math.Sqrt((x * x) + (y * y)));
        }

        return worst;
    }

    private static (double A, double B, ImagePoint From, ImagePoint To) Fit(ImagePoint[] pattern, ImagePoint[] placed)
    {
        var from = new ImagePoint(pattern.Average(p => p.X), pattern.Average(p => p.Y));
        var to = new ImagePoint(placed.Average(p => p.X), placed.Average(p => p.Y));
        double dot = 0,
            cross = 0,
            size = 0;
        for (var i = 0; i < pattern.Length; i++)
        {
            var (px, py) = (pattern[i].X - from.X, pattern[i].Y - from.Y);
            var (qx, qy) = (placed[i].X - to.X, placed[i].Y - to.Y);
            dot += (px * qx) + (py * qy);
            cross += (px * qy) - (py * qx);
            size += (px * px) + (py * py);
        }

        return size == 0 ? (1, 0, from, to) : (dot / size, cross / size, from, to);
    }
}
