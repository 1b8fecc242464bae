using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Features.Measuring;

internal sealed record PointDto(double X, double Y)
{
    public ImagePoint ToCore() => new(X, Y);

    public static PointDto Of(ImagePoint point) => new(Math.Round(point.X, 1), Math.Round(point.Y, 1));
}

internal sealed record VerticalDto(PointDto One, PointDto Other);

internal sealed record ScaleDto(PointDto One, PointDto Other, double Centimetres);

/// <summary>A line on the floor under the client that runs away from the camera, with its true length.</summary>
internal sealed record FloorLineDto(PointDto One, PointDto Other, double Metres);

/// <summary>Where the camera stood: metres to the client, the lens above the floor, and whether the guide on the screen put it there.</summary>
internal sealed record CameraDto(double DistanceM, double HeightM, bool Guided)
{
    /// <summary>What is taken where a page does not say.</summary>
    public static CameraDto Usual { get; } = new(CameraPlace.UsualDistance, CameraPlace.KneeHigh, false);

    public CameraPlace ToCore()
    {
        Refusal.Unless(FieldRange.CameraDistance, "camera", DistanceM);
        Refusal.Unless(FieldRange.CameraHeight, "camera", HeightM);
        return new CameraPlace
        {
            DistanceMetres = DistanceM,
            HeightMetres = HeightM,
            Guided = Guided,
        };
    }
}

/// <summary>Where in a clip a still was taken, how far each point scatters there, and whether a hand has put one of them in place since.</summary>
internal sealed record FromClipDto(Guid ClipId, double Seconds, bool Moved, IReadOnlyDictionary<Landmark, double> Sds);

/// <summary>
/// One still with the points placed on it. Coordinates are pixels of the kept picture, x right, y down; a landmark not placed is
/// absent. <see cref="Guessed"/> names those that lie where they were guessed and that nobody has put there yet: nothing is
/// read from them. Null from before guesses were told apart, when one may be among the points.
/// </summary>
internal sealed record StillDto(
    BodySide Side,
    View View,
    Moment Moment,
    int Repetition,
    Facing Facing,
    bool Mirrored,
    Guid PictureId,
    int Width,
    int Height,
    IReadOnlyDictionary<Landmark, PointDto> Points,
    VerticalDto? Vertical,
    ScaleDto? Scale,
    IReadOnlyList<Landmark>? Guessed = null,
    CameraDto? Camera = null,
    FloorLineDto? Line = null,
    FromClipDto? Clip = null
)
{
    public const int MostRepetitions = 12;

    private FloorLine? LineToCore()
    {
        if (Line is null)
            return null;
        Refusal.Unless(FieldRange.FloorLine, "line", Line.Metres);
        return new FloorLine(Line.One.ToCore(), Line.Other.ToCore(), Line.Metres);
    }

    public PointSet ToCore()
    {
        if (Width < 1 || Height < 1)
            throw Refusal.BadInput("stills", "A picture has no size. Choose it again.");
        if (Repetition is < 1 or > MostRepetitions)
            throw Refusal.BadInput(
                "stills",
                $"Repetitions are numbered from 1 to {MostRepetitions}. Choose one of them."
            );
        return new PointSet(
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
            Camera = (Camera ?? CameraDto.Usual).ToCore(),
            Line = LineToCore(),
            Sds = Clip?.Sds,
        };
    }
}

/// <summary>What the coach saw of one measure, without measuring.</summary>
internal sealed record SeenDto(string MeasureId, BodySide Side, BandSide Where, Moment? Moment)
{
    public SeenAnswer ToCore() =>
        MeasureDefinition.Find(MeasureId) is null
            ? throw Refusal.BadInput("seen", "This check is not known. Reload the page.")
            : new(MeasureId, Side, Where, Moment);
}

/// <summary>A number that was weighed, timed, taped or guessed.</summary>
internal sealed record StatedDto(string MeasureId, BodySide Side, double Value, AnswerSource Source)
{
    public StatedNumber ToCore()
    {
        if (MeasureDefinition.Find(MeasureId) is not { } measure || measure.Unit == MeasureUnit.Tick)
            throw Refusal.BadInput("stated", "This number belongs to no check. Reload the page.");
        if (Source is AnswerSource.Pictures or AnswerSource.Eye or AnswerSource.Clip)
            throw Refusal.BadInput(
                "stated",
                $"Say by what {measure.Short} was found: scales, clock, tape, a guess or a simulated device."
            );
        var (least, most) = measure.Unit switch
        {
            MeasureUnit.Percent => (0.0, 100.0),
            MeasureUnit.Seconds => (0, 60),
            MeasureUnit.Centimetres => (-50, 200),
            _ => (-90, 180),
        };
        if (!double.IsFinite(Value) || Value < least || Value > most)
            throw Refusal.BadInput(
                "stated",
                $"{measure.Name}: that is not likely. It lies between {new Quantity(least, measure.Unit)} and {new Quantity(most, measure.Unit)}."
            );
        return new StatedNumber(MeasureId, Side, Value, Source);
    }
}
