using System.Text.Json.Nodes;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Seeing;

namespace DeftStride.Data.Kept;

/// <summary>A point in a picture, pixels of the kept picture, x right, y down.</summary>
internal sealed record KeptPoint(double X, double Y) : Stored
{
    public ImagePoint ToCore() => new(X, Y);
}

/// <summary>Two points on something that is upright.</summary>
internal sealed record KeptVertical(KeptPoint One, KeptPoint Other) : Stored;

/// <summary>Two points whose distance is known.</summary>
internal sealed record KeptScale(KeptPoint One, KeptPoint Other, double Centimetres) : Stored;

/// <summary>A line on the floor under the client that runs away from the camera, with its true length in metres.</summary>
internal sealed record KeptFloorLine(KeptPoint One, KeptPoint Other, double Metres) : Stored;

/// <summary>Where the camera stood: metres to the client, the lens above the floor, and whether the guide put it there.</summary>
internal sealed record KeptCamera(double DistanceM, double HeightM, bool Guided) : Stored
{
    public CameraPlace ToCore() =>
        new()
        {
            DistanceMetres = DistanceM,
            HeightMetres = HeightM,
            Guided = Guided,
        };
}

/// <summary>
/// Where in a clip a still was taken, and how far each of its points scatters there, pixels. <see cref="Moved"/> once a hand has put
/// one of them in place: from then on the still is the hand's.
/// </summary>
internal sealed record KeptFromClip(Guid ClipId, double Seconds, bool Moved, IReadOnlyDictionary<Landmark, double> Sds)
    : Stored;

/// <summary>How long a phase lasts and how sure that is, seconds.</summary>
internal sealed record KeptLasting(double Seconds, double Sd) : Stored
{
    public static KeptLasting Of(Lasting of) =>
        new(Math.Round(of.Seconds, 3), double.IsFinite(of.Sd) ? Math.Round(of.Sd, 3) : NotTimed);

    /// <summary>Stands for an error without end: no file can hold that.</summary>
    private const double NotTimed = 1000;

    public Lasting ToCore() => new(Seconds, Sd);
}

/// <summary>One repetition of a clip: when it goes, and how measures go on its way down; null where one was not seen.</summary>
internal sealed record KeptRepetition(
    BodySide Side,
    int Number,
    double Start,
    double Bottom,
    double End,
    KeptLasting Down,
    KeptLasting Pause,
    KeptLasting Up,
    BottomNote Note,
    IReadOnlyDictionary<string, IReadOnlyList<double?>> Curves
) : Stored
{
    public SeenRepetition ToCore() =>
        new(
            Side,
            Number,
            Start,
            Bottom,
            End,
            Down.ToCore(),
            Pause.ToCore(),
            Up.ToCore(),
            Note,
            Curves
                .Where(c => c.Value.Count == SeenRepetition.Values)
                .ToDictionary(c => c.Key, c => c.Value.Select(v => v ?? double.NaN).ToArray())
        );

    public static KeptRepetition Of(SeenRepetition r) =>
        new(
            r.Side,
            r.Number,
            Math.Round(r.Start, 3),
            Math.Round(r.Bottom, 3),
            Math.Round(r.End, 3),
            KeptLasting.Of(r.Down),
            KeptLasting.Of(r.Pause),
            KeptLasting.Of(r.Up),
            r.Note,
            r.Curves.ToDictionary(
                c => c.Key,
                c =>
                    (IReadOnlyList<double?>)
                        [.. c.Value.Select(v => double.IsFinite(v) ? Math.Round(v, 2) : (double?)null)]
            )
        );
}

/// <summary>Something that looks like a repetition and does not count.</summary>
internal sealed record KeptPartial(double At, PartialReason Reason) : Stored;

/// <summary>What moves in a clip that stills were taken from.</summary>
internal sealed record KeptMovement(
    Guid ClipId,
    View View,
    double Rate,
    IReadOnlyList<KeptRepetition> Repetitions,
    IReadOnlyList<KeptPartial> Partials
) : Stored
{
    public SeenMovement ToCore() =>
        new(
            ClipId.ToString(),
            View,
            Rate,
            [.. Repetitions.Select(r => r.ToCore())],
            [.. Partials.Select(p => new SeenPartial(p.At, p.Reason))]
        );

    /// <summary>What moves in a clip, times to the millisecond.</summary>
    public static KeptMovement Of(Guid clip, SeenMovement m) =>
        new(
            clip,
            m.View,
            Math.Round(m.Rate, 3),
            [.. m.Repetitions.Select(KeptRepetition.Of)],
            [.. m.Partials.Select(p => new KeptPartial(Math.Round(p.At, 3), p.Reason))]
        );
}

/// <summary>
/// One still with the points placed on it; a landmark that was not placed is absent. <see cref="Guessed"/> names the points that
/// lie where they were guessed: nothing is read from them. Null from before guesses were told apart; then a guess may be among them.
/// <see cref="Camera"/> is null from before cameras were undone: such a still is read as it was in its day.
/// </summary>
internal sealed record KeptStill(
    BodySide Side,
    View View,
    Moment Moment,
    int Repetition,
    Facing Facing,
    bool Mirrored,
    Guid PictureId,
    int Width,
    int Height,
    IReadOnlyDictionary<Landmark, KeptPoint> Points,
    KeptVertical? Vertical = null,
    KeptScale? Scale = null,
    IReadOnlyList<Landmark>? Guessed = null,
    KeptCamera? Camera = null,
    KeptFloorLine? Line = null,
    KeptFromClip? Clip = null
) : Stored
{
    public PointSet ToCore() =>
        new(
            View,
            Side,
            Facing,
            new PictureSize(Width, Height),
            Points.Where(p => Guessed?.Contains(p.Key) != true).ToDictionary(p => p.Key, p => p.Value.ToCore()),
            Vertical is null ? null : new VerticalMark(Vertical.One.ToCore(), Vertical.Other.ToCore()),
            Clip is { Moved: false } ? PointPlacer.Found : PointPlacer.Hand,
            PictureId.ToString()
        )
        {
            Moment = Moment,
            Repetition = Repetition,
            Mirrored = Mirrored,
            Scale = Scale is null ? null : new ScaleMark(Scale.One.ToCore(), Scale.Other.ToCore(), Scale.Centimetres),
            Camera = Camera?.ToCore(),
            Line = Line is null ? null : new FloorLine(Line.One.ToCore(), Line.Other.ToCore(), Line.Metres),
            Sds = Clip?.Sds,
        };
}

/// <summary>What the coach saw of one measure, without measuring.</summary>
internal sealed record KeptSeen(string MeasureId, BodySide Side, BandSide Where, Moment? Moment = null) : Stored
{
    public SeenAnswer ToCore() => new(MeasureId, Side, Where, Moment);
}

/// <summary>A number that was weighed, timed, taped or guessed, in the measure's unit.</summary>
internal sealed record KeptStated(string MeasureId, BodySide Side, double Value, AnswerSource Source) : Stored
{
    public StatedNumber ToCore() => new(MeasureId, Side, Value, Source);
}

/// <summary>
/// Pain, 0–10, with its leg, that leg's part, place and kind where it was above 0. Place and kind are null from before they
/// were asked: then it counts as of a joint or tendon.
/// </summary>
internal sealed record KeptPain(
    int Score,
    BodySide? Leg = null,
    LegRole? Role = null,
    PainSite? Site = null,
    PainKind? Kind = null
) : Stored
{
    public Pain ToCore() => Score == 0 ? Pain.None : new Pain(Score, Leg, Role) { Site = Site, Kind = Kind };
}

/// <summary>Where it was felt: as expected, or somewhere else.</summary>
internal sealed record KeptFelt(bool AsExpected, string Where) : Stored;

/// <summary>
/// A finished, uncued look as the coach made it. <see cref="School"/> only when one was chosen for this check;
/// <see cref="Soreness"/> of the muscles, 0–10, is asked apart from pain and steps nobody back;
/// <see cref="Remark"/> is what the client said without being asked; <see cref="Movements"/> what moves in the clips that stills were
/// taken from, null from before there were clips.
/// </summary>
internal sealed record KeptCheck(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    SchoolCode? School,
    IReadOnlyList<KeptStill> Stills,
    IReadOnlyList<KeptSeen> Seen,
    IReadOnlyList<KeptStated> Stated,
    KeptFelt? Felt = null,
    int? Effort = null,
    KeptPain? Pain = null,
    int? NextMorning = null,
    Guid? Supersedes = null,
    int? Soreness = null,
    string? Remark = null,
    IReadOnlyList<KeptMovement>? Movements = null
) : StoredDocument, IKept<KeptCheck>
{
    public static StoredForm<KeptCheck> Kept { get; } =
        new("check", "a look", o => o.ContainsKey("seen") ? 2 : 1, WithViewsAndMoments);

    /// <summary>The first form knew one view, one moment and two points.</summary>
    private static JsonObject WithViewsAndMoments(JsonObject first)
    {
        StillsOfFirst(first);
        (first["seen"], first["stated"]) = (new JsonArray(), new JsonArray());
        return first;
    }

    /// <summary>Stills of the first form: the two points lay beside the picture, and all were the bottom from the side.</summary>
    internal static void StillsOfFirst(JsonObject first)
    {
        var counted = new Dictionary<string, int>();
        foreach (var still in first["stills"]!.AsArray().Select(s => s!.AsObject()))
        {
            var side = still["side"]!.GetValue<string>();
            var points = new JsonObject();
            foreach (var landmark in new[] { "ankle", "knee" })
            {
                if (still[landmark] is { } point)
                    points[landmark] = point.DeepClone();
                still.Remove(landmark);
            }

            (still["view"], still["moment"], still["mirrored"], still["points"]) = ("side", "bottom", false, points);
            still["repetition"] = counted[side] = counted.GetValueOrDefault(side) + 1;
        }
    }
}
