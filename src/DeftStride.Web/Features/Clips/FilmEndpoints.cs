using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Measuring;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Films;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace DeftStride.Web.Features.Clips;

/// <summary>The film of a clip: how it is packed, its bytes, and at which second of the clip it begins.</summary>
internal sealed record FilmDto(FilmType Type, long Bytes, double Offset);

/// <summary>What was found in a clip, to be kept; see <see cref="KeptClip"/>.</summary>
internal sealed record ClipRecordDto(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    View View,
    BodySide? Side,
    int Width,
    int Height,
    double Rate,
    [property: MaxLength(ClipRequest.MostFrames)] IReadOnlyList<FrameDto> Frames,
    FilmDto? Film,
    Guid? Supersedes
)
{
    public KeptClip ToKept()
    {
        if (Width < 1 || Height < 1)
            throw Refusal.BadInput("clip", "This clip has no size. Pick it again.");
        FrameDto.InOrder(Frames);
        return new(
            Id,
            ClientId,
            ExerciseId,
            View,
            Side,
            Width,
            Height,
            Rate,
            [.. Frames.Select(f => new KeptFrame(f.Seconds, f.Points))],
            Film is { } f ? new KeptFilm(f.Type, f.Bytes, f.Offset) : null,
            Supersedes
        );
    }

    public static ClipRecordDto Of(KeptClip kept) =>
        new(
            kept.Id,
            kept.ClientId,
            kept.ExerciseId,
            kept.View,
            kept.Side,
            kept.Width,
            kept.Height,
            kept.Rate,
            [.. kept.Frames.Select(f => new FrameDto(f.Seconds, f.Points))],
            kept.Film is { } f ? new FilmDto(f.Type, f.Bytes, f.Offset) : null,
            kept.Supersedes
        );
}

/// <summary>How far a film has come in: bytes, from which the next piece goes on, and whether that is all of it.</summary>
internal sealed record ArrivedView(long Bytes, bool Whole)
{
    public static ArrivedView Of(Arrived arrived) => new(arrived.Bytes, arrived.Whole);
}

/// <summary>A film that is here: whose, of what, how large, when it came and the last day on which it is here; null for ever.</summary>
internal sealed record KeptFilmView(
    Guid ClipId,
    Guid ClientId,
    string Client,
    string ExerciseId,
    View View,
    long Bytes,
    DateOnly Came,
    DateOnly? LastDay
);

/// <summary>All films that are here, those that go first in front, and the room they take.</summary>
internal sealed record KeptFilmsView(long Bytes, IReadOnlyList<KeptFilmView> Films);

/// <summary>That the points of a clip are kept.</summary>
internal sealed record ClipKeptView(Guid Id, DateTimeOffset At);

/// <summary>The points and the film of a clip, kept and given out.</summary>
internal static class FilmEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/clips/{id:guid}", PutClipAsync).WithName("putClip").InTurn();
        api.MapGet("/clips/{id:guid}", GetClipAsync).WithName("getClip");
        api.MapPut("/films/{id:guid}", PutPieceAsync)
            .WithName("putFilm")
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(FilmShelf.MostBytesOfPiece + 1024));
        api.MapGet("/films/{id:guid}/arrived", ArrivedAsync).WithName("arrivedOfFilm");
        api.MapGet("/films/{id:guid}", GetFilmAsync)
            .WithName("getFilm")
            .Noted(Deed.FilmSeen, "", Watched.Of<FilmFact>());
        api.MapGet("/films", FilmsAsync).WithName("getFilms");
    }

    private static async Task<Ok<ClipKeptView>> PutClipAsync(
        Guid id,
        ClipRecordDto request,
        ClipRecorder clips,
        CancellationToken stop
    )
    {
        if (request.Id != id)
            throw Refusal.BadInput("clip", "This clip was sent to another one's place. Reload the page and try again.");
        var kept = await clips.AddAsync(request.ToKept(), stop);
        return TypedResults.Ok(new ClipKeptView(kept.Id, kept.RecordedAt));
    }

    private static async Task<Ok<ClipRecordDto>> GetClipAsync(Guid id, ClipRecorder clips, CancellationToken stop) =>
        TypedResults.Ok(ClipRecordDto.Of(await clips.ReadAsync(id, stop)));

    private static async Task<Ok<ArrivedView>> PutPieceAsync(
        Guid id,
        long from,
        HttpRequest request,
        FilmShelf shelf,
        CancellationToken stop
    )
    {
        using var piece = new MemoryStream();
        try
        {
            await request.Body.CopyToAsync(piece, stop);
        }
        catch (BadHttpRequestException e) when (e.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            throw new HttpRefusal(
                e.StatusCode,
                "A film is sent in pieces of 4 MB. Reload the page and try again.",
                "film"
            );
        }

        return TypedResults.Ok(
            ArrivedView.Of(await shelf.AddAsync(id, from, piece.GetBuffer().AsMemory(0, (int)piece.Length), stop))
        );
    }

    private static async Task<Ok<KeptFilmsView>> FilmsAsync(FilmBook book, CancellationToken stop)
    {
        var films = await book.FilmsAsync(stop);
        return TypedResults.Ok(
            new KeptFilmsView(
                films.Sum(f => f.Film.Bytes),
                [
                    .. films.Select(f => new KeptFilmView(
                        f.Film.Id,
                        f.Film.ClientId,
                        f.Client,
                        f.Clip.ExerciseId,
                        f.Clip.View,
                        f.Film.Bytes,
                        f.Came,
                        f.Keep.LastDay(f.Came)
                    )),
                ]
            )
        );
    }

    private static async Task<Ok<ArrivedView>> ArrivedAsync(Guid id, FilmShelf shelf, CancellationToken stop) =>
        TypedResults.Ok(ArrivedView.Of(await shelf.ArrivedAsync(id, stop)));

    private static async Task<PhysicalFileHttpResult> GetFilmAsync(Guid id, FilmShelf shelf, CancellationToken stop)
    {
        var (path, type) = await shelf.PathAsync(id, stop);
        return TypedResults.PhysicalFile(
            path,
            type == FilmType.Mp4 ? "video/mp4" : "video/webm",
            enableRangeProcessing: true
        );
    }
}
