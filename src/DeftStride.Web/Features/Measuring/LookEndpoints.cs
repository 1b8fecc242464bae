using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Work;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Measuring;

/// <summary>Reads and judges whatever has been placed and said so far. Needs nothing but the request and keeps nothing.</summary>
internal static class LookEndpoints
{
    public const int MostStills = 160;
    private const int MostAnswers = 200;
    private static readonly Body Average = Body.From(new BodyMeasures(1.72));

    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/compute/look", Read).WithName("readLook");

    private static Ok<LookAnswer> Read(LookRequest request) => TypedResults.Ok(Answer(request));

    public static LookAnswer Answer(LookRequest request)
    {
        var standard = request.Standard.ToCore();
        var context = request.Standard.Context(standard);
        var look = Look.Of(
            Input(request.Stills, request.Seen, request.Stated, context) with
            {
                Movements = [.. (request.Movements ?? []).Select(m => m.ToCore())],
            },
            standard
        );
        return new LookAnswer(
            Doubting(LookSaid.Of(look, standard, context).ToWire(), request),
            Guesses(request, standard, context)
        );
    }

    /// <summary>Asks about the still at hand when its points lie exactly as in the picture that guesses are taken from.</summary>
    private static LookView Doubting(LookView view, LookRequest request)
    {
        if (
            request.Guess is not { Pattern: { } like } guess
            || guess.Still < 0
            || guess.Still >= request.Stills.Count
            || request.Stills[guess.Still] is var at && at.View != like.View
        )
            return view;
        var still = request.Stills[guess.Still].ToCore();
        if (StillDoubt.SameAsLast(still.Points, Turned(like, still)) is not { } same)
            return view;
        return view with
        {
            Stills =
            [
                .. view.Stills.Select(
                    (s, i) =>
                        i == guess.Still
                            ? s with
                            {
                                Doubts = [.. s.Doubts, new DoubtView(same.Kind, same.Question)],
                            }
                            : s
                ),
            ],
        };
    }

    /// <summary>What a look is read from, once everything in it can be meant.</summary>
    public static LookInput Input(
        IReadOnlyList<StillDto> stills,
        IReadOnlyList<SeenDto> seen,
        IReadOnlyList<StatedDto> stated,
        ReadingContext context
    )
    {
        if (stills.Count > MostStills)
            throw Refusal.BadInput(
                "stills",
                $"That is {stills.Count} pictures. Use at most {MostStills} in one check."
            );
        if (seen.Count > MostAnswers || stated.Count > MostAnswers)
            throw Refusal.BadInput("seen", "That is more answers than there are checks. Reload the page.");
        return new LookInput(
            [.. stills.Select(s => s.ToCore())],
            [.. seen.Select(s => s.ToCore())],
            [.. stated.Select(s => s.ToCore())],
            context
        );
    }

    private static Dictionary<Landmark, PointDto> Guesses(
        LookRequest request,
        CheckStandard standard,
        ReadingContext context
    )
    {
        if (request.Guess is not { } guess || guess.Still < 0 || guess.Still >= request.Stills.Count)
            return [];
        var still = request.Stills[guess.Still].ToCore();
        if (
            LookPlan.For(standard).FirstOrDefault(p => p.View == still.View && p.Moment == still.Moment)
            is not { } planned
        )
            return [];
        Landmark[] wanted = [.. planned.Points, .. planned.MorePoints];
        // A figure of the client's own size that fills most of the picture's height.
        var body = context.Body ?? Average;
        var camera = new FigureCamera(
            0.8 * still.Picture.Height / body.Stature,
            new ImagePoint(still.Picture.Width * 0.55, still.Picture.Height * 0.9)
        )
        {
            Facing = still.Facing,
            Mirrored = still.Mirrored,
        };
        var posed = new PosedFigure(
            body,
            PoseLibrary.Clean(standard.Exercise, still.Moment, body, standard.School.Value.Code)
        ).Seen(still.View, still.FrontLeg, camera, Landmarks.Order(still.View));
        var pattern = new Dictionary<Landmark, ImagePoint>(posed);
        if (guess.Pattern is { } like && like.View == still.View && like.Points.Count > 1)
        {
            // What the last picture does not show is taken from the figure laid over it.
            var known = Turned(like, still);
            foreach (var (landmark, point) in PointGuess.For(known, posed, Landmarks.Order(still.View), still.Picture))
                pattern[landmark] = point;
            foreach (var (landmark, point) in known)
                pattern[landmark] = point;
        }

        return PointGuess
            .For(still.Points, pattern, wanted, still.Picture)
            .ToDictionary(p => p.Key, p => PointDto.Of(p.Value));
    }

    /// <summary>The points of another still as they would lie in this one: in its size, and turned over when the two face opposite ways.</summary>
    private static Dictionary<Landmark, ImagePoint> Turned(StillDto like, PointSet still)
    {
        var (sx, sy) = ((double)still.Picture.Width / like.Width, (double)still.Picture.Height / like.Height);
        var over =
            still.View == View.Side
                ? like.Facing != still.Facing
                : (like.Side == still.FrontLeg) == (like.Mirrored != still.Mirrored);
        return like.Points.ToDictionary(
            p => p.Key,
            p => new ImagePoint(over ? still.Picture.Width - (p.Value.X * sx) : p.Value.X * sx, p.Value.Y * sy)
        );
    }
}
