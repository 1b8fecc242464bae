using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>A clean figure before a camera: what a measure reads of it when the camera is elsewhere than it is taken to be.</summary>
internal sealed class Filmed
{
    private const double PixelsPerMetre = 500;
    private static readonly PictureSize Picture = new(1600, 1080);
    private readonly MeasureFormula _formula;
    private readonly ReadingContext _context;
    private readonly CameraPlace _place;
    private readonly (PointSet Still, ClickedFigure Figure)[] _moments;

    private Filmed(
        MeasureFormula formula,
        ReadingContext context,
        CameraPlace place,
        Sight sight,
        (PointSet, ClickedFigure)[] moments
    )
    {
        (_formula, _context, _place, Sight, _moments) = (formula, context, place, sight, moments);
        Square = Read(sight, 0);
    }

    /// <summary>The camera as it is taken to be.</summary>
    public Sight Sight { get; }

    /// <summary>What the measure reads when the camera is where it is taken to be.</summary>
    public double Square { get; }

    /// <summary>The clean figure of an exercise at the moments of a formula, foot turned out a little and the feet on two tracks.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="formula">How the measure is worked out.</param>
    /// <param name="view">From where.</param>
    /// <param name="near">Whether the working leg is the nearer one.</param>
    /// <param name="body">Whose body.</param>
    /// <param name="place">Where the camera stands.</param>
    /// <param name="yawDegrees">How far off square, + toward what lies ahead.</param>
    /// <param name="moved">Whether the posture is that of a trial that changed it by about as much as a trial does.</param>
    public static Filmed Of(
        Exercise exercise,
        SchoolCode school,
        MeasureFormula formula,
        View view,
        bool near,
        Body body,
        CameraPlace place,
        double yawDegrees,
        bool moved
    )
    {
        var sight = new Sight(
            yawDegrees * PI / 180,
            0,
            place.Reckoned,
            PixelsPerMetre * place.Reckoned,
            place.Pitch,
            place.HeightMetres
        );
        var shin = 0.0;
        var moments = new (PointSet, ClickedFigure)[formula.Needs.Count];
        for (var i = 0; i < moments.Length; i++)
        {
            var moment = formula.Needs[i].Moment;
            var pose = Posed(PoseLibrary.Clean(exercise, moment, body, school));
            if (moved)
                pose = pose with
                {
                    Shin = pose.Shin + 8,
                    Trunk = pose.Trunk + 8,
                    RearThigh = pose.RearThigh + 8,
                    RearShank = pose.RearShank + 8,
                    KneeIn = pose.KneeIn + 4,
                    PelvisDrop = pose.PelvisDrop + 5,
                    SideLean = pose.SideLean + 8,
                };
            if (moment == Moment.Bottom || i == 0)
                shin = pose.Shin;
            // From the side a client who faces the picture's right shows the right leg first.
            var still = new PointSet(
                view,
                near ? BodySide.Right : BodySide.Left,
                Facing.Right,
                Picture,
                new Dictionary<Landmark, ImagePoint>(),
                null,
                PointPlacer.Hand,
                ""
            )
            {
                Moment = moment,
            };
            moments[i] = (still, new ClickedFigure(new PosedFigure(body, pose), view, near, Levelled.Rightward(still)));
        }

        var context = ReadingContext.Default with
        {
            Body = body,
            BothFeetPlanted = exercise.Shape.BothFeetPlanted,
            LeftShinAssumed = Angle.FromDegrees(shin),
            RightShinAssumed = Angle.FromDegrees(shin),
        };
        return new Filmed(formula, context, place, sight, moments);
    }

    /// <summary>A posture as a camera's figure has it.</summary>
    public static Pose Posed(Pose pose) => pose with { Track = 0.13, TurnOut = pose.TurnOut + 4 };

    /// <summary>The points that a reading rests on: the formula's, and those that tell scale and place.</summary>
    public static IEnumerable<Landmark> Behind(MeasureFormula formula, View view) =>
        formula
            .Needs.SelectMany(n => n.Points)
            .Concat([Landmark.Ankle, Landmark.Knee])
            .Concat(view == View.Side ? [Landmark.Hip] : [Landmark.WorkingPelvis, Landmark.FreePelvis])
            .Distinct();

    /// <summary>The measure of what a camera sees, undone as if the camera were where it is taken to be.</summary>
    /// <param name="sight">The camera that looks.</param>
    /// <param name="roll">How far its picture is rolled, radians.</param>
    /// <param name="landmark">A point that lies at another depth than the figure has it.</param>
    /// <param name="away">By how much, metres.</param>
    public double Read(Sight sight, double roll, Landmark landmark = default, double away = 0)
    {
        var stills = new Levelled[_moments.Length];
        for (var i = 0; i < stills.Length; i++)
        {
            var (still, figure) = _moments[i];
            var seen = Undoing.See(still, away == 0 ? figure : figure.Moved(landmark, away), sight, roll);
            stills[i] = Undoing.Find(seen, figure, _place, Sight.Yaw) is { } how
                ? Undoing.Undo(seen, figure, how)
                : seen;
        }

        var value = _formula.Read(stills, _context);
        return double.IsFinite(value) ? value : 0;
    }

    /// <summary>How far a picture ends up rolled that is levelled by something upright near the client: a camera that looks up or down sees it lean.</summary>
    public double Lean(Sight sight, double aside, double behind)
    {
        double Of(Sight s)
        {
            var (low, high) = (s.See(aside, behind, 0.2), s.See(aside, behind, 1.4));
            return Atan2(high.U - low.U, high.V - low.V);
        }

        return Of(Sight) - Of(sight);
    }
}
