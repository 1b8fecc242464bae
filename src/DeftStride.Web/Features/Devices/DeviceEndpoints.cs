using DeftStride.Core.Bodies;
using DeftStride.Core.Devices;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Quantities;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using Microsoft.AspNetCore.Http.HttpResults;
using BodyDto = DeftStride.Web.Features.Bodies.BodyDto;

namespace DeftStride.Web.Features.Devices;

internal sealed record DeviceView(string Id, string Name, string MeasureId, string MeasureName, bool Simulated);

/// <summary>Read a device while the client works on one side; set it to zero first when asked.</summary>
internal sealed record DeviceRequest(StandardDto Standard, BodySide Side, bool Zero);

internal sealed record ChannelView(string Name, double Value, string Unit);

internal sealed record DeviceReadingView(
    string DeviceId,
    BodySide Side,
    string MeasureId,
    double Value,
    string Text,
    AnswerSource Source,
    double MinutesSinceZero,
    IReadOnlyList<ChannelView> Channels
);

internal sealed record ScalesRequest(BodySide Side, double FrontKilograms, double RearKilograms);

internal sealed record ScalesView(double Percent);

/// <summary>The devices that are switched on, and their readings.</summary>
internal static class DeviceEndpoints
{
    private static readonly DeviceView[] Simulated =
    [
        .. DeviceShelf
            .All(null!)
            .Select(d => new DeviceView(
                d.Id,
                d.Name,
                d.MeasureId,
                MeasureDefinition.Find(d.MeasureId)!.Name,
                d.Source == AnswerSource.Simulated
            )),
    ];

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/devices", ListAsync).WithName("listDevices");
        api.MapPost("/devices/{id}/reading", ReadAsync).WithName("readDevice");
        api.MapPost("/compute/scales", Share).WithName("shareOfScales");
    }

    private static async Task<Ok<DeviceView[]>> ListAsync(StudioScope scope, CancellationToken stop) =>
        TypedResults.Ok(await OnAsync(scope, stop) ? Simulated : []);

    /// <summary>The front foot's share of what a coach reads off two scales.</summary>
    private static Ok<ScalesView> Share(ScalesRequest request)
    {
        if (
            request is not { FrontKilograms: >= 0 and <= 500, RearKilograms: >= 0 and <= 500 }
            || request.FrontKilograms + request.RearKilograms <= 0
        )
            throw Refusal.BadInput("scales", "A scale shows from 0 to 500 kg, and not both nothing. Read them again.");
        return TypedResults.Ok(
            new ScalesView(
                Math.Round(Scales.Share(request.Side, request.FrontKilograms, request.RearKilograms).Value, 1)
            )
        );
    }

    private static async Task<Ok<DeviceReadingView>> ReadAsync(
        string id,
        DeviceRequest request,
        StudioScope scope,
        DeviceShelf shelf,
        CancellationToken stop
    )
    {
        if (!await OnAsync(scope, stop))
            throw Refusal.Missing("Simulated devices are switched off. Switch them on in Studio.");
        if (Simulated.FirstOrDefault(d => d.Id == id) is not { } device)
            throw Refusal.Missing("There is no such device. Reload the page.");
        var standard = request.Standard.ToCore();
        var body = request.Standard.Body is { } given ? BodyDto.ToCore(given) : Body.From(new BodyMeasures(1.72));
        var figure = new PosedFigure(
            body,
            PoseLibrary.Clean(standard.Exercise, Moment.Bottom, body, standard.School.Value.Code)
        );
        var (reading, minutes) = shelf.Read(id, figure, request.Side, request.Zero);
        var measure = MeasureDefinition.Find(device.MeasureId)!;
        return TypedResults.Ok(
            new DeviceReadingView(
                id,
                request.Side,
                device.MeasureId,
                Math.Round(reading.Value, 1),
                new Quantity(reading.Value, measure.Unit).ToString(),
                AnswerSource.Simulated,
                Math.Round(minutes, 1),
                [.. reading.Channels.Select(c => new ChannelView(c.Name, c.Value, c.Unit))]
            )
        );
    }

    private static async Task<bool> OnAsync(StudioScope scope, CancellationToken stop)
    {
        var all = Data.Kept.KeptStudioChoices.Of(await scope.StudioAsync(stop));
        return ChoicesInForce.Setting(Setting.Find("devices")!, all, null, null, null).Value.Id == "simulated";
    }
}

/// <summary>Simulated devices keep their zero between readings, as real ones do.</summary>
internal sealed class DeviceShelf(TimeProvider clock)
{
    private readonly Lock _one = new();
    private readonly DateTimeOffset _on = clock.GetUtcNow();
    private readonly Dictionary<string, TimeSpan> _zero = [];

    /// <summary>Every simulated device, looking at a figure.</summary>
    public static IReadOnlyList<IDevice> All(PosedFigure figure) =>
        [new SimulatedScales(_ => figure, Random.Shared), new SimulatedShinSensor(_ => figure, Random.Shared)];

    public (DeviceReading Reading, double MinutesSinceZero) Read(
        string id,
        PosedFigure figure,
        BodySide side,
        bool zero
    )
    {
        lock (_one)
        {
            var now = clock.GetUtcNow() - _on;
            if (zero || !_zero.ContainsKey(id))
                _zero[id] = now;
            var device = All(figure).Single(d => d.Id == id);
            device.Zero(_zero[id]);
            return (device.Read(side, now), (now - _zero[id]).TotalMinutes);
        }
    }
}
