using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Exports;
using DeftStride.Data.Records;
using DeftStride.Studio.Upkeep;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace DeftStride.Web.Features.Exports;

/// <summary>A client who would come with an export that was sent in.</summary>
/// <param name="Id">What to say yes to.</param>
/// <param name="Client">Who.</param>
/// <param name="Name">What they are called.</param>
/// <param name="TakenOut">When the export was made.</param>
/// <param name="Looks">Finished looks.</param>
/// <param name="Logs">What was done.</param>
/// <param name="Pictures">Pictures that come along.</param>
/// <param name="Films">Films that come along.</param>
/// <param name="Missing">Pictures and films that records name and that are not in it.</param>
/// <param name="InTheWay">Why they cannot come; null where they can.</param>
/// <param name="Notes">What is worth knowing first.</param>
internal sealed record ArrivalView(
    Guid Id,
    Guid Client,
    [property: AsWritten] string Name,
    DateTimeOffset TakenOut,
    long Looks,
    long Logs,
    int Pictures,
    int Films,
    int Missing,
    string? InTheWay,
    IReadOnlyList<string> Notes
);

/// <summary>A studio, or a client, taken out in open formats; a client who comes with such a file.</summary>
internal static class ExportEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/export.zip", StudioAsync)
            .WithName("exportStudio")
            .Noted(Deed.Exported, "the whole studio")
            .ExcludeFromDescription();
        api.MapGet("/clients/{id:guid}/export.zip", ClientAsync)
            .WithName("exportClient")
            .Noted(Deed.Exported, "a client", Named)
            .ExcludeFromDescription();
        api.MapPost("/arrivals", ReceiveAsync)
            .WithName("receiveArrival")
            .WithMetadata(new RequestSizeLimitAttribute(ArrivalDesk.MostBytes));
        api.MapPost("/arrivals/{id:guid}", TakeInAsync).WithName("takeArrivalIn");
        api.MapDelete("/arrivals", ClearAsync).WithName("dropArrival");
    }

    private static Task<Guid?> Named(StudioContext db, HttpContext http, CancellationToken stop) =>
        Task.FromResult<Guid?>(Guid.TryParse(http.Request.RouteValues["id"] as string, out var id) ? id : null);

    private static async Task<FileStreamHttpResult> StudioAsync(
        StudioScope scope,
        ExportKeeper exports,
        CancellationToken stop
    ) => await FileAsync(() => exports.MakeAsync(null, scope.Now, stop));

    private static async Task<FileStreamHttpResult> ClientAsync(
        Guid id,
        StudioScope scope,
        ExportKeeper exports,
        CancellationToken stop
    )
    {
        await scope.ClientAsync(id, stop);
        return await FileAsync(() => exports.MakeAsync(id, scope.Now, stop));
    }

    private static async Task<FileStreamHttpResult> FileAsync(Func<Task<ReadyExport>> make)
    {
        var ready = await SaidAsync(make);
        return TypedResults.File(
            ready.Open(),
            "application/zip",
            string.Create(
                CultureInfo.InvariantCulture,
                $"deft-stride-{(ready.Manifest.Client is null ? "studio" : "client")}-{ready.Manifest.At.UtcDateTime:yyyy-MM-dd}.zip"
            )
        );
    }

    /// <summary>Sends a file in: looked through, unpacked aside, nothing changed yet.</summary>
    private static async Task<Ok<ArrivalView>> ReceiveAsync(
        HttpRequest request,
        ArrivalDesk desk,
        ClientArrival arrival,
        CancellationToken stop
    )
    {
        var waiting = await SaidAsync(() => desk.ReceiveAsync(request.Body, stop));
        var came = waiting.Came;
        if (came.Manifest.Client is not { } client)
        {
            await desk.ClearAsync(stop);
            throw Refusal.BadInput(
                "file",
                $"This is a whole studio, “{came.Manifest.Name}”. It comes into a folder of its own, by command: deftstride import FILE --to FOLDER."
            );
        }

        var outlook = await arrival.LookAsync(Path.Combine(waiting.Folder, StudioDatabase.FileName), client, stop);
        long Rows(string table) => came.Rows.FirstOrDefault(r => r.Table == table).Rows;
        return TypedResults.Ok(
            new ArrivalView(
                waiting.Id,
                client,
                came.Manifest.Name,
                came.Manifest.At,
                Rows("Checks"),
                Rows("Logs"),
                came.Pictures,
                came.Films,
                came.Missing,
                outlook.InTheWay,
                outlook.Notes
            )
        );
    }

    private static async Task<NoContent> TakeInAsync(
        Guid id,
        HttpContext http,
        ArrivalDesk desk,
        ClientArrival arrival,
        StudioScope scope,
        MediaTurn media,
        WriteTurns turns,
        StudioCache cache,
        IStanding standing,
        IHostApplicationLifetime life,
        CancellationToken asked
    )
    {
        // Once begun it is gone through with, whoever goes away.
        var stop = life.ApplicationStopping;
        await desk.TakeAsync(
            id,
            async waiting =>
            {
                using var saved = await media.TakeAsync(asked);
                using var turn = await turns.TakeAsync(asked);
                await arrival.TakeInAsync(
                    waiting.Folder,
                    waiting.Came.Manifest.Client!.Value,
                    await scope.CoachIdAsync(stop),
                    Visitor.Of(http)!.Device,
                    stop
                );
                cache.Forget();
                standing.Forget();
            },
            asked
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ClearAsync(ArrivalDesk desk, CancellationToken stop)
    {
        await desk.ClearAsync(stop);
        return TypedResults.NoContent();
    }

    private static async Task<T> SaidAsync<T>(Func<Task<T>> act)
    {
        try
        {
            return await act();
        }
        catch (ExportException e)
        {
            throw Refusal.BadInput("file", e.Message);
        }
        catch (BadHttpRequestException e) when (e.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            throw Refusal.BadInput(
                "file",
                "The file is larger than 20 GB, and that is no client. Bring it in by command."
            );
        }
    }
}
