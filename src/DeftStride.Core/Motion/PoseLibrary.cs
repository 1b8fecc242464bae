using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Motion;

/// <summary>
/// How each exercise looks at each moment when it goes well, in a body of usual range. A drawing aid: first guesses for
/// points, the simulated devices and the demo start from it. It is no norm and nothing is judged by it.
/// </summary>
public static class PoseLibrary
{
    /// <summary>The posture of an exercise at a moment.</summary>
    /// <param name="exercise">Which exercise.</param>
    /// <param name="moment">At which moment.</param>
    /// <param name="body">Whose body; planted feet stay where that body has them at the bottom.</param>
    /// <param name="school">The school in force, or null for the exercise's usual.</param>
    /// <returns>Angles in degrees and places in metres, planted feet as that body has them at the bottom.</returns>
    public static Pose Clean(Exercise exercise, Moment moment, Body body, SchoolCode? school = null)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(body);
        var (shape, clean) = (exercise.Shape, exercise.Shape.Clean);
        var (bottom, top) = (
            clean.Bottom ?? School.Of(school ?? exercise.UsualSchool ?? clean.School).CleanSplit,
            clean.Top
        );
        if (exercise.Form is not null)
        {
            bottom = ToDepth(bottom, body, MeasureGeometry.KneeCentreHeight + 0.02);
            if (shape.Held)
                return bottom;
            var share = moment switch
            {
                Moment.Bottom => 0,
                Moment.Start or Moment.Top => Whole,
                Moment.HalfUp => 0.4,
                _ => 0.45,
            };
            var (up, high) = (Planted(bottom, body, share), Planted(bottom, body, Whole) with { Trunk = top.Trunk });
            // Hip and knee straighten together: the trunk gives what the hip still needs.
            var hip = Hip(bottom) + ((Hip(high) - Hip(bottom)) * share / Whole);
            return up with { Trunk = hip - up.Knee + up.Shin };
        }

        return moment switch
        {
            Moment.Start => shape.Box == BoxWay.Rises ? bottom : top,
            Moment.Top => top,
            Moment.Bottom => bottom,
            _ => Between(bottom, top, shape.Box == BoxWay.Rises ? 0.5 : 0.55),
        };
    }

    /// <summary>How much of its bend a split stance gives up to the top.</summary>
    private const double Whole = 0.84;

    /// <summary>The front hip's bend.</summary>
    private static double Hip(Pose pose) => pose.Knee - pose.Shin + pose.Trunk;

    /// <summary>The same posture sunk or raised until the rear knee's centre is so high above the floor, metres.</summary>
    /// <returns>All but the front knee as it was; as near as the thigh reaches.</returns>
    public static Pose ToDepth(Pose pose, Body body, double rearKneeHeight)
    {
        ArgumentNullException.ThrowIfNull(pose);
        ArgumentNullException.ThrowIfNull(body);
        var hip = rearKneeHeight + (body.Thigh * Math.Cos(Radians(pose.RearThigh)));
        var sine = (hip - body.AnkleHeight - (body.Shank * Math.Cos(Radians(pose.Shin)))) / body.Thigh;
        return pose with { Knee = 90 + pose.Shin - (Math.Asin(Math.Clamp(sine, -1, 1)) * 180 / Math.PI) };
    }

    /// <summary>The posture after both knees have straightened by a share of their bend, both feet where they are.</summary>
    private static Pose Planted(Pose low, Body body, double share)
    {
        if (share == 0)
            return low;
        var figure = new PosedFigure(body, low);
        var (ankle, rear) = (figure.At(Landmark.Ankle), figure.At(Landmark.RearAnkle));
        var (bend, rearBend) = (
            Radians(low.Knee * (1 - share)),
            Radians((low.RearShank - low.RearThigh) * (1 - share))
        );
        double Reach(double k) =>
            Math.Sqrt(
                (body.Shank * body.Shank) + (body.Thigh * body.Thigh) + (2 * body.Shank * body.Thigh * Math.Cos(k))
            );
        var (r1, r2, dx, dy) = (Reach(bend), Reach(rearBend), rear.X - ankle.X, rear.Y - ankle.Y);
        var d = Math.Sqrt((dx * dx) + (dy * dy));
        var along = ((r1 * r1) - (r2 * r2) + (d * d)) / (2 * d);
        var off = Math.Sqrt(Math.Max(0, (r1 * r1) - (along * along)));
        // The rear ankle lies behind: of the two crossings the upper one is on this side.
        var (hx, hy) = ((along * dx / d) + (off * dy / d), (along * dy / d) - (off * dx / d));
        var (ux, uy) = (hx - dx, hy - dy);
        var shin =
            Math.Atan2(hx, hy) + Math.Atan2(body.Thigh * Math.Sin(bend), body.Shank + (body.Thigh * Math.Cos(bend)));
        // The rear leg hangs from the hip: its thigh points forward of the line to the ankle, its shank back.
        var line = Math.Atan2(ux, uy);
        var thigh = line - Math.Atan2(body.Shank * Math.Sin(rearBend), body.Thigh + (body.Shank * Math.Cos(rearBend)));
        return new Pose(Degrees(shin), Degrees(bend), low.Trunk, Degrees(thigh), Degrees(thigh + rearBend));
    }

    private static double Radians(double degrees) => degrees * Math.PI / 180;

    private static double Degrees(double radians) => radians * 180 / Math.PI;

    private static Pose Between(Pose low, Pose high, double up)
    {
        double Mix(double a, double b) => a + ((b - a) * up);
        return new Pose(
            Mix(low.Shin, high.Shin),
            Mix(low.Knee, high.Knee),
            Mix(low.Trunk, high.Trunk),
            Mix(low.RearThigh, high.RearThigh),
            Mix(low.RearShank, high.RearShank)
        )
        {
            FreeLegOut = Mix(low.FreeLegOut, high.FreeLegOut),
        };
    }
}
