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
    private readonly Dictionary<Landmark, Place> _side = [];
    private readonly Dictionary<Landmark, Place> _back = [];

    /// <summary>Puts a body into a posture.</summary>
    public PosedFigure(Body body, Pose pose)
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(pose);
        (Body, Pose) = (body, pose);
        var (shin, alpha, trunk) = (Rad(pose.Shin), Rad(90 + pose.Shin - pose.Knee), Rad(pose.Trunk));
        var (half, foot) = (body.HipJointWidth / 2, body.Foot);
        var rise = pose.HeelRise / 100;
        var (ahead, aside) = (Cos(Rad(pose.TurnOut)), -Sin(Rad(pose.TurnOut)));

        var heel = new Place(-0.25 * foot * ahead, rise, -0.25 * foot * aside);
        var toe = new Place(0.75 * foot * ahead, 0, 0.75 * foot * aside);
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
            ((freeHip.Z + (2 * half)) / 2) + outward
        );
        var rearAnkle = new Place(
            rearKnee.X - (body.Shank * Sin(shankBack)),
            rearKnee.Y - (body.Shank * Cos(shankBack) * Cos(lower)),
            (2 * half) + outward + (body.Shank * Sin(lower))
        );
        var rearToe = new Place(rearAnkle.X + (0.4 * foot), Max(0, rearAnkle.Y - (0.9 * foot)), rearAnkle.Z);

        var lean = Rad(pose.SideLean);
        // Sideways the trunk leans from the line of the pelvis points up.
        var shoulders = new Place(
            middle.X + (body.Trunk * Sin(trunk)),
            middle.Y + (body.Trunk * Cos(trunk)),
            middle.Z - (((body.Trunk * Cos(trunk)) - (0.055 * body.Stature)) * Tan(lean))
        );
        var shoulder = 0.1295 * body.Stature;
        var ear = new Place(
            shoulders.X + (0.11 * body.Stature * Sin(trunk)) + (pose.HeadAhead / 100),
            shoulders.Y + (0.11 * body.Stature * Cos(trunk)),
            shoulders.Z
        );
        Place Pelvis(double x, double y, double z) =>
            new(
                middle.X + (x * body.Stature),
                middle.Y + (y * body.Stature) - (z * body.Stature * Sin(drop)),
                middle.Z + (z * body.Stature * Cos(drop))
            );

        foreach (
            var (landmark, place) in new (Landmark, Place)[]
            {
                (Landmark.Ankle, ankle),
                (Landmark.Knee, knee),
                (Landmark.Toe, toe),
                (Landmark.Heel, heel),
                (Landmark.Hip, hip),
                (Landmark.Ear, ear),
                (Landmark.Shoulder, shoulders),
                (Landmark.RearKnee, rearKnee),
                (Landmark.RearAnkle, rearAnkle),
                (Landmark.RearToe, rearToe),
                (Landmark.FreeHip, freeHip),
                (
                    Landmark.WorkingShoulder,
                    shoulders with
                    {
                        Y = shoulders.Y + (shoulder * Sin(lean) * -1),
                        Z = shoulders.Z - (shoulder * Cos(lean)),
                    }
                ),
                (
                    Landmark.FreeShoulder,
                    shoulders with
                    {
                        Y = shoulders.Y + (shoulder * Sin(lean)),
                        Z = shoulders.Z + (shoulder * Cos(lean)),
                    }
                ),
                (Landmark.WorkingPelvis, Pelvis(0.05, 0.055, -0.085)),
                (Landmark.FreePelvis, Pelvis(0.05, 0.055, 0.085)),
            }
        )
        {
            _side[landmark] = _back[landmark] = place;
        }

        // From behind the tops of the hip bones are found, not its front points.
        _back[Landmark.WorkingPelvis] = Pelvis(-0.03, 0.06, -0.08);
        _back[Landmark.FreePelvis] = Pelvis(-0.03, 0.06, 0.08);
    }

    /// <summary>The body.</summary>
    public Body Body { get; }

    /// <summary>The posture.</summary>
    public Pose Pose { get; }

    /// <summary>Where a landmark is.</summary>
    public Place At(Landmark landmark) => _side[landmark];

    /// <summary>How a camera sees it, far enough away that nearness does not matter.</summary>
    /// <param name="view">From where.</param>
    /// <param name="working">The client's working side.</param>
    /// <param name="camera">How the camera stands.</param>
    /// <param name="wanted">Which landmarks.</param>
    public IReadOnlyDictionary<Landmark, ImagePoint> Seen(
        View view,
        BodySide working,
        FigureCamera camera,
        IEnumerable<Landmark> wanted
    )
    {
        ArgumentNullException.ThrowIfNull(camera);
        ArgumentNullException.ThrowIfNull(wanted);
        return wanted.ToDictionary(l => l, l => camera.Picture(view, working, view == View.Back ? _back[l] : _side[l]));
    }

    private static double Rad(double degrees) => degrees * PI / 180;
}

/// <summary>A camera that looks at a posed figure.</summary>
/// <param name="PixelsPerMetre">Its scale.</param>
/// <param name="Origin">Where the floor under the working ankle is, in the picture.</param>
public sealed record FigureCamera(double PixelsPerMetre, ImagePoint Origin)
{
    /// <summary>Where the toes point from the side.</summary>
    public Facing Facing { get; init; } = Facing.Right;

    /// <summary>How far the camera is rolled; + true vertical's top leans to the right in the picture.</summary>
    public double RollDegrees { get; init; }

    /// <summary>How far the camera stands off square.</summary>
    public double OffAxisDegrees { get; init; }

    /// <summary>Whether left and right are swapped.</summary>
    public bool Mirrored { get; init; }

    /// <summary>Where a place in space falls in the picture.</summary>
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
