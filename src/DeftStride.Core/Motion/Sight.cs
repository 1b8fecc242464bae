using static System.Math;

namespace DeftStride.Core.Motion;

/// <summary>
/// How one camera sees. The client's middle is the origin; l runs to the picture's right, d away from the camera, y up from
/// the floor, metres. The picture's own coordinates run right (u) and up (v) from its middle.
/// </summary>
/// <param name="Yaw">How far it stands off square, radians; + when it stands to the picture's left of square.</param>
/// <param name="Bearing">How far the client's middle lies to the right of the lens's axis, radians.</param>
/// <param name="Distance">From the lens to the client's middle, metres.</param>
/// <param name="Focal">The focal length, in the picture's pixels.</param>
/// <param name="Pitch">How far it looks up, radians.</param>
/// <param name="Height">The lens above the floor, metres.</param>
internal readonly record struct Sight(
    double Yaw,
    double Bearing,
    double Distance,
    double Focal,
    double Pitch,
    double Height
)
{
    /// <summary>Where a place falls in the picture.</summary>
    /// <returns>Pixels from the picture’s middle, right and up.</returns>
    public (double U, double V) See(double l, double d, double y)
    {
        var (across, away) = Seen(l, d, Yaw, Distance);
        var (sin, cos) = SinCos(Bearing);
        var z = (away * cos) - (across * sin);
        var (u, v) = (Focal * ((across * cos) + (away * sin)) / z, Focal * (y - Height) / z);
        if (Pitch == 0)
            return (u, v);
        var (up, level) = SinCos(Pitch);
        var k = Focal / ((Focal * level) + (v * up));
        return (k * u, k * ((v * level) - (Focal * up)));
    }

    /// <summary>Where in the plumb picture a point of the pitched one would lie.</summary>
    /// <returns>Pixels from the picture’s middle, right and up.</returns>
    public static (double U, double V) Plumb(double u, double v, double focal, double pitch)
    {
        if (pitch == 0)
            return (u, v);
        var (sin, cos) = SinCos(pitch);
        var k = focal / ((focal * cos) - (v * sin));
        return (k * u, k * ((v * cos) + (focal * sin)));
    }

    /// <summary>The same camera with its sines worked out, for undoing many points.</summary>
    public Undoer Undoing() => new(this);

    /// <summary>Undoes the points of one picture.</summary>
    public readonly struct Undoer
    {
        private readonly double _sinYaw;
        private readonly double _cosYaw;
        private readonly double _sinBearing;
        private readonly double _cosBearing;
        private readonly double _distance;
        private readonly double _focal;

        public Undoer(Sight sight)
        {
            (_sinYaw, _cosYaw) = SinCos(sight.Yaw);
            (_sinBearing, _cosBearing) = SinCos(sight.Bearing);
            (_distance, _focal) = (sight.Distance, sight.Focal);
        }

        /// <summary>Where a point of the plumb picture lies at a known depth: to the right of the client's middle, and above the lens.</summary>
        public (double L, double Y) At(double u, double v, double d)
        {
            // The tangent of the point's direction less the bearing.
            var tan = ((u * _cosBearing) - (_focal * _sinBearing)) / ((_focal * _cosBearing) + (u * _sinBearing));
            var l = ((tan * (_distance + (d * _cosYaw))) + (d * _sinYaw)) / (_cosYaw - (tan * _sinYaw));
            var (across, away) = ((l * _cosYaw) - (d * _sinYaw), _distance + (d * _cosYaw) + (l * _sinYaw));
            return (l, v * ((away * _cosBearing) - (across * _sinBearing)) / _focal);
        }
    }

    /// <summary>Where a point of the plumb picture lies at a known depth.</summary>
    /// <returns>Metres: to the right of the client’s middle, above the floor.</returns>
    public (double L, double Y) Undo(double u, double v, double d) => Undoing().At(u, v, d);

    /// <summary>The direction in which a place lies as seen from the lens when its axis points at the client's middle, radians.</summary>
    public static double Direction(double l, double d, double yaw, double distance)
    {
        var (across, away) = Seen(l, d, yaw, distance);
        return Atan(across / away);
    }

    /// <summary>Across and away, as the camera has them when it points at the client's middle.</summary>
    private static (double Across, double Away) Seen(double l, double d, double yaw, double distance)
    {
        var (sin, cos) = SinCos(yaw);
        return ((l * cos) - (d * sin), distance + (d * cos) + (l * sin));
    }
}
