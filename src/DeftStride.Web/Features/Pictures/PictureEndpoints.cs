using System.Buffers;
using System.Security.Cryptography;
using DeftStride.Core.Measuring;
using DeftStride.Studio.Work;
using DeftStride.Data.Files;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Pictures;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace DeftStride.Web.Features.Pictures;

/// <summary>A picture that is kept, when it came in, and what it was taken for, where that is known.</summary>
internal sealed record PictureView(
    Guid Id,
    int Width,
    int Height,
    DateTimeOffset At,
    BodySide? Side,
    View? View,
    Moment? Moment
)
{
    public static PictureView Of(PictureFact fact) =>
        new(fact.Id, fact.Width, fact.Height, fact.RecordedAt, fact.Side, fact.View, fact.Moment);
}

internal static class PictureEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/pictures/{id:guid}", PutAsync)
            .WithName("putPicture")
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(PictureIntake.MostBytes + 1024));
        api.MapGet("/pictures/{id:guid}", GetAsync).WithName("getPicture");
    }

    private static async Task<Ok<PictureView>> PutAsync(
        Guid id,
        Guid client,
        BodySide? side,
        View? view,
        Moment? moment,
        HttpRequest request,
        PictureShelf shelf,
        PictureFolder folder,
        CancellationToken stop
    )
    {
        // A number that stands for nothing is taken by the framework.
        if (
            (side is { } s && !Enum.IsDefined(s))
            || (view is { } v && !Enum.IsDefined(v))
            || (moment is { } m && !Enum.IsDefined(m))
        )
            throw Refusal.BadInput("picture", "Say which leg, from where and when, or leave it out.");
        using var upload = folder.Receive();
        return TypedResults.Ok(
            PictureView.Of(
                await shelf.AddAsync(
                    id,
                    client,
                    upload.File,
                    await ReceiveAsync(request.Body, upload.File, stop),
                    new(side, view, moment),
                    stop
                )
            )
        );
    }

    /// <summary>Writes an upload to the disk as it comes; returns its SHA-256.</summary>
    private static async Task<string> ReceiveAsync(Stream body, string file, CancellationToken stop)
    {
        var buffer = ArrayPool<byte>.Shared.Rent(64 * 1024);
        try
        {
            using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
            await using var disk = new FileStream(file, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1);
            var length = 0L;
            while (await body.ReadAsync(buffer, stop) is > 0 and var got)
            {
                if ((length += got) > PictureIntake.MostBytes)
                    throw new HttpRefusal(
                        StatusCodes.Status413PayloadTooLarge,
                        PictureIntake.TooLarge().Message,
                        "picture"
                    );
                hash.AppendData(buffer.AsSpan(0, got));
                await disk.WriteAsync(buffer.AsMemory(0, got), stop);
            }

            return Convert.ToHexStringLower(hash.GetHashAndReset());
        }
        catch (ArgumentOutOfRangeException e)
        {
            // How .NET says that the system takes no file of that size: to us it is a disk without room.
            throw new IOException("There is no room for this picture.", DurableFiles.NoRoom) { Source = e.Source };
        }
        catch (BadHttpRequestException e) when (e.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            throw new HttpRefusal(e.StatusCode, PictureIntake.TooLarge().Message, "picture");
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    private static async Task<PhysicalFileHttpResult> GetAsync(Guid id, PictureShelf shelf, CancellationToken stop)
    {
        var path = await shelf.PathAsync(id, stop);
        return TypedResults.PhysicalFile(path, "image/webp");
    }
}
