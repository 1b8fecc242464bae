using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Clips;

/// <summary>
/// One frame: seconds from the start of the clip, and x, y (pixels of the upright frame) and confidence of each point in the order
/// of <see cref="BodyPoint"/>; the last two, stickers on the pelvis, may be missing. Empty where nobody was seen.
/// </summary>
internal sealed record FrameDto(double Seconds, IReadOnlyList<double> Points)
{
    public BodyFrame ToCore() =>
        KeptFrame.Holds(Points)
            ? new KeptFrame(Seconds, Points).ToCore()
            : throw Refusal.BadInput(
                "clip",
                "The points of this clip cannot be read. Reload the page and pick it again."
            );

    /// <summary>The frames as the core has them.</summary>
    /// <exception cref="Refusal">Times do not rise, or points cannot be read.</exception>
    public static BodyFrame[] InOrder(IReadOnlyList<FrameDto> frames)
    {
        BodyFrame[] all = [.. frames.Select(f => f.ToCore())];
        return all.Zip(all.Skip(1)).Any(p => !(p.Second.Seconds > p.First.Seconds))
            ? throw Refusal.BadInput("clip", "The times of this clip run backward. Send it from the phone again.")
            : all;
    }
}

/// <summary>
/// What was found in a clip on the device, to be cut into repetitions. <see cref="ViewSaid"/> where the coach was asked from where it is
/// filmed. <see cref="Side"/> where the coach said which leg works; null to see it from the feet.
/// </summary>
internal sealed record ClipRequest(
    StandardDto Standard,
    Guid ClipId,
    View View,
    bool ViewSaid,
    BodySide? Side,
    bool Mirrored,
    int Width,
    int Height,
    [property: MaxLength(ClipRequest.MostFrames)] IReadOnlyList<FrameDto> Frames,
    VerticalDto? Vertical,
    ScaleDto? Scale,
    CameraDto? Camera
)
{
    /// <summary>A minute at sixty frames a second.</summary>
    public const int MostFrames = 3700;

    public FilmedBody ToCore()
    {
        if (Width < 1 || Height < 1)
            throw Refusal.BadInput("clip", "This clip has no size. Pick it again.");
        return new FilmedBody(View, new PictureSize(Width, Height), FrameDto.InOrder(Frames), ClipId.ToString())
        {
            Mirrored = Mirrored,
            Vertical = Vertical is { } v ? new VerticalMark(v.One.ToCore(), v.Other.ToCore()) : null,
            Scale = Scale is { } s ? new ScaleMark(s.One.ToCore(), s.Other.ToCore(), s.Centimetres) : null,
            Camera = (Camera ?? CameraDto.Usual).ToCore(),
        };
    }
}

/// <summary>A moment of a repetition as a still: where the points lie, and how far each scatters, pixels.</summary>
internal sealed record ClipStillView(
    BodySide Side,
    int Repetition,
    Moment Moment,
    double Seconds,
    IReadOnlyDictionary<Landmark, PointDto> Points,
    IReadOnlyDictionary<Landmark, double> Sds
);

/// <summary>
/// What moves in a clip, or why nothing can be said of it; or <see cref="OtherView"/>, from where it looks filmed when that is not from
/// where it was said to be, which is to be asked first.
/// </summary>
internal sealed record ClipView(
    MovementFault? Fault,
    string? Sentence,
    View? OtherView,
    Facing Facing,
    IReadOnlyList<ClipStillView> Stills,
    MovementDto? Movement
);

/// <summary>Cuts what was found in a clip into repetitions and picks their moments. Needs nothing but the request and keeps nothing.</summary>
internal static class ClipEndpoints
{
    /// <summary>As many of a side as a look numbers.</summary>
    private const int MostRepetitions = StillDto.MostRepetitions;

    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/compute/clip", Read).WithName("readClip");

    private static Ok<ClipView> Read(ClipRequest request) => TypedResults.Ok(Answer(request));

    public static ClipView Answer(ClipRequest request)
    {
        var standard = request.Standard.ToCore();
        var context = request.Standard.Context(standard);
        var body = request.ToCore();
        var facing = body.Facing ?? Facing.Right;
        var known = Movement.TryFind(body, standard.Exercise, request.Side).Is(out var movement, out var fault);
        // Whoever is upside down shows the left on the other side.
        if (
            !request.ViewSaid
            && (known || fault is not (MovementFault.Nobody or MovementFault.UpsideDown))
            && body.SeenFrom is { } seenFrom
            && seenFrom != request.View
        )
            return new ClipView(null, MovementWords.OtherView(seenFrom, request.View), seenFrom, facing, [], null);
        if (!known || movement is null)
            return new ClipView(fault, MovementWords.Sentence(fault), null, facing, [], null);
        movement = movement.AtMost(MostRepetitions);
        var seen = SeenMovement.Of(movement, standard.Measures, context, standard.Errors);
        return new ClipView(
            null,
            null,
            null,
            facing,
            [
                .. movement
                    .Stills(standard.Bands.Select(b => b.Measure))
                    .Select(s => new ClipStillView(
                        s.Repetition.Side,
                        s.Repetition.Number,
                        s.Still.Moment,
                        Math.Round(s.Seconds, 3),
                        s.Still.Points.ToDictionary(p => p.Key, p => PointDto.Of(p.Value)),
                        (s.Still.Sds ?? new Dictionary<Landmark, double>()).ToDictionary(
                            p => p.Key,
                            p => Math.Round(p.Value, 2)
                        )
                    )),
            ],
            MovementDto.Of(KeptMovement.Of(request.ClipId, seen))
        );
    }
}
