using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;

namespace DeftStride.Core.Tests.Seeing;

/// <summary>Somebody in a split squat as a camera ahead sees them, every point known: 400 pixels a metre, the working leg the client's own left or right.</summary>
internal sealed record MadeBody(MadeMovement Made)
{
    public const double Scale = 400;
    public static readonly PictureSize Picture = new(540, 960);

    /// <summary>A frame with its points put elsewhere.</summary>
    public static BodyFrame Put(BodyFrame frame, Func<BodyPoint, ImagePoint, ImagePoint> to) =>
        frame with
        {
            Points = frame.Points.ToDictionary(p => p.Key, p => p.Value with { At = to(p.Key, p.Value.At) }),
        };

    /// <summary>Which leg works at an instant.</summary>
    public Func<double, BodySide> Working { get; init; } = _ => BodySide.Left;

    /// <summary>How far the knee is in, centimetres, by time and depth.</summary>
    public Func<double, double, double> KneeIn { get; init; } = (_, _) => 0;

    /// <summary>How far the free side of the pelvis is down, degrees, by time and depth.</summary>
    public Func<double, double, double> Drop { get; init; } = (_, _) => 0;

    public bool Stickers { get; init; } = true;
    public bool Mirrored { get; init; }
    public double Noise { get; init; }
    public double Rate { get; init; } = 30;
    public double Later { get; init; }
    public Func<double, bool> Seen { get; init; } = _ => true;

    public FilmedBody Filmed(int seed = 1)
    {
        var random = new Random(seed);
        var frames = new List<BodyFrame>();
        for (var i = 0; i / Rate <= Made.Seconds; i++)
        {
            var t = i / Rate;
            var points = new Dictionary<BodyPoint, TrackPoint>();
            if (Seen(t))
            {
                foreach (var (name, at) in Points(t))
                    points[name] = new TrackPoint(
                        new(at.X + Gaussian.Sample(random, Noise), at.Y + Gaussian.Sample(random, Noise)),
                        0.95,
                        TrackSource.Found
                    );
            }

            frames.Add(new BodyFrame(t + Later, points));
        }

        return new FilmedBody(View.Front, Picture, frames, "made")
        {
            Mirrored = Mirrored,
            Camera = new CameraPlace
            {
                DistanceMetres = 9,
                HeightMetres = 0.85,
                Guided = true,
            },
            Vertical = new VerticalMark(new(500, 200), new(500, 700)),
        };
    }

    private IEnumerable<(BodyPoint, ImagePoint)> Points(double t)
    {
        var u = Made.At(t);
        var left = Working(t) == BodySide.Left;
        // The client's left lies to the picture's right, but in a mirror; a model takes what it sees in one for the other side.
        double Across(double inward) => 270 + ((left != Mirrored ? 1 : -1) * (34 - inward));
        var (knee, drop) = (KneeIn(t, u) * Scale / 100, Drop(t, u) * Math.PI / 180);
        var hip = 500 + (110 * u);
        var asLeft = left != Mirrored;
        BodyPoint Own(BodyPoint l, BodyPoint r) => asLeft ? l : r;
        var fall = 54 * Math.Sin(drop);
        (Landmark, BodyPoint, ImagePoint)[] all =
        [
            (Landmark.Ankle, Own(BodyPoint.LeftAnkle, BodyPoint.RightAnkle), new(Across(0), 820)),
            (Landmark.Toe, Own(BodyPoint.LeftToe, BodyPoint.RightToe), new(Across(0), 850)),
            (Landmark.Heel, Own(BodyPoint.LeftHeel, BodyPoint.RightHeel), new(Across(0), 835)),
            (Landmark.Knee, Own(BodyPoint.LeftKnee, BodyPoint.RightKnee), new(Across(knee), 652)),
            (Landmark.Hip, Own(BodyPoint.LeftHip, BodyPoint.RightHip), new(Across(0), hip)),
            (Landmark.FreeHip, Own(BodyPoint.RightHip, BodyPoint.LeftHip), new(Across(68), hip + fall)),
            (Landmark.RearKnee, Own(BodyPoint.RightKnee, BodyPoint.LeftKnee), new(Across(68), 660 + (120 * u))),
            (Landmark.RearAnkle, Own(BodyPoint.RightAnkle, BodyPoint.LeftAnkle), new(Across(68), 790)),
            (Landmark.RearToe, Own(BodyPoint.RightToe, BodyPoint.LeftToe), new(Across(68), 800)),
            (
                Landmark.WorkingShoulder,
                Own(BodyPoint.LeftShoulder, BodyPoint.RightShoulder),
                new(Across(-30), hip - 190)
            ),
            (Landmark.FreeShoulder, Own(BodyPoint.RightShoulder, BodyPoint.LeftShoulder), new(Across(98), hip - 190)),
            (Landmark.Ear, BodyPoint.Ear, new(290, hip - 270)),
            (Landmark.WorkingPelvis, Own(BodyPoint.LeftPelvis, BodyPoint.RightPelvis), new(Across(7), hip - 40)),
            (
                Landmark.FreePelvis,
                Own(BodyPoint.RightPelvis, BodyPoint.LeftPelvis),
                new(Across(7 + (54 * Math.Cos(drop))), hip - 40 + fall)
            ),
        ];
        return all.Where(p => Stickers || p.Item1 is not (Landmark.WorkingPelvis or Landmark.FreePelvis))
            .Select(p => (p.Item2, p.Item3));
    }
}
