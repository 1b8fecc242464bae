namespace DeftStride.Core.Measuring;

/// <summary>A place in a picture, in picture pixels: x to the right, y down, the origin at the top left corner.</summary>
/// <param name="X">Pixels to the right of the left edge.</param>
/// <param name="Y">Pixels below the top edge.</param>
public readonly record struct ImagePoint(double X, double Y)
{
    /// <summary>Whether both coordinates are finite numbers.</summary>
    public bool IsFinite => double.IsFinite(X) && double.IsFinite(Y);

    /// <summary>The distance to another point, in pixels.</summary>
    /// <returns>Not negative.</returns>
    public double DistanceTo(ImagePoint other) =>
        Math.Sqrt(((other.X - X) * (other.X - X)) + ((other.Y - Y) * (other.Y - Y)));
}

/// <summary>The size of a picture in pixels. Both sides are at least 1.</summary>
public readonly record struct PictureSize
{
    /// <summary>Makes a size.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A side is below 1 pixel.</exception>
    public PictureSize(int width, int height)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(width, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(height, 1);
        (Width, Height) = (width, height);
    }

    /// <summary>Pixels across.</summary>
    public int Width { get; }

    /// <summary>Pixels down.</summary>
    public int Height { get; }

    /// <summary>Whether a point lies in the picture, its edges included.</summary>
    /// <returns>True on an edge.</returns>
    public bool Contains(ImagePoint point) => point.X >= 0 && point.Y >= 0 && point.X <= Width && point.Y <= Height;
}
