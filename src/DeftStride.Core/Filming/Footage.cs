using System.Collections.Concurrent;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>How square the camera stood for one side of one view.</summary>
/// <param name="View">The view.</param>
/// <param name="Side">The client's own working side.</param>
/// <param name="Tapped">How far off square a line on the floor had it, taken out; null without a line. + when the camera stood to the picture's left of square.</param>
/// <param name="Doubt">What the stills themselves say where no line does; null with a line.</param>
/// <param name="Checked">Whether square was checked at all: by a line, or because this view of this exercise would have shown it.</param>
/// <param name="Matters">Whether what was placed depends on it: a shin alone hardly does.</param>
public sealed record Square(View View, BodySide Side, Angle? Tapped, YawDoubt? Doubt, bool Checked, bool Matters);

/// <summary>
/// The stills of a look with their cameras taken out. Where two views of one moment are there, each poses the figure by which
/// the other's depths are known: from the side the angles, from the front what is offset, dropped, shifted or leaning.
/// </summary>
public sealed class Footage
{
    /// <summary>Whose lengths are taken while no stature is known.</summary>
    internal static readonly Body Usual = Body.From(new BodyMeasures(1.72));
    private readonly Exercise _exercise;
    private readonly SchoolCode _school;
    private readonly Dictionary<MeasureFormula, List<(CameraKnown Known, CameraPart Part)>> _parts = new(
        ReferenceEqualityComparer.Instance
    );

    private readonly Dictionary<(View, CameraKnown), Filmed> _figures = [];

    private Footage(
        Exercise exercise,
        SchoolCode school,
        Levelled[] stills,
        Square[] squares,
        IReadOnlyDictionary<PointSet, SquareLineFault> lines
    ) => (_exercise, _school, Stills, Squares, Lines) = (exercise, school, stills, squares, lines);

    /// <summary>The stills, each with its camera taken out where it is known how; those of a view that stood too far off square are left out.</summary>
    public IReadOnlyList<Levelled> Stills { get; }

    /// <summary>How square each view of each side stood.</summary>
    public IReadOnlyList<Square> Squares { get; }

    /// <summary>What is wrong with a line, by the still that it was tapped on.</summary>
    public IReadOnlyDictionary<PointSet, SquareLineFault> Lines { get; }

    /// <summary>Takes the cameras out of stills that have no fault.</summary>
    /// <param name="sound">The stills, levelled.</param>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="context">What has to be known besides.</param>
    /// <returns>Each still without its camera, with what the camera leaves and what is doubtful about it.</returns>
    public static Footage Of(
        IReadOnlyList<Levelled> sound,
        Exercise exercise,
        SchoolCode school,
        ReadingContext context
    )
    {
        ArgumentNullException.ThrowIfNull(sound);
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(context);
        var body = context.Body ?? Usual;
        var stills = sound.ToArray();
        var poses = new Dictionary<(BodySide, Moment), Pose>();
        Pose Clean(BodySide side, Moment moment)
        {
            if (!poses.TryGetValue((side, moment), out var pose))
                poses[(side, moment)] = pose =
                    poses.GetValueOrDefault((side == BodySide.Left ? BodySide.Right : BodySide.Left, moment))
                    ?? CleanPose(exercise, school, moment, body);
            return pose;
        }

        var lines = new Dictionary<PointSet, SquareLineFault>(ReferenceEqualityComparer.Instance);
        var yaws = new Dictionary<(View View, BodySide Side), double>();
        foreach (
            var view in stills
                .Where(f => f.Still is { Camera: not null, Line: not null })
                .GroupBy(f => (f.Still.View, f.Still.FrontLeg))
        )
        {
            var told = new List<double>();
            foreach (var f in view)
            {
                var figure = Figure(f, new PosedFigure(body, Clean(f.Still.FrontLeg, f.Still.Moment)));
                if (SquareLine.TryYaw(f, f.Still.Line!.Value, figure, f.Still.Camera!).Is(out var yaw, out var fault))
                    told.Add(yaw);
                else
                    lines[f.Still] = fault;
            }

            if (told.Count > 0)
                yaws[view.Key] = told.Average();
        }

        // More than can be taken out: nothing is read from that view, but of a side whose own line says otherwise.
        var off = lines.Where(l => l.Value == SquareLineFault.TooFarOff).Select(l => l.Key.View).ToHashSet();
        if (off.Count > 0)
            stills =
            [
                .. stills.Where(f =>
                    f.Still.Camera is null
                    || !off.Contains(f.Still.View)
                    || yaws.ContainsKey((f.Still.View, f.Still.FrontLeg))
                ),
            ];
        // The phone is left standing for the other side, unless that has a line of its own.
        foreach (var ((view, side), yaw) in yaws.ToArray())
            yaws.TryAdd((view, side == BodySide.Left ? BodySide.Right : BodySide.Left), yaw);
        var seen = new Undoing.Seen?[stills.Length];
        var undone = new Levelled[stills.Length];
        // Stills of one camera share what is known of it.
        List<CameraKnown> cameras = [];
        CameraKnown Same(CameraKnown known)
        {
            foreach (var other in cameras)
            {
                if (other == known)
                    return other;
            }

            cameras.Add(known);
            return known;
        }

        var groups = stills
            .Select((f, i) => (Still: f, Index: i))
            .Where(s => s.Still.Still.Camera is not null)
            .GroupBy(s => (s.Still.Still.FrontLeg, s.Still.Still.Moment));
        foreach (var group in groups)
        {
            var pose = Clean(group.Key.FrontLeg, group.Key.Moment);
            var side = group.Any(s => s.Still.Still.View == View.Side);
            var both = side && group.Any(s => s.Still.Still.View != View.Side);
            // Undo and read, pose anew, undo and read again; with one view alone there is nothing to pose by.
            for (var pass = both ? 1 : 2; pass <= 2; pass++)
            {
                var posed = new PosedFigure(body, pose);
                ClickedFigure? figure = null;
                (View, bool, int) of = default;
                foreach (var (f, i) in group)
                {
                    var like = (f.Still.View, f.Still.WorkingNear, f.Right);
                    if (figure is null || of != like)
                        (figure, of) = (Figure(f, posed), like);
                    var yaw = yaws.GetValueOrDefault((f.Still.View, f.Still.FrontLeg));
                    seen[i] = Undoing.Find(f, figure, f.Still.Camera!, yaw);
                    undone[i] = seen[i] is { } how ? Undoing.Undo(f, figure, how) : f;
                }

                if (pass < 2)
                    pose = Posing.By(
                        pose,
                        [.. group.Where(s => seen[s.Index] is not null).Select(s => undone[s.Index])],
                        body,
                        yaws.ContainsKey((View.Front, group.Key.FrontLeg))
                    );
            }

            foreach (var (f, i) in group)
            {
                if (seen[i] is { } how)
                    undone[i] = undone[i].TakenOutOf(Same(Known(f, how, yaws, both, body.Stature)), how.Scale);
            }
        }

        for (var i = 0; i < stills.Length; i++)
            undone[i] ??= stills[i];
        return new Footage(
            exercise,
            school,
            undone,
            [.. SquaresOf(undone, seen, exercise, school, yaws, body.Stature)],
            lines
        );
    }

    /// <summary>A still without its camera.</summary>
    /// <returns>Null where it was left out.</returns>
    public Levelled? Of(PointSet still)
    {
        foreach (var f in Stills)
        {
            if (ReferenceEquals(f.Still, still))
                return f;
        }

        return null;
    }

    /// <summary>What the cameras of some stills leave in a measure.</summary>
    /// <returns>Standard deviations in the measure's unit; null where one of the stills is read as in the days before cameras were undone.</returns>
    public CameraPart? Part(MeasureDefinition measure, MeasureFormula formula, Levelled[] stills)
    {
        ArgumentNullException.ThrowIfNull(stills);
        if (stills[0].Camera is not { } known)
            return null;
        for (var i = 1; i < stills.Length; i++)
        {
            if (stills[i].Camera is not { } other)
                return null;
            if (other != known)
                known = known with
                {
                    Marked = known.Marked && other.Marked,
                    Tapped = known.Tapped && other.Tapped,
                    OtherView = known.OtherView && other.OtherView,
                };
        }

        if (!_parts.TryGetValue(formula, out var parts))
            _parts[formula] = parts = [];
        foreach (var kept in parts)
        {
            if (ReferenceEquals(kept.Known, known) || kept.Known == known)
                return kept.Part;
        }

        var part = CameraError.Of(_exercise, _school, measure, formula, stills[0].Still.View, known, _figures).Part;
        parts.Add((known, part));
        return part;
    }

    /// <summary>What is doubtful about the camera of a still: a line that tells nothing, or a view that seems to have stood off square. That is asked once for each side of a view.</summary>
    /// <returns>Empty where nothing is; a doubt about a view once for each of its sides.</returns>
    public IEnumerable<StillDoubt> DoubtsOf(PointSet still)
    {
        ArgumentNullException.ThrowIfNull(still);
        if (Lines.TryGetValue(still, out var fault))
            yield return new(DoubtKind.FloorLine, SquareLine.Sentence(fault));
        PointSet? first = null;
        foreach (var f in Stills)
        {
            if (f.Still.View != still.View || f.Still.FrontLeg != still.FrontLeg)
                continue;
            first = f.Still;
            break;
        }

        if (
            ReferenceEquals(still, first)
            && Squares.FirstOrDefault(s => s.View == still.View && s.Side == still.FrontLeg)?.Doubt
                is { Asked: true } doubt
        )
            yield return new(
                DoubtKind.OffAxis,
                FormattableString.Invariant(
                    $"The camera seems to have stood about {5 * Round(Abs(doubt.About) / 5):0}° off square. Tap a line on the floor that runs away from it, and it is taken out; or move the phone."
                )
            );
    }

    private static readonly ConcurrentDictionary<
        (string, SchoolCode, Moment, double, double, double, double),
        Pose
    > Poses = new();

    /// <summary>Kept postures; more are not needed at once, and a studio has more bodies than that over the years.</summary>
    private const int MostPoses = 4000;

    /// <summary>The clean posture of an exercise as a camera's figure has it.</summary>
    internal static Pose CleanPose(Exercise exercise, SchoolCode school, Moment moment, Body body)
    {
        var key = (exercise.Id, school, moment, body.Stature, body.Shank, body.Thigh, body.Foot);
        if (Poses.TryGetValue(key, out var pose))
            return pose;
        if (Poses.Count >= MostPoses)
            Poses.Clear();
        return Poses[key] = Filmed.Posed(PoseLibrary.Clean(exercise, moment, body, school));
    }

    private static ClickedFigure Figure(Levelled f, PosedFigure figure) =>
        new(figure, f.Still.View, f.Still.WorkingNear, f.Right);

    private static CameraKnown Known(
        Levelled f,
        Undoing.Seen how,
        Dictionary<(View View, BodySide Side), double> yaws,
        bool otherView,
        double stature
    )
    {
        var tapped = yaws.TryGetValue((f.Still.View, f.Still.FrontLeg), out var yaw);
        var mark = f.Still.Vertical is { } m
            ? (((m.One.X + m.Other.X) / 2) - (f.Still.Picture.Width / 2.0)) / how.Scale
                - (how.Sight.Distance * Tan(how.Sight.Bearing))
            : 0;
        // Only as finely as the error is kept, so that the stills of one view share it.
        return new CameraKnown(
            Rounded(f.Still.Camera!),
            5 * Round(f.Right * yaw * 36 / PI),
            tapped,
            f.Still.Vertical is not null,
            Round(Clamp(f.Right * mark, -2, 2) * 5) / 5,
            otherView,
            f.Still.WorkingNear,
            Round(stature * 20) / 20
        );
    }

    private static CameraPlace Rounded(CameraPlace place)
    {
        var (distance, height) = (Round(place.DistanceMetres * 4) / 4, Round(place.HeightMetres * 20) / 20);
        return distance == place.DistanceMetres && height == place.HeightMetres
            ? place
            : place with
            {
                DistanceMetres = distance,
                HeightMetres = height,
            };
    }

    private static IEnumerable<Square> SquaresOf(
        Levelled[] undone,
        Undoing.Seen?[] seen,
        Exercise exercise,
        SchoolCode school,
        Dictionary<(View View, BodySide Side), double> yaws,
        double stature
    )
    {
        foreach (
            var group in undone
                .Select((f, i) => (Still: f, Seen: seen[i]))
                .Where(s => s.Seen is not null)
                .GroupBy(s => (s.Still.Still.View, s.Still.Still.FrontLeg))
        )
        {
            if (yaws.TryGetValue((group.Key.View, group.Key.FrontLeg), out var yaw))
            {
                yield return new Square(group.Key.View, group.Key.FrontLeg, Angle.FromRadians(yaw), null, true, true);
                continue;
            }

            // What a model is off by looks like a camera off square.
            if (group.All(s => s.Still.Still.Placer == PointPlacer.Found))
            {
                yield return new Square(group.Key.View, group.Key.FrontLeg, null, null, false, true);
                continue;
            }

            var moment = group.Any(s => s.Still.Still.Moment == Moment.Bottom)
                ? Moment.Bottom
                : group.First().Still.Still.Moment;
            var stills = group.Where(s => s.Still.Still.Moment == moment).ToArray();
            var doubt = YawDoubt.Of(
                exercise,
                school,
                [.. stills.Select(s => (s.Still, s.Seen!.Value.Scale))],
                stills.Average(s => s.Seen!.Value.Sight.Height),
                stature
            );
            yield return new Square(
                group.Key.View,
                group.Key.FrontLeg,
                null,
                doubt,
                doubt.Checked && !(group.Key.View == View.Side && exercise.Shape.Plane == MovementPlane.Sideways),
                stills.Any(s => s.Still.Still.Points.Count > 2)
            );
        }
    }
}
