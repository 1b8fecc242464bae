using DeftStride.Core.Bodies;
using DeftStride.Core.Devices;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using BodyDto = DeftStride.Web.Features.Bodies.BodyDto;

namespace DeftStride.Web.Features.Devices;

internal sealed record DeviceView(string Id, string Name, string MeasureId, string MeasureName, bool Simulated);

/// <summary>Read a device while the client works on one side; set it to zero first when asked.</summary>
internal sealed record DeviceRequest(StandardDto Standard, BodySide Side, bool Zero);

internal sealed record ChannelView(string Name, double Value, string Unit);

internal sealed record DeviceReadingView(string DeviceId, BodySide Side, string MeasureId, double Value, string Text, AnswerSource Source, double MinutesSinceZero, IReadOnlyList<ChannelView> Channels);

/// <summary>The devices that are switched on, and their readings.</summary>
internal static class DeviceEndpoints
{
    private static readonly DeviceView[] Simulated =
    [
        new("simulated-scales", "Two scales (simulated)", "load-share", "Load on the front foot", true),
        new("simulated-shin-sensor", "Shin angle sensor (simulated)", "front-shin", "Front shin angle", true),
    ];

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/devices", ListAsync).WithName("listDevices");
        api.MapPost("/devices/{id}/reading", ReadAsync).WithName("readDevice");
    }

    private static async Task<Ok<DeviceView[]>> ListAsync(StudioScope scope, CancellationToken stop) => TypedResults.Ok(await OnAsync(scope, stop) ? Simulated : []);

    private static async Task<Ok<DeviceReadingView>> ReadAsync(string id, DeviceRequest request, StudioScope scope, DeviceShelf shelf, CancellationToken stop)
    {
        if (!await OnAsync(scope, stop)) throw Refusal.Missing("Simulated devices are switched off. Switch them on in Studio.");
        if (Simulated.FirstOrDefault(d => d.Id == id) is not { } device) throw Refusal.Missing("There is no such device. Reload the page.");
        var standard = request.Standard.ToCore();
        var body = request.Standard.Body is { } given ? BodyDto.ToCore(given) : Body.From(new BodyMeasures(1.72));
        var figure = new PosedFigure(body, PoseLibrary.Clean(standard.Exercise, Moment.Bottom, body, standard.School.Value.Code));
        var (reading, minutes) = shelf.Read(id, figure, request.Side, request.Zero);
        var measure = Measure.Find(device.MeasureId)!;
        return TypedResults.Ok(new DeviceReadingView(id, request.Side, device.MeasureId, Math.Round(reading.Value, 1), new Quantity(reading.Value, measure.Unit).ToString(), AnswerSource.Simulated, Math.Round(minutes, 1),
            [.. reading.Channels.Select(c => new ChannelView(c.Name, c.Value, c.Unit))]));
    }

    private static async Task<bool> OnAsync(StudioScope scope, CancellationToken stop)
    {
        var devices = Setting.Find("devices")!;
        return devices.Resolve(null, null, null, StudioSettings.Of(await scope.StudioAsync(stop)).Studio.GetValueOrDefault(devices.Id)).Value.Id == "simulated";
    }
}

/// <summary>Simulated devices keep their zero between readings, as real ones do.</summary>
internal sealed class DeviceShelf(TimeProvider clock)
{
    private readonly Lock _one = new();
    private readonly DateTimeOffset _on = clock.GetUtcNow();
    private readonly Dictionary<string, TimeSpan> _zero = [];

    public (DeviceReading Reading, double MinutesSinceZero) Read(string id, PosedFigure figure, BodySide side, bool zero)
    {
        lock (_one)
        {
            var now = clock.GetUtcNow() - _on;
            if (zero || !_zero.ContainsKey(id)) _zero[id] = now;
            SimulatedDevice device = id == "simulated-scales" ? new SimulatedScales(_ => figure, Random.Shared) : new SimulatedShinSensor(_ => figure, Random.Shared);
            device.Zero(_zero[id]);
            return (device.Read(side, now), (now - _zero[id]).TotalMinutes);
        }
    }
}
