using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using static System.Math;

namespace DeftStride.Core.Motion;

/// <summary>A place in space, metres: x ahead, y up, z inward, from the working leg toward the free one.</summary>
public readonly record struct Place(double X, double Y, double Z);

/// <summary>
/// A body in a posture, as landmarks in space, and how a camera would see them. It drives the simulated devices, the first
/// guesses for points, the demo and the tests with known truth. Do not use it as a claim about a real client.
/// </summary>
public sealed class PosedFigure
{
    private readonly Place[] _side;
    private readonly Place[] _back;

    /// <summary>Puts a body into a posture.</summary>
    public PosedFigure(Body body, Pose pose)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(pose);
        (Body, Pose) = (body, pose);
        var (shin, alpha, trunk) = (Rad(pose.Shin), Rad(90 + pose.Shin - pose.Knee), Rad(pose.Trunk));
        var (half, foot, track) = (body.HipJointWidth / 2, body.Foot, pose.Track * body.Stature);
        var rise = pose.HeelRise / 100;
        var (ahead, aside) = (Cos(Rad(pose.TurnOut)), -Sin(Rad(pose.TurnOut)));

        var heel = new Place(-Proportions.HeelToAnkle * foot * ahead, rise, -Proportions.HeelToAnkle * foot * aside);
        var toe = new Place(Proportions.AnkleToToe * foot * ahead, 0, Proportions.AnkleToToe * foot * aside);
        var ankle = new Place(0, body.AnkleHeight + (0.65 * rise), 0);
        // The line of the foot, at the place over it where the knee is: the knee's offset counts from there.
        var along = body.Shank * Sin(shin);
        var knee = new Place(along, ankle.Y + (body.Shank * Cos(shin)), (pose.KneeIn / 100) + (along * aside / ahead));
        var hip = new Place(
            knee.X - (body.Thigh * Cos(alpha)) - (pose.HipsBack / 100),
            knee.Y + (body.Thigh * Sin(alpha)),
            0
        );
        var drop = Rad(pose.PelvisDrop);
        var middle = new Place(hip.X, hip.Y - (half * Sin(drop)), half - (pose.PelvisShift / 100));
        hip = hip with { Z = middle.Z - (half * Cos(drop)) };
        var freeHip = new Place(hip.X, middle.Y - (half * Sin(drop)), middle.Z + (half * Cos(drop)));

        var (thighBack, shankBack, side) = (Rad(pose.RearThigh), Rad(pose.RearShank), Rad(pose.FreeLegOut));
        var lower = Rad(pose.FreeLegOut - pose.FreeKneeBend);
        // The other foot keeps its track when the pelvis shifts; its knee goes half of the way.
        var outward = body.Thigh * Sin(side);
        var rearKnee = new Place(
            freeHip.X - (body.Thigh * Sin(thighBack)),
            freeHip.Y - (body.Thigh * Cos(thighBack) * Cos(side)),
            ((freeHip.Z + track) / 2) + outward
        );
        var rearAnkle = new Place(
            rearKnee.X - (body.Shank * Sin(shankBack)),
            rearKnee.Y - (body.Shank * Cos(shankBack) * Cos(lower)),
            track + outward + (body.Shank * Sin(lower))
        );
        var rearToe = new Place(rearAnkle.X + (0.4 * foot), Max(0, rearAnkle.Y - (0.9 * foot)), rearAnkle.Z);

        var lean = Rad(pose.SideLean);
        // Sideways the trunk leans from the line of the pelvis points up.
        var shoulders = new Place(
            middle.X + (body.Trunk * Sin(trunk)),
            middle.Y + (body.Trunk * Cos(trunk)),
            middle.Z - (((body.Trunk * Cos(trunk)) - (0.055 * body.Stature)) * Tan(lean))
        );
        var shoulder = Proportions.HalfShoulders * body.Stature;
        var ear = new Place(
            shoulders.X + (Proportions.ShoulderToEar * body.Stature * Sin(trunk)) + (pose.HeadAhead / 100),
            shoulders.Y + (Proportions.ShoulderToEar * body.Stature * Cos(trunk)),
            shoulders.Z
        );
        Place Pelvis(double x, double y, double z) =>
            new(
                middle.X + (x * body.Stature),
                middle.Y + (y * body.Stature) - (z * body.Stature * Sin(drop)),
                middle.Z + (z * body.Stature * Cos(drop))
            );

        _side = new Place[Landmarks.Count];
        _side[(int)Landmark.Ankle] = ankle;
        _side[(int)Landmark.Knee] = knee;
        _side[(int)Landmark.Toe] = toe;
        _side[(int)Landmark.Heel] = heel;
        _side[(int)Landmark.Hip] = hip;
        _side[(int)Landmark.Ear] = ear;
        _side[(int)Landmark.Shoulder] = shoulders;
        _side[(int)Landmark.RearKnee] = rearKnee;
        _side[(int)Landmark.RearAnkle] = rearAnkle;
        _side[(int)Landmark.RearToe] = rearToe;
        _side[(int)Landmark.FreeHip] = freeHip;
        _side[(int)Landmark.WorkingShoulder] = shoulders with
        {
            Y = shoulders.Y - (shoulder * Sin(lean)),
            Z = shoulders.Z - (shoulder * Cos(lean)),
        };
        _side[(int)Landmark.FreeShoulder] = shoulders with
        {
            Y = shoulders.Y + (shoulder * Sin(lean)),
            Z = shoulders.Z + (shoulder * Cos(lean)),
        };
        _side[(int)Landmark.WorkingPelvis] = Pelvis(0.05, 0.055, -0.085);
        _side[(int)Landmark.FreePelvis] = Pelvis(0.05, 0.055, 0.085);
        // From behind the tops of the hip bones are found, not its front points.
        _back = [.. _side];
        _back[(int)Landmark.WorkingPelvis] = Pelvis(-0.03, 0.06, -0.08);
        _back[(int)Landmark.FreePelvis] = Pelvis(-0.03, 0.06, 0.08);
    }

    /// <summary>The body.</summary>
    public Body Body { get; }

    /// <summary>The posture.</summary>
    public Pose Pose { get; }

    /// <summary>Where a landmark is.</summary>
    /// <returns>Metres.</returns>
    public Place At(Landmark landmark) => _side[(int)landmark];

    /// <summary>Where a landmark is as it is found in a view: from behind the pelvis has other points.</summary>
    /// <returns>Metres.</returns>
    public Place At(Landmark landmark, View view) => (view == View.Back ? _back : _side)[(int)landmark];

    /// <summary>How a camera sees it.</summary>
    /// <param name="view">From where.</param>
    /// <param name="working">The client's working side.</param>
    /// <param name="camera">How the camera stands.</param>
    /// <param name="wanted">Which landmarks.</param>
    /// <returns>Pixels, y down.</returns>
    public IReadOnlyDictionary<Landmark, ImagePoint> Seen(
        View view,
        BodySide working,
        FigureCamera camera,
        IEnumerable<Landmark> wanted
    )
    {
        ArgumentNullException.ThrowIfNull(camera);
        ArgumentNullException.ThrowIfNull(wanted);
        if (camera.Place is not { } place)
            return wanted.ToDictionary(l => l, l => camera.Picture(view, working, At(l, view)));
        var like = new PointSet(
            view,
            working,
            camera.Facing,
            camera.Size,
            new Dictionary<Landmark, ImagePoint>(),
            null,
            PointPlacer.Hand,
            ""
        )
        {
            Mirrored = camera.Mirrored,
        };
        var clicked = new ClickedFigure(this, view, like.WorkingNear, Levelled.Rightward(like));
        var sight = new Sight(
            Rad(camera.OffAxisDegrees),
            0,
            place.Reckoned,
            camera.PixelsPerMetre * place.Reckoned,
            place.Pitch,
            place.HeightMetres
        );
        return wanted.ToDictionary(l => l, l => camera.Turned(sight.See(clicked.L(l), clicked.D(l), clicked.Y(l))));
    }

    private static double Rad(double degrees) => degrees * PI / 180;
}

/// <summary>A camera that looks at a posed figure: from very far, or from a place where nearness shows.</summary>
/// <param name="PixelsPerMetre">Its scale, at the client's middle.</param>
/// <param name="Origin">Where the floor under the working ankle is, in a picture from very far.</param>
public sealed record FigureCamera(double PixelsPerMetre, ImagePoint Origin)
{
    /// <summary>A camera at a place, aimed at the client's middle.</summary>
    /// <returns>Its scale at the client's middle, which lies in the middle of the picture.</returns>
    public static FigureCamera At(CameraPlace place, double pixelsPerMetre, PictureSize size) =>
        new(pixelsPerMetre, new ImagePoint(size.Width / 2.0, size.Height / 2.0)) { Place = place, Size = size };

    /// <summary>Where it stands, or null for very far.</summary>
    public CameraPlace? Place { get; init; }

    /// <summary>The picture's size; its middle is the lens's axis.</summary>
    public PictureSize Size { get; init; } = new(1600, 1080);

    /// <summary>Where the toes point from the side.</summary>
    public Facing Facing { get; init; } = Facing.Right;

    /// <summary>How far the camera is rolled; + true vertical's top leans to the right in the picture.</summary>
    public double RollDegrees { get; init; }

    /// <summary>How far the camera stands off square; at a place, + to the picture's left.</summary>
    public double OffAxisDegrees { get; init; }

    /// <summary>Whether left and right are swapped.</summary>
    public bool Mirrored { get; init; }

    /// <summary>A point right and up of the picture's middle, turned by the camera's roll.</summary>
    internal ImagePoint Turned((double U, double V) p)
    {
        var (sin, cos) = SinCos(RollDegrees * PI / 180);
        return new ImagePoint(
            (Size.Width / 2.0) + (p.U * cos) + (p.V * sin),
            (Size.Height / 2.0) - ((p.V * cos) - (p.U * sin))
        );
    }

    /// <summary>Where a place in space falls in a picture from very far.</summary>
    /// <returns>Pixels, y down.</returns>
    public ImagePoint Picture(View view, BodySide working, Place place)
    {
        var (a, roll) = (OffAxisDegrees * PI / 180, RollDegrees * PI / 180);
        double across;
        if (view == View.Side)
            across = ((place.X * Cos(a)) - (place.Z * Sin(a))) * (Facing == Facing.Right ? 1 : -1);
        else
        {
            var inward = (view == View.Front) == (working == BodySide.Right) ? 1 : -1;
            across = ((place.Z * Cos(a)) - (place.X * Sin(a))) * inward * (Mirrored ? -1 : 1);
        }

        return new ImagePoint(
            Origin.X + (PixelsPerMetre * ((across * Cos(roll)) + (place.Y * Sin(roll)))),
            Origin.Y - (PixelsPerMetre * ((place.Y * Cos(roll)) - (across * Sin(roll))))
        );
    }
}
