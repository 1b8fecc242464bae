namespace DeftStride.Core.Setup;

/// <summary>A place in the side view: metres forward of the front ankle's vertical and metres above the floor.</summary>
public readonly record struct Place(double X, double Y)
{
    /// <summary>The distance to another place, metres.</summary>
    /// <returns>Not negative.</returns>
    public double DistanceTo(Place other) =>
        Math.Sqrt(((other.X - X) * (other.X - X)) + ((other.Y - Y) * (other.Y - Y)));
}
