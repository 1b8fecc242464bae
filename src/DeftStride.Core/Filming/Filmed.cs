using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>Which figure stands before the camera.</summary>
internal enum FilmedFigure
{
    /// <summary>In the clean posture.</summary>
    Clean,

    /// <summary>Changed by about as much as a trial changes a posture.</summary>
    Changed,

    /// <summary>Clean, with the other leg nearer.</summary>
    OtherLegNear,
}

/// <summary>What of a camera is not as it is taken to be.</summary>
internal enum Unknown
{
    /// <summary>Nothing.</summary>
    Nothing,

    /// <summary>How far off square it stands.</summary>
    Yaw,

    /// <summary>How far it looks up or down.</summary>
    Pitch,

    /// <summary>How far away it is.</summary>
    Distance,

    /// <summary>How far it is rolled.</summary>
    Level,

    /// <summary>How deep one point lies.</summary>
    Depth,
}

/// <summary>
/// A figure before a camera: what measures read of it when the camera is elsewhere than it is taken to be. Its pictures are
/// shared by every formula of the view, so that the first look with a new camera does not keep a coach waiting.
/// </summary>
internal sealed class Filmed
{
    private const double PixelsPerMetre = 500;
    private const double Degree = PI / 180;

    /// <summary>How far behind the client what is marked as upright stands, metres.</summary>
    private const double MarkBehind = 0.4;

    private static readonly PictureSize Picture = new(1600, 1080);
    private readonly Exercise _exercise;
    private readonly SchoolCode _school;
    private readonly View _view;
    private readonly CameraKnown _known;
    private readonly Body _body;
    private readonly Sight _sight;
    private readonly Dictionary<(FilmedFigure, Moment), (Pose Pose, PointSet Still, ClickedFigure Figure)> _figures =
    [];
    private readonly Dictionary<(FilmedFigure, Moment, Unknown, bool More, Landmark), Levelled> _undone = [];

    /// <summary>The clean figure of an exercise, foot turned out a little and the feet on two tracks.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="view">From where.</param>
    /// <param name="known">What is known of the camera.</param>
    public Filmed(Exercise exercise, SchoolCode school, View view, CameraKnown known)
    {
        (_exercise, _school, _view, _known) = (exercise, school, view, known);
        _body = Body.From(new BodyMeasures(Clamp(known.Stature, 1.2, 2.3)));
        var place = known.Place;
        _sight = new(
            known.YawDegrees * Degree,
            0,
            place.Reckoned,
            PixelsPerMetre * place.Reckoned,
            place.Pitch,
            place.HeightMetres
        );
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

    /// <summary>The measure of what a camera sees, undone as if the camera were where it is taken to be; NaN where this figure gives no number.</summary>
    /// <param name="formula">How the measure is worked out.</param>
    /// <param name="figure">Of which figure.</param>
    /// <param name="unknown">What of the camera is otherwise.</param>
    /// <param name="more">Whether by a standard deviation more or less.</param>
    /// <param name="landmark">Which point, where its depth is what is otherwise.</param>
    /// <returns>In the measure’s own unit and sign.</returns>
    public double Read(
        MeasureFormula formula,
        FilmedFigure figure,
        Unknown unknown = Unknown.Nothing,
        bool more = false,
        Landmark landmark = default
    )
    {
        var (stills, shin) = (new Levelled[formula.Needs.Count], 0.0);
        for (var i = 0; i < stills.Length; i++)
        {
            var moment = formula.Needs[i].Moment;
            stills[i] = Undone(figure, moment, unknown, more, landmark);
            if (moment == Moment.Bottom || i == 0)
                shin = Figure(figure, moment).Pose.Shin;
        }

        var lean = Angle.FromDegrees(shin);
        return formula.Read(
            stills,
            ReadingContext.Default with
            {
                Body = _body,
                BothFeetPlanted = _exercise.Shape.BothFeetPlanted,
                LeftShinAssumed = lean,
                RightShinAssumed = lean,
            }
        );
    }

    private (Pose Pose, PointSet Still, ClickedFigure Figure) Figure(FilmedFigure figure, Moment moment)
    {
        if (_figures.TryGetValue((figure, moment), out var found))
            return found;
        var pose = Posed(PoseLibrary.Clean(_exercise, moment, _body, _school));
        if (figure == FilmedFigure.Changed)
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
        var near = _known.Near != (figure == FilmedFigure.OtherLegNear);
        // From the side a client who faces the picture's right shows the right leg first.
        var still = new PointSet(
            _view,
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
        return _figures[(figure, moment)] = (
            pose,
            still,
            new ClickedFigure(new PosedFigure(_body, pose), _view, near, Levelled.Rightward(still))
        );
    }

    private Levelled Undone(FilmedFigure of, Moment moment, Unknown unknown, bool more, Landmark landmark)
    {
        var key = (of, moment, unknown, more, landmark);
        if (_undone.TryGetValue(key, out var undone))
            return undone;
        var (_, still, figure) = Figure(of, moment);
        var (sight, roll, way) = (_sight, 0.0, more ? 1 : -1);
        switch (unknown)
        {
            case Unknown.Yaw:
                sight = sight with { Yaw = sight.Yaw + (way * _known.YawSd * Degree) };
                break;
            case Unknown.Pitch:
                sight = sight with { Pitch = sight.Pitch + (way * CameraError.PitchSd * Degree) };
                roll = _known.Marked ? Lean(sight, _known.MarkMetres) : 0;
                break;
            case Unknown.Distance when _known.Place.DistanceMetres <= CameraPlace.Far:
                // At equal picture size: further away with a longer lens.
                var ratio = 1 + (way * CameraError.DistanceSd);
                sight = sight with { Distance = sight.Distance * ratio, Focal = sight.Focal * ratio };
                break;
            case Unknown.Level:
                roll = way * _known.LevelSd * Degree;
                break;
        }

        var seen = Undoing.See(
            still,
            unknown == Unknown.Depth ? figure.Moved(landmark, way * _known.DepthSd) : figure,
            sight,
            roll
        );
        undone = Undoing.Find(seen, figure, _known.Place, _sight.Yaw) is { } how
            ? Undoing.Undo(seen, figure, how)
            : seen;
        return _undone[key] = undone;
    }

    /// <summary>How far a picture ends up rolled that is levelled by something upright near the client: a camera that looks up or down sees it lean.</summary>
    private double Lean(Sight sight, double aside)
    {
        double Of(Sight s)
        {
            var (low, high) = (s.See(aside, MarkBehind, 0.2), s.See(aside, MarkBehind, 1.4));
            return Atan2(high.U - low.U, high.V - low.V);
        }

        return Of(_sight) - Of(sight);
    }
}
