using System.Collections.Concurrent;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using static System.Math;

namespace DeftStride.Core.Filming;

/// <summary>
/// Whether a camera seems to have stood off square where no line says: lengths and heights that a square picture would not show
/// so. A first sign only; a line on the floor tells.
/// </summary>
/// <param name="About">How far off it seems, degrees; + when the camera stood to the picture's left of square.</param>
/// <param name="Sd">How well that is known, degrees.</param>
public readonly record struct YawDoubt(double About, double Sd)
{
    /// <summary>From here on it says next to nothing: square was not checked, degrees.</summary>
    public const double UncheckedFrom = 8;

    /// <summary>Whether the coach is asked.</summary>
    public bool Asked => Abs(About) > 5 + (ErrorModel.CallZ * Sd);

    /// <summary>Whether square could be checked at all.</summary>
    public bool Checked => Sd <= UncheckedFrom;

    private const double Probe = 10;

    private readonly record struct Key(
        string Exercise,
        SchoolCode School,
        Moment Moment,
        View View,
        bool Near,
        double Distance,
        double Height,
        double Stature
    );

    private static readonly ConcurrentDictionary<Key, (double[] Expected, double[] Slope)> Known = new();

    /// <summary>The doubt about some stills of one side, view and moment, undone as if they were square.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">Whose style.</param>
    /// <param name="undone">The stills, one a repetition.</param>
    /// <param name="height">The lens above the floor as the stills have it, metres.</param>
    /// <param name="stature">The client's, metres.</param>
    internal static YawDoubt Of(
        Exercise exercise,
        SchoolCode school,
        IReadOnlyList<(Levelled Still, double Scale)> undone,
        double height,
        double stature
    )
    {
        var still = undone[0].Still.Still;
        var key = new Key(
            exercise.Id,
            school,
            still.Moment,
            still.View,
            still.WorkingNear || still.View != View.Side,
            Round(still.Camera!.Reckoned * 4) / 4,
            Clamp(Round(height * 5) / 5, 0.2, 2),
            Clamp(Round(stature * 20) / 20, 1.2, 2.3)
        );
        var (expected, slope) = Known.GetOrAdd(key, k => Expect(k, exercise));
        var spread = Spreads(exercise, still.View, stature);
        var (weight, sum) = (0.0, 0.0);
        for (var c = 0; c < Cues; c++)
        {
            // The picture's own right may be ahead or behind, inward or outward; the figure is seen one way round.
            var g = slope[c] * undone[0].Still.Right;
            if (!(spread[c] > 0) || !double.IsFinite(g) || g == 0)
                continue;
            var seen = undone.Select(u => Cue(c, u.Still, u.Scale)).ToArray();
            if (seen.Any(double.IsNaN))
                continue;
            weight += g * g / (spread[c] * spread[c]);
            sum += g * (seen.Average() - expected[c]) / (spread[c] * spread[c]);
        }

        return weight == 0 ? new(0, double.PositiveInfinity) : new(sum / weight, 1 / Sqrt(weight));
    }

    private const int Cues = 6;

    /// <summary>What is looked at: from the side the rear toe above the front one and the rear shank and thigh against the front ones; from the front the stance's width, the pelvis beside the ankle, the toe beside the ankle.</summary>
    private static double Cue(int cue, Levelled f, double scale) =>
        cue switch
        {
            0 when f.HasAll([Landmark.RearToe, Landmark.Toe]) => (f.Up(Landmark.RearToe) - f.Up(Landmark.Toe)) / scale,
            1 when f.HasAll([Landmark.RearKnee, Landmark.RearAnkle, Landmark.Ankle, Landmark.Knee]) => Log(
                f.Distance(Landmark.RearKnee, Landmark.RearAnkle) / f.Distance(Landmark.Ankle, Landmark.Knee)
            ),
            2 when f.HasAll([Landmark.Hip, Landmark.RearKnee, Landmark.Knee]) => Log(
                f.Distance(Landmark.Hip, Landmark.RearKnee) / f.Distance(Landmark.Hip, Landmark.Knee)
            ),
            3 when f.HasAll([Landmark.Ankle, Landmark.RearAnkle]) => (f.X(Landmark.RearAnkle) - f.X(Landmark.Ankle))
                / scale,
            4 when f.HasAll([Landmark.WorkingPelvis, Landmark.FreePelvis, Landmark.Ankle]) => (
                MeasureGeometry.Middle(f, Landmark.WorkingPelvis, Landmark.FreePelvis) - f.X(Landmark.Ankle)
            ) / scale,
            5 when f.HasAll([Landmark.Toe, Landmark.Ankle]) => (f.X(Landmark.Toe) - f.X(Landmark.Ankle)) / scale,
            _ => double.NaN,
        };

    /// <summary>How much each varies between people and repetitions; 0 where it says nothing.</summary>
    private static double[] Spreads(Exercise exercise, View view, double stature)
    {
        var stance = exercise.Form is not null;
        return view switch
        {
            View.Side =>
            [
                stance && exercise.Shape.BothFeetPlanted ? 0.018 : 0,
                stance ? 0.042 : 0.055,
                stance ? 0.052 : 0.06,
                0,
                0,
                0,
            ],
            View.Front => [0, 0, 0, stance ? 0.025 * stature : 0, stance ? 0.035 : 0.045, 0.0135 * stature],
            _ => [0, 0, 0, 0, stance ? 0.035 : 0.045, 0],
        };
    }

    private static (double[] Expected, double[] Slope) Expect(Key key, Exercise exercise)
    {
        var body = Body.From(new BodyMeasures(key.Stature));
        var place = new CameraPlace
        {
            DistanceMetres = key.Distance,
            HeightMetres = Min(key.Height, CameraPlace.PlumbUpTo),
        };
        var figure = new PosedFigure(body, Filmed.Posed(PoseLibrary.Clean(exercise, key.Moment, body, key.School)));
        var like = new PointSet(
            key.View,
            key.Near ? BodySide.Right : BodySide.Left,
            Facing.Right,
            new PictureSize(1600, 1080),
            new Dictionary<Landmark, ImagePoint>(),
            null,
            PointPlacer.Hand,
            ""
        )
        {
            Moment = key.Moment,
        };
        var right = Levelled.Rightward(like);
        var clicked = new ClickedFigure(figure, key.View, key.Near, right);
        double[] At(double degrees)
        {
            var sight = new Sight(degrees * PI / 180, 0, place.Reckoned, 500 * place.Reckoned, 0, key.Height);
            var seen = Undoing.See(like, clicked, sight, 0);
            if (Undoing.Find(seen, clicked, place, 0) is not { } how)
                return [.. Enumerable.Repeat(double.NaN, Cues)];
            var undone = Undoing.Undo(seen, clicked, how);
            return [.. Enumerable.Range(0, Cues).Select(c => Cue(c, undone, how.Scale))];
        }

        var (less, square, more) = (At(-Probe), At(0), At(Probe));
        return (square, [.. less.Zip(more, (a, b) => right * (b - a) / (2 * Probe))]);
    }
}
