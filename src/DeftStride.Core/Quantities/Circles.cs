namespace DeftStride.Core.Quantities;

/// <summary>Where two circles meet: a leg between two joints that are fixed.</summary>
public static class Circles
{
    /// <summary>The crossing with the larger height of a circle about the origin and one about (<paramref name="x"/>, <paramref name="y"/>).</summary>
    /// <param name="radius">Of the circle about the origin, in any unit of length.</param>
    /// <param name="x">How far ahead the other centre is, same unit.</param>
    /// <param name="y">How far up it is, same unit.</param>
    /// <param name="other">The other radius, same unit.</param>
    /// <returns>The crossing, from the origin; null when the circles do not meet or share their centre.</returns>
    public static (double X, double Y)? Upper(double radius, double x, double y, double other)
    {
        var apart = Math.Sqrt((x * x) + (y * y));
        if (apart <= 0 || apart > radius + other || apart < Math.Abs(radius - other))
            return null;
        var along = ((radius * radius) - (other * other) + (apart * apart)) / (2 * apart);
        var off = Math.Sqrt(Math.Max(0, (radius * radius) - (along * along)));
        var (ux, uy) = (x / apart, y / apart);
        var one = (X: (along * ux) - (off * uy), Y: (along * uy) + (off * ux));
        var two = (X: (along * ux) + (off * uy), Y: (along * uy) - (off * ux));
        return one.Y >= two.Y ? one : two;
    }
}
