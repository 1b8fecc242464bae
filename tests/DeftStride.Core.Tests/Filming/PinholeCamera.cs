using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;

namespace DeftStride.Core.Tests.Filming;

/// <summary>
/// A lens in space that looks at a figure, written apart from the code that undoes it: rotations of vectors, nothing of the
/// formulas. Right, up and away from the camera, metres; the client's middle at the height of the floor is the origin.
/// </summary>
internal sealed record PinholeCamera
{
    public double Yaw { get; init; }
    public double Pitch { get; init; }
    public double Roll { get; init; }
    public double Distance { get; init; } = 3;
    public double Height { get; init; } = 0.5;
    public double PixelsPerMetre { get; init; } = 500;
    public PictureSize Size { get; init; } = new(1600, 1080);

    /// <summary>How far the lens points beside the client's middle, degrees.</summary>
    public double Aim { get; init; }

    /// <summary>The lens is as long as makes the picture as large as that of one at this distance.</summary>
    public double Focal => PixelsPerMetre * Distance;

    public ImagePoint See(double right, double up, double away)
    {
        // From the lens to the place.
        var (a, p, r) = (Rad(Yaw), Rad(Pitch), Rad(Roll));
        var (x, y, z) = (right + (Distance * Math.Sin(a)), up - Height, away + (Distance * Math.Cos(a)));
        // Turn by the yaw and the aim, then by the pitch, then by the roll.
        var turn = a + Rad(Aim);
        (x, z) = ((x * Math.Cos(turn)) - (z * Math.Sin(turn)), (x * Math.Sin(turn)) + (z * Math.Cos(turn)));
        (y, z) = ((y * Math.Cos(p)) - (z * Math.Sin(p)), (y * Math.Sin(p)) + (z * Math.Cos(p)));
        var (u, v) = (Focal * x / z, Focal * y / z);
        return new ImagePoint(
            (Size.Width / 2.0) + (u * Math.Cos(r)) + (v * Math.Sin(r)),
            (Size.Height / 2.0) - ((v * Math.Cos(r)) - (u * Math.Sin(r)))
        );
    }

    private static double Rad(double degrees) => degrees * Math.PI / 180;

    /// <summary>A still of a figure with the points of a plan.</summary>
    public PointSet Still(
        PosedFigure figure,
        PlannedStill planned,
        BodySide side,
        int repetition,
        Facing facing,
        CameraPlace place,
        Func<Landmark, double>? deeper = null,
        Func<ImagePoint, ImagePoint>? hand = null,
        bool marked = true,
        double markLean = 0,
        (double Metres, double Askew)? line = null
    )
    {
        var near = (side == BodySide.Right) == (facing == Facing.Right);
        var (half, hip, stature) = (figure.Body.HipJointWidth / 2, figure.At(Landmark.Hip).X, figure.Body.Stature);
        hand ??= p => p;
        ImagePoint Seen(Landmark l)
        {
            var at = figure.At(l, planned.View);
            if (planned.View == View.Side)
            {
                var away = (near ? 1 : -1) * (at.Z - half);
                if (l == Landmark.Hip)
                    away = -half;
                away -=
                    stature
                    * (
                        l switch
                        {
                            Landmark.Ankle => 0.02,
                            Landmark.Hip => 0.05,
                            Landmark.Shoulder => 0.115,
                            Landmark.Ear => 0.045,
                            _ => 0,
                        }
                    );
                return See((facing == Facing.Right ? 1 : -1) * (at.X - hip), at.Y, away + (deeper?.Invoke(l) ?? 0));
            }

            var inward = (planned.View == View.Front) == (side == BodySide.Right) ? 1 : -1;
            var ahead = l switch
            {
                Landmark.Knee or Landmark.RearKnee => 0.03,
                Landmark.Hip or Landmark.FreeHip => 0.04,
                _ => 0,
            };
            return See(
                inward * (at.Z - half),
                at.Y,
                (planned.View == View.Back ? at.X - hip : hip - at.X - (stature * ahead)) + (deeper?.Invoke(l) ?? 0)
            );
        }

        var lean = Math.Tan(Rad(markLean));
        return new PointSet(
            planned.View,
            side,
            facing,
            Size,
            planned.Points.Concat(planned.MorePoints).ToDictionary(l => l, l => hand(Seen(l))),
            marked ? new VerticalMark(See(0.6 + (0.3 * lean), 0.3, 0.4), See(0.6 + (1.3 * lean), 1.3, 0.4)) : null,
            PointPlacer.Hand,
            $"{planned.View}-{planned.Moment}-{side}-{repetition}"
        )
        {
            Moment = planned.Moment,
            Repetition = repetition,
            Camera = place,
            Line = line is var (metres, askew)
                ? new FloorLine(
                    hand(See(-metres / 2 * Math.Sin(Rad(askew)), 0, -metres / 2 * Math.Cos(Rad(askew)))),
                    hand(See(metres / 2 * Math.Sin(Rad(askew)), 0, metres / 2 * Math.Cos(Rad(askew)))),
                    metres
                )
                : null,
        };
    }
}
