using System.Buffers;
using System.Security.Cryptography;
using DeftStride.Core.Measuring;
using DeftStride.Data.Files;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Door;
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
    bool Today,
    BodySide? Side,
    View? View,
    Moment? Moment
)
{
    /// <param name="fact">The picture.</param>
    /// <param name="dayStart">When today began where the studio stands.</param>
    public static PictureView Of(PictureFact fact, DateTimeOffset dayStart) =>
        new(
            fact.Id,
            fact.Width,
            fact.Height,
            fact.RecordedAt,
            fact.RecordedAt >= dayStart,
            fact.Side,
            fact.View,
            fact.Moment
        );
}

/// <summary>Pictures whose last day is in one month.</summary>
/// <param name="Month">Its first day.</param>
/// <param name="Count">How many.</param>
/// <param name="Clients">Of how many clients.</param>
/// <param name="First">The last day of those that go first.</param>
internal sealed record PicturesGoingView(DateOnly Month, int Count, int Clients, DateOnly First);

/// <summary>The pictures that are here.</summary>
/// <param name="Count">How many.</param>
/// <param name="Bytes">What room they take.</param>
/// <param name="Over">How many have no days left and go within a day.</param>
/// <param name="Going">The others that go, by month.</param>
internal sealed record KeptPicturesView(int Count, long Bytes, int Over, IReadOnlyList<PicturesGoingView> Going);

internal static class PictureEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/pictures/{id:guid}", PutAsync)
            .WithName("putPicture")
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(PictureIntake.MostBytes + 1024));
        api.MapGet("/pictures", KeptAsync).WithName("getPictures");
        api.MapGet("/pictures/{id:guid}", GetAsync)
            .WithName("getPicture")
            .Noted(Deed.PictureSeen, "", Watched.Of<PictureFact>());
    }

    private static async Task<Ok<PictureView>> PutAsync(
        Guid id,
        Guid client,
        string? side,
        string? view,
        string? moment,
        HttpRequest request,
        PictureShelf shelf,
        PictureFolder folder,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var takenFor = new TakenFor(Word<BodySide>(side), Word<View>(view), Word<Moment>(moment));
        using var upload = folder.Receive();
        return TypedResults.Ok(
            PictureView.Of(
                await shelf.AddAsync(
                    id,
                    client,
                    upload.File,
                    await ReceiveAsync(request.Body, upload.File, stop),
                    takenFor,
                    stop
                ),
                (await scope.DayAsync(stop)).From
            )
        );
    }

    /// <summary>What is here, and what goes in which month.</summary>
    private static async Task<Ok<KeptPicturesView>> KeptAsync(
        PictureBook book,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var all = await book.PicturesAsync(stop);
        var today = await scope.TodayAsync(stop);
        return TypedResults.Ok(
            new KeptPicturesView(
                all.Count,
                all.Sum(p => p.Bytes),
                all.Count(p => p.Keep.IsOver(p.Came, today)),
                [
                    .. all.Where(p => p.LastDay is not null && !p.Keep.IsOver(p.Came, today))
                        .GroupBy(p => p.LastDay!.Value is var last ? new DateOnly(last.Year, last.Month, 1) : default)
                        .OrderBy(g => g.Key)
                        .Select(g => new PicturesGoingView(
                            g.Key,
                            g.Count(),
                            g.Select(p => p.ClientId).Distinct().Count(),
                            g.Min(p => p.LastDay!.Value)
                        )),
                ]
            )
        );
    }

    /// <summary>A word of an address; the framework would take numbers too, and no small letter.</summary>
    private static T? Word<T>(string? text)
        where T : struct, Enum =>
        text is null ? null
        : text.Length > 0
        && char.IsLetter(text[0])
        && Enum.TryParse<T>(text, ignoreCase: true, out var word)
        && Enum.IsDefined(word)
            ? word
        : throw Refusal.BadInput(
            "picture",
            "Say which leg, from where and at which moment the picture was taken, or leave it out."
        );

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
